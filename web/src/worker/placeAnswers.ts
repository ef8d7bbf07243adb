import { judgeExposure } from '#core/check';
import type { Circuit, DeviceId } from '#core/circuit';
import { type Coil, loneDevice, partsOf, type StockPart } from '#core/devices';
import { type CoilPair, coilAcross, type Exploration, momentOf, type Progress } from '#core/explore';
import {
  type CableRoom,
  type Candidate,
  cableRoom,
  candidatesFor,
  coilInUse,
  coilWire,
  cornersOf,
  exposureOf,
  judgePart,
  mapTerminals,
  type Need,
  needWords,
  preparing,
  twinOf,
} from '#core/fit';
import type { Moment, Rig } from '#core/sequence';
import { coilWindow, type Practice } from '#core/size';
import type { CandidateView, CoilSaid, PlaceAnswer, PlaceAsk, TwinAnswer } from './protocol';

/** A place that is being looked at: how far, what is known so far, and what came of it. */
interface Looking {
  readonly walk: Generator<Progress, Need | undefined>;
  readonly pairs: CoilPair[];
  progress: Progress;
  need: Need | undefined;
  candidates: readonly CandidateView[] | undefined;
  cable: CableRoom | undefined;
  done: boolean;
}

const view = ({ part, verdict, word, cells, mapping, exposure }: Candidate, pairs: readonly CoilPair[]): CandidateView => ({
  part,
  verdict,
  word,
  cells,
  moved: mapping.moved.map(({ from, to }) => `${from} to ${to}`),
  lost: mapping.lost,
  pullInV: exposure?.pullIn?.volts ?? null,
  heldV: exposure?.held?.volts ?? null,
  window: (mapping.coil && coilWindow(mapping.coil)) ?? null,
  corners: mapping.coil ? cornersOf(mapping.coil, pairs) : [],
});

/** Answers about places in the circuit; what was seen of one is kept until the circuit changes. */
export function createPlaces() {
  const looked = new Map<DeviceId, Looking>();
  return {
    forget: () => looked.clear(),
    forgetLists() {
      for (const one of looked.values()) one.candidates = undefined;
    },
    /** Looks on for the time it is given, then says what is known: the present state at once, the rest as it is seen. */
    answer(
      { device, hand, budgetMs }: PlaceAsk,
      circuit: Circuit,
      practice: Practice,
      stock: readonly StockPart[],
      known: Exploration | undefined,
      bench: { rig: Rig; moment: Moment } | undefined,
    ): PlaceAnswer {
      const looking = looked.get(device) ?? begin(circuit, device, practice, known);
      looked.set(device, looking);
      const until = performance.now() + budgetMs;
      while (!looking.done && performance.now() < until) {
        const step = looking.walk.next();
        if (step.done) {
          looking.need = step.value;
          looking.done = true;
        } else looking.progress = step.value;
      }
      const { need, progress } = looking;
      looking.cable ??= roomOf(need);
      if (need && !looking.candidates) looking.candidates = candidatesFor(need, stock).map((one) => view(one, need.pairs));
      return {
        seen: looking.done ? progress.of : progress.seen,
        of: progress.of,
        done: looking.done,
        need: need ? needWords(need) : null,
        isAssumed: need?.isAssumed ?? false,
        corners: need?.coil && !need.isAssumed ? cornersOf(need.coil.part as Coil, need.pairs) : [],
        cable: looking.cable ?? null,
        candidates: looking.candidates ?? null,
        hand: hand && {
          now: bench ? presentState(circuit, device, hand, bench) : null,
          sofar: looking.pairs.length > 0 ? sofar(circuit, device, hand, looking.pairs) : null,
          judged: need ? view(judgePart(need, hand), need.pairs) : null,
        },
      };
    },
    twin(circuit: Circuit, id: DeviceId, part: StockPart, before: Exploration, practice: Practice): TwinAnswer {
      const device = circuit.devices[id];
      if (!device) throw new Error('That device is no longer in this circuit.');
      const twin = twinOf(circuit, device, part, before, practice);
      return {
        verdict: twin.verdict,
        says: twin.says,
        deed: twin.deed,
        differences: twin.differences,
        brings: twin.brings,
        mends: twin.mends.map(({ title }) => title),
        at: twin.at.map(({ hz, word, volts }) => ({ hz, word, volts: volts ?? null })),
        life: twin.life ?? null,
        statesSeen: twin.statesSeen,
        changes: twin.changes,
      };
    },
  };
}

function begin(circuit: Circuit, device: DeviceId, practice: Practice, known: Exploration | undefined): Looking {
  const pairs: CoilPair[] = [];
  return {
    walk: preparing(circuit, device, practice, { pairs, known }),
    pairs,
    progress: { seen: 0, of: 1 },
    need: undefined,
    candidates: undefined,
    cable: undefined,
    done: false,
  };
}

/** How much longer the wires of the coil that stands there may be. */
function roomOf(need: Need | undefined): CableRoom | undefined {
  if (!need?.coil || need.isAssumed) return undefined;
  const size = coilWire(need.exploration.plan, need.coil);
  return size && cableRoom(need.coil.part as Coil, need.pairs, size);
}

const coilOf = (circuit: Circuit, device: DeviceId, hand: StockPart): Coil | undefined => {
  const place = circuit.devices[device];
  return place ? mapTerminals(circuit, place, hand).coil : partsOf(loneDevice(hand)).find((part): part is Coil => part.kind === 'coil');
};

/** The coil in the hand at the terminals as they stand on the bench now: one solve, then a division. */
function presentState(circuit: Circuit, device: DeviceId, hand: StockPart, { rig, moment }: { rig: Rig; moment: Moment }): CoilSaid | null {
  const coil = coilOf(circuit, device, hand);
  const planned = coilInUse(rig.plan, device);
  if (!coil || !planned) return null;
  const seen = coilAcross(momentOf(rig, planned.index, moment), coil, 0);
  if (seen.volts < 0.5) return { verdict: 'look', says: 'Not called as the bench stands now.', volts: seen.volts };
  const at = { volts: seen.volts, drive: seen.drive, state: 'now' };
  const { verdict, says } = judgeExposure(hand.title, coil, {
    pullIn: at,
    held: undefined,
    highest: at,
    wastedRatio: seen.wastedRatio,
    reversedRatio: seen.reversedRatio,
    rest: undefined,
    plusAt: undefined,
  });
  return { verdict, says, volts: seen.volts };
}

function sofar(circuit: Circuit, device: DeviceId, hand: StockPart, pairs: readonly CoilPair[]): CoilSaid | null {
  const coil = coilOf(circuit, device, hand);
  if (!coil) return null;
  const { exposure } = exposureOf(coil, pairs);
  const { verdict, says } = judgeExposure(hand.title, coil, exposure);
  return { verdict, says, volts: exposure.pullIn?.volts ?? null };
}
