import { conductorsAt, terminalId } from '#core/circuit';
import { type CoilPair, callsOf, coilAcross, type PairMoment } from '#core/explore';
import type { Coil } from '#core/kinds';
import type { NetworkPlan } from '#core/network';
import { add, areaMm2, inverse, least, magnitude, multiply, ohmsPerMetre, phasor, type WireSize } from '#core/units';
import { atLine } from './corners';
import type { PlannedCoil } from './place';

/** How much longer the two wires of a coil may be, one way, before it no longer surely pulls in. */
export interface CableRoom {
  readonly size: WireSize;
  readonly metres: number;
  /** with the line at 90 % */
  readonly atLowLineM: number;
}

/** Longer than this is no question any more. */
const FAR_M = 3000;

/** The pair at the far end of more wire: its open volts as they were, its impedance more by the loop's ohms. */
const behindWire = ({ nets }: PairMoment, ohms: number): PairMoment => ({
  nets: nets.map((net) => {
    if (magnitude(net.siemens) === 0) return net;
    const siemens = inverse(add(inverse(net.siemens), phasor(ohms)));
    return { ...net, siemens, amps: multiply(multiply(net.amps, inverse(net.siemens)), siemens) };
  }),
});

/** The thinnest of the wires on a coil's terminals. */
export const coilWire = ({ circuit }: NetworkPlan, { device, part: { a, b } }: PlannedCoil): WireSize | undefined =>
  least(
    [a, b].flatMap((mark) => conductorsAt(circuit, terminalId(device.id, mark))).map(({ size }) => size),
    areaMm2,
  );

/**
 * Solved on phasors at the pull-in of every state in which the coil is called, copper at 20 °C; the arithmetic rule gives less.
 * @returns undefined where the coil is not called, not read, or does not surely pull in as it is
 */
export function cableRoom(coil: Coil, pairs: readonly CoilPair[], size: WireSize): CableRoom | undefined {
  const called = callsOf(coil, pairs).flatMap(({ isCall, pair }) => (isCall ? [pair.pullIn] : []));
  const pullsIn = (line: number, metres: number): boolean =>
    called.every(
      (moment) =>
        coilAcross(behindWire(atLine(moment, line), 2 * metres * ohmsPerMetre(size)), coil, 'out').drive >=
        coil.pickUpGuaranteedRatio - 1e-9,
    );
  const longest = (line: number): number => {
    if (!pullsIn(line, 0)) return 0;
    if (pullsIn(line, FAR_M)) return FAR_M;
    let [near, far] = [0, FAR_M];
    while (far - near > 0.05) {
      const middle = (near + far) / 2;
      if (pullsIn(line, middle)) near = middle;
      else far = middle;
    }
    return near;
  };
  const metres = called.length > 0 ? longest(1) : 0;
  return metres > 0 ? { size, metres, atLowLineM: longest(0.9) } : undefined;
}
