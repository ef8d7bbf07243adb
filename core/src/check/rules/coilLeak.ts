import { ruleOf } from '../finding';
import { judgeLeak } from '../judge/coil';

/** Volts that are no call must let a coil go: what leaks through a timer, a triac or a snubber may hold it in. */
export const leakRule = ruleOf<{ readonly leakV: number }>()({
  id: 'coil-held-by-leak',
  source: 'IEC 60947-4-1: released at 20 % (AC), 10 % (DC)',
  find: ({ coils }) =>
    coils.flatMap(({ device, exposure, coil }) => {
      const verdict = judgeLeak(coil, exposure);
      const { leak } = exposure;
      if (verdict === 'good' || !leak) return [];
      return [
        {
          about: [device],
          verdict,
          told: { leakV: leak.volts },
          calls: leak.calls,
          is: leak.volts,
          limit: coil.mustReleaseRatio * (coil.ratedV ?? 0),
          unit: 'V',
        },
      ];
    }),
});
