import type { DeviceId } from '#core/circuit';
import type { PlannedPart } from '#core/graph';
import type { Phase } from '#core/kinds';
import { at } from '#core/units';
import type { Moment } from './moment';
import { howAt, type Rig, sightOf } from './rig';

/** What is to be seen of every part, by index: place among its kind's sights; −1 where there is nothing to see or its print is unread. */
export type Seen = Int8Array;

const names = new WeakMap<object, readonly string[]>();
const sightNames = ({ kind }: PlannedPart): readonly string[] => {
  const known = names.get(kind);
  if (known) return known;
  const made = Object.keys(kind.sights ?? {});
  names.set(kind, made);
  return made;
};

/** Looks at every part at a moment that the nets show: the one place that says what is on. */
export function lookAround(rig: Rig, moment: Moment): Seen {
  const seen: Seen = new Int8Array(rig.plan.parts.length).fill(-1);
  for (const planned of rig.plan.parts) {
    const sight = planned.kind.see?.(planned.part, howAt(rig, planned, moment), sightOf(rig, planned, moment));
    if (sight !== undefined) seen[planned.index] = sightNames(planned).indexOf(sight);
  }
  return seen;
}

/** What is seen of a part: its kind's own word, and whether that is on, under way or off. */
export function sightAt(seen: Seen, planned: PlannedPart): { readonly word: string; readonly phase: Phase } | undefined {
  const place = seen[planned.index] ?? -1;
  if (place < 0 || !planned.kind.sights) return undefined;
  const word = at(sightNames(planned), place);
  return { word, phase: planned.kind.sights[word] ?? 'off' };
}

/** What a person sees and hears of each device: on or not, by tag. */
export type Sightings = Readonly<Record<string, boolean>>;

/** By tag: a device is on when any part of it is; the coil that resets a latching relay shows nothing that lasts. */
export function sightingsOf({ plan }: Rig, seen: Seen): Sightings {
  const found: Record<string, boolean> = {};
  for (const planned of plan.parts) {
    const sight = sightAt(seen, planned);
    if (!sight || !lasts(planned)) continue;
    found[planned.device.tag] = sight.phase === 'on' || (found[planned.device.tag] ?? false);
  }
  return found;
}

const lasts = ({ part }: PlannedPart): boolean =>
  !(part.kind === 'coil' && part.latch === 'reset') && part.kind !== 'series-timer' && part.kind !== 'sensor';

/** Devices that are on: what moves the processes of the circuit. */
export function devicesOn({ plan }: Rig, seen: Seen): Set<DeviceId> {
  return new Set(plan.parts.flatMap((planned) => (sightAt(seen, planned)?.phase === 'on' ? [planned.device.id] : [])));
}
