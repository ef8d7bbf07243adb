import { familyOf, plateField } from '#core/devices';
import { ruleOf } from '../finding';

/** A plug-in relay in a base of other pins. */
export const baseRule = ruleOf<{ readonly pins: string; readonly base: string }>()({
  id: 'wrong-base',
  source: 'pins of octal and 11-pin bases: they do not interchange',
  find: ({ circuit }) =>
    Object.values(circuit.devices).flatMap((device) => {
      const pins = plateField(device, 'pins')?.value ?? familyOf(device, circuit).fields.pins?.typical?.value;
      const base = plateField(device, 'base');
      if (pins === undefined || base === undefined || base.value === pins) return [];
      return [
        {
          about: [device],
          verdict: 'block' as const,
          told: { pins: String(pins), base: String(base.value) },
          evidence: base.evidence,
          by: ['base', 'pins'] as const,
        },
      ];
    }),
});
