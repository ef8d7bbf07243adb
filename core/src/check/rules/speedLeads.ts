import { isWired, joinedTo } from '#core/graph';
import { isKind } from '#core/kinds';
import { type Opinion, ruleOf } from '../finding';

export type SpeedTold =
  /** two leads of one winding joined: a part of it is shorted, and burns */
  | { readonly code: 'joined'; readonly one: string; readonly other: string }
  /** nothing says where a lead lies that stands at line volts and more */
  | { readonly code: 'loose'; readonly leads: readonly string[] };

/** Speed leads of a motor: one is fed, every other one lies by itself. */
export const speedLeadsRule = ruleOf<SpeedTold>()({
  id: 'speed-leads',
  source: 'common practice: one speed lead is fed, the others are capped or parked apart; they carry 0.6 to 1.5 times the line',
  find: ({ exploration: { plan } }) =>
    plan.parts.filter(isKind('tap-motor')).flatMap(({ device, part }): Opinion<SpeedTold>[] => {
      const leads = part.taps.slice(1).map(({ mark }) => mark);
      const wired = leads.filter((mark) => isWired(plan, device.id, mark));
      const isJoined = (one: string, other: string): boolean => netOf(one).has(plan.nodeAt(device.id, other));
      const netOf = (mark: string): ReadonlySet<number> => joinedTo(plan, plan.nodeAt(device.id, mark), () => true);
      const joined = wired.flatMap((one, index) =>
        wired
          .slice(index + 1)
          .filter((other) => isJoined(one, other))
          .map(
            (other): Opinion<SpeedTold> => ({
              about: [device],
              key: `${one} ${other}`,
              verdict: 'danger',
              told: { code: 'joined', one, other },
            }),
          ),
      );
      const loose = leads.filter((mark) => !wired.includes(mark));
      return wired.length === 0 || loose.length === 0
        ? joined
        : [...joined, { about: [device], key: 'loose', verdict: 'look', told: { code: 'loose', leads: loose } }];
    }),
});
