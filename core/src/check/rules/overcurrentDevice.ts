import type { Device } from '#core/circuit';
import type { PlannedPart } from '#core/graph';
import { type Fuse, isKind } from '#core/kinds';
import { rulesOf } from '#core/schools';
import { ampacity, type FigureName, figureOf, nextSize, sizeMotor, smallConductorLimit } from '#core/size';
import { greatest, real, type WireSize } from '#core/units';
import { type Opinion, ruleOf } from '../finding';
import type { Study } from '../study';
import { motorsBehind, phasesOf } from './motorsBehind';

export type DeviceTold =
  | { readonly code: 'unread' }
  | { readonly code: 'load'; readonly ratingA: number; readonly amps: number; readonly needsA: number; readonly fitA: number | undefined }
  | {
      readonly code: 'motor';
      readonly ratingA: number;
      readonly motor: Device;
      readonly by: FigureName;
      readonly mostA: number;
      readonly othersA: number;
    }
  | { readonly code: 'wire'; readonly ratingA: number; readonly number: string; readonly size: WireSize; readonly mostA: number };

type PlannedFuse = PlannedPart & { readonly part: Fuse };

/** The smallest standard branch device, NEC 240.6(A); under it fuses are for control. */
const SMALLEST_BRANCH_A = 15;

/** What is on the mains side of a control circuit. */
const MAINS_V = 50;

/** A breaker or fuse against its load and its wire: motors behind it let it be larger than the wire, everything else is held to the wire. */
export const deviceRule = ruleOf<DeviceTold>()({
  id: 'overcurrent-device',
  source: 'NEC 210.20(A), 240.4(D), 430.52; IEC 60364-4-43: from memory',
  find: (study) => {
    const poles = study.exploration.plan.parts.filter(isKind('fuse')).filter(({ part }) => part.symbol !== 'overload-heater');
    // poles of one device are one answer
    return poles
      .filter((one, index) => poles.findIndex(({ device }) => device === one.device) === index)
      .flatMap((pole) => judgeDevice(study, pole));
  },
});

function judgeDevice(study: Study, fuse: PlannedFuse): Opinion<DeviceTold>[] {
  const { exploration } = study;
  const { plan } = exploration;
  const { ratingA } = fuse.part;
  if (ratingA === undefined)
    return [{ about: [fuse.device], key: 'rating', verdict: 'cannot-clear', told: { code: 'unread' }, missing: ['ratingA'] }];
  const motors = motorsBehind(plan, fuse);
  const isOnMains = real(exploration.greatestToEarth, plan.nodeAt(fuse.device.id, fuse.part.a)) > MAINS_V;
  const amps = exploration.fuseA.get(fuse.index) ?? 0;
  const asked = { fuse, ratingA, amps };
  if (!isOnMains) return againstLoad(study, asked, false);
  return motors.length > 0
    ? [...againstLoad(study, asked, false), ...againstMotors(study, asked, motors)]
    : [...againstLoad(study, asked, true), ...againstWire(study, asked)];
}

interface Asked {
  readonly fuse: PlannedFuse;
  readonly ratingA: number;
  readonly amps: number;
}

/** @param isContinuous heaters go on for hours: they count 125 % where the rules say so */
function againstLoad({ practice, circuit, tables }: Study, { fuse, ratingA, amps }: Asked, isContinuous: boolean): Opinion<DeviceTold>[] {
  const rules = rulesOf(practice, circuit.practice);
  const needsA = rules === 'na' && isContinuous ? 1.25 * amps : amps;
  if (needsA <= ratingA * (1 + 1e-9)) return [];
  // a small fuse stays one: what its winding or its primary allows is another rule's business
  const sizes = ratingA < SMALLEST_BRANCH_A ? tables.sizesSmallFuse : rules === 'na' ? tables.sizesNec : tables.sizesMcb;
  const fitA = nextSize(sizes, needsA);
  return [
    {
      about: [fuse.device],
      key: 'load',
      verdict: amps > ratingA ? 'danger' : 'look',
      told: { code: 'load', ratingA, amps, needsA, fitA },
      is: needsA,
      limit: ratingA,
      unit: 'A',
      by: ['ratingA'] as const,
    },
  ];
}

function againstMotors(
  { practice, circuit, tables }: Study,
  { fuse, ratingA, amps }: Asked,
  motors: ReturnType<typeof motorsBehind>,
): Opinion<DeviceTold>[] {
  const largest = greatest(motors, ({ runA }) => runA);
  if (!largest || rulesOf(practice, circuit.practice) !== 'na') return [];
  const by: FigureName = fuse.part.curve === 'na-time-delay-motor' ? 'time-delay fuse at most' : 'inverse-time breaker at most';
  const { runA } = largest;
  const { ratedV } = largest.part;
  const mostA = figureOf(sizeMotor({ volts: ratedV, phases: phasesOf(largest), nameplateA: runA }, 'na', tables), by);
  const othersA = Math.max(0, amps - runA);
  if (mostA === undefined || ratingA <= mostA + othersA + 1e-9) return [];
  return [
    {
      about: [fuse.device],
      key: 'motor',
      verdict: 'look',
      told: { code: 'motor', ratingA, motor: largest.device, by, mostA, othersA },
      is: ratingA,
      limit: mostA + othersA,
      unit: 'A',
      by: ['ratingA'] as const,
    },
  ];
}

function againstWire({ exploration, tables }: Study, { fuse, ratingA }: Asked): Opinion<DeviceTold>[] {
  const { plan } = exploration;
  const node = plan.nodeAt(fuse.device.id, fuse.part.b);
  for (const { conductor, nodes } of plan.conductors) {
    if (!nodes.includes(node)) continue;
    const { size, number } = conductor;
    const mostA = 'awg' in size ? smallConductorLimit(size.awg, tables) : ampacity(size, {}, tables);
    if (mostA === undefined || ratingA <= mostA + 1e-9) continue;
    return [
      {
        about: [fuse.device],
        key: 'wire',
        verdict: 'look',
        told: { code: 'wire', ratingA, number, size, mostA },
        is: ratingA,
        limit: mostA,
        unit: 'A',
        by: ['ratingA'] as const,
      },
    ];
  }
  return [];
}
