import { deviceOf, isLooseEnd } from '#core/circuit';
import { rulesOf } from '#core/schools';
import { ampacity } from '#core/size';
import { real, type WireSize } from '#core/units';
import { ruleOf } from '../finding';

export interface WireTold {
  readonly number: string;
  readonly size: WireSize;
  readonly rules: 'na' | 'iec';
}

/** Control wire thinner than 14 AWG is judged by its own insulation; the rest by the coolest column that a terminal may ask for. */
const columnOf = (size: WireSize): 60 | 90 => ('awg' in size && size.awg > 14 ? 90 : 60);

/** A conductor against its amps. */
export const conductorRule = ruleOf<WireTold>()({
  id: 'conductor-ampacity',
  source: 'NEC Table 310.16 and 310.15(C)(1), IEC 60364-5-52, from memory',
  find: ({ exploration, circuit, practice, tables }) =>
    exploration.plan.conductors.flatMap(({ conductor, index }) => {
      const { size, number, ends } = conductor;
      const carries = ampacity(size, { insulationC: columnOf(size), terminalC: columnOf(size) }, tables);
      const amps = real(exploration.conductorA, index);
      if (carries === undefined || amps <= carries + 1e-9) return [];
      const landed = ends.filter((end) => end !== null && !isLooseEnd(end));
      return [
        {
          about: landed.slice(0, 1).flatMap((end) => (end ? (circuit.devices[deviceOf(end)] ?? []) : [])),
          key: conductor.id,
          verdict: 'danger' as const,
          told: { number, size, rules: rulesOf(practice, circuit.practice) },
          is: amps,
          limit: carries,
          unit: 'A',
        },
      ];
    }),
});
