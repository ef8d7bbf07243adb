import { partAmps, partVolts } from '#core/network';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

/** What the contact of a start relay, or a start thermistor, met: the most amps through it while the motor comes up, the most volts once it is open. */
export interface StartExposure {
  readonly amps: number;
  readonly volts: number;
  readonly calls: Calls;
}

/** Watches the contacts that cut a start winding out: they serve it for parts of a second, so nothing of it is left at rest. */
export const watchStarts: MakeWatch<ReadonlyMap<number, StartExposure>> = ({ plan, nets }) => {
  const contacts = plan.parts.filter(({ part }) => part.kind === 'start-thermistor' || (part.kind === 'contact' && part.ratings.isStart));
  const kept = new Map<number, StartExposure>();
  return {
    see(_frame, { calls }) {
      for (const { index } of contacts) {
        const [amps, volts] = [partAmps(nets, plan, index), partVolts(nets, plan, index)];
        const known = kept.get(index) ?? { amps: 0, volts: 0, calls: [] };
        if (amps > known.amps || volts > known.volts)
          kept.set(index, {
            amps: Math.max(amps, known.amps),
            volts: Math.max(volts, known.volts),
            calls: amps > known.amps ? calls : known.calls,
          });
      }
    },
    result: () => kept,
  };
};
