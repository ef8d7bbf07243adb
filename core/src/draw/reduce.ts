import type { Element } from './elements';

/** A path as nested series and parallel parts, from net `from` to net `to`; `hangs` stand at the nets between the parts of a series. */
export type Tree<E = Element> =
  | { readonly type: 'edge'; readonly element: E; readonly from: number; readonly to: number }
  | {
      readonly type: 'series';
      readonly parts: readonly Tree<E>[];
      readonly from: number;
      readonly to: number;
      readonly hangs: ReadonlyMap<number, readonly Tree<E>[]>;
    }
  | { readonly type: 'parallel'; readonly parts: readonly Tree<E>[]; readonly from: number; readonly to: number };

export interface Reduced<E = Element> {
  /** the whole component between its two nets, or undefined where only dangling parts are */
  readonly tree: Tree<E> | undefined;
  /** trees that hang at the two end nets themselves */
  readonly hangs: ReadonlyMap<number, readonly Tree<E>[]>;
  /** left over: a true bridge, or a part with both ends on one net */
  readonly isCore: boolean;
}

/** A path read from its other end. */
export const flip = <E>(tree: Tree<E>): Tree<E> => {
  if (tree.type === 'edge') return { ...tree, from: tree.to, to: tree.from };
  if (tree.type === 'series') return { ...tree, from: tree.to, to: tree.from, parts: [...tree.parts].reverse().map((part) => flip(part)) };
  return { ...tree, from: tree.to, to: tree.from, parts: tree.parts.map((part) => flip(part)) };
};

/** The elements of a reduced path, from left to right. */
export const elementsOf = <E>(tree: Tree<E>): E[] => {
  if (tree.type === 'edge') return [tree.element];
  const hanging = tree.type === 'series' ? [...tree.hangs.values()].flat() : [];
  return [...tree.parts, ...hanging].flatMap((part) => elementsOf(part));
};

/** Whether something on a path uses what comes. */
export const hasLoad = (tree: Tree): boolean => (tree.type === 'edge' ? tree.element.isLoad : tree.parts.some(hasLoad));

const towards = <E>(tree: Tree<E>, from: number): Tree<E> => (tree.from === from ? tree : flip(tree));

const partsOfSeries = <E>(tree: Tree<E>): { parts: readonly Tree<E>[]; hangs: ReadonlyMap<number, readonly Tree<E>[]> } =>
  tree.type === 'series' ? tree : { parts: [tree], hangs: new Map() };

const partsOfParallel = <E>(tree: Tree<E>): readonly Tree<E>[] => (tree.type === 'parallel' ? tree.parts : [tree]);

export interface ReduceFacts<E = Element> {
  readonly elements: readonly E[];
  netsOf(element: E): readonly [number, number];
  /** the nets that the whole lies between; one where it hangs */
  readonly start: number;
  readonly end: number | undefined;
  /** sorts the parts of a parallel: the wanted reading order */
  order(a: Tree<E>, b: Tree<E>): number;
  /** a path that comes back to the net it left hangs there; else it is a core */
  readonly withRings?: boolean;
  /** whether two ways between the same two nets may be one; all are where it is left out */
  isAlike?(a: Tree<E>, b: Tree<E>): boolean;
}

/** Edges by the nets that they end on, and by the pair of them. */
interface Mesh<E> {
  readonly at: Map<number, Set<Tree<E>>>;
  readonly between: Map<string, Set<Tree<E>>>;
}

const pairKey = ({ from, to }: { readonly from: number; readonly to: number }): string => (from < to ? `${from} ${to}` : `${to} ${from}`);
const setAt = <K, E>(map: Map<K, Set<Tree<E>>>, key: K): Set<Tree<E>> => {
  const there = map.get(key);
  if (there) return there;
  const made = new Set<Tree<E>>();
  map.set(key, made);
  return made;
};

function link<E>({ at: ends, between }: Mesh<E>, tree: Tree<E>): void {
  setAt(ends, tree.from).add(tree);
  setAt(ends, tree.to).add(tree);
  setAt(between, pairKey(tree)).add(tree);
}

function unlink<E>({ at: ends, between }: Mesh<E>, tree: Tree<E>): void {
  ends.get(tree.from)?.delete(tree);
  ends.get(tree.to)?.delete(tree);
  between.get(pairKey(tree))?.delete(tree);
}

