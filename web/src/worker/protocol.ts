import type { Finding } from '#core/check';
import type { Circuit, DeviceId, EditChange, LogEntry, Point } from '#core/circuit';
import type { StockPart } from '#core/devices';
import type { Sheet } from '#core/draw';
import type { Measured, Outcome, Test } from '#core/find';
import type { CableRoom, Cell, Corner, Difference } from '#core/fit';
import type { Fault, MeterMode } from '#core/network';
import type { Sightings } from '#core/sequence';
import type { CoilWindow, PoleDemand, PoleLife, Practice, Row, Verdict } from '#core/size';

/** What the bench worker is asked, and what it answers: one line each way, told apart by `type`. */
export interface Questions {
  circuit: { ask: { document: Circuit; practice: Practice }; answer: CircuitAnswer };
  run: { ask: { log: readonly LogEntry[]; faults: readonly Fault[] }; answer: RunAnswer };
  look: {
    ask: { atMs: number; red: Point | null; black: Point | null; mode: MeterMode; clamp: string | null; device: DeviceId | null };
    answer: LookAnswer;
  };
  study: { ask: Record<string, never>; answer: StudyAnswer };
  find: { ask: FindAsk; answer: FindAnswer };
  stock: { ask: { parts: readonly StockPart[] }; answer: { count: number } };
  place: { ask: PlaceAsk; answer: PlaceAnswer };
  twin: { ask: { device: DeviceId; part: StockPart }; answer: TwinAnswer };
}

export type QuestionType = keyof Questions;
export type Question = { [T in QuestionType]: { id: number; type: T } & Questions[T]['ask'] }[QuestionType];
export type Answer = { id: number; answer: Questions[QuestionType]['answer'] } | { id: number; error: string };

export interface CircuitAnswer {
  readonly sheet: Sheet;
  readonly points: readonly { readonly point: Point; readonly spelled: string; readonly device: DeviceId | null }[];
  readonly faults: readonly {
    readonly fault: Fault;
    readonly words: string;
    readonly device: DeviceId | null;
    readonly conductor: string | null;
  }[];
}

/** A bar of the timeline: from, to (Infinity: stays), how it stands meanwhile. */
export interface Bar {
  readonly fromMs: number;
  readonly toMs: number;
  readonly how: 'on' | 'timing' | 'starting' | 'chatter';
}

export interface TimelineRow {
  readonly device: DeviceId;
  readonly label: string;
  readonly kind: 'input' | 'timer' | 'coil' | 'load' | 'electronics' | 'fuse';
  readonly bars: readonly Bar[];
}

export interface RunAnswer {
  readonly frames: readonly number[];
  readonly told: readonly { readonly atMs: number; readonly device: DeviceId; readonly words: string }[];
  readonly rows: readonly TimelineRow[];
  readonly chatter: readonly { readonly fromMs: number; readonly untilMs: number; readonly periodMs: number; readonly tags: string }[];
  readonly endMs: number;
}

/** How a point stands: hot, live extra-low, tied to a return, or floating; volts to earth behind it. */
export interface PointView {
  readonly is: 'hot' | 'live' | 'tied' | 'floating';
  readonly volts: number;
}

export interface PartView {
  readonly volts: number;
  readonly amps: number;
  readonly mode: number;
  readonly isOn: boolean;
  readonly isClosed: boolean;
  /** when what it waits for is due */
  readonly dueMs: number | null;
}

export interface Reading {
  /** as the display shows it: "25.5", "OL", "float" */
  readonly display: string;
  readonly unit: string;
  readonly value: number | null;
  readonly shouldRead: string;
  readonly expected: number | null;
  readonly verdict: 'good' | 'look' | 'none';
  readonly words: string;
  readonly floats: boolean;
}

export interface LookAnswer {
  readonly points: Readonly<Record<Point, PointView>>;
  readonly parts: Readonly<Record<string, PartView>>;
  readonly conductorA: Readonly<Record<string, number>>;
  readonly reading: Reading | null;
  readonly why: readonly { readonly words: string; readonly endsAtMs: number | null; readonly device: DeviceId | null }[];
  readonly stillHot: readonly string[];
  readonly secondary: { readonly volts: number; readonly va: number } | null;
}

