import { type Circuit, type Point, spellPoint } from '#core/circuit';
import { type BandPlan, naturally, planBands } from './bands';
import { combCells, drawBlock, walkBlock } from './comb';
import { type Drawable, drawableOf, type Element } from './elements';
import { drawEarth, drawList, listElements, nameOnLines } from './lists';
import { placeMarkers } from './markers';
import { cellsOf, createPen, dot, drawElement, line, type Pen } from './pen';
import { measure, place } from './place';
import { type Rail, railsOf } from './rails';
import { elementsOf, flip, reduce, type Tree } from './reduce';
import { type Band, CELL, COMB_ROW, FIRST_ROW, LEAST_CELLS, MARGIN, RAIL_GAP, ROW, type Sheet } from './sheet';
import { tidyBand } from './tidy';
import { verifyBand } from './verify';

/**
 * The path sheet of a circuit: bands by voltage system, one path a line, computed from the netlist alone.
 * Each band is verified against the nets; one that would say something false is drawn again in list form.
 */
export function layoutPaths(circuit: Circuit): Sheet {
  const drawable = drawableOf(circuit);
  const rails = railsOf(drawable);
  const plans = planBands(drawable, rails);
  const markersOn = placeMarkers(circuit, drawable);
  const label = (point: Point) => spellPoint(circuit, point);
  const newPen = () => createPen(drawable.wiring, markersOn, label);
  const cells = Math.max(LEAST_CELLS, ...plans.map((plan) => cellsOfPlan(newPen(), plan, drawable)));
  const bands: Band[] = [];
  let y = 0;
  for (const plan of plans) {
    const drawn = drawPlan(newPen(), plan, drawable, rails, cells, y);
    const sound = verifyBand(drawn, drawable.wiring.netOf).length === 0;
    const band = sound ? drawn : drawPlan(newPen(), { ...plan, form: 'list' }, drawable, rails, cells, y);
    bands.push(band);
    y += band.height;
  }
  const earth = drawEarth(newPen(), drawable, cells, y);
  if (earth) {
    bands.push(earth);
    y += earth.height;
  }
  numberLines(bands, circuit);
  return {
    width: 2 * MARGIN + cells * CELL,
    height: y,
    bands,
    spare: drawable.spare,
    conductorsOfNet: drawable.wiring.conductorsOfNet,
    netOf: drawable.wiring.netOf,
  };
}

const treeOrder = (a: Tree, b: Tree): number => {
  const key = (tree: Tree) => {
    const elements = elementsOf(tree);
    const loads = elements.filter(({ isLoad }) => isLoad);
    return {
      hasLoad: loads.length > 0,
      armature: elements.some(({ byArmature }) => byArmature),
      tag: (loads[0] ?? elements[0])!.device.tag + elements[0]!.part,
    };
  };
  const [x, y] = [key(a), key(b)];
  if (!x.hasLoad && !y.hasLoad && x.armature !== y.armature) return x.armature ? 1 : -1;
  return naturally(x.tag, y.tag);
};

const netsOf = (pen: Pen) => (element: Element) => [pen.wiring.netOf.get(element.a)!, pen.wiring.netOf.get(element.b)!] as const;

interface LadderLines {
  readonly trees: readonly { readonly tree: Tree; readonly anchor: 'both' | 'left' | 'right' }[];
  readonly listed: readonly Element[];
}

function linesOf(pen: Pen, plan: BandPlan): LadderLines {
  const trees: LadderLines['trees'][number][] = [];
  const listed: Element[] = [];
  const [left, right] = plan.rails;
  for (const component of plan.components) {
    if (!left || !right || component.rails.length === 0) {
      listed.push(...component.elements);
      continue;
    }
    const both = component.rails.length === 2;
    const start = both ? left.net : component.rails[0]!.net;
    const end = both ? right.net : undefined;
    const whole = reduce(component.elements, netsOf(pen), start, end, treeOrder);
    const parted = whole.isCore ? withoutBridge(pen, component.elements, start, end) : undefined;
    if (whole.isCore && !parted) {
      listed.push(...component.elements);
      continue;
    }
    if (parted) listed.push(parted.bridge);
    const reduced = parted?.reduced ?? whole;
    if (reduced.tree) trees.push({ tree: reduced.tree, anchor: 'both' });
    for (const [net, hanging] of reduced.hangs)
      for (const tree of hanging) trees.push({ tree, anchor: net === left.net ? 'left' : 'right' });
  }
  return { trees, listed };
}

/** A bridge lies neither in series nor in parallel. Without one contact of it the rest is lines again; that contact is listed under them, its nets named. */
function withoutBridge(pen: Pen, elements: readonly Element[], start: number, end: number | undefined) {
  const movable = elements.filter(({ isLoad }) => !isLoad).sort((a, b) => Number(b.form === 'NC') - Number(a.form === 'NC'));
  for (const bridge of movable) {
    const reduced = reduce(
      elements.filter((one) => one !== bridge),
      netsOf(pen),
      start,
      end,
      treeOrder,
    );
    if (!reduced.isCore) return { bridge, reduced };
  }
  return undefined;
}

