import { type Coil, EARTH, type Motor, type Motor3, type Part, type Transformer } from '#core/devices';
import { impedanceOfAmps, impedanceOfVa, inverse, type Phasor, phasor, polar, scale, ZERO } from '#core/units';
import { windingModel } from './transformer';

/** An open contact, a blown fuse, a broken wire: 2⁻³⁰ S, about 1.07 GΩ. Larger than this and what-ifs lose digits. */
export const OPEN_SIEMENS = 2 ** -30;
export const WELD_OHMS = 0.001;
const SHORT_OHMS = 0.05;
/** What the call input of a timer draws. Common practice. */
const CALL_INPUT_VA = 0.3;
const POWER_POLE_OHMS = 0.002;
const CONTROL_CONTACT_OHMS = 0.03;
export const DIRTY_CONTACT_OHMS = 10;

/** How a part stands now. `mode` and `value` mean what the part's kind says; both are written by `sequence` alone. */
export interface Condition {
  /** contact 1 closed · coil 1 sealed · motor 0 stopped, 1 starting, 2 running, 3 protector open · fuse 1 open · timer 2 on · DC output 1 up */
  readonly mode: number;
  /** timer: its ohms while on */
  readonly value: number;
  /** motor3: its positive-sequence EMF */
  readonly emf: Phasor;
  readonly fault: string | undefined;
}

/** Shape of a branch of a part: the marks it joins with their weights. Current = y·(Σ weight·volts − emf). */
export interface BranchShape {
  readonly marks: readonly string[];
  readonly weights: readonly number[];
}

export interface BranchValue {
  readonly y: Phasor;
  readonly emf: Phasor;
}

const between = (a: string, b: string): BranchShape => ({ marks: [a, b], weights: [1, -1] });

/** A winding joins its two ends and the core's flux node; without a model it keeps the same places with no turns. */
function transformerShapes(part: Transformer): BranchShape[] {
  const model = windingModel(part);
  const primaryV = part.primary[part.primary.length - 1]!.volts;
  const secondaryV = part.secondary[part.secondary.length - 1]!.volts;
  const sections = (taps: Transformer['primary'], full: number, turns: number) =>
    taps.slice(1).map(
      (tap, i): BranchShape => ({
        marks: [tap.mark, taps[i]!.mark, part.core],
        weights: [1, -1, (-turns * (tap.volts - taps[i]!.volts)) / full],
      }),
    );
  return [
    ...sections(part.primary, primaryV, model?.primaryTurns ?? 0),
    ...sections(part.secondary, secondaryV, 1),
    { marks: [part.core, EARTH], weights: [1, -1] },
  ];
}

export function shapesOf(part: Part): BranchShape[] {
  switch (part.kind) {
    case 'motor3':
      return part.ends.map((end) => between(end, part.star));
    case 'load3':
      return part.ends.map((end, k) => between(end, part.connection === 'wye' ? part.star : part.ends[(k + 1) % 3]!));
    case 'timer':
      return [between(part.a, part.b), between(part.fedBy[0], part.fedBy[1])];
    case 'transformer':
      return transformerShapes(part);
    default:
      return [between(part.a, part.b)];
  }
}

const OPEN: BranchValue = { y: phasor(OPEN_SIEMENS), emf: ZERO };
const ohmic = (ohms: number): BranchValue => ({ y: phasor(1 / ohms), emf: ZERO });
const passive = (z: Phasor): BranchValue => ({ y: inverse(z), emf: ZERO });

/** At another frequency than the rated one an impedance keeps its resistance and scales its reactance. */
const atHz = (z: Phasor, hz: number, ratedHz: number): Phasor => (hz === ratedHz ? z : phasor(z.re, (z.im * hz) / ratedHz));

