import { cutPrint, numbersIn, type PrintRule, plainly } from './print';

/** What a print on a supply or a transformer has two meanings for. */
export type SupplyQuestion =
  | 'which line is there'
  | 'how the primary is joined'
  | 'how its halves are joined'
  | 'a delta with a high leg'
  | 'star or delta'
  | 'one phase or three'
  | 'AC or DC';

/** One side of a plate: of a supply the only one, of a transformer or a supply module what goes in or comes out. */
export interface SupplySide {
  readonly volts: readonly number[];
  /** a range that it may be anywhere in, several that it is made for, or one */
  readonly joint: 'range' | 'several' | 'one';
  readonly current?: 'AC' | 'DC' | undefined;
  readonly amps?: number;
}

/** How the conductors of a supply stand to each other. */
export type SupplySystem = 'one phase' | 'split phase' | 'star' | 'delta' | 'three phases' | 'DC';

/** The print of a supply, a transformer or a supply module as it was read, and what of it was not. */
export interface SupplyPrint {
  readonly input: SupplySide | undefined;
  readonly output: SupplySide;
  /** undefined for a transformer or a module: its sides say it */
  readonly system: SupplySystem | undefined;
  readonly hz: readonly (50 | 60)[];
  readonly va: number | undefined;
  /** with nothing on it */
  readonly idleV: number | undefined;
  readonly watts: number | undefined;
  /** what a short would draw, as printed: prospective or rated short-circuit current */
  readonly faultA: number | undefined;
  readonly left: readonly string[];
  readonly asks: readonly SupplyQuestion[];
}

type Joint = SupplySide['joint'] | 'star';

type Token =
  | { readonly is: 'volts'; readonly numbers: readonly number[]; readonly joint: Joint; readonly current: 'AC' | 'DC' | undefined }
  | { readonly is: 'side'; readonly side: 'input' | 'output' }
  | { readonly is: 'hertz'; readonly numbers: readonly (50 | 60)[] }
  | { readonly is: 'phases' | 'wires' | 'va' | 'watts' | 'amps' | 'kA' | 'idle' | 'bare'; readonly number: number }
  | { readonly is: 'neutral' | 'delta' | 'to' | 'halves' }
  | { readonly is: 'current'; readonly kind: 'AC' | 'DC' }
  | { readonly is: 'left'; readonly text: string };

const NUMBER = '\\d+(?:\\.\\d+)?';
const isHertz = (number: number): number is 50 | 60 => number === 50 || number === 60;
const kilo = (text: string, unit: string | undefined): number => Number(text) * (unit === 'K' ? 1000 : 1);

const JOINT = '(?:Y ?/|-|/|X|\\.{2,3}|TO|OR)';
const jointOf = (text: string): Joint =>
  text.includes('Y') ? 'star' : /[-]|\.\.|TO/.test(text) ? 'range' : /[/X]|OR/.test(text) ? 'several' : 'one';
const volts = (text: string, kind: string | undefined): Token => ({
  is: 'volts',
  numbers: numbersIn(text),
  joint: jointOf(text),
  current: kind === undefined || kind === '' ? undefined : /DC|=/.test(kind) ? 'DC' : 'AC',
});

