import { impedanceOfVa, magnitude, type Phasor, phasor, scale } from '#core/units';
import { type BranchValue, between, type How, kindOf, type Next, noNumbers, OPEN, ohmic, passive, type State, type TwoEnded } from './kind';

export interface Coil extends TwoEnded {
  readonly kind: 'coil';
  readonly current: 'AC' | 'DC' | 'AC/DC' | undefined;
  readonly ratedV: number | undefined;
  /** high end of a range coil (208–240), else the same as `ratedV` */
  readonly ratedHighV: number | undefined;
  readonly hz: number | undefined;
  /** a second point of the print: 110 V at 50 Hz beside 120 V at 60 Hz */
  readonly alsoAt?: { readonly volts: number; readonly hz: number } | undefined;
  /** keeps its place without current: a set or a reset coil of a latching relay; the other coil's id pulls it back */
  readonly latch?: 'set' | 'reset' | undefined;
  /** id of the coil that takes this one back out */
  readonly undoneBy?: string | undefined;
  /** the end that takes plus: a DC coil with a diode, a light or a magnet inside */
  readonly plus?: 'a' | 'b' | undefined;
  /** made for pulses: it burns when it stays on */
  readonly pulseOnly?: boolean | undefined;
  /** how the two halves of a dual-voltage coil are joined; opposed, they give no flux and only their ohms count */
  readonly halves?: 'series' | 'parallel' | 'opposed' | 'unknown' | undefined;
  readonly inrushVa: number;
  readonly inrushPf: number;
  readonly sealedVa: number;
  readonly sealedPf: number;
  /** share of rated volts at which it surely pulls in: for judging */
  readonly pickUpGuaranteedRatio: number;
  /** share at which it pulls in as a rule, and lets go: for what will happen */
  readonly pickUpTypicalRatio: number;
  readonly dropOutTypicalRatio: number;
  readonly mustReleaseRatio: number;
  readonly operateMs: number;
  readonly releaseMs: number;
}

type CoilFault = 'open' | 'shorted' | 'jammed' | 'stuckClosed' | 'forMoreVolts' | 'forFewerVolts';
type CoilHow = How<State<'out' | 'in' | 'burnt'>, CoilFault>;

/** Another coil than the one that is written: 120 V where 24 V belongs, or half of what belongs. The trade's next steps. */
const voltsTimes = (fault: CoilFault | undefined): number => (fault === 'forMoreVolts' ? 5 : fault === 'forFewerVolts' ? 0.5 : 1);

/** At another frequency than the rated one an impedance keeps its resistance and scales its reactance. */
const atHz = (z: Phasor, hz: number, ratedHz: number): Phasor => (hz === ratedHz ? z : phasor(z.re, (z.im * hz) / ratedHz));

/** Admittance of a coil, its armature out or in. */
export function coilValue(part: Coil, { state, fault }: CoilHow, hz: number): BranchValue {
  if (fault === 'open' || state.mode === 'burnt' || part.current === undefined || part.ratedV === undefined || part.hz === undefined)
    return OPEN;
  // shorted turns: a fraction of the healthy impedance; of the same VA for other volts: their square
  const turns = fault === 'shorted' ? 0.3 : voltsTimes(fault) ** 2;
  if (part.current === 'AC/DC') return ohmic((turns * part.ratedV * part.ratedV) / part.sealedVa); // a rectifier and electronics: about a resistance
  if (part.current === 'DC') {
    const ohms = (part.ratedV * part.ratedV) / part.sealedVa;
    return passive(scale(phasor(ohms, 2 * Math.PI * hz * 0.01 * ohms), turns)); // L/R of 10 ms: common practice
  }
  const inrush = impedanceOfVa(part.ratedV, part.inrushVa, part.inrushPf);
  if (hz === 0 || part.halves === 'opposed') return ohmic((part.inrushPf * part.ratedV * part.ratedV * turns) / part.inrushVa);
  const z = state.mode === 'in' ? impedanceOfVa(part.ratedV, part.sealedVa, part.sealedPf) : inrush;
  return passive(scale(atHz(z, hz, part.hz), turns));
}

/** Volts on a coil at one frequency: RMS; of DC with its sign, from the second end to the first. */
export interface HzVolts {
  readonly hz: number;
  readonly volts: number;
}

/** Volts with their sign where they are DC: the real part; magnitude of AC. */
export const signedVolts = (across: Phasor, hz: number): number => (hz === 0 ? across.re : magnitude(across));

/**
 * Share of rated volts that moves a coil. Flux counts for an AC coil (volts per hertz), mean volts for a DC one; an AC/DC coil takes either.
 * A polarized coil the wrong way round and one whose halves work against each other are not moved at all.
 */
export function coilDriveOf(coil: Coil, across: readonly HzVolts[]): number {
  const { ratedV, current, hz: ratedHz } = coil;
  if (ratedV === undefined || ratedHz === undefined || current === undefined || coil.halves === 'opposed') return 0;
  if (current === 'AC/DC') return Math.hypot(...across.map(({ volts }) => volts)) / ratedV;
  return across.reduce((sum, { hz, volts }) => {
    if (coil.alsoAt && hz === coil.alsoAt.hz) return sum + volts / coil.alsoAt.volts;
    if (current === 'DC') return hz === 0 ? sum + (coil.plus ? Math.max(0, forward(coil, volts)) : Math.abs(volts)) / ratedV : sum;
    return sum + (hz === 0 ? Math.abs(volts) / ratedV : ((volts / hz) * ratedHz) / ratedV);
  }, 0);
}

