import type { ConductorId, DeviceId } from '#core/circuit';
import { EARTH_NODE, endsOfBranch, numberPartition } from '#core/graph';
import { fullVolts } from '#core/kinds';
import { branchAmps, branchAmpsRms } from '#core/network';
import type { Moment, Rig } from '#core/sequence';
import { at, grouped, magnitude, scale } from '#core/units';
import type { Calls } from '../calls';
import { type Feed, feedsOf, lets, wayThrough } from './feeds';
import type { MakeWatch } from './watch';

/** Two supplies both of whose sides meet: each feeds what the other feeds, and the other itself. */
export interface Meeting {
  readonly a: DeviceId;
  readonly b: DeviceId;
  /** what they are; `mixed`: of two kinds, as a secondary and a DC supply */
  readonly of: 'mains' | 'secondaries' | 'direct' | 'mixed';
  /** the most amps that run round through both, beside what their loads draw */
  readonly roundA: number;
  /** rated amps of the weaker, where a plate says them */
  readonly ratedA: number | undefined;
  readonly calls: Calls;
  /** devices and wires from the hot end of the one to the other, in order */
  readonly through: readonly (DeviceId | ConductorId)[];
}

/** Supplies of one device that might meet those of another, whatever closes. */
interface Pair {
  readonly a: readonly Feed[];
  readonly b: readonly Feed[];
}

const OF = { source: 'mains', transformer: 'secondaries', 'dc-output': 'direct' } as const;
const kindOfFeed = ({ part }: Feed): (typeof OF)[keyof typeof OF] => OF[part.kind as keyof typeof OF];
/** Their terminals: earth is not one of them. */
const endsOf = (feeds: readonly Feed[]): Set<number> =>
  new Set(feeds.flatMap(({ hot, others }) => [hot, ...others]).filter((node) => node !== EARTH_NODE));

/** Looks in every state for supplies that meet; only those are looked at that some closed contact could bring together. */
export const watchMeets: MakeWatch<readonly Meeting[]> = (rig) => {
  const { plan } = rig;
  const feeds = feedsOf(plan);
  const devices = [...grouped(feeds, ({ device }) => device).values()];
  const groupsWhen = (isThrough: (index: number) => boolean): ((node: number) => number) => {
    const groups = numberPartition(plan.nodeCount + 1, -1);
    for (const [index, branch] of plan.branches.entries()) {
      const [a, b] = endsOfBranch(branch);
      if (a !== undefined && b !== undefined && isThrough(index)) groups.join(a, b);
    }
    return groups.groupOf;
  };
  const couldPass = (index: number): boolean => ['wire', 'joint', 'pass'].includes(at(plan.branches, index).role);
  const ever = devices.length < 2 ? undefined : groupsWhen(couldPass);
  const pairs = ever ? pairsOf(devices, ever) : [];
  const found = new Map<Pair, Meeting>();
  return {
    see({ moment }, { calls }) {
      if (pairs.length === 0) return;
      const now = groupsWhen((index) => lets(rig, moment, at(plan.branches, index)));
      for (const pair of pairs) {
        const hot = isMet(now, pair.a, pair.b);
        if (!hot) continue;
        const roundA = Math.max(...pair.a.map((one) => roundAmps(rig, now, one, pair.b)));
        const known = found.get(pair);
        if (known && roundA <= known.roundA) continue;
        found.set(pair, { ...meetingOf(pair), roundA, calls, through: wayTo(rig, moment, hot, pair.b) });
      }
    },
    result: () => [...found.values()],
  };
};

/** Pairs of which two ends each are in the same groups; the groups of each are worked out once, for a panel has many supplies. */
function pairsOf(devices: readonly (readonly Feed[])[], groupOf: (node: number) => number): Pair[] {
  const groups = devices.map((feeds) => new Set([...endsOf(feeds)].map(groupOf)));
  return devices.flatMap((a, index) =>
    devices.slice(index + 1).flatMap((b, more) => {
      const [own, other] = [at(groups, index), at(groups, index + 1 + more)];
      let shared = 0;
      for (const group of own) if (other.has(group)) shared++;
      return shared > 1 && isMet(groupOf, a, b) ? [{ a, b }] : [];
    }),
  );
}

/** The hot end of the one that meets the other, if another end of each meets as well. */
function isMet(groupOf: (node: number) => number, a: readonly Feed[], b: readonly Feed[]): Feed | undefined {
  const theirs = new Set([...endsOf(b)].map(groupOf));
  const both = new Set([...endsOf(a)].map(groupOf).filter((group) => theirs.has(group)));
  if (both.size < 2) return undefined;
  // of secondaries that meet by their lower taps alone the whole stands for them; a neutral and its star point are no two ends of the mains
  const isSecondaries = [...a, ...b].every(({ part }) => part.kind === 'transformer');
  return a.find(({ hot }) => both.has(groupOf(hot))) ?? (isSecondaries ? a[0] : undefined);
}

function meetingOf({ a, b }: Pair): Pick<Meeting, 'a' | 'b' | 'of' | 'ratedA'> {
  const [one, other] = [at(a, 0), at(b, 0)];
  const rated = [one, other].flatMap(({ part }) => (part.kind === 'transformer' && part.va ? [part.va / fullVolts(part.secondary)] : []));
  const of = kindOfFeed(one) === kindOfFeed(other) ? kindOfFeed(one) : 'mixed';
  return { a: one.device, b: other.device, of, ratedA: rated.length > 0 ? Math.min(...rated) : undefined };
}

const wayTo = (rig: Rig, moment: Moment, { hot }: Feed, other: readonly Feed[]): Meeting['through'] => {
  const ends = endsOf(other);
  return wayThrough(rig, moment, hot, (node) => ends.has(node)) ?? [];
};

/** What one gives and the other takes at the point where they meet. Where both give there, to a load, nothing runs round. */
function roundAmps({ nets }: Rig, groupOf: (node: number) => number, one: Feed, others: readonly Feed[]): number {
  const same = others.find(({ hot }) => groupOf(hot) === groupOf(one.hot));
  const other = same ?? others.find((feed) => [...feed.others].some((node) => groupOf(node) === groupOf(one.hot)));
  if (!other) return 0;
  if (kindOfFeed(one) !== kindOfFeed(other)) return Math.min(branchAmpsRms(nets, one.branch), branchAmpsRms(nets, other.branch));
  const squares = nets.map((net) => {
    const [gives, too] = [branchAmps(net, one.branch), scale(branchAmps(net, other.branch), same ? 1 : -1)];
    const isSameWay = gives.re * too.re + gives.im * too.im >= 0;
    return isSameWay ? 0 : Math.min(magnitude(gives), magnitude(too));
  });
  return Math.hypot(...squares);
}
