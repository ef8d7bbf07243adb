import type { DeviceId, LogEntry } from '#core/circuit';
import { ACTORS } from './actors';
import { linkMoves, moveContacts, resetTrips } from './contacts';
import { applyEntry, copyMoment, type Moment, type Rig, restMoment } from './rig';
import { accumulate, settleMoment, sightOf } from './sight';

/** The circuit at one event and until the next; volts to earth by node, one pair of arrays per frequency. */
export interface Frame {
  readonly atMs: number;
  readonly moment: Moment;
  readonly volts: readonly { readonly hz: number; readonly re: Float64Array; readonly im: Float64Array }[];
  /** what is due, by part index: the countdown on a running timer */
  readonly due: readonly { readonly part: number; readonly mode: number; readonly atMs: number }[];
}

export interface Change {
  readonly atMs: number;
  readonly part: number;
  readonly from: number;
  readonly to: number;
}

/** A loop that never settles: named, timed, and not hidden by giving up. */
export interface Chatter {
  readonly fromMs: number;
  /** Infinity while nothing else ends it */
  readonly untilMs: number;
  readonly periodMs: number;
  readonly devices: readonly DeviceId[];
}

export interface Trace {
  readonly frames: readonly Frame[];
  readonly changes: readonly Change[];
  readonly chatter: readonly Chatter[];
  /** the run was cut here because it would go on for ever */
  readonly cutAtMs: number | undefined;
}

const FOUR_HOURS_MS = 4 * 3600_000;
const MOST_FRAMES = 20_000;
/** Due times beyond this are told apart from the quick ones that make chatter. */
const QUICK_MS = 2000;

interface Due {
  mode: number;
  atMs: number;
}

/**
 * Runs a log of inputs and switch positions from rest until nothing moves any more.
 * Same plan, faults and log give the same trace: there is no clock and no chance in it.
 * @param untilMs stop here even if more would happen
 * @param observe called at each frame while the rig's nets still show it
 */
export function runLog(rig: Rig, log: readonly LogEntry[], untilMs = Number.POSITIVE_INFINITY, observe?: (frame: Frame) => void): Trace {
  const entries = [...log].sort((a, b) => a.atMs - b.atMs);
  const frames: Frame[] = [];
  const changes: Change[] = [];
  const chatter: Chatter[] = [];
  const due: (Due | undefined)[] = rig.plan.parts.map(() => undefined);
  const horizon = Math.min(untilMs, (entries.at(-1)?.atMs ?? 0) + FOUR_HOURS_MS);
  const watch = chatterWatch(rig);
  let moment = restMoment(rig.plan);
  let now = 0;
  let next = 0;
  let cutAtMs: number | undefined;

  const settle = () => {
    resetTrips(rig, moment);
    linkMoves(rig, moment);
    for (let round = 0; round < 4 && moveContacts(rig, moment).length > 0; round++);
    settleMoment(rig, moment);
    for (const { part, index } of rig.plan.parts) {
      const decide = ACTORS[part.kind];
      if (!decide) continue;
      const wanted = decide(part as never, sightOf(rig, index, moment));
      if (!wanted) due[index] = undefined;
      else if (wanted.fresh || due[index]?.mode !== wanted.mode)
        due[index] = { mode: wanted.mode, atMs: now + Math.max(wanted.inMs === 0 ? 0 : 1, Math.ceil(wanted.inMs - 1e-6)) };
    }
    const pending = due.flatMap((one, part) => (one ? [{ part, mode: one.mode, atMs: one.atMs }] : []));
    const frame = {
      atMs: now,
      moment: copyMoment(moment),
      due: pending,
      volts: rig.nets.map(({ hz, vRe, vIm }) => ({ hz, re: vRe.slice(), im: vIm.slice() })),
    };
    if (frames.at(-1)?.atMs === now) frames[frames.length - 1] = frame;
    else frames.push(frame);
    observe?.(frame);
  };

  const applyEntries = () => {
    for (; next < entries.length && entries[next]!.atMs <= now; next++) moment = applyEntry(rig, moment, entries[next]!);
  };

  applyEntries();
  settle();
  while (frames.length < MOST_FRAMES) {
    const soonest = due.reduce((least, one) => Math.min(least, one?.atMs ?? Number.POSITIVE_INFINITY), Number.POSITIVE_INFINITY);
    const at = Math.min(soonest, entries[next]?.atMs ?? Number.POSITIVE_INFINITY);
    if (at > horizon) {
      if (at < Number.POSITIVE_INFINITY && horizon < untilMs) cutAtMs = horizon;
      break;
    }
    accumulate(rig, moment, at - now);
    now = at;
    const isOutside = entries[next] !== undefined && entries[next]!.atMs <= now;
    applyEntries();
    for (let part = 0; part < due.length; part++) {
      const one = due[part];
      if (!one || one.atMs > now) continue;
      due[part] = undefined;
      const from = moment.modes[part]!;
      if (one.mode === from) continue; // a way-point of a travel: its end switch
      moment.modes[part] = one.mode;
      if (one.mode === 1 && rig.plan.parts[part]!.part.kind === 'fuse') moment.values[part] = 1;
      if (rig.plan.parts[part]!.part.kind === 'series-timer') moment.values[part] = one.mode === 2 ? 1 : 0;
      changes.push({ atMs: now, part, from, to: one.mode });
    }
    settle();
    if (isOutside) watch.forget();
    const loop = watch.see(now, moment, due, changes);
    if (!loop) continue;
    const others = Math.min(
      entries[next]?.atMs ?? Number.POSITIVE_INFINITY,
      due.reduce((least, one) => (one && one.atMs - now > QUICK_MS ? Math.min(least, one.atMs) : least), Number.POSITIVE_INFINITY),
    );
    const heat = loop.roundsToHeat(moment);
    const rounds = Math.min(
      heat,
      others === Number.POSITIVE_INFINITY ? Number.POSITIVE_INFINITY : Math.floor((others - now) / loop.periodMs) - 1,
    );
    if (!(rounds >= 1)) continue;
    const until = rounds === Number.POSITIVE_INFINITY ? Number.POSITIVE_INFINITY : now + rounds * loop.periodMs;
    const last = chatter.at(-1);
    if (last && last.untilMs >= now - 2 * loop.periodMs) chatter[chatter.length - 1] = { ...last, untilMs: until };
    else chatter.push({ fromMs: loop.fromMs, untilMs: until, periodMs: loop.periodMs, devices: loop.devices });
    if (until >= horizon) {
      chatter[chatter.length - 1] = { ...chatter.at(-1)!, untilMs: Number.POSITIVE_INFINITY };
      break;
    }
    loop.gather(moment, rounds);
    for (const one of due) if (one && one.atMs - now <= QUICK_MS) one.atMs += until - now;
    now = until;
    watch.forget();
  }
  if (frames.length >= MOST_FRAMES) cutAtMs = now;
  return { frames, changes, chatter, cutAtMs };
}

