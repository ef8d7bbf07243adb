import { inverse, type Phasor, phasor, ZERO } from '#core/units';

/** The end of a part that is the earth itself; ends are else terminal marks of the device, or `#name` for a node inside it. */
export const EARTH = '!earth';

/** What every part has: an id that is unique in its device (`coil`, `L1-T1`) and the kind that says how it behaves. */
export interface PartBase {
  readonly kind: string;
  readonly id: string;
}

export interface TwoEnded extends PartBase {
  readonly a: string;
  readonly b: string;
}

/** A branch of a part: the marks it joins with their weights. Current = y·(Σ weight·volts − emf). */
export interface BranchShape {
  readonly marks: readonly string[];
  readonly weights: readonly number[];
  readonly role: Role;
}

/**
 * What a branch is in the wiring: it lets through what it is told to (a contact), always (metal), uses what comes (a load),
 * brings volts of its own (a source), or is the iron of a transformer.
 */
export type Role = 'pass' | 'joint' | 'load' | 'source' | 'core';

/** Admittance (siemens) and series EMF (RMS volts) of a branch. */
export interface BranchValue {
  readonly y: Phasor;
  readonly emf: Phasor;
}

/** How a part stands: one of its kind's named modes, and the numbers that go with it. */
export type State<M extends string = string, V extends string = never> = { readonly mode: M } & { readonly [K in V]: number };

/** How a part stands and what is wrong with it. */
export interface How<S = State<string, string>, F extends string = string> {
  readonly state: S;
  readonly fault: F | undefined;
}

/** What a part sees of itself once the circuit is solved. */
export interface Sight {
  /** RMS volts across its first branch */
  readonly volts: number;
  /** RMS amps; of a part with several equal branches the most */
  readonly amps: number;
  /** share of its rated volts that moves it, as its kind counts them */
  readonly drive: number;
  readonly look: Look;
}

/** RMS volts of one part: across one of its branches, and between two of its marks. */
interface VoltsOf {
  across(branch: number): number;
  between(marks: readonly string[]): number;
}

/** Reads the solved circuit from inside one part. */
export interface Look {
  /** phasor across a branch of the part, by frequency */
  across(branch: number): readonly { readonly hz: number; readonly volts: Phasor }[];
  /** RMS volts across a branch, and amps through it */
  volts(branch: number): number;
  amps(branch: number): number;
  /** RMS amps through the others of its kind in its device: the most */
  besideA(): number;
  /** value and rate a minute of the process that the part reads */
  process(): { readonly value: number; readonly perMinute: number } | undefined;
}

/** A change to come. */
export interface Next<M extends string = string, V extends string = string> {
  readonly mode: M;
  readonly inMs: number;
  /** `first` (unless said): due when it was first due. `fresh`: the time is computed anew at every event (heat, travel). `sooner`: whichever comes first. */
  readonly when?: 'first' | 'fresh' | 'sooner';
  /** numbers that change with it */
  readonly values?: { readonly [K in V]?: number };
}

/** The device that a part is in, as the part may ask of it. */
export interface Own {
  /** whether a hand, or a process, holds this input */
  isOn(input: string): boolean;
  /** whether the device's part of this id holds what it moves */
  holds(part: string, channel?: string): boolean;
  /** modes and faults of the device's other parts */
  readonly others: readonly { readonly part: PartBase; readonly how: How<State> }[];
}

/** Amps asked of a non-linear part and the answer of the circuit when its numbers are tried. */
export interface Trial {
  amps(): number;
  /** phasor across one of its branches, at the first frequency that is no DC */
  across(branch: number): Phasor;
  /** symmetrical component of the volts at three branches; +1 positive, −1 negative sequence; at the first frequency that is no DC */
  sequence(sign: 1 | -1, firstBranch?: number): Phasor;
  /** puts the numbers in and solves */
  put(values: Readonly<Record<string, number>>): void;
}

/** What a contact meets in a part. */
export type LoadClass = 'motor' | 'resistive' | 'lamp' | 'coil' | 'electronics' | 'input';

/** Whether what is seen of a part counts as on, on its way, or off: the one answer for sheet, timeline, sightings and words. */
export type Phase = 'off' | 'under way' | 'on';

