import type { Coil } from '#core/devices';

/** A coil's volts as a person says them: `24 V`, `208–240 V`, `24 V DC`. */
export const spellCoil = (coil: Coil): string =>
  coil.ratedV === undefined
    ? 'coil unread'
    : `${coil.ratedV}${coil.ratedHighV !== undefined && coil.ratedHighV > coil.ratedV ? `–${coil.ratedHighV}` : ''} V${coil.current === 'DC' ? ' DC' : coil.current === 'AC/DC' ? ' AC/DC' : ''}`;

/** What else a coil's print says: which end is plus, that it is for pulses, how its halves are joined. */
export const coilMarks = ({ a, b, plus, pulseOnly, halves }: Coil): string[] => [
  ...(plus ? [`+ at ${plus === 'a' ? a : b}`] : []),
  ...(pulseOnly ? ['pulses only'] : []),
  ...(halves ? [`halves ${halves === 'unknown' ? 'not seen' : halves === 'opposed' ? 'opposed' : `in ${halves}`}`] : []),
];
