import type { Net } from './live';
import { EARTH_NODE, type NetworkPlan } from './plan';
import { OPEN_SIEMENS } from './stamps';

/** A point is tied to earth while some path of conductance under a megohm leads there; else it floats. */
const TIE_SIEMENS = 1e-6;

/**
 * Which nodes have no defined volts to earth: every way there is open or only capacitive.
 * A winding joins its two ends; what its core couples to is no conductance.
 */
export function floatingNodes(plan: NetworkPlan, net: Net): Uint8Array {
  const parent = new Int32Array(plan.nodeCount + 1).map((_, index) => index);
  const find = (node: number): number => {
    let root = node + 1;
    while (parent[root] !== root) root = parent[root]!;
    for (let at = node + 1; parent[at] !== root; ) {
      const next = parent[at]!;
      parent[at] = root;
      at = next;
    }
    return root;
  };
  plan.branches.forEach(({ nodes, owner }, branch) => {
    if ('farads' in owner || Math.hypot(net.yRe[branch]!, net.yIm[branch]!) < TIE_SIEMENS) return;
    parent[find(nodes[0]!)] = find(nodes[1]!);
  });
  const earth = find(EARTH_NODE);
  const floating = new Uint8Array(plan.nodeCount);
  for (let node = 0; node < plan.nodeCount; node++) floating[node] = find(node) === earth ? 0 : 1;
  return floating;
}

export const isOpenBranch = (net: Net, branch: number): boolean => Math.hypot(net.yRe[branch]!, net.yIm[branch]!) <= OPEN_SIEMENS * 1.01;