/** What may stand at a place of a print, tried from the top. */
const RULES: readonly PrintRule<Token>[] = [
  [/^[\s,;:()]+/, () => undefined],
  [/^(?:[+-] ?\d+(?:\.\d+)? ?%? ?\/ ?[+-]? ?\d+(?:\.\d+)? ?%|± ?\d+(?:\.\d+)? ?%|[+-] ?\d+(?:\.\d+)? ?%)/, () => undefined],
  [/^(?:NEC )?CLASS ?(?:2|II)\b/, () => undefined],
  // terminal marks say which side: H1-H4 the primary, X1-X2 the secondary
  [/^H\d(?: ?[-/] ?H\d)*\b/, () => ({ is: 'side', side: 'input' })],
  [/^X\d(?: ?[-/] ?X\d)*\b/, () => ({ is: 'side', side: 'output' })],
  [/^(?:PRI(?:MARY|M)?|INPUT|IN|LINE|H)\b\.?/, () => ({ is: 'side', side: 'input' })],
  [/^(?:SEC(?:ONDARY)?|OUTPUT|OUT|LOAD|X)\b\.?/, () => ({ is: 'side', side: 'output' })],
  // 3/N/PE ~ 400/230 V, as IEC nameplates write a system
  [
    /^([123]) ?(?:\/ ?)?N ?(?:\/ ?PE)? ?(?:AC|~)?(?=[ ~]|\d|$)/,
    ([, text = '']) => [{ is: 'phases', number: Number(text) }, { is: 'neutral' }],
  ],
  [/^([13]) ?(?:PHASES?|PH|Ø|Φ|~)(?![A-Z])\.?/, ([, text = '']) => ({ is: 'phases', number: Number(text) })],
  [/^(?:SINGLE|ONE)[ -]PHASE\b/, () => ({ is: 'phases', number: 1 })],
  [/^THREE[ -]PHASE\b/, () => ({ is: 'phases', number: 3 })],
  [/^([234]) ?(?:W|WIRES?)(?![A-Z])/, ([, text = '']) => ({ is: 'wires', number: Number(text) })],
  [/^(?:HIGH[ -]?LEG )?(?:DELTA|Δ)(?![A-Z])/, () => ({ is: 'delta' })],
  [/^(?:WYE|STAR|N|PE|NEUTRAL)(?![A-Z])/, () => ({ is: 'neutral' })],
  [
    /^((?:50|60)(?: ?(?:HZ|~))? ?(?:[-/&]|OR|TO) ?(?:50|60)|50|60) ?(?:HZ|~|CYCLES?)(?![A-Z])/,
    ([, text = '']) => ({ is: 'hertz', numbers: numbersIn(text).filter(isHertz) }),
  ],
  [new RegExp(`^(${NUMBER}) ?(K)?VA\\b`), ([, text = '', unit]) => ({ is: 'va', number: kilo(text, unit) })],
  [new RegExp(`^(${NUMBER}) ?KA(?:IC)?\\b`), ([, text = '']) => ({ is: 'kA', number: Number(text) })],
  [new RegExp(`^(${NUMBER}) ?V ?(?:OC|O\\.C\\.|NO[ -]LOAD)(?![A-Z])`), ([, text = '']) => ({ is: 'idle', number: Number(text) })],
  // two windings of so much each, and taps above and below
  [new RegExp(`^2 ?X ?(${NUMBER}) ?V(?![A-Z])`), ([, text = '']) => [volts(text, undefined), { is: 'halves' }]],
  [
    new RegExp(`^(${NUMBER}) ?± ?(${NUMBER}) ?V ?(AC|~)?(?![A-Z])`),
    ([, text = '', off = '', kind]) => volts([-1, 0, 1].map((side) => Number(text) + side * Number(off)).join('/'), kind),
  ],
  [/^(?:AIC|SCCR|ISC|IPF|ICP|PSCC|FAULT(?: CURRENT)?)\b ?=?/, () => undefined],
  [new RegExp(`^(${NUMBER}(?: ?V)?(?: ?${JOINT} ?${NUMBER})*) ?V ?(AC|DC|~|=)?(?![A-Z])`), ([, text = '', kind]) => volts(text, kind)],
  [new RegExp(`^(${NUMBER}) ?(~|=)`), ([, text = '', kind]) => volts(text, kind)],
  [new RegExp(`^(${NUMBER}) ?(K)?W\\b`), ([, text = '', unit]) => ({ is: 'watts', number: kilo(text, unit) })],
  [new RegExp(`^(${NUMBER}) ?A(?:MPS?)?(?![A-Z])`), ([, text = '']) => ({ is: 'amps', number: Number(text) })],
  [/^(?:AC|~)(?![A-Z])/, () => ({ is: 'current', kind: 'AC' })],
  [/^(?:DC|=)(?![A-Z])/, () => ({ is: 'current', kind: 'DC' })],
  [/^(?:TO|-|:|\/)(?= ?\d)/, () => ({ is: 'to' })],
  // figures without a unit are volts where a plate's habits make them so: 208Y/120, 240X480, 120/240
  [new RegExp(`^(${NUMBER}(?: ?${JOINT} ?${NUMBER})+)(?![\\d.A-Z])`), ([, text = '']) => volts(text, undefined)],
  [new RegExp(`^(${NUMBER})(?= |$)`), ([, text = '']) => ({ is: 'bare', number: Number(text) })],
  [/^[^\s,;:()]+/, ([text]) => ({ is: 'left', text })],
];

/** Phase volts and volts to neutral of a star are within this of the root of three; of a split phase of two. */
const isRatio = (high: number, low: number, ratio: number): boolean => Math.abs(high / low / ratio - 1) < 0.04;
/** From a primary to a secondary volts fall at least so far; taps of one side lie closer. */
const STEPS_DOWN = 1.9;

