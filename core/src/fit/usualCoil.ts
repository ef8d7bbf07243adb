import { type FieldName, printed, type StockPart } from '#core/devices';
import { least, must } from '#core/units';

/** Volts that coils and loads are made for, by the hertz of the site; 0: direct current. Common practice. */
const MADE_FOR_V: Readonly<Record<0 | 50 | 60, readonly number[]>> = {
  0: [5, 12, 24, 48, 110, 125, 220],
  50: [12, 24, 48, 110, 230, 400],
  60: [12, 24, 48, 120, 208, 240, 277, 480],
};

/** Fields that a usual coil leaves unread: a range, a second point, halves and a polarity are those of another coil. */
const SET_ASIDE: readonly FieldName[] = ['coilHighV', 'coilDualV', 'coilHalves', 'coilOtherV', 'coilPlus'];
const UNREAD = { value: null, evidence: 'unknown' as const };

const siteHz = (hz: number): 0 | 50 | 60 => (hz === 0 ? 0 : hz === 50 ? 50 : 60);

/** The usual volts nearest to those that stand somewhere. */
export const usualVolts = (volts: number, hz: number): number =>
  must(
    least(MADE_FOR_V[siteHz(hz)], (one) => Math.abs(Math.log(one / volts))),
    'usual volts',
  );

/** The nameplate of a usual coil for volts that stand somewhere. @param hz of the place; 0 for direct current */
export const usualCoil = (volts: number, hz: number): StockPart['nameplate'] => ({
  coilKind: printed(hz === 0 ? 'DC' : 'AC'),
  coilV: printed(usualVolts(volts, hz)),
  ...Object.fromEntries(SET_ASIDE.map((name) => [name, UNREAD])),
  ...(hz === 0 ? {} : { coilHz: printed(hz === 50 ? '50' : '60') }),
});
