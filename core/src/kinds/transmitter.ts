import { impedanceOfVa, phasor } from '#core/units';
import { type BranchValue, between, kindOf, OPEN, ohmic, type PartBase, passive } from './kind';

/** Electronics that say a process value by volts: 0 to 10 V over a printed span. */
export interface Transmitter extends PartBase {
  readonly kind: 'transmitter';
  readonly common: string;
  readonly supply: string;
  readonly signal: string;
  /** id of the process variable in the document; undefined: it reads nothing, and says nothing */
  readonly process: string | undefined;
  readonly ratedV: number | undefined;
  readonly va: number;
  /** process values at 0 and at 10 V */
  readonly low: number;
  readonly high: number;
}

const FULL_V = 10;
const OUT_OHMS = 100;
const LIVES_FROM = 0.7;
/** It says a new value when that has moved by this share of its span. */
const STEP = 0.01;

export const transmitter = kindOf<Transmitter>()({
  kind: 'transmitter',
  modes: ['dark', 'alive'],
  values: () => ({ share: 0 }),
  ends: ({ common, supply, signal }) => [supply, signal, common],
  branches: ({ common, supply, signal }) => [between(supply, common, 'load'), between(signal, common, 'source')],
  admittances({ ratedV, va }, { state, fault }, hz): BranchValue[] {
    const own =
      ratedV === undefined || fault === 'dead' ? OPEN : hz === 0 ? ohmic((ratedV * ratedV) / va) : passive(impedanceOfVa(ratedV, va, 0.6));
    const says = { ...ohmic(OUT_OHMS), emf: phasor(hz === 0 ? FULL_V * state.share : 0) };
    return [own, state.mode === 'dark' || fault === 'dead' ? OPEN : says];
  },
  faults: [
    { mode: 'dead', weight: 4 },
    { mode: 'stuck', weight: 4 },
  ],
  drivesHz: () => 0,
  drive: ({ ratedV }, look) => (ratedV === undefined ? 0 : look.volts(0) / ratedV),
  next({ low, high }, { state, fault }, { look, drive }) {
    const isAlive = drive >= LIVES_FROM && fault !== 'dead';
    if (!isAlive) return state.mode === 'dark' ? null : { mode: 'dark', inMs: 20, values: { share: 0 } };
    const process = look.process();
    if (state.mode === 'dark') return { mode: 'alive', inMs: 100 };
    if (process === undefined || fault === 'stuck') return null;
    const share = Math.min(1, Math.max(0, (process.value - low) / (high - low)));
    if (Math.abs(share - state.share) >= STEP / 2) return { mode: 'alive', inMs: 1, values: { share } };
    const perMs = Math.abs(process.perMinute / 60_000 / (high - low));
    return perMs === 0 ? null : { mode: 'alive', inMs: Math.max(1, STEP / perMs), when: 'fresh' };
  },
  conducts: (_part, { state, fault }) => state.mode === 'alive' && fault !== 'dead',
  hinders: (_part, { state }) => (state.mode === 'dark' ? 'blank' : 'no output'),
  sights: { dark: 'off', alive: 'on' },
  see: (_part, { state }) => state.mode,
  loadClass: () => 'electronics',
  drawn: ({ common, supply, signal, va }) => [
    { as: 'element', symbol: 'box', a: supply, b: common, isLoad: true, text: { value: va, unit: 'VA' } },
    { as: 'source', sub: 'signal', ends: [signal, common], system: 'dc', volts: FULL_V, hz: 0, text: { value: FULL_V, unit: 'V' } },
  ],
});
