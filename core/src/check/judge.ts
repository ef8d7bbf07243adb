import type { Device, Evidence } from '#core/circuit';
import { type Coil, familyOf } from '#core/devices';
import type { CoilExposure, ContactExposure, Exploration } from '#core/explore';
import type { PlannedPart } from '#core/network';
import { type CoilWindow, type CoilWord, coilVerdict, coilWindow, coilWord, judgePole, type Row, type Verdict, worse } from '#core/size';
import { volts } from '#core/units';

export interface CoilJudgement {
  readonly device: Device;
  readonly part: number;
  readonly coil: Coil;
  readonly window: CoilWindow | undefined;
  readonly exposure: CoilExposure;
  readonly pullInWord: CoilWord | 'unknown' | 'never called';
  readonly holdWord: string;
  readonly verdict: Verdict;
  /** one sentence: verdict, number, limit, reason */
  readonly says: string;
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

/** The coil as it sits in the circuit: worst volts when it must close, worst volts held, and the highest it ever meets. */
export function judgeCoil(planned: PlannedPart, exploration: Exploration): CoilJudgement {
  const coil = planned.part as Coil;
  const { device, index } = planned;
  const exposure = exploration.coils.get(index)!;
  const window = coilWindow(coil);
  const base = {
    device,
    part: index,
    coil,
    window,
    exposure,
    evidence: weakestEvidence(device, ['coilKind', 'coilV', 'inrushVa', 'sealedVa']),
  };
  const { pullIn, held, highest } = exposure;
  if (!window || coil.ratedV === undefined) {
    return {
      ...base,
      pullInWord: 'unknown',
      holdWord: 'unknown',
      verdict: 'cannot-clear',
      says: `${device.tag}: coil volts or kind are unknown. Read them on the coil itself; the frame does not tell.`,
    };
  }
  if (exposure.wrongKindRatio > 0.3) {
    const burns = coil.current === 'AC';
    return {
      ...base,
      pullInWord: burns ? 'burns' : 'buzzes',
      holdWord: burns ? 'burns' : 'buzzes',
      verdict: burns ? 'block' : 'danger',
      says: burns
        ? `Burns. An AC coil on DC has only its winding's ohms against the volts.`
        : `Buzzes. A DC coil on AC chatters and overheats.`,
    };
  }
  if (!pullIn)
    return {
      ...base,
      pullInWord: 'never called',
      holdWord: 'never called',
      verdict: 'look',
      says: `No input state puts volts on ${device.tag}'s coil.`,
    };
  const highWord = coilWord(coil, highest.drive);
  const tooHigh = highWord === 'burns' || (highWord === 'high' && coilVerdict(coil, pullIn.drive) === 'good');
  const judged = tooHigh ? highest : pullIn;
  const word = coilWord(coil, judged.drive)!;
  const letsGo = held !== undefined && held.drive < coil.dropOutTypicalRatio;
  const verdict = worse(coilVerdict(coil, pullIn.drive), worse(coilVerdict(coil, highest.drive), letsGo ? 'danger' : 'good'));
  const limit = tooHigh
    ? `takes at most ${volts(window.mostV)}`
    : `needs ${volts(window.mustCloseV)} (${Math.round(coil.pickUpGuaranteedRatio * 100)} % of ${coil.ratedV})`;
  const times = judged.drive >= 1.5 ? ` That is ${round(judged.drive)} × volts, ${round(judged.drive ** 2)} × power.` : '';
  return {
    ...base,
    pullInWord: word,
    verdict,
    holdWord: held === undefined ? 'never held' : letsGo ? 'lets go' : highWord === 'burns' ? 'burns' : 'holds',
    says: `${capital(word)}. ${volts(judged.volts)} at the coil; ${limit}.${times}`,
  };
}

const round = (value: number): string => (value >= 10 ? String(Math.round(value)) : String(Math.round(value * 10) / 10));
const capital = (text: string): string => text[0]!.toUpperCase() + text.slice(1);

export interface PoleJudgement {
  readonly device: Device;
  readonly part: number;
  readonly contact: string;
  readonly exposure: ContactExposure;
  readonly rows: readonly Row[];
  readonly serves: readonly string[];
  readonly verdict: Verdict;
  readonly evidence: Evidence;
}

/** The contact against what it really carries, its load class taken from the loads that stop when it opens. */
export function judgeContact(planned: PlannedPart, exploration: Exploration): PoleJudgement | undefined {
  const { device, index, part } = planned;
  const exposure = exploration.contacts.get(index);
  if (part.kind !== 'contact' || !exposure || exposure.serves.length === 0) return undefined;
  const { plan } = exploration;
  const sum = (kind: string) => exposure.serves.filter((one) => one.kind === kind).reduce((total, one) => total + one.amps, 0);
  const inrush = exposure.serves.reduce((total, { part: load, amps, kind }) => {
    const found = plan.parts[load]!.part;
    return total + (kind === 'coil' ? (found.kind === 'coil' ? amps * (found.inrushVa / found.sealedVa) : amps) : 0);
  }, 0);
  const lockedShare = exposure.serves.reduce((total, { part: load, amps, kind }) => {
    const found = plan.parts[load]!.part;
    return total + (kind === 'motor' && (found.kind === 'motor' || found.kind === 'motor3') ? (amps * found.lockedA) / found.runA : 0);
  }, 0);
  const motors = exposure.serves.some(({ kind }) => kind === 'motor');
  const rows = judgePole(part.ratings, {
    motorRunA: sum('motor'),
    motorLockedA: motors ? Math.max(exposure.startA, lockedShare * 0.9) : 0,
    resistiveA: sum('resistive'),
    lampA: sum('lamp'),
    lampInrushA: exposure.serves.reduce((total, { part: load, amps, kind }) => {
      const found = plan.parts[load]!.part;
      return total + (kind === 'lamp' && found.kind === 'load' ? amps * (found.inrushTimes ?? 12) : 0);
    }, 0),
    inputA: sum('input'),
    current: exposure.current,
    coilHeldA: sum('coil'),
    coilInrushA: inrush,
    electronicsA: sum('electronics'),
    volts: exposure.breaksV,
  });
  if (rows.length === 0) return undefined;
  return {
    device,
    part: index,
    contact: part.id,
    exposure,
    rows,
    serves: [...new Set(exposure.serves.map(({ part: load }) => plan.parts[load]!.device.tag))],
    verdict: rows.reduce<Verdict>((worst, { verdict }) => worse(worst, verdict), 'good'),
    evidence: weakestEvidence(
      device,
      ['motorA', 'lockedA', 'resistiveA', 'pilotCode', 'auxiliaryCode'].filter(
        (name) => familyOf(device).fields[name] && device.nameplate[name],
      ),
    ),
  };
}