/** Whether one side's volts are so far above another's that they are its primary. */
const isStepDown = (one: { readonly numbers: readonly number[] }, other: { readonly numbers: readonly number[] }): boolean =>
  Math.min(...one.numbers) / Math.max(...other.numbers) >= STEPS_DOWN;

/** `240X480-120`, `480V/120V`, `120/208/240-24`: a plate that writes both sides of a transformer in one. */
function sidesIn(numbers: readonly number[], joint: Joint): { input: number[]; output: number[] } | undefined {
  const last = numbers.at(-1);
  const input = numbers.slice(0, -1);
  if (last === undefined || input.length === 0 || joint === 'star') return undefined;
  return Math.min(...input) / last >= STEPS_DOWN ? { input, output: [last] } : undefined;
}

const sideOf = (numbers: readonly number[], joint: Joint, current: 'AC' | 'DC' | undefined): SupplySide => ({
  volts: numbers,
  joint: numbers.length < 2 ? 'one' : joint === 'range' ? 'range' : 'several',
  ...(current ? { current } : {}),
});

/**
 * Reads what is printed on a supply, a control transformer or a supply module: its sides, its system, hertz, VA and fault current.
 * Nothing is guessed: what has two meanings is asked, what is not understood is told.
 * @returns undefined when no volts are in it
 */
export function readSupplyPrint(print: string): SupplyPrint | undefined {
  const tokens = cutPrint(plainly(print).replace(/(\d)Y(?=\d)/g, '$1Y/'), RULES);
  const left = tokens.flatMap((token) => (token.is === 'left' ? [token.text] : []));
  const numberOf = (is: 'va' | 'watts' | 'kA' | 'phases' | 'wires' | 'idle'): number | undefined =>
    tokens.flatMap((token) => (token.is === is ? [token.number] : []))[0];
  const hz = [...new Set(tokens.flatMap((token) => (token.is === 'hertz' ? token.numbers : [])))];
  const va = numberOf('va');
  const kA = numberOf('kA');
  const sides: {
    side: 'input' | 'output' | undefined;
    numbers: number[];
    joint: Joint;
    current: 'AC' | 'DC' | undefined;
    amps?: number;
  }[] = [];
  let side: 'input' | 'output' | undefined;
  const asks = new Set<SupplyQuestion>();
  for (const token of tokens) {
    if (token.is === 'side') side = token.side;
    if (token.is === 'halves') asks.add('how its halves are joined');
    if (token.is === 'volts') {
      // 0-208-240 are taps from one end, 24-0-24 two halves with their middle out
      const numbers = token.numbers.filter((one) => one !== 0);
      const isTapped = numbers.length < token.numbers.length;
      if (isTapped && new Set(numbers).size < numbers.length) asks.add('how its halves are joined');
      sides.push({ side, numbers: [...new Set(numbers)], joint: isTapped ? 'several' : token.joint, current: token.current });
    }
    if (token.is === 'bare') {
      // a side's volts without their unit
      if (side !== undefined && !sides.some((one) => one.side === side))
        sides.push({ side, numbers: [token.number], joint: 'one', current: undefined });
      else left.push(String(token.number));
    }
    const last = sides.at(-1);
    if (last && token.is === 'current') last.current ??= token.kind;
    if (last && token.is === 'amps') last.amps = token.number;
  }
  const whole = { hz, va, idleV: numberOf('idle'), watts: numberOf('watts'), faultA: kA === undefined ? undefined : kA * 1000, left };
  const made = (one: (typeof sides)[number] | undefined): SupplySide | undefined =>
    one && {
      ...sideOf(one.numbers, one.joint, one.current ?? (hz.length > 0 ? 'AC' : undefined)),
      ...(one.amps ? { amps: one.amps } : {}),
    };
  const [first, second] = sides;
  if (!first || sides.some(({ numbers }) => numbers.length === 0 || numbers.some((one) => !(one > 0)))) return undefined;
  const parted = sides.length === 1 ? sidesIn(first.numbers, first.joint) : undefined;
  const isPlate = va !== undefined || sides.some((one) => one.side !== undefined) || second !== undefined;
  if (parted && isPlate) {
    if (parted.input.length > 1) asks.add(first.joint === 'several' ? 'how the primary is joined' : 'which line is there');
    const input = sideOf(parted.input, 'several', 'AC');
    return { ...whole, input, output: sideOf(parted.output, 'one', 'AC'), system: undefined, asks: [...asks] };
  }
  if (isPlate) {
    const output =
      sides.find((one) => one.side === 'output') ??
      (second && first.side !== 'output' && isStepDown(first, second)
        ? second
        : sides.length === 1 && first.side === undefined
          ? first
          : undefined);
    const input = sides.find((one) => one !== output && (one.side === 'input' || (output !== undefined && isStepDown(one, output))));
    const read = made(output ?? (first.side === undefined ? first : undefined));
    if (input && input.numbers.length > 1) asks.add(input.joint === 'several' ? 'how the primary is joined' : 'which line is there');
    if (!read && input) return { ...whole, input: made(input), output: { volts: [], joint: 'one' }, system: undefined, asks: [...asks] };
    if (!read) return undefined;
    for (const extra of sides) if (extra !== output && extra !== input) left.push(extra.numbers.join('/'));
    return { ...whole, input: made(input), output: read, system: undefined, asks: [...asks] };
  }
  const system = systemOf(first.numbers, first.joint, first.current, tokens, asks);
  if (hz.length === 0 && first.current === undefined && (system === undefined || system === 'one phase')) asks.add('AC or DC');
  const output = made(first);
  return output && { ...whole, input: undefined, output, system, asks: [...asks] };
}

