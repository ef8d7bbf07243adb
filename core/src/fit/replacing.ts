import { type Circuit, type Device, deviceOf, type EditChange, markOf, terminalId } from '#core/circuit';
import { asDevice, bringing, type FieldName, kindOfPart, plateField, type StockPart } from '#core/devices';
import type { Mapping } from './mapping';

/** What stays when a part goes: the base in the panel is the place's, not the part's. */
const OF_THE_PLACE: readonly FieldName[] = ['base', 'baseA', 'baseV'];

/** A part as it would stand in the place: with what stays there. */
export function inPlace(device: Device, part: StockPart): StockPart {
  const fields = kindOfPart(part)?.fields ?? {};
  const stays = OF_THE_PLACE.flatMap((name) => {
    const held = plateField(device, name);
    return held && Object.hasOwn(fields, name) ? [[name, held] as const] : [];
  });
  return stays.length === 0 ? part : { ...part, nameplate: { ...part.nameplate, ...Object.fromEntries(stays) } };
}

/** Whether a plug-in part meets the base that is there; one whose base nobody has read meets any. */
export function meetsBase(device: Device, part: StockPart): boolean {
  const base = plateField(device, 'base')?.value;
  const pins = plateField(part, 'pins')?.value ?? kindOfPart(part)?.fields.pins?.typical?.value;
  return base === undefined || pins === undefined || base === pins;
}

/**
 * The changes that put a part in a device's place: leads off, old part out, new part in under the same tag, leads on.
 * Leads without a place on the new part stay loose. One edit, so one undo takes it back.
 */
export function replacing(circuit: Circuit, device: Device, part: StockPart, mapping: Mapping): EditChange[] {
  const landed = Object.values(circuit.conductors).flatMap((wire) =>
    ([0, 1] as const).flatMap((index) => {
      const end = wire.ends[index];
      return end && deviceOf(end) === device.id ? [{ wire, index, mark: markOf(end) }] : [];
    }),
  );
  const off = landed.map(({ wire, index }): EditChange => ({ type: 'moveEnd', conductor: wire.id, end: index, to: null }));
  const on = landed.flatMap(({ wire, index, mark }): EditChange[] => {
    const to = mapping.marks.get(mark);
    return to === undefined ? [] : [{ type: 'moveEnd', conductor: wire.id, end: index, to: terminalId(device.id, to) }];
  });
  const fitted: Device = { ...asDevice(inPlace(device, part), device), title: device.title, notes: device.notes, fitted: part.title };
  return [
    ...off,
    ...bringing(circuit, part),
    { type: 'removeDevice', device: device.id },
    { type: 'addDevice', device: fitted },
    ...on,
    ...liftsMoved(circuit, device, mapping),
  ];
}

/** The leads that the power switch lifts move with the terminals they stand on. */
function liftsMoved({ powerSwitch }: Circuit, device: Device, mapping: Mapping): EditChange[] {
  const move = (lift: Circuit['powerSwitch']['control']['lift']) =>
    lift.flatMap((terminal) => {
      if (deviceOf(terminal) !== device.id) return [terminal];
      const to = mapping.marks.get(markOf(terminal));
      return to === undefined ? [] : [terminalId(device.id, to)];
    });
  const to = {
    ...powerSwitch,
    control: { ...powerSwitch.control, lift: move(powerSwitch.control.lift) },
    isolated: { ...powerSwitch.isolated, lift: move(powerSwitch.isolated.lift) },
  };
  return JSON.stringify(to) === JSON.stringify(powerSwitch) ? [] : [{ type: 'setPowerSwitch', to }];
}