function cellsOfPlan(pen: Pen, plan: BandPlan, drawable: Drawable): number {
  if (plan.form === 'ladder') {
    const lines = linesOf(pen, plan);
    return Math.max(headCells(pen, plan), ...lines.trees.map(({ tree }) => measure(pen, tree).cells));
  }
  if (plan.form !== 'comb') return LEAST_CELLS;
  const rails = plan.rails.map(({ net }) => ({ net, x: 0 }));
  return Math.max(
    ...plan.components.flatMap(({ blocks, elements }) =>
      blocks.map((block) => {
        const walked = walkBlock(block.terminals, elements, rails, drawable);
        return walked ? combCells(walked) + 1 : LEAST_CELLS;
      }),
    ),
    LEAST_CELLS,
  );
}

/** A head row needs its source and, on both sides alike, room for the longer chain of passed parts. */
const headCells = (pen: Pen, plan: BandPlan): number =>
  plan.head ? 1 + 2 * Math.max(0, ...plan.rails.map(({ passed }) => passed.reduce((sum, element) => sum + cellsOf(pen, element), 0))) : 0;

function drawPlan(pen: Pen, plan: BandPlan, drawable: Drawable, rails: readonly Rail[], cells: number, y: number): Band {
  const drawn =
    plan.form === 'ladder'
      ? drawLadder(pen, plan, rails, cells, y)
      : plan.form === 'comb'
        ? drawComb(pen, plan, drawable, cells, y)
        : undefined;
  const { rows, marks, form } = drawn ?? { ...drawList(pen, plan, rails, y), form: 'list' as const };
  const { segments, dots } = tidyBand(pen, marks);
  return {
    title: plan.title,
    tint: plan.tint,
    form,
    y,
    height: FIRST_ROW + rows + 8,
    rails: marks,
    symbols: pen.symbols,
    segments,
    dots,
    markers: pen.markers,
    flags: pen.flags,
    earths: pen.earths,
    links: pen.links,
    lines: [],
  };
}

function drawLadder(pen: Pen, plan: BandPlan, rails: readonly Rail[], cells: number, y: number) {
  const [left, right] = plan.rails;
  const leftX = MARGIN;
  const rightX = MARGIN + cells * CELL;
  let row = y + FIRST_ROW;
  const ends = { left: row, right: row };
  if (plan.head) {
    drawHead(pen, plan, leftX, rightX, row);
    row += ROW;
  }
  const { trees, listed } = linesOf(pen, plan);
  for (const { tree, anchor } of trees) {
    const size = measure(pen, tree);
    if (anchor === 'both') place(pen, tree, leftX, rightX, row, ROW);
    else if (anchor === 'left') place(pen, tree, leftX, leftX + size.cells * CELL, row, ROW);
    else place(pen, flip(tree), rightX - size.cells * CELL, rightX, row, ROW);
    if (anchor !== 'right' && left) {
      dot(pen, left.net, leftX, row);
      ends.left = row;
    }
    if (anchor !== 'left' && right) {
      dot(pen, right.net, rightX, row);
      ends.right = row;
    }
    row += size.rows * ROW;
  }
  const marks = [
    ...(left ? [{ net: left.net, name: left.name, x: leftX, y1: y + FIRST_ROW - 30, y2: bottomOn(pen, leftX, ends.left) }] : []),
    ...(right ? [{ net: right.net, name: right.name, x: rightX, y1: y + FIRST_ROW - 30, y2: bottomOn(pen, rightX, ends.right) }] : []),
  ];
  for (const { net, x, y1, y2 } of marks) line(pen, net, x, y1, x, y2);
  nameOnLines(pen, listed, rails);
  listElements(pen, listed, rails, row);
  return { rows: row + listed.length * ROW - y - FIRST_ROW, marks, form: 'ladder' as const };
}

/** A rail reaches down to the last bar or row that stands on it. */
const bottomOn = (pen: Pen, x: number, least: number): number =>
  pen.dots.filter((one) => one.x === x).reduce((low, one) => Math.max(low, one.y), least);