function systemOf(
  numbers: readonly number[],
  joint: Joint,
  current: 'AC' | 'DC' | undefined,
  tokens: readonly Token[],
  asks: Set<SupplyQuestion>,
): SupplySystem | undefined {
  const phases = tokens.flatMap((token) => (token.is === 'phases' ? [token.number] : []))[0];
  const has = (is: 'neutral' | 'delta'): boolean => tokens.some((token) => token.is === is);
  const isFourWire = tokens.some((token) => token.is === 'wires' && token.number === 4);
  if (current === 'DC' || tokens.some((token) => token.is === 'current' && token.kind === 'DC')) return 'DC';
  const [low, high] = [Math.min(...numbers), Math.max(...numbers)];
  if (joint === 'star' || (numbers.length === 2 && isRatio(high, low, Math.sqrt(3)) && phases !== 1)) return 'star';
  if (has('delta') || (phases === 3 && numbers.length === 2 && isRatio(high, low, 2))) {
    if (numbers.length === 2) asks.add('a delta with a high leg');
    return 'delta';
  }
  if (numbers.length === 2 && isRatio(high, low, 2)) return 'split phase';
  if (numbers.length > 1) {
    asks.add('which line is there');
    return undefined;
  }
  if (phases === 3) {
    if (has('neutral')) return 'star';
    // four wires at 240 V are as often a delta with one leg high
    if (isFourWire && low >= 220 && low <= 250) asks.add('a delta with a high leg');
    else if (isFourWire) return 'star';
    else if (tokens.some((token) => token.is === 'wires' && token.number === 3)) return 'delta';
    else asks.add('star or delta');
    return 'three phases';
  }
  if (phases === undefined && low > 300) asks.add('one phase or three');
  return phases === undefined && low > 300 ? undefined : 'one phase';
}

/** What a kind of supply is made as: a print of another kind fills none of its fields. */
interface SupplyKind {
  readonly system?: SupplySystem;
  readonly secondaryV?: number;
}

/** What of a print goes on the nameplate of a kind; what has two meanings does not. */
export function supplyFigures({ input, output, system, hz, va, faultA }: SupplyPrint, kind: SupplyKind): Record<string, number | string> {
  const figures: Record<string, number | string> = {};
  const put = (name: string, value: number | string | undefined): void => {
    if (value !== undefined) figures[name] = value;
  };
  const one = (side: SupplySide | undefined): number | undefined => (side?.joint === 'one' ? side.volts[0] : undefined);
  if (kind.system !== undefined) {
    if (system !== kind.system) return figures;
    put('volts', Math.max(...output.volts));
    put('hz', hz.length === 1 ? String(hz[0]) : undefined);
    put('faultA', faultA);
    return figures;
  }
  if (system !== undefined && input === undefined && va === undefined) {
    // a module's output alone
    if (system === 'DC') {
      put('outputV', one(output));
      put('outputA', output.amps);
    }
    return figures;
  }
  if (kind.secondaryV !== undefined && output.volts.length > 0 && !output.volts.includes(kind.secondaryV)) return figures;
  put('va', va);
  if (output.current === 'DC') {
    put('inputV', one(input));
    put('outputV', one(output));
    put('outputA', output.amps);
  } else put('primaryV', one(input));
  return figures;
}
