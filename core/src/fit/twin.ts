import { type CoilOpinion, checkStudy, compareFindings, type Finding, judgeExposure, studyOf } from '#core/check';
import { applyChanges, type Circuit, type Device, type EditChange, invariant } from '#core/circuit';
import { partsOf, printed, type StockPart } from '#core/devices';
import { type Exploration, exploring, type Progress, triedWhole } from '#core/explore';
import { planNetwork } from '#core/network';
import { DEFAULT_PRACTICE, type Practice } from '#core/schools';
import { type PoleLife, type Verdict, worstVerdict } from '#core/size';
import { least, must } from '#core/units';
import { compareDeeds } from './deeds';
import { type Difference, differencesOf, isTelling } from './differences';
import { type Mapping, mapTerminals } from './mapping';
import { coilInUse } from './place';
import { replacing } from './replacing';

/** The part in hand, put into the circuit and solved in every state. */
export interface Twin {
  readonly verdict: Verdict;
  /** how many things are a danger, and how many lines differ */
  readonly dangers: number;
  readonly differing: number;
  readonly circuit: Circuit;
  readonly changes: readonly EditChange[];
  readonly mapping: Mapping;
  /** whether the circuit still does what it did */
  readonly deed: Difference;
  readonly differences: readonly Difference[];
  /** findings that the part brings with it */
  readonly brings: readonly Finding[];
  /** findings about this place that were there before and still are: a part is judged by how it stands here, whatever stood here */
  readonly stands: readonly Finding[];
  /** findings that it mends */
  readonly mends: readonly Finding[];
  /** what the coil does at each site's frequency */
  readonly at: readonly { readonly hz: number; readonly opinion: CoilOpinion; readonly volts: number | undefined }[];
  /** of the pole that wears first; undefined where a figure is missing or nothing is broken */
  readonly life: PoleLife | undefined;
  readonly statesSeen: number;
}

const isMains = (device: Device, circuit: Circuit, hz?: number): boolean =>
  partsOf(device, circuit).some(
    (part) => part.kind === 'source' && part.role === 'mains' && part.hz !== 0 && (hz === undefined || part.hz === hz),
  );

/** The same circuit fed at another frequency, every supply's volts as they are: what a travelling part would meet. */
const atFrequency = (circuit: Circuit, hz: 50 | 60): Circuit => ({
  ...circuit,
  devices: Object.fromEntries(
    Object.entries(circuit.devices).map(([id, device]) => [
      id,
      isMains(device, circuit)
        ? { ...device, nameplate: { ...device.nameplate, hz: { ...printed(String(hz)), evidence: 'assumed' as const } } }
        : device,
    ]),
  ),
});

const siteHz = (circuit: Circuit): 50 | 60 => (Object.values(circuit.devices).some((device) => isMains(device, circuit, 50)) ? 50 : 60);

/**
 * Puts the part in the device's place and judges the whole circuit again, state by state; what is worse than before is what the part brings.
 * @param options bothSites: solve at the other frequency as well
 */
export function* twinning(
  circuit: Circuit,
  device: Device,
  part: StockPart,
  before: Exploration,
  practice: Practice = DEFAULT_PRACTICE,
  { bothSites = true }: { readonly bothSites?: boolean } = {},
): Generator<Progress, Twin> {
  const wasCoil = coilInUse(before.plan, device.id);
  const met = wasCoil && before.coils.get(wasCoil.index);
  const mapping = mapTerminals(circuit, device, part, {
    volts: met && met.highest.volts > 0 ? met.highest.volts : wasCoil?.part.ratedV,
    plusAt: met?.plusAt,
  });
  const changes = replacing(circuit, device, part, mapping);
  const applied = applyChanges(circuit, changes);
  invariant(applied.ok, applied.ok ? '' : applied.problems.map(({ message }) => message).join(' '));
  const after = applied.value.circuit;
  const exploration = yield* exploring(planNetwork(after));
  const study = studyOf(after, exploration, practice);
  const { brings, mends, now } = compareFindings(checkStudy(studyOf(circuit, before, practice)), checkStudy(study));
  const isRead = !now.some(
    ({ verdict, devices, rule }) => verdict === 'cannot-clear' && rule !== 'not-tried' && devices.includes(device.id),
  );
  const isWhole = triedWhole(exploration)(device.id) && triedWhole(before)(device.id);
  // a coil that never pulled in did nothing worth keeping: what changes with the new part is then no danger but the cure
  const worked = !met || met.held !== undefined;
  const deed: Difference = isRead ? deedLine(before, exploration, worked, isWhole) : { code: 'deeds not known', verdict: 'cannot-clear' };
  const differences = differencesOf(device, part, mapping, before).map((line) => withFindings(line, brings, device));
  const stands = now.filter((one) => one.devices.includes(device.id) && !isNote(one) && !brings.includes(one));
  const told = [...brings, ...stands, deed, ...differences];
  const site = siteHz(after);
  const sites: [50 | 60, Exploration][] = [[site, exploration]];
  if (bothSites) {
    const elsewhere = site === 50 ? 60 : 50;
    sites.push([elsewhere, yield* exploring(planNetwork(atFrequency(after, elsewhere)))]);
  }
  return {
    verdict: worstVerdict(told.map(({ verdict }) => verdict)),
    dangers: told.filter(({ verdict }) => verdict === 'danger' || verdict === 'block').length,
    differing: differences.filter(isTelling).length,
    circuit: after,
    changes,
    mapping,
    deed,
    differences,
    brings,
    stands,
    mends,
    at: sites.flatMap(([hz, seen]) => {
      const coil = coilInUse(seen.plan, device.id);
      if (!coil) return [];
      const exposure = must(seen.coils.get(coil.index), 'what a coil met');
      return [{ hz, opinion: judgeExposure(coil.part, exposure), volts: exposure.pullIn?.volts }];
    }),
    life: least(
      study.poles.filter((pole) => pole.device.id === device.id).flatMap((pole) => pole.life ?? []),
      ({ operations }) => operations,
    ),
    statesSeen: exploration.statesSeen,
  };
}

/** Worth a look, and nothing that keeps a part from its place. */
const isNote = ({ verdict }: Finding): boolean => verdict === 'good' || verdict === 'look';

/** A line of the plate takes the verdict of what is found because of it. */
function withFindings(line: Difference, brings: readonly Finding[], device: Device): Difference {
  if (line.code !== 'coil') return line;
  const found = brings.filter(({ rule, devices }) => rule === 'coil-window' && devices.includes(device.id));
  return { ...line, verdict: worstVerdict([line.verdict, ...found.map(({ verdict }) => verdict)]) };
}

/** The line that says whether the circuit still does what it did. */
function deedLine(before: Exploration, after: Exploration, worked: boolean, isWhole: boolean): Difference {
  const deeds = compareDeeds(before, after);
  const isSame = deeds.lost.length + deeds.gained.length === 0;
  const verdict = !isSame && worked ? 'danger' : deeds.unasked.length > 0 ? 'look' : 'good';
  return { code: 'deeds', verdict: verdict === 'danger' || isWhole ? verdict : 'cannot-clear', deeds, worked, isPartly: !isWhole };
}
