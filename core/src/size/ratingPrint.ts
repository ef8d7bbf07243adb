import { cutPrint, numbersIn, type PrintRule, plainly } from './print';

/** What a print on a contact, a fuse or a breaker has two meanings for. */
export type RatingQuestion = 'AC or DC' | 'which speed' | 'inductive of which kind' | 'volts not printed';

/** One figure of a print: amps or horsepower, for which kind of load, at which volts. */
export interface PrintedRating {
  readonly of:
    | 'resistive'
    | 'motor'
    | 'locked'
    | 'lamp'
    | 'inductive'
    | 'AC-1'
    | 'AC-3'
    | 'AC-15'
    | 'DC-13'
    | 'thermal'
    | 'least'
    | 'hp'
    | 'fuse'
    | 'breaks';
  /** amps; milliamps of a least load; horsepower */
  readonly value: number;
  readonly volts?: number | undefined;
  /** the lower of two printed volts: the same amps, and of a breaker the most to earth */
  readonly lowV?: number | undefined;
  readonly current?: 'AC' | 'DC' | undefined;
  /** of one throw alone */
  readonly at?: 'NO' | 'NC' | undefined;
}

/** A rating print as it was read, and what of it was not. */
export interface RatingPrint {
  readonly ratings: readonly PrintedRating[];
  /** the highest volts printed for AC, and for DC */
  readonly acV: number | undefined;
  readonly dcV: number | undefined;
  readonly codes: readonly string[];
  readonly curve: 'iec-5x20-T' | 'iec-5x20-F' | 'na-time-delay-control' | 'na-fast' | 'blade-32' | 'mcb-B' | 'mcb-C' | 'mcb-D' | undefined;
  readonly left: readonly string[];
  readonly asks: readonly RatingQuestion[];
}

type Token =
  | { readonly is: 'amps'; readonly numbers: readonly number[] }
  | { readonly is: 'mA' | 'kA' | 'tv'; readonly number: number }
  | { readonly is: 'hp' | 'bare'; readonly numbers: readonly number[] }
  | { readonly is: 'inductive'; readonly number: number }
  | { readonly is: 'volts'; readonly numbers: readonly number[]; readonly current: 'AC' | 'DC' | 'both' | undefined }
  | { readonly is: 'current'; readonly kind: 'AC' | 'DC' }
  | { readonly is: 'use'; readonly of: PrintedRating['of'] }
  | { readonly is: 'throw'; readonly at: 'NO' | 'NC' }
  | { readonly is: 'code'; readonly text: string }
  | { readonly is: 'curve'; readonly curve: NonNullable<RatingPrint['curve']>; readonly number?: number }
  | { readonly is: 'breaks' | 'least' | 'bar' }
  | { readonly is: 'left'; readonly text: string };

const N = '(\\d+(?:\\.\\d+)?)';
const currentOf = (text: string | undefined): 'AC' | 'DC' | 'both' | undefined =>
  text === undefined || text === '' ? undefined : /AC ?\/ ?DC/.test(text) ? 'both' : /AC|~/.test(text) ? 'AC' : 'DC';

/** `1/3`, `1 1/2`, `0.5`. */
function horsepower(text: string): number {
  const [, whole, top, bottom, plain] = /^(?:(\d+)[ -])?(\d+)\/(\d+)$|^(\d+(?:\.\d+)?)$/.exec(text.trim()) ?? [];
  return plain === undefined ? Number(whole ?? 0) + Number(top) / Number(bottom) : Number(plain);
}

const ampsOf = (text: string, unit: string | undefined): number => (unit?.startsWith('M') ? Number(text) / 1000 : Number(text));

const use = (of: PrintedRating['of']) => (): Token => ({ is: 'use', of });

