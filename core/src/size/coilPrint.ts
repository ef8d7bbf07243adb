import type { CoilFacts, CoilPoint } from './coilOn';
import { cutPrint, numbersIn, type PrintRule, plainly } from './print';

/** What a print has two meanings for: halves or two lines; volts of which hertz; volts of which current. */
export type PrintQuestion = 'halves or two lines' | 'which volts at which hertz' | 'which volts on which current';

/** A coil's print as it was read, and what of it was not. */
export interface CoilPrint extends CoilFacts {
  /** words and figures that mean nothing here, as they stand on the print */
  readonly left: readonly string[];
  readonly asks: readonly PrintQuestion[];
}

type Token =
  | { readonly is: 'volts'; readonly numbers: readonly number[]; readonly joint: 'range' | 'slash' | 'one' }
  | { readonly is: 'hertz'; readonly numbers: readonly (50 | 60)[] }
  | { readonly is: 'current'; readonly kind: 'AC' | 'DC' | 'AC/DC' }
  | { readonly is: 'va'; readonly numbers: readonly number[] }
  | { readonly is: 'watts'; readonly number: number }
  | { readonly is: 'ohms'; readonly number: number }
  | { readonly is: 'slash' }
  | { readonly is: 'left'; readonly text: string };

const NUMBER = '\\d+(?:\\.\\d+)?';
const isHertz = (number: number): number is 50 | 60 => number === 50 || number === 60;
const hertzIn = (text: string): (50 | 60)[] => numbersIn(text).filter(isHertz);

