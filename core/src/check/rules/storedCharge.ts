import { isKind } from '#core/kinds';
import { type Opinion, ruleOf } from '../finding';

export interface ChargeTold {
  readonly peakV: number;
  /** until it has fallen to what a hand may touch, by its own bleeder; undefined: it has none */
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
      const bleedsS = part.bleedOhms === undefined ? undefined : part.bleedOhms * microFarads * 1e-6 * Math.log(peakV / SAFE_V);
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
