import type { DeviceId, LogEntry } from '#core/circuit';
import type { Next } from '#core/kinds';
import { at, real } from '#core/units';
import { type ChatterWatch, chatterWatch } from './chatter';
import { type Change, type Due, QUICK_MS } from './events';
import { copyMoment, type Moment, modeAt, putState, putValues, stateAt } from './moment';
import { applyEntry, howAt, type Rig, sightOf } from './rig';
import { followedRest, followMovers, settleMoment } from './settle';
import { devicesOn, lookAround, type Seen } from './sights';

/** The circuit at one event and until the next. */
export interface Frame {
  readonly atMs: number;
  readonly moment: Moment;
  readonly seen: Seen;
  /** the countdown on a running timer, the way to an end switch */
  readonly due: readonly Due[];
}

/** A loop that never settles: named, timed, and not hidden by giving up. */
interface Chatter {
  readonly fromMs: number;
  /** Infinity while nothing else ends it */
  readonly untilMs: number;
  readonly periodMs: number;
  /** a timer that is made to come and go makes it: no fault, and each of its rounds is like the first */
  readonly isMeant: boolean;
  readonly devices: readonly DeviceId[];
}

/**
 * A limit of the program that a run has met; what lies behind it was not looked at.
 * `frames`: too many events. `hours`: it would go on longer than is run. `instant`: things undo each other without time passing.
 * `unsettled`: the circuit and a part that is not linear did not come to rest.
 */
export interface RunLimit {
  readonly code: 'frames' | 'hours' | 'instant' | 'unsettled';
  readonly atMs: number;
  readonly devices: readonly DeviceId[];
}

export interface Trace {
  readonly frames: readonly Frame[];
  readonly changes: readonly Change[];
  readonly chatter: readonly Chatter[];
  readonly limits: readonly RunLimit[];
}

const FOUR_HOURS_MS = 4 * 3600_000;
const MOST_FRAMES = 20_000;
/** Events that follow each other without time passing: more than this is a race that never ends. */
const roundsAtOnce = (rig: Rig): number => 32 + 4 * rig.plan.parts.length;

export interface RunOptions {
  /** stop here even if more would happen */
  readonly untilMs?: number;
  /** processes stay where the log puts them: for trying states, not for living through a day */
  readonly holdProcesses?: boolean;
  /** called at each frame while the rig's nets still show it */
  readonly observe?: (frame: Frame) => void;
}

/** Where a run can be taken up again: as it stood when an outside act had just been done. */
interface Mark {
  readonly entries: number;
  readonly frames: number;
  readonly changes: number;
  readonly chatter: number;
  readonly limits: number;
}

/** A run so far, and the marks along it. */
interface Running {
  readonly trace: { frames: Frame[]; changes: Change[]; chatter: Chatter[]; limits: RunLimit[] };
  readonly marks: Mark[];
  readonly entries: readonly LogEntry[];
}

/**
 * Runs a log of inputs and switch positions from rest until nothing moves any more.
 * Same plan, faults and log give the same trace: there is no clock and no chance in it.
 */
export function runLog(rig: Rig, log: readonly LogEntry[], options: RunOptions = {}): Trace {
  return drained(running(rig, log, options)).trace;
}

const drained = <T>(walk: Generator<unknown, T>): T => {
  for (;;) {
    const step = walk.next();
    if (step.done) return step.value;
  }
};

/** Keeps a run and goes on from where a new log parts from the last one, so that a click late in a long log costs no more than an early one. */
export function createRunner(rig: Rig): { run(log: readonly LogEntry[]): Generator<number, Trace> } {
  let last: Running | undefined;
  return {
    *run(log) {
      last = yield* running(rig, log, {}, last);
      return last.trace;
    },
  };
}

