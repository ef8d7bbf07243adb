import { RUNNING } from './actors';
import type { Moment, Rig } from './rig';
import { sightOf } from './sight';

/** What a person sees and hears of each device: on or not, by tag. */
export type Sightings = Readonly<Record<string, boolean>>;

/** What a person notices at a moment that the nets show: relays, lamps, motors, heaters, valves, displays, a boiler that is called. */
export function sightingsOf(rig: Rig, moment: Moment): Sightings {
  const seen: Record<string, boolean> = {};
  for (const { part, index, device } of rig.plan.parts) {
    const isOn = isSeenOn(rig, index, moment);
    // a pre-wired relay has a lead for each of its voltages: it is in when any of them pulls
    if (isOn !== undefined && !(part.kind === 'coil' && part.latch === 'reset')) seen[device.tag] = isOn || (seen[device.tag] ?? false);
  }
  return seen;
}

/** undefined: nothing to see or hear */
function isSeenOn(rig: Rig, index: number, moment: Moment): boolean | undefined {
  const { part } = rig.plan.parts[index]!;
  const mode = moment.modes[index];
  switch (part.kind) {
    case 'coil':
      return mode === 1;
    case 'motor':
    case 'motor3':
      return mode === RUNNING;
    case 'travel':
      return moment.values[index]! >= 0.9;
    case 'electronics':
      return mode === 2;
    case 'load': {
      if (part.ratedV === undefined) return undefined;
      const { volts, amps } = sightOf(rig, index, moment);
      return volts >= 0.5 * part.ratedV && amps > 0.25 * (part.va / part.ratedV);
    }
    case 'load3': {
      if (part.ratedV === undefined) return undefined;
      const elementV = part.connection === 'wye' ? part.ratedV / Math.sqrt(3) : part.ratedV;
      return sightOf(rig, index, moment).volts >= 0.5 * elementV;
    }
    case 'source':
      return part.role === 'call-input' ? sightOf(rig, index, moment).amps > 0.4 * ((part.volts ?? 24) / part.ohms) : undefined;
    default:
      return undefined;
  }
}
