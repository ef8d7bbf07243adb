import type { DeviceId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { EARTH_NODE, isOpenBranch } from '#core/network';
import { span } from '#core/units';
import { conditionAt, type Rig, showMoment } from './rig';
import type { Frame } from './run';

/** One thing that keeps a device from its volts, in words, and when it ends by itself. */
export interface Hindrance {
  readonly device: DeviceId | undefined;
  readonly words: string;
  readonly endsAtMs: number | undefined;
}

/**
 * Why a two-ended part has no volts: the fewest open things between it and a source, found as the cheapest way
 * from one end round through a source to the other end.
 * @param part index of a coil, load or motor in the plan
 */
export function whyNotOn(rig: Rig, frame: Frame, part: number, atMs: number): Hindrance[] {
  const { plan } = rig;
  showMoment(rig, frame.moment);
  const net = rig.nets.find(({ hz }) => hz !== 0) ?? rig.nets[0];
  const start = plan.branches[plan.parts[part]!.firstBranch]!;
  if (!net) return [{ device: undefined, words: 'There is no source in this circuit.', endsAtMs: undefined }];
  const size = plan.nodeCount + 1;
  interface Way {
    readonly to: number;
    readonly cost: number;
    readonly branch: number;
    readonly source: boolean;
  }
  const ways: Way[][] = Array.from({ length: size }, () => []);
  plan.branches.forEach(({ nodes, owner }, branch) => {
    const [a, b] = [nodes[0]! + 1, nodes[1]! + 1];
    const way = wayOf(owner, branch);
    if (!way) return;
    ways[a]!.push({ to: b, branch, ...way });
    ways[b]!.push({ to: a, branch, ...way });
  });

  function wayOf(owner: (typeof plan.branches)[number]['owner'], branch: number): { cost: number; source: boolean } | undefined {
    if ('farads' in owner) return undefined;
    if ('conductor' in owner) return { cost: isOpenBranch(net!, branch) ? 1 : 0, source: false };
    const planned = plan.parts[owner.part]!.part;
    switch (planned.kind) {
      // of two open ways round, a hand works the switch: a relay's own contact is the answer only when nothing else is
      case 'contact':
        return { cost: isOpenBranch(net!, branch) ? (planned.mover.by === 'armature' ? 1.01 : 1) : 0, source: false };
      case 'fuse':
        return { cost: isOpenBranch(net!, branch) ? 1 : 0, source: false };
      case 'series-timer':
        return { cost: frame.moment.modes[owner.part] === 2 ? 0 : 1, source: false };
      case 'join':
        return { cost: 0, source: false };
      case 'source':
        return { cost: isOpenBranch(net!, branch) ? 1 : 0, source: true };
      case 'dc-output':
        return { cost: frame.moment.modes[owner.part] === 1 ? 0 : 1, source: true };
      case 'transformer':
        return branch >= plan.parts[owner.part]!.firstBranch + planned.primary.length - 1 && plan.branches[branch]!.nodes.length === 3
          ? { cost: secondaryAlive(owner.part) ? 0 : 1, source: true }
          : undefined;
      default:
        return undefined;
    }
  }

  function secondaryAlive(index: number): boolean {
    const core = plan.branches[plan.parts[index]!.firstBranch + plan.parts[index]!.branches - 1]!.nodes[0]!;
    return Math.hypot(net!.vRe[core]!, net!.vIm[core]!) > 1;
  }

  // states: node twice, before and after a source was passed
  const cost = new Float64Array(2 * size).fill(Number.POSITIVE_INFINITY);
  const from = new Int32Array(2 * size).fill(-1);
  const via = new Int32Array(2 * size).fill(-1);
  const queue: number[] = [start.nodes[0]! + 1];
  cost[start.nodes[0]! + 1] = 0;
  while (queue.length > 0) {
    queue.sort((a, b) => cost[b]! - cost[a]!);
    const at = queue.pop()!;
    const passed = at >= size;
    for (const way of ways[passed ? at - size : at]!) {
      // earth joins everything: a way through it counts only where it is a bonded return, so it costs a little
      const to = way.to + (passed || way.source ? size : 0);
      const next = cost[at]! + way.cost + (way.to === EARTH_NODE + 1 ? 0.01 : 0.0001);
      if (next >= cost[to]!) continue;
      cost[to] = next;
      from[to] = at;
      via[to] = way.branch;
      queue.push(to);
    }
  }
  const end = start.nodes[1]! + 1 + size;
  if (cost[end] === Number.POSITIVE_INFINITY)
    return [{ device: undefined, words: 'No way leads from it to any source and back.', endsAtMs: undefined }];
  const found: Hindrance[] = [];
  for (let at = end; from[at]! >= 0; at = from[at]!) {
    const branch = via[at]!;
    const { owner } = plan.branches[branch]!;
    if ('conductor' in owner && isOpenBranch(net, branch))
      found.unshift({
        device: undefined,
        words: `Wire ${plan.conductors[owner.conductor]!.conductor.number} is open.`,
        endsAtMs: undefined,
      });
    if ('part' in owner) {
      const way = wayOf(owner, branch);
      if (way && way.cost > 0) found.unshift(hindranceOf(rig, frame, owner.part, atMs));
    }
  }
  return found.filter(({ words }, index) => found.findIndex((one) => one.words === words) === index); // both poles of one isolator are one answer
}

function hindranceOf(rig: Rig, frame: Frame, part: number, atMs: number): Hindrance {
  const { device, part: planned } = rig.plan.parts[part]!;
  const { tag } = device;
  const tell = (words: string, endsAtMs?: number): Hindrance => ({ device: device.id, words, endsAtMs });
  switch (planned.kind) {
    case 'series-timer': {
      const due = frame.due.find((one) => one.part === part && one.mode === 2);
      return due ? tell(`Waits for ${tag}, ${span(due.atMs - atMs)} left.`, due.atMs) : tell(`${tag} gets no volts to time with.`);
    }
    case 'contact': {
      const { fault } = conditionAt(rig, part, frame.moment);
      if (planned.mover.by === 'output') {
        const brain = rig.plan.partsIn(device.id).find(({ part: one }) => one.kind === 'electronics');
        const mode = brain ? frame.moment.modes[brain.index] : 2;
        if (mode === 1) return tell(`${tag} is starting up.`, frame.due.find((one) => one.part === brain?.index)?.atMs);
        return mode === 0 ? tell(`${tag} is blank: it has no volts of its own.`) : tell(`${tag} is not calling on ${planned.b}.`);
      }
      if (planned.mover.by === 'input') {
        const { input } = planned.mover;
        const facts = familyOf(device).inputs.find(({ name }) => name === input);
        if (planned.symbol === 'isolator' || fault === 'stuckOpen') return tell(`${tag} is open.`);
        return tell(facts?.kind === 'momentary' && planned.form === 'NO' ? `${tag} is not pressed.` : `${tag} is open.`);
      }
      if (planned.mover.by === 'armature')
        return tell(planned.form === 'NO' ? `${tag} has not pulled in.` : `${tag} is pulled in and holds ${planned.id} open.`);
      return tell(planned.mover.by === 'trip' ? `${tag} has tripped.` : `${tag} is not fully open yet: its end switch waits.`);
    }
    case 'fuse':
      return tell(`${tag} is blown or pulled.`);
    case 'dc-output':
      return tell(`${tag} gives no volts.`);
    case 'transformer':
      return tell(`${tag} gives no volts: its primary is dead.`);
    default:
      return tell(`${tag} is off.`);
  }
}
