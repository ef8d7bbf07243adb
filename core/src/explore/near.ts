import type { DeviceId } from '#core/circuit';
import { graphOf, leverKey, leversOn } from '#core/graph';
import type { NetworkPlan } from '#core/network';
import type { Calls } from './calls';
import type { Extremes, Scope } from './walk';

/**
 * The states that bear on one device: those of the levers that act on it, alone and with all else in its heaviest and in its lightest; of a
 * device on which none acts, what is around it in its heaviest.
 * @param extremes how everything is called then, as it was last known: what an edit has taken out is left out
 */
export function scopeOn(plan: NetworkPlan, device: DeviceId, extremes: Extremes): Scope {
  const own = leversOn(plan, device);
  const levers = new Set(own?.levers.map(leverKey));
  const besides = (calls: Calls): Calls =>
    calls.filter((call) =>
      'process' in call
        ? plan.circuit.processes[call.process] !== undefined && !levers.has(call.process)
        : plan.inputNamed(call.device, call.input) !== undefined && !levers.has(`${call.device}.${call.input}`),
    );
  const heaviest = besides(extremes.heaviest);
  // what nothing acts on feeds what is around it: that in its heaviest with all else at rest tells what it gives when nothing else draws
  const { neighbourhoodOf } = graphOf(plan);
  const home = neighbourhoodOf(device);
  const also = own ? [] : heaviest.filter((call) => 'device' in call && neighbourhoodOf(call.device) === home);
  const others = [heaviest, besides(extremes.lightest)].filter((calls) => calls.length > 0);
  return { groups: own ? [own] : [], others, also };
}
