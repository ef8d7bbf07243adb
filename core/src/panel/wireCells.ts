import type { Conductor } from '#core/circuit';

/** One end of a wire as a list writes it. */
export interface ListedEnd {
  readonly tag: string;
  readonly mark: string;
}

/** Colours as they are written out and as IEC 60757 abbreviates them. */
const COLOURS: Readonly<Record<string, string>> = {
  BLACK: 'black',
  BK: 'black',
  BLK: 'black',
  BROWN: 'brown',
  BN: 'brown',
  BRN: 'brown',
  RED: 'red',
  RD: 'red',
  ORANGE: 'orange',
  OG: 'orange',
  ORG: 'orange',
  YELLOW: 'yellow',
  YE: 'yellow',
  YEL: 'yellow',
  GREEN: 'green',
  GN: 'green',
  GRN: 'green',
  BLUE: 'blue',
  BU: 'blue',
  BLU: 'blue',
  VIOLET: 'violet',
  VT: 'violet',
  PURPLE: 'violet',
  GREY: 'grey',
  GRAY: 'grey',
  GY: 'grey',
  WHITE: 'white',
  WH: 'white',
  WHT: 'white',
  PINK: 'pink',
  PK: 'pink',
  GNYE: 'green-yellow',
  YEGN: 'green-yellow',
  'GREEN-YELLOW': 'green-yellow',
  'GREEN/YELLOW': 'green-yellow',
};
const named = (word: string): string | undefined => (Object.hasOwn(COLOURS, word) ? COLOURS[word] : undefined);
/** One colour, or a ground with its stripe: `white/blue`. */
export function colourOf(cell: string): string | undefined {
  const whole = named(cell.toUpperCase());
  if (whole) return whole;
  const parts = cell.toUpperCase().split('/').map(named);
  return parts.length === 2 && parts.every((one) => one !== undefined) ? parts.join('/') : undefined;
}

const TAG = '[A-Z][A-Z0-9]{0,10}';
const MARK = '[A-Za-z0-9+.-]{1,8}';
/** `K1:A1`, `-K1:A1`, `K1/A1`: a device and its terminal in one cell. */
const END_CELL = new RegExp(`^[-=+]*(${TAG})[:/](${MARK})$`, 'i');
/** A device and its terminal, of a cell that holds just these; a colour with its stripe is none. */
export const endOf = (cell: string): ListedEnd | undefined => {
  if (colourOf(cell)) return undefined;
  const [, tag, mark] = END_CELL.exec(cell) ?? [];
  return tag && mark ? { tag: tag.toUpperCase(), mark } : undefined;
};

/** Cross-sections that are made: AWG of the trade, mm² by IEC 60228. */
const AWGS: readonly number[] = [24, 22, 20, 18, 16, 14, 12, 10, 8, 6, 4, 3, 2, 1];
const MM2: readonly number[] = [0.25, 0.34, 0.5, 0.75, 1, 1.5, 2.5, 4, 6, 10, 16, 25, 35];

/** @param isBare whether a number without a unit may be a size: it stands behind the ends */
export function sizeOf(cell: string, isBare: boolean): Conductor['size'] | undefined {
  const text = cell.replace(',', '.').replace(/\s/g, '').toLowerCase();
  const metric = /^(\d+(?:\.\d+)?)(?:mm2|mm²|sqmm|qmm)$/.exec(text);
  if (metric) return { mm2: Number(metric[1]) };
  const gauge = /^(?:#(\d+)|(\d+)awg|awg(\d+))$/.exec(text);
  if (gauge) return { awg: Number(gauge[1] ?? gauge[2] ?? gauge[3]) };
  const bare = isBare && /^\d+(\.\d+)?$/.test(text) ? Number(text) : Number.NaN;
  if (text.includes('.') && MM2.includes(bare)) return { mm2: bare };
  return AWGS.includes(bare) ? { awg: bare } : undefined;
}

const METRES: Readonly<Record<string, number>> = { m: 1, cm: 0.01, mm: 0.001, ft: 0.3048, in: 0.0254 };
/** Metres of a length with its unit. */
export function lengthOf(cell: string): number | undefined {
  const [, value, unit] = /^(\d+(?:[.,]\d+)?)\s*(mm|cm|m|ft|in)$/i.exec(cell) ?? [];
  const factor = unit && METRES[unit.toLowerCase()];
  return value && factor ? Math.round(Number(value.replace(',', '.')) * factor * 1e4) / 1e4 : undefined;
}

/** Insulation as it is sold. Common practice. */
const INSULATIONS_V: readonly number[] = [150, 300, 450, 500, 600, 750, 1000, 2000];
/**
 * `300V ins`, and `300V` where it is sold so: a wire may be called 24V, or 120V.
 * @param isBare whether it may stand without a word: behind the ends
 */
export function insulationOf(cell: string, isBare: boolean): number | undefined {
  const [, value, word] = /^(\d{2,4})\s*V(\s*ins\.?)?$/i.exec(cell) ?? [];
  return value && (word || (isBare && INSULATIONS_V.includes(Number(value)))) ? Number(value) : undefined;
}

/** `W1 core 2`, `cable W1`: said in words, since `W1/2` is a device and its terminal. */
export function cableOf(cell: string): { readonly tag: string; readonly core: number | undefined } | undefined {
  const [, tag, core] = /^(?:cable\s+)?[-=+]*([A-Z][A-Z0-9]{0,10})(?:\s+core\s+(\d{1,3}))?$/i.exec(cell) ?? [];
  if (!tag || (core === undefined && !/^cable\s/i.test(cell))) return undefined;
  return { tag: tag.toUpperCase(), core: core === undefined ? undefined : Number(core) };
}
