import { divide, impedanceOfAmps, inverse, magnitude, multiply, type Phasor, phasor, polar, subtract, ZERO } from '#core/units';
import { CURVES, openingMs } from './curves';
import { between, type How, kindOf, type Next, OPEN, ohmic, type PartBase, passive, type Sight, type State, type TwoEnded } from './kind';

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

export interface Motor3 extends PartBase, MotorPlate {
  readonly kind: 'motor3';
  readonly ends: readonly [string, string, string];
  readonly star: string;
  /** the other ends of its windings, where they are brought out: its rated volts are then those of a winding, as in delta */
  readonly backs?: readonly [string, string, string] | undefined;
}

/** An internal protector closes again after 20 to 60 min: common practice. */
const PROTECTOR_RESET_MS = 30 * 60_000;
/** Winding resistance at DC as a share of rated volts over amps. Common practice: 6 to 12 %. */
export const WINDING_SHARE = 0.08;
/** Turns above this share of rated volts; stalls below the second; does not even hum below the third. Common practice. */
const [TURNS, STALLS, HUMS] = [0.6, 0.5, 0.3] as const;

const SIGHTS = {
  stopped: 'off',
  'running up': 'under way',
  running: 'on',
  backwards: 'on',
  locked: 'under way',
  'protector open': 'off',
} as const;

type Mode1 = 'stopped' | 'starting' | 'running' | 'protected';
type Faults = 'open' | 'locked';

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
  sights: SIGHTS,
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

/** Admittances per phase at the sequence it turns with (running) and at the other one (about that of the locked rotor). */
function motor3Admittances(part: Motor3): { positive: Phasor; negative: Phasor } {
  // amps are those of a line; in delta a winding has them over √3
  const share = part.backs ? Math.sqrt(3) : 1;
  return {
    positive: inverse(impedanceOfAmps(windingV(part), part.runA / share, part.runPf)),
    negative: inverse(impedanceOfAmps(windingV(part), part.lockedA / share, part.lockedPf)),
  };
}

/** Volts of one winding when all is as rated. */
const windingV = ({ ratedV, backs }: Motor3): number => (ratedV ?? 1) / (backs ? 1 : Math.sqrt(3));
/** A motor whose windings are brought out starts in star, on 58 % of their volts, and turns from there. */
const turnsFrom = ({ backs }: Motor3): number => (backs ? IN_STAR * TURNS : TURNS);
const stallsBelow = ({ backs }: Motor3): number => (backs ? IN_STAR * STALLS : STALLS);
const IN_STAR = 0.8;

type Motor3How = How<State<'stopped' | 'starting' | 'running' | 'backwards', 'emfRe' | 'emfIm'>, Faults>;

/** The sequence that a running motor turns with: phase order forwards is positive. */
const sequenceOf = ({ state }: Motor3How): 1 | -1 => (state.mode === 'backwards' ? -1 : 1);
const turnsNow = ({ state }: Motor3How): boolean => state.mode === 'running' || state.mode === 'backwards';

/** Share of rated volts, of the larger of the two sequences; and which it is. */
function sequences(part: Motor3, { look }: Pick<Sight, 'look'>): { forwards: number; backwards: number } {
  if (part.ratedV === undefined) return { forwards: 0, backwards: 0 };
  const share = (sign: 1 | -1): number => {
    const legs = [0, 1, 2].map((k) => look.across(k));
    const perHz = (legs[0] ?? []).map((_, index) =>
      legs.reduce<Phasor>((sum, leg, k) => {
        const volts = leg[index]?.volts ?? ZERO;
        const turned = multiply(volts, polar(1, sign * k * 120));
        return { re: sum.re + turned.re / 3, im: sum.im + turned.im / 3 };
      }, ZERO),
    );
    return Math.max(0, ...perHz.map(magnitude)) / windingV(part);
  };
  return { forwards: share(1), backwards: share(-1) };
}

