import { impedanceOfVa, phasor } from '#core/units';
import { type BranchShape, type BranchValue, between, type Drawn, kindOf, type Look, OPEN, ohmic, type PartBase, passive } from './kind';

/** What one lead drives one way, and another the other way, both against a common. */
interface Leads {
  readonly common: string;
  readonly opens: string;
  readonly closes: string;
  readonly ratedV: number | undefined;
}
/** A load from each lead to the common. */
export const leadBranches = ({ common, opens, closes }: Leads): BranchShape[] => [
  between(opens, common, 'load'),
  between(closes, common, 'load'),
];
/** Each lead as a valve's motor of its own. */
export const leadsDrawn = ({ common, opens, closes, ratedV }: Leads): Drawn[] =>
  [opens, closes].map((a) => ({ as: 'element', sub: a, symbol: 'valve', a, b: common, isLoad: true, text: { value: ratedV, unit: 'V' } }));

/** An actuator that one lead drives open and another drives shut, and that stays where it is when neither is fed. */
export interface Floating extends PartBase {
  readonly kind: 'floating';
  readonly common: string;
  readonly opens: string;
  readonly closes: string;
  readonly ratedV: number | undefined;
  readonly va: number;
  /** for its whole travel */
  readonly runS: number;
}

/** Driven from this share of its rated volts, and its end switches at these shares of the travel. Common practice. */
const [DRIVEN_FROM, SHUT_AT, OPEN_AT] = [0.75, 0.1, 0.9] as const;

const [OPENS, CLOSES] = [0, 1] as const;
const isFed = ({ ratedV }: Floating, look: Look, branch: number): boolean =>
  ratedV !== undefined && look.volts(branch) >= DRIVEN_FROM * ratedV;

export const floating = kindOf<Floating>()({
  kind: 'floating',
  modes: ['still', 'opening', 'closing', 'stalled'],
  values: () => ({ position: 0 }),
  ends: ({ common, opens, closes }) => [opens, closes, common],
  branches: leadBranches,
  admittances({ ratedV, va }, { fault }, hz): BranchValue[] {
    if (ratedV === undefined || fault === 'open') return [OPEN, OPEN];
    const y = hz === 0 ? ohmic((ratedV * ratedV) / va) : passive(impedanceOfVa(ratedV, va, 0.6));
    return [y, y];
  },
  faults: [
    { mode: 'open', weight: 6 },
    { mode: 'seized', weight: 5 },
  ],
  drive: (part, look) => Math.max(look.volts(OPENS), look.volts(CLOSES)) / (part.ratedV ?? Number.POSITIVE_INFINITY),
  next(part, { state, fault }, { look }) {
    const [opens, closes] = [isFed(part, look, OPENS), isFed(part, look, CLOSES)];
    const { mode, position } = state;
    const wanted =
      fault === undefined && opens !== closes
        ? opens
          ? position < 1
            ? 'opening'
            : 'still'
          : position > 0
            ? 'closing'
            : 'still'
        : opens && closes
          ? 'stalled'
          : 'still';
    if (wanted !== mode) return { mode: wanted, inMs: 1 };
    if (mode !== 'opening' && mode !== 'closing') return null;
    // an event at each of its switches on the way, and one at its end
    const stops = mode === 'opening' ? [SHUT_AT, OPEN_AT, 1] : [1 - OPEN_AT, 1 - SHUT_AT, 1];
    const gone = mode === 'opening' ? position : 1 - position;
    const ahead = stops.find((stop) => stop > gone + 1e-6) ?? 1;
    return { mode: ahead === 1 ? 'still' : mode, inMs: Math.max(1, (ahead - gone) * part.runS * 1000), when: 'fresh' };
  },
  gathers({ runS }, { state }, _sight, dtMs) {
    const step = dtMs / (runS * 1000);
    if (state.mode === 'opening') return { position: snapped(Math.min(1, state.position + step)) };
    if (state.mode === 'closing') return { position: snapped(Math.max(0, state.position - step)) };
    return {};
  },
  holds: (_part, { state }, channel) => (channel === 'shut' ? state.position <= SHUT_AT : state.position >= OPEN_AT),
  sights: { shut: 'off', opening: 'under way', closing: 'under way', 'part open': 'on', open: 'on', 'driven both ways': 'under way' },
  see: (_part, { state: { mode, position } }) =>
    mode === 'opening' || mode === 'closing'
      ? mode
      : mode === 'stalled'
        ? 'driven both ways'
        : position >= OPEN_AT
          ? 'open'
          : position <= SHUT_AT
            ? 'shut'
            : 'part open',
  mustMove: true,
  getsV: (_part, { across }) => Math.max(across(OPENS), across(CLOSES)),
  loadClass: () => 'coil',
  drawn: leadsDrawn,
});

