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
      /** what of the plate's amps runs through it */
      readonly runA: number;
      /** it stands in the leads of a winding, or of one half: less than a line's amps run through it */
      readonly isPart: boolean;
      readonly isHigh: boolean;
      readonly rules: 'na' | 'iec';
      readonly serviceFactor: number | undefined;
    };

/** IEC 60947-4-1 sets the nameplate itself; a dial's own tolerance is let pass. */
const IEC_SHARE = 1.05;

/** In a winding of a delta, and before one of two halves side by side: NEMA MG 1, IEC 60034, from memory. */
const SHARES = [1, 1 / Math.sqrt(3), 1 / 2] as const;
/** Line volts that are not quite the plate's move the amps by so much. */
const NEAR = 0.08;

/** The share of a motor's amps that runs through its overload, from what does while it runs; undefined: that tells nothing. */
const shareOf = (throughA = 0, runA: number): number | undefined => SHARES.find((share) => Math.abs(throughA / (share * runA) - 1) <= NEAR);

/** An overload relay is set by the nameplate, not by the table: 125 % where the service factor is 1.15, else 115 %. */
export const overloadRule = ruleOf<OverloadTold>()({
  id: 'overload-setting',
  source: 'NEC 430.32(A)(1), from memory; IEC 60947-4-1',
  find: ({ exploration: { plan, settledA, fuseA }, practice, circuit }) => {
    const rules = rulesOf(practice, circuit.practice);
    const heaters = plan.parts.filter(isKind('fuse')).filter(({ part }) => part.symbol === 'overload-heater');
    const first = heaters.filter((one, index) => heaters.findIndex(({ device }) => device === one.device) === index);
    return first.flatMap((heater): Opinion<OverloadTold>[] => {
      const { device } = heater;
      const [motor] = motorsBehind(plan, heater);
      if (!motor) return [];
      const settingA = plateNumber(device, 'settingA');
      if (settingA === undefined) return [{ about: [device], verdict: 'cannot-clear', told: { code: 'unread' }, missing: ['settingA'] }];
      // one that trips before all has settled is told by what ran through it till then
      const share = shareOf(settledA.get(heater.index), motor.runA) ?? shareOf(fuseA.get(heater.index), motor.runA) ?? 1;
      const runA = share * motor.runA;
      const { serviceFactor } = motor.part;
      // while nobody has read the service factor, what only the larger one allows is worth a look
      const timesOf = (factor: number): number => (rules === 'na' ? overloadShare(factor) : IEC_SHARE);
      const most = timesOf(serviceFactor ?? 1.15) * runA;
      const careful = timesOf(serviceFactor ?? 1) * runA;
      if (settingA <= careful + 1e-9 && settingA >= runA * 0.99) return [];
      const isHigh = settingA > careful;
      return [
        {
          about: [device, motor.device],
          verdict: settingA > most + 1e-9 ? 'danger' : 'look',
          told: { code: 'set', settingA, motor: motor.device, runA, isPart: share < 1, isHigh, rules, serviceFactor },
          is: settingA,
          limit: isHigh ? careful : runA,
          unit: 'A',
          by: ['settingA', 'serviceFactor'] as const,
        },
      ];
    });
  },
});
