import {
  add,
  at,
  divide,
  impedanceOfAmps,
  inverse,
  magnitude,
  multiply,
  type Phasor,
  phasor,
  polar,
  scale,
  subtract,
  ZERO,
} from '#core/units';
import { between, type How, kindOf, type Look, type Next, OPEN, ohmic, type PartBase, type State } from './kind';
import { HUMS, MOTOR_SIGHTS, type MotorPlate, STALLS, TURNS, WINDING_SHARE } from './motor';

type Three = readonly [string, string, string];

/**
 * One winding for two speeds, 1 : 2. Low: its corners are fed, halves of a side in series, in delta. High: its middles are fed and its
 * corners joined, halves beside each other in a double star; one half of each side then carries the other way, which is half the poles.
 */
export interface TwoSpeedMotor extends PartBase, MotorPlate {
  readonly kind: 'two-speed-motor';
  readonly ends: Three;
  /** middle of the side from the first corner to the second, second to third, third to first */
  readonly middles: Three;
  /** amps of a line at low speed; `runA` are those at high speed */
  readonly lowA: number;
}

type Speed = 'low' | 'high';
type Mode = 'stopped' | 'starting low' | 'starting high' | 'low' | 'high' | 'low backwards' | 'high backwards';
type Told = How<State<Mode, 'emfRe' | 'emfIm'>, 'open' | 'locked'>;

const speedOf = (mode: Mode): Speed | undefined => (mode === 'stopped' ? undefined : mode.includes('low') ? 'low' : 'high');
const turns = (mode: Mode): boolean => mode !== 'stopped' && !mode.startsWith('starting');
/** With half the poles the field of the same phase order runs round the sides the other way: marks are put so that both speeds turn alike. */
const signOf = (speed: Speed, isBackwards: boolean): 1 | -1 => ((speed === 'low') !== isBackwards ? 1 : -1);

/** Volts and amps of half a side when all is as printed. */
const half = ({ ratedV = 1, runA, lowA }: TwoSpeedMotor, speed: Speed) =>
  speed === 'low' ? { volts: ratedV / 2, amps: lowA / Math.sqrt(3) } : { volts: ratedV / Math.sqrt(3), amps: runA / 2 };

function admittancesOf(part: TwoSpeedMotor, speed: Speed): { positive: Phasor; negative: Phasor } {
  const { volts, amps } = half(part, speed);
  return {
    positive: inverse(impedanceOfAmps(volts, amps, part.runPf)),
    negative: inverse(impedanceOfAmps(volts, (amps * part.lockedA) / part.runA, part.lockedPf)),
  };
}

/** Halves from a corner to its middle are the first three branches, from there to the next corner the other three. */
const AWAY = 3;
/** The way in which the first halves count: with the second ones at low speed, against them at high speed. */
const sense = (speed: Speed): 1 | -1 => (speed === 'low' ? 1 : -1);

const meanOf = (speed: Speed, first: Phasor, second: Phasor): Phasor => scale(add(second, scale(first, sense(speed))), 0.5);

/** Share of rated volts that turns it at a speed, forwards and backwards. */
function push(part: TwoSpeedMotor, look: Look, speed: Speed): { forwards: number; backwards: number } {
  if (part.ratedV === undefined) return { forwards: 0, backwards: 0 };
  const share = (sign: 1 | -1): number => {
    const hzs = look.across(0).length;
    const sums = Array.from({ length: hzs }, (_, hz) =>
      [0, 1, 2]
        .map((k) => {
          const leg = (branch: number): Phasor => look.across(branch)[hz]?.volts ?? ZERO;
          return multiply(meanOf(speed, leg(k), leg(AWAY + k)), polar(1 / 3, sign * k * 120));
        })
        .reduce(add),
    );
    return Math.max(0, ...sums.map(magnitude)) / half(part, speed).volts;
  };
  return { forwards: share(signOf(speed, false)), backwards: share(signOf(speed, true)) };
}

const pushes = (part: TwoSpeedMotor, look: Look) => ({ low: push(part, look, 'low'), high: push(part, look, 'high') });
/** Half of a double star that is not joined makes both fields: what the one pushes the other holds back. */
const net = (seen: ReturnType<typeof pushes>, speed: Speed): number =>
  Math.abs(seen[speed].forwards - seen[speed].backwards) - most(seen[speed === 'low' ? 'high' : 'low']);
const most = ({ forwards, backwards }: { forwards: number; backwards: number }): number => Math.max(forwards, backwards);

