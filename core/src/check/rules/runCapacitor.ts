import type { FieldName } from '#core/devices';
import { type CircuitPlan, isWired, type PlannedPart } from '#core/graph';
import { type CapacitorMotor, isKind } from '#core/kinds';
import { partsAcross } from '../across';
import { type Opinion, ruleOf } from '../finding';

export type CapacitorTold =
  /** nothing stands between its run and its start winding */
  | { readonly code: 'none'; readonly microFarads: number }
  | { readonly code: 'other'; readonly capacitors: readonly string[]; readonly microFarads: number; readonly has: number }
  | { readonly code: 'unread'; readonly what: 'motor' | 'capacitor' };

/** A run capacitor is made to ±6 %; beyond the first share another is fitted, beyond the second it does harm. Common practice. */
const [OTHER_FROM, HARM_FROM] = [0.1, 0.25] as const;

/** The fan's side of two in one can has a print of its own. */
const fieldOf = ({ part }: PlannedPart): FieldName => (part.id === 'FAN' ? 'fanMicroFarads' : 'microFarads');

type PlannedMotor = PlannedPart & { readonly part: CapacitorMotor };

/** Capacitors that wires alone join between S and R. */
const capacitorsOf = (plan: CircuitPlan, { device, part }: PlannedMotor) =>
  partsAcross(plan, device, [part.start, part.run])
    .filter(isKind('capacitor'))
    .filter((one) => !one.part.isForStart);

/** The run capacitor of a motor against what its plate asks for. */
export const runCapacitorRule = ruleOf<CapacitorTold>()({
  id: 'run-capacitor',
  source: 'common practice: the microfarads of the motor’s plate, ±6 %; volts at least as printed',
  find: ({ exploration: { plan } }) =>
    plan.parts.filter(isKind('capacitor-motor')).flatMap((motor): Opinion<CapacitorTold>[] => {
      const { device, part } = motor;
      if (!isWired(plan, device.id, part.run)) return [];
      const wanted = part.runMicroFarads;
      const fitted = capacitorsOf(plan, motor);
      if (fitted.length === 0)
        return wanted === undefined
          ? []
          : [{ about: [device], verdict: 'danger', told: { code: 'none', microFarads: wanted }, by: ['microFarads'] }];
      const unread = fitted.find(({ part: { microFarads } }) => microFarads === undefined);
      if (wanted === undefined || unread)
        return [
          {
            about: [unread?.device ?? device],
            verdict: 'cannot-clear',
            told: { code: 'unread', what: unread ? 'capacitor' : 'motor' },
            evidence: 'unknown',
            missing: [unread ? fieldOf(unread) : 'microFarads'],
          },
        ];
      const has = fitted.reduce((sum, { part: { microFarads = 0 } }) => sum + microFarads, 0);
      const off = Math.abs(has / wanted - 1);
      if (off <= OTHER_FROM + 1e-9) return [];
      return [
        {
          about: [device, ...fitted.map((one) => one.device)],
          verdict: off > HARM_FROM ? 'danger' : 'look',
          told: { code: 'other', capacitors: fitted.map((one) => one.device.tag), microFarads: wanted, has },
          is: has,
          limit: wanted,
          unit: 'µF',
          by: [...new Set<FieldName>(['microFarads', ...fitted.map(fieldOf)])],
        },
      ];
    }),
});
