import { at, divide, impedanceOfAmps, inverse, magnitude, multiply, type Phasor, phasor, polar, scale, subtract, ZERO } from '#core/units';
import { between, type Drawn, type How, kindOf, type Look, OPEN, ohmic, type PartBase, type State } from './kind';
import { HUMS, MOTOR_SIGHTS, type MotorPlate, STALLS, TURNS, WINDING_SHARE } from './motor';

type Three = readonly [string, string, string];

export interface Motor3 extends PartBase, MotorPlate {
  readonly kind: 'motor3';
  readonly ends: Three;
  readonly star: string;
  /** the other ends of its windings, where they are brought out */
  readonly backs?: Three | undefined;
  /** its volts and amps are printed for windings in delta, and it starts in star */
  readonly isDelta?: boolean | undefined;
  /** each winding is two halves: the second ones; printed for both in series, or side by side */
  readonly twin?: { readonly ends: Three; readonly backs: Three; readonly inSeries: boolean } | undefined;
}

/** Amps of a line over those of one winding, or half of one, when all is as printed. */
const sharing = ({ isDelta, twin }: Motor3): number => (isDelta ? Math.sqrt(3) : 1) * (twin && !twin.inSeries ? 2 : 1);
/** Volts of one winding, or of one half of it, when all is as printed. */
const windingV = ({ ratedV, isDelta, twin }: Motor3): number => (ratedV ?? 1) / (isDelta ? 1 : Math.sqrt(3)) / (twin?.inSeries ? 2 : 1);

/** Admittances per winding at the sequence it turns with (running) and at the other one (about that of the locked rotor). */
function admittancesOf(part: Motor3): { positive: Phasor; negative: Phasor } {
  const share = sharing(part);
  return {
    positive: inverse(impedanceOfAmps(windingV(part), part.runA / share, part.runPf)),
    negative: inverse(impedanceOfAmps(windingV(part), part.lockedA / share, part.lockedPf)),
  };
}

/** A motor that is printed for delta starts in star, on 58 % of the volts of its windings, and turns from there. */
const turnsFrom = ({ isDelta }: Motor3): number => (isDelta ? IN_STAR * TURNS : TURNS);
const stallsBelow = ({ isDelta }: Motor3): number => (isDelta ? IN_STAR * STALLS : STALLS);
const IN_STAR = 0.8;

type Motor3How = How<State<'stopped' | 'starting' | 'running' | 'backwards', 'emfRe' | 'emfIm'>, 'open' | 'locked'>;

/** The sequence that a running motor turns with: phase order forwards is positive. */
const sequenceOf = ({ state }: Motor3How): 1 | -1 => (state.mode === 'backwards' ? -1 : 1);
const turnsNow = ({ state }: Motor3How): boolean => state.mode === 'running' || state.mode === 'backwards';

/** First branches of its windings, and of their second halves. */
const setsOf = ({ twin }: Motor3): readonly number[] => (twin ? [0, 3] : [0]);

/** A half on less than this share of its volts is not fed. */
const UNFED = 0.05;
/** One half alone pushes with about half of the torque of both: a part-winding start has 45 %. Common practice. */
const ALONE = Math.SQRT1_2;

/** Symmetrical component of the volts at three branches, by frequency. */
const sequenceSeen = (look: Look, first: number, sign: 1 | -1): readonly Phasor[] => {
  const legs = [0, 1, 2].map((k) => look.across(first + k));
  return (legs[0] ?? []).map((_, index) =>
    legs.reduce<Phasor>((sum, leg, k) => {
      const turned = multiply(leg[index]?.volts ?? ZERO, polar(1, sign * k * 120));
      return { re: sum.re + turned.re / 3, im: sum.im + turned.im / 3 };
    }, ZERO),
  );
};

/** What two halves make of the rotor together: halves against each other make nothing. */
function together(first: Phasor, second: Phasor, rated: number): number {
  const [one, other] = [magnitude(first), magnitude(second)];
  if (Math.min(one, other) < UNFED * rated) return ALONE * Math.max(one, other);
  return magnitude({ re: first.re + second.re, im: first.im + second.im }) / 2;
}

/** Shares of rated volts by the two sequences. */
function sequences(part: Motor3, look: Look): { forwards: number; backwards: number } {
  if (part.ratedV === undefined) return { forwards: 0, backwards: 0 };
  const rated = windingV(part);
  const share = (sign: 1 | -1): number => {
    const first = sequenceSeen(look, 0, sign);
    const second = part.twin ? sequenceSeen(look, 3, sign) : undefined;
    return Math.max(0, ...first.map((one, hz) => (second ? together(one, at(second, hz), rated) : magnitude(one)))) / rated;
  };
  return { forwards: share(1), backwards: share(-1) };
}

/** Equal sequences push it neither way: a motor on two of three phases hums and does not start. */
const pushOf = ({ forwards, backwards }: ReturnType<typeof sequences>): number => Math.abs(forwards - backwards);

/**
 * A three-phase motor: the sequence it turns with meets an EMF behind the other sequence's impedance, so that a lost phase or
 * exchanged phases come out of the solution. It turns with the sequence that is the greater as it starts. Halves of a winding share
 * one EMF, as they share one rotor: in series, side by side or alone.
 */
