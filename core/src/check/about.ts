import type { Circuit, Device, DeviceId } from '#core/circuit';
import { must } from '#core/units';

/** A device that a finding is about: it is in the circuit, since it was explored in it. */
export const deviceNamed = (circuit: Circuit, id: DeviceId): Device => must(circuit.devices[id], `device ${id}`);
