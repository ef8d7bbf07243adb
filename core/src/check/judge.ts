import type { Device, Evidence } from '#core/circuit';
import { type Coil, type Contact, familyOf, type Part } from '#core/devices';
import type { CoilExposure, ContactExposure, Exploration } from '#core/explore';
import type { NetworkPlan, PlannedPart } from '#core/network';
import {
  type CoilWindow,
  type CoilWord,
  coilVerdict,
  coilWindow,
  coilWord,
  judgePole,
  type PoleDemand,
  type PoleLife,
  poleLife,
  type Row,
  type Tables,
  type Verdict,
  worse,
  worstVerdict,
} from '#core/size';
import { capital, volts } from '#core/units';
import { COIL_ILLS, type CoilIll } from './coilIlls';

export interface CoilOpinion {
  readonly window: CoilWindow | undefined;
  readonly pullInWord: CoilWord | CoilIll['word'] | 'unknown' | 'never called';
  readonly holdWord: string;
  readonly verdict: Verdict;
  /** verdict, number, limit, reason: the word, and why */
  readonly says: string;
  readonly why: string;
  /** it is not a matter of more or fewer volts */
  readonly ill?: CoilIll;
}

export interface CoilJudgement extends CoilOpinion {
  readonly device: Device;
  readonly part: number;
  readonly coil: Coil;
  readonly exposure: CoilExposure;
  readonly evidence: Evidence;
}

const weakness: readonly Evidence[] = ['print', 'measured', 'assumed', 'unknown'];

/** The weakest evidence among the fields used; a typical value standing in for an unknown field is assumed. */
export function weakestEvidence(device: Device, fields: readonly string[]): Evidence {
  const facts = familyOf(device).fields;
  return fields
    .map((name): Evidence => {
      const given = device.nameplate[name];
      if (given && given.value !== null && given.evidence !== 'unknown') return given.evidence;
      return facts[name]?.typical ? 'assumed' : 'unknown';
    })
    .reduce((weak, one) => (weakness.indexOf(one) > weakness.indexOf(weak) ? one : weak), 'print');
}

/** A coil against what it meets: worst volts when it must close, worst volts held, and the highest it ever meets. */
export function judgeExposure(tag: string, coil: Coil, exposure: CoilExposure): CoilOpinion {
  const window = coilWindow(coil);
  const { pullIn, held, highest } = exposure;
  if (!window || coil.ratedV === undefined || (coil.current === 'AC' && coil.hz === undefined))
    return {
      window,
      pullInWord: 'unknown',
      holdWord: 'unknown',
      verdict: 'cannot-clear',
      ...saying(
        undefined,
        coil.halves === 'unknown'
          ? `${tag}: the coil has two halves. See whether they are joined in series, for the high volts, or in parallel, for the low ones.`
          : `${tag}: coil volts, kind or frequency unknown. Read them on the coil itself; the frame does not tell.`,
      ),
    };
  const ill = COIL_ILLS.find(({ isSo }) => isSo(coil, exposure));
  if (ill) {
    const { word, verdict } = ill;
    return { window, pullInWord: word, holdWord: word, verdict, ...saying(word, ill.why(exposure)), ill };
  }
  if (!pullIn)
    return {
      window,
      pullInWord: 'never called',
      holdWord: 'never called',
      verdict: 'look',
      ...saying(undefined, `No input state puts volts on ${tag}'s coil.`),
    };
  const highWord = coilWord(coil, highest.drive);
  const tooHigh = highWord === 'burns' || (highWord === 'high' && coilVerdict(coil, pullIn.drive) === 'good');
  const judged = tooHigh ? highest : pullIn;
  const word = coilWord(coil, judged.drive)!;
  const letsGo = coil.latch === undefined && held !== undefined && held.drive < coil.dropOutTypicalRatio;
  const verdict = worse(coilVerdict(coil, pullIn.drive), worse(coilVerdict(coil, highest.drive), letsGo ? 'danger' : 'good'));
  const limit = tooHigh
    ? `takes at most ${volts(window.mostV)}`
    : `needs ${volts(window.mustCloseV)} (${Math.round(coil.pickUpGuaranteedRatio * 100)} % of ${coil.ratedV})`;
  const times = judged.drive >= 1.5 ? ` That is ${round(judged.drive)} × volts, ${round(judged.drive ** 2)} × power.` : '';
  return {
    window,
    pullInWord: word,
    verdict,
    holdWord: held === undefined ? 'never held' : letsGo ? 'lets go' : highWord === 'burns' ? 'burns' : 'holds',
    ...saying(word, `${volts(judged.volts)} at the coil; ${limit}.${times}`),
  };
}

