import { type CoilJudgement, checkStudy, type Finding, isSound, type PoleJudgement, type Study, studyOf } from '#core/check';
import type { Circuit, Device, DeviceId } from '#core/circuit';
import type { Sheet } from '#core/draw';
import { type CoilSeen, type Exploration, secondaryRatedV } from '#core/explore';
import { type Candidate, cornersOf, type Place } from '#core/fit';
import { graphOf, isWired, type PlannedPart } from '#core/graph';
import { isKind } from '#core/kinds';
import { loadLines, loadsOn, suppliesOf } from '#core/look';
import type { NetworkPlan } from '#core/network';
import type { Practice } from '#core/schools';
import { coilWindow, type Row } from '#core/size';
import { naturally, real } from '#core/units';
import {
  placeName,
  tagOf,
  tellAsks,
  tellBand,
  tellCalls,
  tellCells,
  tellCoil,
  tellFinding,
  tellFit,
  tellLoad,
  tellRating,
  tellSpare,
  tellSupply,
} from '#core/words';
import type {
  CandidateView,
  CoilStudy,
  FindingView,
  LoadView,
  NearAnswer,
  PoleStudy,
  RowView,
  SeenVolts,
  SheetView,
  StudyAnswer,
  SupplyView,
  TransformerStudy,
} from './protocol';

const EVERY = (_device: DeviceId): boolean => true;

/** The sheet with its words. */
export const sheetView = (circuit: Circuit, sheet: Sheet): SheetView => ({
  ...sheet,
  bands: sheet.bands.map((band) => ({ ...band, title: tellBand(band.name) })),
  spareWords: sheet.spare.map((one) => tellSpare(circuit, one)),
});

/** A finding with its words, as it crosses to a screen. */
export const findingView = (circuit: Circuit, finding: Finding): FindingView => ({
  ...tellFinding(circuit, finding),
  id: finding.id,
  rule: finding.rule,
  devices: finding.devices,
  verdict: finding.verdict,
  is: finding.is ?? null,
  limit: finding.limit ?? null,
  limitKind: finding.limitKind,
  unit: finding.unit,
  source: finding.source,
  evidence: finding.evidence,
  state: tellCalls(circuit, finding.calls),
  missing: finding.missing,
});

/** A row of a judgement with what is asked and what it is held against in words. */
export const rowView = (row: Row): RowView => ({ ...row, asksWords: tellAsks(row.asks), ratingWords: tellRating(row.rating) });

const seenIn = (circuit: Circuit, { volts, calls }: CoilSeen): SeenVolts => ({ volts, state: tellCalls(circuit, calls) });

function coilStudy(circuit: Circuit, judged: CoilJudgement): CoilStudy {
  const { device, window, verdict, word, hold, exposure, coil } = judged;
  return {
    device: device.id,
    window: window ?? null,
    verdict,
    word,
    holdWord: hold,
    says: tellCoil(circuit, device.tag, judged),
    pullIn: exposure.pullIn ? seenIn(circuit, exposure.pullIn) : null,
    held: exposure.held ? seenIn(circuit, exposure.held) : null,
    highest: seenIn(circuit, exposure.highest),
    inrushVa: coil.inrushVa,
    sealedVa: coil.sealedVa,
  };
}

const poleStudy = (circuit: Circuit, { device, contact, verdict, serves, rows, demand, life }: PoleJudgement): PoleStudy => ({
  device: device.id,
  contact,
  verdict,
  serves: serves.map((id) => tagOf(circuit, id)),
  rows: rows.map(rowView),
  demand,
  life: life ?? null,
});

function transformerStudies({ circuit, exploration: { plan, transformers } }: Study, isWanted = EVERY): TransformerStudy[] {
  return plan.parts.filter(isKind('transformer')).flatMap((planned) => {
    const { index, device, part } = planned;
    const seen = transformers.get(index);
    if (!seen || !isWanted(device.id)) return [];
    const { lowestAt, ...figures } = seen;
    const wired = part.primary.filter(({ mark }) => isWired(plan, device.id, mark));
    return [
      {
        ...figures,
        device: device.id,
        va: part.va ?? null,
        lowestState: tellCalls(circuit, lowestAt),
        secondaryV: secondaryRatedV(part),
        primaryV: wired.at(-1)?.volts ?? 0,
        needV: needOn(plan, planned),
        loads: [...loadsOn(plan, planned)].sort(byTag).map(({ device: own, heldVa, inrushVa }) => ({ tag: own.tag, heldVa, inrushVa })),
      },
    ];
  });
}

