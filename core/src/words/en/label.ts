import type { Circuit, Device } from '#core/circuit';
import { type FieldName, familyOf, partsOf } from '#core/devices';
import type { Coil } from '#core/kinds';
import { figures } from '#core/units';
import { coilHz, coilMarks, spellCoil } from './coils';
import { placeName } from './places';

/** What the next person must read on the outside: the lines of a label, largest first. */
export interface Label {
  readonly tag: string;
  readonly title: string;
  readonly lines: readonly string[];
  readonly where: string;
}

/** Ratings with the word that stands before them on a label. */
const CONTACTS: readonly (readonly [FieldName, string])[] = [
  ['motorA', 'motor'],
  ['lockedA', 'locked'],
  ['ac3A', 'AC-3'],
  ['resistiveA', 'resistive'],
  ['pilotCode', ''],
];
const OTHERS: readonly (readonly [FieldName, string])[] = [
  ['va', ''],
  ['primaryV', 'primary'],
  ['ratingA', ''],
  ['curve', ''],
  ['settingA', 'set'],
  ['delayS', 'delay'],
];

/** The label of a device: what its cover no longer tells, from its nameplate. Unknown facts are said, not left out. */
export function labelOf(circuit: Circuit, device: Device, revision: number): Label {
  const family = familyOf(device, circuit);
  const coil = partsOf(device, circuit).find((part): part is Coil => part.kind === 'coil');
  const printed = (fields: typeof CONTACTS): string =>
    fields
      .flatMap(([name, word]) => {
        const value = device.nameplate[name]?.value;
        if (value === undefined || value === null) return [];
        return [`${word} ${typeof value === 'number' ? figures(value) : value} ${family.fields[name]?.unit ?? ''}`.trim()];
      })
      .join(' · ');
  const hertz = coil && (coil.hz ? ` ${coilHz(coil)} Hz` : coil.current === 'DC' ? '' : ' Hz ?');
  return {
    tag: device.tag,
    title: device.title,
    lines: [
      ...(coil ? [[`COIL ${spellCoil(coil)}${hertz}`, ...coilMarks(coil)].join(', ')] : []),
      family.title,
      printed(CONTACTS),
      printed(OTHERS),
    ].filter((line) => line !== ''),
    where: `${circuit.site} ${circuit.number} · ${placeName(circuit, device.place)} · rev ${revision}`,
  };
}
