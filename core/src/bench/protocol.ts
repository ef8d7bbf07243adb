import type { Finding, RuleId } from '#core/check';
import type { Circuit, ConductorId, DeviceId, EditChange, LogEntry, Point, ProcessId } from '#core/circuit';
import type { StockPart } from '#core/devices';
import type { Sheet, TerminalSheet } from '#core/draw';
import type { Measured, Outcome, Suspicion, Test } from '#core/find';
import type { CableRoom, CellName, Corner } from '#core/fit';
import type { LoadClass } from '#core/kinds';
import type { HungLoad, PartView, PointView, ProcessLine, ReadingFacts, Supply, TimelineRow } from '#core/look';
import type { Fault, MeterMode } from '#core/network';
import type { Practice } from '#core/schools';
import type { Sightings } from '#core/sequence';
import type { CoilWindow, PoleDemand, PoleLife, Row, Verdict } from '#core/size';
import type { CellWords, DifferenceWords, FindingWords, MendWords, ReadingWords, SupplyWords } from '#core/words';

import type {
  BetweenAnswer,
  FollowAnswer,
  LandingAnswer,
  MountingAnswer,
  RehearseAnswer,
  RehearseAsk,
  StaysLiveAnswer,
  VariantAnswer,
  WiringAnswer,
} from './wiringAnswers';

/** What the bench is asked, and what it answers: facts with their words, told apart by `type`. Undefined is null: it crosses as JSON. */
export interface Questions {
  /** lays a circuit down; `of` names it: of another one that lay here before nothing is kept */
  circuit: { ask: { document: Circuit; practice: Practice; of?: string }; answer: null };
  /** what somebody is typing and has not entered, judged as `near` does: its verdict is there, and its plan, when just that is laid down next */
  foresee: { ask: { document: Circuit; practice: Practice; device: DeviceId }; answer: NearAnswer | null };
  /** draws what lies there */
  sheet: { ask: Record<never, never>; answer: SheetAnswer };
  run: { ask: { log: readonly LogEntry[]; faults: readonly Fault[] }; answer: RunAnswer };
  look: { ask: LookAsk; answer: LookAnswer };
  study: { ask: Record<never, never>; answer: StudyAnswer };
  /** what a change does to a device, before all of the circuit is judged; null: nothing is known yet of how the rest loads the supply, or as much bears on it as on all */
  near: { ask: { device: DeviceId }; answer: NearAnswer | null };
  mend: { ask: { finding: string }; answer: MendAnswer };
  find: { ask: FindAsk; answer: FindAnswer };
  /** an edit leaves devices where they stand; tidied, their rows are sought anew: `tidy` counts how often somebody wanted that */
  terminals: { ask: { only: readonly DeviceId[] | null; tidy: number }; answer: TerminalSheet };
  wiring: { ask: Record<never, never>; answer: WiringAnswer };
  /** `place` null: the panel with most in it */
  mounting: { ask: { place: string | null }; answer: MountingAnswer };
  /** `later`: wires that cannot be landed now */
  landing: { ask: { later: readonly ConductorId[] }; answer: LandingAnswer };
  /** whether two points share a node */
  between: { ask: { a: Point; b: Point }; answer: BetweenAnswer };
  follow: { ask: { wire: ConductorId }; answer: FollowAnswer };
  /** what another way of building it costs and risks beside this one */
  variant: { ask: { other: Circuit }; answer: VariantAnswer };
  rehearse: { ask: RehearseAsk; answer: RehearseAnswer };
  staysLive: { ask: { opened: readonly DeviceId[] }; answer: StaysLiveAnswer };
  stock: { ask: { parts: readonly StockPart[] }; answer: { count: number } };
  place: { ask: PlaceAsk; answer: PlaceAnswer };
  twin: { ask: { device: DeviceId; part: StockPart }; answer: TwinAnswer };
}

export type * from './wiringAnswers';

export type QuestionType = keyof Questions;
export type Question = { [T in QuestionType]: { readonly id: number; readonly type: T } & Questions[T]['ask'] }[QuestionType];

export interface SheetAnswer {
  readonly sheet: SheetView;
  readonly points: readonly { readonly point: Point; readonly spelled: string; readonly device: DeviceId | null }[];
  readonly faults: readonly {
    readonly fault: Fault;
    readonly words: string;
    readonly device: DeviceId | null;
    readonly conductor: string | null;
  }[];
}

export type BandView = Sheet['bands'][number] & { readonly title: string };
/** The sheet with the words that stand on it. */
export interface SheetView extends Omit<Sheet, 'bands'> {
  readonly bands: readonly BandView[];
  readonly spareWords: readonly string[];
}

