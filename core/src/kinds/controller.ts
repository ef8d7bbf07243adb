import { impedanceOfVa, phasor, ZERO } from '#core/units';
import { between, kindOf, type Next, OPEN, ohmic, passive, type Sight, type TwoEnded } from './kind';

/** A named bit: an input `I0`, an output `Q0`, a memory `M1`, a timer `T1`; or a value compared, `A0>25.5`. */
interface Term {
  readonly name: string;
  readonly not?: boolean | undefined;
  readonly above?: number | undefined;
  readonly below?: number | undefined;
}

/** One line of a program: any of these sets of terms, all of a set together, drives what it names. */
interface ProgramRow {
  readonly when: readonly (readonly Term[])[];
  readonly does: 'drives' | 'sets' | 'resets';
  readonly to: string;
  /** on and off delays, seconds; a timer is a driven name with a delay */
  readonly onS?: number | undefined;
  readonly offS?: number | undefined;
  /** while this is so, the time that it has waited to come on is kept, though nothing calls it: run time that is counted */
  readonly keeps?: readonly (readonly Term[])[] | undefined;
}

/** A program as data: a table of conditions, latches and timers, evaluated from top to bottom once a scan. */
export interface Program {
  readonly scanMs: number;
  readonly rows: readonly ProgramRow[];
}

interface ControllerInput {
  readonly name: string;
  readonly a: string;
  readonly b: string;
  /** read on the inner supply, which has other volts than the rest of its inputs */
  readonly isInner?: boolean | undefined;
}

/** A programmable controller: supply, inputs with thresholds, outputs that its program drives. */
export interface Controller extends TwoEnded {
  readonly kind: 'controller';
  readonly ratedV: number | undefined;
  readonly va: number;
  /** its own supply is DC: inputs read volts of this kind and value */
  readonly startS: number;
  readonly inputs: readonly ControllerInput[];
  readonly analogs: readonly ControllerInput[];
  readonly outputs: readonly string[];
  readonly inputV: number;
  readonly inputMa: number;
  readonly program: Program;
  /** its own supply for loops that it feeds itself: a thermostat's two screws, a flame cell, electrodes. 24 V DC behind a fuse of its own */
  readonly inner?: { readonly plusNode: string; readonly zeroNode: string } | undefined;
}

/** What its inner supply has behind it. Common practice. */
const [INNER_V, INNER_OHMS] = [24, 100] as const;

/** IEC 61131-2 type 1, 24 V DC: on from 15 V, off under 5 V; between them an input keeps what it had. From memory. */
const [ON_SHARE, OFF_SHARE] = [15 / 24, 5 / 24] as const;
const WORKS_FROM = 0.8;
const HOLD_UP_MS = 20;
/** An analogue input of 0 to 10 V: about 100 kΩ. Common practice. */
const ANALOG_OHMS = 100_000;

type Mode = 'dark' | 'starting' | 'stopped' | 'running';

/** Every bit that a controller keeps, in the order of the image: inputs, then whatever its program names. */
function bitsOf({ inputs, program }: Pick<Controller, 'inputs' | 'program'>): string[] {
  return [...new Set([...inputs.map(({ name }) => name), ...program.rows.map(({ to }) => to)])];
}

/** A delayed row keeps how long it has waited, ms; −1: it waits for nothing; −2 and below: so long, and it stands still. */
const waitName = (row: number): string => `wait ${row}`;

/** What stands still is kept below this: −2 − ms. */
const STILL = -2;

const voltsOf = ({ inputV }: Pick<Controller, 'inputV'>, { isInner }: ControllerInput): number => (isInner ? INNER_V : inputV);

type Image = Readonly<Record<string, number>>;

/** What the program sees of the outside. */
interface Reads {
  digital(input: ControllerInput, was: boolean): boolean;
  analog(name: string): number;
}

/** One scan: inputs as read, rows from top to bottom, each seeing what the rows above have just written. @returns what differs from the image */
export function scan(part: Controller, image: Image, reads: Reads): Image {
  const bits: Record<string, number> = { ...image };
  for (const input of part.inputs) bits[input.name] = reads.digital(input, image[input.name] === 1) ? 1 : 0;
  const isTrue = ({ name, not, above, below }: Term): boolean => {
    const value = above !== undefined || below !== undefined ? reads.analog(name) : (bits[name] ?? 0);
    const is = above !== undefined ? value > above : below !== undefined ? value < below : value === 1;
    return is !== (not ?? false);
  };
  part.program.rows.forEach(({ when, does, to, onS = 0, offS = 0, keeps = [] }, index) => {
    const isCalled = when.some((all) => all.every(isTrue));
    if (does !== 'drives') {
      if (isCalled) bits[to] = does === 'sets' ? 1 : 0;
      return;
    }
    const wait = waitName(index);
    const kept = bits[wait] ?? -1;
    const waited = kept <= STILL ? STILL - kept : kept;
    const delayMs = 1000 * (isCalled ? onS : offS);
    const isThere = (bits[to] === 1) === isCalled;
    const isDue = delayMs === 0 || waited >= delayMs - 1e-6;
    if (!isThere && isDue) bits[to] = isCalled ? 1 : 0;
    const stands = !isCalled && isThere && waited > 0 && keeps.some((all) => all.every(isTrue));
    bits[wait] = stands ? STILL - waited : isThere || isDue ? -1 : Math.max(waited, 0);
  });
  return Object.fromEntries(Object.entries(bits).filter(([name, value]) => (image[name] ?? 0) !== value));
}

