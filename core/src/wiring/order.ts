import { type Circuit, type Conductor, type ConductorId, deviceOf } from '#core/circuit';
import type { Exploration } from '#core/explore';
import { graphOf, nominalAt } from '#core/graph';
import type { NetworkPlan } from '#core/network';
import { type ChoiceOf, type Practice, schoolOf } from '#core/schools';
import { naturally, real } from '#core/units';
import { earthWires, HARM_V } from './watchHarm';

/** What a wire is for, by the volts that it meets. */
export interface WireClass {
  readonly is: 'earth' | 'extra-low' | 'mains';
  /** tied to the bonded side of its supply, or to its minus */
  readonly isReturn: boolean;
  /** a return that nothing but a fuse may part from the bonded side: what a contact parts from it is none when that opens */
  readonly isNeutral: boolean;
  readonly isDc: boolean;
  /** the most to earth over every state that was seen, RMS */
  readonly mostV: number;
  /** the most amps in it once everything runs */
  readonly amps: number;
}

/** Within this of a bonded return a wire is tied to it, some volts of drop included. Common practice. */
const TIED_V = 5;

/** An idle transformer gives more than its rated volts, by this share at most; what stands above comes from elsewhere. Common practice. */
const GHOST_SHARE = 1.25;

/** The class of every wire of a circuit that was explored. */
export function wireClasses({ plan, greatestToEarth, conductorA }: Exploration): ReadonlyMap<ConductorId, WireClass> {
  const graph = graphOf(plan);
  const nominal = nominalAt(plan);
  const earth = earthWires(plan);
  return new Map(
    plan.conductors.map(({ conductor, nodes: [a, b], index }) => {
      const seenV = Math.max(real(greatestToEarth, a), real(greatestToEarth, b));
      const of = nominal(a) ?? nominal(b);
      const isLow = (of?.volts ?? seenV) <= HARM_V;
      // what lies beside mains in a cable shows volts that capacitance brings: a ghost, and no class
      const mostV = isLow && of && seenV > GHOST_SHARE * of.volts ? of.volts : seenV;
      return [
        conductor.id,
        {
          is: earth.has(conductor.id) ? 'earth' : isLow ? 'extra-low' : 'mains',
          isNeutral: graph.isReturn(a) || graph.isReturn(b),
          // a neutral behind its isolator is one too: it never leaves the volts of earth
          isReturn: graph.isReturn(a) || graph.isReturn(b) || (!isLow && seenV < TIED_V),
          isDc: of?.isDc ?? false,
          mostV,
          amps: real(conductorA, index),
        },
      ];
    }),
  );
}

type Order = ChoiceOf<'wiringOrder'>;

/** Where a class comes in the order of a school: earth first, then returns before hots. */
const RANKS: { readonly [O in Order]: (of: WireClass) => number } = {
  control: ({ is, isReturn }) => (is === 'earth' ? 0 : (is === 'extra-low' ? 1 : 3) + (isReturn ? 0 : 1)),
  power: ({ is, isReturn }) => (is === 'earth' ? 0 : (is === 'mains' ? 1 : 3) + (isReturn ? 0 : 1)),
  function: ({ is, isReturn }) => (is === 'earth' ? 0 : (is === 'extra-low' ? 1 : 2) + (isReturn ? 0 : 0.5)),
};

/** What is finished together: of wires between a supply and what it feeds the latter's neighbourhood. */
function functionOf(plan: NetworkPlan, { ends }: Conductor): string {
  const graph = graphOf(plan);
  const homes = ends.flatMap((end) => (end ? [graph.neighbourhoodOf(deviceOf(end))] : []));
  const tags = homes.map((home) => plan.circuit.devices[home]?.tag ?? '');
  return tags.sort(naturally).at(-1) ?? '';
}

/** Wires in the order in which they are landed, by the school of the job. */
export function workingOrder(exploration: Exploration, practice: Practice): readonly ConductorId[] {
  const order = schoolOf(practice, 'wiringOrder');
  const classes = wireClasses(exploration);
  const { plan } = exploration;
  const rank = RANKS[order];
  const keyed = Object.values(plan.circuit.conductors).map((wire) => {
    const of = classes.get(wire.id);
    return { wire, rank: of ? rank(of) : 9, group: order === 'function' ? functionOf(plan, wire) : '' };
  });
  return keyed
    .sort(
      (a, b) =>
        Number(a.rank > 0) - Number(b.rank > 0) ||
        naturally(a.group, b.group) ||
        a.rank - b.rank ||
        naturally(a.wire.number, b.wire.number) ||
        naturally(firstEnd(plan.circuit, a.wire), firstEnd(plan.circuit, b.wire)),
    )
    .map(({ wire }) => wire.id);
}

const firstEnd = (circuit: Circuit, { ends: [end] }: Conductor): string => (end ? (circuit.devices[deviceOf(end)]?.tag ?? '') : '');
