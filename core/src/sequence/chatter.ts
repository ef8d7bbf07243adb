import type { DeviceId } from '#core/circuit';
import type { CircuitPlan } from '#core/graph';
import { at, real } from '#core/units';
import { type Change, type Due, QUICK_MS } from './events';
import type { Moment } from './moment';
import type { Rig } from './rig';

interface Loop {
  readonly periodMs: number;
  readonly devices: readonly DeviceId[];
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
      const devices = [...new Set(changes.slice(before.change).map(({ part }) => at(plan.parts, part).device.id))];
      if (devices.length === 0) return undefined;
      const gain = (after: Moment, place: number): number => real(after.values, place) - real(before.values, place);
      return {
        periodMs: now - before.atMs,
        devices,
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
