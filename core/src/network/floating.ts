import { EARTH_NODE, numberPartition, type Partition } from '#core/graph';
import { OPEN_SIEMENS } from '#core/kinds';
import { at, real } from '#core/units';
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
  for (let branch = 0; branch < plan.branches.length; branch++) {
    const [re, im] = [real(net.yRe, branch), real(net.yIm, branch)];
    if (re * re + im * im < TIE_SIEMENS * TIE_SIEMENS) continue;
    const { nodes, role } = at(plan.branches, branch);
    if (role !== 'coupling') ties.join(nodes[0] ?? EARTH_NODE, nodes[1] ?? EARTH_NODE);
  }
  return ties;
}

/** Which nodes have no defined volts to earth: every way there is open or only capacitive. */
export function floatingNodes(plan: NetworkPlan, net: Net): Uint8Array {
  const ties = tiesOf(plan, net);
  const floats = new Uint8Array(plan.nodeCount);
  const earth = ties.groupOf(EARTH_NODE);
  for (let node = 0; node < plan.nodeCount; node++) if (ties.groupOf(node) !== earth) floats[node] = 1;
  return floats;
}

/** Whether metal joins two nodes, whatever either has to earth: between two ends of a winding that floats the volts are firm. */
export const areTied = (plan: NetworkPlan, net: Net, one: number, other: number): boolean => tiesOf(plan, net).areJoined(one, other);

/** Whether a branch lets nothing through but leakage. */
export const isOpenBranch = (net: Net, branch: number): boolean => siemensOf(net, branch) <= OPEN_SIEMENS * 1.01;
