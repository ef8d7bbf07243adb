import { judgeExposure } from '#core/check';
import type { Circuit, Device, DeviceId } from '#core/circuit';
import { knowing, loneDevice, partsOf, type StockPart } from '#core/devices';
import { type CoilPair, coilAcross, type Exploration, momentOf, type Progress } from '#core/explore';
import {
  askedOf,
  type CableRoom,
  cableRoom,
  coilInUse,
  coilWire,
  cornersOf,
  exposureOf,
  judgePart,
  judgingParts,
  mapTerminals,
  type Place,
  preparing,
  twinning,
  whyMissing,
} from '#core/fit';
import type { Coil } from '#core/kinds';
import type { Practice } from '#core/schools';
import type { Moment, Rig } from '#core/sequence';
import { tellAsked, tellCoil, tellDifference, tellFinding, tellTwin, tellWhyMissing } from '#core/words';
import type { Answering } from './progress';
import type { CandidateView, CoilSaid, DifferenceView, PlaceAnswer, PlaceAsk, TwinAnswer } from './protocol';
import type { Shared } from './sharing';
import { candidateView, findingView } from './views';

/** A place that is being looked at: how far, what is known so far, and what came of it. */
interface Looking {
  readonly walk: Generator<Progress, Place | undefined>;
  readonly pairs: CoilPair[];
  progress: Progress;
  place: Place | undefined;
  candidates: readonly CandidateView[] | undefined;
  cable: CableRoom | undefined;
  isDone: boolean;
}

/** What the bench knows when it is asked about a place. */
export interface PlaceFacts {
  readonly circuit: Circuit;
  readonly practice: Practice;
  readonly stock: readonly StockPart[];
  /** the circuit in every state, taken on by whoever asks */
  readonly explored: Shared<Exploration>;
  /** how the bench stands now */
  readonly now: { readonly rig: Rig; readonly moment: Moment } | undefined;
}

/** Answers about places in the circuit; what was seen of one is kept until the circuit changes. */
export function createPlaces() {
  const looked = new Map<DeviceId, Looking>();
  const begin = ({ circuit, practice, explored }: PlaceFacts, device: DeviceId): Looking => {
    const pairs: CoilPair[] = [];
    const walk = (function* () {
      return yield* preparing(circuit, device, practice, { pairs, known: yield* explored.ask() });
    })();
    return { walk, pairs, progress: { seen: 0, of: 1 }, place: undefined, candidates: undefined, cable: undefined, isDone: false };
  };
  return {
    forget: (): void => looked.clear(),
    forgetLists(): void {
      for (const one of looked.values()) one.candidates = undefined;
    },
    /** Looks on for the states it is given, then says what is known: the present state at once, the rest as it is seen. */
    *answer(facts: PlaceFacts, { device, hand, states = Number.POSITIVE_INFINITY }: PlaceAsk): Answering<PlaceAnswer> {
      const looking = looked.get(device) ?? begin(facts, device);
      looked.set(device, looking);
      for (let seen = 0; !looking.isDone && seen < states; seen++) {
        const step = looking.walk.next();
        if (step.done) {
          looking.place = step.value;
          looking.isDone = true;
        } else {
          looking.progress = step.value;
          yield step.value;
        }
      }
      const { place, progress, isDone } = looking;
      looking.cable ??= roomOf(place);
      if (place && !looking.candidates) looking.candidates = yield* judged(place, facts.stock, progress);
      return {
        seen: isDone ? progress.of : progress.seen,
        of: progress.of,
        done: isDone,
        need: place ? tellAsked(askedOf(place)) : null,
        isAssumed: place?.isAssumed ?? false,
        corners: place?.coil && !place.isAssumed ? cornersOf(place.coil.part, place.pairs) : [],
        cable: looking.cable ?? null,
        candidates: looking.candidates ?? null,
        hand: hand && handView(facts, looking, device, hand),
      };
    },
  };
}

