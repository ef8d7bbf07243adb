import { checkStudy, studyOf } from '#core/check';
import { type Circuit, type DeviceId, deviceOf, isLooseEnd, type Point, spellPoint, type TerminalId } from '#core/circuit';
import type { StockPart } from '#core/devices';
import { layoutPaths } from '#core/draw';
import { type Exploration, explore, secondaryOf } from '#core/explore';
import { listSuspects } from '#core/find';
import { floatingNodes, type NetworkPlan, planNetwork } from '#core/network';
import { createRig, frameAt, type Rig, RUNNING, runLog, STARTING, settleMoment, sightOf, type Trace, whyNotOn } from '#core/sequence';
import { DEFAULT_PRACTICE, type Practice } from '#core/size';
import { answerFind, forgetPredictions } from './findAnswers';
import { createPlaces } from './placeAnswers';
import type { PartView, PointView, Questions, QuestionType } from './protocol';
import { takeReading } from './reading';
import { loadsOfCircuit, suppliesOf } from './supplyAnswers';
import { timelineOf } from './timeline';

/** The circuit on the bench as it really is, and its healthy twin to say what should be read. */
interface OnBench {
  readonly circuit: Circuit;
  readonly plan: NetworkPlan;
  readonly real: Rig;
  readonly healthy: Rig;
  readonly trace: Trace;
  readonly healthyTrace: Trace;
}

type Desk = { [T in QuestionType]: (ask: Questions[T]['ask']) => Questions[T]['answer'] };

