/** A phasor: RMS magnitude and angle as a complex number, in whatever unit its name says. */
export interface Phasor {
  readonly re: number;
  readonly im: number;
}

export const ZERO: Phasor = { re: 0, im: 0 };

/** A phasor from its real and imaginary parts. */
export const phasor = (re: number, im = 0): Phasor => ({ re, im });

/** A phasor from its magnitude and its angle in degrees. */
export const polar = (magnitude: number, angleDeg: number): Phasor => ({
  re: magnitude * Math.cos((angleDeg * Math.PI) / 180),
  im: magnitude * Math.sin((angleDeg * Math.PI) / 180),
});

/** The sum of two phasors. */
export const add = (a: Phasor, b: Phasor): Phasor => ({ re: a.re + b.re, im: a.im + b.im });

/** The first phasor less the second. */
export const subtract = (a: Phasor, b: Phasor): Phasor => ({ re: a.re - b.re, im: a.im - b.im });

/** The product of two phasors. */
export const multiply = (a: Phasor, b: Phasor): Phasor => ({
  re: a.re * b.re - a.im * b.im,
  im: a.re * b.im + a.im * b.re,
});

/** A phasor times a real number. */
export const scale = (a: Phasor, k: number): Phasor => ({ re: a.re * k, im: a.im * k });

/** 1/a. Callers keep a away from zero: an impedance of zero is a stamp of its own, not a division. */
export const inverse = (a: Phasor): Phasor => {
  const square = a.re * a.re + a.im * a.im;
  return { re: a.re / square, im: -a.im / square };
};

/** The first phasor over the second. */
export const divide = (a: Phasor, b: Phasor): Phasor => multiply(a, inverse(b));

/** The magnitude of a phasor. */
export const magnitude = (a: Phasor): number => Math.sqrt(a.re * a.re + a.im * a.im);

/** Impedance in ohms that draws `va` at `volts` with power factor `pf`, lagging. */
export const impedanceOfVa = (volts: number, va: number, pf: number): Phasor => {
  const ohms = (volts * volts) / va;
  return { re: ohms * pf, im: ohms * Math.sqrt(Math.max(0, 1 - pf * pf)) };
};

/** Impedance in ohms that draws `amps` at `volts` with power factor `pf`, lagging. */
export const impedanceOfAmps = (volts: number, amps: number, pf: number): Phasor => impedanceOfVa(volts, volts * amps, pf);