/**
 * A three-phase motor: the sequence it turns with meets an EMF behind the other sequence's impedance, so that a lost phase or
 * exchanged phases come out of the solution. It turns with the sequence that is the greater as it starts.
 */
export const motor3 = kindOf<Motor3>()({
  kind: 'motor3',
  modes: ['stopped', 'starting', 'running', 'backwards'],
  values: () => ({ emfRe: 0, emfIm: 0 }),
  ends: ({ ends, star, backs }) => [...ends, ...(backs ?? [star])],
  branches: ({ ends, star, backs }) => ends.map((end, phase) => between(end, backs?.[phase] ?? star, 'load')),
  admittances(part, how, hz) {
    const { state, fault } = how;
    const { negative } = motor3Admittances(part);
    return [0, 1, 2].map((phase) => {
      if (part.ratedV === undefined || (fault === 'open' && phase === 0)) return OPEN;
      if (hz === 0) return ohmic((WINDING_SHARE * windingV(part) * (part.backs ? Math.sqrt(3) : 1)) / part.runA);
      const emf = turnsNow(how) ? multiply(phasor(state.emfRe, state.emfIm), polar(1, -120 * phase * sequenceOf(how))) : ZERO;
      return { y: negative, emf };
    });
  },
  faults: [
    { mode: 'open', weight: 4 },
    { mode: 'locked', weight: 3 },
  ],
  drive: (part, look) => {
    const { forwards, backwards } = sequences(part, { look });
    return Math.max(forwards, backwards);
  },
  next(part, how, sight) {
    const { state, fault } = how;
    const { forwards, backwards } = sequences(part, sight);
    if (state.mode === 'stopped') return sight.drive >= HUMS ? { mode: 'starting', inMs: 1 } : null;
    if (sight.drive < HUMS) return { mode: 'stopped', inMs: 50 };
    if (state.mode === 'starting') {
      // equal sequences push it neither way: a motor on two of three phases hums and does not start
      const way = backwards > forwards ? 'backwards' : 'running';
      const push = Math.abs(forwards - backwards);
      return push >= turnsFrom(part) && fault !== 'locked' ? { mode: way, inMs: part.runUpMs } : null;
    }
    const held = state.mode === 'backwards' ? backwards : forwards;
    return held < stallsBelow(part) ? { mode: 'starting', inMs: 100 } : null;
  },
  // The EMF follows the terminals' own sequence: V = a + b·E is linear in E, so two solves give the E with E = c·V.
  bends(part, how, trial) {
    if (!turnsNow(how)) return 0;
    const { positive, negative } = motor3Admittances(part);
    const share = subtract(phasor(1), divide(positive, negative));
    const read = (emf: Phasor): Phasor => {
      trial.put({ emfRe: emf.re, emfIm: emf.im });
      return trial.sequence(sequenceOf(how));
    };
    const before = phasor(how.state.emfRe, how.state.emfIm);
    const still = read(phasor(0));
    const probe = phasor(windingV(part));
    const slope = divide(subtract(read(probe), still), probe);
    const emf = divide(multiply(share, still), subtract(phasor(1), multiply(share, slope)));
    read(emf);
    return magnitude(subtract(emf, before)) / magnitude(probe);
  },
  sights: SIGHTS,
  see: (part, { state, fault }, { drive }) =>
    state.mode === 'starting' ? (fault === 'locked' || drive < turnsFrom(part) ? 'locked' : 'running up') : state.mode,
  loadClass: () => 'motor',
  inrushRatio: ({ lockedA, runA }) => lockedA / runA,
  drawn: ({ ends, backs, runA }) =>
    backs
      ? ends.map((a, phase) => ({
          as: 'element',
          sub: a,
          symbol: 'motor',
          a,
          b: backs[phase] ?? a,
          isLoad: true,
          text: { value: runA, unit: 'A' },
        }))
      : [{ as: 'block', symbol: 'motor-block', ends, text: { value: runA, unit: 'A' } }],
});