/** The end that is on plus, by the signed volts of DC; less than a volt tells nothing. */
export const plusEnd = (dcV: number): 'a' | 'b' | undefined => (Math.abs(dcV) < 1 ? undefined : dcV > 0 ? 'a' : 'b');

/** What a coil gets that does not move it, as shares of its rated volts. */
export interface Ill {
  /** of the wrong kind, DC on an AC coil or AC on a DC coil; or on halves that work against each other */
  readonly wastedRatio: number;
  /** DC the wrong way round on a polarized coil */
  readonly reversedRatio: number;
}

/** Whether volts of a frequency do a coil no good. */
const isWasted = ({ current, halves }: Coil, hz: number): boolean =>
  halves === 'opposed' || (current !== 'AC/DC' && (current === 'AC') === (hz === 0));

/** Whether volts of these frequencies can be of the wrong kind for a coil, or the wrong way round. */
export const canBeIll = (coil: Coil, hertz: readonly number[]): boolean => hertz.some((hz) => hz === 0 || isWasted(coil, hz));

/** What more or fewer volts would not mend, for a coil on these volts by frequency. */
export function illOf(coil: Coil, across: readonly HzVolts[]): Ill {
  const { ratedV, current, plus } = coil;
  if (ratedV === undefined || current === undefined) return { wastedRatio: 0, reversedRatio: 0 };
  const wastedV = across.reduce((sum, { hz, volts }) => (isWasted(coil, hz) ? sum + Math.abs(volts) : sum), 0);
  const reversedV = across.reduce((most, { hz, volts }) => (plus && hz === 0 ? Math.max(most, -forward(coil, volts)) : most), 0);
  return { wastedRatio: wastedV / ratedV, reversedRatio: reversedV / ratedV };
}

/** DC volts the way a polarized coil wants them: negative when it is reversed. */
const forward = ({ plus }: Coil, dcV: number): number => (plus === 'b' ? -dcV : dcV);

/** A winding runs this hot at its own amps, above its surroundings, and fails at so many times that: class B to F. Common practice. */
const FAILS_AT = 2.5;
/** Time in which a small coil warms to 63 %. Common practice; within a third and three times of it. */
const WARMS_IN_S = 300;
/** A coil made for pulses lasts so long on its own volts. Common practice. */
const PULSE_BURNS_S = 60;

/** When a coil on these amps burns open: copper heat goes by their square, from cold; a stalled armature draws its in-rush. */
function burnsOut(part: Coil, fault: CoilFault | undefined, amps: number): Next<'burnt'> | null {
  if (part.ratedV === undefined) return null;
  const heat = ((amps * part.ratedV * voltsTimes(fault)) / part.sealedVa) ** 2;
  const inS = part.pulseOnly && heat > 0.5 ? PULSE_BURNS_S : heat > FAILS_AT ? -WARMS_IN_S * Math.log(1 - FAILS_AT / heat) : undefined;
  return inS === undefined ? null : { mode: 'burnt', inMs: 1000 * inS };
}

export const coil = kindOf<Coil>()({
  kind: 'coil',
  modes: ['out', 'in', 'burnt'],
  wreck: 'burnt',
  values: noNumbers,
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'load')],
  admittances: (part, how, hz) => [coilValue(part, how, hz)],
  faults: [
    { mode: 'open', weight: 10 },
    { mode: 'shorted', weight: 2 },
    { mode: 'jammed', weight: 4 },
    { mode: 'stuckClosed', weight: 2 },
    { mode: 'forMoreVolts', weight: 1 },
    { mode: 'forFewerVolts', weight: 0.5 },
  ],
  drive: (part, look) =>
    coilDriveOf(
      part,
      look.across(0).map(({ hz, volts }) => ({ hz, volts: signedVolts(volts, hz) })),
    ),
  next(part, { state, fault }, look) {
    const { drive } = look;
    if (state.mode === 'burnt') return null;
    if (fault === 'stuckClosed') return state.mode === 'in' ? null : { mode: 'in', inMs: 0 };
    if (fault === 'jammed' || fault === 'open')
      return state.mode === 'out' ? burnsOut(part, fault, look.amps) : { mode: 'out', inMs: part.releaseMs };
    const share = drive / voltsTimes(fault);
    if (state.mode === 'out' && share >= part.pickUpTypicalRatio) return { mode: 'in', inMs: part.operateMs };
    // a latch stays where it was put until the other coil pulls it back
    if (state.mode === 'in' && part.latch !== 'set' && share < part.dropOutTypicalRatio) return { mode: 'out', inMs: part.releaseMs };
    return burnsOut(part, fault, look.amps);
  },
  follows: (part, { fault }, own) =>
    part.undoneBy !== undefined && fault !== 'stuckClosed' && own.holds(part.undoneBy) ? { mode: 'out' } : null,
  holds: (_part, { state }) => state.mode === 'in',
  hinders: (_part, { state }) => (state.mode === 'burnt' ? 'burnt out' : 'off'),
  sights: { out: 'off', in: 'on', burnt: 'off' },
  see: (_part, { state }) => state.mode,
  loadClass: () => 'coil',
  inrushRatio: ({ inrushVa, sealedVa }) => inrushVa / sealedVa,
  drawn: ({ a, b, ratedV }) => [{ as: 'element', symbol: 'coil', a, b, isLoad: true, text: { value: ratedV, unit: 'V' } }],
});
