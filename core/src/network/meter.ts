import { add, divide, magnitude, multiply, type Phasor, phasor, real, subtract } from '#core/units';
import { type Net, solveNet, unitResponse, voltsAt } from './live';

export type MeterMode = 'vac' | 'vdc' | 'loz' | 'ohm' | 'beep' | 'amp';

/** A hand-held meter: 10 MΩ beside 100 pF on volts, 3 kΩ in low-Z. Common practice; the first by most makers' sheets. */
export const HIGH_Z = { ohms: 10e6, farads: 100e-12 };
export const LOW_Z_OHMS = 3000;
/** Over this the meter shows an open line. Common practice. */
const OPEN_LINE_OHMS = 20e6;
/** The beeper sounds under this. Common practice: models differ from 20 to 250 Ω. */
export const BEEP_OHMS = 35;

/** What a meter puts between its leads at a frequency, in ohms. */
export const meterImpedance = (mode: 'vac' | 'vdc' | 'loz', hz: number): Phasor => {
  if (mode === 'loz') return phasor(LOW_Z_OHMS);
  if (hz === 0) return phasor(HIGH_Z.ohms);
  return divide(phasor(1), phasor(1 / HIGH_Z.ohms, 2 * Math.PI * hz * HIGH_Z.farads));
};

/** What the pair would show with nothing connected, and the impedance behind it. */
export interface PairSource {
  readonly openV: Phasor;
  readonly behindOhms: Phasor;
}

/** The source that two nodes are to whatever is put between them (Thévenin). */
export function pairSource(net: Net, red: number, black: number, response = unitResponse(net, red, black)): PairSource {
  solveNet(net);
  const openV = subtract(voltsAt(net, red), voltsAt(net, black));
  if (red === black) return { openV, behindOhms: phasor(0) };
  const at = (node: number): Phasor => (node < 0 ? phasor(0) : phasor(real(response.re, node), real(response.im, node)));
  return { openV, behindOhms: subtract(at(red), at(black)) };
}

/** Volts on a meter of impedance `meterOhms`: the meter is part of the circuit while it reads. */
export const loadedVolts = ({ openV, behindOhms }: PairSource, meterOhms: Phasor): number =>
  magnitude(divide(multiply(openV, meterOhms), add(meterOhms, behindOhms)));

/** What volts mode shows between two nodes. V DC shows DC alone with its sign, V AC leaves DC out, low-Z shows both. */
export function readVolts(nets: readonly Net[], mode: 'vac' | 'vdc' | 'loz', red: number, black: number): number {
  const wanted = nets.filter(({ hz }) => (mode === 'vdc' ? hz === 0 : mode === 'vac' ? hz !== 0 : true));
  const shownBy = wanted.map((net) => {
    const source = pairSource(net, red, black);
    const shown = loadedVolts(source, meterImpedance(mode, net.hz));
    return mode === 'vdc' && source.openV.re < 0 ? -shown : shown;
  });
  const [only, ...others] = shownBy;
  return only !== undefined && others.length === 0 ? only : Math.hypot(...shownBy);
}

/**
 * What ohms mode shows: the 0 Hz network with every source dead, leads zeroed.
 * @param net a DC net whose sources are opened
 * @returns Infinity where the meter shows an open line
 */
export function readOhms(net: Net, red: number, black: number): number {
  if (red === black) return 0;
  const { behindOhms } = pairSource(net, red, black);
  return behindOhms.re > OPEN_LINE_OHMS ? Number.POSITIVE_INFINITY : behindOhms.re;
}
