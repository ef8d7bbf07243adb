import type { Device } from '#core/circuit';
import { familyOf } from '#core/devices';
import { graphOf, partsOn } from '#core/graph';
import { isKind } from '#core/kinds';
import { ruleOf } from '../finding';

/** An input that takes switched mains needs no relay between to keep mains out. */
export const interposingRule = ruleOf<{ readonly input: Device }>()({
  id: 'interposing-optional',
  source: 'common practice',
  find: ({ exploration: { plan }, circuit }) => {
    const graph = graphOf(plan);
    const inputs = plan.parts.filter(isKind('load')).filter(({ part }) => part.use === 'input' && (part.ratedV ?? 0) > 50);
    return inputs.flatMap(({ device, part }) => {
      const nodes = graph.tied([part.a, part.b].map((mark) => plan.nodeAt(device.id, mark)).filter((node) => !graph.isReturn(node)));
      const relay = partsOn(plan, nodes).find((one) => one.part.kind === 'contact' && familyOf(one.device, circuit).group === 'relay');
      return relay ? [{ about: [relay.device], verdict: 'look' as const, told: { input: device } }] : [];
    });
  },
});
