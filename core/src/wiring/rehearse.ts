import { applyChanges, type Circuit, type DeviceId, deviceOf, invariant, type Point, problemsText, type TerminalId } from '#core/circuit';
import { type Calls, callsKey, leftOut, type Progress, statesOf } from '#core/explore';
import { graphOf } from '#core/graph';
import { type NetworkPlan, planNetwork, readOhms } from '#core/network';
import { createRig, restMoment, showOhms } from '#core/sequence';
import { grouped } from '#core/units';
import { type Mishap, mishapsOf } from './mishaps';
import { isToldApart } from './ohms';
import { earthWires, type HarmMet, harmKey, isWaiting, type StateSeen, seenStates } from './watchHarm';

/** The state in which something of a mishap shows, and how: what hurts there, or which devices are on that should not be, and the other way round. */
export interface Shown {
  readonly calls: Calls;
  readonly harms: readonly HarmMet[];
  /** devices that are on where they should be off, off where they should be on, and on sooner than they should be */
  readonly on: readonly string[];
  readonly off: readonly string[];
  readonly sooner: readonly string[];
  readonly isAtOnce: boolean;
}

/**
 * What a mishap does. `harmless`: nothing differs in any state. `shows`: something runs or does not that should not, or should.
 * `immediate`: it hurts as the power comes on or as the first thing is called. `latent`: it hurts only once more has happened.
 */
export interface Rehearsed {
  readonly mishap: Mishap;
  readonly outcome: 'harmless' | 'shows' | 'immediate' | 'latent';
  /** where it is noticed first, with the least done; undefined: nowhere */
  readonly first: Shown | undefined;
  /** the ways to the harm, those with the least done; none unless it hurts */
  readonly ways: readonly Shown[];
  /** the reading before power that tells it */
  readonly tells: DeadReading | undefined;
  readonly statesSeen: number;
  /** combinations that were left out: what shows in none of the others is not called harmless */
  readonly untried: number;
}

/** Ohms between two terminals with everything isolated: as it should be, and with the mishap. Infinity: an open line. */
export interface DeadReading {
  readonly red: TerminalId;
  readonly black: TerminalId;
  readonly should: number;
  readonly is: number;
}

const MOST_WAYS = 3;

/** Devices at both ends of every wire on these landings: what a supply or a fuse stands before is in the states of those. */
const concerned = ({ conductors }: Circuit, { ends }: Mishap): DeviceId[] => [
  ...new Set(
    Object.values(conductors)
      .filter((wire) => wire.ends.some((end) => end !== null && ends.includes(end)))
      .flatMap((wire) => wire.ends.flatMap((end) => (end ? [deviceOf(end)] : []))),
  ),
];

/** A state is smaller with less done, and a lever is more than a call. */
const effort = (calls: Calls): number => calls.reduce((sum, call) => sum + ('input' in call && call.input.startsWith('lever') ? 2 : 1), 0);

/** A delay that is a second and a tenth shorter is noticed. Common practice. */
const isSooner = (ms: number | undefined, healthyMs: number | undefined): boolean =>
  ms !== undefined && healthyMs !== undefined && healthyMs - ms > Math.max(1000, 0.1 * healthyMs);

function differs(healthy: StateSeen, now: StateSeen): Shown | undefined {
  const known = new Set(healthy.harms.map(({ harm }) => harmKey(harm)));
  const harms = now.harms.filter(({ harm }) => !known.has(harmKey(harm)));
  const tags = Object.keys(healthy.atRest);
  const odd = (want: boolean): string[] => tags.filter((tag) => now.atRest[tag] === want && healthy.atRest[tag] === !want);
  const [on, off] = [odd(true), odd(false)];
  const sooner = tags.filter((tag) => !on.includes(tag) && isSooner(now.onAfterMs[tag], healthy.onAfterMs[tag]));
  if (harms.length + on.length + off.length + sooner.length === 0) return undefined;
  const hurting = harms.filter(({ harm }) => !isWaiting(harm));
  const isAtOnce =
    hurting.length > 0
      ? hurting.some(({ met }) => met.isAtOnce)
      : [...on, ...sooner].some((tag) => now.onAfterMs[tag] === 0) || off.some((tag) => healthy.onAfterMs[tag] === 0);
  return { calls: now.calls, harms, on, off, sooner, isAtOnce };
}

/** Something that a person sees, hears or is hurt by: harm that waits shows nothing. */
const isNoticed = ({ harms, on, off, sooner }: Shown): boolean =>
  on.length + off.length + sooner.length > 0 || harms.some(({ harm }) => !isWaiting(harm));

const isWithin = (small: Calls, large: Calls): boolean => {
  const keys = new Set(large.map((call) => callsKey([call])));
  return small.every((call) => keys.has(callsKey([call])));
};

/** The states with the least done: one that another is part of says nothing new. */
function least(shown: readonly Shown[]): Shown[] {
  const sorted = [...shown].sort((a, b) => effort(a.calls) - effort(b.calls) || Number(b.isAtOnce) - Number(a.isAtOnce));
  const kept: Shown[] = [];
  for (const one of sorted) if (!kept.some((other) => isWithin(other.calls, one.calls))) kept.push(one);
  return kept;
}

