import type { Circuit, DeviceId, LogEntry, ProcessId } from '#core/circuit';
import { graphOf, type Lever, type LeverGroup, leverGroups, leverKey } from '#core/graph';
import type { NetworkPlan } from '#core/network';
import { at, grouped } from '#core/units';

/** Something done to a circuit: an input worked, a push given (the second of two is given later), what proves something seen a while after, a process brought to a value. */
export type Call =
  | { readonly device: DeviceId; readonly input: string; readonly on: boolean; readonly press?: 1 | 2; readonly lateMs?: number }
  | { readonly process: ProcessId; readonly to: number };

/** One way in which a circuit can stand: what is called, in the order of its names; nothing at all is the first. */
export type Calls = readonly Call[];

const callKey = (call: Call): string =>
  'process' in call ? `${call.process}=${call.to}` : `${call.device}.${call.input}${call.press === 2 ? '*' : ''}`;

/** The same for the same calls, whatever their order. */
export const callsKey = (calls: Calls): string => calls.map(callKey).sort().join('+');

/** A group's levers with what each can be set to beside where it rests; of one axis only one choice holds at a time. */
interface Axis {
  readonly choices: readonly Call[];
  readonly isMomentary: boolean;
  /** a hand on a mechanism: one at a time */
  readonly isLever: boolean;
}

/** What of a group was tried, and how much there is. */
export interface Combinations {
  readonly group: LeverGroup;
  readonly calls: readonly Calls[];
  /** undefined: all of them */
  readonly untried: { readonly tried: number; readonly of: number } | undefined;
}

/** Combinations of a group, times the parts of its circuit: more than this is tried in part, and said to be. */
const MOST_WORK = 1 << 18;
const [FEWEST, MOST] = [64, 4096] as const;

/** The axes of a group: positions of one selector are one axis, a process has a choice for each side of each threshold. */
function axesOf(plan: NetworkPlan, { levers }: LeverGroup): Axis[] {
  const together = grouped(levers, (lever) =>
    'input' in lever && lever.input.facts.group !== undefined ? `${lever.input.device.id} ${lever.input.facts.group}` : leverKey(lever),
  );
  return [...together.values()].map((axis) => ({
    isLever: axis.some((lever) => 'input' in lever && lever.input.facts.use === 'lever'),
    isMomentary: axis.some((lever) => 'input' in lever && lever.input.facts.kind === 'momentary'),
    choices: axis.flatMap((lever) => choicesOf(plan.circuit, plan, lever)),
  }));
}

function choicesOf(circuit: Circuit, plan: NetworkPlan, lever: Lever): Call[] {
  if ('input' in lever) {
    const { device, facts } = lever.input;
    return [
      {
        device: device.id,
        input: facts.name,
        on: !facts.rest,
        ...(facts.kind === 'momentary' ? { press: 1 as const } : {}),
        ...(facts.proves ? { lateMs: LATE_MS } : {}),
      },
    ];
  }
  const process = circuit.processes[lever.process];
  if (!process) return [];
  const edges = plan.parts
    .flatMap(({ part }) =>
      part.kind === 'sensor' && part.process === lever.process
        ? [part.actsAt, part.returnsAt]
        : part.kind === 'transmitter' && part.process === lever.process
          ? signalEdges(plan).map((share) => part.low + share * (part.high - part.low))
          : [],
    )
    .filter((edge): edge is number => edge !== undefined && edge > process.least && edge < process.most)
    .sort((a, b) => a - b);
  const bounds = [process.least, ...new Set(edges), process.most];
  const regions = bounds.slice(1).map((high, index) => [at(bounds, index), high] as const);
  return regions
    .filter(([low, high]) => !(process.start >= low && process.start <= high))
    .map(([low, high]) => ({ process: lever.process, to: (low + high) / 2 }));
}

/** Shares of a signal of 0 to 10 V at which something that reads one changes its mind. */
const signalEdges = ({ parts }: NetworkPlan): number[] =>
  parts.flatMap(({ part }) => {
    if (part.kind === 'positioner') return [part.lowV / 10, (part.lowV + 0.9 * (part.highV - part.lowV)) / 10];
    if (part.kind !== 'controller') return [];
    const terms = part.program.rows.flatMap(({ when }) => when.flat());
    return terms.flatMap(({ above, below }) => [above, below]).flatMap((volts) => (volts === undefined ? [] : [volts / 10]));
  });

/** Every combination of the axes, the one in which all rest left out. */
function allOf(axes: readonly Axis[]): Call[][] {
  const product = axes.reduce<Call[][]>(
    (sets, { choices }) => sets.flatMap((set) => [set, ...choices.map((call) => [...set, call])]),
    [[]],
  );
  return product.slice(1);
}

/** Every single choice, every pair, all together and all but one: what two things can do to each other is in it. */
function pairsOf(axes: readonly Axis[]): Call[][] {
  const singles = axes.flatMap(({ choices }, axis) => choices.map((call) => ({ axis, call })));
  const pairs = singles.flatMap((one, index) =>
    singles.slice(index + 1).flatMap((two) => (one.axis === two.axis ? [] : [[one.call, two.call]])),
  );
  const firsts = axes.flatMap(({ choices }) => choices.slice(0, 1));
  return [...singles.map(({ call }) => [call]), ...pairs, firsts, ...firsts.map((_, left) => firsts.filter((__, index) => index !== left))];
}