/** Whole milliseconds leave a travel a hair short of a switch or an end; it is there. */
function snapped(position: number): number {
  return [0, SHUT_AT, OPEN_AT, 1].find((stop) => Math.abs(stop - position) < 1e-4) ?? position;
}

/** An actuator that goes to where a signal of volts sends it, and says by volts where it is. */
export interface Positioner extends PartBase {
  readonly kind: 'positioner';
  readonly common: string;
  readonly supply: string;
  readonly signal: string;
  readonly feedback: string;
  readonly ratedV: number | undefined;
  readonly va: number;
  readonly lowV: number;
  readonly highV: number;
  /** across its signal terminals: 100 kΩ, or the 500 Ω that make 2 to 10 V of 4 to 20 mA */
  readonly signalOhms: number;
  readonly runS: number;
}

/** It moves only for more than this share of its travel; its own electronics live from the second share of their volts. Common practice. */
const [DEAD_BAND, LIVES_FROM] = [0.02, 0.7] as const;
const FEEDBACK_OHMS = 500;
const [SUPPLY, SIGNAL] = [0, 1] as const;

const wantedAt = ({ lowV, highV }: Positioner, look: Look): number => {
  const volts = look.across(SIGNAL).reduce((sum, one) => (one.hz === 0 ? sum + one.volts.re : sum), 0);
  return Math.min(1, Math.max(0, (volts - lowV) / (highV - lowV)));
};

export const positioner = kindOf<Positioner>()({
  kind: 'positioner',
  modes: ['still', 'moving'],
  values: () => ({ position: 0, wanted: 0 }),
  ends: ({ common, supply, signal, feedback }) => [supply, signal, feedback, common],
  branches: ({ common, supply, signal, feedback }) => [
    between(supply, common, 'load'),
    between(signal, common, 'load'),
    between(feedback, common, 'load'),
  ],
  admittances({ ratedV, va, signalOhms, lowV, highV }, { state, fault }, hz): BranchValue[] {
    const own =
      ratedV === undefined || fault === 'open' ? OPEN : hz === 0 ? ohmic((ratedV * ratedV) / va) : passive(impedanceOfVa(ratedV, va, 0.6));
    const says = { ...ohmic(FEEDBACK_OHMS), emf: phasor(hz === 0 ? lowV + state.position * (highV - lowV) : 0) };
    return [own, ohmic(signalOhms), fault === 'open' || ratedV === undefined ? OPEN : says];
  },
  faults: [
    { mode: 'open', weight: 6 },
    { mode: 'seized', weight: 5 },
  ],
  drivesHz: () => 0,
  drive: ({ ratedV }, look) => (ratedV === undefined ? 0 : look.volts(SUPPLY) / ratedV),
  next(part, { state, fault }, { look, drive }) {
    const { mode, position, wanted } = state;
    if (drive < LIVES_FROM || fault !== undefined) return mode === 'moving' ? { mode: 'still', inMs: 1 } : null;
    const target = wantedAt(part, look);
    if (mode === 'still') return Math.abs(target - position) > DEAD_BAND ? { mode: 'moving', inMs: 1, values: { wanted: target } } : null;
    if (Math.abs(target - wanted) > DEAD_BAND / 2) return { mode: 'moving', inMs: 1, values: { wanted: target } };
    return {
      mode: 'still',
      inMs: Math.max(1, Math.abs(wanted - position) * part.runS * 1000),
      when: 'fresh',
      values: { position: wanted },
    };
  },
  gathers({ runS }, { state }, _sight, dtMs) {
    if (state.mode !== 'moving') return {};
    const step = dtMs / (runS * 1000);
    const away = state.wanted - state.position;
    return { position: Math.abs(away) <= step ? state.wanted : state.position + Math.sign(away) * step };
  },
  holds: (_part, { state }) => state.position >= OPEN_AT,
  sights: { shut: 'off', moving: 'under way', 'part open': 'on', open: 'on' },
  see: (_part, { state: { mode, position } }) =>
    mode === 'moving' ? 'moving' : position >= OPEN_AT ? 'open' : position <= SHUT_AT ? 'shut' : 'part open',
  mustMove: true,
  loadClass: () => 'electronics',
  drawn: ({ common, supply, signal, feedback, va }) => [
    { as: 'element', symbol: 'valve', a: supply, b: common, isLoad: true, text: { value: va, unit: 'VA' } },
    { as: 'element', sub: 'signal', symbol: 'box', a: signal, b: common, isLoad: true, text: 'signal' },
    { as: 'element', sub: 'feedback', symbol: 'box', a: feedback, b: common, isLoad: true, text: 'place' },
  ],
});