function coilValue(part: Coil, condition: Condition, hz: number): BranchValue {
  if (condition.fault === 'open' || part.current === undefined || part.ratedV === undefined || part.hz === undefined) return OPEN;
  if (part.current === 'AC/DC') return ohmic((part.ratedV * part.ratedV) / part.sealedVa); // a rectifier and electronics: about a resistance
  const turns = condition.fault === 'shorted' ? 0.3 : 1; // shorted turns: a fraction of the healthy impedance
  if (part.current === 'DC') {
    const ohms = (part.ratedV * part.ratedV) / part.sealedVa;
    return passive(scale(phasor(ohms, 2 * Math.PI * hz * 0.01 * ohms), turns)); // L/R of 10 ms: common practice
  }
  const inrush = impedanceOfVa(part.ratedV, part.inrushVa, part.inrushPf);
  if (hz === 0 || part.halves === 'opposed') return ohmic((part.inrushPf * part.ratedV * part.ratedV * turns) / part.inrushVa);
  const z = condition.mode === 1 ? impedanceOfVa(part.ratedV, part.sealedVa, part.sealedPf) : inrush;
  return passive(scale(atHz(z, hz, part.hz), turns));
}

/** Winding resistance at DC as a share of rated volts over amps. Common practice: 6 to 12 %. */
const WINDING_SHARE = 0.08;

function motorValue(part: Motor, { mode, fault }: Condition, hz: number): BranchValue {
  if (part.ratedV === undefined || fault === 'open' || mode === 3) return OPEN;
  if (hz === 0) return ohmic((WINDING_SHARE * part.ratedV) / part.runA);
  return passive(
    mode === 2 ? impedanceOfAmps(part.ratedV, part.runA, part.runPf) : impedanceOfAmps(part.ratedV, part.lockedA, part.lockedPf),
  );
}

/** Admittances per phase at positive (running) and negative sequence (about that of the locked rotor). */
export function motor3Admittances(part: Motor3): { positive: Phasor; negative: Phasor } {
  const phaseV = (part.ratedV ?? 1) / Math.sqrt(3);
  return {
    positive: inverse(impedanceOfAmps(phaseV, part.runA, part.runPf)),
    negative: inverse(impedanceOfAmps(phaseV, part.lockedA, part.lockedPf)),
  };
}

function motor3Values(part: Motor3, { mode, emf, fault }: Condition, hz: number): BranchValue[] {
  return [0, -120, 120].map((angle, phase) => {
    if (part.ratedV === undefined || (fault === 'open' && phase === 0)) return OPEN;
    if (hz === 0) return ohmic((WINDING_SHARE * part.ratedV) / Math.sqrt(3) / part.runA);
    const rotated = polar(1, angle);
    const e = mode === 2 ? phasor(emf.re * rotated.re - emf.im * rotated.im, emf.re * rotated.im + emf.im * rotated.re) : ZERO;
    return { y: motor3Admittances(part).negative, emf: e };
  });
}

function transformerValues(part: Transformer, { fault }: Condition, hz: number): BranchValue[] {
  const model = windingModel(part);
  const primaryV = part.primary[part.primary.length - 1]!.volts;
  const secondaryV = part.secondary[part.secondary.length - 1]!.volts;
  const sections = (taps: Transformer['primary'], full: number, ohms: number, reactance: number, open: boolean): BranchValue[] => {
    // copper of a whole winding grows with the square of its volts, so that every tap has the model's per-unit impedance
    return taps.slice(1).map((tap, i) => {
      const upTo = (one: (typeof taps)[number] & { copper?: number }): number => one.copper ?? (one.volts / full) ** 2;
      const share = upTo(tap) - upTo(taps[i]!);
      return open || !model ? OPEN : passive(phasor(ohms * share, hz === 0 ? 0 : reactance * share));
    });
  };
  return [
    ...sections(part.primary, primaryV, model?.primaryOhms ?? 1, model?.primaryReactanceOhms ?? 0, fault === 'primaryOpen'),
    ...sections(part.secondary, secondaryV, model?.secondaryOhms ?? 1, model?.secondaryReactanceOhms ?? 0, fault === 'secondaryOpen'),
    hz === 0 || !model ? OPEN : { y: phasor(model.magnetizingG, model.magnetizingB), emf: ZERO },
  ];
}

