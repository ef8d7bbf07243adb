import type { ConductorId, Device, DeviceId } from '#core/circuit';
import { greatest, grouped } from '#core/units';
import { deviceNamed } from '../about';
import { type Opinion, ruleOf } from '../finding';

export interface ShortTold {
  readonly source: Device;
  readonly through: readonly (DeviceId | ConductorId)[];
}

/** Two ends of a supply joined with no load between, in some state. Whatever else is odd in that state comes of it. */
export const shortRule = ruleOf<ShortTold>()({
  id: 'short-circuit',
  source: 'IEC 60364-4-43, NEC 240: no conductor joins the poles of a supply',
  find({ exploration, circuit }) {
    const shorts = exploration.shorts.map(({ source, through, amps, calls }): Opinion<ShortTold> => {
      const own = deviceNamed(circuit, source);
      const devices = [...new Set(through)].flatMap((id) => circuit.devices[id] ?? []).filter((device) => device !== own);
      return {
        about: [own, ...devices],
        key: devices.map(({ id }) => id).join(),
        verdict: 'block',
        told: { source: own, through },
        calls,
        is: amps,
        unit: 'A',
      };
    });
    // by another of their poles it is the same short: the way that draws the most tells it
    const ways = grouped(shorts, ({ told, key }) => `${told.source.id} ${key?.split(',').sort().join()}`);
    return [...ways.values()].flatMap((same) => greatest(same, ({ is = 0 }) => is) ?? []);
  },
});
