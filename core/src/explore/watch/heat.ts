import { deviceOf } from '#core/circuit';
import { EARTH_NODE } from '#core/graph';
import { isKind } from '#core/kinds';
import { branchAmps, voltsAt } from '#core/network';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

/** What turns into heat in a place once everything runs, in the state in which it is most. */
export interface HeatExposure {
  readonly watts: number;
  /** by device: real power that its wires bring and do not take away again */
  readonly byDevice: ReadonlyMap<string, number>;
  readonly calls: Calls;
}

/**
 * Watches the heat in every place: what goes into a device by its wires and does not come out again. It needs no figure of any maker: a
 * transformer's losses, a coil's watts, a contact's drop all show in the same sum. Supplies of the house are no devices of a place.
 */
export const watchHeat: MakeWatch<ReadonlyMap<string, HeatExposure>> = ({ plan, nets }, isWatched) => {
  const mains = new Set(plan.parts.filter(isKind('source')).flatMap(({ part, device }) => (part.role === 'mains' ? [device.id] : [])));
  const landings = plan.conductors.flatMap(({ conductor: { ends }, branch }) =>
    ends.flatMap((end, side) => {
      const device = end ? plan.circuit.devices[deviceOf(end)] : undefined;
      if (!end || !device?.place || mains.has(device.id) || !isWatched({ device })) return [];
      return [{ device: device.id, place: device.place, branch, node: plan.nodeOf(end), sign: side === 0 ? -1 : 1 }];
    }),
  );
  const kept = new Map<string, HeatExposure>();
  return {
    see(_frame, { calls, isQuiet }) {
      if (!isQuiet) return;
      const places = new Map<string, Map<string, number>>();
      for (const { device, place, branch, node, sign } of landings) {
        if (node === EARTH_NODE) continue;
        let watts = 0;
        for (const net of nets) {
          const v = voltsAt(net, node);
          const i = branchAmps(net, branch);
          watts += sign * (v.re * i.re + v.im * i.im);
        }
        const own = places.get(place) ?? new Map<string, number>();
        places.set(place, own.set(device, (own.get(device) ?? 0) + watts));
      }
      for (const [place, byDevice] of places) {
        const watts = [...byDevice.values()].reduce((sum, one) => sum + Math.max(0, one), 0);
        if (watts > (kept.get(place)?.watts ?? 0)) kept.set(place, { watts, byDevice, calls });
      }
    },
    result: () => kept,
  };
};
