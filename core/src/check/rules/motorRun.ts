import type { MotorIll } from '#core/explore';
import { at } from '#core/units';
import { ruleOf } from '../finding';

/** A motor that gets volts and does not come to speed the right way round. */
export const motorRule = ruleOf<Pick<MotorIll, 'ill'>>()({
  id: 'motor-run',
  source: 'symmetrical components of the volts at its terminals; NEMA MG 1, IEC 60034',
  find: ({ exploration }) =>
    [...exploration.motors.ills].map(([index, { ill, calls }]) => ({
      about: [at(exploration.plan.parts, index).device],
      key: ill,
      verdict: ill === 'both ways' ? ('look' as const) : ('danger' as const),
      told: { ill },
      calls,
    })),
});
