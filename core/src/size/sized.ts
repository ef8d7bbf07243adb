import type { WireSize } from '#core/units';
import type { CoilBandCode, CoilWord } from './coil';
import type { CoilIll } from './coilIlls';
import type { Asks, Row } from './row';
import type { Verdict } from './verdict';

/** Names of figures that stand without a limit beside them: a result, not a judgement. */
export type FigureName =
  | 'applied over rated'
  | 'rated'
  | 'guaranteed from'
  | 'takes at most'
  | 'current'
  | 'heat over held'
  | 'DC for the held current'
  | 'current over held, stuck open'
  | 'heat over held, stuck open'
  | 'heat, steady'
  | 'carries'
  | 'smallest that carries it'
  | 'loop'
  | 'loses'
  | 'longest run'
  | 'longest run in feet'
  | 'gives'
  | 'share of rated'
  | 'line'
  | 'element amps'
  | 'element ohms'
  | 'circuit at least'
  | 'circuits of space heating'
  | 'breaker'
  | 'running, by table'
  | 'rated load'
  | 'running, by nameplate'
  | 'running, by power'
  | 'locked rotor'
  | 'overload set to'
  | 'short-circuit device at least'
  | 'conductor at least'
  | 'breaker or fuse at most'
  | 'if it cannot start, at most'
  | 'inverse-time breaker at most'
  | 'time-delay fuse at most'
  | 'non-time-delay fuse at most'
  | 'overload at most'
  | 'NEMA size'
  | 'IEC frame'
  | 'held'
  | 'held over the working share'
  | 'next in the ladder'
  | 'closing, square root of squares'
  | 'held and cold in-rush'
  | 'idle with the line at 110 %'
  | 'closing at the coil'
  | 'closing with the line at 90 %'
  | 'secondary'
  | 'secondary fuse at most'
  | 'fit'
  | 'primary'
  | 'primary fuse at most'
  | 'primary fuse, largest usual'
  | 'short circuit'
  | 'impedance'
  | 'winding, secondary'
  | 'winding, primary'
  | 'draws'
  | 'with a quarter in hand'
  | 'module'
  | 'bleeder'
  | 'bleeder fits'
  | 'leak'
  | 'operations'
  | 'years'
  | 'hours in a chatter'
  | 'share of insulation life'
  | 'drivers by peak'
  | 'drivers by amps';

/** A figure by its name. `size` is that of a wire; `range` has a low and a high end. */
export interface Figure {
  readonly name: FigureName;
  readonly value: number | undefined;
  readonly unit: string;
  readonly source: string;
  readonly size?: WireSize;
  readonly to?: number;
  readonly text?: string;
}

/** A result that stands without a limit beside it. */
export const figure = (name: FigureName, value: number | undefined, unit: string, source: string): Figure => ({
  name,
  value,
  unit,
  source,
});

/** A fact that is missing, as the form asks for it. */
export type Missing =
  | 'coil volts'
  | 'coil kind, AC or DC'
  | 'coil kind'
  | 'coil frequency'
  | 'how the two halves are joined'
  | 'supply volts'
  | 'supply kind, AC or DC'
  | 'supply frequency'
  | 'size'
  | 'amps'
  | 'amps or inrush VA'
  | 'volts'
  | 'length'
  | 'kind of load'
  | 'watts'
  | 'rated volts'
  | 'rated-load amps'
  | 'hp, kW or amps'
  | 'nameplate amps, for the overload'
  | 'rating'
  | 'held VA'
  | 'inrush VA'
  | 'primary volts'
  | 'secondary volts'
  | 'held amps'
  | 'pull-in amps'
  | 'coil watts'
  | 'input amps'
  | 'volts, ohms and watts'
  | 'limit of the group'
  | 'microfarads'
  | 'amps of one driver'
  | 'peak of one driver'
  | 'amps of the pole'
  | 'peak that the pole makes'
  | 'starts an hour, hertz of the chatter, or kelvin';

/** What came out, as a code with its figures. */
export type Said =
  | { readonly code: 'not known'; readonly missing: readonly Missing[]; readonly heldAsksVa?: number | undefined }
  | { readonly code: 'coil'; readonly word: CoilWord; readonly band: CoilBandCode; readonly isGentle: boolean }
  | { readonly code: 'coil high, normal on light load' | 'coil with little to spare' | 'AC coil on DC holds' | CoilIll }
  | { readonly code: 'carries it' | 'too thin' }
  | { readonly code: 'takes it' | 'a rating is missing' }
  | { readonly code: 'wrong kind of output'; readonly switches: string; readonly coil: string }
  | { readonly code: 'relay between'; readonly row: Row }
  | { readonly code: 'drives it' }
  | { readonly code: 'common carries them' | 'too much for one common' }
  | { readonly code: 'bears'; readonly volts: number | undefined }
  | { readonly code: 'module'; readonly amps: number | undefined }
  | { readonly code: 'heater overheats'; readonly ratio: number }
  | {
      readonly code: 'heater';
      readonly watts: number;
      readonly lineA: number;
      readonly ratio: number;
      readonly isWeak: boolean;
      readonly divided: number;
    }
  | { readonly code: 'motor'; readonly runA: number; readonly lockedA: number | undefined }
  | {
      readonly code: 'transformer';
      readonly is: 'large enough' | 'just large enough' | 'too small';
      readonly closingV: number;
      readonly needsV: number;
    }
  | { readonly code: 'fuse too large'; readonly ratio: number; readonly secondaryA: number }
  | { readonly code: 'fit a fuse'; readonly amps: number | undefined }
  | { readonly code: 'fuse fits' | 'fuse fits, in the common' }
  | { readonly code: 'rows'; readonly rows: readonly Row[] }
  | { readonly code: 'arrives'; readonly volts: number; readonly of: number; readonly needs: number }
  | { readonly code: 'longest run'; readonly metres: number | undefined }
  | { readonly code: 'leak holds it' | 'leak lets it go' }
  | { readonly code: 'drivers'; readonly count: number }
  | { readonly code: 'lasts'; readonly years: number | undefined; readonly hours: number | undefined };

/** What a sizing question gives back: the verdict, what was computed, what was judged, and what is still to be said. */
export interface Sized {
  readonly verdict: Verdict;
  readonly said: Said;
  readonly figures: readonly Figure[];
  readonly rows: readonly Row[];
  readonly missing: readonly Missing[];
}

/** A figure's value by its name. */
export const figureOf = ({ figures }: Pick<Sized, 'figures'>, name: FigureName): number | undefined =>
  figures.find((one) => one.name === name)?.value;

/** The row of what is asked, if it was asked. */
export const rowOf = ({ rows }: Pick<Sized, 'rows'>, asks: Asks): Row | undefined => rows.find((one) => one.asks === asks);

/** What stops a verdict. */
export const notKnown = (missing: readonly Missing[]): Sized => ({
  verdict: 'cannot-clear',
  said: { code: 'not known', missing },
  figures: [],
  rows: [],
  missing,
});
