import type { ConductorId, DeviceId } from '#core/circuit';
import { endsOfBranch, graphOf, reached } from '#core/graph';
import { branchAmpsRms } from '#core/network';
import type { Moment, Rig } from '#core/sequence';
import { at } from '#core/units';
import type { Calls } from '../calls';
import { type Feed, feedsOf, lets, wayThrough } from './feeds';

/** Two ends of one supply joined with nothing between that uses what flows. */
export interface Short {
  readonly calls: Calls;
  readonly source: DeviceId;
  readonly amps: number;
  /** devices and wires from one end to the other, in order */
  readonly through: readonly (DeviceId | ConductorId)[];
}

export interface ShortWatch {
  /** whether some supply is short-circuited now; the other figures of such a moment mean nothing */
  isShorted(moment: Moment, calls: Calls): boolean;
  result(): readonly Short[];
}

/** Joined ends draw more than anything else does: the way is looked for when a supply gives clearly more than it ever gave without one. */
const RECORD = 1.25;

/** Looks in every state for supplies whose ends are joined. */
export function watchShorts(rig: Rig): ShortWatch {
  const { plan, nets } = rig;
  const feeds = feedsOf(plan);
  const safeA = new Map<Feed, number>();
  const found = new Map<string, Short>();
  return {
    isShorted(moment, calls) {
      let isAny = false;
      for (const feed of feeds) {
        const amps = branchAmpsRms(nets, feed.branch);
        if (amps <= RECORD * (safeA.get(feed) ?? 0)) continue;
        const through = joinedThrough(rig, moment, feed);
        if (!through) {
          safeA.set(feed, amps);
          continue;
        }
        isAny = true;
        const key = `${feed.device} ${[...through].sort().join()}`;
        if (amps > (found.get(key)?.amps ?? 0)) found.set(key, { calls, source: feed.device, amps, through });
      }
      return isAny;
    },
    result: () => [...found.values()],
  };
}

/** Whether there is a way at all: asked of every supply of a panel in its first states, where there hardly ever is one. */
function isJoined(rig: Rig, moment: Moment, { hot, others }: Feed): boolean {
  const { plan } = rig;
  const graph = graphOf(plan);
  const net = reached([hot], (node) =>
    graph.branchesAt(node).flatMap((index) => {
      const branch = at(plan.branches, index);
      return lets(rig, moment, branch) ? endsOfBranch(branch) : NO_ENDS;
    }),
  );
  return [...others].some((node) => net.has(node));
}
const NO_ENDS: readonly number[] = [];

/** The way from a supply's hot end to another of its ends through wires and whatever conducts now; undefined: something is between. */
const joinedThrough = (rig: Rig, moment: Moment, feed: Feed): ReturnType<typeof wayThrough> =>
  isJoined(rig, moment, feed) ? wayThrough(rig, moment, feed.hot, (node) => feed.others.has(node)) : undefined;
