import { type Transformer, windingModel } from '#core/kinds';
import { add, divide, impedanceOfVa, inverse, magnitude, multiply, type Phasor, phasor, scale } from '#core/units';
import { atLeast, atMost, type Row } from './row';
import { figure, type Missing, notKnown, type Said, type Sized } from './sized';
import { nextSize, sizeUpTo } from './standardSizes';
import { TABLES, type Tables } from './tables';
import { keyNumber, numberAt } from './tables/table';
import { type Verdict, worstVerdict } from './verdict';

/** A 24 V transformer seen from its secondary: V idle behind R + jX. */
export interface SecondarySource {
  readonly idleV: number;
  readonly behind: Phasor;
}

/** The secondary of a usual 24 V transformer of this rating; of an industrial one when its volts and regulation are given. */
export function secondarySource(
  va: number,
  style: 'class-2' | 'industrial' = 'class-2',
  secondaryV = 24,
  regulation = 0.05,
): SecondarySource | undefined {
  const part: Transformer = {
    kind: 'transformer',
    id: 'windings',
    core: '#core',
    style,
    regulation,
    va,
    primary: [
      { mark: '0', volts: 0 },
      { mark: '1', volts: secondaryV },
    ],
    secondary: [
      { mark: 'C', volts: 0 },
      { mark: 'R', volts: secondaryV },
    ],
  };
  const model = windingModel(part);
  if (!model) return undefined;
  const ratio = model.idleV / secondaryV;
  return {
    idleV: model.idleV,
    behind: phasor(
      model.secondaryOhms + model.primaryOhms * ratio * ratio,
      model.secondaryReactanceOhms + model.primaryReactanceOhms * ratio * ratio,
    ),
  };
}

export interface CoilOnTransformer {
  readonly source: SecondarySource;
  readonly ratedV: number;
  readonly baseVa: number;
  readonly basePf: number;
  readonly coilVa: number;
  readonly coilPf: number;
  readonly cableOhms?: number;
  /** primary volts over nominal */
  readonly line?: number;
}

/** Volts at the transformer and at a coil that closes on it while a base load is on: solved as phasors, not added as VA. */
export function closingVolts({ source, ratedV, baseVa, basePf, coilVa, coilPf, cableOhms = 0, line = 1 }: CoilOnTransformer): {
  transformerV: number;
  coilV: number;
} {
  const idle = phasor(source.idleV * line);
  const coil = impedanceOfVa(ratedV, coilVa, coilPf);
  const branch = add(coil, phasor(cableOhms));
  const load = add(inverse(branch), baseVa > 0 ? inverse(impedanceOfVa(ratedV, baseVa, basePf)) : phasor(0));
  const across = divide(idle, add(phasor(1), multiply(source.behind, load)));
  return { transformerV: magnitude(across), coilV: magnitude(multiply(across, divide(coil, branch))) };
}

/** Largest whole inrush VA that leaves a coil its 85 % on this transformer, with base load and line as given. */
export function largestInrushVa(facts: Omit<CoilOnTransformer, 'coilVa'>, pickUpRatio = 0.85): number {
  let va = 0;
  while (va < 5000 && closingVolts({ ...facts, coilVa: va + 1 }).coilV >= pickUpRatio * facts.ratedV - 1e-9) va++;
  return va;
}

/** Volts of a secondary under load VA at a power factor: a point of the sag line. */
export const loadedVolts = (source: SecondarySource, ratedV: number, va: number, pf: number, line = 1): number =>
  va <= 0
    ? source.idleV * line
    : magnitude(divide(phasor(source.idleV * line), add(phasor(1), multiply(source.behind, inverse(impedanceOfVa(ratedV, va, pf))))));

/** Amps RMS into a short across a secondary. */
export const shortCircuitA = (source: SecondarySource, loopOhms = 0): number =>
  source.idleV / magnitude(add(source.behind, phasor(loopOhms)));

/** Volts when a load draws amps in phase: the arithmetic of a meter, V = √(V₀² − (I·X)²) − I·R. */
export const resistiveVolts = ({ idleV, behind }: SecondarySource, amps: number): number =>
  Math.sqrt(idleV ** 2 - (amps * behind.im) ** 2) - amps * behind.re;

/** Loaded volts on a tap that is not the line's: by turns. 24 V rated on the 208 tap at 240 V gives 27.7. */
export const tapVolts = (secondaryV: number, lineV: number, tapV: number): number => (secondaryV * lineV) / tapV;