function drawHead(pen: Pen, plan: BandPlan, leftX: number, rightX: number, row: number): void {
  const [left, right] = plan.rails;
  const source = plan.head!;
  if (!left || !right) return;
  const middle = leftX + Math.floor((rightX - leftX) / CELL / 2) * CELL + CELL / 2;
  const chain = (rail: Rail, from: number, inner: number, side: 'left' | 'right') => {
    const passed = side === 'left' ? [...rail.passed].reverse() : rail.passed;
    const width = passed.reduce((sum, element) => sum + cellsOf(pen, element) * CELL, 0);
    const outer = side === 'left' ? inner - width : inner + width;
    dot(pen, rail.net, from, row);
    line(pen, rail.net, from, row, outer, row);
    let x = Math.min(inner, outer);
    for (const element of passed) {
      const next = x + cellsOf(pen, element) * CELL;
      drawElement(pen, element, (side === 'left') === startsWithA(pen, element, rail), x, next, x, row);
      x = next;
    }
  };
  chain(left, leftX, middle - CELL / 2, 'left');
  chain(right, rightX, middle + CELL / 2, 'right');
  const pins = [left, right].map((rail, place) => ({
    point: source.terminals[rail.index]!,
    mark: rail.name,
    x: middle + (place === 0 ? -26 : 26),
    y: row,
    side: place === 0 ? ('left' as const) : ('right' as const),
  }));
  line(pen, pen.wiring.netOf.get(pins[0]!.point)!, middle - CELL / 2, row, middle - 26, row, pins[0]!.point);
  line(pen, pen.wiring.netOf.get(pins[1]!.point)!, middle + 26, row, middle + CELL / 2, row, pins[1]!.point);
  pen.symbols.push({
    id: source.id,
    device: source.device.id,
    part: source.part,
    kind: 'source',
    form: undefined,
    x: middle,
    y: row,
    width: 52,
    height: 30,
    pins,
    tag: source.device.tag,
    text: source.text,
    description: source.device.title,
    line: 0,
    refs: [],
  });
  for (const pin of pins) if (pen.wiring.bonded.has(pin.point)) pen.earths.push({ x: pin.x, y: row, point: pin.point });
}

/** Whether a passed element's `a` is its end nearer the source. */
function startsWithA(pen: Pen, element: Element, rail: Rail): boolean {
  let net = pen.wiring.netOf.get(rail.source.terminals[rail.index]!)!;
  for (const passed of rail.passed) {
    const aFirst = pen.wiring.netOf.get(passed.a) === net;
    if (passed === element) return aFirst;
    net = pen.wiring.netOf.get(aFirst ? passed.b : passed.a)!;
  }
  return false;
}

function drawComb(pen: Pen, plan: BandPlan, drawable: Drawable, cells: number, y: number) {
  const rightX = MARGIN + cells * CELL;
  const rails = plan.rails.map(({ net }, index) => ({ net, x: MARGIN + index * RAIL_GAP }));
  let row = y + FIRST_ROW;
  const source = plan.head!;
  const headRails = plan.rails.map((rail, index) => ({ net: rail.net, x: rails[index]!.x }));
  const head = walkBlock(
    source.terminals,
    plan.rails.flatMap(({ passed }) => passed),
    headRails,
    drawable,
  );
  if (!head) return undefined;
  row +=
    drawBlock(pen, source, 'source-block', head, headRails, Math.min(rightX, rails.at(-1)!.x + (combCells(head) + 2) * CELL), row) + 18;
  const listed: Element[] = [];
  for (const component of plan.components) {
    for (const block of component.blocks) {
      const walked = walkBlock(block.terminals, component.elements, rails, drawable);
      if (!walked || component.blocks.length > 1 || walked.used.size < component.elements.length) return undefined;
      row += drawBlock(pen, block, block.symbol, walked, rails, rightX, row) + 18;
    }
    if (component.blocks.length === 0) listed.push(...component.elements);
  }
  const marks = rails.map(({ net, x }, index) => ({
    net,
    name: plan.rails[index]!.name,
    x,
    y1: y + FIRST_ROW - 30,
    y2: bottomOn(pen, x, y + FIRST_ROW),
  }));
  for (const { net, x, y1, y2 } of marks) line(pen, net, x, y1, x, y2);
  if (listed.length > 0) return undefined;
  return { rows: row - y - FIRST_ROW - COMB_ROW / 2, marks, form: 'comb' as const };
}

/** Numbers every row with a symbol and fills in cross references: coil to its contacts' lines, contact to its coil's line. */
function numberLines(bands: Band[], circuit: Circuit): void {
  let number = 0;
  bands.forEach((band, index) => {
    const isHead = (symbol: Band['symbols'][number]) => symbol.kind === 'source' || symbol.kind === 'source-block';
    const headRows = new Set(band.symbols.filter(isHead).flatMap((symbol) => symbol.pins.map(({ y }) => y)));
    const rows = [...new Set(band.symbols.filter((symbol) => !isHead(symbol)).flatMap((symbol) => symbol.pins.map(({ y }) => y)))]
      .filter((y) => !headRows.has(y))
      .sort((a, b) => a - b);
    const lines = rows.map((y) => ({ number: ++number, y }));
    for (const symbol of band.symbols) symbol.line = lines.find(({ y }) => y === symbol.pins[0]?.y)?.number ?? 0;
    bands[index] = { ...band, lines };
  });
  const symbols = bands.flatMap((band) => band.symbols);
  for (const device of Object.keys(circuit.devices)) {
    const own = symbols.filter((symbol) => symbol.device === device);
    const coil = own.find(({ kind }) => kind === 'coil');
    if (!coil) continue;
    const contacts = own.filter(({ kind }) => kind === 'contact');
    coil.refs = [...new Set(contacts.filter((one) => one.line > 0).map((one) => (one.form === 'NC' ? -one.line : one.line)))];
    for (const contact of contacts) contact.refs = coil.line > 0 ? [coil.line] : [];
  }
}
