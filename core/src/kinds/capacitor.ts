import { inverse, phasor } from '#core/units';
import { between, kindOf, noNumbers, OPEN, ohmic, type TwoEnded } from './kind';

/** A run or start capacitor, or a suppressor that is little else: an RC network, a varistor below the volts at which it conducts. */
export interface Capacitor extends TwoEnded {
  readonly kind: 'capacitor';
  readonly microFarads: number | undefined;
  /** the most volts that it bears */
  readonly ratedV: number | undefined;
  /** in series with it: what keeps an RC network from sparking */
  readonly seriesOhms?: number | undefined;
  /** across it, so that it empties by itself */
  readonly bleedOhms?: number | undefined;
  /** made for parts of a second: no run capacitor */
  readonly isForStart?: boolean | undefined;
}

export const capacitor = kindOf<Capacitor>()({
  kind: 'capacitor',
  modes: ['whole'],
  values: noNumbers,
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'load')],
  admittances({ microFarads, seriesOhms = 0, bleedOhms }, { fault }, hz) {
    if (fault === 'shorted') return [ohmic(0.05)];
    const leak = bleedOhms === undefined ? OPEN.y.re : 1 / bleedOhms;
    if (hz === 0 || fault === 'open' || microFarads === undefined) return [{ ...OPEN, y: phasor(leak) }];
    const farads = microFarads * 1e-6 * (fault === 'weak' ? 0.5 : 1);
    const y = inverse(phasor(seriesOhms, -1 / (2 * Math.PI * hz * farads)));
    return [{ ...OPEN, y: phasor(y.re + leak, y.im) }];
  },
  faults: [
    { mode: 'weak', weight: 20 },
    { mode: 'open', weight: 8 },
    { mode: 'shorted', weight: 3 },
  ],
  bearsOnly: () => true,
  drawn: ({ a, b, microFarads }) => [{ as: 'element', symbol: 'capacitor', a, b, text: { value: microFarads, unit: 'µF' } }],
});
