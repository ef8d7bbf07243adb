import { isKind } from '#core/kinds';
import { partsAcross } from '../across';
import { type Opinion, ruleOf } from '../finding';

export interface ChargeTold {
  readonly peakV: number;
  /** until it has fallen to what a hand may touch, by its own bleeder or by what is wired across it; undefined: there is none */
  readonly bleedsS: number | undefined;
}

/** Under this it is no danger to a hand: common practice, and the volts to which equipment is to be discharged. */
const SAFE_V = 50;
/** Under this it holds too little to hurt, at these volts. Common practice. */
const LEAST_UF = 1;

/** A capacitor that keeps its charge when everything is switched off. */
export const chargeRule = ruleOf<ChargeTold>()({
  id: 'stored-charge',
  source: 'V·e^(−t/RC), arithmetic; 50 V: common practice',
  find: ({ exploration: { plan, loads } }) =>
    plan.parts.filter(isKind('capacitor')).flatMap(({ index, device, part }): Opinion<ChargeTold>[] => {
      const peakV = Math.SQRT2 * (loads.get(index)?.highestV ?? 0);
      const microFarads = part.microFarads ?? 0;
      if (peakV <= SAFE_V || microFarads < LEAST_UF) return [];
      const conducts = partsAcross(plan, device, [part.a, part.b]).reduce(
        (sum, { part: beside }) =>
          sum + (beside.kind === 'load' && beside.ratedV !== undefined && beside.passesDc ? beside.va / beside.ratedV ** 2 : 0),
        part.bleedOhms === undefined ? 0 : 1 / part.bleedOhms,
      );
      const bleedsS = conducts === 0 ? undefined : (microFarads * 1e-6 * Math.log(peakV / SAFE_V)) / conducts;
      return [
        {
          about: [device],
          key: part.id,
          verdict: 'look',
          told: { peakV, bleedsS },
          is: peakV,
          limit: SAFE_V,
          unit: 'V',
          limitKind: 'typical',
        },
      ];
    }),
});
