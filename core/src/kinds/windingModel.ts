import { at } from '#core/units';
import type { PartBase } from './kind';

export interface Tap {
  readonly mark: string;
  readonly volts: number;
  /** share of the whole winding's ohms up to this tap, where it does not go by the square of the volts */
  readonly copper?: number;
}

/** A winding set on one core. Taps are measured from the first mark; volts at rated load as printed. */
export interface Transformer extends PartBase {
  readonly kind: 'transformer';
  readonly core: string;
  readonly primary: readonly Tap[];
  /** a second primary of the same volts: in series with the first for twice as many, beside it for as many */
  readonly twin?: readonly Tap[] | undefined;
  readonly secondary: readonly Tap[];
  readonly va: number | undefined;
  readonly style: 'class-2' | 'industrial';
  readonly regulation: number;
}

/** The full volts of a winding: those of its last tap. */
export const fullVolts = (taps: readonly Tap[]): number => at(taps, -1).volts;

/**
 * 24 V class 2 transformers, seen from the secondary: idle volts, R and X in ohms.
 * Chosen so that a rated resistive load gives 24.0 V with X/R = 0.35. Common practice.
 */
export const CLASS_2_MODEL: readonly {
  readonly va: number;
  readonly idleV: number;
  readonly ohms: number;
  readonly reactanceOhms: number;
}[] = [
  { va: 10, idleV: 29.0, ohms: 11.88, reactanceOhms: 4.16 },
  { va: 20, idleV: 28.5, ohms: 5.35, reactanceOhms: 1.87 },
  { va: 40, idleV: 27.5, ohms: 2.08, reactanceOhms: 0.73 },
  { va: 50, idleV: 27.3, ohms: 1.57, reactanceOhms: 0.55 },
  { va: 60, idleV: 27.0, ohms: 1.19, reactanceOhms: 0.42 },
  { va: 75, idleV: 26.7, ohms: 0.86, reactanceOhms: 0.3 },
  { va: 100, idleV: 26.4, ohms: 0.57, reactanceOhms: 0.2 },
];

/** Magnetizing conductance and susceptance as shares of VA/V². Common practice. */
const MAGNETIZING = { conductance: 0.06, susceptance: 0.12 };

export interface WindingModel {
  /** volts of flux per volt of the secondary: the core's node is counted in secondary volts, so its own turns are 1 */
  readonly primaryTurns: number;
  readonly primaryOhms: number;
  readonly primaryReactanceOhms: number;
  readonly secondaryOhms: number;
  readonly secondaryReactanceOhms: number;
  /** at the core's node, siemens */
  readonly magnetizingG: number;
  readonly magnetizingB: number;
  /** secondary volts with nothing on it and nominal primary volts */
  readonly idleV: number;
}

/** Idle volts between the rows of the model by log VA; R from the rule that made the table. */
function classTwo(va: number, ratedV: number): { idleV: number; ohms: number; reactanceOhms: number } {
  const row = CLASS_2_MODEL.find((one) => one.va === va);
  if (row) return row;
  const last = CLASS_2_MODEL.length - 1;
  const upper = Math.min(
    Math.max(1, CLASS_2_MODEL.findIndex((one) => one.va > va) < 0 ? last : CLASS_2_MODEL.findIndex((one) => one.va > va)),
    last,
  );
  const [low, high] = [at(CLASS_2_MODEL, upper - 1), at(CLASS_2_MODEL, upper)];
  const share = Math.min(1.5, Math.max(-1, Math.log(va / low.va) / Math.log(high.va / low.va)));
  const idleV = low.idleV + share * (high.idleV - low.idleV);
  const loadOhms = (ratedV * ratedV) / va;
  const ratio = idleV / ratedV; // |1 + (1 + 0.35j)·R/load| = ratio
  const k = 1 + 0.35 * 0.35;
  const x = (-1 + Math.sqrt(1 + k * (ratio * ratio - 1))) / k;
  return { idleV, ohms: x * loadOhms, reactanceOhms: 0.35 * x * loadOhms };
}

/** The winding model of a nameplate; `undefined` while its VA is unknown. */
export function windingModel(part: Transformer): WindingModel | undefined {
  const { va } = part;
  const [primaryV, secondaryV] = [fullVolts(part.primary), fullVolts(part.secondary)];
  if (va === undefined) return undefined;
  const seen = part.style === 'class-2' ? classTwo(va, secondaryV) : undefined;
  const idleV = seen ? seen.idleV : secondaryV * (1 + part.regulation);
  const secondaryOhms = seen ? seen.ohms / 2 : ((part.regulation - 0.03) * secondaryV * secondaryV) / va;
  const secondaryReactanceOhms = seen ? seen.reactanceOhms / 2 : 0.4 * secondaryOhms;
  const ratio = primaryV / idleV;
  const primaryOhms = seen ? (seen.ohms / 2) * ratio * ratio : (0.03 * primaryV * primaryV) / va;
  const primaryReactanceOhms = seen ? (seen.reactanceOhms / 2) * ratio * ratio : 0.6 * primaryOhms;
  const g = (MAGNETIZING.conductance * va) / (primaryV * primaryV);
  const b = (-MAGNETIZING.susceptance * va) / (primaryV * primaryV);
  // turns raised by |1 + Z·Y| so that the magnetizing current does not lower the idle volts
  const lift = Math.hypot(1 + primaryOhms * g - primaryReactanceOhms * b, primaryOhms * b + primaryReactanceOhms * g);
  const primaryTurns = ratio / lift;
  return {
    primaryTurns,
    primaryOhms,
    primaryReactanceOhms,
    secondaryOhms,
    secondaryReactanceOhms,
    magnetizingG: g * primaryTurns * primaryTurns,
    magnetizingB: b * primaryTurns * primaryTurns,
    idleV,
  };
}
