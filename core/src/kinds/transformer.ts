import { at, magnitude, type Phasor, phasor } from '#core/units';
import { type BranchShape, type BranchValue, between, EARTH, kindOf, noNumbers, OPEN, passive } from './kind';
import { fullVolts, type Tap, type Transformer, windingModel } from './windingModel';

/** Neighbouring taps of a winding, from the first on. */
const sections = (taps: readonly Tap[]): (readonly [Tap, Tap])[] => taps.slice(1).map((tap, i) => [at(taps, i), tap] as const);

/** A winding joins its two ends and the core's flux node; without a model it keeps the same places with no turns. */
function shapesOf(part: Transformer): BranchShape[] {
  const winding = (taps: readonly Tap[], turns: number, role: 'load' | 'source') =>
    sections(taps).map(
      ([low, high]): BranchShape => ({
        marks: [high.mark, low.mark, part.core],
        weights: [1, -1, (-turns * (high.volts - low.volts)) / fullVolts(taps)],
        role,
      }),
    );
  return [
    ...winding(part.primary, windingModel(part)?.primaryTurns ?? 0, 'load'),
    ...winding(part.secondary, 1, 'source'),
    between(part.core, EARTH, 'core'),
    ...winding(part.twin ?? [], windingModel(part)?.primaryTurns ?? 0, 'load'),
  ];
}

/** Copper of a whole winding grows with the square of its volts, so that every tap has the model's per-unit impedance. */
function windingValues(taps: readonly Tap[], ohms: number, reactance: number, hz: number): BranchValue[] {
  const upTo = ({ copper, volts }: Tap): number => copper ?? (volts / fullVolts(taps)) ** 2;
  return sections(taps).map(([low, high]) => {
    const share = upTo(high) - upTo(low);
    return passive(phasor(ohms * share, hz === 0 ? 0 : reactance * share));
  });
}

/** Place of the last secondary section and of the core among a transformer's branches. */
export const topSection = ({ primary, secondary }: Transformer): number => primary.length - 1 + secondary.length - 2;
/** The branch that stands for a transformer's iron. */
export const coreBranch = ({ primary, secondary }: Transformer): number => primary.length - 1 + secondary.length - 1;

/** Less flux than this is a dead primary. */
const DEAD_CORE_V = 1;

/** Whether a transformer's core carries flux, by the volts at its node. */
export const isCoreAlive = (flux: Phasor): boolean => magnitude(flux) > DEAD_CORE_V;

export const transformer = kindOf<Transformer>()({
  kind: 'transformer',
  modes: ['there'],
  values: noNumbers,
  ends: ({ primary, secondary, twin = [], core }) => [...[...primary, ...secondary, ...twin].map(({ mark }) => mark), core],
  branches: shapesOf,
  admittances(part, { fault }, hz) {
    const model = windingModel(part);
    const open = (taps: readonly Tap[]) => sections(taps).map(() => OPEN);
    const twin = part.twin ?? [];
    if (!model) return [...open(part.primary), ...open(part.secondary), OPEN, ...open(twin)];
    // two primaries share the copper of one
    const halves = twin.length === 0 ? 1 : 2;
    const [ohms, reactance] = [halves * model.primaryOhms, halves * model.primaryReactanceOhms];
    return [
      ...(fault === 'primaryOpen' ? open(part.primary) : windingValues(part.primary, ohms, reactance, hz)),
      ...(fault === 'secondaryOpen'
        ? open(part.secondary)
        : windingValues(part.secondary, model.secondaryOhms, model.secondaryReactanceOhms, hz)),
      hz === 0 ? OPEN : { y: phasor(model.magnetizingG, model.magnetizingB), emf: phasor(0) },
      ...windingValues(twin, ohms, reactance, hz),
    ];
  },
  faults: [
    { mode: 'primaryOpen', weight: 5 },
    { mode: 'secondaryOpen', weight: 4 },
  ],
  hinders: () => 'primary dead',
  drawn({ primary, secondary, twin, va }) {
    const [low, full] = [at(secondary, 0), at(secondary, -1)];
    return [
      {
        as: 'source',
        sub: 'secondary',
        ends: [full.mark, low.mark],
        system: 'secondary',
        volts: full.volts,
        hz: undefined,
        text: { value: va, unit: 'VA' },
      },
      { as: 'winding', sub: 'primary', taps: primary },
      ...(twin ? [{ as: 'winding', sub: 'primary2', taps: twin } as const] : []),
    ];
  },
});
