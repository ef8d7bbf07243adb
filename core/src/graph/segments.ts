import type { Contact } from '#core/kinds';
import { at } from '#core/units';
import { endsOfBranch, graphOf } from './graph';
import { numberPartition } from './partition';
import { type CircuitPlan, EARTH_NODE, isWired, type PlannedBranch, type PlannedPart, type Wiring } from './plan';
import { reached } from './search';

/** A piece of a circuit between its rails: named by a node of it, or, where it has none to itself, by its branch below those. */
export type Segment = number;

/** The pieces that rails cut a circuit into, and which of them answer to which. */
export interface Segments {
  /** nodes that stand at a source whatever is called: reached from it through wires, bars, fuses and isolators */
  readonly rails: ReadonlySet<number>;
  /** the segment that a branch is in; a branch between two rails is one of its own */
  segmentOf(branch: number): Segment;
  ofPart(planned: PlannedPart): readonly Segment[];
  /** by segment: those that what is in it depends on, by what moves its contacts and by what feeds its rails */
  readonly dependsOn: ReadonlyMap<Segment, ReadonlySet<Segment>>;
}

const cache = new WeakMap<Wiring, Segments>();

/** The segments of a plan; found once for plans that are wired alike. */
export function segmentsOf(plan: CircuitPlan): Segments {
  const known = cache.get(plan.wiring);
  if (known) return known;
  const made = findSegments(plan);
  cache.set(plan.wiring, made);
  return made;
}

function findSegments(plan: CircuitPlan): Segments {
  const graph = graphOf(plan);
  const rails = railNodes(plan);
  const joined = numberPartition(plan.nodeCount + 1, EARTH_NODE);
  for (const branch of plan.branches) {
    const [a = EARTH_NODE, b = EARTH_NODE] = endsOfBranch(branch);
    if (branch.role !== 'coupling' && branch.role !== 'core' && !rails.has(a) && !rails.has(b)) joined.join(a, b);
  }
  const segments = plan.branches.map((branch, index): Segment => {
    const free = endsOfBranch(branch).find((node) => !rails.has(node));
    return free === undefined ? EARTH_NODE - 1 - index : joined.groupOf(free);
  });
  const segmentOf = (branch: number): Segment => at(segments, branch);
  const ofParts = plan.parts.map(({ firstBranch, branches }) => [...new Set(segments.slice(firstBranch, firstBranch + branches))]);
  const ofPart = ({ index }: PlannedPart): readonly Segment[] => at(ofParts, index);
  const dependsOn = new Map<Segment, Set<Segment>>();
  const needs = (segment: Segment, other: readonly Segment[]) => {
    const set = dependsOn.get(segment) ?? new Set();
    for (const one of other) set.add(one);
    dependsOn.set(segment, set);
  };
  const feeding = new Map<number, readonly Segment[]>();
  const feedersOf = (rail: number): readonly Segment[] => {
    const known = feeding.get(rail) ?? graph.sourcesOf(rail).flatMap(ofPart);
    feeding.set(rail, known);
    return known;
  };
  for (const planned of plan.parts) {
    const own = ofPart(planned);
    for (const segment of own) {
      // the ends of one part answer to each other: a transformer's secondary to its primary, an output to its supply
      needs(segment, own);
      if (planned.part.kind === 'contact' && isWhollyWired(plan, planned, planned.part))
        for (const mover of moversOf(plan, planned, planned.part)) needs(segment, ofPart(mover));
    }
    for (let branch = planned.firstBranch; branch < planned.firstBranch + planned.branches; branch++)
      for (const node of endsOfBranch(at(plan.branches, branch)))
        if (rails.has(node) && node !== EARTH_NODE) needs(segmentOf(branch), feedersOf(node));
  }
  return { rails, segmentOf, ofPart, dependsOn };
}

function railNodes(plan: CircuitPlan): Set<number> {
  const graph = graphOf(plan);
  const starts = plan.branches.flatMap((branch) => (branch.role === 'source' && isSupply(plan, branch) ? [...endsOfBranch(branch)] : []));
  return reached([EARTH_NODE, ...starts], (node) =>
    node === EARTH_NODE
      ? []
      : graph.branchesAt(node).flatMap((index) => (isStiff(plan, index) ? [...endsOfBranch(at(plan.branches, index))] : [])),
  );
}

/** A sensing loop brings volts of its own and is no supply: what joins it matters to it. */
const isSupply = (plan: CircuitPlan, { owner }: PlannedBranch): boolean => {
  const part = 'part' in owner ? at(plan.parts, owner.part).part : undefined;
  return part?.kind === 'transformer' || part?.kind === 'dc-output' || (part?.kind === 'source' && part.role === 'mains');
};

function isStiff(plan: CircuitPlan, index: number): boolean {
  const { role, owner } = at(plan.branches, index);
  if (role === 'wire' || role === 'joint') return true;
  const planned = 'part' in owner ? at(plan.parts, owner.part) : undefined;
  if (!planned) return false;
  const { part, device } = planned;
  if (part.kind === 'fuse') return true;
  return (
    part.kind === 'contact' &&
    part.mover.parts === undefined &&
    (part.mover.inputs?.every((name) => plan.inputNamed(device.id, name)?.facts.use === 'isolate') ?? false)
  );
}

/** A contact that leads nowhere moves nothing. */
export const isWhollyWired = (plan: CircuitPlan, { device }: PlannedPart, { a, b }: Contact): boolean =>
  isWired(plan, device.id, a) && isWired(plan, device.id, b);

const moversOf = (plan: CircuitPlan, { device }: PlannedPart, { mover }: Contact): PlannedPart[] =>
  plan.partsIn(device.id).filter(({ part }) => mover.parts?.includes(part.id) || mover.needs?.includes(part.id));
