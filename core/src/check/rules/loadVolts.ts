import type { Part } from '#core/kinds';
import { at } from '#core/units';
import { type Opinion, ruleOf } from '../finding';

export type LoadTold =
  | { readonly code: 'unread' }
  | { readonly code: 'volts'; readonly ratedV: number; readonly ratio: number; readonly does: 'overheats' | 'ages' | 'gives little' };

/** What its own class of volts is judged by elsewhere: a coil has its window, electronics their range. */
const hasOwnJudge = ({ kind }: Part): boolean => kind === 'coil' || kind === 'electronics' || kind === 'timer' || kind === 'source';

/** Heaters, lamps and motors on volts other than their own. */
export const loadVoltsRule = ruleOf<LoadTold>()({
  id: 'load-volts',
  source: 'P ∝ V²; common practice: 10 % over, 15 % under',
  find: ({ exploration }) =>
    [...exploration.loads].flatMap(([index, seen]): Opinion<LoadTold>[] => {
      const { part, device } = at(exploration.plan.parts, index);
      if (!('ratedV' in part) || hasOwnJudge(part)) return [];
      const { ratedV } = part;
      if (ratedV === undefined) return [{ about: [device], verdict: 'cannot-clear', told: { code: 'unread' }, evidence: 'unknown' }];
      const ratio = seen.highestV / ratedV;
      if (ratio < 0.05 || (ratio >= 0.85 && ratio <= 1.1 + 1e-9)) return [];
      // a 24 V secondary idles a fifth higher: a lamp on it lives shorter, it does not burn
      const over = ratedV <= 30 ? 1.21 : 1.1;
      const does = ratio > over ? 'overheats' : ratio > 1 ? 'ages' : 'gives little';
      return [
        {
          about: [device],
          verdict: ratio >= 1.5 ? 'block' : ratio > over ? 'danger' : 'look',
          told: { code: 'volts', ratedV, ratio, does },
          calls: seen.calls,
          is: seen.highestV,
          limit: ratedV * (ratio > 1 ? 1.1 : 0.85),
          limitKind: 'typical',
          unit: 'V',
        },
      ];
    }),
});
