import { at, grouped, naturally } from '#core/units';
import { type BandPlan, beyondIn, isStop, type NetsOf, netsWithin } from '../components';
import type { BlockElement, Element, SourceElement } from '../elements';
import type { Ground } from '../pen';
import { elementsOf, type Reduced, reduce, type Tree, withEndHangs } from '../reduce';
import { netAt, type Wiring } from '../wiring';
import { inLine, type Strand } from './inLine';

/** What stands together on neighbouring lines: the poles of a device, a load of several terminals, a part between two conductors, the source. */
export type Item =
  | { readonly as: 'poles'; readonly strands: readonly Strand[] }
  | { readonly as: 'block'; readonly block: BlockElement }
  | { readonly as: 'source'; readonly source: SourceElement }
  | { readonly as: 'part'; readonly element: Element };

/** The power of a band as one tree: the source, what it passes, and what hangs there. */
export interface BundlePlan {
  readonly root: Tree<Item>;
  /** where a net stands among those of its bundle: as the source's terminals do */
  readonly order: ReadonlyMap<number, number>;
  /** nets that go together are one node */
  readonly node: (net: number) => number;
  readonly netsOf: NetsOf;
}

/** Sets of nets that grow together. */
function netGroups() {
  const above = new Map<number, number>();
  const find = (net: number): number => {
    const up = above.get(net);
    if (up === undefined) return net;
    const top = find(up);
    above.set(net, top);
    return top;
  };
  return {
    find,
    join: (nets: readonly number[]): void => {
      const [first, ...rest] = nets.map(find);
      for (const other of rest) if (first !== undefined && find(other) !== find(first)) above.set(find(other), find(first));
    },
  };
}

/** What nothing leads to from the source. */
const FAR = 1e6;

export type Distances = ReadonlyMap<number, number>;

/** How many parts every net is away from the source. */
export function distances(wiring: Wiring, netsOf: NetsOf, source: SourceElement, elements: readonly Element[]): Distances {
  const onNet = new Map<number, Element[]>();
  for (const element of elements) for (const net of netsOf(element)) onNet.set(net, [...(onNet.get(net) ?? []), element]);
  const away = new Map<number, number>(source.terminals.map((terminal) => [netAt(wiring, terminal), 0]));
  for (const [net, far] of away)
    for (const element of onNet.get(net) ?? []) {
      const next = beyondIn(netsOf(element), net);
      // what uses what comes does not feed on
      if (!away.has(next) && !element.isLoad) away.set(next, far + 1);
    }
  return away;
}

/** Of several things the one that is named first. */
const tagOf = (item: Item): string =>
  item.as === 'poles'
    ? at(item.strands, 0).element.device.tag
    : item.as === 'block'
      ? item.block.device.tag
      : item.as === 'source'
        ? item.source.device.tag
        : item.element.device.tag;
const isLoad = (item: Item): boolean => item.as === 'block' || (item.as === 'part' && item.element.isLoad);
const keyOf = (tree: Tree<Item>): string => {
  const items = elementsOf(tree);
  return tagOf(items.find(isLoad) ?? at(items, 0));
};
const isRing = ({ from, to }: Tree<Item>): boolean => from === to;
const isStopping = (tree: Tree<Item>): boolean => isStop(tree.to) && !elementsOf(tree).some(isLoad);
/** What goes on comes before what stops at another supply, and before what lies between two conductors; then by tag. */
const inOrder = (a: Tree<Item>, b: Tree<Item>): number =>
  Number(isRing(a)) - Number(isRing(b)) || Number(isStopping(a)) - Number(isStopping(b)) || naturally(keyOf(a), keyOf(b));

/**
 * The power of a band in bundles: conductors that go together through the poles of one device after the other.
 * @returns undefined where it is no such thing, and is to be drawn conductor by conductor
 */
export function bundlesOf({ wiring }: Ground, plan: BandPlan): BundlePlan | undefined {
  const { head: source, rails, components } = plan;
  if (!source) return undefined;
  const netsOf = netsWithin(wiring, plan);
  const passed = rails.flatMap((rail) => rail.passed);
  const elements = [...passed, ...components.flatMap((one) => one.elements)];
  const blocks = components.flatMap((one) => one.blocks);
  const away = distances(wiring, netsOf, source, elements);
  const further = (element: Element): number => {
    const [a, b] = netsOf(element).map((net) => away.get(net) ?? FAR);
    return (b ?? 0) - (a ?? 0);
  };
  const strandOf = (element: Element, isForth: boolean): Strand => {
    const [a, b] = netsOf(element);
    return { element, before: [], after: [], from: isForth ? a : b, to: isForth ? b : a };
  };
  /** windings are read one way, whichever of their ends a longer way leads to; each pole from its end nearer the source */
  const strandsOf = (group: readonly Element[]): Strand[] => {
    const all = group.reduce((sum, one) => sum + further(one), 0);
    return group.map((one) => strandOf(one, (one.isLoad ? all : further(one)) >= 0));
  };
  const sourceNets = source.terminals.map((terminal) => netAt(wiring, terminal));
  // poles of one device in step are one; what carries one conductor twice, or bridges its own, is taken pole by pole
  const poles = [...grouped(elements, ({ device, kind }) => `${device.id} ${kind}`).values()];
  // windings of one motor whose both ends are brought out go together too; a load by itself lies between two conductors
  const isAlone = ([first, ...others]: readonly Element[]): boolean => first?.isLoad === true && others.length === 0;
  const devices = poles.filter((one) => !isAlone(one)).map(strandsOf);
  const alone = poles.filter(isAlone).flat();
  let groups = inLine(devices, { wiring, netsOf, ends: [source, ...blocks], elements });
  for (let turn = 0; ; turn++) {
    const nets = netGroups();
    nets.join(sourceNets);
    for (const strands of groups) {
      nets.join(strands.map(({ from }) => from));
      nets.join(strands.map(({ to }) => to));
    }
    for (const block of blocks) nets.join(block.terminals.map((terminal) => netAt(wiring, terminal)));
    const split = groups.flatMap((strands) =>
      strands.length > 1 && nets.find(at(strands, 0).from) === nets.find(at(strands, 0).to) ? strands.map((one) => [one]) : [strands],
    );
    if (split.length > groups.length && turn < elements.length) {
      groups = split;
      continue;
    }
    return planOf({ wiring, netsOf, source, blocks, away, alone, groups, node: nets.find });
  }
}

