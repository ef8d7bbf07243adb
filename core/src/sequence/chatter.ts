import type { DeviceId } from '#core/circuit';
import type { CircuitPlan } from '#core/graph';
import type { Part } from '#core/kinds';
import { at, grouped, real } from '#core/units';
import { type Change, type Due, QUICK_MS } from './events';
import type { Moment } from './moment';
import type { Rig } from './rig';

/** Devices that come round together, and how soon. */
interface InStep {
  readonly devices: readonly DeviceId[];
  readonly periodMs: number;
  /** the round of a timer that is made to come and go */
  readonly isMeant: boolean;
}

interface Loop {
  /** until all of it stands as it stood */
  readonly periodMs: number;
  readonly inStep: readonly InStep[];
  readonly fromMs: number;
  /** whole rounds before some fuse or protector has gathered enough to open */
  roundsToHeat(after: Moment): number;
  gather(after: Moment, rounds: number): void;
}

/** Sees when the same state with the same remaining times comes round again. */
export interface ChatterWatch {
  forget(): void;
  see(now: number, moment: Moment, due: readonly (Due | undefined)[], changes: readonly Change[]): Loop | undefined;
}

interface Places {
  readonly gathering: readonly number[];
  readonly keyed: readonly number[];
}
const places = new WeakMap<CircuitPlan, Places>();

/** Where the numbers lie that open something as they gather, and those that tell two states apart. */
function placesIn(plan: CircuitPlan): Places {
  const known = places.get(plan);
  if (known) return known;
  const made = {
    gathering: plan.parts.flatMap(({ kind, valueAt, valueNames }) =>
      kind.opensAt === undefined ? [] : [valueAt + valueNames.indexOf(kind.opensAt)],
    ),
    keyed: plan.parts.flatMap(({ kind, valueAt, valueNames }) => (kind.isKeyed ? valueNames.map((_, place) => valueAt + place) : [])),
  };
  places.set(plan, made);
  return made;
}

/** More of a round than the parts that it works take to follow is not the timer's own. */
const ROUND_SLACK = 0.02;

/** Whether a part is a timer that comes and goes by itself, once in so long. */
const isRoundOf = (part: Part, periodMs: number): boolean =>
  part.kind === 'timer' &&
  part.timing === 'repeat' &&
  Math.abs(1000 * ((part.onDelayS ?? 0) + (part.offDelayS ?? 0)) - periodMs) <= ROUND_SLACK * periodMs;

/**
 * The devices of a loop, those together that come round equally often: a relay that chatters beside a timer that comes and goes has a
 * period of its own, however long it takes until both stand as they stood.
 */
function inStep(plan: CircuitPlan, changes: readonly Change[], periodMs: number): InStep[] {
  const turns = grouped(changes, ({ part }) => part);
  const often = new Map<DeviceId, number>();
  for (const [index, own] of turns) {
    const { device } = at(plan.parts, index);
    const rounds = own.filter(({ to }) => to === own[0]?.to).length;
    often.set(device.id, Math.max(rounds, often.get(device.id) ?? 0));
  }
  return [...grouped(often, ([, rounds]) => rounds)].map(([rounds, those]) => {
    const devices = those.map(([id]) => id);
    const ownMs = periodMs / rounds;
    return { devices, periodMs: ownMs, isMeant: devices.some((id) => plan.partsIn(id).some(({ part }) => isRoundOf(part, ownMs))) };
  });
}

/** Watches one run for a loop that comes round again. */
export function chatterWatch({ plan }: Rig): ChatterWatch {
  const seen = new Map<string, { atMs: number; change: number; values: Float64Array }>();
  const { gathering, keyed } = placesIn(plan);
  return {
    forget: () => seen.clear(),
    see(now, moment, due, changes) {
      const soon = due.flatMap((one) => (one && one.atMs - now <= QUICK_MS ? [`${one.part}>${one.mode}@${one.atMs - now}`] : [])).join();
      if (soon === '') return undefined;
      const key = `${moment.modes.join()}|${soon}|${keyed.map((place) => moment.values[place]).join()}`;
      const before = seen.get(key);
      seen.set(key, { atMs: now, change: changes.length, values: moment.values.slice() });
      if (!before || before.atMs === now) return undefined;
      const round = changes.slice(before.change);
      if (round.length === 0) return undefined;
      const gain = (after: Moment, place: number): number => real(after.values, place) - real(before.values, place);
      const periodMs = now - before.atMs;
      return {
        periodMs,
        inStep: inStep(plan, round, periodMs),
        fromMs: before.atMs,
        roundsToHeat: (after) =>
          gathering.reduce((least, place) => {
            const more = gain(after, place);
            return more > 1e-9 ? Math.min(least, Math.floor((1 - real(after.values, place)) / more)) : least;
          }, Number.POSITIVE_INFINITY),
        gather(after, rounds) {
          for (const place of gathering) after.values[place] = real(after.values, place) + Math.max(0, rounds * gain(after, place));
        },
      };
    },
  };
}
