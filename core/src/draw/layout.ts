import { type Point, spellPoint } from '#core/circuit';
import type { CircuitPlan } from '#core/graph';
import { at, grouped, must } from '#core/units';
import { planBands } from './bands';
import type { BandPlan } from './components';
import { drawableOf } from './elements';
import { drawJogs, type Jumps } from './jogs';
import { bottomOn, drawLadder, type LadderLines, ladderCells, linesOf } from './ladder';
import { drawEarth, drawList, netNames } from './lists';
import { placeMarkers } from './markers';
import { PATH_VIEW } from './nudge';
import { createPen, type Ground, line, type Pen } from './pen';
import { type BundlePlan, bundlesOf } from './power/bundle';
import { bundleSize, drawBundle } from './power/bundleDraw';
import { type Comb, combCells, combOf, drawBlock } from './power/comb';
import { type Rail, railsOf } from './rails';
import {
  type Band,
  CELL,
  COMB_ROW,
  FIRST_ROW,
  LANE,
  LATE,
  LEAST_CELLS,
  MARGIN,
  type PlacedSymbol,
  RAIL_GAP,
  ROW,
  type Sheet,
} from './sheet';
import { tidyBand } from './tidy';
import { verifyBand } from './verify';

/** A band thought through, before it is known how wide the sheet is. */
type Prepared =
  | { readonly form: 'ladder'; readonly plan: BandPlan; readonly lines: LadderLines; readonly cells: number }
  | {
      readonly form: 'comb';
      readonly plan: BandPlan;
      readonly comb: Comb;
      readonly cells: number;
    }
  | {
      readonly form: 'bundle';
      readonly plan: BandPlan;
      readonly bundle: BundlePlan;
      readonly height: number;
      readonly cells: number;
    }
  | { readonly form: 'list'; readonly plan: BandPlan; readonly cells: number };

/** How far a sheet has come: the bands that are drawn so far. */
export interface SheetProgress {
  readonly band: Band;
  readonly seen: number;
  readonly of: number;
}

/** The whole sheet at once. */
export function layoutPaths(plan: CircuitPlan): Sheet {
  const walk = layingOut(plan);
  for (;;) {
    const step = walk.next();
    if (step.done) return step.value;
  }
}

/**
 * The path sheet of a circuit: bands by voltage system, one path a line, computed from the netlist alone, band by band.
 * Each band is verified against the nets; one that would say something false is drawn again in list form.
 */
export function* layingOut(plan: CircuitPlan): Generator<SheetProgress, Sheet> {
  const drawable = drawableOf(plan);
  const rails = railsOf(plan, drawable);
  const named = {
    wiring: drawable.wiring,
    markersOn: placeMarkers(plan, drawable),
    label: (point: Point) => spellPoint(plan.circuit, point),
  };
  const ground: Ground = { ...named, nameOf: netNames(named, rails) };
  const formOf = (one: BandPlan) => {
    const trial = prepare(ground, one);
    const form = drawTrue(ground, trial, { rails: one.rails, cells: trial.cells, y: 0 })?.form;
    return form === 'list' || form === 'earth' ? undefined : form;
  };
  const prepared = planBands(drawable, rails, formOf, plan.circuit.views[PATH_VIEW]?.placed).map((one) => prepare(ground, one));
  const cells = Math.max(LEAST_CELLS, ...prepared.map((one) => one.cells));
  const bands: Band[] = [];
  let y = 0;
  let lineCount = 0;
  for (const one of prepared) {
    const facts = { rails, cells, y };
    const band =
      drawTrue(ground, one, facts) ?? must(drawBand(createPen(ground), { form: 'list', plan: one.plan, cells }, facts), 'a list');
    const numbered = numberLines(band, lineCount);
    lineCount += numbered.lines.length;
    bands.push(numbered);
    y += band.height;
    yield { band: numbered, seen: bands.length, of: prepared.length + 1 };
  }
  const earth = drawEarth(createPen(ground), cells, y);
  if (earth) {
    bands.push(earth);
    y += earth.height;
  }
  crossRefer(bands);
  return {
    width: 2 * MARGIN + cells * CELL,
    height: y,
    bands,
    spare: drawable.spare,
    conductorsOfNet: drawable.wiring.conductorsOfNet,
    netOf: drawable.wiring.netOf,
  };
}

/** A band as it was thought through, or conductor by conductor, whichever says what the wires do; undefined: neither. */
const drawTrue = (ground: Ground, one: Prepared, facts: BandFacts): Band | undefined =>
  waysOf(ground, one)
    .map((way) => drawBand(createPen(ground), way, facts))
    .find((drawn) => drawn && verifyBand(drawn, ground.wiring.netOf).length === 0);

function prepare(ground: Ground, plan: BandPlan): Prepared {
  if (plan.form === 'ladder') {
    const lines = linesOf(ground, plan);
    return { form: 'ladder', plan, lines, cells: ladderCells(ground, plan, lines) };
  }
  return (plan.form === 'comb' && (prepareBundle(ground, plan) ?? prepareComb(ground, plan))) || { form: 'list', plan, cells: LEAST_CELLS };
}

/** A bundle that would say something false is drawn conductor by conductor before it is listed. */
function waysOf(ground: Ground, one: Prepared): Prepared[] {
  const comb = one.form === 'bundle' ? prepareComb(ground, one.plan) : undefined;
  return comb ? [one, comb] : [one];
}

function prepareBundle(ground: Ground, plan: BandPlan): Prepared | undefined {
  const bundle = bundlesOf(ground, plan);
  const size = bundle && bundleSize(ground, bundle);
  return size && { form: 'bundle', plan, bundle, height: size.height, cells: Math.max(LEAST_CELLS, Math.ceil(size.width / CELL)) };
}

