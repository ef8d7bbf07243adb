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
  | { readonly by: 'trip' };

export interface Contact extends TwoEnded {
  readonly kind: 'contact';
  readonly form: 'NO' | 'NC';
  readonly mover: Mover;
  readonly duty: 'power' | 'control';
  readonly symbol: 'contact' | 'isolator' | 'push' | 'pressure' | 'thermostat' | 'overload' | 'end-switch';
  readonly ratings: PoleRatings;
}

/** Ratings printed for a contact; `undefined` where the print is silent. */
export interface PoleRatings {
  readonly motorA?: number | undefined;
  readonly lockedA?: number | undefined;
  readonly resistiveA?: number | undefined;
  readonly pilotCode?: string | undefined;
  readonly carryA?: number | undefined;
  readonly makeA?: number | undefined;
}

export interface Coil extends TwoEnded {
  readonly kind: 'coil';
  readonly current: 'AC' | 'DC' | undefined;
  readonly ratedV: number | undefined;
  /** high end of a range coil (208–240), else the same as `ratedV` */
  readonly ratedHighV: number | undefined;
  readonly hz: number | undefined;
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
}

export interface Motor extends TwoEnded {
  readonly kind: 'motor';
  readonly ratedV: number | undefined;
  readonly runA: number;
  readonly runPf: number;
  readonly lockedA: number;
  readonly lockedPf: number;
  readonly runUpMs: number;
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
  readonly secondary: readonly { readonly mark: string; readonly volts: number }[];
  readonly va: number | undefined;
  readonly style: 'class-2' | 'industrial';
  readonly regulation: number;
}

export interface Fuse extends TwoEnded {
  readonly kind: 'fuse';
  readonly ratingA: number | undefined;
  readonly curve: CurveName;
  readonly ohms: number;
  /** several fuses or poles that open together share a trip */
  readonly trip: 'own' | 'shared';
  readonly symbol: 'fuse' | 'overload-heater';
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
  | 'protector';

/** Every node mark that a part touches, inner nodes included. */
export function endsOf(part: Part): string[] {
  switch (part.kind) {
    case 'motor3':
      return [...part.ends, part.star];
    case 'transformer':
      return [...part.primary.map((tap) => tap.mark), ...part.secondary.map((tap) => tap.mark), part.core];
    case 'dc-output':
      return [part.a, part.b, ...part.fedBy];
    default:
      return [part.a, part.b];
  }
}
