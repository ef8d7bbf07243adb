/**
 * What a device is made of, electrically: the inner elements between its terminals.
 * Ends are terminal marks of the device, `#name` for a node inside it, or `EARTH`.
 * Values are nameplate quantities; `network` turns them into admittances, `sequence` into motion, `draw` into symbols.
 * `undefined` in a nameplate quantity means that nobody knows it: such a part is solved as open and said to be unknown.
 */
export const EARTH = '!earth';

export type PartKind = Part['kind'];

interface Common {
  /** unique in the device: `coil`, `L1-T1`, `R-Y` */
  readonly id: string;
}

interface TwoEnded extends Common {
  readonly a: string;
  readonly b: string;
}

/** What moves a contact: the device's own armature, a person or a process, the electronics' output, an end switch, a trip. */
export type Mover =
  | { readonly by: 'armature' }
  | { readonly by: 'input'; readonly input: string }
  | { readonly by: 'output'; readonly inputs: readonly string[] }
  | { readonly by: 'travel' }
  | { readonly by: 'trip' }
  | { readonly by: 'timer' };

export interface Contact extends TwoEnded {
  readonly kind: 'contact';
  readonly form: 'NO' | 'NC';
  readonly mover: Mover;
  readonly duty: 'power' | 'control';
  readonly symbol:
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
    | 'clock';
  readonly ratings: PoleRatings;
  /** electronics leak while they are off; a contact does not */
  readonly offOhms?: number | undefined;
}

export type DriverKind = 'thermostat' | 'board' | 'relay-output' | 'transistor' | 'triac';

/** Ratings printed for a contact; `undefined` where the print is silent. */
export interface PoleRatings {
  /** an output of a controller: what is not printed on it is usual for its kind */
  readonly driver?: DriverKind | undefined;
  readonly motorA?: number | undefined;
  readonly lockedA?: number | undefined;
  readonly resistiveA?: number | undefined;
  readonly pilotCode?: string | undefined;
  readonly carryA?: number | undefined;
  readonly makeA?: number | undefined;
  /** IEC: AC-3 motor amps, AC-15 coil amps */
  readonly ac3A?: number | undefined;
  readonly ac15A?: number | undefined;
  /** hp marks at 120 and at 240 V, single phase */
  readonly hp120?: number | undefined;
  readonly hp240?: number | undefined;
  /** lamps or ballasts (AC-5), and the peak the pole may make */
  readonly lampA?: number | undefined;
  readonly peakA?: number | undefined;
  /** an explicit DC figure and the volts it holds at */
  readonly dcA?: number | undefined;
  readonly dcV?: number | undefined;
  readonly mostV?: number | undefined;
  readonly leastMa?: number | undefined;
  readonly surface?: 'power' | 'relay' | 'auxiliary' | 'gold' | undefined;
}

export interface Coil extends TwoEnded {
  readonly kind: 'coil';
  readonly current: 'AC' | 'DC' | 'AC/DC' | undefined;
  readonly ratedV: number | undefined;
  /** high end of a range coil (208–240), else the same as `ratedV` */
  readonly ratedHighV: number | undefined;
  readonly hz: number | undefined;
  /** a second point of the print: 110 V at 50 Hz beside 120 V at 60 Hz */
  readonly alsoAt?: { readonly volts: number; readonly hz: number } | undefined;
  /** keeps its place without current: a set or a reset coil of a latching relay */
  readonly latch?: 'set' | 'reset' | undefined;
  /** the end that takes plus: a DC coil with a diode, a light or a magnet inside */
  readonly plus?: 'a' | 'b' | undefined;
  /** made for pulses: it burns when it stays on */
  readonly pulseOnly?: boolean | undefined;
  /** how the two halves of a dual-voltage coil are joined; opposed, they give no flux and only their ohms count */
  readonly halves?: 'series' | 'parallel' | 'opposed' | 'unknown' | undefined;
  readonly inrushVa: number;
  readonly inrushPf: number;
  readonly sealedVa: number;
  readonly sealedPf: number;
  /** share of rated volts at which it surely pulls in: for judging */
  readonly pickUpGuaranteedRatio: number;
  /** share at which it pulls in as a rule, and lets go: for what will happen */
  readonly pickUpTypicalRatio: number;
  readonly dropOutTypicalRatio: number;
  readonly mustReleaseRatio: number;
  readonly operateMs: number;
  readonly releaseMs: number;
}

export interface Load extends TwoEnded {
  readonly kind: 'load';
  readonly use: 'lamp' | 'heater' | 'display' | 'input' | 'module';
  readonly ratedV: number | undefined;
  readonly va: number;
  readonly pf: number;
  /** DC seen as the same ohms (lamp, heater), or nothing (a rectifier or a transformer inside) */
  readonly passesDc: boolean;
  /** lamps: amps as they are made over running amps */
  readonly inrushTimes?: number | undefined;
}