/** Answers every question of the protocol. It keeps the last circuit and run, nothing of the person. */
export function createBench(): Desk {
  let circuit: Circuit | undefined;
  let plan: NetworkPlan | undefined;
  let on: OnBench | undefined;
  let practice: Practice = DEFAULT_PRACTICE;
  let stock: readonly StockPart[] = [];
  let explored: Exploration | undefined;
  const places = createPlaces();
  const need = <T>(value: T | undefined): T => {
    if (value === undefined) throw new Error('The worker was asked before it had a circuit.');
    return value;
  };
  return {
    circuit({ document, practice: asked }) {
      circuit = document;
      practice = asked;
      explored = undefined;
      places.forget();
      plan = planNetwork(document);
      on = undefined;
      forgetPredictions();
      const faults = listSuspects(plan).flatMap(({ fault, words }) =>
        fault
          ? [{ fault, words, device: 'device' in fault ? fault.device : null, conductor: 'conductor' in fault ? fault.conductor : null }]
          : [],
      );
      return {
        sheet: layoutPaths(document),
        faults,
        points: plan.points.map((point) => ({
          point,
          spelled: spellPoint(document, point),
          device: isLooseEnd(point) ? null : deviceOf(point as TerminalId),
        })),
      };
    },
    run({ log, faults }) {
      const [now, document] = [need(plan), need(circuit)];
      const real = createRig(now, faults);
      const healthy = createRig(now);
      const trace = runLog(real, log);
      on = { circuit: document, plan: now, real, healthy, trace, healthyTrace: faults.length === 0 ? trace : runLog(healthy, log) };
      return timelineOf(now, trace, log);
    },
    look({ atMs, red, black, mode, clamp, device }) {
      const { real, trace, plan: now, healthy, healthyTrace, circuit: document } = need(on);
      const frame = frameAt(trace, atMs);
      settleMoment(real, frame.moment);
      const reading = takeReading(
        document,
        { rig: real, moment: frame.moment },
        { rig: healthy, moment: frameAt(healthyTrace, atMs).moment },
        { red, black, mode, clamp },
      );
      settleMoment(real, frame.moment);
      const parts = Object.fromEntries(
        now.parts.map((planned) => [`${planned.device.id}:${planned.part.id}`, partView(real, planned.index, frame)]),
      );
      const chosen =
        device === null
          ? undefined
          : now
              .partsIn(device)
              .find(
                ({ part }) =>
                  part.kind === 'coil' || part.kind === 'motor' || part.kind === 'motor3' || part.kind === 'load' || part.kind === 'travel',
              );
      const why =
        chosen && !parts[`${chosen.device.id}:${chosen.part.id}`]!.isOn && chosen.part.kind !== 'motor3'
          ? whyNotOn(real, frame, chosen.index, atMs)
          : [];
      const transformer = device === null ? undefined : now.partsIn(device).find(({ part }) => part.kind === 'transformer');
      return {
        parts,
        reading,
        points: pointViews(now, real),
        conductorA: Object.fromEntries(
          now.conductors.map(({ conductor, branch }) => [
            conductor.id,
            Math.hypot(...real.nets.map((net) => Math.hypot(net.yRe[branch]!, net.yIm[branch]!) * Math.hypot(...diff(net, branch)))),
          ]),
        ),
        why: why.map(({ words, endsAtMs, device: of }) => ({ words, endsAtMs: endsAtMs ?? null, device: of ?? null })),
        stillHot: stillHot(document, now, real),
        secondary: transformer ? secondaryOf(real, transformer.index) : null,
      };
    },
    study() {
      explored ??= explore(need(circuit), [], need(plan));
      const exploration = explored;
      const study = studyOf(need(circuit), exploration, practice);
      const { plan: now } = exploration;
      return {
        statesSeen: exploration.statesSeen,
        coils: study.coils.map(({ device, window, verdict, pullInWord, holdWord, says, exposure, coil }) => ({
          device: device.id,
          window: window ?? null,
          verdict,
          word: pullInWord,
          holdWord,
          says,
          pullIn: exposure.pullIn ?? null,
          held: exposure.held ?? null,
          highest: exposure.highest,
          inrushVa: coil.inrushVa,
          sealedVa: coil.sealedVa,
        })),
        poles: study.poles.map(({ device, contact, verdict, serves, rows, demand, life }) => ({
          device: device.id,
          contact,
          verdict,
          serves,
          rows,
          demand,
          life: life ?? null,
        })),
        transformers: [...exploration.transformers].map(([index, seen]) => {
          const { device, part } = now.parts[index]!;
          const wound = part.kind === 'transformer' ? part : undefined;
          const wired = wound?.primary.filter(({ mark }) =>
            now.conductors.some(({ conductor }) => conductor.ends.includes(`${device.id}:${mark}` as never)),
          );
          return {
            device: device.id,
            va: wound?.va ?? null,
            ...seen,
            secondaryV: wound?.secondary.at(-1)?.volts ?? 0,
            primaryV: wired?.at(-1)?.volts ?? 0,
            loads: loadsOf(now, device.id),
          };
        }),
        supplies: suppliesOf(now),
        loads: loadsOfCircuit(exploration),
        findings: checkStudy(study),
        greatestToEarth: Object.fromEntries(now.points.map((point) => [point, exploration.greatestToEarth[now.nodeOf(point)]!])),
      };
    },
    find: (ask) => answerFind(need(circuit), need(plan), ask, practice),
    stock({ parts }) {
      stock = parts;
      places.forgetLists();
      return { count: parts.length };
    },
    place: (ask) =>
      places.answer(ask, need(circuit), practice, stock, explored, on && { rig: on.real, moment: frameAt(on.trace, ask.atMs).moment }),
    twin: ({ device, part }) => {
      explored ??= explore(need(circuit), [], need(plan));
      return places.twin(need(circuit), device, part, explored, practice);
    },
  };
}

const diff = (net: Rig['nets'][number], branch: number): [number, number] => {
  const [a, b] = net.places[branch]!.nodes as [number, number];
  return [(net.vRe[a] ?? 0) - (net.vRe[b] ?? 0), (net.vIm[a] ?? 0) - (net.vIm[b] ?? 0)];
};

