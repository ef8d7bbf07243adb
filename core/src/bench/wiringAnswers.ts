import type { ConductorId, DeviceId, EditChange, Mount, TerminalId } from '#core/circuit';
import type { Verdict } from '#core/size';
import type { Between, Mishap } from '#core/wiring';
import type { RehearsedWords } from '#core/words';

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
  readonly ducts: readonly {
    readonly duct: number;
    readonly words: string;
    readonly share: number;
    readonly depthMm: number;
    readonly isDepthTypical: boolean;
    readonly wires: number;
  }[];
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
