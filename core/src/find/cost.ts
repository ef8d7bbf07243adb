import type { Predictions, Test } from './predict';

/** What a test costs besides time: common practice, told with the advice. */
const COST = { perMovedLead: 0.1, controlDanger: 0.4, powerDanger: 0.8 } as const;
/** Control mains end here; above is power. */
const CONTROL_MAINS_V = 150;
const EXTRA_LOW_V = 30;

/** What a test asks of the hand: leads to move, and live terminals to come near. */
export function costOf(predictions: Predictions, { red, black }: Test, before: Partial<Test>): number {
  const hotter = Math.max(predictions.toEarthAt(red), predictions.toEarthAt(black));
  const danger = hotter <= EXTRA_LOW_V ? 0 : hotter <= CONTROL_MAINS_V ? COST.controlDanger : COST.powerDanger;
  return COST.perMovedLead * (Number(red !== before.red) + Number(black !== before.black)) + danger;
}
