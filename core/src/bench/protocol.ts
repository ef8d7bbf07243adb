import type { Finding, RuleId } from '#core/check';
import type { Circuit, ConductorId, DeviceId, EditChange, LogEntry, Mount, Point, ProcessId, TerminalId } from '#core/circuit';
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
import type { Between, Mishap } from '#core/wiring';
import type { CellWords, DifferenceWords, FindingWords, MendWords, ReadingWords, RehearsedWords, SupplyWords } from '#core/words';

/** What the bench is asked, and what it answers: facts with their words, told apart by `type`. Undefined is null: it crosses as JSON. */
export interface Questions {
  circuit: { ask: { document: Circuit; practice: Practice }; answer: CircuitAnswer };
  run: { ask: { log: readonly LogEntry[]; faults: readonly Fault[] }; answer: RunAnswer };
  look: { ask: LookAsk; answer: LookAnswer };
  study: { ask: Record<never, never>; answer: StudyAnswer };
  /** what a change does around a device, before all of the circuit is judged; null: nothing is known yet of how the rest loads the supply */
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

export type QuestionType = keyof Questions;
export type Question = { [T in QuestionType]: { readonly id: number; readonly type: T } & Questions[T]['ask'] }[QuestionType];

export interface CircuitAnswer {
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
  readonly chatter: readonly { readonly fromMs: number; readonly untilMs: number; readonly periodMs: number; readonly tags: string }[];
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

/** The devices that answer to the same hands as one of them, judged with all else in its heaviest state as it was known last. */
export interface NearAnswer extends Pick<StudyAnswer, 'coils' | 'poles' | 'transformers' | 'toEarthV'> {
  readonly devices: readonly DeviceId[];
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

/** Where an end of a wire lies. */
export interface WireEndView {
  readonly terminal: TerminalId | null;
  readonly spelled: string;
  readonly place: string;
}

/** A wire as a line of the list: in the order in which it is landed. */
export interface WireRowView {
  readonly conductor: ConductorId;
  readonly number: string;
  readonly ends: readonly [WireEndView, WireEndView];
  readonly words: string;
  /** the most to earth in any state, and the most amps; null while nobody has looked */
  readonly mostV: number | null;
  readonly amps: number | null;
  readonly size: string;
  readonly colour: string;
  readonly insulationV: number;
  readonly cable: string | null;
  readonly core: number | null;
  readonly lengthM: number | null;
  readonly ferrules: readonly [string | null, string | null];
}

export interface WiringAnswer {
  readonly rows: readonly WireRowView[];
  readonly doubts: readonly {
    readonly title: string;
    readonly remedy: string;
    readonly verdict: Verdict;
    readonly wires: readonly ConductorId[];
    readonly device: DeviceId | null;
    readonly source: string;
  }[];
  /** devices that may be opened to make dead */
  readonly openers: readonly { readonly device: DeviceId; readonly words: string }[];
  readonly statesSeen: number;
  /** every state there is was tried: only then nothing is said to be doubtful */
  readonly isWhole: boolean;
}

interface SpotView {
  readonly xMm: number;
  readonly yMm: number;
}

export interface BodyView {
  readonly device: DeviceId;
  readonly tag: string;
  readonly title: string;
  /** the place whose plate or skin it is on */
  readonly surface: string;
  readonly at: SpotView | null;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly heldBy: 'rail' | 'plate' | 'door';
  readonly isTypical: boolean;
  readonly isMains: boolean;
  readonly watts: number | null;
  /** volts at its coil as it pulls in, the least seen; null: it has none, or is never called */
  readonly pullInV: number | null;
}

/** A panel as it is laid out. Millimetres from the upper left corner of its plate, or of its door. */
export interface PanelView {
  readonly place: string;
  readonly name: string;
  readonly size: { readonly widthMm: number; readonly heightMm: number } | null;
  readonly plate: { readonly widthMm: number; readonly heightMm: number } | null;
  readonly doors: readonly { readonly place: string; readonly name: string; readonly widthMm: number; readonly heightMm: number }[];
  readonly mounts: readonly Mount[];
  readonly bodies: readonly BodyView[];
  readonly routes: readonly {
    readonly conductor: ConductorId;
    readonly number: string;
    readonly corners: readonly SpotView[];
    readonly metres: number;
    readonly isWhole: boolean;
  }[];
  readonly ducts: readonly { readonly duct: number; readonly words: string; readonly share: number; readonly wires: number }[];
  readonly heat: {
    readonly watts: number;
    readonly aroundC: number;
    readonly isAroundTypical: boolean;
    readonly insideC: number;
    readonly surfaceM2: number;
    readonly fanM3h: number | null;
  } | null;
  readonly spareShare: number | null;
  readonly doubts: readonly {
    readonly title: string;
    readonly remedy: string;
    readonly verdict: Verdict;
    readonly devices: readonly DeviceId[];
    readonly source: string;
  }[];
  /** what places everything anew */
  readonly placement: readonly EditChange[];
  readonly tooWide: readonly string[];
  /** wires that the plan makes longer or shorter than the document says */
  readonly lengths: { readonly free: readonly EditChange[]; readonly measured: readonly EditChange[] };
}

export interface MountingAnswer {
  readonly panels: readonly { readonly place: string; readonly name: string; readonly devices: number; readonly placed: number }[];
  /** null: nothing of the circuit is in a panel */
  readonly shown: PanelView | null;
}

export interface BetweenAnswer {
  readonly is: Between['is'];
  readonly words: string;
}

/** The whole way of a wire, hop by hop. */
export interface FollowAnswer {
  readonly start: { readonly terminal: TerminalId; readonly spelled: string } | null;
  readonly hops: readonly {
    readonly words: string;
    /** null: it is no wire, but the halves of a plug */
    readonly wire: ConductorId | null;
    readonly terminal: TerminalId | null;
    readonly spelled: string;
    /** how often the way has parted before it */
    readonly branch: number;
  }[];
  /** where it ends at something that does more than join */
  readonly ends: readonly string[];
}

/** Two ways of building a circuit, figure by figure. */
export interface VariantAnswer {
  readonly figures: readonly { readonly words: string; readonly here: number; readonly there: number }[];
}

export interface LandingAnswer {
  readonly dead: readonly {
    readonly wires: readonly ConductorId[];
    readonly words: string;
    readonly red: TerminalId;
    readonly black: TerminalId;
    readonly redSpelled: string;
    readonly blackSpelled: string;
    /** null: an open line */
    readonly ohms: number | null;
    readonly expects: string;
    readonly masked: readonly ConductorId[];
    readonly ifPowered: readonly string[];
  }[];
  readonly live: readonly { readonly asks: string; readonly expects: string; readonly volts: number | null }[];
  readonly loose: readonly ConductorId[];
  readonly heldBack: readonly ConductorId[];
}

/** Mishaps of one cable, of one device, or of the whole circuit where neither is said. */
export interface RehearseAsk {
  readonly cable: string | null;
  readonly device: DeviceId | null;
}

export interface RehearseAnswer {
  readonly rehearsed: readonly (RehearsedWords & Pick<Mishap, 'how' | 'why' | 'ends' | 'wires'>)[];
}

export interface StaysLiveAnswer {
  readonly live: readonly {
    readonly terminal: TerminalId;
    readonly spelled: string;
    readonly device: string;
    readonly isHot: boolean;
    readonly volts: number;
    readonly words: string;
  }[];
  readonly statesSeen: number;
  /** states beyond those: nothing is said of them */
  readonly untried: number;
}
