import type { LoadLine, Supply } from '#core/look';
import { amount, figures } from '#core/units';

/** A supply in the words of its table. */
export interface SupplyWords {
  readonly volts: string;
  readonly kind: string;
  readonly tolerance: string;
  readonly earthing: string;
}

const known = (volts: number | undefined): string => (volts === undefined ? 'unknown' : `${figures(volts)} V`);
const LEGS: Readonly<Record<number, string>> = { 2: ', two legs', 3: ', three phases' };

/** A supply in the words of its table. */
export function tellSupply({ is, allowed, earthing, isBonded }: Supply): SupplyWords {
  switch (is.code) {
    case 'mains':
      return {
        volts: known(is.volts),
        kind: `AC ${is.hz ?? '?'} Hz${LEGS[is.legs] ?? ''}`,
        tolerance:
          is.volts === undefined
            ? 'volts unknown'
            : allowed
              ? `${figures(allowed.lowV)} to ${figures(allowed.highV)} V (${allowed.source})`
              : '–',
        earthing: earthing ?? '–',
      };
    case 'call input':
      return {
        volts: known(is.volts),
        kind: `volt-free input, ${is.isDc ? 'DC' : 'AC'} of its own`,
        tolerance: 'takes no other source',
        earthing: earthing ?? 'floating',
      };
    case 'secondary':
      return {
        volts: `${is.taps.map((volts) => figures(volts)).join(', ')} V`,
        kind: `AC secondary, ${is.va === undefined ? '? VA' : amount(is.va, 'VA')}`,
        tolerance: is.isClass2 ? 'idles a tenth to a fifth higher' : `+${Math.round(is.regulation * 100)} % idle`,
        earthing: isBonded ? 'one side bonded' : 'floating',
      };
    case 'dc':
      return {
        volts: known(is.volts),
        kind: is.amps === undefined ? 'DC' : `DC, ${amount(is.amps, 'A')}`,
        tolerance: '19.2 to 30 V at inputs (IEC 61131-2)',
        earthing: isBonded ? '0 V bonded' : 'floating',
      };
  }
}

/** A load in the words of its table: what it is, its rated volts, and what its starting amps are called. */
export function tellLoad({ planned: { part }, ratedV, class: what }: LoadLine): {
  readonly kind: string;
  readonly rated: string;
  readonly startWord: string;
} {
  const rated = ratedV === undefined ? 'not read' : `${figures(ratedV)} V`;
  switch (what) {
    case 'motor':
      return {
        kind:
          part.kind === 'motor3' || part.kind === 'two-speed-motor'
            ? 'motor, three phases'
            : part.kind === 'travel'
              ? 'valve motor'
              : 'motor',
        rated,
        startWord: part.kind === 'travel' ? '' : 'locked',
      };
    case 'coil':
      return { kind: part.kind === 'travel' ? 'valve motor' : 'coil', rated, startWord: part.kind === 'travel' ? '' : 'closing' };
    case 'lamp':
      return { kind: 'lamp', rated, startWord: 'made' };
    case 'resistive':
      return { kind: part.kind === 'load3' ? `heater, three phases, ${part.connection}` : 'heater', rated, startWord: '' };
    default:
      return { kind: part.kind === 'travel' ? 'valve motor' : 'input', rated, startWord: '' };
  }
}
