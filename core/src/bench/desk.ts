import { checkStudy, studyOf } from '#core/check';
import { type Circuit, type Device, type DeviceId, deviceOf, isTerminal, spellPoint } from '#core/circuit';
import type { StockPart } from '#core/devices';
import { layingOut, layingTerminals, type TerminalSheet } from '#core/draw';
import { type Exploration, exploring, scopeOn } from '#core/explore';
import { type Predictions, predicting } from '#core/find';
import { mending } from '#core/mend';
import { faultsOf, type NetworkPlan, planNetwork } from '#core/network';
import { DEFAULT_PRACTICE, type Practice } from '#core/schools';
import { createRig, createRunner, frameAt } from '#core/sequence';
import { tellMend, tellSuspect } from '#core/words';
import { findView } from './find';
import { lookView, type OnBench } from './look';
import { mountingView } from './mounting';
import { createPlaces, twinView } from './place';
import type { Answering } from './progress';
import type { NearAnswer, Questions, QuestionType, SheetAnswer } from './protocol';
import { runView } from './run';
import { type Shared, sharing } from './sharing';
import { nearView, sheetView, studyView } from './views';
import { betweenView, followView, landingView, rehearseView, staysLiveView, variantView, wiringView } from './wiring';

/** Answers every question of the protocol, step by step. */
export type Desk = { readonly [T in QuestionType]: (ask: Questions[T]['ask']) => Answering<Questions[T]['answer']> };

/** What stands on the desk while one circuit does. */
interface OnDesk {
  readonly circuit: Circuit;
  readonly plan: NetworkPlan;
  readonly practice: Practice;
  /** a run is kept with the faults it was made for, and goes on where a new log parts from it */
  runner: { readonly key: string; readonly real: Runner; readonly healthy: Runner } | undefined;
  bench: OnBench | undefined;
  readonly explored: Shared<Exploration>;
  /** what was last explored of this circuit or the one before an edit: how many states, and how every group is called in its extremes */
  readonly last: Pick<Exploration, 'statesSeen' | 'extremes'> | undefined;
  terminals: { readonly key: string; readonly sheet: TerminalSheet } | undefined;
  readonly predictions: Map<number, Predictions>;
}

type Runner = ReturnType<typeof createRunner> & { readonly rig: ReturnType<typeof createRig> };

/** States times parts that are judged before anybody waits. */
const QUICK_WORK = 4000;
/** And the most that one device may take before the rest. */
const NEAR_WORK = 40_000;

/** Stops what was asked with something wrong in it; said as it stands. */
export class AskError extends Error {}

/** What of a circuit volts and amps know nothing of: what places are called and measure, and what was nudged on a sheet. */
const UNSOLVED: readonly (keyof Circuit)[] = ['places', 'views', 'devices'];

const isLike = (one: unknown, other: unknown): boolean => one === other || JSON.stringify(one) === JSON.stringify(other);

/** Whether two circuits are the same but for where in their places devices stand. What an edit left alone is the same object. */
function isSolvedAlike(a: Circuit, b: Circuit): boolean {
  const [before, after] = [Object.values(a.devices), Object.values(b.devices)];
  const bare = ({ at: _at, body: _body, ...device }: Device): unknown => device;
  return (
    before.length === after.length &&
    (Object.keys(b) as (keyof Circuit)[]).every((key) => UNSOLVED.includes(key) || isLike(a[key], b[key])) &&
    before.every((one, index) => one === after[index] || isLike(bare(one), bare(after[index] as Device)))
  );
}