/** The candidates one by one: what somebody asks meanwhile does not wait for all of them. */
function* judged(place: Place, stock: readonly StockPart[], progress: Progress): Answering<CandidateView[]> {
  const walk = judgingParts(place, stock);
  for (;;) {
    const step = walk.next();
    if (step.done) return step.value.map((one) => candidateView(place, one));
    yield progress;
  }
}

function handView(facts: PlaceFacts, { place, pairs }: Looking, device: DeviceId, hand: StockPart): PlaceAnswer['hand'] {
  const missing = place && whyMissing(place, hand);
  return {
    now: presentState(facts, device, hand),
    sofar: pairs.length > 0 ? soFar(facts, device, hand, pairs) : null,
    judged: place ? candidateView(place, judgePart(place, hand)) : null,
    missing: missing && place ? tellWhyMissing(hand, place.device.tag, missing) : null,
  };
}

/** How much longer the wires of the coil that stands there may be. */
function roomOf(place: Place | undefined): CableRoom | undefined {
  if (!place?.coil || place.isAssumed) return undefined;
  const size = coilWire(place.exploration.plan, place.coil);
  return size && cableRoom(place.coil.part, place.pairs, size);
}

function coilOf(circuit: Circuit, device: DeviceId, hand: StockPart): Coil | undefined {
  const there = circuit.devices[device];
  return there
    ? mapTerminals(circuit, there, hand).coil
    : partsOf(loneDevice(hand), knowing(circuit, hand)).find((part): part is Coil => part.kind === 'coil');
}

/** Less than this at its terminals is no call. */
const CALLED_V = 0.5;

/** The coil in the hand at the terminals as they stand on the bench now: one solve, then a division. */
function presentState({ circuit, now }: PlaceFacts, device: DeviceId, hand: StockPart): CoilSaid | null {
  const coil = coilOf(circuit, device, hand);
  const planned = now && coilInUse(now.rig.plan, device);
  if (!coil || !planned) return null;
  const { volts, drive, wastedRatio, reversedRatio } = coilAcross(momentOf(now.rig, planned, now.moment), coil, 'out');
  if (volts < CALLED_V) return { verdict: 'look', says: 'Not called as the bench stands now.', volts };
  const seen = { volts, drive, calls: [] };
  const opinion = judgeExposure(coil, {
    pullIn: seen,
    held: undefined,
    highest: seen,
    wastedRatio,
    reversedRatio,
    rest: undefined,
    plusAt: undefined,
  });
  return { verdict: opinion.verdict, says: tellCoil(circuit, hand.title, opinion), volts };
}

function soFar({ circuit }: PlaceFacts, device: DeviceId, hand: StockPart, pairs: readonly CoilPair[]): CoilSaid | null {
  const coil = coilOf(circuit, device, hand);
  if (!coil) return null;
  const { exposure } = exposureOf(coil, pairs);
  const opinion = judgeExposure(coil, exposure);
  return { verdict: opinion.verdict, says: tellCoil(circuit, hand.title, opinion), volts: exposure.pullIn?.volts ?? null };
}

/** A part put into the circuit and solved in every state. */
export function* twinView(
  circuit: Circuit,
  device: Device,
  part: StockPart,
  before: Exploration,
  practice: Practice,
): Answering<TwinAnswer> {
  const twin = yield* twinning(circuit, device, part, before, practice);
  const line = (one: (typeof twin.differences)[number]): DifferenceView => ({ ...tellDifference(circuit, one), verdict: one.verdict });
  return {
    verdict: twin.verdict,
    says: tellTwin(twin),
    deed: line(twin.deed),
    differences: twin.differences.map(line),
    brings: twin.brings.map((one) => findingView(twin.circuit, one)),
    stands: twin.stands.map((one) => findingView(twin.circuit, one)),
    mends: twin.mends.map((one) => tellFinding(circuit, one).title),
    at: twin.at.map(({ hz, opinion, volts }) => ({ hz, word: opinion.word, verdict: opinion.verdict, volts: volts ?? null })),
    life: twin.life ?? null,
    statesSeen: twin.statesSeen,
    changes: twin.changes,
  };
}