const sizeOf = (axes: readonly Axis[]): number => axes.reduce((size, { choices }) => size * (1 + choices.length), 1);

/** One push, and a second one when the first has long been let go: a stop after a start, a start after a stop. */
function ordersOf(axes: readonly Axis[], most: number): { calls: Call[][]; of: number } {
  const pushes = axes.filter(({ isMomentary }) => isMomentary).flatMap(({ choices }) => choices.slice(0, 1));
  const held = axes.filter(({ isMomentary }) => !isMomentary);
  const pairs = pushes.flatMap((first) =>
    pushes.filter((second) => second !== first).map((second) => [first, { ...second, press: 2 as const }]),
  );
  // with nothing to push twice there is no order, and how all else may be held is not written down
  if (pairs.length === 0) return { calls: [], of: 0 };
  const of = pairs.length * sizeOf(held);
  const standing = of <= most ? [[], ...allOf(held)] : [[], held.flatMap(({ choices }) => choices.slice(0, 1))];
  return { calls: standing.flatMap((set) => pairs.map((pair) => [...set, ...pair])), of };
}

/** Each lever by itself, and with every single thing that can be called: nobody holds two at a time. */
const leversOf = (levers: readonly Axis[], others: readonly Axis[]): Call[][] => {
  const singles = others.flatMap(({ choices }) => choices);
  return levers.flatMap(({ choices }) => choices.flatMap((held) => [[held], ...singles.map((call) => [held, call])]));
};

/** What to try of each group; a group that is too large to be tried whole says so. */
export function combinations(plan: NetworkPlan, group: LeverGroup): Combinations {
  const all = axesOf(plan, group).filter(({ choices }) => choices.length > 0);
  const axes = all.filter(({ isLever }) => !isLever);
  const levers = leversOf(
    all.filter(({ isLever }) => isLever),
    axes,
  );
  const most = Math.min(MOST, Math.max(FEWEST, Math.floor(MOST_WORK / Math.max(1, plan.parts.length))));
  const size = sizeOf(axes);
  const standing = size <= most ? allOf(axes) : pairsOf(axes);
  const { calls: orders, of } = ordersOf(axes, most);
  const calls = [...new Map([...standing, ...orders, ...levers].map((set) => [callsKey(set), set])).values()];
  const whole = size - 1 + of + levers.length;
  return { group, calls, untried: calls.length < whole ? { tried: calls.length, of: whole } : undefined };
}

/** The groups in a device's neighbourhood; of the whole circuit without one. */
export const groupsNear = (plan: NetworkPlan, near?: DeviceId): readonly LeverGroup[] =>
  near === undefined ? leverGroups(plan) : leverGroups(plan).filter(({ home }) => home === graphOf(plan).neighbourhoodOf(near));

const PRESS_AT_MS = 20_000;
const SECOND_PRESS_AT_MS = 30_000;
const PRESS_MS = 500;

/** Below this share a coil's circuit is open: its volts did not sag, they were taken away. */
const OPENED_SHARE = 0.02;

/** Whether a coil that is in has lost its volts altogether: some contact has taken them, which is how a coil is let go, and no hold. */
export const isTakenAway = (drive: number): boolean => drive < OPENED_SHARE;

/** What proves something comes when that has had time to begin. */
const LATE_MS = 5000;
/** Of a sequence that takes longer: so long after something has come on by itself. */
const AFTER_MS = 1000;

const MOST_LATE = 6;

type Proof = Extract<Call, { input: string }>;
/** What of the calls proves something: each comes when the rest has had time to begin. */
export const proofsOf = (calls: Calls): Proof[] => calls.filter((call): call is Proof => 'lateMs' in call);

/**
 * The same calls with one proof coming later: once after each moment at which a sequence has brought something on. A flame is seen when
 * gas flows, not while a burner purges.
 * @param onAtMs moments at which something comes on while this is not proved
 */
export function laterVariants(calls: Calls, proof: Call, onAtMs: readonly number[]): Calls[] {
  const late = [...new Set(onAtMs.map((atMs) => atMs + AFTER_MS).filter((atMs) => atMs > LATE_MS))].sort((a, b) => b - a);
  return late.slice(-MOST_LATE).map((lateMs) => calls.map((call) => (call === proof ? { ...proof, lateMs } : call)));
}

/** The calls as a log from power-up. */
export function logOf(calls: Calls): LogEntry[] {
  const log: LogEntry[] = [{ atMs: 0, power: 'on' }];
  for (const call of calls) {
    if ('process' in call) log.push({ atMs: 0, process: call.process, to: call.to });
    else if (call.press === undefined) log.push({ atMs: call.lateMs ?? 0, device: call.device, input: call.input, on: call.on });
    else {
      const { device, input, on } = call;
      const atMs = call.press === 1 ? PRESS_AT_MS : SECOND_PRESS_AT_MS;
      log.push({ atMs, device, input, on }, { atMs: atMs + PRESS_MS, device, input, on: !on });
    }
  }
  return log;
}
