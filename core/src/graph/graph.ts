import type { DeviceId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { isBond } from '#core/kinds';
import { numberPartition, type Partition, partition } from './partition';
import { type CircuitPlan, EARTH_NODE, type PlannedBranch, type PlannedPart, type Wiring } from './plan';
import { reached } from './search';

/** How a circuit hangs together, whatever its contacts stand at: made once from a plan. */
export interface Graph {
  readonly plan: CircuitPlan;
  /** branches that end on a node, by their index */
  branchesAt(node: number): readonly number[];
  /** the system of wiring that a node belongs to: two nodes that meet only through earth or the iron of a transformer are of two */
  systemOf(node: number): number;
  /** wires and bars tie it to earth: it stands for earth in every supply that is bonded there */
  isEarthed(node: number): boolean;
  /** supplies whose hot side a part hangs on, whatever its contacts stand at; several where a contact picks one */
  feeders(planned: PlannedPart): readonly PlannedPart[];
  /** nodes that metal and closed-by-nature things tie to a bonded or grounded side of a source: the way back */
  isReturn(node: number): boolean;
  /** parts that bring volts to a node's system */
  sourcesOf(node: number): readonly PlannedPart[];
  /** devices that share control wiring */
  neighbourhoodOf(device: DeviceId): DeviceId;
  /** nodes that wires and bars tie to these, and whatever else is let pass; earth ties nothing */
  tied(starts: Iterable<number>, passes?: (planned: PlannedPart) => boolean): ReadonlySet<number>;
}

/** What follows from the wires alone: found once for plans that are wired alike. */
interface Web {
  readonly branchesAt: Graph['branchesAt'];
  readonly earthed: () => ReadonlySet<number>;
  readonly systems: () => Partition<number>;
  /** systems, cut at what is a way back too */
  readonly hotSides: () => Partition<number>;
  readonly returns: () => ReadonlySet<number>;
  readonly neighbours: () => Partition<DeviceId>;
}

const webs = new WeakMap<Wiring, Web>();

function webOf(plan: CircuitPlan): Web {
  const known = webs.get(plan.wiring);
  if (known) return known;
  const made = makeWeb(plan);
  webs.set(plan.wiring, made);
  return made;
}

const cache = new WeakMap<CircuitPlan, Graph>();

/** The graph of a plan; made once and kept with it. */
export function graphOf(plan: CircuitPlan): Graph {
  const known = cache.get(plan);
  if (known) return known;
  const made = makeGraph(plan);
  cache.set(plan, made);
  return made;
}

/** Ends of a branch that are wiring; what a winding couples to through its core is none. */
export const endsOfBranch = ({ nodes, role }: PlannedBranch): readonly number[] =>
  role === 'core' ? NO_ENDS : nodes.length > 2 ? nodes.slice(0, 2) : nodes;
const NO_ENDS: readonly number[] = [];

const lazily = <T>(make: () => T): (() => T) => {
  let made: { readonly value: T } | undefined;
  return () => {
    made ??= { value: make() };
    return made.value;
  };
};

function makeWeb(plan: CircuitPlan): Web {
  const at = lazily(() => {
    const found: number[][] = Array.from({ length: plan.nodeCount + 1 }, () => []);
    plan.branches.forEach((branch, index) => {
      const ends = endsOfBranch(branch);
      ends.forEach((node, end) => {
        if (ends.indexOf(node) === end) found[node + 1]?.push(index);
      });
    });
    return found;
  });
  const branchesAt = (node: number): readonly number[] => at()[node + 1] ?? [];
  const earthed = lazily(() => earthTied(plan, branchesAt));
  const systems = lazily(() => joinedBut(plan, (node) => earthed().has(node)));
  const hotSides = lazily(() => joinedBut(plan, (node) => earthed().has(node) || returns().has(node)));
  const returns = lazily(() => tiedTo(plan, branchesAt, referenceNodes(plan, earthed()), ({ part }) => part.kind === 'fuse'));
  return { branchesAt, earthed, systems, hotSides, returns, neighbours: lazily(() => neighbourhoods(plan)) };
}

function makeGraph(plan: CircuitPlan): Graph {
  const { branchesAt, earthed, systems, hotSides, returns, neighbours } = webOf(plan);
  const supplies = lazily(() =>
    plan.parts.filter((planned) => planned.part.kind !== 'join' && branchesOf(plan, planned).some(({ role }) => role === 'source')),
  );
  const bySystem = (cut: Partition<number>, isCut: (node: number) => boolean) => {
    const found = new Map<number, PlannedPart[]>();
    for (const planned of supplies())
      for (const group of new Set(
        sourceEnds(plan, planned)
          .filter((node) => !isCut(node))
          .map(cut.groupOf),
      )) {
        const there = found.get(group);
        if (there) there.push(planned);
        else found.set(group, [planned]);
      }
    return found;
  };
  const sources = lazily(() => bySystem(systems(), (node) => earthed().has(node)));
  const isReference = (node: number): boolean => earthed().has(node) || returns().has(node);
  const feeding = lazily(() => bySystem(hotSides(), isReference));
  const tied: Graph['tied'] = (starts, passes) => tiedTo(plan, branchesAt, starts, passes);
  return {
    plan,
    branchesAt,
    systemOf: (node) => systems().groupOf(node),
    isEarthed: (node) => earthed().has(node),
    isReturn: (node) => returns().has(node),
    feeders(planned) {
      const ends = branchesOf(plan, planned).flatMap((branch) => endsOfBranch(branch));
      const groups = new Set(ends.filter((node) => !isReference(node)).map(hotSides().groupOf));
      return [...new Set([...groups].flatMap((group) => feeding().get(group) ?? []))].filter((one) => one !== planned);
    },
    sourcesOf: (node) => (earthed().has(node) ? [] : (sources().get(systems().groupOf(node)) ?? [])),
    neighbourhoodOf: (device) => neighbours().groupOf(device),
    tied,
  };
}

const branchesOf = (plan: CircuitPlan, { firstBranch, branches }: PlannedPart): readonly PlannedBranch[] =>
  plan.branches.slice(firstBranch, firstBranch + branches);

/** Ends of the branches in which a part brings its volts. */
const sourceEnds = (plan: CircuitPlan, planned: PlannedPart): number[] =>
  branchesOf(plan, planned)
    .filter(({ role }) => role === 'source')
    .flatMap((branch) => endsOfBranch(branch));

/** An earth bar is the earth; any other bond ties a supply to it without making them one. */
const isEarthBar = (plan: CircuitPlan, { owner }: PlannedBranch): boolean => {
  const planned = 'part' in owner ? plan.parts[owner.part] : undefined;
  return planned !== undefined && isBond(planned.part) && familyOf(planned.device, plan.circuit).is?.earth === true;
};

/** Nodes that wires and bars tie to earth. */
function earthTied(plan: CircuitPlan, branchesAt: (node: number) => readonly number[]): ReadonlySet<number> {
  return reached([EARTH_NODE], (node) =>
    branchesAt(node).flatMap((index) => {
      const branch = plan.branches[index];
      const ties =
        branch && (branch.role === 'wire' || isEarthBar(plan, branch) || (branch.role === 'joint' && !branch.nodes.includes(EARTH_NODE)));
      return ties ? endsOfBranch(branch) : [];
    }),
  );
}

/** Nodes joined by whatever lies between them, cut at some: two that meet only there, or through a core, are apart. */
function joinedBut(plan: CircuitPlan, isCut: (node: number) => boolean): Partition<number> {
  const joined = numberPartition(plan.nodeCount + 1, EARTH_NODE);
  for (const { nodes, role } of plan.branches) {
    if (role === 'coupling' || role === 'core') continue;
    const [a = EARTH_NODE, b = EARTH_NODE] = nodes;
    if (!isCut(a) && !isCut(b)) joined.join(a, b);
  }
  return joined;
}

/**
 * Where the return side begins: the end of a source that is its reference. That is the bonded end where there is one,
 * else the end from which the source counts its volts: N, the first mark of a secondary, minus.
 */
function referenceNodes(plan: CircuitPlan, earthed: ReadonlySet<number>): number[] {
  const bonded = new Set(
    [...earthed, ...plan.parts.flatMap(({ part, firstBranch }) => (isBond(part) ? (plan.branches[firstBranch]?.nodes ?? []) : []))].filter(
      (node) => node !== EARTH_NODE,
    ),
  );
  return plan.parts.flatMap(({ part, firstBranch, branches }) => {
    const driving = plan.branches.slice(firstBranch, firstBranch + branches).filter(({ role }) => role === 'source');
    const ends = driving.flatMap((branch) => endsOfBranch(branch));
    const tied = ends.filter((node) => bonded.has(node));
    // a leg of the mains counts from the origin, which no lead can touch; its neutral is the leg without volts
    if (part.kind === 'source' && part.role === 'mains') return part.volts === 0 ? ends : [];
    if (tied.length > 0) return tied;
    const low = driving[0]?.nodes[1];
    return low === undefined ? [] : [low];
  });
}

function tiedTo(
  plan: CircuitPlan,
  branchesAt: (node: number) => readonly number[],
  starts: Iterable<number>,
  passes?: (planned: PlannedPart) => boolean,
): ReadonlySet<number> {
  const isTie = ({ role, nodes, owner }: PlannedBranch): boolean => {
    if (role === 'wire') return true;
    const planned = 'part' in owner ? plan.parts[owner.part] : undefined;
    if (!planned || nodes.includes(EARTH_NODE)) return false;
    return role === 'joint' || (passes?.(planned) ?? false);
  };
  return reached(starts, (node) =>
    node === EARTH_NODE
      ? []
      : branchesAt(node).flatMap((index) => {
          const branch = plan.branches[index];
          return branch && isTie(branch) ? branch.nodes.filter((other) => other !== EARTH_NODE) : [];
        }),
  );
}

/**
 * Devices that share control wiring: told apart at mains supplies, isolators, breakers, fuses and earth bars,
 * which are stiff enough that a call on one machine does not move the next one's volts much.
 */
function neighbourhoods(plan: CircuitPlan): Partition<DeviceId> {
  const near = partition<DeviceId>();
  const stiff = new Map<DeviceId, boolean>();
  const isStiff = (id: DeviceId): boolean => {
    const known = stiff.get(id);
    if (known !== undefined) return known;
    const device = plan.circuit.devices[id];
    const family = device && familyOf(device, plan.circuit);
    const is =
      family?.group === 'protection' ||
      family?.is?.earth === true ||
      plan.partsIn(id).some(({ part }) => part.kind === 'source' && part.role === 'mains');
    stiff.set(id, is);
    return is;
  };
  for (const { conductor } of plan.conductors) {
    const [a, b] = conductor.ends.map((end) => (end ? (end.slice(0, end.indexOf(':')) as DeviceId) : undefined));
    if (a && b && !isStiff(a) && !isStiff(b)) near.join(a, b);
  }
  return near;
}