export interface RunAnswer {
  readonly frames: readonly number[];
  readonly told: readonly { readonly atMs: number; readonly device: DeviceId; readonly words: string }[];
  readonly rows: readonly (TimelineRow & { readonly label: string })[];
  readonly chatter: readonly {
    readonly fromMs: number;
    readonly untilMs: number;
    readonly periodMs: number;
    readonly isMeant: boolean;
    readonly tags: string;
  }[];
  readonly processes: readonly ProcessLine[];
  /** limits that the run has met: what lies behind them is not shown */
  readonly limits: readonly { readonly atMs: number; readonly words: string }[];
  readonly endMs: number;
}

export interface LookAsk {
  readonly atMs: number;
  readonly red: Point | null;
  readonly black: Point | null;
  readonly mode: MeterMode;
  readonly clamp: string | null;
  readonly device: DeviceId | null;
}

type Reading = ReadingFacts & ReadingWords;

export interface LookAnswer {
  readonly points: Readonly<Record<Point, PointView>>;
  /** by `device:part` */
  readonly parts: Readonly<Record<string, PartView>>;
  readonly conductorA: Readonly<Record<string, number>>;
  readonly processes: readonly { readonly id: ProcessId; readonly value: number; readonly perMinute: number }[];
  readonly reading: Reading | null;
  readonly why: readonly { readonly words: string; readonly endsAtMs: number | null; readonly device: DeviceId | null }[];
  readonly stillHot: readonly string[];
  readonly secondary: { readonly volts: number; readonly va: number } | null;
}

/** Volts in a state. */
export interface SeenVolts {
  readonly volts: number;
  readonly state: string;
}

export interface CoilStudy {
  readonly device: DeviceId;
  readonly window: CoilWindow | null;
  readonly verdict: Verdict;
  readonly word: string;
  readonly holdWord: string;
  readonly says: string;
  readonly pullIn: SeenVolts | null;
  readonly held: SeenVolts | null;
  readonly highest: SeenVolts;
  readonly inrushVa: number;
  readonly sealedVa: number;
}

export interface PoleStudy {
  readonly device: DeviceId;
  readonly contact: string;
  readonly verdict: Verdict;
  readonly serves: readonly string[];
  readonly rows: readonly RowView[];
  readonly demand: PoleDemand;
  readonly life: PoleLife | null;
}

export type RowView = Row & { readonly asksWords: string; readonly ratingWords: string };

/** A finding with its words. */
export interface FindingView extends FindingWords {
  readonly id: string;
  readonly rule: RuleId;
  readonly devices: readonly DeviceId[];
  readonly verdict: Verdict;
  readonly is: number | null;
  readonly limit: number | null;
  readonly limitKind: Finding['limitKind'];
  readonly unit: string;
  readonly source: string;
  readonly evidence: Finding['evidence'];
  readonly state: string;
  readonly missing: readonly string[];
}

/** What was tried in the model against a finding, and did mend it. */
export interface MendAnswer {
  readonly mends: readonly MendWords[];
  /** how many were put into the model; 0: there was nothing to try */
  readonly tried: number;
}

export interface TransformerStudy {
  readonly device: DeviceId;
  readonly va: number | null;
  readonly idleV: number;
  readonly highestV: number;
  readonly secondaryV: number;
  readonly primaryV: number;
  readonly lowestV: number;
  readonly lowestState: string;
  readonly heldVa: number;
  readonly worstVa: number;
  /** what the coils on it must have to close, the most of them; null: none hangs on it whose print is read */
  readonly needV: number | null;
  readonly loads: readonly (Pick<HungLoad, 'heldVa' | 'inrushVa'> & { readonly tag: string })[];
}

export interface StudyAnswer {
  readonly statesSeen: number;
  readonly isSound: boolean;
  readonly coils: readonly CoilStudy[];
  readonly poles: readonly PoleStudy[];
  readonly transformers: readonly TransformerStudy[];
  readonly supplies: readonly SupplyView[];
  readonly loads: readonly LoadView[];
  readonly findings: readonly FindingView[];
  /** greatest volts to earth on what works in a device, over all states, by device */
  readonly toEarthV: Readonly<Record<DeviceId, number>>;
}

/** One device, judged before the rest: alone, and with all else in its heaviest state as it was known last. */
export interface NearAnswer extends Pick<StudyAnswer, 'coils' | 'poles' | 'transformers' | 'toEarthV'> {
  readonly device: DeviceId;
  /** in how many states it was seen: those of what acts on it, each also with all else in its heaviest */
  readonly statesSeen: number;
}

/** A source of the circuit, and what it must never meet. */
export interface SupplyView extends SupplyWords {
  readonly device: DeviceId;
  readonly code: Supply['is']['code'];
  /** volts between the legs of a mains, and how many legs */
  readonly mains: { readonly volts: number | null; readonly legs: number } | null;
  readonly provider: string;
  readonly feeds: readonly string[];
}

