import type { Device } from '#core/circuit';
import { plateNumber } from '#core/devices';
import { isKind } from '#core/kinds';
import { rulesOf } from '#core/schools';
import { overloadShare } from '#core/size';
import { type Opinion, ruleOf } from '../finding';
import { motorsBehind } from './motorsBehind';

export type OverloadTold =
  | { readonly code: 'unread' }
  | {
      readonly code: 'set';
      readonly settingA: number;
      readonly motor: Device;
      readonly runA: number;
      readonly isHigh: boolean;
      readonly rules: 'na' | 'iec';
      readonly serviceFactor: number | undefined;
    };

/** IEC 60947-4-1 sets the nameplate itself; a dial's own tolerance is let pass. */
const IEC_SHARE = 1.05;

/** An overload relay is set by the nameplate, not by the table: 125 % where the service factor is 1.15, else 115 %. */
export const overloadRule = ruleOf<OverloadTold>()({
  id: 'overload-setting',
  source: 'NEC 430.32(A)(1), from memory; IEC 60947-4-1',
  find: ({ exploration: { plan }, practice, circuit }) => {
    const rules = rulesOf(practice, circuit.practice);
    const heaters = plan.parts.filter(isKind('fuse')).filter(({ part }) => part.symbol === 'overload-heater');
    const first = heaters.filter((one, index) => heaters.findIndex(({ device }) => device === one.device) === index);
    return first.flatMap((heater): Opinion<OverloadTold>[] => {
      const { device } = heater;
      const [motor] = motorsBehind(plan, heater);
      if (!motor) return [];
      const settingA = plateNumber(device, 'settingA');
      if (settingA === undefined) return [{ about: [device], verdict: 'cannot-clear', told: { code: 'unread' }, missing: ['settingA'] }];
      const { runA } = motor;
      const { serviceFactor } = motor.part;
      // while nobody has read the service factor, what only the larger one allows is worth a look
      const share = (factor: number): number => (rules === 'na' ? overloadShare(factor) : IEC_SHARE);
      const most = share(serviceFactor ?? 1.15) * runA;
      const careful = share(serviceFactor ?? 1) * runA;
      if (settingA <= careful + 1e-9 && settingA >= runA * 0.99) return [];
      const isHigh = settingA > careful;
      return [
        {
          about: [device, motor.device],
          verdict: settingA > most + 1e-9 ? 'danger' : 'look',
          told: { code: 'set', settingA, motor: motor.device, runA, isHigh, rules, serviceFactor },
          is: settingA,
          limit: isHigh ? careful : runA,
          unit: 'A',
          by: ['settingA', 'serviceFactor'] as const,
        },
      ];
    });
  },
});
