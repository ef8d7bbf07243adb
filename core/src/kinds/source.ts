import { inverse, phasor, polar, ZERO } from '#core/units';
import { between, EARTH, kindOf, noNumbers, OPEN, ohmic, type TwoEnded } from './kind';

export interface Source extends TwoEnded {
  readonly kind: 'source';
  /** RMS volts from b to a with nothing connected */
  readonly volts: number | undefined;
  readonly phaseDeg: number;
  /** 0 for DC */
  readonly hz: number | undefined;
  readonly ohms: number;
  readonly reactanceOhms: number;
  /** nobody has measured or printed its ohms: what is usual stands in, and no fault current follows from that */
  readonly isGuess?: boolean | undefined;
  /** a leg of the mains, a pole of a battery, or the loop of an input that brings volts of its own */
  readonly role: 'mains' | 'battery' | 'call-input';
}

/** A call input is joined from this share of the amps that a short across it would draw. Common practice. */
const CALLED_SHARE = 0.4;
const USUAL_CALL_V = 24;

export const source = kindOf<Source>()({
  kind: 'source',
  modes: ['there'],
  values: noNumbers,
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'source')],
  admittances(part, { fault }, hz) {
    if (part.volts === undefined || part.hz === undefined || fault === 'lost') return [OPEN];
    const y = inverse(phasor(part.ohms, hz === 0 || part.hz === 0 ? 0 : (part.reactanceOhms * hz) / part.hz));
    return [{ y, emf: hz === part.hz ? polar(part.volts, part.phaseDeg) : ZERO }];
  },
  faults: [{ mode: 'lost', weight: 5 }],
  openedAs: 'lost',
  drivesHz: ({ hz }) => hz,
  conducts: ({ volts }, { fault }) => volts !== undefined && fault !== 'lost',
  hinders: () => 'lost',
  sights: { 'not called': 'off', called: 'on' },
  see: ({ role, volts, ohms }, _how, { amps }) =>
    role === 'call-input' ? (amps > CALLED_SHARE * ((volts ?? USUAL_CALL_V) / ohms) ? 'called' : 'not called') : undefined,
  loadClass: ({ role }) => (role === 'call-input' ? 'input' : undefined),
  drawn: ({ a, b, role, volts, hz }) =>
    role === 'call-input'
      ? [{ as: 'source', ends: [a, b], system: 'loop', volts, hz, text: { value: volts, unit: 'V' } }]
      : [{ as: 'leg', end: a, hz }],
});

/** A supply module's DC side; it lives on volts at two other terminals of its device. */
export interface DcOutput extends TwoEnded {
  readonly kind: 'dc-output';
  readonly volts: number | undefined;
  readonly ohms: number;
  /** ends of the AC side that keeps it up, and its rated volts */
  readonly fedBy: readonly [string, string];
  readonly fedV: number | undefined;
  /** what its output is printed with; the supply of a drive's own inputs has no such print */
  readonly print?: { readonly amps: number | undefined };
}

const DC_START_MS = 50;
const DC_HOLD_UP_MS = 20;

export const dcOutput = kindOf<DcOutput>()({
  kind: 'dc-output',
  modes: ['down', 'up'],
  values: noNumbers,
  ends: ({ a, b, fedBy }) => [a, b, ...fedBy],
  // the second branch draws nothing: it is where the module feels its own supply
  branches: ({ a, b, fedBy: [hot, back] }) => [between(a, b, 'source'), between(hot, back, 'load')],
  admittances: ({ volts, ohms }, { state, fault }, hz) => [
    hz !== 0 || state.mode !== 'up' || fault === 'dead' || volts === undefined ? OPEN : { y: phasor(1 / ohms), emf: phasor(volts) },
    OPEN,
  ],
  faults: [{ mode: 'dead', weight: 4 }],
  drivesHz: () => 0,
  drive: ({ fedV }, look) => (fedV === undefined ? 0 : look.volts(1) / fedV),
  next(_part, { state, fault }, { drive }) {
    const fed = drive >= 0.35 && fault !== 'dead';
    if (state.mode === 'down') return fed ? { mode: 'up', inMs: DC_START_MS } : null;
    return fed ? null : { mode: 'down', inMs: DC_HOLD_UP_MS };
  },
  conducts: (_part, { state, fault }) => state.mode === 'up' && fault !== 'dead',
  hinders: () => 'no output',
  drawn: ({ a, b, volts }) => [{ as: 'source', ends: [a, b], system: 'dc', volts, hz: 0, text: { value: volts, unit: 'V' } }],
});

/** Metal: a solid bar, a strap, a bond to earth. */
export interface Join extends TwoEnded {
  readonly kind: 'join';
  readonly ohms: number;
}

export const join = kindOf<Join>()({
  kind: 'join',
  modes: ['whole'],
  values: noNumbers,
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'joint')],
  admittances: ({ ohms }) => [ohmic(ohms)],
  faults: [],
  conducts: () => true,
  drawn: ({ a, b }) => (b === EARTH ? [] : [{ as: 'element', symbol: 'bar', a, b }]),
});

/** Whether a joint ties a part of a circuit to earth. */
export const isBond = (part: { readonly kind: string; readonly b?: string }): boolean => part.kind === 'join' && part.b === EARTH;