function prepareComb(ground: Ground, plan: BandPlan): Prepared | undefined {
  const comb = combOf(ground, plan);
  if (!comb) return undefined;
  return { form: 'comb', plan, comb, cells: Math.max(LEAST_CELLS, ...comb.heads.map(({ walked }) => combCells(ground, walked) + 1)) };
}

interface BandFacts {
  readonly rails: readonly Rail[];
  readonly cells: number;
  readonly y: number;
}

function drawBand(pen: Pen, prepared: Prepared, facts: BandFacts): Band | undefined {
  const { plan, form } = prepared;
  const { rows, marks } =
    prepared.form === 'ladder'
      ? drawLadder(pen, { ...facts, plan, lines: prepared.lines })
      : prepared.form === 'bundle'
        ? drawPower(pen, prepared, facts)
        : prepared.form === 'comb'
          ? drawComb(pen, prepared, facts)
          : drawList(pen, plan, facts.y);
  const { segments, dots } = tidyBand(pen, marks);
  return {
    name: plan.name,
    tint: plan.tint,
    form,
    x: 0,
    y: facts.y,
    width: 2 * MARGIN + facts.cells * CELL,
    height: FIRST_ROW + rows + 8,
    rails: marks,
    symbols: pen.symbols,
    segments,
    dots,
    markers: pen.markers,
    flags: pen.flags,
    earths: pen.earths,
    groups: form === 'ladder' ? plan.components.map(({ elements }) => elements.map(({ id }) => id)) : [],
    links: pen.links,
    lines: [],
  };
}

/** The source stands where its conductors begin, and bears their names. */
function drawPower(
  pen: Pen,
  { bundle, height }: Extract<Prepared, { form: 'bundle' }>,
  { cells, y }: BandFacts,
): { rows: number; marks: Band['rails'] } {
  drawBundle(pen, bundle, { x: MARGIN, y: y + FIRST_ROW, right: MARGIN + cells * CELL });
  return { rows: height - ROW / 2, marks: [] };
}

const BLOCK_GAP = 18;

function drawComb(
  pen: Pen,
  { plan, comb: { top, heads, left } }: Extract<Prepared, { form: 'comb' }>,
  { rails: all, cells, y }: BandFacts,
): { rows: number; marks: Band['rails'] } {
  const rightX = MARGIN + cells * CELL;
  const rails = plan.rails.map(({ net }, index) => ({ net, x: MARGIN + index * RAIL_GAP }));
  const headRight = Math.min(rightX, at(rails, -1).x + (combCells(pen, top.walked) + 2) * CELL);
  let row = y + FIRST_ROW;
  const jumps: Jumps = { numbers: new Map(), open: new Map() };
  const facts = { rails, jumps };
  row += drawBlock(pen, { ...facts, ...top, right: headRight, y: row }) + BLOCK_GAP;
  for (const head of heads) row += drawBlock(pen, { ...facts, ...head, right: rightX, y: row }) + BLOCK_GAP;
  const marks = rails.map(({ net, x }, index) => ({
    net,
    // the rails stand close together, and their supply stands on them
    name: at(plan.rails, index).name.split(':').at(-1) ?? '',
    x,
    y1: y + FIRST_ROW - 30,
    y2: bottomOn(pen, x, y + FIRST_ROW),
  }));
  for (const { net, x, y1, y2 } of marks) line(pen, { net, x1: x, y1, x2: x, y2 });
  drawJogs(pen, left, all, row, jumps);
  return { rows: row + left.length * ROW - y - FIRST_ROW - COMB_ROW / 2, marks };
}

const rowsOf = (symbols: readonly PlacedSymbol[]): number[] => symbols.flatMap(({ pins }) => pins.map(({ y }) => y));

/** The row that a symbol is on: that of the first of its poles. */
const rowOf = ({ pins, stack }: PlacedSymbol): number => at(pins, 0).y - (stack?.index ?? 0) * LANE;

/** The numbers of lines stand in the margin. */
const NUMBER_X = 26;

/** Numbers every row with a symbol, on from the bands above. */
function numberLines(band: Band, before: number): Band {
  const isBundle = band.form === 'bundle';
  const rows = [...new Set(isBundle ? band.symbols.map(rowOf) : rowsOf(band.symbols))].sort((a, b) => a - b);
  const numberAt = new Map(rows.map((y, index) => [y, before + index + 1]));
  for (const symbol of band.symbols) symbol.line = numberAt.get(rowOf(symbol)) ?? 0;
  return { ...band, lines: rows.map((y, index) => ({ number: before + index + 1, x: NUMBER_X, y })) };
}

/** What a coil moves, at once or late. */
const MOVED: ReadonlySet<PlacedSymbol['kind']> = new Set<PlacedSymbol['kind']>(['contact', ...LATE]);

/** Cross references: coil to its contacts' lines, contact to its coil's line. */
function crossRefer(bands: readonly Band[]): void {
  for (const own of grouped(
    bands.flatMap(({ symbols }) => symbols),
    ({ device }) => device,
  ).values()) {
    // the two sides of a transformer stand in two bands: each says where the other is
    const sides = own.filter(({ kind }) => kind === 'winding' || kind === 'secondary');
    for (const side of sides) side.refs = [...new Set(sides.filter((one) => one.kind !== side.kind).map((one) => one.line))].slice(0, 1);
    const coil = own.find(({ kind }) => kind === 'coil');
    if (!coil) continue;
    const contacts = own.filter(({ kind }) => MOVED.has(kind));
    coil.refs = [...new Set(contacts.filter((one) => one.line > 0).map((one) => (one.form === 'NC' ? -one.line : one.line)))];
    for (const contact of contacts) contact.refs = coil.line > 0 ? [coil.line] : [];
  }
}
