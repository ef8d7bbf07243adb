import type { ConductorId, DeviceId, Point } from '#core/circuit';
import type { BlockSymbol, SymbolName } from '#core/kinds';

/** Sheet units: 1 u is 1 px at 100 % and 0.25 mm on paper. */
export const CELL = 104;
export const PIN = 26;
export const ROW = 80;
export const COMB_ROW = 60;
/** Between the conductors of one bundle, and between their bars. */
export const LANE = 20;
export const BAR = 14;
export const MARGIN = 64;
export const FIRST_ROW = 64;
export const RAIL_GAP = 22;
/** The sheet is at least this wide, so that it fills the bench. */
export const LEAST_CELLS = 7;

export type VoltageClass = 'elv-ac' | 'elv-dc' | 'control' | 'power' | 'none';

/** Symbols of parts, and of what the sheet itself draws: a supply, a block with rows of its own, a plain wire. */
export type SymbolKind = SymbolName | 'source' | 'secondary' | 'source-block' | BlockSymbol | 'wire';

/** Contacts that a timer moves, by when they move. */
export const LATE = ['late', 'late-back', 'late-both'] as const satisfies readonly SymbolKind[];

/** What a band is called: facts, from which the words are made. */
export type BandName =
  | { readonly code: 'mains'; readonly volts: number | undefined; readonly hz: number | undefined; readonly tag: string }
  | { readonly code: 'secondary' | 'dc' | 'loop'; readonly volts: number | undefined; readonly tag: string }
  | { readonly code: 'own loop'; readonly tag: string }
  | { readonly code: 'pair'; readonly rails: readonly string[]; readonly tag: string }
  | { readonly code: 'between supplies' | 'no supply' | 'earth' };

export interface Pin {
  readonly point: Point;
  readonly mark: string;
  readonly x: number;
  readonly y: number;
  readonly side: 'left' | 'right' | 'top' | 'bottom';
}

export interface PlacedSymbol {
  /** unique on the sheet: `device:part`, or what is drawn of the part */
  readonly id: string;
  readonly device: DeviceId;
  readonly part: string;
  readonly kind: SymbolKind;
  readonly form: 'NO' | 'NC' | undefined;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly pins: readonly Pin[];
  readonly tag: string;
  readonly text: string;
  readonly description: string;
  /** its place among the conductors that go together on neighbouring lines, and how many there are; `isAlone`: nothing of its own stands on the others */
  readonly stack?: { readonly index: number; readonly of: number; readonly isAlone?: true } | undefined;
  /** its path runs from top to bottom */
  readonly isStanding?: true;
  /** line number in the margin; 0 in a head row */
  line: number;
  /** under a coil: the lines of its contacts, negative for NC; beside a contact: the line of its coil */
  refs: number[];
}

/** A straight piece of a net. `near` is the terminal whose volts tint it, `carries` the part (`device:part`) whose current it has. */
export interface Segment {
  readonly net: number;
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  readonly near: Point | undefined;
  readonly carries: string | undefined;
}

/** A terminal of a strip, a splice or a loose end, drawn on a lead. */
export interface Marker {
  readonly point: Point;
  readonly kind: 'way' | 'loose';
  readonly x: number;
  readonly y: number;
  readonly label: string;
  readonly net: number;
  readonly isStanding?: true;
}

export interface Flag {
  readonly net: number;
  readonly name: string;
  readonly x: number;
  readonly y: number;
  /** `on`, or `beside` one that stands: at a wire that goes on at another flag of the same name */
  readonly side: 'left' | 'right' | 'on' | 'top' | 'bottom' | 'beside';
  /** one end of a jump across the drawing: a number in a circle, the same at each of its places */
  readonly isJog?: boolean;
}

export interface Dot {
  readonly net: number;
  readonly x: number;
  readonly y: number;
}

/** A rail, named at its end (`x`, `y1`). */
export interface RailMark {
  readonly net: number;
  readonly name: string;
  readonly x: number;
  readonly y1: number;
  readonly y2: number;
}

export interface Band {
  readonly name: BandName;
  readonly tint: VoltageClass;
  readonly form: 'ladder' | 'bundle' | 'comb' | 'list' | 'earth';
  /** its paths run from top to bottom, and the bands stand side by side */
  readonly isStanding?: true;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly rails: readonly RailMark[];
  readonly symbols: readonly PlacedSymbol[];
  readonly segments: readonly Segment[];
  readonly dots: readonly Dot[];
  readonly markers: readonly Marker[];
  readonly flags: readonly Flag[];
  readonly earths: readonly { readonly x: number; readonly y: number; readonly point: Point; readonly isStanding?: true }[];
  /** of a ladder, its lines by what hangs together: the symbols of each group, in the order in which the groups stand */
  readonly groups: readonly (readonly string[])[];
  readonly links: readonly { readonly x1: number; readonly y1: number; readonly x2: number; readonly y2: number }[];
  /** where the number of each line stands */
  readonly lines: readonly { readonly number: number; readonly x: number; readonly y: number }[];
}

export interface Sheet {
  readonly width: number;
  readonly height: number;
  readonly bands: readonly Band[];
  /** contacts and outputs that lead nowhere: told under the sheet */
  readonly spare: readonly { readonly device: DeviceId; readonly part: string; readonly ends: readonly [string, string] }[];
  readonly conductorsOfNet: ReadonlyMap<number, readonly ConductorId[]>;
  readonly netOf: ReadonlyMap<Point, number>;
}