const inOrder = (log: readonly LogEntry[]): LogEntry[] => [...log].sort((a, b) => a.atMs - b.atMs);
const isSame = (a: LogEntry | undefined, b: LogEntry | undefined): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Yields how many events it has seen, every so often, so that whoever runs it can do something else or give up. */
function* running(
  rig: Rig,
  log: readonly LogEntry[],
  { untilMs = Number.POSITIVE_INFINITY, holdProcesses = false, observe }: RunOptions,
  last?: Running,
): Generator<number, Running> {
  const { plan } = rig;
  const entries = inOrder(log);
  const kept = last && resumable(last, entries);
  const frames = last && kept ? last.trace.frames.slice(0, kept.frames) : [];
  const changes = last && kept ? last.trace.changes.slice(0, kept.changes) : [];
  const chatter = last && kept ? last.trace.chatter.slice(0, kept.chatter) : [];
  const limits = last && kept ? last.trace.limits.slice(0, kept.limits) : [];
  const marks = last && kept ? last.marks.filter((mark) => mark.entries <= kept.entries) : [];
  const trace = { frames, changes, chatter, limits };
  const horizon = Math.min(untilMs, (entries.at(-1)?.atMs ?? 0) + FOUR_HOURS_MS);
  const watch: ChatterWatch = chatterWatch(rig);
  const due: (Due | undefined)[] = plan.parts.map(() => undefined);
  const from = frames.at(-1);
  for (const one of from?.due ?? []) due[one.part] = one;
  let moment = from ? copyMoment(from.moment) : followedRest(rig);
  /** devices in which something has moved since they were last followed; a fault may hold a part elsewhere from the start */
  const moved = new Set<DeviceId>(from ? [] : faultedDevices(rig));
  let now = from?.atMs ?? 0;
  let next = kept?.entries ?? 0;
  let atOnce = 0;

  const limit = (code: RunLimit['code'], devices: readonly DeviceId[] = []): void => void limits.push({ code, atMs: now, devices });
  const deviceOf = (part: number): DeviceId => at(plan.parts, part).device.id;

  const settle = (): boolean => {
    const isFollowed = followMovers(rig, moment, moved);
    moved.clear();
    if (!settleMoment(rig, moment)) limit('unsettled');
    const seen = lookAround(rig, moment);
    if (holdProcesses) moment.rates.fill(0);
    else setRates(rig, moment, seen);
    for (const planned of plan.parts) {
      const { index, kind, part } = planned;
      if (!kind.next) continue;
      const wanted = kind.next(part, howAt(rig, planned, moment), sightOf(rig, planned, moment));
      const isSpared = wanted !== null && wanted.mode === kind.wreck && !rig.wrecks;
      due[index] = dueAfter(due[index], index, now, isSpared || (wanted && isLockedOut(rig, moment, index, wanted.mode)) ? null : wanted);
    }
    const frame: Frame = { atMs: now, moment: copyMoment(moment), seen, due: due.filter((one) => one !== undefined) };
    if (frames.at(-1)?.atMs === now) frames[frames.length - 1] = frame;
    else frames.push(frame);
    observe?.(frame);
    return isFollowed;
  };
  const applyEntries = (): boolean => {
    const before = next;
    for (let entry = entries[next]; entry && entry.atMs <= now; entry = entries[++next]) {
      moment = applyEntry(rig, moment, entry);
      for (const device of devicesOf(rig, entry)) moved.add(device);
    }
    return next > before;
  };
  const markHere = (): void =>
    void marks.push({ entries: next, frames: frames.length, changes: changes.length, chatter: chatter.length, limits: limits.length });
  const soonestMs = (of: (one: Due) => boolean = () => true): number =>
    due.reduce((least, one) => (one && of(one) ? Math.min(least, one.atMs) : least), Number.POSITIVE_INFINITY);

  if (!from) {
    applyEntries();
    if (!settle()) limit('instant', []);
    markHere();
  }
  for (let events = 1; ; events++) {
    if (events % 64 === 0) yield events;
    if (frames.length >= MOST_FRAMES) {
      limit('frames', [...new Set(due.flatMap((one) => (one ? [deviceOf(one.part)] : [])))]);
      break;
    }
    const entryMs = entries[next]?.atMs ?? Number.POSITIVE_INFINITY;
    const at1 = Math.min(soonestMs(), entryMs);
    if (at1 > horizon) {
      if (at1 < Number.POSITIVE_INFINITY && horizon < untilMs)
        limit('hours', [...new Set(due.flatMap((one) => (one ? [deviceOf(one.part)] : [])))]);
      break;
    }
    atOnce = at1 === now ? atOnce + 1 : 0;
    if (atOnce > roundsAtOnce(rig)) {
      limit('instant', [...new Set(due.flatMap((one) => (one && one.atMs <= now ? [deviceOf(one.part)] : [])))]);
      break;
    }
    gather(rig, moment, at1 - now);
    now = at1;
    const isOutside = applyEntries();
    for (let index = 0; index < due.length; index++) {
      const one = due[index];
      if (!one || one.atMs > now) continue;
      due[index] = undefined;
      const change = take(rig, moment, one);
      moved.add(deviceOf(one.part));
      if (change) changes.push({ atMs: now, ...change });
    }
    if (!settle()) limit('instant', []);
    if (isOutside) {
      watch.forget();
      markHere();
    }
    const loop = watch.see(now, moment, due, changes);
    if (!loop) continue;
    const others = Math.min(
      entries[next]?.atMs ?? Number.POSITIVE_INFINITY,
      soonestMs((one) => one.atMs - now > QUICK_MS),
    );
    const rounds = Math.min(
      loop.roundsToHeat(moment),
      others === Number.POSITIVE_INFINITY ? Number.POSITIVE_INFINITY : Math.floor((others - now) / loop.periodMs) - 1,
    );
    if (!(rounds >= 1)) continue;
    const until = rounds === Number.POSITIVE_INFINITY ? Number.POSITIVE_INFINITY : now + rounds * loop.periodMs;
    const isOver = until >= horizon;
    const untilSaid = isOver ? Number.POSITIVE_INFINITY : until;
    for (const one of loop.inStep) {
      const last = chatter.findLastIndex(({ devices }) => devices.join() === one.devices.join());
      const before = chatter[last];
      if (before && before.untilMs >= now - 2 * loop.periodMs) chatter[last] = { ...before, untilMs: untilSaid };
      else chatter.push({ ...one, fromMs: loop.fromMs, untilMs: untilSaid });
    }
    if (isOver) break;
    loop.gather(moment, rounds);
    for (let index = 0; index < due.length; index++) {
      const one = due[index];
      if (one && one.atMs - now <= QUICK_MS) due[index] = { ...one, atMs: one.atMs + until - now };
    }
    now = until;
    watch.forget();
  }
  return { trace, marks, entries };
}

