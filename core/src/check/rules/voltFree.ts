import { loopScrews } from '#core/graph';
import { at } from '#core/units';
import { type Opinion, ruleOf } from '../finding';

/** Over this a volt-free input stands on a source that is not its own. */
const MOST_V = 50;

export interface VoltFreeTold {
  /** over 50 V to earth; amps that do not go back through the pair; metal to somebody else's earth or neutral */
  readonly code: 'volts' | 'leak' | 'tied';
  readonly ends: readonly string[];
}

/** Mains on the terminals of a volt-free input, by its volts, by what leaks through it, or by a tie that lets it in when something else fails. */
export const voltFreeRule = ruleOf<VoltFreeTold>()({
  id: 'mains-on-volt-free',
  source: 'common practice; over 50 V to earth at a call terminal, any current that does not go back through its pair',
  find: ({ exploration }) =>
    [...exploration.callInputs].flatMap(([index, seen]): Opinion<VoltFreeTold>[] => {
      const { part, device } = at(exploration.plan.parts, index);
      const ends =
        part.kind === 'source' ? [part.a, part.b] : part.kind === 'controller' ? loopScrews(exploration.plan.partsIn(device.id), part) : [];
      const told = (code: VoltFreeTold['code']): VoltFreeTold => ({ code, ends });
      const about = [device];
      if (seen.volts > MOST_V)
        return [{ about, verdict: 'block', told: told('volts'), calls: seen.calls, is: seen.volts, limit: MOST_V, unit: 'V' }];
      if (seen.leak.amps > 0)
        return [{ about, verdict: 'danger', told: told('leak'), calls: seen.leak.calls, is: 1000 * seen.leak.amps, limit: 0, unit: 'mA' }];
      return seen.tied ? [{ about, verdict: 'look', told: told('tied'), calls: seen.tied }] : [];
    }),
});
