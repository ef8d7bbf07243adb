import type { Coil } from '#core/devices';

/** A coil's volts as a person says them: `24 V`, `208–240 V`, `24 V DC`. */
export const spellCoil = (coil: Coil): string =>
  coil.ratedV === undefined
    ? 'coil unread'
    : `${coil.ratedV}${coil.ratedHighV !== undefined && coil.ratedHighV > coil.ratedV ? `–${coil.ratedHighV}` : ''} V${coil.current === 'DC' ? ' DC' : coil.current === 'AC/DC' ? ' AC/DC' : ''}`;