export const twoSpeedMotor = kindOf<TwoSpeedMotor>()({
  kind: 'two-speed-motor',
  modes: ['stopped', 'starting low', 'starting high', 'low', 'high', 'low backwards', 'high backwards'],
  values: () => ({ emfRe: 0, emfIm: 0 }),
  ends: ({ ends, middles }) => [...ends, ...middles],
  branches: ({ ends, middles }) => [
    ...ends.map((corner, side) => between(corner, at(middles, side), 'load')),
    ...middles.map((middle, side) => between(middle, at(ends, (side + 1) % 3), 'load')),
  ],
  admittances(part, { state, fault }: Told, hz) {
    const speed = speedOf(state.mode) ?? 'low';
    const { negative } = admittancesOf(part, speed);
    const emf = phasor(state.emfRe, state.emfIm);
    const sign = signOf(speed, state.mode.includes('backwards'));
    return [0, 1, 2, 3, 4, 5].map((branch) => {
      if (part.ratedV === undefined || (fault === 'open' && branch === 0)) return OPEN;
      if (hz === 0) return ohmic((WINDING_SHARE * half(part, 'low').volts) / half(part, 'low').amps);
      if (!turns(state.mode)) return { y: negative, emf: ZERO };
      const turned = multiply(emf, polar(1, -120 * (branch % 3) * sign));
      return { y: negative, emf: branch < AWAY ? scale(turned, sense(speed)) : turned };
    });
  },
  faults: [
    { mode: 'open', weight: 4 },
    { mode: 'locked', weight: 3 },
  ],
  drive(part, look) {
    const { low, high } = pushes(part, look);
    return Math.max(most(low), most(high));
  },
  next(part, { state, fault }: Told, sight): Next<Mode> | null {
    const seen = pushes(part, sight.look);
    const greater: Speed = most(seen.high) > most(seen.low) ? 'high' : 'low';
    const { mode } = state;
    if (mode === 'stopped') return sight.drive >= HUMS ? { mode: `starting ${greater}`, inMs: 1 } : null;
    if (sight.drive < HUMS) return { mode: 'stopped', inMs: 50 };
    const speed = speedOf(mode) ?? 'low';
    const { forwards, backwards } = seen[speed];
    if (!turns(mode)) {
      if (greater !== speed) return { mode: `starting ${greater}`, inMs: 1 };
      const isPushed = net(seen, speed) >= TURNS && fault !== 'locked';
      return isPushed ? { mode: backwards > forwards ? `${speed} backwards` : speed, inMs: part.runUpMs } : null;
    }
    return net(seen, speed) < STALLS ? { mode: `starting ${greater}`, inMs: 100 } : null;
  },
  // as that of any motor of three phases: V = a + b·E, and E = c·V
  bends(part, { state }: Told, trial) {
    const speed = speedOf(state.mode);
    if (speed === undefined || !turns(state.mode)) return 0;
    const { positive, negative } = admittancesOf(part, speed);
    const share = subtract(phasor(1), divide(positive, negative));
    const sign = signOf(speed, state.mode.includes('backwards'));
    const read = (emf: Phasor): Phasor => {
      trial.put({ emfRe: emf.re, emfIm: emf.im });
      return meanOf(speed, trial.sequence(sign, 0), trial.sequence(sign, AWAY));
    };
    const before = phasor(state.emfRe, state.emfIm);
    const still = read(phasor(0));
    const probe = phasor(half(part, speed).volts);
    const slope = divide(subtract(read(probe), still), probe);
    const emf = divide(multiply(share, still), subtract(phasor(1), multiply(share, slope)));
    read(emf);
    return magnitude(subtract(emf, before)) / magnitude(probe);
  },
  sights: { ...MOTOR_SIGHTS, 'at low speed': 'on', 'at high speed': 'on' },
  see(part, { state, fault }: Told, { look }) {
    if (state.mode === 'stopped') return 'stopped';
    const seen = pushes(part, look);
    if (!turns(state.mode)) return fault === 'locked' || net(seen, speedOf(state.mode) ?? 'low') < TURNS ? 'locked' : 'running up';
    if (state.mode.includes('backwards')) return 'backwards';
    return state.mode === 'low' ? 'at low speed' : 'at high speed';
  },
  getsV: ({ ends, middles }, { between }) => Math.max(between(ends), between(middles)),
  loadClass: () => 'motor',
  phases: 3,
  // at high speed, where it draws the most
  lineTimes: () => 2,
  inrushRatio: ({ lockedA, runA }) => lockedA / runA,
  drawn: ({ ends, middles, runA, lowA }) => [
    { as: 'block', symbol: 'motor-block', ends, text: { value: lowA, unit: 'A' } },
    { as: 'block', sub: middles[0], symbol: 'motor-block', ends: middles, text: { value: runA, unit: 'A' } },
  ],
});