/** A number with its unit beside a symbol; `undefined` where the print is unread. */
export interface Printed {
  readonly value: number | undefined;
  readonly unit: string;
}

/** How a part stands on a drawing. Ends are marks of the device. */
export type Drawn =
  | {
      readonly as: 'element';
      /** what is added to the part's id where a part is drawn as several */
      readonly sub?: string;
      readonly symbol: SymbolName;
      readonly a: string;
      readonly b: string;
      readonly isLoad?: boolean;
      /** may stand in the head of a band: fuse, isolator, breaker poles */
      readonly isHead?: boolean;
      readonly form?: 'NO' | 'NC';
      readonly text?: Printed | string;
    }
  /** a winding between the lowest and the highest of its taps that are wired */
  | { readonly as: 'winding'; readonly sub: string; readonly taps: readonly { readonly mark: string; readonly volts: number }[] }
  /** one leg of a polyphase or split supply: the legs of a device are one source */
  | { readonly as: 'leg'; readonly end: string; readonly hz: number | undefined }
  | { readonly as: 'block'; readonly sub?: string; readonly symbol: BlockSymbol; readonly ends: readonly string[]; readonly text: Printed }
  | {
      readonly as: 'source';
      readonly sub?: string;
      readonly ends: readonly string[];
      readonly system: 'secondary' | 'dc' | 'loop';
      readonly volts: number | undefined;
      readonly hz: number | undefined;
      readonly text: Printed;
    };

/** How a contact is drawn: by what works it, or by when it moves. */
export type ContactSymbol =
  | 'contact'
  | 'isolator'
  | 'push'
  | 'pressure'
  | 'thermostat'
  | 'overload'
  | 'end-switch'
  | 'float'
  | 'selector'
  | 'light'
  | 'clock'
  | 'late'
  | 'late-back'
  | 'late-both';

export type SymbolName =
  | ContactSymbol
  | 'coil'
  | 'motor'
  | 'heater'
  | 'lamp'
  | 'box'
  | 'fuse'
  | 'overload-heater'
  | 'timer'
  | 'bar'
  | 'valve'
  | 'winding'
  | 'breaker'
  | 'capacitor'
  | 'diode';

/** What stands on three lines at once. */
export type BlockSymbol = 'motor-block' | 'heater-block' | 'monitor-block';

interface FaultMode<F extends string = string> {
  readonly mode: F;
  /** common practice: how often it is met, relative to the other modes of its kind */
  readonly weight: number;
  /** volts alone do not prove it: a feed that sags only under load looks the same; a known good one in its place does */
  readonly isProvedBySwap?: true;
}

/** Why a part keeps volts from what is behind it, as a code that the words are made of. */
export type Hindrance =
  | 'waits'
  | 'no volts to time with'
  | 'never passes'
  | 'starting up'
  | 'blank'
  | 'not calling'
  | 'open'
  | 'not pressed'
  | 'not pulled in'
  | 'held open'
  | 'tripped'
  | 'end switch waits'
  | 'blown'
  | 'no output'
  | 'primary dead'
  | 'lost'
  | 'not switched on'
  | 'not released'
  | 'burnt out'
  | 'off';

/**
 * Everything that one kind of part is: its ends, its branches, its state and what moves it on, what is seen of it, what can be wrong
 * with it, what it asks of a contact, how it is drawn. Whoever needs one of these loops over records; nobody switches on kinds.
 * @typeParam P the part's nameplate quantities; M its modes; V the numbers of its state; F its faults; S what may be seen of it
 */
export interface Kind<
  P extends PartBase = PartBase,
  M extends string = string,
  V extends string = string,
  F extends string = string,
  S extends string = string,
