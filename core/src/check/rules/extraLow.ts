import type { ConductorId, DeviceId } from '#core/circuit';
import { deviceNamed } from '../about';
import { ruleOf } from '../finding';

export interface ExtraLowTold {
  readonly mark: string;
  readonly ownV: number;
  /** from there to a line of the mains; empty where they come in through a load */
  readonly through: readonly (DeviceId | ConductorId)[];
}

/** Mains that metal brings into an extra-low circuit: nothing opens where it floats, and whoever touches it holds mains. */
export const extraLowRule = ruleOf<ExtraLowTold>()({
  id: 'mains-on-extra-low',
  source: 'IEC 61140 and IEC 60364-4-41, NEC 725.136, from memory',
  find: ({ exploration, circuit }) =>
    exploration.extraLow.map(({ device, mark, ownV, limitV, volts, calls, through }) => ({
      about: [deviceNamed(circuit, device)],
      verdict: 'block',
      told: { mark, ownV, through },
      calls,
      is: volts,
      limit: limitV,
      unit: 'V',
    })),
});
