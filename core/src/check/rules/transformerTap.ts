import { isWired } from '#core/graph';
import { isKind } from '#core/kinds';
import { ruleOf } from '../finding';

/** Less than this share of its volts feeds nothing. */
const FED_SHARE = 0.05;

export interface TapTold {
  /** never fed; fed, and giving nothing; on a tap that is not the line's */
  readonly code: 'not fed' | 'held down' | 'other tap';
  readonly idleV: number;
  readonly tap: string;
  readonly ratio: number;
  readonly fedShare: number;
}

/** A tap that is not the line's: every volt behind it is off by the same share. */
export const tapRule = ruleOf<TapTold>()({
  id: 'transformer-tap',
  source: 'turns ratio; bands of measured volts common practice',
  find: ({ exploration: { plan, transformers } }) =>
    plan.parts.filter(isKind('transformer')).flatMap(({ index, device, part }) => {
      const seen = transformers.get(index);
      const tap = part.primary.filter(({ mark }) => isWired(plan, device.id, mark)).at(-1);
      if (!seen || !tap || seen.idleV === 0) return [];
      const ratio = seen.idleV > 0 ? seen.highestV / seen.idleV : 1;
      if (ratio > 0.9 && ratio < 1.08) return [];
      const code = ratio >= FED_SHARE ? ('other tap' as const) : seen.fedShare < FED_SHARE ? ('not fed' as const) : ('held down' as const);
      return [
        {
          about: [device],
          verdict:
            code === 'not fed'
              ? ('cannot-clear' as const)
              : ratio >= 1.5
                ? ('block' as const)
                : ratio >= 1.25 || ratio < 0.8
                  ? ('danger' as const)
                  : ('look' as const),
          told: { code, idleV: seen.idleV, tap: tap.mark, ratio, fedShare: seen.fedShare },
          is: seen.highestV,
          limit: seen.idleV * (ratio >= 1.08 ? 1.08 : 0.9),
          limitKind: 'typical' as const,
          unit: 'V',
          by: ['primaryV'] as const,
        },
      ];
    }),
});
