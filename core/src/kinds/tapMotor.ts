import { impedanceOfAmps } from '#core/units';
import { type BranchShape, between, EARTH, kindOf, OPEN, ohmic, type PartBase, passive } from './kind';
import { motor } from './motor';
import type { Tap } from './windingModel';

/** A motor with speed leads: one winding with taps. What is fed between its common and a tap makes flux by the volts of that tap. */
export interface TapMotor extends PartBase {
  readonly kind: 'tap-motor';
  /** the common first, then the taps from the fastest on; volts are those at which the winding has its flux */
  readonly taps: readonly Tap[];
  readonly core: string;
  readonly ratedV: number | undefined;
  readonly runA: number;
  readonly runPf: number;
  readonly lockedA: number;
  readonly lockedPf: number;
  readonly runUpMs: number;
}

/** Copper of each section of the winding. Common practice for a small fan motor. */
const SECTION_OHMS = 1;

const sections = (taps: readonly Tap[]) => taps.slice(1).map((tap, i) => [taps[i] ?? tap, tap] as const);
/** The branch of the flux: after the sections. */
const fluxBranch = ({ taps }: TapMotor): number => taps.length - 1;
/** It turns as the same motor would whose volts are those of the flux. */
const asMotor = (part: TapMotor) => ({ ...part, kind: 'motor', a: '', b: '', protector: false, serviceFactor: undefined }) as const;

export const tapMotor = kindOf<TapMotor>()({
  kind: 'tap-motor',
  modes: ['stopped', 'starting', 'running', 'protected'],
  values: () => ({ heat: 0 }),
  ends: ({ taps, core }) => [...taps.map(({ mark }) => mark), core],
  branches: ({ taps, core, ratedV = 1 }): BranchShape[] => [
    ...sections(taps).map(
      ([low, high]): BranchShape => ({
        marks: [high.mark, low.mark, core],
        weights: [1, -1, -(high.volts - low.volts) / ratedV],
        role: 'load',
      }),
    ),
    between(core, EARTH, 'core'),
  ],
  admittances(part, { state, fault }, hz) {
    const { ratedV, runA, runPf, lockedA, lockedPf, taps } = part;
    const copper = sections(taps).map(() => (fault === 'open' || ratedV === undefined ? OPEN : ohmic(SECTION_OHMS)));
    if (ratedV === undefined) return [...copper, OPEN];
    if (hz === 0) return [...copper, ohmic(0.001)];
    const z = state.mode === 'running' ? impedanceOfAmps(ratedV, runA, runPf) : impedanceOfAmps(ratedV, lockedA, lockedPf);
    return [...copper, passive(z)];
  },
  faults: [
    { mode: 'open', weight: 6 },
    { mode: 'locked', weight: 3 },
  ],
  drive: (part, look) => (part.ratedV === undefined ? 0 : look.volts(fluxBranch(part)) / part.ratedV),
  next: (part, how, sight) => motor.next?.(asMotor(part), how, sight) ?? null,
  sights: { stopped: 'off', 'running up': 'under way', running: 'on', locked: 'under way' },
  see: (_part, { state, fault }, { drive }) =>
    state.mode === 'running'
      ? 'running'
      : state.mode !== 'starting'
        ? 'stopped'
        : fault === 'locked' || drive < 0.6
          ? 'locked'
          : 'running up',
  // from its common to its fastest tap
  getsV: ({ taps }, { between }) => between(taps.map(({ mark }) => mark)),
  loadClass: () => 'motor',
  inrushRatio: ({ lockedA, runA }) => lockedA / runA,
  drawn: ({ taps, runA }) =>
    sections(taps).map(([low, high], index) =>
      index === 0
        ? { as: 'element', symbol: 'motor', a: high.mark, b: low.mark, isLoad: true, text: { value: runA, unit: 'A' } }
        : { as: 'element', sub: high.mark, symbol: 'winding', a: high.mark, b: low.mark },
    ),
});
