import type { DeviceId } from '#core/circuit';
import { graphOf } from '#core/graph';
import type { Exploration } from './exploring';

/** Whether everything that a device may meet was tried: no limit was met in its neighbourhood. */
export function triedWhole({ plan, untried }: Pick<Exploration, 'plan' | 'untried'>): (device: DeviceId) => boolean {
  const { neighbourhoodOf } = graphOf(plan);
  const homes = new Set(untried.flatMap(({ devices }) => devices.map(neighbourhoodOf)));
  // a limit that names nobody may bear on anybody
  const isAnywhere = untried.some(({ devices }) => devices.length === 0);
  return (id) => !isAnywhere && !homes.has(neighbourhoodOf(id));
}
