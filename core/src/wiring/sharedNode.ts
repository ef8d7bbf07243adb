import type { ConductorId, DeviceId, Point } from '#core/circuit';
import { type CircuitPlan, cheapestWay, EARTH_NODE, endsOfBranch, graphOf, type Step } from '#core/graph';

/** What lies between two points: one node, or the least that must close, carry or be bridged to make them one. */
export interface Between {
  /** `one node`: wires and bars alone; `contacts`: fuses and contacts, closed; `loads`: through a coil, a heater, a motor; `earth`: only by way of earth */
  readonly is: 'one node' | 'contacts' | 'loads' | 'supplies' | 'none';
  /** the way leads through earth */
  readonly byEarth: boolean;
  /** what is passed, in order: wires, and devices that are not just metal */
  readonly passed: readonly (
    | { readonly wire: ConductorId }
    | { readonly device: DeviceId; readonly as: 'metal' | 'contact' | 'load' | 'supply' }
  )[];
}

/** A way through more of the later never costs less than any through the earlier. */
const COST = { metal: 1, contact: 1e4, load: 1e8, supply: 1e12 } as const;
type As = keyof typeof COST;
const AS: Readonly<Record<string, As>> = { wire: 'metal', joint: 'metal', pass: 'contact', load: 'load', source: 'supply' };

/** Whether two points share a node, and by what. Capacitance of cables counts as nothing. */
export function between(plan: CircuitPlan, a: Point, b: Point): Between {
  const graph = graphOf(plan);
  const [from, to] = [plan.nodeOf(a), plan.nodeOf(b)];
  const onEarth = plan.branches.flatMap((branch, index) => (endsOfBranch(branch).includes(EARTH_NODE) ? [index] : []));
  const way = cheapestWay<number, number>(
    from,
    (node): Step<number, number>[] =>
      (node === EARTH_NODE ? onEarth : graph.branchesAt(node)).flatMap((index) => {
        const branch = plan.branches[index];
        const as = branch && AS[branch.role];
        if (!branch || !as) return [];
        return endsOfBranch(branch).flatMap((other) => (other === node ? [] : [{ to: other, cost: COST[as], via: index }]));
      }),
    (node) => node === to,
  );
  if (!way) return { is: 'none', byEarth: false, passed: [] };
  const passed = way.via.flatMap((index): Between['passed'] => {
    const branch = plan.branches[index];
    if (!branch) return [];
    const as = AS[branch.role] ?? 'metal';
    if ('part' in branch.owner) {
      const device = plan.parts[branch.owner.part]?.device.id;
      return device ? [{ device, as }] : [];
    }
    const wire = 'conductor' in branch.owner ? plan.conductors[branch.owner.conductor]?.conductor.id : undefined;
    return wire ? [{ wire }] : [];
  });
  const worst = (['supply', 'load', 'contact'] as const).find((as) => passed.some((one) => 'as' in one && one.as === as));
  const is = worst === 'supply' ? 'supplies' : worst === 'load' ? 'loads' : worst === 'contact' ? 'contacts' : 'one node';
  return { is, byEarth: way.passed.includes(EARTH_NODE), passed };
}
