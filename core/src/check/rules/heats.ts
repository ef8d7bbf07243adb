import type { Circuit, Device } from '#core/circuit';
import { familyOf, plateNumber } from '#core/devices';

/** Less than this is a crankcase or an anti-condensation heater, which stands alone on purpose. Common practice. */
const LEAST_WATTS = 500;

/** Whether a device is there to heat, and needs what carries the heat away. */
export const heats = (circuit: Circuit, device: Device): boolean =>
  familyOf(device, circuit).is?.does === 'heats' && (plateNumber(device, 'watts') ?? LEAST_WATTS) >= LEAST_WATTS;
