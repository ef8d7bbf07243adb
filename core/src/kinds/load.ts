import { impedanceOfVa, phasor } from '#core/units';
import { between, kindOf, noNumbers, OPEN, ohmic, type PartBase, passive, type TwoEnded } from './kind';

export interface Load extends TwoEnded {
  readonly kind: 'load';
  readonly use: 'lamp' | 'heater' | 'display' | 'input' | 'module' | 'resistor';
  readonly ratedV: number | undefined;
  readonly va: number;
  readonly pf: number;
  /** DC seen as the same ohms (lamp, heater), or nothing (a rectifier or a transformer inside) */
  readonly passesDc: boolean;
  /** lamps: amps as they are made over running amps */
  readonly inrushTimes?: number | undefined;
}

/** A lamp that is made cold takes this many times its running amps. Common practice: filament 12. */
const LAMP_INRUSH = 12;

const CLASSES = {
  heater: 'resistive',
  lamp: 'lamp',
  input: 'input',
  display: 'electronics',
  module: 'electronics',
  resistor: 'resistive',
} as const;

/** Lamps, heaters, inputs, modules: what turns volts into something and does not move by itself. */
export const load = kindOf<Load>()({
  kind: 'load',
  modes: ['whole'],
  values: noNumbers,
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'load')],
  admittances({ ratedV, va, pf, passesDc }, { fault }, hz) {
    if (ratedV === undefined || fault === 'open' || (hz === 0 && !passesDc)) return [OPEN];
    return [passive(hz === 0 ? phasor((ratedV * ratedV) / va) : impedanceOfVa(ratedV, va, pf))];
  },
  faults: [{ mode: 'open', weight: 6 }],
  sights: { off: 'off', on: 'on' },
  // at least half its rated volts and a current through it: an open filament on full volts is off
  see: ({ ratedV, va }, _how, { volts, amps }) =>
    ratedV === undefined ? undefined : volts >= 0.5 * ratedV && amps > 0.25 * (va / ratedV) ? 'on' : 'off',
  loadClass: ({ use }) => CLASSES[use],
  // what a resistor is on less than its volts is its purpose
  bearsOnly: ({ use }) => use === 'resistor',
  inrushRatio: ({ use, inrushTimes }) => (use === 'lamp' ? (inrushTimes ?? LAMP_INRUSH) : 1),
  drawn: ({ a, b, use, va }) => [
    {
      as: 'element',
      symbol: use === 'heater' || use === 'lamp' ? use : 'box',
      a,
      b,
      isLoad: true,
      text: use === 'input' ? 'input' : { value: va, unit: use === 'heater' || use === 'lamp' ? 'W' : 'VA' },
    },
  ],
});

/** Three equal elements on three lines, in delta or in wye without a neutral. */
export interface Load3 extends PartBase {
  readonly kind: 'load3';
  readonly ends: readonly [string, string, string];
  readonly star: string;
  readonly connection: 'delta' | 'wye';
  readonly ratedV: number | undefined;
  /** all three together */
  readonly watts: number;
}

export const load3 = kindOf<Load3>()({
  kind: 'load3',
  modes: ['whole'],
  values: noNumbers,
  ends: ({ ends, star, connection }) => (connection === 'wye' ? [...ends, star] : ends),
  branches: ({ ends: [u, v, w], star, connection }) =>
    connection === 'wye'
      ? [between(u, star, 'load'), between(v, star, 'load'), between(w, star, 'load')]
      : [between(u, v, 'load'), between(v, w, 'load'), between(w, u, 'load')],
  admittances: ({ ratedV, connection, watts }, { fault }) =>
    [0, 1, 2].map((k) =>
      ratedV === undefined || (fault === 'open' && k === 0) ? OPEN : ohmic(((connection === 'delta' ? 3 : 1) * ratedV * ratedV) / watts),
    ),
  faults: [{ mode: 'open', weight: 6 }],
  sights: { off: 'off', on: 'on' },
  see: ({ ratedV, connection }, _how, { look }) => {
    if (ratedV === undefined) return undefined;
    const elementV = connection === 'wye' ? ratedV / Math.sqrt(3) : ratedV;
    return [0, 1, 2].some((k) => look.volts(k) >= 0.5 * elementV && look.amps(k) > 1e-4) ? 'on' : 'off';
  },
  phases: 3,
  // a delta's elements carry less than its lines
  lineTimes: ({ connection }) => (connection === 'delta' ? Math.sqrt(3) : 1),
  getsV: ({ ends }, { between }) => between(ends),
  loadClass: () => 'resistive',
  drawn: ({ ends, watts }) => [{ as: 'block', symbol: 'heater-block', ends, text: { value: watts / 1000, unit: 'kW' } }],
});