/** A desk keeps the last circuit, its run and what was found out about it; nothing of the person. */
export function createDesk(): Desk {
  let desk: OnDesk | undefined;
  /** which circuit it is */
  let name = '';
  let stock: readonly StockPart[] = [];
  /** what may be laid down next */
  let foreseen: OnDesk | undefined;
  /** the rows in which terminals were drawn last */
  let rows: { readonly tidy: number; readonly order: TerminalSheet['order'] } | undefined;
  const places = createPlaces();
  const there = (): OnDesk => {
    if (!desk) throw new AskError('There is no circuit on the desk yet. Ask "circuit" first.');
    return desk;
  };

  /** A circuit laid down after another: what an edit leaves alone is taken over. */
  const onDesk = (document: Circuit, practice: Practice): OnDesk => {
    // a body that was moved on its plate changes nothing that was solved: only where things stand is new
    const seen = desk?.explored.known && isSolvedAlike(desk.circuit, document) ? desk.explored.known : undefined;
    const plan = planNetwork(document, desk?.plan);
    return {
      circuit: document,
      plan,
      practice,
      runner: undefined,
      bench: undefined,
      explored: sharing(() => exploring(plan), seen && { ...seen, plan }),
      last: desk?.explored.known ?? desk?.last,
      terminals: undefined,
      predictions: new Map(),
    };
  };
  const judgedNear = function* (one: OnDesk, device: DeviceId): Answering<NearAnswer | null> {
    if (!one.circuit.devices[device] || !one.last) return null;
    // a small circuit is judged whole in no time, and is kept for the study
    if (one.explored.known || one.last.statesSeen * one.plan.parts.length <= QUICK_WORK)
      return nearView(one.circuit, yield* one.explored.ask(), one.practice, device);
    const walk = exploring(one.plan, [], {
      ...scopeOn(one.plan, device, one.last.extremes),
      isWatched: ({ device: { id } }) => id === device,
    });
    for (;;) {
      const step = walk.next();
      if (step.done) return nearView(one.circuit, step.value, one.practice, device);
      // so much acts on it that the whole is as near
      if (step.value.of * one.plan.parts.length > NEAR_WORK) return null;
      yield step.value;
    }
  };

  return {
    // biome-ignore lint/correctness/useYield: it is done at once; every question is asked alike
    *circuit({ document, practice = DEFAULT_PRACTICE, of = '' }) {
      // devices of two circuits may have the same ids: where they stood and what was heaviest is of one of them alone
      if (of !== name) [desk, rows, foreseen, name] = [undefined, undefined, undefined, of];
      // a practice that changes judges anew; the plan and what was explored of the same document stay
      if (desk && isSame(desk, document, practice)) desk = { ...desk, practice };
      else if (foreseen?.circuit === document && isLike(foreseen.practice, practice))
        desk = { ...foreseen, last: desk?.explored.known ?? foreseen.last };
      else desk = onDesk(document, practice);
      foreseen = undefined;
      places.forget();
      return null;
    },

    *sheet() {
      return yield* drawnView(there().plan);
    },

    *run({ log, faults }) {
      const one = there();
      const key = JSON.stringify(faults);
      if (one.runner?.key !== key) {
        const made = (rig: ReturnType<typeof createRig>): Runner => ({ rig, ...createRunner(rig) });
        // a hidden fault is looked for as it was set: what it would wreck in time is left whole, as each suspect leaves it
        const healthy = made(createRig(one.plan, [], { wrecks: faults.length === 0 }));
        one.runner = { key, healthy, real: faults.length === 0 ? healthy : made(createRig(one.plan, faults)) };
      }
      const { real, healthy } = one.runner;
      const trace = yield* counted(real.run(log));
      const healthyTrace = healthy === real ? trace : yield* counted(healthy.run(log));
      one.bench = { real: real.rig, healthy: healthy.rig, trace, healthyTrace };
      return runView(one.plan, trace, log);
    },

    // biome-ignore lint/correctness/useYield: it is done at once; every question is asked alike
    *look(ask) {
      const { bench } = there();
      if (!bench) throw new AskError('Nothing was run yet. Ask "run" first.');
      return lookView(bench, ask);
    },

    *study() {
      const one = there();
      return studyView(studyOf(one.circuit, yield* one.explored.ask(), one.practice));
    },

    *near({ device }) {
      return yield* judgedNear(there(), device);
    },

    *foresee({ document, practice, device }) {
      // it is laid down after what lies here: of anything else nothing is foreseen
      const one = onDesk(document, practice);
      foreseen = desk && one;
      return yield* judgedNear(one, device);
    },

    *mend({ finding: id }) {
      const one = there();
      const study = studyOf(one.circuit, yield* one.explored.ask(), one.practice);
      const finding = checkStudy(study).find((found) => found.id === id);
      if (!finding) throw new AskError('That finding is gone: the circuit has changed since.');
      const { mends, tried } = yield* mending(finding, study);
      return { tried, mends: mends.map((mend) => tellMend(one.circuit, mend)) };
    },

    *find(ask) {
      const one = there();
      const complaint = one.circuit.complaints[ask.complaint];
      if (!complaint)
        throw new AskError(`This circuit has ${one.circuit.complaints.length} complaints; there is no number ${ask.complaint + 1}.`);
      // the first test of a large panel is the same whether a wire is open or its joint is bad: nothing is found before it is read
      const withJoints = ask.measured.length > 0 || ask.hidden !== null;
      const kept = one.predictions.get(ask.complaint);
      let predictions = kept && (kept.withJoints || !withJoints) ? kept : yield* predicting(one.plan, complaint, { withJoints });
      // a pair that nobody spans by habit, and somebody has: what each suspect shows there is worked out too
      if (ask.measured.some((test) => predictions.pairOf(test.red, test.black) < 0 && predictions.canRead(test)))
        predictions = yield* predicting(one.plan, complaint, { also: ask.measured });
      one.predictions.set(ask.complaint, predictions);
      return findView(one.plan, predictions, ask, one.practice);
    },

    // biome-ignore lint/correctness/useYield: it is done at once; every question is asked alike
    *stock({ parts }) {
      stock = parts;
      places.forgetLists();
      return { count: parts.length };
    },

    *place(ask) {
      const { circuit, practice, explored, bench } = there();
      const now = bench && { rig: bench.real, moment: frameAt(bench.trace, ask.atMs).moment };
      return yield* places.answer({ circuit, practice, stock, explored, now }, ask);
    },

    *terminals({ only, tidy }) {
      const one = there();
      const shown = new Set(only ?? Object.keys(one.circuit.devices));
      // of another circuit, or of other devices, nothing is kept
      const isLike = rows?.tidy === tidy && rows.order.flat().some((id) => shown.has(id));
      const key = JSON.stringify([only, tidy]);
      if (one.terminals?.key !== key)
        one.terminals = { key, sheet: yield* layingTerminals(one.plan, only ?? undefined, isLike ? { before: rows?.order } : {}) };
      rows = { tidy, order: one.terminals.sheet.order };
      return one.terminals.sheet;
    },

    *wiring() {
      const one = there();
      return wiringView(yield* one.explored.ask(), one.practice);
    },

    *mounting({ place }) {
      const one = there();
      return mountingView(yield* one.explored.ask(), one.practice, place);
    },

    // biome-ignore lint/correctness/useYield: it is done at once; every question is asked alike
    *between({ a, b }) {
      return betweenView(there().plan, a, b);
    },

    // biome-ignore lint/correctness/useYield: it is done at once; every question is asked alike
    *follow({ wire }) {
      return followView(there().plan, wire);
    },

    *variant({ other }) {
      return yield* variantView(there().circuit, other);
    },

    *landing({ later }) {
      const one = there();
      return yield* landingView(yield* one.explored.ask(), one.practice, later);
    },

    *rehearse(ask) {
      return yield* rehearseView(there().plan, ask);
    },

    *staysLive({ opened }) {
      return yield* staysLiveView(there().circuit, opened);
    },

    *twin({ device: id, part }) {
      const one = there();
      const device = one.circuit.devices[id];
      if (!device) throw new AskError('That device is no longer in this circuit.');
      return yield* twinView(one.circuit, device, part, yield* one.explored.ask(), one.practice);
    },
  };
}

/** Whether a circuit is laid down again with another practice alone. A document that crossed to a worker is another object each time. */
const isSame = (desk: OnDesk, document: Circuit, practice: Practice): boolean =>
  desk.circuit === document || (!isLike(desk.practice, practice) && isLike(desk.circuit, document));

/** A run counts its events: how many there will be nobody knows. */
function* counted<R>(walk: Generator<number, R>): Answering<R> {
  for (;;) {
    const step = walk.next();
    if (step.done) return step.value;
    yield { seen: step.value, of: step.value };
  }
}

function* drawnView(plan: NetworkPlan): Answering<SheetAnswer> {
  const { circuit } = plan;
  const sheet = yield* layingOut(plan);
  return {
    sheet: sheetView(circuit, sheet),
    faults: faultsOf(plan).map(({ fault }) => ({
      fault,
      words: tellSuspect(plan, fault),
      device: 'device' in fault ? fault.device : null,
      conductor: 'conductor' in fault ? fault.conductor : null,
    })),
    points: plan.points.map((point) => ({
      point,
      spelled: spellPoint(circuit, point),
      device: isTerminal(point) ? deviceOf(point) : null,
    })),
  };
}
