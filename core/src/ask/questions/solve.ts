import { z } from 'zod';
import { fine, isTerminal, spellTerminal } from '#core/circuit';
import { floatingNodes, rmsOver, voltsAt } from '#core/network';
import { lineKind } from '../line';
import { standAt, standingFacts } from '../standing';

/** Volts to earth at every terminal at a moment. */
export const solve = lineKind({
  facts: z.strictObject(standingFacts),
  answer(facts, desk) {
    const opened = desk.open(facts);
    if (!opened.ok) return opened;
    const stand = standAt(opened.value, facts);
    if (!stand.ok) return stand;
    const { rig, atMs } = stand.value;
    const { plan } = rig;
    const floating = rig.nets[0] ? floatingNodes(plan, rig.nets[0]) : undefined;
    return fine({
      atMs,
      points: plan.points.filter(isTerminal).map((point) => {
        const node = plan.nodeOf(point);
        return {
          point: spellTerminal(plan.circuit, point),
          toEarthV: rmsOver(rig.nets, (net) => voltsAt(net, node)),
          floats: floating?.[node] === 1,
        };
      }),
    });
  },
});
