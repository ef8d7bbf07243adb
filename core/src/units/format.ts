/** Three significant figures, without exponent: 22.6, 1.67, 180, 0.05. The one place where a number is rounded to be read. */
export const figures = (value: number, significant = 3): string => {
  if (!Number.isFinite(value)) return '–';
  if (value === 0) return '0';
  const size = Math.abs(value);
  const decimals = Math.max(0, significant - 1 - Math.floor(Math.log10(size)));
  const text = value.toFixed(Math.min(decimals, 6));
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text;
};

/** Volts as a meter prints them: 25.5, 240, 0.04. */
export const volts = (value: number): string => `${reading(value)} V`;

/** A reading keeps its trailing digit (25.0, not 25): one decimal under 100, none above, two under 1. */
export const reading = (value: number): string => {
  const size = Math.abs(value);
  if (size < 0.005) return '0.0';
  if (size < 0.95) return value.toFixed(2);
  return value.toFixed(size < 99.95 ? 1 : 0);
};

/** Amps as a person reads them, in mA where they are few. */
export const amps = (value: number): string =>
  Math.abs(value) < 0.1 && Math.abs(value) >= 1e-5 ? `${figures(value * 1000)} mA` : `${figures(value)} A`;

/** Ohms as a person reads them, in kΩ or MΩ where they are many. */
export const ohms = (value: number): string => {
  if (value >= 1e6) return `${figures(value / 1e6)} MΩ`;
  if (value >= 1e4) return `${figures(value / 1e3)} kΩ`;
  return `${value < 100 ? value.toFixed(1) : figures(value)} Ω`;
};

/** A span of time: 40 ms, 2.4 s, 142 s, 21 min. */
export const span = (ms: number): string => {
  if (ms < 1000) return `${Math.round(ms)} ms`;
  if (ms < 10_000) return `${figures(ms / 1000, 2)} s`;
  if (ms < 600_000) return `${Math.round(ms / 100) / 10} s`;
  return `${Math.round(ms / 60_000)} min`;
};

/** A share as a percentage. */
export const percent = (ratio: number): string => `${Math.round(ratio * 100)} %`;

/** How much is believed, which is never all and never nothing: `97 %`, `>99 %`, `<1 %`. */
export const belief = (share: number): string => (share > 0.99 ? '>99 %' : share < 0.01 ? '<1 %' : percent(share));

/** A quantity in its unit: `18.4 A`, `0.31 A`, `22.6 V`, `40 VA`; a dash when nobody knows it. */
export const amount = (value: number | undefined, unit: string): string => {
  if (value === undefined || Number.isNaN(value)) return '–';
  if (unit === 'A') return amps(value);
  if (unit === 'V') return volts(value);
  if (unit === '%') return `${figures(value)} %`;
  return `${figures(value)} ${unit}`.trim();
};

/** Less than a millionth of a volt or an ampere is nothing to anybody who looks. */
const NOTHING = 1e-6;

/** A figure as finely as any screen shows it, five places: what moves by less has not moved. */
export function asShown(value: number): number {
  const size = Math.abs(value);
  if (!(size >= NOTHING) || size === Number.POSITIVE_INFINITY) return size < NOTHING ? 0 : value;
  const step = 10 ** (4 - Math.floor(Math.log10(size)));
  return Math.round(value * step) / step;
}

/** So many of a thing: "1 state", "8 states". */
export const counted = (count: number, one: string, more = `${one}s`): string => `${count} ${count === 1 ? one : more}`;

/** A title in the middle of a sentence: its first letter small, unless it is one of an abbreviation. */
export const inSentence = (title: string): string =>
  /^[A-Z](?![A-Z0-9])/.test(title) ? title.slice(0, 1).toLowerCase() + title.slice(1) : title;

/** A sentence begins with a capital. */
export const capital = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1);
