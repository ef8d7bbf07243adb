import { add, divide, impedanceOfAmps, magnitude, multiply, type Phasor, phasor, scale, subtract, ZERO } from '#core/units';
import { between, type How, kindOf, type Look, OPEN, ohmic, type PartBase, passive, type State } from './kind';
import { type MotorPlate, motor, WINDING_SHARE } from './motor';

/**
 * A single-phase motor whose run and start windings meet in a common: C, R and S. It needs a current in the start winding that is out
 * of step with that of the run winding, by a capacitor or by copper, or it hums and stands.
 */
export interface CapacitorMotor extends PartBase, MotorPlate {
  readonly kind: 'capacitor-motor';
  readonly common: string;
  readonly run: string;
  readonly start: string;
  /** the run capacitor that it is made for; undefined: it runs on its run winding alone */
  readonly runMicroFarads: number | undefined;
  readonly protector: boolean;
}

type Mode = 'stopped' | 'starting' | 'running' | 'backwards' | 'protected';
type Values = 'heat' | 'emfRe' | 'emfIm';
type Fault = 'open' | 'startOpen' | 'locked';

/** Copper and reactance of the start winding over those of the run winding at rest: common practice, as C–R 1.2 Ω and C–S 4.8 Ω. */
const [START_COPPER, START_REACTANCE] = [4, 1.5] as const;
/** Volts that a turning rotor brings up in the start winding over those of the run winding, a quarter turn ahead. Common practice: 1.1 to 1.3. */
const TURNS_RATIO = 1.15;
/** It starts with this share of the push that its own capacitor gives at rest; with none printed, from this push on. Common practice. */
const [START_SHARE, LEAST_PUSH] = [0.6, 0.02] as const;
/** Start winding left in: more than this many times what its own run capacitor passes; with none printed, this share of the running amps. */
const [HELD_TIMES, HELD_SHARE] = [2.5, 0.5] as const;
/** A start winding is made for seconds. Common practice: 5 to 10 s. */
const START_HELD_MS = 8000;

/** It does not even hum below this share of its volts. Common practice. */
const HUMS_FROM = 0.3;

const [MAIN, START] = [0, 1] as const;
const QUARTER = phasor(0, 1);

const lockedZ = ({ ratedV, lockedA, lockedPf }: CapacitorMotor): Phasor => impedanceOfAmps(ratedV ?? 1, lockedA, lockedPf);
const startZ = (part: CapacitorMotor): Phasor => {
  const { re, im } = lockedZ(part);
  return phasor(START_COPPER * re, START_REACTANCE * im);
};
const withCapacitor = (part: CapacitorMotor, hz: number): Phasor | undefined =>
  part.runMicroFarads === undefined
    ? undefined
    : add(startZ(part), phasor(0, -1 / (2 * Math.PI * hz * Math.max(part.runMicroFarads, 1e-3) * 1e-6)));

/** Amps of the start winding through the printed capacitor, at rated volts; zero where none is printed. */
function ratedStartA(part: CapacitorMotor, hz: number, turns: boolean): Phasor {
  const z = withCapacitor(part, hz);
  if (z === undefined) return ZERO;
  const volts = phasor(part.ratedV ?? 1);
  return divide(turns ? subtract(volts, multiply(scale(QUARTER, TURNS_RATIO), volts)) : volts, z);
}

/** The run winding while it turns: what is left of the printed amps when the start winding has had its own. */
function runningY(part: CapacitorMotor, hz: number): Phasor {
  const volts = phasor(part.ratedV ?? 1);
  const left = subtract(divide(volts, impedanceOfAmps(part.ratedV ?? 1, part.runA, part.runPf)), ratedStartA(part, hz, true));
  // a small motor with a large capacitor: what it turns with comes through the start winding, and none comes back out of the other
  return divide(phasor(Math.max(left.re, 0.05 * magnitude(left)), left.im), volts);
}

/** How far the start winding's amps are out of step, in shares of the run winding's: what pushes a rotor at rest. */
const pushOf = (main: Phasor, start: Phasor): number =>
  magnitude(main) < 1e-9 ? 0 : (start.im * main.re - start.re * main.im) / magnitude(main) ** 2;

function pushNow(part: CapacitorMotor, fault: Fault | undefined, look: Look): number {
  if (fault === 'startOpen') return 0;
  const seen = look.across(MAIN).flatMap(({ hz, volts }, index) => {
    const beside = look.across(START)[index]?.volts ?? ZERO;
    return hz === 0 ? [] : [pushOf(divide(volts, lockedZ(part)), divide(beside, startZ(part)))];
  });
  return seen.reduce((most, one) => (Math.abs(one) > Math.abs(most) ? one : most), 0);
}

function pushWanted(part: CapacitorMotor, hz: number): number {
  const z = withCapacitor(part, hz);
  if (z === undefined) return LEAST_PUSH;
  const volts = phasor(part.ratedV ?? 1);
  return START_SHARE * Math.abs(pushOf(divide(volts, lockedZ(part)), divide(volts, z)));
}

const firstHz = (look: Look): number => look.across(MAIN).find(({ hz }) => hz !== 0)?.hz ?? 60;