/** What may stand at a place of a print, tried from the top. */
const RULES: readonly PrintRule<Token>[] = [
  [/^[\s,;:()]+/, () => undefined],
  [/^(?:\/|\||&|@|AND\b)/, () => ({ is: 'bar' })],
  [/^(?:50 ?\/ ?60|50|60) ?HZ\b/, () => undefined],
  [/^(?:AC-?1|AC1)\b(?!\d)/, use('AC-1')],
  [/^(?:AC-?3E?)\b/, use('AC-3')],
  [/^(?:AC-?15)\b/, use('AC-15')],
  [/^(?:DC-?13)\b/, use('DC-13')],
  [/^([A-E](?:150|300|600))\b/, ([, text = '']) => ({ is: 'code', text })],
  [/^([NPQR](?:150|300|600))\b/, ([, text = '']) => ({ is: 'code', text })],
  [
    /^([A-E])3 ?([PQRN])3\b/,
    ([, ac, dc]) => [
      { is: 'code', text: `${ac}300` },
      { is: 'code', text: `${dc}300` },
    ],
  ],
  [/^TV-?(\d+)\b/, ([, text = '']) => ({ is: 'tv', number: Number(text) })],
  // 16(4)A: the figure in the brackets is for an inductive load
  [
    new RegExp(`^${N} ?\\( ?${N} ?\\) ?A\\b`),
    ([, text = '', inductive = '']) => [
      { is: 'amps', numbers: [Number(text)] },
      { is: 'inductive', number: Number(inductive) },
    ],
  ],
  [new RegExp(`^(?:IR|AIC|ICN|ICU|IC|BREAKS) ?=? ?${N} ?KA\\b`), ([, text = '']) => ({ is: 'kA', number: Number(text) })],
  [new RegExp(`^${N} ?(?:KA|KAIC|K AIC)\\b`), ([, text = '']) => ({ is: 'kA', number: Number(text) })],
  [/^\[(\d{4,5})\]/, ([, text = '']) => ({ is: 'kA', number: Number(text) / 1000 })],
  [/^\[[123]\]/, () => undefined],
  [new RegExp(`^${N} ?MA\\b`), ([, text = '']) => ({ is: 'mA', number: Number(text) })],
  // a range of horsepower goes with a range of volts
  [/^(\d+\/\d+) ?- ?(\d+\/\d+|\d+) ?H\.?P\b\.?/, ([, low = '', high = '']) => ({ is: 'hp', numbers: [horsepower(low), horsepower(high)] })],
  [/^((?:\d[ -])?\d+\/\d+|\d+(?:\.\d+)?) ?H\.?P\b\.?/, ([, text = '']) => ({ is: 'hp', numbers: [horsepower(text)] })],
  [
    /^(\d+(?:\.\d+)?(?: ?(?:\/|-|\.{2,3}|TO) ?\d+(?:\.\d+)?)*) ?V ?(AC ?\/ ?V?DC|AC|DC|~|=)?(?![A-Z])/,
    ([, text = '', kind]) => ({ is: 'volts', numbers: numbersIn(text), current: currentOf(kind) }),
  ],
  [/^(\d+(?:\.\d+)?) ?(~|=)/, ([, text = '', kind]) => ({ is: 'volts', numbers: numbersIn(text), current: currentOf(kind) })],
  [
    /^(?:T|TT) ?(\d+(?:\.\d+)?) ?(MA?|A)? ?[LHE]?\b(?!\d)/,
    ([, text = '', unit]) => ({ is: 'curve', curve: 'iec-5x20-T', number: ampsOf(text, unit) }),
  ],
  [
    /^(?:F|FF) ?(\d+(?:\.\d+)?) ?(MA?|A)? ?[LHE]?\b(?!\d)/,
    ([, text = '', unit]) => ({ is: 'curve', curve: 'iec-5x20-F', number: ampsOf(text, unit) }),
  ],
  [
    /^([BCD]) ?(\d+(?:\.\d+)?)\b(?! ?[VH])/,
    ([, letter = 'C', text = '']) => ({ is: 'curve', curve: `mcb-${letter}` as 'mcb-B', number: Number(text) }),
  ],
  [/^(?:TIME[ -]?DELAY|DUAL[ -]?ELEMENT|TD|SLO-?BLO|SLOW)\b/, () => ({ is: 'curve', curve: 'na-time-delay-control' })],
  [/^(?:FAST(?:[ -]?ACTING)?|QUICK)\b/, () => ({ is: 'curve', curve: 'na-fast' })],
  [/^BLADE\b/, () => ({ is: 'curve', curve: 'blade-32' })],
  [/^(?:RES(?:ISTIVE|\.)?|GEN(?:ERAL)? ?(?:USE|PURPOSE)?|GP)(?![A-Z])/, use('resistive')],
  [/^(?:IND(?:UCTIVE|\.)?)(?![A-Z])/, use('inductive')],
  [/^(?:FLA|F\.L\.A\.|FULL LOAD|RLA|MOTOR)(?![A-Z])/, use('motor')],
  [/^(?:LRA|L\.R\.A\.|LOCKED ROTOR|INRUSH)(?![A-Z])/, use('locked')],
  [/^(?:BALLAST|TUNG(?:STEN)?|LAMPS?|FILAMENT|T(?= |$))(?![A-Z])/, use('lamp')],
  [/^L ?\/ ?R ?=? ?\d+(?:\.\d+)? ?MS\b/, use('inductive')],
  [/^(?:ITH|I TH|THERMAL|CARRY|CARRIES)(?![A-Z])/, use('thermal')],
  [/^(?:MIN(?:IMUM|\.)?|LEAST)(?![A-Z])/, () => ({ is: 'least' })],
  [/^(?:N\.?O\.?)(?![A-Z])/, () => ({ is: 'throw', at: 'NO' })],
  [/^(?:N\.?C\.?)(?![A-Z])/, () => ({ is: 'throw', at: 'NC' })],
  [
    new RegExp(`^(${N.replace('(', '(?:')}(?: ?(?:/|-) ?${N.replace('(', '(?:')})*) ?A(?:MPS?)?(?![A-Z])`),
    ([, text = '']) => ({ is: 'amps', numbers: numbersIn(text) }),
  ],
  [/^(?:VAC|AC|~)(?![A-Z])/, () => ({ is: 'current', kind: 'AC' })],
  [/^(?:VDC|DC|=)(?![A-Z])/, () => ({ is: 'current', kind: 'DC' })],
  [
    /^(\d+(?:\.\d+)?(?: ?[/-] ?\d+(?:\.\d+)?)*)(?= |$|\/|,|;|FLA|RLA|LRA|RES|BALLAST)/,
    ([, text = '']) => ({ is: 'bare', numbers: numbersIn(text) }),
  ],
  // kinds that say nothing of amps: poles, throws, class letters, listing marks
  [
    /^(?:[1234]P(?:DT|ST)?|[SD34]P[SD]T|[1-4] ?CO|[1-4]C|GG|AM|CC|CLASS [A-Z0-9]+|UL(?: \d+)?|CSA|HACR|SWD|PILOT DUTY|COIL LOAD|μ|µ)(?![A-Z0-9])/,
    () => undefined,
  ],
  [/^[^\s,;:()/|]+/, ([text]) => ({ is: 'left', text })],
];