function partView(rig: Rig, index: number, frame: ReturnType<typeof frameAt>): PartView {
  const { part } = rig.plan.parts[index]!;
  const { volts, amps, mode, fault } = sightOf(rig, index, frame.moment);
  const isClosed =
    part.kind === 'contact'
      ? (mode === 1 && fault !== 'stuckOpen') || fault === 'welded'
      : part.kind === 'fuse'
        ? !(mode === 1 && part.trip === 'own') && fault !== 'blown'
        : part.kind === 'series-timer'
          ? mode === 2 || fault === 'shorted'
          : true;
  const isOn =
    part.kind === 'coil'
      ? mode === 1
      : part.kind === 'motor' || part.kind === 'motor3'
        ? mode === RUNNING || mode === STARTING
        : part.kind === 'load'
          ? part.ratedV !== undefined && volts >= 0.5 * part.ratedV
          : part.kind === 'electronics'
            ? mode === 2
            : part.kind === 'travel'
              ? volts > 0.5 * (part.ratedV ?? 1)
              : part.kind === 'series-timer'
                ? mode === 2
                : false;
  return { volts, amps, mode, isOn, isClosed, dueMs: frame.due.find((due) => due.part === index)?.atMs ?? null };
}

const HOT_AC_V = 30;
const HOT_DC_V = 60;
const TIED_V = 1;

function pointViews(plan: NetworkPlan, rig: Rig): Record<Point, PointView> {
  const floating = rig.nets[0] ? floatingNodes(plan, rig.nets[0]) : new Uint8Array(plan.nodeCount);
  return Object.fromEntries(
    plan.points.map((point) => {
      const node = plan.nodeOf(point);
      const at = (dc: boolean) =>
        Math.hypot(...rig.nets.filter(({ hz }) => (hz === 0) === dc).map((net) => Math.hypot(net.vRe[node]!, net.vIm[node]!)), 0);
      const [ac, dc] = [at(false), at(true)];
      const is = floating[node] ? 'floating' : ac > HOT_AC_V || dc > HOT_DC_V ? 'hot' : Math.hypot(ac, dc) > TIED_V ? 'live' : 'tied';
      return [point, { is, volts: Math.hypot(ac, dc) }];
    }),
  );
}

/** What is still hot, by device, for the words beside the power switch; other owners' supplies are said to stay on. */
function stillHot(circuit: Circuit, plan: NetworkPlan, rig: Rig): string[] {
  const views = pointViews(plan, rig);
  const byDevice = new Map<DeviceId, string[]>();
  for (const point of plan.points) {
    if (isLooseEnd(point) || views[point]!.is !== 'hot') continue;
    const device = deviceOf(point as TerminalId);
    byDevice.set(device, [...(byDevice.get(device) ?? []), point.slice(point.indexOf(':') + 1)]);
  }
  return [
    ...[...byDevice].map(([device, marks]) => `${circuit.devices[device]?.tag} ${marks.join(', ')}`).sort(),
    ...circuit.powerSwitch.staysOn.map((device) => `${circuit.devices[device]?.tag} has a supply of its own`),
  ];
}

/** Coils and electronics rated for a transformer's secondary volts: what may hang on it. */
function loadsOf(plan: NetworkPlan, transformer: DeviceId): { tag: string; heldVa: number; inrushVa: number }[] {
  const own = plan.partsIn(transformer).find(({ part }) => part.kind === 'transformer')?.part;
  const rated = own?.kind === 'transformer' ? own.secondary.at(-1)!.volts : 0;
  return plan.parts.flatMap(({ part, device }) => {
    if (part.kind === 'coil' && part.ratedV === rated) return [{ tag: device.tag, heldVa: part.sealedVa, inrushVa: part.inrushVa }];
    if (part.kind === 'electronics' && part.ratedV === rated) return [{ tag: device.tag, heldVa: part.va, inrushVa: part.va }];
    if (part.kind === 'load' && part.ratedV === rated) return [{ tag: device.tag, heldVa: part.va, inrushVa: part.va }];
    return [];
  });
}