/** A circuit held ready to be compared with what its mishaps make of it. */
interface Stand {
  readonly circuit: Circuit;
  readonly plan: NetworkPlan;
  readonly seen: (calls: Calls, key: string) => StateSeen;
  readonly rest: ReturnType<typeof deadOhms>;
}

const deadOhms = (plan: NetworkPlan) => {
  const rig = createRig(plan);
  const net = showOhms(rig, restMoment(plan, 'isolated'));
  return (red: Point, black: Point): number => readOhms(net, plan.nodeOf(red), plan.nodeOf(black));
};

/** @param like the circuit as it should be, whose protective conductors are known */
const standOf = (circuit: Circuit, like?: Stand): Stand => {
  const plan = planNetwork(circuit);
  return { circuit, plan, seen: seenStates(plan, like && earthWires(like.plan)), rest: deadOhms(plan) };
};

/** How clearly two ohm readings differ: an open line against copper before any ratio. */
const contrast = (should: number, is: number): number =>
  Math.abs(Math.log10(Math.min(Math.max(should, 0.1), 1e8)) - Math.log10(Math.min(Math.max(is, 0.1), 1e8)));

/** The reading before power that tells a mishap best: between the terminals that its wires run to, those of one device first. */
function tellingReading(before: Stand, after: Stand, { ends, wires, changes }: Mishap): DeadReading | undefined {
  const { circuit } = before;
  const concerned = new Set<TerminalId>(ends);
  const near = (terminal: TerminalId): void => {
    for (const {
      ends: [a, b],
    } of Object.values(circuit.conductors))
      if (a && b && (a === terminal || b === terminal)) {
        concerned.add(a);
        concerned.add(b);
      }
  };
  for (const end of ends) near(end);
  const cable = wires[0] && circuit.conductors[wires[0]]?.cable;
  if (cable)
    for (const wire of Object.values(circuit.conductors))
      if (wire.cable === cable) for (const end of wire.ends) if (end) concerned.add(end);
  const list = [...concerned];
  const readings = list.flatMap((red, index) =>
    list.slice(index + 1).flatMap((black) => {
      const [should, is] = [before.rest(red, black), after.rest(red, black)];
      // copper from end to end is told last: its two ends are in two places
      return isToldApart(should, is) ? [{ red, black, should, is, isOnePlace: deviceOf(red) === deviceOf(black) }] : [];
    }),
  );
  if (changes.length === 0) return undefined;
  const [best] = readings.sort(
    (a, b) => Number(b.isOnePlace) - Number(a.isOnePlace) || contrast(b.should, b.is) - contrast(a.should, a.is),
  );
  return best && { red: best.red, black: best.black, should: best.should, is: best.is };
}

function rehearse(before: Stand, mishap: Mishap): Rehearsed {
  const applied = applyChanges(before.circuit, mishap.changes);
  invariant(applied.ok, applied.ok ? '' : problemsText(applied.problems));
  const after = standOf(applied.value.circuit, before);
  const homes = [...grouped(concerned(before.circuit, mishap), graphOf(after.plan).neighbourhoodOf).keys()];
  const states = new Map([...homes].flatMap((home) => statesOf(after.plan, home)).map((calls) => [callsKey(calls), calls]));
  const shown = [...states].flatMap(([key, calls]) => differs(before.seen(calls, key), after.seen(calls, key)) ?? []);
  const hurts = shown.filter(({ harms }) => harms.some(({ harm }) => !isWaiting(harm)));
  const ways = least(hurts.length > 0 ? hurts : shown.filter(({ harms }) => harms.length > 0));
  const [first] = least(shown.filter(isNoticed));
  const [worst] = ways;
  const isImmediate = hurts.length > 0 && worst?.isAtOnce === true && effort(worst.calls) <= 1;
  return {
    mishap,
    outcome: worst ? (isImmediate ? 'immediate' : 'latent') : first ? 'shows' : 'harmless',
    first,
    ways: ways.slice(0, MOST_WAYS),
    tells: tellingReading(before, after, mishap),
    statesSeen: states.size,
    untried: homes.reduce((sum, home) => sum + leftOut(after.plan, home), 0),
  };
}

/**
 * Lands a circuit wrong in every likely way, and solves each in every state of its neighbourhood: nothing is judged by names.
 * @param of only the mishaps of this cable or this device
 */
export function* rehearsing(
  circuit: Circuit,
  of?: { readonly cable: string } | { readonly device: DeviceId },
): Generator<Progress, readonly Rehearsed[]> {
  const before = standOf(circuit);
  const mishaps = mishapsOf(circuit, of);
  const done: Rehearsed[] = [];
  for (const mishap of mishaps) {
    yield { seen: done.length, of: mishaps.length };
    done.push(rehearse(before, mishap));
  }
  return done;
}
