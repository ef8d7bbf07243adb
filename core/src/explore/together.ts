import type { Circuit, DeviceId } from '#core/circuit';
import { graphOf } from '#core/graph';
import type { Calls } from './calls';
import type { Exploration } from './exploring';

const isOn = (circuit: Circuit, seen: Readonly<Record<string, boolean>>, device: DeviceId): boolean =>
  seen[circuit.devices[device]?.tag ?? ''] === true;

/**
 * A state in which two devices are both on once all has come to rest; undefined: in none that was tried.
 * Two that share no lever stand in states of their own, and any of one can meet any of the other.
 */
export function togetherIn({ plan, endings }: Exploration, a: DeviceId, b: DeviceId): Calls | undefined {
  const { circuit } = plan;
  const all = [...endings.values()];
  const both = all.find(({ seen }) => isOn(circuit, seen, a) && isOn(circuit, seen, b));
  if (both) return both.calls;
  const { neighbourhoodOf } = graphOf(plan);
  if (neighbourhoodOf(a) === neighbourhoodOf(b)) return undefined;
  const [one, other] = [a, b].map((device) => all.find(({ seen }) => isOn(circuit, seen, device)));
  return one && other ? [...one.calls, ...other.calls] : undefined;
}

/** A state in which one device is on and none of the others is; undefined: in none that was tried. */
export function aloneIn({ plan, endings }: Exploration, device: DeviceId, without: readonly DeviceId[]): Calls | undefined {
  const { circuit } = plan;
  return [...endings.values()].find(({ seen }) => isOn(circuit, seen, device) && !without.some((other) => isOn(circuit, seen, other)))
    ?.calls;
}

/** Whether a device is on in some state that was tried. */
export const isEverOn = ({ plan, endings }: Exploration, device: DeviceId): boolean =>
  [...endings.values()].some(({ seen }) => isOn(plan.circuit, seen, device));
