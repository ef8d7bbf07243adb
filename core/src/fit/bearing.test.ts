import { expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { drain, explore, pairing, scopeOn } from '#core/explore';
import { DEMO, demo } from '../testing/demo';
import { DRAWN } from '../testing/drawn';
import { ODD } from '../testing/odd';
import { rowPanel, unitPanel } from '../testing/panel';
import { coilInUse, exposureOf } from './index';

/** Less than this share of rated volts apart nothing hangs on it. */
const NEAR = 0.01;

/**
 * Where a short or two coils that undo each other end a state, no figure of a hold is left to compare; in "shared" a coil that does not pull
 * in beside another load does so alone, and one whose worst pull-in fails is told by that.
 */
const ENDED = new Set(['star, then delta', 'two pumps in turn', 'shared']);

it.each([
  ...DEMO.map((name): [string, Circuit] => [name, demo(name)]),
  ...Object.entries(DRAWN),
  ...Object.entries(ODD),
  ['a panel of rows', rowPanel(30)] as const,
  ['a panel of units', unitPanel(30)] as const,
])('%s: the states that bear on a coil show it what all states show it', (name, circuit) => {
  const whole = explore(circuit);
  const { plan, coils, extremes } = whole;
  const apart: string[] = [];
  for (const device of Object.values(circuit.devices)) {
    const planned = coilInUse(plan, device.id);
    const full = planned && coils.get(planned.index);
    if (!planned || !full) continue;
    const { pairs } = drain(pairing(plan, planned, scopeOn(plan, device.id, extremes)));
    const { exposure } = exposureOf(planned.part, pairs);
    for (const what of ENDED.has(name) ? (['pullIn'] as const) : (['pullIn', 'held', 'highest', 'leak'] as const)) {
      const [one, two] = [exposure[what]?.volts ?? 0, full[what]?.volts ?? 0];
      // what would close it beside a call of more volts is no leak
      if (what === 'leak' && (full.leak?.drive ?? 0) > 0.5) continue;
      if (Math.abs(one - two) > NEAR * Math.max(two, planned.part.ratedV ?? 0))
        apart.push(`${device.tag} ${what}: ${one.toFixed(2)} and ${two.toFixed(2)}`);
    }
  }
  expect(apart).toEqual([]);
});