/** `T2AL250V`: a fuse's print runs together. */
const apart = (print: string): string =>
  print
    .replace(/(\d)A(\d)/g, '$1A $2')
    .replace(/([A-Z])(\d+(?:\.\d+)?)([AM]+)([LHE])(?=\d)/g, '$1$2$3$4 ')
    .replace(/(\d)A([LHE])(?=\d)/g, '$1A$2 ');

/** A figure that still waits for the volts and the kind of load that belong to it. */
type Open = { -readonly [K in keyof PrintedRating]: PrintedRating[K] } & { hasUse?: boolean };

/**
 * Reads what is printed on a contact, a fuse or a breaker: each figure with its volts, its kind of load and its throw. What a figure
 * without a word is for follows from what stands with it: a fuse's rating beside a fuse's words, resistive amps on a contact.
 * @returns undefined when no figure is in it
 */
export function readRatingPrint(print: string): RatingPrint | undefined {
  const tokens = cutPrint(apart(plainly(print)), RULES);
  const ratings: Open[] = [];
  const codes: string[] = [];
  const left: string[] = [];
  const asks = new Set<RatingQuestion>();
  let curve: RatingPrint['curve'];
  let [acV, dcV]: [number | undefined, number | undefined] = [undefined, undefined];
  /** figures since the last bar that have no volts yet */
  let open: Open[] = [];
  let nextUse: PrintedRating['of'] | undefined;
  let [isLeast, isAcSaid] = [false, false];
  const put = (one: Open): void => {
    ratings.push(one);
    open.push(one);
  };
  const isGuard =
    tokens.some(({ is }) => is === 'curve' || is === 'kA') || /\b(?:FUSE|BREAKER|AMP TRIP|GG|AM|CC|RK[15]|CLASS J)\b/i.test(print);
  const atVolts = (numbers: readonly number[], kind: 'AC' | 'DC' | 'both' | undefined): void => {
    const [volts, current] = [Math.max(...numbers), kind === 'both' ? undefined : kind];
    if (kind === 'DC' || kind === 'both') dcV = Math.max(dcV ?? 0, volts);
    if (kind !== 'DC') acV = Math.max(acV ?? 0, volts);
    isAcSaid ||= kind === 'AC' || kind === 'both';
    // figures go with the volts that follow; where nothing new stands between, with both
    const target = open.length > 0 ? open : ratings.slice(-1);
    const powers = target.filter(({ of }) => of === 'hp');
    for (const [index, one] of target.entries()) {
      if (one.of === 'breaks') {
        one.volts ??= volts;
        continue;
      }
      // a range of horsepower at a range of volts: the lower at the lower; one horsepower at several volts: the same at each
      const own = one.of === 'hp' && powers.length === numbers.length ? (numbers[index] ?? volts) : volts;
      const lowV = one.of !== 'hp' && numbers.length > 1 ? Math.min(...numbers) : undefined;
      if (one.volts === undefined) Object.assign(one, { volts: own, current, ...(lowV === undefined ? {} : { lowV }) });
      else if (one.volts !== own || one.current !== kind) ratings.push({ ...one, volts: own, current });
      if (one.of === 'hp' && powers.length === 1)
        for (const other of numbers) if (other !== volts) ratings.push({ ...one, volts: other, current });
    }
    open = [];
  };
  for (const [place, token] of tokens.entries()) {
    switch (token.is) {
      case 'amps':
        for (const [index, value] of token.numbers.entries())
          put({
            of: nextUse ?? (isGuard ? 'fuse' : 'resistive'),
            value,
            hasUse: nextUse !== undefined,
            ...(index > 0 ? { at: undefined } : {}),
          });
        nextUse = undefined;
        break;
      case 'inductive':
        put({ of: 'inductive', value: token.number, hasUse: true });
        asks.add('inductive of which kind');
        break;
      case 'tv':
        put({ of: 'lamp', value: token.number, hasUse: true });
        break;
      case 'hp':
        for (const value of token.numbers) put({ of: 'hp', value, hasUse: true });
        break;
      case 'bare': {
        // `30 FLA`, `LRA 180/150/120`: amps by the word beside them; `1/3HP 120/240`: volts behind horsepower
        const follows = tokens[place + 1];
        if (nextUse !== undefined || follows?.is === 'use') {
          put({ of: nextUse ?? 'resistive', value: token.numbers[0] ?? 0, hasUse: nextUse !== undefined });
          // `LRA 180/150/120`: at the lowest volts; the frame's own fall stands for the others
          if (token.numbers.length > 1) left.push(token.numbers.slice(1).join('/'));
          nextUse = undefined;
        } else if (open.some(({ of }) => of === 'hp') && token.numbers.every((one) => one >= 100)) atVolts(token.numbers, undefined);
        else left.push(token.numbers.join('/'));
        break;
      }
      case 'mA':
        if (isLeast) put({ of: 'least', value: token.number, hasUse: true });
        else put({ of: isGuard ? 'fuse' : 'resistive', value: token.number / 1000 });
        break;
      case 'kA':
        ratings.push({ of: 'breaks', value: token.number * 1000, hasUse: true });
        break;
      case 'curve':
        curve = token.curve;
        if (token.number !== undefined) put({ of: 'fuse', value: token.number, hasUse: true });
        break;
      case 'use': {
        // the word stands before its figure or behind it
        const last = ratings.at(-1);
        // an L/R behind the volts speaks of the figure before them
        if (last && !last.hasUse && (open.includes(last) || token.of === 'inductive')) Object.assign(last, { of: token.of, hasUse: true });
        else nextUse = token.of;
        if (token.of === 'inductive') asks.add('inductive of which kind');
        break;
      }
      case 'throw': {
        const last = ratings.at(-1);
        if (last && last.at === undefined) last.at = token.at;
        break;
      }
      case 'volts':
        if (isLeast)
          isLeast = false; // the volts of a least load are no rating
        else atVolts(token.numbers, token.current);
        break;
      case 'current': {
        const last = ratings.at(-1);
        if (last?.volts !== undefined && last.current === undefined) {
          last.current = token.kind;
          if (token.kind === 'DC') dcV = last.volts;
          asks.delete('AC or DC');
        }
        break;
      }
      case 'code':
        codes.push(token.text);
        break;
      case 'least':
        isLeast = true;
        break;
      case 'bar':
        break;
      case 'left':
        left.push(token.text);
        break;
      default:
        break;
    }
  }
  if (ratings.length === 0 && codes.length === 0) return undefined;
  // volts that stand before their figure
  const alone = [acV, dcV].filter((one) => one !== undefined);
  for (const one of ratings)
    if (one.volts === undefined && one.of !== 'breaks' && one.of !== 'least' && alone.length === 1)
      Object.assign(one, { volts: alone[0], current: acV === undefined ? 'DC' : isAcSaid ? 'AC' : undefined });
  if (
    ratings.some(
      ({ of, volts, current }) => of === 'resistive' && volts !== undefined && current === undefined && volts === acV && dcV !== acV,
    )
  )
    asks.add('AC or DC');
  if (curve === undefined && ratings.some(({ of }) => of === 'fuse')) asks.add('which speed');
  if (acV === undefined && dcV === undefined && codes.length === 0) asks.add('volts not printed');
  return { ratings: ratings.map(({ hasUse: _hasUse, ...one }) => one), acV, dcV, codes, curve, left, asks: [...asks] };
}