/**
 * Admittance (siemens) and series EMF (RMS volts) of every branch of a part at one frequency.
 * @param hz 0 for DC; an element whose source has another frequency keeps its impedance and loses its EMF
 */
export function valuesOf(part: Part, condition: Condition, hz: number): BranchValue[] {
  const { mode, fault, value } = condition;
  switch (part.kind) {
    case 'contact':
      if (fault === 'welded') return [ohmic(WELD_OHMS)];
      if (fault === 'stuckOpen') return [OPEN];
      if (mode !== 1) return [part.offOhms === undefined ? OPEN : ohmic(part.offOhms)];
      if (fault === 'resistive') return [ohmic(DIRTY_CONTACT_OHMS)];
      return [ohmic(part.duty === 'power' ? POWER_POLE_OHMS : CONTROL_CONTACT_OHMS)];
    case 'coil':
      return [coilValue(part, condition, hz)];
    case 'load':
      if (part.ratedV === undefined || fault === 'open' || (hz === 0 && !part.passesDc)) return [OPEN];
      return [passive(hz === 0 ? phasor((part.ratedV * part.ratedV) / part.va) : impedanceOfVa(part.ratedV, part.va, part.pf))];
    case 'load3':
      return [0, 1, 2].map((k) => {
        if (part.ratedV === undefined || (fault === 'open' && k === 0)) return OPEN;
        return ohmic(((part.connection === 'delta' ? 3 : 1) * part.ratedV * part.ratedV) / part.watts);
      });
    case 'timer': {
      const own = fault === 'dead' ? OPEN : passive(impedanceOfVa(part.ratedV, part.va, 0.8));
      return [ohmic((part.ratedV * part.ratedV) / CALL_INPUT_VA), hz === 0 ? OPEN : own];
    }
    case 'motor':
      return [motorValue(part, condition, hz)];
    case 'motor3':
      return motor3Values(part, condition, hz);
    case 'source': {
      if (part.volts === undefined || part.hz === undefined || fault === 'lost' || mode === 1) return [OPEN];
      const y = inverse(phasor(part.ohms, hz === 0 || part.hz === 0 ? 0 : (part.reactanceOhms * hz) / part.hz));
      return [{ y, emf: hz === part.hz ? polar(part.volts, part.phaseDeg) : ZERO }];
    }
    case 'transformer':
      return transformerValues(part, condition, hz);
    case 'fuse':
      return [(mode === 1 && part.trip !== 'shared') || fault === 'blown' ? OPEN : ohmic(part.ohms)];
    case 'series-timer':
      if (fault === 'shorted') return [ohmic(SHORT_OHMS)];
      if (fault === 'open') return [OPEN];
      return [ohmic(mode === 2 ? Math.max(value, 0.01) : part.offOhms)];
    case 'electronics':
      return [fault === 'dead' ? OPEN : ohmic((part.ratedV * part.ratedV) / part.va)];
    case 'travel':
      if (part.ratedV === undefined || fault === 'open') return [OPEN];
      return [passive(hz === 0 ? phasor((part.pf * part.ratedV * part.ratedV) / part.va) : impedanceOfVa(part.ratedV, part.va, part.pf))];
    case 'dc-output':
      if (hz !== 0 || mode !== 1 || fault === 'dead' || part.volts === undefined) return [OPEN];
      return [{ y: phasor(1 / part.ohms), emf: phasor(part.volts) }];
    case 'join':
      return [ohmic(part.ohms)];
  }
}

/** Frequencies at which a part drives something. */
export const drivenHz = (part: Part): number | undefined => {
  if (part.kind === 'source') return part.hz;
  return part.kind === 'dc-output' ? 0 : undefined;
};
