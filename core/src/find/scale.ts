/** A reading's noise: a share of it and a floor. */
export interface Noise {
  readonly share: number;
  readonly floorV: number;
}

/** What a good meter does; what inference allows for besides (line volts, parts that differ from print). */
export const METER_NOISE: Noise = { share: 0.015, floorV: 0.3 };
export const INFERENCE_NOISE: Noise = { share: 0.03, floorV: 0.5 };

/** Volts on a scale where the noise is 1 everywhere (variance-stabilising transform). */
export const onScale = (volts: number, { share, floorV }: Noise): number => Math.asinh((share * volts) / floorV) / share;
/** Volts from the scale on which noise is 1. */
export const offScale = (u: number, { share, floorV }: Noise): number => (Math.sinh(share * u) * floorV) / share;
