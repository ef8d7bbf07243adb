import type { ConductorId, DeviceId } from '#core/circuit';
import { cheapestWay, EARTH_NODE, endsOfBranch, graphOf, type PlannedBranch, type Step } from '#core/graph';
import { type Hindrance as Code, isHandWorked, type Part } from '#core/kinds';
import { isOpenBranch, type Net } from '#core/network';
import { at } from '#core/units';
import { isFluxed } from './alive';
import { howAt, ownOf, type Rig, showMoment } from './rig';
import type { Frame } from './run';

/** One thing that keeps a device from its volts, and when it ends by itself. */
export type Hindrance =
  | { readonly code: Code; readonly device: DeviceId; readonly part: string; readonly endsAtMs: number | undefined }
  | { readonly code: 'wire open'; readonly conductor: ConductorId; readonly endsAtMs: undefined }
  | { readonly code: 'no source' | 'no way'; readonly endsAtMs: undefined };

interface Passage {
  readonly branch: number;
  readonly isOpen: boolean;
}

/** Of two open ways round, a hand works the switch: what a part of the device works is the answer only when nothing else is. */
const OPEN_BY_A_PART = 1.01;
/** Each step costs a little, earth more: it joins everything, and a way through it counts only where it is a bonded return. */
const [STEP, STEP_TO_EARTH] = [0.0001, 0.01] as const;

/**
 * Why a part has no volts: the fewest open things between it and a source, found as the cheapest way
 * from one end round through a source to the other end.
 * @param part index of a coil, load or motor in the plan
 */
export function whyNotOn(rig: Rig, frame: Frame, part: number, atMs: number): Hindrance[] {
  const { plan } = rig;
  showMoment(rig, frame.moment);
  const net = rig.nets.find(({ hz }) => hz !== 0) ?? rig.nets[0];
  if (!net) return [{ code: 'no source', endsAtMs: undefined }];
  const graph = graphOf(plan);
  const [start = EARTH_NODE, goal = EARTH_NODE] = at(plan.branches, at(plan.parts, part).firstBranch).nodes;
  // a place on the way: a node, and whether a source was passed already
  const key = (node: number, passed: boolean): string => `${node}${passed ? '+' : ''}`;
  function* next(from: string): Generator<Step<string, Passage>> {
    const passed = from.endsWith('+');
    const node = Number.parseInt(from, 10);
    for (const branch of graph.branchesAt(node)) {
      const planned = at(plan.branches, branch);
      const way = passageOf(rig, frame, net as Net, planned, branch);
      if (!way) continue;
      for (const to of endsOfBranch(planned)) {
        if (to === node) continue;
        const cost = way.cost + (to === EARTH_NODE ? STEP_TO_EARTH : STEP);
        yield { to: key(to, passed || way.isSource), cost, via: { branch, isOpen: way.cost > 0 } };
      }
    }
  }
  const way = cheapestWay(key(start, false), next, (one) => one === key(goal, true));
  if (!way) return [{ code: 'no way', endsAtMs: undefined }];
  const found = way.via.filter(({ isOpen }) => isOpen).map(({ branch }) => hindranceAt(rig, frame, at(plan.branches, branch), atMs));
  // both poles of one isolator are one answer
  const said = (one: Hindrance): string => `${one.code} ${'device' in one ? one.device : 'conductor' in one ? one.conductor : ''}`;
  return found.filter((one, index) => found.findIndex((other) => said(other) === said(one)) === index);
}

/** Whether a way may lead through a branch, what it costs, and whether it passes a source. */
function passageOf(
  rig: Rig,
  frame: Frame,
  net: Net,
  branch: PlannedBranch,
  index: number,
): { cost: number; isSource: boolean } | undefined {
  if (branch.role === 'wire') return { cost: isOpenBranch(net, index) ? 1 : 0, isSource: false };
  if (branch.role === 'joint') return { cost: 0, isSource: false };
  if (!('part' in branch.owner) || (branch.role !== 'pass' && branch.role !== 'source')) return undefined;
  const planned = at(rig.plan.parts, branch.owner.part);
  const { part, kind } = planned;
  const isSource = branch.role === 'source';
  const conducts =
    part.kind === 'transformer' ? isFluxed(net, planned) : (kind.conducts?.(part, howAt(rig, planned, frame.moment)) ?? true);
  if (conducts) return { cost: 0, isSource };
  return { cost: isByPart(part) ? OPEN_BY_A_PART : 1, isSource };
}

const isByPart = (part: Part): boolean => part.kind === 'contact' && !isHandWorked(part) && part.mover.needs === undefined;

function hindranceAt(rig: Rig, frame: Frame, { owner }: PlannedBranch, atMs: number): Hindrance {
  const { plan } = rig;
  if ('conductor' in owner) return { code: 'wire open', conductor: at(plan.conductors, owner.conductor).conductor.id, endsAtMs: undefined };
  if (!('part' in owner)) return { code: 'no way', endsAtMs: undefined };
  const planned = at(plan.parts, owner.part);
  const { device, part, kind } = planned;
  const own = ownOf(rig, frame.moment, device.id);
  const code = kind.hinders?.(part, howAt(rig, planned, frame.moment), own) ?? 'off';
  // what the part itself waits for, or the electronics that work it
  const waitsFor = code === 'waits' ? [owner.part] : code === 'starting up' ? plan.partsIn(device.id).map(({ index }) => index) : [];
  const ends = frame.due.filter((one) => waitsFor.includes(one.part) && one.atMs > atMs).map((one) => one.atMs);
  return { code, device: device.id, part: part.id, endsAtMs: ends.length > 0 ? Math.min(...ends) : undefined };
}