> {
  readonly kind: P['kind'];
  /** named modes; the first is the one at rest */
  readonly modes: readonly M[];
  /** numbers of the state with their values at rest */
  values(part: P): Readonly<Record<V, number>>;
  /** every node mark that it touches, inner nodes included */
  ends(part: P): readonly string[];
  branches(part: P): readonly BranchShape[];
  /** one value a branch; at a frequency other than that of its source an element keeps its impedance and loses its EMF. 0 Hz is DC. */
  admittances(part: P, how: How<State<M, V>, F>, hz: number): readonly BranchValue[];
  readonly faults: readonly FaultMode<F>[];
  /** a mode that it does not come back from by itself; only what is run as it would really go reaches it */
  readonly wreck?: M;
  /** how it stands when the power switch opens its device */
  readonly openedAs?: F;
  /** the frequency at which it drives something, 0 for DC */
  drivesHz?(part: P): number | undefined;
  /** share of rated volts that moves it */
  drive?(part: P, look: Look): number;
  /** what it does next by itself, given what it sees; null: nothing. Without it the kind does not move by itself. */
  next?(part: P, how: How<State<M, V>, F>, sight: Sight): Next<M, V> | null;
  /** numbers that a new mode brings */
  enters?(part: P, state: State<M, V>): { readonly [K in V]?: number };
  /** numbers after `dtMs` at the present volts: heat, travel */
  gathers?(part: P, how: How<State<M, V>, F>, sight: Sight, dtMs: number): { readonly [K in V]?: number };
  /** the number that opens it when it comes to 1 */
  readonly opensAt?: NoInfer<V>;
  /** its numbers say what it does next, so that two moments are alike only when they are */
  readonly isKeyed?: boolean;
  /** brings the circuit and a part that is not linear to rest with each other; returns how far it moved, relative */
  bends?(part: P, how: How<State<M, V>, F>, trial: Trial): number;
  /** how it must stand now because of the rest of its device; null: as it does */
  follows?(part: P, how: How<State<M, V>, F>, own: Own): Pick<Next<M, V>, 'mode' | 'values'> | null;
  /** whether it holds what it moves: the contacts of its device */
  holds?(part: P, how: How<State<M, V>, F>, channel: string | undefined): boolean;
  /** of a branch that passes or brings volts: whether it does now */
  conducts?(part: P, how: How<State<M, V>, F>): boolean;
  hinders?(part: P, how: How<State<M, V>, F>, own: Own): Hindrance;
  /** what a person may see or hear of it, each with its phase; see says which now, undefined where its print is unread */
  readonly sights?: Readonly<Record<S, Phase>>;
  see?(part: P, how: How<State<M, V>, F>, sight: Sight): S | undefined;
  loadClass?(part: P): LoadClass | undefined;
  /** it runs or moves by more than volts: in some state it must be seen to */
  readonly mustMove?: true;
  /** the volts that its rated volts are held against; without it those across it */
  getsV?(part: P, volts: VoltsOf): number;
  /** it stands on three lines: its first two ends are on two of them, and its branches are its phases */
  readonly phases?: 3;
  /** amps of a line over those of its first branch, when it is joined as it is printed; 1 unless said */
  lineTimes?(part: P): number;
  /** its rated volts are the most that it bears: fewer harm nothing, and it asks nothing of who feeds it */
  bearsOnly?(part: P): boolean;
  /** amps as it is made over the amps it runs at */
  inrushRatio?(part: P): number;
  drawn?(part: P): readonly Drawn[];
}

/** Makes a record of a kind; the types of modes, numbers, faults and sights are taken from what it says. */
export const kindOf =
  <P extends PartBase>() =>
  <const M extends string, const V extends string = never, const F extends string = never, const S extends string = never>(
    record: Kind<P, M, V, F, S>,
  ): Kind<P, M, V, F, S> =>
    record;

/** An open contact, a blown fuse, a broken wire: 2⁻³⁰ S, about 1.07 GΩ. Larger than this and what-ifs lose digits. */
export const OPEN_SIEMENS = 2 ** -30;

export const OPEN: BranchValue = { y: phasor(OPEN_SIEMENS), emf: ZERO };
/** A branch of plain resistance, in ohms. */
export const ohmic = (ohms: number): BranchValue => ({ y: phasor(1 / ohms), emf: ZERO });
/** A branch of an admittance without volts of its own. */
export const passive = (z: Phasor): BranchValue => ({ y: inverse(z), emf: ZERO });
/** A branch from one mark to another. */
export const between = (a: string, b: string, role: Role): BranchShape => ({ marks: [a, b], weights: [1, -1], role });
/** The values of a kind that has none. */
export const noNumbers = (): Record<never, number> => ({});