/** Volts between the free ends of two secondaries joined at one end. */
export const jointVolts = (a: number, b: number, inPhase: boolean): number => Math.abs(a - (inPhase ? b : -b));

/** Winding ohms to expect with a meter, ± half: copper split equally. */
export const windingOhms = ({ idleV, behind }: SecondarySource, primaryV: number): { secondary: number; primary: number } => ({
  secondary: behind.re / 2,
  primary: (behind.re / 2) * (primaryV / idleV) ** 2,
});

/** A 24 V circuit on light load stands so far above its volts: 29 of 24 V. Common practice. */
const IDLES_HIGH = 29 / 24;

export interface TransformerNeed {
  readonly ratedV: number;
  readonly sealedVa: readonly number[] | undefined;
  readonly sealedPf?: number;
  /** inrush of what closes together at the worst moment */
  readonly inrushVa: number | undefined;
  readonly inrushPf?: number;
  readonly va: number | undefined;
  readonly style?: 'class-2' | 'industrial';
  readonly regulation?: number;
  readonly cableOhms?: number;
  /** volts of the line over those of the tap that it is on */
  readonly turns?: number;
}

/**
 * Judges a control transformer by the four methods that are in use; the default is the phasor at the closing moment.
 * Held: sum of sealed VA against the working share. Closing: volts at the coil with the primary at 100 and at 90 %.
 * Industrial 120 V types also by √(sealed² + inrush²) against the maker-style table. Sources: common practice; that table from memory.
 */
export function sizeTransformer(need: TransformerNeed, tables: Tables = TABLES): Sized {
  const { ratedV, va, inrushVa, turns = 1, sealedPf = 0.6, inrushPf = numberAt(tables.constants, 'coil pf inrush', 'value') ?? 0.7 } = need;
  const style = need.style ?? (ratedV <= 30 ? 'class-2' : 'industrial');
  const share = numberAt(tables.constants, 'transformer share', 'value') ?? 0.8;
  const held = need.sealedVa?.reduce((sum, one) => sum + one, 0);
  const missing: Missing[] = [];
  if (va === undefined) missing.push('rating');
  if (held === undefined) missing.push('held VA');
  if (inrushVa === undefined) missing.push('inrush VA');
  const needVa = held === undefined ? undefined : held / share;
  const ladder = style === 'class-2' ? tables.ladder24 : tables.inrushCapacity;
  const wanted = needVa === undefined ? undefined : ladder.rows.map(({ key }) => keyNumber(key)).find((one) => one >= needVa - 1e-9);
  const source = va === undefined ? undefined : secondarySource(va, style, ratedV, need.regulation);
  const closing = (line: number) =>
    source && held !== undefined && inrushVa !== undefined
      ? closingVolts({
          source,
          ratedV,
          baseVa: held,
          basePf: sealedPf,
          coilVa: Math.max(inrushVa, 1e-6),
          coilPf: inrushPf,
          line: line * turns,
          cableOhms: need.cableOhms ?? 0,
        }).coilV
      : undefined;
  const [nominal, low] = [closing(1), closing(0.9)];
  const floor = 0.85 * ratedV;
  const rows: Row[] = [
    atMost(held, va === undefined ? undefined : va * share, {
      asks: 'held',
      unit: 'VA',
      rating: { code: 'share of the rating', ratio: share },
      source: 'common practice',
      kind: 'typical',
      beyond: held !== undefined && va !== undefined && held > va ? 'danger' : 'look',
    }),
    atLeast(nominal, floor, { asks: 'closing, line nominal', unit: 'V', rating: '85 %', source: 'IEC 60947-4-1; phasor solution' }),
    atLeast(low, floor, {
      asks: 'closing, line at 90 %',
      unit: 'V',
      rating: '85 %',
      source: 'IEC 60947-4-1; phasor solution',
      beyond: 'look',
    }),
  ];
  if (need.turns !== undefined)
    rows.push(
      atMost(ratedV * turns, 1.1 * ratedV, {
        asks: 'volts across it',
        unit: 'V',
        rating: { code: 'share', ratio: 1.1, of: ratedV, unit: 'V' },
        source: 'turns ratio; IEC 60947-4-1, NEMA ICS 1: a coil takes 110 % of its volts',
        beyond: need.turns <= IDLES_HIGH ? 'look' : 'danger',
      }),
    );
  const vector = held === undefined || inrushVa === undefined ? undefined : Math.hypot(held, inrushVa);
  if (style === 'industrial' && va !== undefined) {
    const capacity = numberAt(tables.inrushCapacity, va, 95);
    rows.push(
      atMost(vector, capacity, {
        asks: 'closing',
        unit: 'VA',
        rating: 'inrush at 95 % volts',
        source: tables.inrushCapacity.source,
        kind: 'typical',
        beyond: 'look',
      }),
    );
  }
  // what is wrong already is told, whatever else is not known
  const wrong = rows.filter((one) => one.verdict === 'danger');
  const offTap = rows.filter((one) => one.asks === 'volts across it' && one.verdict !== 'good');
  const verdict: Verdict = worstVerdict([...rows.map((one) => one.verdict), ...(missing.length > 0 ? (['cannot-clear'] as const) : [])]);
  return {
    verdict,
    said:
      missing.length > 0 || nominal === undefined
        ? wrong.length > 0
          ? { code: 'rows', rows: wrong }
          : { code: 'not known', missing, heldAsksVa: wanted }
        : offTap.length > 0
          ? { code: 'rows', rows: offTap }
          : {
              code: 'transformer',
              is: verdict === 'good' ? 'large enough' : verdict === 'look' ? 'just large enough' : 'too small',
              closingV: nominal,
              needsV: floor,
            },
    figures: [
      figure('held', held, 'VA', 'sum of what is on together'),
      figure('held over the working share', needVa, 'VA', 'common practice'),
      figure('next in the ladder', wanted, 'VA', ladder.source),
      figure('closing, square root of squares', vector, 'VA', 'common practice'),
      figure(
        'held and cold in-rush',
        held === undefined || inrushVa === undefined ? undefined : held + inrushVa,
        'VA',
        'common practice, for sequencers and heater relays',
      ),
      figure('idle with the line at 110 %', source ? source.idleV * 1.1 * turns : undefined, 'V', 'turns ratio'),
      figure('closing at the coil', nominal, 'V', 'phasor solution'),
      figure('closing with the line at 90 %', low, 'V', 'phasor solution'),
      figure('secondary', va === undefined ? undefined : va / ratedV, 'A', 'VA over volts'),
    ],
    rows,
    missing,
  };
}