/** What may stand at a place of a print, tried from the top; a print is cut into these from left to right. */
const RULES: readonly PrintRule<Token>[] = [
  [/^[\s,;:()]+/, () => undefined],
  // what a line may stray by is no rating of its own
  [/^(?:[+-] ?\d+(?:\.\d+)? ?%? ?\/ ?[+-]? ?\d+(?:\.\d+)? ?%|± ?\d+(?:\.\d+)? ?%|[+-] ?\d+(?:\.\d+)? ?%)/, () => undefined],
  [/^CLASS ?[12]\b/, () => undefined],
  // marks of terminals and of the device itself: A1-A2, K2
  [/^[A-Z]{1,2}\d{1,2}(?: ?[-/] ?[A-Z]{1,2}\d{1,2})?(?![\d.])(?= |$|[-,;:(])/, () => undefined],
  [/^(?:AC ?(?:\/|OR|&|\+|-) ?(?:V ?)?DC|DC ?(?:\/|OR|&) ?(?:V ?)?AC|AC ?DC|UC|V?AC\/V?DC)\b/, () => ({ is: 'current', kind: 'AC/DC' })],
  [/^(?:AC\b|~)/, () => ({ is: 'current', kind: 'AC' })],
  [/^(?:DC\b|=)/, () => ({ is: 'current', kind: 'DC' })],
  [new RegExp(`^(${NUMBER}(?: ?/ ?${NUMBER})?) ?VA\\b`), ([, text = '']) => ({ is: 'va', numbers: numbersIn(text) })],
  [new RegExp(`^(${NUMBER}) ?W\\b`), ([, text = '']) => ({ is: 'watts', number: Number(text) })],
  [new RegExp(`^(${NUMBER}) ?(?:OHMS?\\b|Ω)`), ([, text = '']) => ({ is: 'ohms', number: Number(text) })],
  [/^(?:@ ?)?((?:50|60)(?: ?HZ)? ?(?:[-/&]|OR|TO) ?(?:50|60)) ?HZ\b/, ([, text = '']) => ({ is: 'hertz', numbers: hertzIn(text) })],
  [/^(?:@ ?)?(50|60) ?(?:HZ\b|~)/, ([, text = '']) => ({ is: 'hertz', numbers: hertzIn(text) })],
  [
    new RegExp(`^(${NUMBER}(?: ?V)?(?: ?(?:-|/|\\.{2,3}|TO|OR) ?${NUMBER})*) ?V(?=AC|DC|~|=|\\b|\\d|/)`),
    ([, text = '']) => ({ is: 'volts', numbers: numbersIn(text), joint: jointOf(text) }),
  ],
  // on a print that says AC or DC once, further on, both are meant for the volts before it
  [/^V(?=AC|DC)/, () => undefined],
  [/^\/|^OR\b|^-/, () => ({ is: 'slash' })],
  [new RegExp(`^${NUMBER}(?: ?(?:-|/|\\.{2,3}|TO) ?${NUMBER})*`), ([text]) => bare(text)],
  [/^[^\s,;:()/]+/, ([text]) => ({ is: 'left', text })],
];

const jointOf = (text: string): 'range' | 'slash' | 'one' => (/[-]|\.\.|TO/.test(text) ? 'range' : /\/|OR/.test(text) ? 'slash' : 'one');

/** Figures without a unit: `24/60`, `208-240/60`, `50/60` after the volts, `24`. */
function bare(text: string): Token {
  const numbers = numbersIn(text);
  const last = numbers.at(-1) ?? 0;
  if (numbers.every(isHertz)) return { is: 'hertz', numbers: hertzIn(text) };
  if (numbers.length > 1 && isHertz(last) && (numbers[0] ?? 0) < 1000) return { is: 'volts', numbers, joint: jointOf(text) };
  return { is: 'volts', numbers, joint: jointOf(text) };
}

/** `24/60` and `208-240/60`: volts and their hertz without a unit; only where no hertz are told elsewhere. */
function unjoined(tokens: readonly Token[]): Token[] {
  const hasHertz = tokens.some(({ is }) => is === 'hertz');
  return tokens.flatMap((token): Token[] => {
    if (token.is !== 'volts' || hasHertz || token.numbers.length < 2) return [token];
    const last = token.numbers.at(-1) ?? 0;
    const volts = token.numbers.slice(0, -1);
    // 50 and 60 are no volts of a coil beside lower or higher ones
    if (!isHertz(last) || tokens.some((one) => one.is === 'current' && one.kind === 'DC')) return [token];
    return [
      { is: 'volts', numbers: volts, joint: volts.length > 1 ? 'range' : 'one' },
      { is: 'hertz', numbers: [last] },
    ];
  });
}

/** Volts within this of each other are two lines of one range, or one coil at 50 and at 60 Hz. */
const ONE_COIL = 1.13;

/**
 * Reads what is printed on a coil, from left to right: volts, ranges, pairs, hertz, current, VA, watts; marks and tolerances are passed
 * over, everything else is told as left. Nothing is guessed: what has two meanings is asked.
 * @returns undefined when no volts are in it
 */
export function readCoilPrint(print: string): CoilPrint | undefined {
  const tokens = unjoined(cutPrint(plainly(print), RULES));
  const volts = tokens.filter((token) => token.is === 'volts');
  const left = tokens.flatMap((token) => (token.is === 'left' ? [token.text] : []));
  const [first] = volts;
  if (!first || volts.some(({ numbers }) => numbers.some((one) => !(one > 0)) || numbers.length > 2)) return undefined;
  const asks: PrintQuestion[] = [];
  const current = currentOf(tokens);
  const points = pointsOf(tokens, asks);
  if (points.some(({ lowV, highV }) => highV < lowV)) return undefined;
  const kinds = new Set(volts.map(({ numbers }) => numbers.join()));
  if (current === 'AC/DC' && kinds.size > 1) asks.push('which volts on which current');
  const [low = 0, high = 0] = first.joint === 'slash' ? first.numbers : [];
  const isHalves = volts.length === 1 && low > 0 && Math.abs(high / low - 2) < 0.01;
  if (isHalves) asks.push('halves or two lines');
  const va = tokens.find((token) => token.is === 'va')?.numbers ?? [];
  const watts = tokens.find((token) => token.is === 'watts')?.number;
  const held = va.length === 1 ? va[0] : va.length === 2 ? Math.min(...va) : current === 'DC' ? watts : undefined;
  const ohms = tokens.find((token) => token.is === 'ohms')?.number;
  return {
    current,
    points: isHalves ? points.map(({ hz }) => ({ lowV: high, highV: high, hz })) : points,
    ...(isHalves ? { dualLowV: low } : {}),
    ...(held === undefined ? {} : { sealedVa: held }),
    ...(va.length === 2 ? { inrushVa: Math.max(...va) } : {}),
    ...(ohms === undefined ? {} : { windingOhms: ohms }),
    left,
    asks,
  };
}

function currentOf(tokens: readonly Token[]): CoilFacts['current'] {
  const said = new Set(tokens.flatMap((token) => (token.is === 'current' ? [token.kind] : [])));
  if (said.has('AC/DC') || (said.has('AC') && said.has('DC'))) return 'AC/DC';
  if (said.has('DC')) return 'DC';
  return said.has('AC') || tokens.some(({ is }) => is === 'hertz') ? 'AC' : undefined;
}

/** Volts with the hertz that follow them; one list of hertz at the end is for all. */
function pointsOf(tokens: readonly Token[], asks: PrintQuestion[]): CoilPoint[] {
  const groups: { numbers: readonly number[]; joint: 'range' | 'slash' | 'one'; hertz: (50 | 60)[] }[] = [];
  for (const token of tokens) {
    if (token.is === 'volts') groups.push({ numbers: token.numbers, joint: token.joint, hertz: [] });
    else if (token.is === 'hertz') groups.at(-1)?.hertz.push(...token.numbers);
  }
  const last = groups.at(-1)?.hertz ?? [];
  const isForAll = groups.slice(0, -1).every(({ hertz }) => hertz.length === 0);
  const seen = new Set<string>();
  return groups.flatMap(({ numbers: [low = 0, high = low], joint, hertz: own }): CoilPoint[] => {
    const hertz = isForAll ? last : own;
    // 110/120 V 50/60 Hz: the lower volts are those of the lower hertz; 208/240 may be two lines as well
    if (joint === 'slash' && high > low && hertz.length === 2) {
      if (high / low <= ONE_COIL)
        return [
          { lowV: low, highV: low, hz: 50 },
          { lowV: high, highV: high, hz: 60 },
        ];
      asks.push('which volts at which hertz');
    }
    const points = (hertz.length > 0 ? hertz : [undefined]).map((hz): CoilPoint => ({ lowV: low, highV: high, hz }));
    return points.filter((point) => {
      const key = `${point.lowV} ${point.highV} ${point.hz}`;
      return !seen.has(key) && seen.add(key);
    });
  });
}
