import type { Circuit, Device, DeviceId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { claimOf } from '../devices/claims';
import type { FieldName } from '../devices/families';
import { chanceOf } from './chance';

/** Units of the figures that impedances follow from. */
const IMPEDANCE_UNITS = ['VA', 'Ω', 'W', 'mA', 'A', '%'];
/** A part's impedance is within so much of its print, the mains within so much of theirs. Common practice. */
const PART_SHARE = 0.12;
const MAINS_SHARE = 0.04;

/** The circuit as it may really be: every figure that an impedance follows from, and the mains, a little off what is written. */
export function offPrint(circuit: Circuit, seed: number): Circuit {
  const chance = chanceOf(seed);
  const off = (value: number, share: number): number => value * (1 + share * (2 * chance() - 1));
  const devices = Object.entries(circuit.devices).map(([id, device]): [string, Device] => {
    const { fields } = familyOf(device, circuit);
    const moved = Object.entries(fields).flatMap(([name, facts]) => {
      if (facts?.kind !== 'number' || claimOf(device.family, name as FieldName).use !== 'physics') return [];
      const isMains = name === 'volts' && device.family.startsWith('supply');
      const written = device.nameplate[name]?.value ?? facts.typical?.value;
      if (typeof written !== 'number' || !(isMains || IMPEDANCE_UNITS.includes(facts.unit))) return [];
      const value = Math.min(facts.most ?? Infinity, Math.max(facts.least ?? 0, off(written, isMains ? MAINS_SHARE : PART_SHARE)));
      return [[name, { value, evidence: 'measured' as const }]];
    });
    return [id, { ...device, nameplate: { ...device.nameplate, ...Object.fromEntries(moved) } }];
  });
  return { ...circuit, devices: Object.fromEntries(devices) as Record<DeviceId, Device> };
}