/** It turns as the same motor with one winding would, once it has been pushed. */
const asMotor = (part: CapacitorMotor) => ({ ...part, kind: 'motor', a: part.run, b: part.common }) as const;
const asTurning = ({ mode, heat }: State<Mode, Values>): State<'stopped' | 'starting' | 'running' | 'protected', 'heat'> => ({
  mode: mode === 'backwards' ? 'running' : mode,
  heat,
});
const turns = ({ mode }: { readonly mode: string }): boolean => mode === 'running' || mode === 'backwards';

const isStartHeld = (part: CapacitorMotor, { state }: How<State<Mode, Values>, Fault>, look: Look): boolean => {
  const rated = magnitude(ratedStartA(part, firstHz(look), true));
  return turns(state) && look.amps(START) > (rated > 0 ? HELD_TIMES * rated : HELD_SHARE * part.runA);
};

export const capacitorMotor = kindOf<CapacitorMotor>()({
  kind: 'capacitor-motor',
  modes: ['stopped', 'starting', 'running', 'backwards', 'protected'],
  values: () => ({ heat: 0, emfRe: 0, emfIm: 0 }),
  ends: ({ common, run, start }) => [run, common, start],
  branches: ({ common, run, start }) => [between(run, common, 'load'), between(start, common, 'load')],
  admittances(part, { state, fault }, hz) {
    const { ratedV, runA } = part;
    if (ratedV === undefined || fault === 'open' || state.mode === 'protected') return [OPEN, OPEN];
    const copper = (WINDING_SHARE * ratedV) / runA;
    if (hz === 0) return [ohmic(copper), fault === 'startOpen' ? OPEN : ohmic(START_COPPER * copper)];
    const main = turns(state) ? { y: runningY(part, hz), emf: ZERO } : passive(lockedZ(part));
    if (fault === 'startOpen') return [main, OPEN];
    return [main, { ...passive(startZ(part)), emf: turns(state) ? phasor(state.emfRe, state.emfIm) : ZERO }];
  },
  faults: [
    { mode: 'open', weight: 6 },
    { mode: 'startOpen', weight: 3 },
    { mode: 'locked', weight: 3 },
  ],
  drive: ({ ratedV }, look) => (ratedV === undefined ? 0 : look.volts(MAIN) / ratedV),
  next(part, how, sight) {
    const { state, fault } = how;
    const startShare = part.ratedV === undefined ? 0 : sight.look.volts(START) / part.ratedV;
    if (state.mode === 'starting') {
      if (sight.drive < HUMS_FROM && startShare >= HUMS_FROM) return part.protector ? { mode: 'protected', inMs: START_HELD_MS } : null;
      const push = pushNow(part, fault, sight.look);
      const isPushed = Math.abs(push) >= pushWanted(part, firstHz(sight.look));
      const next = motor.next?.(
        asMotor(part),
        { state: { ...state, mode: 'starting' }, fault: isPushed && fault !== 'locked' ? undefined : 'locked' },
        sight,
      );
      return next?.mode === 'running' ? { ...next, mode: push < 0 ? 'backwards' : 'running' } : (next ?? null);
    }
    // fed through its start winding alone it hums as well
    if (state.mode === 'stopped' && startShare >= HUMS_FROM) return { mode: 'starting', inMs: 1 };
    if (part.protector && isStartHeld(part, how, sight.look)) return { mode: 'protected', inMs: START_HELD_MS };
    return motor.next?.(asMotor(part), { state: asTurning(state), fault: undefined }, sight) ?? null;
  },
  // the EMF of the start winding follows the volts of the run winding: E = c·V, and V hardly moves with E
  bends(part, { state }, trial) {
    if (!turns(state)) return 0;
    const ahead = scale(QUARTER, state.mode === 'backwards' ? -TURNS_RATIO : TURNS_RATIO);
    const emf = multiply(ahead, trial.across(MAIN));
    trial.put({ emfRe: emf.re, emfIm: emf.im });
    return magnitude(subtract(emf, phasor(state.emfRe, state.emfIm))) / (part.ratedV ?? 1);
  },
  gathers: (part, { state }, sight, dtMs) =>
    motor.gathers?.(asMotor(part), { state: asTurning(state), fault: undefined }, sight, dtMs) ?? {},
  opensAt: 'heat',
  sights: {
    stopped: 'off',
    'running up': 'under way',
    running: 'on',
    backwards: 'on',
    'start winding left in': 'on',
    locked: 'under way',
    'protector open': 'off',
  },
  see(part, how, { drive, look }) {
    const { state, fault } = how;
    if (turns(state)) return isStartHeld(part, how, look) ? 'start winding left in' : (state.mode as 'running' | 'backwards');
    if (state.mode === 'protected') return 'protector open';
    if (state.mode === 'stopped') return 'stopped';
    return fault === 'locked' || drive < 0.6 || Math.abs(pushNow(part, fault, look)) < pushWanted(part, firstHz(look))
      ? 'locked'
      : 'running up';
  },
  loadClass: () => 'motor',
  inrushRatio: ({ lockedA, runA }) => lockedA / runA,
  drawn: ({ common, run, start, runA }) => [
    { as: 'element', symbol: 'motor', a: run, b: common, isLoad: true, text: { value: runA, unit: 'A' } },
    { as: 'element', sub: start, symbol: 'winding', a: start, b: common },
  ],
});
