import { triedWhole } from '#core/explore';
import { isKind } from '#core/kinds';
import { ruleOf } from '../finding';

/** A relay or a contactor that no state lets go: what should stand before its coil is led around, or its wire is on the terminal beside. */
export const alwaysInRule = ruleOf<{ readonly states: number }>()({
  id: 'always-in',
  source: 'common practice: a contactor that nothing lets go switches nothing; one that watches its supply is meant so',
  find({ exploration, coils }) {
    const { plan, loads, endings } = exploration;
    const tried = triedWhole(exploration);
    const pulls = new Set(coils.filter(({ verdict }) => verdict === 'good' || verdict === 'look').map(({ device }) => device.id));
    return plan.parts.filter(isKind('coil')).flatMap(({ index, device, part }) => {
      const seen = loads.get(index);
      const isHeld = seen !== undefined && seen.off === undefined && part.latch === undefined && pulls.has(device.id) && tried(device.id);
      return isHeld ? [{ about: [device], key: part.id, verdict: 'look' as const, told: { states: endings.size } }] : [];
    });
  },
});