/** Sees when the same state with the same remaining times comes round again. */
function chatterWatch(rig: Rig) {
  const seen = new Map<string, { atMs: number; change: number; values: Float64Array }>();
  const gathers = rig.plan.parts.filter(({ part }) => part.kind === 'fuse' || part.kind === 'motor').map(({ index }) => index);
  return {
    forget: () => seen.clear(),
    see(now: number, moment: Moment, due: readonly (Due | undefined)[], changes: readonly Change[]) {
      const soon = due.map((one, part) => (one && one.atMs - now <= QUICK_MS ? `${part}>${one.mode}@${one.atMs - now}` : '')).join('');
      if (soon === '') return undefined;
      const key = `${moment.modes.join()}|${soon}`;
      const before = seen.get(key);
      seen.set(key, { atMs: now, change: changes.length, values: moment.values.slice() });
      if (!before || before.atMs === now) return undefined;
      const periodMs = now - before.atMs;
      const devices = [...new Set(changes.slice(before.change).map(({ part }) => rig.plan.parts[part]!.device.id))];
      if (devices.length === 0) return undefined;
      return {
        periodMs,
        devices,
        fromMs: before.atMs,
        /** whole rounds before some fuse or protector has gathered enough to open */
        roundsToHeat: (after: Moment) =>
          gathers.reduce((least, index) => {
            const gain = after.values[index]! - before.values[index]!;
            return gain > 1e-9 ? Math.min(least, Math.floor((1 - after.values[index]!) / gain)) : least;
          }, Number.POSITIVE_INFINITY),
        gather(after: Moment, rounds: number) {
          for (const index of gathers) after.values[index]! += Math.max(0, rounds * (after.values[index]! - before.values[index]!));
        },
      };
    },
  };
}

/** The frame that holds at a moment. */
export function frameAt(trace: Trace, atMs: number): Frame {
  let low = 0;
  let high = trace.frames.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (trace.frames[middle]!.atMs <= atMs) low = middle;
    else high = middle - 1;
  }
  return trace.frames[low]!;
}
