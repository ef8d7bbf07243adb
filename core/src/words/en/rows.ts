import type { Asks, Figure, FigureName, Missing, PoleLife, Rating, Row } from '#core/size';
import { amount, capital, figures, percent, spellSize } from '#core/units';

/** What is asked: its code is how the trade says it in English. */
export const tellAsks = (asks: Asks): string => asks;

/** What a figure is called on the part or in the table. */
export function tellRating(rating: Rating): string {
  switch (rating.code) {
    case 'pilot duty':
      return rating.moment === undefined ? `pilot duty ${rating.pilot}` : `${rating.pilot}, ${rating.moment}`;
    case 'AC-15':
    case 'contact':
      return `${rating.code}, ${rating.moment}`;
    case 'DC figure at':
      return `DC figure at ${Math.round(rating.volts)} V`;
    case 'share of the rating':
      return `${percent(rating.ratio)} of the rating`;
    case 'share':
      return `${percent(rating.ratio)} of ${amount(rating.of, rating.unit)}`;
    case 'least for':
      return `least for ${rating.surface}`;
    case 'output for':
      return `${rating.current} output`;
    default:
      return rating.code;
  }
}

/** `motor running: 18.5 A of 20 A motor`. */
export const tellRow = (row: Row): string =>
  `${tellAsks(row.asks)}: ${amount(row.is, row.unit)} of ${amount(row.limit, row.unit)} ${tellRating(row.rating)}`;

/** Figures whose name is not what a person reads. */
const FIGURES: { readonly [F in FigureName]?: string } = {
  'element amps': 'Element',
  'element ohms': 'Element',
  'longest run in feet': 'Longest run',
  'held and cold in-rush': 'Held and cold in-rush, resistive loads',
  'DC for the held current': 'DC that gives the held current',
  'winding, secondary': 'Secondary winding',
  'winding, primary': 'Primary winding',
  'bleeder fits': 'Bleeder fits',
};

/** A figure with its name: `Secondary fuse at most`, `5 A`. */
export const tellFigure = (one: Figure): { readonly name: string; readonly value: string | undefined; readonly source: string } => ({
  name: FIGURES[one.name] ?? capital(one.name),
  value: spelled(one),
  source: one.source,
});

function spelled({ value, unit, size, to, text }: Figure): string | undefined {
  if (text !== undefined) return text;
  if (size) return spellSize(size);
  if (value === undefined) return undefined;
  return to === undefined ? amount(value, unit) : `${figures(value)}–${amount(to, unit)}`;
}

/** What stops a verdict, in one sentence: names may hold an "and" or a comma of their own. */
export const tellMissing = (missing: readonly Missing[]): string => `Cannot clear. Not known: ${missing.join('; ')}.`;

/** As a person says it: `160 000 operations, 3.1 years at 6 starts an hour (typical)`. */
export function tellLife({ operations, years }: PoleLife): string {
  const starts = operations / (years * 8760);
  return `${Math.round(operations / 1000)} 000 operations, ${years.toFixed(1)} years at ${Number(starts.toFixed(2))} starts an hour (typical)`;
}
