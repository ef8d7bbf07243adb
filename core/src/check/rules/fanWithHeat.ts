import { plateNumber } from '#core/devices';
import { schoolOf } from '#core/schools';
import { type Opinion, ruleOf } from '../finding';

export interface FanTold {
  readonly code: 'late' | 'early';
  readonly seconds: number;
}

const [MOST_ON_S, LEAST_OFF_S] = [10, 30] as const;

/** Elements that run without air: at most 10 s where the appliance allows, and an off-delay that carries the heat away. */
export const fanRule = ruleOf<FanTold>()({
  id: 'fan-with-heat',
  source: 'common practice: on together or within 10 s, off after 30 to 120 s',
  find: ({ exploration, circuit, practice }) => {
    if (schoolOf(practice, 'fanWithHeat') === 'continuous') return [];
    const heats = exploration.plan.parts.some(({ kind, part }) => kind.loadClass?.(part) === 'resistive');
    if (!heats) return [];
    return Object.values(circuit.devices).flatMap((device): Opinion<FanTold>[] => {
      const [on, off] = [plateNumber(device, 'onDelayS'), plateNumber(device, 'offDelayS')];
      if (on === undefined || off === undefined || (on <= MOST_ON_S && off >= LEAST_OFF_S)) return [];
      const isLate = on > MOST_ON_S;
      return [
        {
          about: [device],
          verdict: 'look',
          told: isLate ? { code: 'late', seconds: on } : { code: 'early', seconds: off },
          is: isLate ? on : off,
          limit: isLate ? MOST_ON_S : LEAST_OFF_S,
          limitKind: 'typical',
          unit: 's',
          by: [isLate ? ('onDelayS' as const) : ('offDelayS' as const)],
        },
      ];
    });
  },
});
