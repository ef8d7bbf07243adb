import type { Device, Evidence } from '#core/circuit';
import type { FieldName } from '#core/devices';
import type { CoilExposure, CoilSeen, Exploration } from '#core/explore';
import type { PlannedPart } from '#core/graph';
import type { Coil } from '#core/kinds';
import { COIL_ILLS, type CoilIll, type CoilWindow, type CoilWord, coilWindow, judgeDrive, type Verdict, worse } from '#core/size';
import { must } from '#core/units';
import { weakestEvidence } from './evidence';

/** Why a coil is judged as it is: one of its ills, volts against one end of its window, or what nobody knows. */
type CoilReason =
  | { readonly code: 'unread' | 'halves not read' | 'never called' }
  | { readonly code: CoilIll }
  | {
      readonly code: 'low' | 'high' | 'lets go';
      readonly volts: number;
      readonly limitV: number;
      readonly ratedV: number;
      readonly drive: number;
      readonly pickUpRatio: number;
    };

export interface CoilOpinion {
  readonly window: CoilWindow | undefined;
  /** what it does when it is called */
  readonly word: CoilWord | (typeof COIL_ILLS)[CoilIll]['does'] | 'unknown' | 'never called' | 'lets go';
  /** what it does once it is in */
  readonly hold: 'holds' | 'lets go' | 'never held' | (typeof COIL_ILLS)[CoilIll]['does'] | 'unknown' | 'never called';
  readonly verdict: Verdict;
  readonly reason: CoilReason;
  /** the state that decided, where one did */
  readonly seen: CoilSeen | undefined;
  /** states were left out that might be worse */
  readonly isPartly?: boolean;
}

export interface CoilJudgement extends CoilOpinion {
  readonly device: Device;
  readonly part: number;
  readonly coil: Coil;
  readonly exposure: CoilExposure;
  readonly evidence: Evidence;
}

/** Less than this share of rated volts, wasted or reversed, is a ghost or a leak. */
const TELLING = 0.3;

/** The first that is so counts. */
const IS_SO: Readonly<Record<CoilIll, (coil: Coil, exposure: CoilExposure) => boolean>> = {
  'half reversed': ({ halves }, { wastedRatio }) => halves === 'opposed' && wastedRatio > TELLING,
  'AC coil on DC burns': ({ current }, { wastedRatio }) => current === 'AC' && wastedRatio > TELLING,
  'polarized coil on AC': ({ plus }, { wastedRatio }) => plus !== undefined && wastedRatio > TELLING,
  'DC coil on AC': (_, { wastedRatio }) => wastedRatio > TELLING,
  'coil reversed': (_, { reversedRatio }) => reversedRatio > TELLING,
  'pulse coil held': ({ pulseOnly, dropOutTypicalRatio }, { rest }) =>
    pulseOnly === true && rest !== undefined && rest.drive >= dropOutTypicalRatio,
};
const ILLS = Object.keys(COIL_ILLS) as CoilIll[];

const burnsAtOnce = (coil: Coil, { highest }: CoilExposure): boolean =>
  judgeDrive(coil, highest.drive, 'nominal', highest.volts)?.word === 'burns';

/** A coil against what it meets: worst volts when it must close, worst volts held, and the highest it ever meets. */
export function judgeExposure(coil: Coil, exposure: CoilExposure): CoilOpinion {
  const window = coilWindow(coil);
  const { ratedV } = coil;
  if (!window || ratedV === undefined)
    return {
      window,
      word: 'unknown',
      hold: 'unknown',
      verdict: 'cannot-clear',
      reason: { code: coil.halves === 'unknown' ? 'halves not read' : 'unread' },
      seen: undefined,
    };
  const ill = ILLS.find((one) => IS_SO[one](coil, exposure));
  // volts that burn it in one pulse come before a pulse that does not end
  if (ill && !(ill === 'pulse coil held' && burnsAtOnce(coil, exposure))) {
    const { does, verdict } = COIL_ILLS[ill];
    return { window, word: does, hold: does, verdict, reason: { code: ill }, seen: ill === 'pulse coil held' ? exposure.rest : undefined };
  }
  const { pullIn, held, highest } = exposure;
  if (!pullIn)
    return {
      window,
      word: 'never called',
      hold: 'never called',
      verdict: 'cannot-clear',
      reason: { code: 'never called' },
      seen: undefined,
    };
  const judge = ({ drive, volts }: CoilSeen) => must(judgeDrive(coil, drive, 'nominal', volts), 'what a coil with a window does');
  const [low, high] = [judge(pullIn), judge(highest)];
  const tooHigh = high.word === 'burns' || (high.word === 'high' && (low.verdict === 'good' || low.word === 'high'));
  const letsGo = coil.latch === undefined && held !== undefined && held.drive < coil.dropOutTypicalRatio;
  // a coil that pulls in as it must and is then let down is told by its held volts
  const falls = letsGo && low.verdict === 'good' && !tooHigh;
  const seen = tooHigh ? highest : falls ? held : pullIn;
  return {
    window,
    word: tooHigh ? high.word : falls ? 'lets go' : low.word,
    hold: held === undefined ? 'never held' : letsGo ? 'lets go' : high.word === 'burns' ? 'burns' : 'holds',
    verdict: worse(low.verdict, worse(high.verdict, letsGo ? 'danger' : 'good')),
    reason: {
      code: tooHigh ? 'high' : falls ? 'lets go' : 'low',
      volts: seen.volts,
      limitV: tooHigh ? window.mostV : falls ? window.letsGoNearV : window.mustCloseV,
      ratedV,
      drive: seen.drive,
      pickUpRatio: coil.pickUpGuaranteedRatio,
    },
    seen,
  };
}

/** What leaks to a coil that nothing calls: worth a look where it must have let go by then, a danger where it as a rule stays in. */
export function judgeLeak(coil: Coil, { leak }: Pick<CoilExposure, 'leak'>): Verdict {
  if (coil.latch !== undefined || !leak || leak.drive <= coil.mustReleaseRatio) return 'good';
  return leak.drive >= coil.dropOutTypicalRatio ? 'danger' : 'look';
}

/** What was not tried is not cleared: a good opinion of some states is no good opinion of all. */
export const held = <O extends { readonly verdict: Verdict }>(opinion: O, isWhole: boolean): O =>
  isWhole || (opinion.verdict !== 'good' && opinion.verdict !== 'look') ? opinion : { ...opinion, verdict: 'cannot-clear', isPartly: true };

/** The coil as it sits in the circuit. */
export function judgeCoil(planned: PlannedPart & { readonly part: Coil }, { coils, plan }: Exploration, isWhole: boolean): CoilJudgement {
  const { device, index, part: coil } = planned;
  const exposure = must(coils.get(index), 'what a coil met');
  const fields: FieldName[] = ['coilKind', 'coilV', 'inrushVa', 'sealedVa', ...(coil.pulseOnly ? (['coilDuty'] as const) : [])];
  return {
    device,
    part: index,
    coil,
    exposure,
    evidence: weakestEvidence(device, fields, plan.circuit),
    ...held(judgeExposure(coil, exposure), isWhole),
  };
}
