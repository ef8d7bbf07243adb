import { impedanceOfAmps } from '#core/units';
import { CURVES, openingMs } from './curves';
import { between, kindOf, type Next, OPEN, ohmic, passive, type TwoEnded } from './kind';

export interface MotorPlate {
  readonly ratedV: number | undefined;
  readonly runA: number;
  readonly runPf: number;
  readonly lockedA: number;
  readonly lockedPf: number;
  readonly runUpMs: number;
  readonly serviceFactor: number | undefined;
}

export interface Motor extends TwoEnded, MotorPlate {
  readonly kind: 'motor';
  /** opens by itself when it gets hot */
  readonly protector: boolean;
  /** turns on DC, and only hums on AC; which way it turns is not told */
  readonly isDirect?: boolean | undefined;
}

/** An internal protector closes again after 20 to 60 min: common practice. */
const PROTECTOR_RESET_MS = 30 * 60_000;
/** Winding resistance at DC as a share of rated volts over amps. Common practice: 6 to 12 %. */
export const WINDING_SHARE = 0.08;
/** Turns above this share of rated volts; stalls below the second; does not even hum below the third. Common practice. */
export const [TURNS, STALLS, HUMS] = [0.6, 0.5, 0.3] as const;

/** What is seen of a motor, of one phase or three. */
export const MOTOR_SIGHTS = {
  stopped: 'off',
  'running up': 'under way',
  running: 'on',
  backwards: 'on',
  locked: 'under way',
  'protector open': 'off',
} as const;

type Mode1 = 'stopped' | 'starting' | 'running' | 'protected';

const faults = [
  { mode: 'open', weight: 6 },
  { mode: 'locked', weight: 3 },
] as const;

/** Heat gathered while it does not turn, faded while it does. */
const hotterBy = (runA: number, mode: string, heat: number, amps: number, dtMs: number): number => {
  const limit = mode === 'starting' ? openingMs('protector', amps / runA) : Number.POSITIVE_INFINITY;
  if (limit < Number.POSITIVE_INFINITY) return Math.min(1, heat + dtMs / limit);
  return heat < 1e-6 ? 0 : heat * Math.exp(-dtMs / CURVES.protector.fadeMs);
};

export const motor = kindOf<Motor>()({
  kind: 'motor',
  modes: ['stopped', 'starting', 'running', 'protected'],
  values: () => ({ heat: 0 }),
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'load')],
  admittances(part, { state, fault }, hz) {
    if (part.ratedV === undefined || fault === 'open' || state.mode === 'protected') return [OPEN];
    if (part.isDirect) return [ohmic(part.ratedV / (state.mode === 'running' && hz === 0 ? part.runA : part.lockedA))];
    if (hz === 0) return [ohmic((WINDING_SHARE * part.ratedV) / part.runA)];
    const turns = state.mode === 'running';
    return [
      passive(turns ? impedanceOfAmps(part.ratedV, part.runA, part.runPf) : impedanceOfAmps(part.ratedV, part.lockedA, part.lockedPf)),
    ];
  },
  faults,
  drivesHz: ({ isDirect }) => (isDirect ? 0 : undefined),
  drive: ({ ratedV, isDirect }, look) =>
    ratedV === undefined
      ? 0
      : isDirect
        ? Math.max(0, ...look.across(0).flatMap(({ hz, volts }) => (hz === 0 ? [Math.abs(volts.re)] : []))) / ratedV
        : look.volts(0) / ratedV,
  next(part, { state, fault }, { drive, amps }): Next<Mode1> | null {
    const { mode, heat } = state;
    if (mode === 'protected') return { mode: 'stopped', inMs: PROTECTOR_RESET_MS };
    if (mode === 'stopped') return drive >= HUMS ? { mode: 'starting', inMs: 1 } : null;
    if (drive < HUMS) return { mode: 'stopped', inMs: 50 };
    if (mode === 'running') return drive < STALLS ? { mode: 'starting', inMs: 100 } : null;
    if (drive >= TURNS && fault !== 'locked') return { mode: 'running', inMs: part.runUpMs };
    const left = part.protector ? (1 - heat) * openingMs('protector', amps / part.runA) : Number.POSITIVE_INFINITY;
    return left < Number.POSITIVE_INFINITY ? { mode: 'protected', inMs: left, when: 'fresh' } : null;
  },
  gathers: (part, { state }, { amps }, dtMs) => (part.protector ? { heat: hotterBy(part.runA, state.mode, state.heat, amps, dtMs) } : {}),
  opensAt: 'heat',
  sights: MOTOR_SIGHTS,
  see: (_part, { state, fault }, { drive }) =>
    state.mode === 'starting'
      ? fault === 'locked' || drive < TURNS
        ? 'locked'
        : 'running up'
      : state.mode === 'protected'
        ? 'protector open'
        : state.mode,
  loadClass: () => 'motor',
  inrushRatio: ({ lockedA, runA }) => lockedA / runA,
  drawn: ({ a, b, runA }) => [{ as: 'element', symbol: 'motor', a, b, isLoad: true, text: { value: runA, unit: 'A' } }],
});
