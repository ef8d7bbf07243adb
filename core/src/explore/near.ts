import type { Device, DeviceId } from '#core/circuit';
import { graphOf, leverKey, leversOn } from '#core/graph';
import type { NetworkPlan } from '#core/network';
import type { Calls } from './calls';
import type { Scope } from './walk';
import type { IsWatched } from './watch/watch';

/**
 * The states that bear on one device: those of the levers that act on it, alone and with all else in its heaviest; of a device on which none
 * acts, what is around it in its heaviest.
 * @param heaviest how everything is called in its heaviest state, as it was last known: what an edit has taken out is left out
 */
export function scopeOn(plan: NetworkPlan, device: DeviceId, heaviest: Calls): Scope & { readonly isWatched: IsWatched } {
  const own = leversOn(plan, device);
  const levers = new Set(own?.levers.map(leverKey));
  const others = heaviest.filter((call) =>
    'process' in call
      ? plan.circuit.processes[call.process] !== undefined && !levers.has(call.process)
      : plan.inputNamed(call.device, call.input) !== undefined && !levers.has(`${call.device}.${call.input}`),
  );
  const isWatched = (planned: { readonly device: Device }): boolean => planned.device.id === device;
  // what nothing acts on feeds what is around it: that in its heaviest with all else at rest tells what it gives when nothing else draws
  const { neighbourhoodOf } = graphOf(plan);
  const home = neighbourhoodOf(device);
  const also = own ? [] : others.filter((call) => 'device' in call && neighbourhoodOf(call.device) === home);
  return { groups: own ? [own] : [], others, also, isWatched };
}
