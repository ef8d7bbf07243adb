import { type Circuit, type ConductorId, type DeviceId, deviceOf, type Point, spellPoint, spellTerminal } from '#core/circuit';
import type { Exploration } from '#core/explore';
import type { CircuitPlan } from '#core/graph';
import type { NetworkPlan } from '#core/network';
import type { Practice } from '#core/schools';
import { naturally, spellSize } from '#core/units';
import {
  between,
  figuring,
  followWire,
  type LandingPlan,
  openersOf,
  planningLandings,
  rehearsing,
  stayingLive,
  wireClasses,
  wiringDoubts,
  workingOrder,
} from '#core/wiring';
import {
  placeName,
  tagOf,
  tellBetween,
  tellHarm,
  tellHop,
  tellLiveStage,
  tellOhms,
  tellRehearsed,
  tellStillLive,
  tellWireClass,
  tellWiringDoubt,
  VARIANT_FIGURES,
} from '#core/words';
import type { Answering } from './progress';
import type {
  BetweenAnswer,
  FollowAnswer,
  LandingAnswer,
  RehearseAnswer,
  RehearseAsk,
  StaysLiveAnswer,
  VariantAnswer,
  WireEndView,
  WireRowView,
  WiringAnswer,
} from './protocol';

/** Every wire in the order in which it is landed, with what it is by its volts, and what is doubtful about the wiring. */
export function wiringView(exploration: Exploration, practice: Practice): WiringAnswer {
  const { circuit } = exploration.plan;
  const classes = wireClasses(exploration);
  const doubts = wiringDoubts(exploration, practice);
  const rows = workingOrder(exploration, practice).flatMap((id): WireRowView[] => {
    const wire = circuit.conductors[id];
    const of = classes.get(id);
    if (!wire || !of) return [];
    return [{ ...plainRow(circuit, wire), words: tellWireClass(of), mostV: of.mostV, amps: of.amps }];
  });
  return {
    rows,
    doubts: doubts.map((doubt) => ({
      ...tellWiringDoubt(circuit, doubt),
      verdict: doubt.verdict,
      wires: doubt.wires,
      device: doubt.device ?? null,
      source: doubt.source,
    })),
    openers: openersOf(circuit).map(({ id, tag, title }) => ({ device: id, words: tag === title ? tag : `${tag} ${title}` })),
    statesSeen: exploration.statesSeen,
    isWhole: exploration.untried.length === 0,
  };
}

/** A wire as the document has it; what it meets is not known. */
function plainRow(circuit: Circuit, wire: Circuit['conductors'][ConductorId]): WireRowView {
  const cable = wire.cable === null ? undefined : circuit.cables[wire.cable];
  return {
    conductor: wire.id,
    number: wire.number,
    ends: [endView(circuit, wire.ends[0]), endView(circuit, wire.ends[1])],
    words: '',
    mostV: null,
    amps: null,
    size: spellSize(wire.size),
    colour: wire.colour,
    insulationV: wire.insulationV,
    cable: cable?.tag ?? null,
    core: wire.core,
    lengthM: typeof wire.lengthM.value === 'number' ? wire.lengthM.value : null,
    ferrules: [wire.landings[0].ferrule, wire.landings[1].ferrule],
  };
}

/** Every wire as the document has it, by its number: what can be shown before the circuit was looked at. */
export const plainRows = (circuit: Circuit): readonly WireRowView[] =>
  Object.values(circuit.conductors)
    .sort((a, b) => naturally(a.number, b.number))
    .map((wire) => plainRow(circuit, wire));

function endView(circuit: Circuit, end: Circuit['conductors'][string]['ends'][number]): WireEndView {
  if (!end) return { terminal: null, spelled: 'loose', place: '' };
  const device = circuit.devices[deviceOf(end)];
  return { terminal: end, spelled: spellTerminal(circuit, end), place: device ? placeName(circuit, device.place) : '' };
}

/** The plan of landings with its words. */
export function* landingView(exploration: Exploration, practice: Practice, later: readonly ConductorId[]): Answering<LandingAnswer> {
  const plan: LandingPlan = yield* planningLandings(exploration, practice, later);
  const { circuit } = exploration.plan;
  return {
    dead: plan.dead.map((stage) => ({
      wires: stage.wires,
      words: tellWireClass(stage.class),
      red: stage.red,
      black: stage.black,
      redSpelled: spellTerminal(circuit, stage.red),
      blackSpelled: spellTerminal(circuit, stage.black),
      ohms: Number.isFinite(stage.ohms) ? stage.ohms : null,
      expects: tellOhms(stage.ohms),
      masked: stage.masked,
      ifPowered: stage.ifPowered.map(({ harm }) => tellHarm(circuit, harm)),
    })),
    live: plan.live.map((stage) => ({ ...tellLiveStage(circuit, stage), volts: stage.code === 'volts' ? stage.volts : null })),
    loose: plan.loose,
    heldBack: plan.heldBack,
  };
}

/** What every likely mishap would do, with its words, the worst first. */
export function* rehearseView(plan: NetworkPlan, { cable, device }: RehearseAsk): Answering<RehearseAnswer> {
  const of = cable !== null ? { cable } : device !== null ? { device } : undefined;
  const all = yield* rehearsing(plan.circuit, of);
  const rank = { immediate: 0, latent: 1, shows: 2, harmless: 3 } as const;
  return {
    rehearsed: all
      .toSorted((a, b) => rank[a.outcome] - rank[b.outcome])
      .map((one) => ({
        ...tellRehearsed(plan, one),
        how: one.mishap.how,
        why: one.mishap.why,
        ends: one.mishap.ends,
        wires: one.mishap.wires,
      })),
  };
}

/** What stays live with some devices open, device by device. */
export function* staysLiveView(circuit: Circuit, opened: readonly DeviceId[]): Answering<StaysLiveAnswer> {
  const { live, statesSeen, untried } = yield* stayingLive(circuit, opened);
  return {
    live: live.map((one) => ({
      terminal: one.terminal,
      spelled: spellTerminal(circuit, one.terminal),
      device: tagOf(circuit, deviceOf(one.terminal)),
      isHot: one.isHot,
      volts: one.volts,
      words: tellStillLive(circuit, one),
    })),
    statesSeen,
    untried,
  };
}

/** Whether two points share a node, in words. */
export function betweenView(plan: CircuitPlan, a: Point, b: Point): BetweenAnswer {
  const found = between(plan, a, b);
  return { is: found.is, words: tellBetween(plan.circuit, spellPoint(plan.circuit, a), spellPoint(plan.circuit, b), found) };
}

/** The whole way of a wire, in words. */
export function followView(plan: CircuitPlan, wire: ConductorId): FollowAnswer {
  const { circuit } = plan;
  const { start, hops, ends } = followWire(plan, wire);
  return {
    start: start && { terminal: start, spelled: spellTerminal(circuit, start) },
    hops: hops.map((hop) => ({
      words: tellHop(circuit, hop),
      wire: 'wire' in hop.by ? hop.by.wire : null,
      terminal: hop.to,
      spelled: hop.to ? spellTerminal(circuit, hop.to) : 'loose',
      branch: hop.branch,
    })),
    ends: ends.map((terminal) => spellTerminal(circuit, terminal)),
  };
}

/** Two ways of building a circuit against each other: every likely mishap of both is solved for it. */
export function* variantView(here: Circuit, there: Circuit): Answering<VariantAnswer> {
  const own = yield* figuring(here);
  const other = yield* figuring(there);
  return { figures: VARIANT_FIGURES.map(([name, words]) => ({ words, here: own[name], there: other[name] })) };
}