/** Three equal elements on three lines, in delta or in wye without a neutral. */
export interface Load3 extends Common {
  readonly kind: 'load3';
  readonly ends: readonly [string, string, string];
  readonly star: string;
  readonly connection: 'delta' | 'wye';
  readonly ratedV: number | undefined;
  /** all three together */
  readonly watts: number;
}

/** A timer with a supply of its own and a call input; its contact follows the call late. */
export interface Timer extends TwoEnded {
  readonly kind: 'timer';
  /** ends of the supply that keeps it alive */
  readonly fedBy: readonly [string, string];
  readonly ratedV: number;
  readonly va: number;
  readonly onDelayS: number | undefined;
  readonly offDelayS: number | undefined;
}

export interface Motor extends TwoEnded {
  readonly kind: 'motor';
  readonly ratedV: number | undefined;
  readonly runA: number;
  readonly runPf: number;
  readonly lockedA: number;
  readonly lockedPf: number;
  readonly runUpMs: number;
  readonly serviceFactor: number | undefined;
  readonly protector: boolean;
}

export interface Motor3 extends Common {
  readonly kind: 'motor3';
  readonly ends: readonly [string, string, string];
  readonly star: string;
  readonly ratedV: number | undefined;
  readonly runA: number;
  readonly runPf: number;
  readonly lockedA: number;
  readonly lockedPf: number;
  readonly runUpMs: number;
  readonly serviceFactor: number | undefined;
}

export interface Source extends TwoEnded {
  readonly kind: 'source';
  /** RMS volts from b to a with nothing connected */
  readonly volts: number | undefined;
  readonly phaseDeg: number;
  /** 0 for DC */
  readonly hz: number | undefined;
  readonly ohms: number;
  readonly reactanceOhms: number;
  readonly role: 'mains' | 'call-input';
}

/** A winding set on one core. Taps are measured from the first mark; volts at rated load as printed. */
export interface Transformer extends Common {
  readonly kind: 'transformer';
  readonly core: string;
  readonly primary: readonly { readonly mark: string; readonly volts: number }[];
  /** `copper`: share of the whole winding's ohms up to this tap, where it does not go by the square of the volts */
  readonly secondary: readonly { readonly mark: string; readonly volts: number; readonly copper?: number }[];
  readonly va: number | undefined;
  readonly style: 'class-2' | 'industrial';
  readonly regulation: number;
}

export interface Fuse extends TwoEnded {
  readonly kind: 'fuse';
  readonly ratingA: number | undefined;
  readonly curve: CurveName;
  readonly ohms: number;
  /** an overload's heaters share a trip and stay closed; the poles of a breaker are linked and open together */
  readonly trip: 'own' | 'shared' | 'linked';
  readonly symbol: 'fuse' | 'overload-heater' | 'breaker';
}

export interface SeriesTimer extends TwoEnded {
  readonly kind: 'series-timer';
  readonly ratedV: number;
  readonly delayS: number | undefined;
  readonly onDropV: number;
  readonly offOhms: number;
  readonly holdA: number;
  readonly resetMs: number;
}

/** Electronics that need their own volts before their outputs move. */
export interface Electronics extends TwoEnded {
  readonly kind: 'electronics';
  readonly ratedV: number;
  readonly va: number;
  readonly worksFromV: number;
  readonly bootS: number;
}

export interface Travel extends TwoEnded {
  readonly kind: 'travel';
  readonly ratedV: number | undefined;
  readonly va: number;
  readonly pf: number;
  readonly openS: number;
  readonly closeS: number;
}

export interface DcOutput extends TwoEnded {
  readonly kind: 'dc-output';
  readonly volts: number | undefined;
  readonly ohms: number;
  /** ends of the AC side that keeps it up, and its rated volts */
  readonly fedBy: readonly [string, string];
  readonly fedV: number | undefined;
}

/** Metal: a solid bar, a strap, a bond to earth. */
export interface Join extends TwoEnded {
  readonly kind: 'join';
  readonly ohms: number;
}

export type Part =
  | Contact
  | Coil
  | Load
  | Load3
  | Timer
  | Motor
  | Motor3
  | Source
  | Transformer
  | Fuse
  | SeriesTimer
  | Electronics
  | Travel
  | DcOutput
  | Join;

export type CurveName =
  | 'na-time-delay-motor'
  | 'na-time-delay-control'
  | 'na-fast'
  | 'iec-5x20-T'
  | 'iec-5x20-F'
  | 'blade-32'
  | 'overload-10'
  | 'breaker-na'
  | 'mcb-B'
  | 'mcb-C'
  | 'mcb-D'
  | 'protector';

/** Every node mark that a part touches, inner nodes included. */
export function endsOf(part: Part): string[] {
  switch (part.kind) {
    case 'motor3':
      return [...part.ends, part.star];
    case 'transformer':
      return [...part.primary.map((tap) => tap.mark), ...part.secondary.map((tap) => tap.mark), part.core];
    case 'load3':
      return part.connection === 'wye' ? [...part.ends, part.star] : [...part.ends];
    case 'timer':
    case 'dc-output':
      return [part.a, part.b, ...part.fedBy];
    default:
      return [part.a, part.b];
  }
}
