import { type Conductor, type ConductorId, deviceOf, isLooseEnd } from '#core/circuit';
import type { Exploration } from '#core/explore';
import { rulesOf } from '#core/schools';
import { ampacity, type Tables } from '#core/size';
import { grouped, real, type WireSize } from '#core/units';
import { ruleOf } from '../finding';

export interface WireTold {
  readonly conductor: ConductorId;
  readonly number: string;
  readonly size: WireSize;
  readonly rules: 'na' | 'iec';
  /** cores of the same cable that carry as well, itself counted; 1: it is in no cable */
  readonly loaded: number;
}

/** Control wire thinner than 14 AWG is judged by its own insulation; the rest by the coolest column that a terminal may ask for. */
const columnOf = (size: WireSize): 60 | 90 => ('awg' in size && size.awg > 14 ? 90 : 60);

/** A core that carries no more than this share of what it could warms nobody: NEC 725.51(A), from memory; IEC says 30 % of its grouped rating. */
const IDLE_SHARE = 0.1;

/** A conductor against its amps, as warm as the cores beside it make it. */
export const conductorRule = ruleOf<WireTold>()({
  id: 'conductor-ampacity',
  source: 'NEC Table 310.16 and 310.15(C)(1), IEC 60364-5-52, from memory',
  find: ({ exploration, circuit, practice, tables }) => {
    const loadedIn = loadedCores(exploration, tables);
    return exploration.plan.conductors.flatMap(({ conductor, index }) => {
      const { size, number, ends, cable } = conductor;
      const loaded = Math.max(1, cable === null ? 1 : (loadedIn.get(cable) ?? 1));
      const column = { insulationC: columnOf(size), terminalC: columnOf(size) };
      const carries = ampacity(size, loaded < 3 ? column : { ...column, carrying: loaded }, tables);
      const amps = real(exploration.conductorA, index);
      if (carries === undefined || amps <= carries + 1e-9) return [];
      const landed = ends.filter((end) => end !== null && !isLooseEnd(end));
      return [
        {
          about: landed.slice(0, 1).flatMap((end) => (end ? (circuit.devices[deviceOf(end)] ?? []) : [])),
          key: conductor.id,
          verdict: 'danger' as const,
          told: { conductor: conductor.id, number, size, rules: rulesOf(practice, circuit.practice), loaded },
          is: amps,
          limit: carries,
          unit: 'A',
        },
      ];
    });
  },
});

/** How many cores of each cable carry enough to warm the others. */
function loadedCores({ plan, conductorA }: Exploration, tables: Tables): Map<NonNullable<Conductor['cable']>, number> {
  const isLoaded = ({ conductor: { size }, index }: (typeof plan.conductors)[number]): boolean => {
    const own = ampacity(size, { insulationC: columnOf(size), terminalC: columnOf(size) }, tables);
    return own !== undefined && real(conductorA, index) > IDLE_SHARE * own;
  };
  const inCables = plan.conductors.flatMap((one) => (one.conductor.cable === null ? [] : [{ one, cable: one.conductor.cable }]));
  return new Map(
    [...grouped(inCables, ({ cable }) => cable)].map(([cable, cores]) => [cable, cores.filter(({ one }) => isLoaded(one)).length]),
  );
}