type FuseSchool = 'hot' | 'common' | 'both';

/** What a secondary fuse does for each kind of short, by leg and by where the secondary is bonded. */
export type ShortKind =
  | 'hot to common'
  | 'hot to frame, common bonded at the transformer'
  | 'hot to frame, secondary not bonded'
  | 'hot to frame, common bonded after the fuse';

const FUSE_CLEARS: readonly { readonly fault: ShortKind; readonly hot: boolean; readonly common: boolean }[] = [
  { fault: 'hot to common', hot: true, common: true },
  { fault: 'hot to frame, common bonded at the transformer', hot: true, common: false },
  { fault: 'hot to frame, secondary not bonded', hot: false, common: false },
  { fault: 'hot to frame, common bonded after the fuse', hot: true, common: true },
];

export interface ProtectionFacts {
  readonly va: number | undefined;
  readonly primaryV: number | undefined;
  readonly secondaryV: number | undefined;
  readonly fuseA?: number | undefined;
  readonly primaryFuseA?: number | undefined;
  readonly leg?: FuseSchool | undefined;
  readonly bonded?: boolean | undefined;
  /** a motor-control transformer inside the controller may have a larger primary fuse */
  readonly motorControl?: boolean | undefined;
}

/** With the shorts that the fuse, where it is, does not clear. */
export interface FusesSized extends Sized {
  readonly blind: readonly ShortKind[];
}