export const motor3 = kindOf<Motor3>()({
  kind: 'motor3',
  modes: ['stopped', 'starting', 'running', 'backwards'],
  values: () => ({ emfRe: 0, emfIm: 0 }),
  ends: ({ ends, star, backs, twin }) => [...new Set([...ends, ...(backs ?? [star]), ...(twin ? [...twin.ends, ...twin.backs] : [])])],
  branches: ({ ends, star, backs, twin }) => [
    ...ends.map((end, phase) => between(end, backs?.[phase] ?? star, 'load')),
    ...(twin ? twin.ends.map((end, phase) => between(end, at(twin.backs, phase), 'load')) : []),
  ],
  admittances(part, how, hz) {
    const { state, fault } = how;
    const { negative } = admittancesOf(part);
    return (part.twin ? [0, 1, 2, 0, 1, 2] : [0, 1, 2]).map((phase, branch) => {
      if (part.ratedV === undefined || (fault === 'open' && branch === 0)) return OPEN;
      if (hz === 0) return ohmic((WINDING_SHARE * windingV(part) * sharing(part)) / part.runA);
      const emf = turnsNow(how) ? multiply(phasor(state.emfRe, state.emfIm), polar(1, -120 * phase * sequenceOf(how))) : ZERO;
      return { y: negative, emf };
    });
  },
  faults: [
    { mode: 'open', weight: 4 },
    { mode: 'locked', weight: 3 },
  ],
  drive: (part, look) => {
    const { forwards, backwards } = sequences(part, look);
    return Math.max(forwards, backwards);
  },
  next(part, how, sight) {
    const { state, fault } = how;
    const { forwards, backwards } = sequences(part, sight.look);
    if (state.mode === 'stopped') return sight.drive >= HUMS ? { mode: 'starting', inMs: 1 } : null;
    if (sight.drive < HUMS) return { mode: 'stopped', inMs: 50 };
    if (state.mode === 'starting') {
      const way = backwards > forwards ? 'backwards' : 'running';
      return pushOf({ forwards, backwards }) >= turnsFrom(part) && fault !== 'locked' ? { mode: way, inMs: part.runUpMs } : null;
    }
    const held = state.mode === 'backwards' ? backwards : forwards;
    return held < stallsBelow(part) ? { mode: 'starting', inMs: 100 } : null;
  },
  // The EMF follows the terminals' own sequence: V = a + b·E is linear in E, so two solves give the E with E = c·V.
  bends(part, how, trial) {
    if (!turnsNow(how)) return 0;
    const { positive, negative } = admittancesOf(part);
    const share = subtract(phasor(1), divide(positive, negative));
    const sets = setsOf(part);
    const read = (emf: Phasor): Phasor => {
      trial.put({ emfRe: emf.re, emfIm: emf.im });
      const seen = sets.map((first) => trial.sequence(sequenceOf(how), first));
      return scale(
        seen.reduce((sum, one) => ({ re: sum.re + one.re, im: sum.im + one.im }), ZERO),
        1 / sets.length,
      );
    };
    const before = phasor(how.state.emfRe, how.state.emfIm);
    const still = read(phasor(0));
    const probe = phasor(windingV(part));
    const slope = divide(subtract(read(probe), still), probe);
    const emf = divide(multiply(share, still), subtract(phasor(1), multiply(share, slope)));
    read(emf);
    return magnitude(subtract(emf, before)) / magnitude(probe);
  },
  sights: MOTOR_SIGHTS,
  see: (part, { state, fault }, { look }) =>
    state.mode === 'starting'
      ? fault === 'locked' || pushOf(sequences(part, look)) < turnsFrom(part)
        ? 'locked'
        : 'running up'
      : state.mode,
  // halves of a winding get what their links give them, whatever stands between the lines
  getsV: (part, { across, between }) =>
    part.twin ? (Math.max(across(0), across(3)) * (part.ratedV ?? 1)) / windingV(part) : between(part.ends),
  loadClass: () => 'motor',
  phases: 3,
  lineTimes: sharing,
  inrushRatio: ({ lockedA, runA }) => lockedA / runA,
  drawn({ ends, backs, twin, runA }): Drawn[] {
    const text = { value: runA, unit: 'A' };
    const windings = (from: Three, to: Three): Drawn[] =>
      from.map((a, phase) => ({ as: 'element', sub: a, symbol: 'motor', a, b: at(to, phase), isLoad: true, text }));
    const block = (three: Three, sub?: string): Drawn => ({
      as: 'block',
      ...(sub ? { sub } : {}),
      symbol: 'motor-block',
      ends: three,
      text,
    });
    const isInside = ({ backs: to }: { readonly backs: Three }): boolean => to[0].startsWith('#');
    return [
      ...(backs ? windings(ends, backs) : [block(ends)]),
      ...(twin ? (isInside(twin) ? [block(twin.ends, twin.ends[0])] : windings(twin.ends, twin.backs)) : []),
    ];
  },
});
