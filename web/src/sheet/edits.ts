import type { Circuit, DeviceId, EditChange } from '#core/circuit';
import { familyOf, partsOf } from '#core/devices';
import { lineMoved, PATH_VIEW, type Sheet } from '#core/draw';

/**
 * What swapping NO and NC means for a device: a switch with a form is turned over; a changeover's wires trade places.
 * @returns undefined where there is nothing to swap
 */
export function swapChanges(circuit: Circuit, id: DeviceId): EditChange[] | undefined {
  const device = circuit.devices[id];
  if (!device) return undefined;
  const { form } = familyOf(device, circuit).fields;
  if (form) {
    const now = device.nameplate.form?.value ?? form.typical?.value;
    const evidence = device.nameplate.form?.evidence ?? 'assumed';
    return [{ type: 'setField', device: id, field: 'form', to: { value: now === 'NC' ? 'NO' : 'NC', evidence } }];
  }
  const contacts = partsOf(device, circuit).flatMap((part) =>
    part.kind === 'contact' && (part.mover.parts ?? []).length > 0 ? [part] : [],
  );
  const changes = contacts.flatMap((nc): EditChange[] => {
    const no = nc.form === 'NC' ? contacts.find(({ form: other, a }) => other === 'NO' && a === nc.a) : undefined;
    return no ? [{ type: 'swapLandings', device: id, marks: [nc.b, no.b] }] : [];
  });
  return changes.length > 0 ? changes : undefined;
}

/** Moves the line of a symbol up or down among those of its band. @returns undefined where it cannot go there */
export function nudgeChanges(circuit: Circuit, sheet: Pick<Sheet, 'bands'>, symbol: string, way: -1 | 1): EditChange[] | undefined {
  const to = lineMoved(sheet, symbol, way, circuit.views[PATH_VIEW]);
  return to && [{ type: 'setView', name: PATH_VIEW, to }];
}