/** Secondary fuse and primary protection of a control transformer. NEC 450.3(B), 430.72(C); class 2 by Chapter 9 Table 11(A), from memory. */
export function sizeTransformerFuses(facts: ProtectionFacts, tables: Tables = TABLES): FusesSized {
  const { va, primaryV, secondaryV, fuseA, primaryFuseA, leg = 'hot', bonded = true, motorControl = true } = facts;
  const missing: Missing[] = [];
  if (va === undefined) missing.push('rating');
  if (primaryV === undefined) missing.push('primary volts');
  if (secondaryV === undefined) missing.push('secondary volts');
  if (va === undefined || primaryV === undefined || secondaryV === undefined) return { ...notKnown(missing), blind: [] };
  const share = (key: string): number => (numberAt(tables.protection450, key, '%') ?? Number.NaN) / 100;
  const secondaryA = va / secondaryV;
  const primaryA = va / primaryV;
  const classTwo = secondaryV <= 30;
  const ceiling = classTwo
    ? secondaryV <= 20
      ? numberAt(tables.class2, 'fuse up to 20 V A', 'value')
      : (numberAt(tables.class2, 'fuse volt-amps', 'value') ?? Number.NaN) / (secondarySource(va)?.idleV ?? secondaryV)
    : undefined;
  const secondaryShare = share(secondaryA < 9 ? 'secondary under 9 A' : 'secondary from 9 A');
  const most = Math.min(secondaryA * secondaryShare, ceiling ?? Number.POSITIVE_INFINITY);
  const primaryShare =
    primaryA < 2
      ? share(motorControl ? 'motor control under 2 A' : 'primary only under 2 A')
      : share(primaryA < 9 ? 'primary only from 2 A' : 'primary only from 9 A');
  const fits = nextSize(tables.sizesSmallFuse, secondaryA);
  const suggested = fits !== undefined && fits <= most + 1e-9 ? fits : sizeUpTo(tables.sizesSmallFuse, most);
  const rows: Row[] = [];
  if (fuseA !== undefined)
    rows.push(
      atMost(fuseA, most, {
        asks: 'secondary fuse',
        unit: 'A',
        rating:
          ceiling !== undefined && ceiling < secondaryA * secondaryShare
            ? 'class 2 ceiling'
            : { code: 'share', ratio: secondaryShare, of: secondaryA, unit: 'A' },
        source: ceiling !== undefined && ceiling < secondaryA * secondaryShare ? tables.class2.source : tables.protection450.source,
      }),
      atLeast(fuseA, secondaryA, {
        asks: 'carries the rating',
        unit: 'A',
        rating: 'rated secondary',
        source: 'VA over volts',
        beyond: 'look',
      }),
    );
  if (primaryFuseA !== undefined)
    rows.push(
      atMost(primaryFuseA, primaryA * primaryShare, {
        asks: 'primary fuse',
        unit: 'A',
        rating: { code: 'share', ratio: primaryShare, of: primaryA, unit: 'A' },
        source: tables.protection450.source,
      }),
    );
  const blind = FUSE_CLEARS.filter((one) => !(leg === 'common' ? one.common : one.hot)).map(({ fault }) => fault);
  const worst = worstVerdict(rows.map(({ verdict }) => verdict));
  const legNote: Verdict = leg === 'common' && bonded ? 'look' : 'good';
  const verdict = worstVerdict([worst, legNote]);
  const tooLarge = rows.some(({ verdict: one, asks }) => one === 'danger' && asks === 'secondary fuse');
  const said: Said =
    tooLarge && fuseA !== undefined
      ? { code: 'fuse too large', ratio: fuseA / secondaryA, secondaryA }
      : fuseA === undefined
        ? { code: 'fit a fuse', amps: suggested }
        : verdict === 'good'
          ? { code: 'fuse fits' }
          : legNote === 'look' && worst === 'good'
            ? { code: 'fuse fits, in the common' }
            : { code: 'rows', rows: rows.filter((row) => row.verdict !== 'good') };
  return {
    verdict,
    said,
    blind,
    figures: [
      figure('secondary', secondaryA, 'A', 'VA over volts'),
      figure(
        'secondary fuse at most',
        most,
        'A',
        classTwo ? `${tables.protection450.source}; ${tables.class2.source}` : tables.protection450.source,
      ),
      figure('fit', suggested, 'A', tables.sizesSmallFuse.source),
      figure('primary', primaryA, 'A', 'VA over volts'),
      figure('primary fuse at most', primaryA * primaryShare, 'A', tables.protection450.source),
      figure('primary fuse, largest usual', sizeUpTo(tables.sizesSmallFuse, primaryA * primaryShare), 'A', tables.sizesSmallFuse.source),
    ],
    rows,
    missing,
  };
}

/** Source impedance in per cent of VA base. */
export const percentImpedance = ({ behind }: SecondarySource, va: number, ratedV: number): number =>
  magnitude(scale(behind, (100 * va) / ratedV ** 2));