interface Parts {
  readonly wiring: Wiring;
  readonly netsOf: NetsOf;
  readonly source: SourceElement;
  readonly blocks: readonly BlockElement[];
  readonly away: ReadonlyMap<number, number>;
  /** loads of two terminals */
  readonly alone: readonly Element[];
  readonly groups: readonly (readonly Strand[])[];
  readonly node: (net: number) => number;
}

function planOf({ wiring, netsOf, source, blocks, away, alone, groups, node }: Parts): BundlePlan | undefined {
  const order = orderOf(source, wiring, groups, away);
  const place = (net: number): number => order.get(net) ?? order.size + net;
  const ends = new Map<Item, readonly [number, number]>();
  const put = (item: Item, from: number, to: number): void => void ends.set(item, [from, to]);
  // ends of loads are nodes of their own: below every net
  let beyondLoad = -2;
  for (const strands of groups) {
    const sorted = [...strands].sort((a, b) => place(a.from) - place(b.from));
    const [first] = sorted;
    if (!first) continue;
    const single = sorted.length === 1 && node(first.from) === node(first.to);
    put(single ? { as: 'part', element: first.element } : { as: 'poles', strands: sorted }, node(first.from), node(first.to));
  }
  for (const block of blocks) put({ as: 'block', block }, node(netAt(wiring, at(block.terminals, 0))), beyondLoad--);
  for (const element of alone) {
    const [a, b] = netsOf(element);
    put({ as: 'part', element }, node(a), node(b));
  }
  /** the conductors with which a tree ends at one of its nodes */
  const netsAt = (tree: Tree<Item>, side: 'from' | 'to'): readonly number[] => {
    if (tree.type !== 'edge') return netsAt(at(tree.parts, tree.type === 'series' && side === 'to' ? -1 : 0), side);
    const { element: item } = tree;
    const nets =
      item.as === 'poles'
        ? item.strands.flatMap(({ from, to }) => [from, to])
        : item.as === 'part'
          ? netsOf(item.element)
          : (item.as === 'block' ? item.block : item.source).terminals.map((terminal) => netAt(wiring, terminal));
    return nets.filter((net) => node(net) === tree[side]);
  };
  const start = node(netAt(wiring, at(source.terminals, 0)));
  const reduced: Reduced<Item> = reduce<Item>({
    elements: [...ends.keys()],
    netsOf: (item) => ends.get(item) ?? [start, start],
    start,
    end: undefined,
    order: inOrder,
    withRings: true,
    isAlike: (a, b) => {
      const alike = (one: readonly number[], other: readonly number[]) =>
        [...new Set(one)].sort().join() === [...new Set(other)].sort().join();
      return alike(netsAt(a, 'from'), netsAt(b, 'from')) && alike(netsAt(a, 'to'), netsAt(b, 'to'));
    },
  });
  if (reduced.isCore || reduced.tree) return undefined;
  const hanging = [...reduced.hangs].flatMap(([net, trees]) => (net === start ? trees : []));
  if ([...reduced.hangs.keys()].some((net) => net !== start)) return undefined;
  const root = withEndHangs<Item>({ type: 'edge', element: { as: 'source', source }, from: -1, to: start }, hanging.sort(inOrder));
  return { root: sortedTree(root), order, node, netsOf };
}

/** What hangs at a net in reading order, all the way down. */
function sortedTree(tree: Tree<Item>): Tree<Item> {
  if (tree.type === 'edge') return tree;
  if (tree.type === 'parallel') return { ...tree, parts: tree.parts.map(sortedTree) };
  return {
    ...tree,
    parts: tree.parts.map(sortedTree),
    hangs: new Map([...tree.hangs].map(([net, trees]) => [net, trees.map(sortedTree).sort(inOrder)])),
  };
}

/** Nets in the order of the source's terminals, handed on pole by pole: the first that reaches a net names its place. */
function orderOf(
  source: SourceElement,
  wiring: Wiring,
  groups: readonly (readonly Strand[])[],
  away: ReadonlyMap<number, number>,
): ReadonlyMap<number, number> {
  const order = new Map<number, number>();
  source.terminals.forEach((terminal, index) => {
    const net = netAt(wiring, terminal);
    if (!order.has(net)) order.set(net, index);
  });
  const strands = groups
    .flat()
    .sort(
      (a, b) =>
        (away.get(a.from) ?? 1e9) - (away.get(b.from) ?? 1e9) ||
        naturally(a.element.device.tag, b.element.device.tag) ||
        naturally(a.element.id, b.element.id),
    );
  for (const { from, to } of strands) {
    const place = order.get(from);
    if (place !== undefined && !order.has(to)) order.set(to, place);
  }
  return order;
}