/**
 * Series-parallel reduction of a connected part between two nets. What ends in the open hangs on its net.
 * Nets wait in a queue until nothing is left to do at any of them, so that the work grows with the parts.
 */
export function reduce<E = Element>({
  elements,
  netsOf,
  start,
  end,
  order,
  withRings = false,
  isAlike = () => true,
}: ReduceFacts<E>): Reduced<E> {
  const mesh: Mesh<E> = { at: new Map(), between: new Map() };
  const hangs = new Map<number, Tree<E>[]>();
  const hang = (net: number, trees: readonly Tree<E>[]): void => void hangs.set(net, [...(hangs.get(net) ?? []), ...trees]);
  for (const element of elements) {
    const [from, to] = netsOf(element);
    if (from !== to) link(mesh, { type: 'edge', element, from, to });
    else if (withRings) hang(from, [{ type: 'edge', element, from, to }]);
    else return { tree: undefined, hangs, isCore: true };
  }
  const waiting = new Set<number>(mesh.at.keys());
  for (const net of waiting) {
    waiting.delete(net);
    mergeParallels(mesh, net, order, isAlike);
    const [one, two, ...more] = setAt(mesh.at, net);
    if (net === start || net === end || !one || more.length > 0) continue;
    unlink(mesh, one);
    const other = one.from === net ? one.to : one.from;
    if (!two) {
      const there = hangs.get(net) ?? [];
      const outward = withEndHangs(towards(one, other), withRings ? there.toSorted(order) : there);
      hangs.delete(net);
      hang(other, [outward]);
      waiting.add(other);
      continue;
    }
    unlink(mesh, two);
    const joined = joinSeries(flip(towards(one, net)), towards(two, net), net, hangs.get(net) ?? []);
    hangs.delete(net);
    // both parts between the same two nets: a ring that closes on one net
    if (joined.from !== joined.to) link(mesh, joined);
    else if (withRings) hang(joined.from, [joined]);
    else return { tree: undefined, hangs, isCore: true };
    waiting.add(joined.from).add(joined.to);
  }
  const left = new Set([...mesh.at.values()].flatMap((edges) => [...edges]));
  const [only] = left;
  const isCore = left.size > 1;
  return { tree: only && !isCore ? towards(only, start) : undefined, hangs, isCore };
}

/** Makes one of the edges that lead from a net to the same other net. */
function mergeParallels<E>(
  mesh: Mesh<E>,
  net: number,
  order: ReduceFacts<E>['order'],
  isAlike: NonNullable<ReduceFacts<E>['isAlike']>,
): void {
  for (const edge of [...setAt(mesh.at, net)]) {
    const { from, to } = edge;
    const between = setAt(mesh.between, pairKey(edge));
    if (!between.has(edge)) continue; // went with one before it
    const same = [...between].filter((one) => one === edge || isAlike(towards(edge, from), towards(one, from)));
    if (same.length < 2) continue;
    for (const one of same) unlink(mesh, one);
    link(mesh, { type: 'parallel', from, to, parts: same.flatMap((one) => partsOfParallel(towards(one, from))).sort(order) });
  }
}

/** A dangling tree whose far net has dangling trees of its own: they go on from there. */
export function withEndHangs<E>(tree: Tree<E>, further: readonly Tree<E>[]): Tree<E> {
  return further.reduce<Tree<E>>(
    (soFar, next) => (next.from !== next.to && soFar.to === tree.to ? joinSeries(soFar, next, tree.to, []) : addHang(soFar, tree.to, next)),
    tree,
  );
}

function addHang<E>(tree: Tree<E>, net: number, hang: Tree<E>): Tree<E> {
  const { parts, hangs } = partsOfSeries(tree);
  return { type: 'series', parts, from: tree.from, to: tree.to, hangs: new Map([...hangs, [net, [...(hangs.get(net) ?? []), hang]]]) };
}

function joinSeries<E>(first: Tree<E>, second: Tree<E>, net: number, hanging: readonly Tree<E>[]): Tree<E> {
  const [a, b] = [partsOfSeries(first), partsOfSeries(second)];
  const hangs = new Map<number, readonly Tree<E>[]>([...a.hangs, ...b.hangs]);
  if (hanging.length > 0) hangs.set(net, [...(hangs.get(net) ?? []), ...hanging]);
  return { type: 'series', parts: [...a.parts, ...b.parts], from: first.from, to: second.to, hangs };
}
