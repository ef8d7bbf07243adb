import type { Circuit, Device } from '#core/circuit';
import { type Coil, familyOf, partsOf } from '#core/devices';
import { figures } from '#core/units';
import { coilMarks, spellCoil } from './spell';

/** What the next person must read on the outside: the lines of a label, largest first. */
export interface Label {
  readonly tag: string;
  readonly title: string;
  readonly lines: readonly string[];
  readonly where: string;
}

/** The label of a device: what its cover no longer tells, from its nameplate. Unknown facts are said, not left out. */
export function labelOf(circuit: Circuit, device: Device, revision: number): Label {
  const family = familyOf(device);
  const coils = partsOf(device).filter((part): part is Coil => part.kind === 'coil');
  const plate = (name: string): string | undefined => {
    const value = device.nameplate[name]?.value;
    return value === undefined || value === null ? undefined : typeof value === 'number' ? figures(value) : value;
  };
  const rating = (name: string, words: string) => {
    const value = plate(name);
    return value === undefined ? [] : [`${words} ${value} ${family.fields[name]?.unit ?? ''}`.trim()];
  };
  const coil = coils[0];
  return {
    tag: device.tag,
    title: device.title,
    lines: [
      ...(coil
        ? [
            [
              `COIL ${spellCoil(coil)}${coil.hz ? ` ${coil.alsoAt ? '50/60' : coil.hz} Hz` : coil.current === 'DC' ? '' : ' Hz ?'}`,
              ...coilMarks(coil),
            ].join(', '),
          ]
        : []),
      family.title,
      [
        ...rating('motorA', 'motor'),
        ...rating('lockedA', 'locked'),
        ...rating('ac3A', 'AC-3'),
        ...rating('resistiveA', 'resistive'),
        ...rating('pilotCode', ''),
      ].join(' · '),
      [
        ...rating('va', ''),
        ...rating('primaryV', 'primary'),
        ...rating('ratingA', ''),
        ...rating('curve', ''),
        ...rating('settingA', 'set'),
        ...rating('delayS', 'delay'),
      ].join(' · '),
    ].filter((line) => line !== ''),
    where: `${circuit.site} ${circuit.number} · ${device.place.name || device.place.kind} · rev ${revision}`,
  };
}