/** Devices with a part that has a fault. */
const faultedDevices = ({ plan, faultOf }: Rig): DeviceId[] =>
  plan.parts.flatMap(({ device, index }) => (faultOf[index] === undefined ? [] : [device.id]));

/** Devices that an entry of the log does something to; the power switch opens and closes its own. */
function devicesOf({ plan }: Rig, entry: LogEntry): readonly DeviceId[] {
  if ('power' in entry) {
    const { control, isolated } = plan.circuit.powerSwitch;
    return [...control.open, ...isolated.open];
  }
  return 'process' in entry ? [] : ['replaced' in entry ? entry.replaced : entry.device];
}

/** The last mark of a run up to which another log is the same. */
function resumable({ marks, entries: old }: Running, entries: readonly LogEntry[]): Mark | undefined {
  let alike = 0;
  while (alike < Math.min(old.length, entries.length) && isSame(old[alike], entries[alike])) alike++;
  // an entry at a mark's own moment belongs to it: a run is not taken up between two acts of one instant
  return marks.findLast((mark) => mark.entries <= alike && entries[mark.entries]?.atMs !== entries[mark.entries - 1]?.atMs);
}

/** When a part's next change is due, given what was due before. */
function dueAfter(before: Due | undefined, part: number, now: number, wanted: Next | null): Due | undefined {
  if (!wanted) return undefined;
  const { mode, inMs, when = 'first', values } = wanted;
  const fresh = now + Math.max(inMs === 0 ? 0 : 1, Math.ceil(inMs - 1e-6));
  if (!before || before.mode !== mode || when === 'fresh') return { part, mode, atMs: fresh, values };
  return { part, mode, atMs: when === 'sooner' ? Math.min(before.atMs, fresh) : before.atMs, values };
}

/** Whether a mechanical interlock keeps an armature from closing: the other one is in. */
const isLockedOut = ({ plan }: Rig, moment: Moment, index: number, mode: string): boolean =>
  mode === 'in' && (plan.locks.get(index) ?? []).some((other) => modeAt(moment, at(plan.parts, other)) === 'in');

/** Does what is due. @returns the change, unless it was a way-point: an end switch, a scan */
function take(rig: Rig, moment: Moment, { part, mode, values }: Due): Omit<Change, 'atMs'> | undefined {
  const planned = at(rig.plan.parts, part);
  const from = modeAt(moment, planned);
  if (isLockedOut(rig, moment, part, mode)) return undefined;
  putState(moment, planned, mode, values);
  if (from === mode) return undefined;
  const brought = planned.kind.enters?.(planned.part, stateAt(moment, planned));
  if (brought) putValues(moment, planned, brought);
  return { part, from, to: mode };
}

/** Heat gathered, way travelled, processes moved over `dtMs` at the present volts. */
function gather(rig: Rig, moment: Moment, dtMs: number): void {
  if (dtMs <= 0) return;
  for (const planned of rig.plan.parts) {
    const { kind, part } = planned;
    if (kind.gathers) putValues(moment, planned, kind.gathers(part, howAt(rig, planned, moment), sightOf(rig, planned, moment), dtMs));
  }
  rig.plan.processes.forEach(({ least, most }, index) => {
    const value = real(moment.processes, index) + (real(moment.rates, index) * dtMs) / 60_000;
    moment.processes[index] = Math.min(most, Math.max(least, value));
  });
}

/** The rate of every process: its drift, and what moves it while it is on. */
function setRates(rig: Rig, moment: Moment, seen: Seen): void {
  if (rig.plan.processes.length === 0) return;
  const on = devicesOn(rig, seen);
  rig.plan.processes.forEach(({ driftPerMinute, movedBy }, index) => {
    moment.rates[index] = movedBy.reduce((sum, { device, perMinute }) => sum + (on.has(device) ? perMinute : 0), driftPerMinute);
  });
}

/** The frame that holds at a moment. */
export function frameAt({ frames }: Pick<Trace, 'frames'>, atMs: number): Frame {
  let low = 0;
  let high = frames.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (at(frames, middle).atMs <= atMs) low = middle;
    else high = middle - 1;
  }
  return at(frames, low);
}
