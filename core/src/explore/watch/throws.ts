import { isKind } from '#core/kinds';
import { pairSource, voltsAt } from '#core/network';
import { magnitude, subtract } from '#core/units';
import type { VoltsSeen } from './points';
import type { MakeWatch } from './watch';

/** Under this a throw is fed, not reached through a load. */
const STIFF_OHMS = 1.5;
const APART_V = 10;

/** Changeover poles both of whose throws stand on stiff sources of different volts, by their NC contact: a bridged contact would join them. */
export const watchThrows: MakeWatch<ReadonlyMap<number, VoltsSeen>> = ({ plan, nets }, isWatched) => {
  const contacts = plan.parts.filter(isKind('contact')).filter(isWatched);
  const pairs = contacts.flatMap((nc) => {
    if (nc.part.form !== 'NC') return [];
    const no = contacts.find(({ part, device }) => device === nc.device && part.form === 'NO' && part.a === nc.part.a);
    return no ? [{ index: nc.index, x: plan.nodeAt(nc.device.id, nc.part.b), y: plan.nodeAt(nc.device.id, no.part.b) }] : [];
  });
  const kept = new Map<number, VoltsSeen>();
  return {
    rest(_frame, calls) {
      for (const { index, x, y } of pairs)
        for (const net of nets) {
          if (magnitude(subtract(voltsAt(net, x), voltsAt(net, y))) < APART_V) continue;
          const { openV, behindOhms } = pairSource(net, x, y);
          const volts = magnitude(openV);
          if (volts > APART_V && magnitude(behindOhms) < STIFF_OHMS && volts > (kept.get(index)?.volts ?? 0))
            kept.set(index, { volts, calls });
        }
    },
    result: () => kept,
  };
};