const AC_CODES = /^[A-E]/;

/** The figures of a print by the names that nameplates have for them; a family takes those that it has. */
export function ratingFigures({ ratings, acV, dcV, codes, curve }: RatingPrint): Readonly<Record<string, number | string>> {
  const figures: Record<string, number | string> = {};
  // of one kind of figure at several volts the one at the highest holds at all of them
  const best = (of: (one: PrintedRating) => boolean): PrintedRating | undefined =>
    [...ratings].filter(of).sort((a, b) => (b.volts ?? 0) - (a.volts ?? 0) || a.value - b.value)[0];
  const put = (name: string, value: number | string | undefined): void => {
    if (value !== undefined) figures[name] = value;
  };
  const isDc = ({ current }: PrintedRating): boolean => current === 'DC';
  const plain = (of: PrintedRating['of'], throws: 'NC' | undefined) =>
    best((one) => one.of === of && !isDc(one) && (throws === 'NC' ? one.at === 'NC' : one.at !== 'NC'))?.value;
  put('resistiveA', plain('resistive', undefined) ?? plain('AC-1', undefined));
  put('resistiveNcA', plain('resistive', 'NC'));
  put('motorA', plain('motor', undefined));
  put('motorNcA', plain('motor', 'NC'));
  put('lockedA', plain('locked', undefined));
  put('lockedNcA', plain('locked', 'NC'));
  put('lampA', plain('lamp', undefined));
  put('ac3A', plain('AC-3', undefined));
  put('ac15A', plain('AC-15', undefined));
  put('carryA', plain('thermal', undefined));
  put('leastMa', plain('least', undefined));
  put('ratingA', best(({ of }) => of === 'fuse')?.value);
  put('breaksA', plain('breaks', undefined));
  put('hp120', best(({ of, volts = 0 }) => of === 'hp' && volts >= 100 && volts <= 130)?.value);
  put('hp240', best(({ of, volts = 0 }) => of === 'hp' && volts > 190 && volts <= 264)?.value);
  const direct = best((one) => one.of === 'resistive' && isDc(one));
  put('dcA', direct?.value);
  put('dcV', direct?.volts);
  put('mostV', acV ?? (curve === 'blade-32' ? dcV : undefined));
  put(
    'pilotCode',
    codes.find((code) => AC_CODES.test(code)),
  );
  put(
    'auxiliaryCode',
    codes.find((code) => AC_CODES.test(code)),
  );
  put(
    'dcCode',
    codes.find((code) => !AC_CODES.test(code)),
  );
  put('curve', curve);
  return figures;
}
