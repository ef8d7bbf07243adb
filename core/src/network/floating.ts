import { EARTH_NODE, numberPartition, type Partition } from '#core/graph';
import { OPEN_SIEMENS } from '#core/kinds';
import { real } from '#core/units';
import type { Net } from './live';
import type { NetworkPlan } from './plan';

/** Points are tied to each other while some path of conductance under a megohm joins them; what is tied to nothing floats. */
const TIE_SIEMENS = 1e-6;

const siemensOf = (net: Net, branch: number): number => Math.hypot(real(net.yRe, branch), real(net.yIm, branch));

/**
 * Which nodes conductance joins now, whatever their volts. A winding joins its two ends; what its core couples to is no conductance,
 * and neither is capacitance.
 */
function tiesOf(plan: NetworkPlan, net: Net): Partition<number> {
  const ties = numberPartition(plan.nodeCount + 1, EARTH_NODE);
  plan.branches.forEach(({ nodes, role }, branch) => {
    if (role === 'coupling' || siemensOf(net, branch) < TIE_SIEMENS) return;
    const [a = EARTH_NODE, b = EARTH_NODE] = nodes;
    ties.join(a, b);
  });
  return ties;
}

/** Which nodes have no defined volts to earth: every way there is open or only capacitive. */
export function floatingNodes(plan: NetworkPlan, net: Net): Uint8Array {
  const ties = tiesOf(plan, net);
  return Uint8Array.from({ length: plan.nodeCount }, (_, node) => (ties.areJoined(node, EARTH_NODE) ? 0 : 1));
}

/** Whether a branch lets nothing through but leakage. */
export const isOpenBranch = (net: Net, branch: number): boolean => siemensOf(net, branch) <= OPEN_SIEMENS * 1.01;