export interface LoadView {
  readonly device: DeviceId;
  readonly kind: string;
  readonly class: LoadClass;
  readonly phases: 1 | 3;
  readonly rated: string;
  readonly runA: number | null;
  readonly startA: number | null;
  readonly startWord: string;
  readonly getsV: number | null;
  readonly watts: number | null;
}

export interface PlaceAsk {
  readonly device: DeviceId;
  /** a part in the hand, whose nameplate is being typed */
  readonly hand: StockPart | null;
  readonly atMs: number;
  /** how many further states to look at before it answers; all of them unless said */
  readonly states?: number;
}

export interface CandidateView {
  readonly part: StockPart;
  readonly verdict: Verdict;
  readonly word: string;
  readonly cells: { readonly [C in CellName]: CellWords & { readonly verdict: Verdict } };
  readonly moved: readonly string[];
  readonly lost: readonly string[];
  readonly pullInV: number | null;
  readonly heldV: number | null;
  readonly window: CoilWindow | null;
  readonly corners: readonly Corner[];
}

/** A coil opinion with the states behind it: the present one at once, the worst of all as they are seen. */
export interface CoilSaid {
  readonly verdict: Verdict;
  readonly says: string;
  readonly volts: number | null;
}

export interface PlaceAnswer {
  readonly seen: number;
  readonly of: number;
  readonly done: boolean;
  readonly need: { readonly [C in CellName]: string } | null;
  readonly isAssumed: boolean;
  /** the coil that is there now, with the line low and high, cold and hot */
  readonly corners: readonly Corner[];
  /** how much longer the coil's wires may be */
  readonly cable: CableRoom | null;
  readonly candidates: readonly CandidateView[] | null;
  readonly hand: {
    readonly now: CoilSaid | null;
    readonly sofar: CoilSaid | null;
    readonly judged: CandidateView | null;
    /** why it would not be listed for this place */
    readonly missing: string | null;
  } | null;
}

export type DifferenceView = DifferenceWords & { readonly verdict: Verdict };

export interface TwinAnswer {
  readonly verdict: Verdict;
  readonly says: string;
  readonly deed: DifferenceView;
  readonly differences: readonly DifferenceView[];
  readonly brings: readonly FindingView[];
  /** what was wrong in this place before and still is with this part */
  readonly stands: readonly FindingView[];
  readonly mends: readonly string[];
  readonly at: readonly { readonly hz: number; readonly word: string; readonly verdict: Verdict; readonly volts: number | null }[];
  readonly life: PoleLife | null;
  readonly statesSeen: number;
  readonly changes: readonly EditChange[];
}

export interface FindAsk {
  readonly complaint: number;
  readonly seen: Sightings;
  readonly measured: readonly Measured[];
  readonly before: { readonly red?: Point; readonly black?: Point };
  /** the fault that is really there, when a hidden one is practised */
  readonly hidden: Fault | null;
  readonly noDanger: boolean;
}

export interface FindAnswer {
  readonly title: string;
  readonly total: number;
  /** faults that cannot reach what is complained of and were not followed one by one */
  readonly elsewhere: number;
  /** wires of which a landing beside the right one was not followed: the circuit is too large */
  readonly landingsLeft: number;
  readonly fitting: number;
  /** what is noticed without a meter, in the hidden circuit or as told */
  readonly sights: readonly { readonly tag: string; readonly healthy: boolean; readonly actual: boolean | null }[];
  readonly ranked: readonly { readonly share: number; readonly words: readonly string[]; readonly faults: readonly (Suspicion | null)[] }[];
  /** share of belief that it is none of the faults that are followed */
  readonly none: number;
  /** what may be called found, and what to mind about it */
  readonly found: {
    readonly share: number;
    readonly words: readonly string[];
    readonly faults: readonly (Suspicion | null)[];
    readonly mind: string | null;
  } | null;
  /** why what is believed most may not be called found: readings and sights against it, or what would prove it */
  readonly against: readonly string[];
  readonly cleared: readonly string[];
  readonly advice: {
    readonly test: Test;
    /** the way of fault finding that it follows */
    readonly way: string;
    readonly red: string;
    readonly black: string;
    readonly liveV: number;
    readonly outcomes: readonly (Outcome & { readonly words: string })[];
  } | null;
  readonly profile: readonly {
    readonly point: Point;
    readonly spelled: string;
    readonly healthyV: number;
    readonly lowV: number;
    readonly highV: number;
  }[];
  readonly reference: string;
  readonly through: readonly string[];
  readonly visibleFaults: readonly Fault[];
  readonly others: readonly { readonly way: string; readonly words: string }[];
  readonly dangerV: number;
}
