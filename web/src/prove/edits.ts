import type { Circuit, DeviceId, EditChange } from '#core/circuit';
import { familyOf, partsOf } from '#core/devices';

/**
 * What swapping NO and NC means for a device: a switch with a form is turned over; a changeover's wires trade places.
 * @returns undefined where there is nothing to swap
 */
export function swapChanges(circuit: Circuit, id: DeviceId): EditChange[] | undefined {
  const device = circuit.devices[id];
  if (!device) return undefined;
  if (familyOf(device).fields.form) {
    const now = device.nameplate.form?.value ?? familyOf(device).fields.form?.typical?.value;
    return [
      {
        type: 'setField',
        device: id,
        field: 'form',
        to: { value: now === 'NC' ? 'NO' : 'NC', evidence: device.nameplate.form?.evidence ?? 'assumed' },
      },
    ];
  }
  const contacts = partsOf(device).filter((part) => part.kind === 'contact' && part.mover.by === 'armature');
  const changes = contacts.flatMap((nc): EditChange[] => {
    if (nc.kind !== 'contact' || nc.form !== 'NC') return [];
    const no = contacts.find((one) => one.kind === 'contact' && one.form === 'NO' && one.a === nc.a);
    return no?.kind === 'contact' ? [{ type: 'swapLandings', device: id, marks: [nc.b, no.b] }] : [];
  });
  return changes.length > 0 ? changes : undefined;
}