export interface CoilStudy {
  readonly device: DeviceId;
  readonly window: CoilWindow | null;
  readonly verdict: Verdict;
  readonly word: string;
  readonly holdWord: string;
  readonly says: string;
  readonly pullIn: { readonly volts: number; readonly state: string } | null;
  readonly held: { readonly volts: number; readonly state: string } | null;
  readonly highest: { readonly volts: number; readonly state: string };
  readonly inrushVa: number;
  readonly sealedVa: number;
}

export interface StudyAnswer {
  readonly statesSeen: number;
  readonly coils: readonly CoilStudy[];
  readonly poles: readonly {
    readonly device: DeviceId;
    readonly contact: string;
    readonly verdict: Verdict;
    readonly serves: readonly string[];
    readonly rows: readonly Row[];
    readonly demand: PoleDemand;
    readonly life: PoleLife | null;
  }[];
  readonly transformers: readonly {
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
    readonly loads: readonly { readonly tag: string; readonly heldVa: number; readonly inrushVa: number }[];
  }[];
  readonly supplies: readonly SupplyView[];
  readonly loads: readonly LoadView[];
  readonly findings: readonly Finding[];
  readonly greatestToEarth: Readonly<Record<Point, number>>;
}

export interface PlaceAsk {
  readonly device: DeviceId;
  /** a part in the hand, whose nameplate is being typed */
  readonly hand: StockPart | null;
  readonly atMs: number;
  /** how long the worker may look at further states before it answers */
  readonly budgetMs: number;
}

export interface CandidateView {
  readonly part: StockPart;
  readonly verdict: Verdict;
  readonly word: string;
  readonly cells: Readonly<Record<'coil' | 'poles' | 'driver' | 'transformer', Cell>>;
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
  readonly need: Readonly<Record<'coil' | 'poles' | 'driver' | 'transformer', string>> | null;
  readonly isAssumed: boolean;
  /** the coil that is there now, with the line low and high, cold and hot */
  readonly corners: readonly Corner[];
  /** how much longer the coil's wires may be */
  readonly cable: CableRoom | null;
  readonly candidates: readonly CandidateView[] | null;
  readonly hand: { readonly now: CoilSaid | null; readonly sofar: CoilSaid | null; readonly judged: CandidateView | null } | null;
}

export interface TwinAnswer {
  readonly verdict: Verdict;
  readonly says: string;
  readonly deed: Difference;
  readonly differences: readonly Difference[];
  readonly brings: readonly Finding[];
  readonly mends: readonly string[];
  readonly at: readonly { readonly hz: number; readonly word: string; readonly volts: number | null }[];
  readonly life: PoleLife | null;
  readonly statesSeen: number;
  readonly changes: readonly EditChange[];
}

/** A source of the circuit, and what it must never meet. */
export interface SupplyView {
  readonly device: DeviceId;
  readonly volts: string;
  readonly kind: string;
  readonly provider: string;
  readonly tolerance: string;
  readonly earthing: string;
  readonly feeds: readonly string[];
}

export interface LoadView {
  readonly device: DeviceId;
  readonly kind: string;
  readonly rated: string;
  readonly runA: number | null;
  readonly startA: number | null;
  readonly startWord: string;
  readonly getsV: number | null;
  readonly watts: number | null;
}

export interface FindAsk {
  readonly complaint: number;
  readonly seen: Sightings;
  readonly measured: readonly Measured[];
  readonly before: { readonly red?: Point; readonly black?: Point };
  /** the fault that is really there, when a hidden one is practised */
  readonly hidden: Fault | null;
  /** a test to take with the simulated meter */
  readonly take: Test | null;
  readonly noDanger: boolean;
}

export interface FindAnswer {
  readonly title: string;
  readonly total: number;
  readonly fitting: number;
  /** what is noticed without a meter, in the hidden circuit or as told */
  readonly sights: readonly { readonly tag: string; readonly healthy: boolean; readonly actual: boolean | null }[];
  readonly ranked: readonly { readonly share: number; readonly words: readonly string[]; readonly faults: readonly (Fault | null)[] }[];
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
  readonly taken: number | null;
  readonly visibleFaults: readonly Fault[];
  readonly others: readonly { readonly way: string; readonly words: string }[];
  readonly dangerV: number;
}