/** Volts that the coils on a transformer must have to close, the most of them; null where none is known. */
function needOn(plan: NetworkPlan, transformer: PlannedPart): number | null {
  const { feeders } = graphOf(plan);
  const needs = plan.parts.filter(isKind('coil')).flatMap((coil) => {
    const needV = coilWindow(coil.part)?.mustCloseV;
    return needV !== undefined && feeders(coil).includes(transformer) ? [needV] : [];
  });
  return needs.length > 0 ? Math.max(...needs) : null;
}

/** In the order in which a person looks for them: T2 before T10. What has one tag stays in its order. */
const byTag = ({ device: a }: { readonly device: Device }, { device: b }: { readonly device: Device }): number => naturally(a.tag, b.tag);

/** What comes from outside stands first. */
const rankOf = ({ is }: ReturnType<typeof suppliesOf>[number]): number => (is.code === 'mains' ? 0 : 1);

const supplyViews = ({ circuit, exploration }: Study): SupplyView[] =>
  [...suppliesOf(exploration.plan)]
    .sort((a, b) => rankOf(a) - rankOf(b) || byTag(a, b))
    .map((supply) => ({
      ...tellSupply(supply),
      device: supply.device.id,
      code: supply.is.code,
      mains: supply.is.code === 'mains' ? { volts: supply.is.volts ?? null, legs: supply.is.legs } : null,
      provider: placeName(circuit, supply.device.place),
      feeds: supply.feeds.map((id) => tagOf(circuit, id)),
    }));

const loadViews = ({ exploration }: Study): LoadView[] =>
  [...loadLines(exploration)]
    .sort(({ planned: a }, { planned: b }) => byTag(a, b))
    .map((load) => ({
      ...tellLoad(load),
      device: load.planned.device.id,
      class: load.class,
      phases: load.planned.kind.phases ?? 1,
      runA: load.runA ?? null,
      startA: load.startA ?? null,
      getsV: load.getsV ?? null,
      watts: load.watts ?? null,
    }));

/** By device, on the ends of its parts: its case is no part of it. */
function toEarth({ plan, greatestToEarth }: Study['exploration'], isWanted = EVERY): StudyAnswer['toEarthV'] {
  const most: Record<DeviceId, number> = {};
  for (const { device, firstBranch, branches } of plan.parts)
    if (isWanted(device.id))
      for (const { nodes } of plan.branches.slice(firstBranch, firstBranch + branches))
        for (const node of nodes) most[device.id] = Math.max(most[device.id] ?? 0, real(greatestToEarth, node));
  return most;
}

/** Everything that is judged of a circuit, in the words of the screens. */
export function studyView(study: Study): StudyAnswer {
  const { circuit, exploration, coils, poles } = study;
  const { statesSeen } = exploration;
  const findings = checkStudy(study);
  return {
    statesSeen,
    isSound: isSound(findings),
    coils: coils.map((one) => coilStudy(circuit, one)).sort((a, b) => naturally(tagOf(circuit, a.device), tagOf(circuit, b.device))),
    poles: poles.map((one) => poleStudy(circuit, one)),
    transformers: transformerStudies(study),
    supplies: supplyViews(study),
    loads: loadViews(study),
    findings: findings.map((one) => findingView(circuit, one)),
    toEarthV: toEarth(exploration),
  };
}

/** What is judged of one device; what the rules find takes all of the circuit. */
export function nearView(circuit: Circuit, exploration: Exploration, practice: Practice, device: DeviceId): NearAnswer {
  const isWanted = (one: DeviceId): boolean => one === device;
  const study = studyOf(circuit, exploration, practice, isWanted);
  const { coils, poles } = study;
  return {
    device,
    statesSeen: exploration.statesSeen,
    coils: coils.map((one) => coilStudy(circuit, one)),
    poles: poles.map((one) => poleStudy(circuit, one)),
    transformers: transformerStudies(study, isWanted),
    toEarthV: toEarth(exploration, isWanted),
  };
}

/** A candidate with the words of its cells, as it crosses to a screen. */
export function candidateView(
  { circuit, pairs }: Pick<Place, 'circuit' | 'pairs'>,
  { part, verdict, word, cells, mapping, exposure }: Candidate,
): CandidateView {
  const words = tellCells(circuit, part.title, cells);
  return {
    part,
    verdict,
    word: tellFit(word),
    cells: {
      coil: { ...words.coil, verdict: cells.coil.verdict },
      poles: { ...words.poles, verdict: cells.poles.verdict },
      driver: { ...words.driver, verdict: cells.driver.verdict },
      transformer: { ...words.transformer, verdict: cells.transformer.verdict },
    },
    moved: mapping.moved.map(({ from, to }) => `${from} to ${to}`),
    lost: mapping.lost,
    pullInV: exposure?.pullIn?.volts ?? null,
    heldV: exposure?.held?.volts ?? null,
    window: (mapping.coil && coilWindow(mapping.coil)) ?? null,
    corners: mapping.coil ? cornersOf(mapping.coil, pairs) : [],
  };
}
