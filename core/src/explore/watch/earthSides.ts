import { isKind } from '#core/kinds';
import { floatingNodes, partAmps, toEarthRms } from '#core/network';
import type { MakeWatch } from './watch';

/** A contact that carries less than this tells nothing of its side. */
const CARRIES_A = 1e-3;
/** Metal that is earth's, but for what the wires to it lose. */
const EARTH_V = 2;

/**
 * Contacts that carry what they switch at the potential of earth, and never at another: ahead of them is the load, behind them the bond, or
 * the other way round. One that carries at its volts in some state stands ahead of its load, though in another its supply has collapsed.
 */
export const watchEarthSides: MakeWatch<ReadonlySet<number>> = ({ plan, nets }, isWatched) => {
  const contacts = plan.parts.filter(isKind('contact')).filter(isWatched);
  const [atEarth, elsewhere] = [new Set<number>(), new Set<number>()];
  return {
    rest() {
      const floating = nets[0] ? floatingNodes(plan, nets[0]) : undefined;
      for (const { index, device, part } of contacts) {
        if (elsewhere.has(index) || partAmps(nets, plan, index) < CARRIES_A) continue;
        const node = plan.nodeAt(device.id, part.a);
        const isAtEarth = floating?.[node] !== 1 && toEarthRms(nets, node) < EARTH_V;
        (isAtEarth ? atEarth : elsewhere).add(index);
      }
    },
    result: () => new Set([...atEarth].filter((index) => !elsewhere.has(index))),
  };
};