/** Waiting rows after some time more. */
const advanced = ({ program }: Controller, image: Image, ms: number): Image =>
  Object.fromEntries(
    program.rows.flatMap((_, row) => ((image[waitName(row)] ?? -1) < 0 ? [] : [[waitName(row), (image[waitName(row)] ?? 0) + ms]])),
  );

/** Milliseconds until the first waiting row is due; Infinity where none waits. */
const firstDueMs = ({ program }: Controller, image: Image): number =>
  program.rows.reduce((least, { to, onS = 0, offS = 0 }, row) => {
    const waited = image[waitName(row)] ?? -1;
    return waited < 0 ? least : Math.min(least, Math.max(0, 1000 * (image[to] === 1 ? offS : onS) - waited));
  }, Number.POSITIVE_INFINITY);

/** Which branch each input stands on: after the supply, digital ones first. */
const branchOf = (index: number): number => 1 + index;

const readsOf = (part: Controller, { look }: Sight): Reads => ({
  digital(input, was) {
    const share = look.volts(branchOf(part.inputs.indexOf(input))) / voltsOf(part, input);
    return share >= ON_SHARE || (was && share > OFF_SHARE);
  },
  analog(name) {
    const index = part.analogs.findIndex((one) => one.name === name);
    return index < 0 ? 0 : look.volts(branchOf(part.inputs.length + index));
  },
});

/** Everything off, nothing waiting: outputs fall on stop and on loss of power. */
const cleared = (part: Controller): Image =>
  Object.fromEntries([...bitsOf(part).map((name) => [name, 0]), ...part.program.rows.map((_, row) => [waitName(row), -1])]);

export const controller = kindOf<Controller>()({
  kind: 'controller',
  modes: ['dark', 'starting', 'stopped', 'running'],
  values: cleared,
  ends: ({ a, b, inputs, analogs, inner }) => [
    ...new Set([a, b, ...[...inputs, ...analogs].flatMap((one) => [one.a, one.b]), ...(inner ? [inner.plusNode, inner.zeroNode] : [])]),
  ],
  branches: ({ a, b, inputs, analogs, inner }) => [
    between(a, b, 'load'),
    ...[...inputs, ...analogs].map((one) => between(one.a, one.b, 'load')),
    ...(inner ? [between(inner.plusNode, inner.zeroNode, 'source')] : []),
  ],
  admittances({ ratedV, va, inputs, analogs, inputV, inputMa, inner }, { state, fault }, hz) {
    const own =
      ratedV === undefined || fault === 'dead' ? OPEN : hz === 0 ? ohmic((ratedV * ratedV) / va) : passive(impedanceOfVa(ratedV, va, 0.6));
    const isUp = state.mode !== 'dark' && hz === 0;
    return [
      own,
      ...inputs.map((input) => ohmic((1000 * voltsOf({ inputV }, input)) / inputMa)),
      ...analogs.map(() => ohmic(ANALOG_OHMS)),
      ...(inner ? [{ y: phasor(1 / INNER_OHMS), emf: isUp ? phasor(INNER_V) : ZERO }] : []),
    ];
  },
  isKeyed: true,
  drivesHz: ({ inner }) => (inner ? 0 : undefined),
  faults: [
    { mode: 'dead', weight: 3, isProvedBySwap: true },
    { mode: 'stopped', weight: 2 },
  ],
  drive: ({ ratedV }, look) => (ratedV === undefined ? 0 : look.volts(0) / ratedV),
  next(part, { state, fault }, sight): Next<Mode, string> | null {
    const { scanMs } = part.program;
    if (sight.drive < WORKS_FROM || fault === 'dead')
      return state.mode === 'dark' ? null : { mode: 'dark', inMs: HOLD_UP_MS, values: cleared(part) };
    if (state.mode === 'dark') return { mode: 'starting', inMs: 1 };
    if (state.mode === 'starting') return { mode: 'running', inMs: part.startS * 1000 };
    if (fault === 'stopped') return state.mode === 'stopped' ? null : { mode: 'stopped', inMs: 1, values: cleared(part) };
    const reads = readsOf(part, sight);
    const writes = scan(part, state, reads);
    if (Object.keys(writes).length > 0) return { mode: 'running', inMs: scanMs, when: 'sooner', values: writes };
    const dueMs = firstDueMs(part, state);
    if (dueMs === Number.POSITIVE_INFINITY) return null;
    // rows wait and nothing else happens: the next scan that matters is the one in which the first of them is due
    const inMs = Math.max(1, Math.ceil(dueMs / scanMs)) * scanMs;
    return { mode: 'running', inMs, when: 'sooner', values: scan(part, { ...state, ...advanced(part, state, inMs) }, reads) };
  },
  gathers: (part, { state }, _sight, dtMs) => (state.mode === 'running' ? advanced(part, state, dtMs) : {}),
  holds: (_part, { state }, channel) => state.mode === 'running' && channel !== undefined && state[channel] === 1,
  sights: { dark: 'off', starting: 'under way', stopped: 'off', running: 'on' },
  see: (_part, { state }) => state.mode,
  loadClass: () => 'electronics',
  drawn: ({ a, b, va, inputs, analogs }) => [
    { as: 'element', sub: 'supply', symbol: 'box', a, b, isLoad: true, text: { value: va, unit: 'VA' } },
    ...[...inputs, ...analogs].map(
      (one) => ({ as: 'element', sub: one.name, symbol: 'box', a: one.a, b: one.b, isLoad: true, text: one.name }) as const,
    ),
  ],
});
