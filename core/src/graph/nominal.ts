import type { DeviceId } from '#core/circuit';
import { fullVolts } from '#core/kinds';
import { at } from '#core/units';
import { endsOfBranch } from './graph';
import { numberPartition } from './partition';
import { type CircuitPlan, EARTH_NODE, type PlannedPart } from './plan';

/** What a supply brings to the nodes on its ends: volts, and whether they are DC. */
export interface Nominal {
  /** the highest of the supplies that it may be joined to by metal and contacts */
  readonly volts: number;
  readonly isDc: boolean;
}

const cache = new WeakMap<CircuitPlan, (node: number) => Nominal | undefined>();

/** Ends of a part that bring volts of its own, with those volts; a neutral counts with the line beside it. */
function brings({ part, device }: PlannedPart, plan: CircuitPlan): { readonly nodes: readonly number[]; readonly of: Nominal } | undefined {
  const nodes = (marks: readonly string[]): number[] =>
    marks.map((mark) => plan.nodeAt(device.id, mark)).filter((node) => node !== EARTH_NODE);
  if (part.kind === 'transformer')
    return { nodes: nodes(part.secondary.map(({ mark }) => mark)), of: { volts: fullVolts(part.secondary) ?? 0, isDc: false } };
  if (part.kind === 'dc-output') return { nodes: nodes([part.a, part.b]), of: { volts: part.volts ?? 0, isDc: true } };
  if (part.kind !== 'source') return undefined;
  const most = Math.max(0, ...plan.partsIn(device.id).map(({ part: own }) => (own.kind === 'source' ? (own.volts ?? 0) : 0)));
  return { nodes: nodes([part.a, part.b]), of: { volts: most, isDc: part.hz === 0 } };
}

/**
 * The volts that a node belongs to by its wiring, whatever its contacts stand at: those of the supply that metal, fuses and contacts may
 * join it to; behind a load, those of the supply on the load's other side. Undefined where no supply is near.
 */
export function nominalAt(plan: CircuitPlan): (node: number) => Nominal | undefined {
  const known = cache.get(plan);
  if (known) return known;
  const joined = numberPartition(plan.nodeCount + 1, EARTH_NODE);
  for (const branch of plan.branches) {
    const [a, b] = endsOfBranch(branch);
    if (a === undefined || b === undefined || a === EARTH_NODE || b === EARTH_NODE) continue;
    if (branch.role === 'wire' || branch.role === 'joint' || branch.role === 'pass') joined.join(a, b);
  }
  const found = new Map<number, Nominal>();
  for (const planned of plan.parts) {
    const own = brings(planned, plan);
    if (!own) continue;
    for (const node of own.nodes) {
      const group = joined.groupOf(node);
      if ((found.get(group)?.volts ?? -1) < own.of.volts) found.set(group, own.of);
    }
  }
  // what lies behind a load belongs to the supply on its other side
  const loads = plan.branches.filter(({ role }) => role === 'load').map((branch) => endsOfBranch(branch));
  for (let isMore = true; isMore; ) {
    isMore = false;
    for (const ends of loads) {
      if (ends.length < 2 || ends.includes(EARTH_NODE)) continue;
      const [a, b] = [joined.groupOf(at(ends, 0)), joined.groupOf(at(ends, 1))];
      for (const [from, to] of [
        [a, b],
        [b, a],
      ] as const) {
        const of = found.get(from);
        if (!of || found.has(to)) continue;
        found.set(to, of);
        isMore = true;
      }
    }
  }
  const made = (node: number): Nominal | undefined => (node === EARTH_NODE ? undefined : found.get(joined.groupOf(node)));
  cache.set(plan, made);
  return made;
}

/** Extra-low volts end here. IEC 61140. */
export const EXTRA_LOW_V = 50;

/** Whether wires may bring a device more than extra-low volts, whatever its contacts stand at. */
export function isOfMains(plan: CircuitPlan, device: DeviceId): boolean {
  const nominal = nominalAt(plan);
  return plan.points.some(
    (point) => point.startsWith(`${device}:`) && plan.wiresAt(point).length > 0 && (nominal(plan.nodeOf(point))?.volts ?? 0) > EXTRA_LOW_V,
  );
}