/** What leaks to a coil that nothing calls: worth a look where it must have let go by then, a danger where it as a rule stays in. */
export function judgeLeak(coil: Coil, { leak }: CoilExposure): Verdict {
  if (coil.latch !== undefined || !leak || leak.drive <= coil.mustReleaseRatio) return 'good';
  return leak.drive >= coil.dropOutTypicalRatio ? 'danger' : 'look';
}

/** The coil as it sits in the circuit. */
export function judgeCoil(planned: PlannedPart, exploration: Exploration): CoilJudgement {
  const coil = planned.part as Coil;
  const { device, index } = planned;
  const exposure = exploration.coils.get(index)!;
  return {
    device,
    part: index,
    coil,
    exposure,
    evidence: weakestEvidence(device, ['coilKind', 'coilV', 'inrushVa', 'sealedVa', ...(coil.pulseOnly ? ['coilDuty'] : [])]),
    ...judgeExposure(device.tag, coil, exposure),
  };
}

const round = (value: number): string => (value >= 10 ? String(Math.round(value)) : String(Math.round(value * 10) / 10));
const saying = (word: string | undefined, why: string): Pick<CoilOpinion, 'says' | 'why'> => ({
  why,
  says: word === undefined ? why : `${capital(word)}. ${why}`,
});

export interface PoleJudgement {
  readonly device: Device;
  readonly part: number;
  readonly contact: string;
  readonly exposure: ContactExposure;
  readonly demand: PoleDemand;
  readonly rows: readonly Row[];
  readonly serves: readonly string[];
  readonly verdict: Verdict;
  readonly evidence: Evidence;
  /** undefined where a figure is missing or nothing is broken */
  readonly life: PoleLife | undefined;
}

/** Held and pull-in amps of a coil that stands in for the one behind a contact. */
export type Instead = ReadonlyMap<number, { readonly heldA: number; readonly inrushA: number }>;

/** What is asked of a contact, load class by load class, taken from the loads that stop when it opens. */
export function demandOf(exposure: ContactExposure, plan: NetworkPlan, instead: Instead = new Map()): PoleDemand {
  const part = (index: number): Part => plan.parts[index]!.part;
  const sum = (kind: string) => exposure.serves.filter((one) => one.kind === kind).reduce((total, one) => total + one.amps, 0);
  const overServed = (kind: string, share: (load: Part, amps: number, index: number) => number) =>
    exposure.serves.reduce((total, one) => total + (one.kind === kind ? share(part(one.part), one.amps, one.part) : 0), 0);
  const lockedA = overServed('motor', (load, amps) =>
    load.kind === 'motor' || load.kind === 'motor3' ? (amps * load.lockedA) / load.runA : 0,
  );
  return {
    motorRunA: sum('motor'),
    motorLockedA: lockedA > 0 ? Math.max(exposure.startA, lockedA * 0.9) : 0,
    resistiveA: sum('resistive'),
    lampA: sum('lamp'),
    lampInrushA: overServed('lamp', (load, amps) => (load.kind === 'load' ? amps * (load.inrushTimes ?? 12) : 0)),
    coilHeldA: overServed('coil', (_, amps, index) => instead.get(index)?.heldA ?? amps),
    coilInrushA: overServed(
      'coil',
      (load, amps, index) => instead.get(index)?.inrushA ?? (load.kind === 'coil' ? amps * (load.inrushVa / load.sealedVa) : amps),
    ),
    electronicsA: sum('electronics'),
    inputA: sum('input'),
    volts: exposure.breaksV,
    current: exposure.current,
  };
}

/** The contact against what it really carries. */
export function judgeContact(planned: PlannedPart, exploration: Exploration, tables?: Tables): PoleJudgement | undefined {
  const { device, index, part } = planned;
  const exposure = exploration.contacts.get(index);
  if (part.kind !== 'contact' || !exposure || exposure.serves.length === 0) return undefined;
  const demand = demandOf(exposure, exploration.plan);
  const rows = judgePole((part as Contact).ratings, demand, tables);
  if (rows.length === 0) return undefined;
  return {
    device,
    part: index,
    contact: part.id,
    exposure,
    demand,
    rows,
    serves: [...new Set(exposure.serves.map(({ part: load }) => exploration.plan.parts[load]!.device.tag))],
    verdict: worstVerdict(rows.map(({ verdict }) => verdict)),
    evidence: weakestEvidence(device, ratingFields(device)),
    // an isolator is not worked at the job's starts an hour
    life: part.symbol === 'isolator' ? undefined : poleLife(rows, tables),
  };
}

const ratingFields = (device: Device): string[] =>
  Object.entries(familyOf(device).fields).flatMap(([name, facts]) => (facts.optional && device.nameplate[name] ? [name] : []));
