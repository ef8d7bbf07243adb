import { magnitude, multiply, type Phasor, polar, ZERO } from '#core/units';
import { between, kindOf, type Look, noNumbers, OPEN, ohmic, type PartBase, type TwoEnded } from './kind';

/** A relay that is in while amps pass through it: it stands in the line of what it watches. */
export interface AmpRelay extends TwoEnded {
  readonly kind: 'amp-relay';
  readonly actsAtA: number | undefined;
}

/** It lets go at this share of what it comes in at. Common practice. */
const LETS_GO_AT = 0.8;
const AMP_RELAY_MS = 100;
const THROUGH_OHMS = 0.001;

export const ampRelay = kindOf<AmpRelay>()({
  kind: 'amp-relay',
  modes: ['out', 'in'],
  values: noNumbers,
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'joint')],
  admittances: () => [ohmic(THROUGH_OHMS)],
  faults: [{ mode: 'dead', weight: 4 }],
  next({ actsAtA }, { state, fault }, { amps }) {
    if (actsAtA === undefined || fault === 'dead') return state.mode === 'in' ? { mode: 'out', inMs: AMP_RELAY_MS } : null;
    if (state.mode === 'out') return amps >= actsAtA ? { mode: 'in', inMs: AMP_RELAY_MS } : null;
    return amps < LETS_GO_AT * actsAtA ? { mode: 'out', inMs: AMP_RELAY_MS } : null;
  },
  holds: (_part, { state }) => state.mode === 'in',
  conducts: () => true,
  sights: { out: 'off', in: 'on' },
  see: (_part, { state }) => state.mode,
  drawn: ({ a, b }) => [{ as: 'element', symbol: 'bar', a, b }],
});

/** A relay that is in while three lines stand in their order, with enough volts and alike. */
export interface Monitor3 extends PartBase {
  readonly kind: 'monitor3';
  readonly ends: readonly [string, string, string];
  readonly star: string;
  readonly ratedV: number | undefined;
  readonly va: number;
}

/** Under this share of its volts, or over that share of the other sequence, it lets go. Common practice. */
const [LEAST_SHARE, MOST_UNBALANCE] = [0.85, 0.08] as const;
const [TRIPS_MS, RETURNS_MS] = [500, 1000] as const;

/** Share of rated volts of one sequence, in the order of the lines. */
function sequenceShare({ ratedV }: Monitor3, look: Look, sign: 1 | -1): number {
  if (ratedV === undefined) return 0;
  const legs = [0, 1, 2].map((k) => look.across(k));
  const perHz = (legs[0] ?? []).map((_, index) =>
    legs.reduce<Phasor>((sum, leg, k) => {
      const turned = multiply(leg[index]?.volts ?? ZERO, polar(1, sign * k * 120));
      return { re: sum.re + turned.re / 3, im: sum.im + turned.im / 3 };
    }, ZERO),
  );
  return Math.max(0, ...perHz.map(magnitude)) / (ratedV / Math.sqrt(3));
}

export const monitor3 = kindOf<Monitor3>()({
  kind: 'monitor3',
  modes: ['out', 'in'],
  values: noNumbers,
  ends: ({ ends, star }) => [...ends, star],
  branches: ({ ends, star }) => ends.map((end) => between(end, star, 'load')),
  admittances: ({ ratedV, va }, { fault }) =>
    [0, 1, 2].map(() => (ratedV === undefined || fault === 'dead' ? OPEN : ohmic((ratedV * ratedV) / va))),
  faults: [{ mode: 'dead', weight: 4 }],
  drive: (part, look) => sequenceShare(part, look, 1),
  next(part, { state, fault }, { look }) {
    const forwards = sequenceShare(part, look, 1);
    const isGood = fault !== 'dead' && forwards >= LEAST_SHARE && sequenceShare(part, look, -1) < MOST_UNBALANCE * forwards;
    if (state.mode === 'out') return isGood ? { mode: 'in', inMs: RETURNS_MS } : null;
    return isGood ? null : { mode: 'out', inMs: TRIPS_MS };
  },
  holds: (_part, { state }) => state.mode === 'in',
  sights: { out: 'off', in: 'on' },
  see: (_part, { state }) => state.mode,
  loadClass: () => 'electronics',
  drawn: ({ ends, va }) => [{ as: 'block', symbol: 'monitor-block', ends, text: { value: va, unit: 'VA' } }],
});
