import type { Element } from './elements';

/** A path as nested series and parallel parts, from net `from` to net `to`; `hangs` stand at the nets between the parts of a series. */
export type Tree =
  | { readonly type: 'edge'; readonly element: Element; readonly from: number; readonly to: number }
  | {
      readonly type: 'series';
      readonly parts: readonly Tree[];
      readonly from: number;
      readonly to: number;
      readonly hangs: ReadonlyMap<number, readonly Tree[]>;
    }
  | { readonly type: 'parallel'; readonly parts: readonly Tree[]; readonly from: number; readonly to: number };

export interface Reduced {
  /** the whole component between its two nets, or undefined where only dangling parts are */
  readonly tree: Tree | undefined;
  /** trees that hang at the two end nets themselves */
  readonly hangs: ReadonlyMap<number, readonly Tree[]>;
  /** left over: a true bridge, or a part with both ends on one net */
  readonly isCore: boolean;
}

/** A path read from its other end. */
export const flip = (tree: Tree): Tree => {
  if (tree.type === 'edge') return { ...tree, from: tree.to, to: tree.from };
  if (tree.type === 'series') return { ...tree, from: tree.to, to: tree.from, parts: [...tree.parts].reverse().map(flip) };
  return { ...tree, from: tree.to, to: tree.from, parts: tree.parts.map(flip) };
};

/** The elements of a reduced path, from left to right. */
export const elementsOf = (tree: Tree): Element[] => {
  if (tree.type === 'edge') return [tree.element];
  const hanging = tree.type === 'series' ? [...tree.hangs.values()].flat() : [];
  return [...tree.parts, ...hanging].flatMap(elementsOf);
};

/** Whether something on a path uses what comes. */
export const hasLoad = (tree: Tree): boolean => (tree.type === 'edge' ? tree.element.isLoad : tree.parts.some(hasLoad));

const towards = (tree: Tree, from: number): Tree => (tree.from === from ? tree : flip(tree));

const partsOfSeries = (tree: Tree): { parts: readonly Tree[]; hangs: ReadonlyMap<number, readonly Tree[]> } =>
  tree.type === 'series' ? tree : { parts: [tree], hangs: new Map() };

const partsOfParallel = (tree: Tree): readonly Tree[] => (tree.type === 'parallel' ? tree.parts : [tree]);

export interface ReduceFacts {
  readonly elements: readonly Element[];
  netsOf(element: Element): readonly [number, number];
  /** the nets that the whole lies between; one where it hangs */
  readonly start: number;
  readonly end: number | undefined;
  /** sorts the parts of a parallel: the wanted reading order */
  order(a: Tree, b: Tree): number;
}

/** Edges by the nets that they end on, and by the pair of them. */
interface Mesh {
  readonly at: Map<number, Set<Tree>>;
  readonly between: Map<string, Set<Tree>>;
}

const pairKey = ({ from, to }: Tree): string => (from < to ? `${from} ${to}` : `${to} ${from}`);
const setAt = <K>(map: Map<K, Set<Tree>>, key: K): Set<Tree> => {
  const there = map.get(key);
  if (there) return there;
  const made = new Set<Tree>();
  map.set(key, made);
  return made;
};

function link({ at: ends, between }: Mesh, tree: Tree): void {
  setAt(ends, tree.from).add(tree);
  setAt(ends, tree.to).add(tree);
  setAt(between, pairKey(tree)).add(tree);
}

function unlink({ at: ends, between }: Mesh, tree: Tree): void {
  ends.get(tree.from)?.delete(tree);
  ends.get(tree.to)?.delete(tree);
  between.get(pairKey(tree))?.delete(tree);
}

/**
 * Series-parallel reduction of a connected part between two nets. What ends in the open hangs on its net.
 * Nets wait in a queue until nothing is left to do at any of them, so that the work grows with the parts.
 */
export function reduce({ elements, netsOf, start, end, order }: ReduceFacts): Reduced {
  const mesh: Mesh = { at: new Map(), between: new Map() };
  const hangs = new Map<number, Tree[]>();
  for (const element of elements) {
    const [from, to] = netsOf(element);
    if (from === to) return { tree: undefined, hangs, isCore: true };
    link(mesh, { type: 'edge', element, from, to });
  }
  const waiting = new Set<number>(mesh.at.keys());
  const hang = (net: number, trees: readonly Tree[]): void => void hangs.set(net, [...(hangs.get(net) ?? []), ...trees]);
  for (const net of waiting) {
    waiting.delete(net);
    mergeParallels(mesh, net, order);
    const [one, two, ...more] = setAt(mesh.at, net);
    if (net === start || net === end || !one || more.length > 0) continue;
    unlink(mesh, one);
    const other = one.from === net ? one.to : one.from;
    if (!two) {
      const outward = withEndHangs(towards(one, other), hangs.get(net) ?? []);
      hangs.delete(net);
      hang(other, [outward]);
      waiting.add(other);
      continue;
    }
    unlink(mesh, two);
    const joined = joinSeries(flip(towards(one, net)), towards(two, net), net, hangs.get(net) ?? []);
    hangs.delete(net);
    // both parts between the same two nets: a ring that closes on one net
    if (joined.from === joined.to) return { tree: undefined, hangs, isCore: true };
    link(mesh, joined);
    waiting.add(joined.from).add(joined.to);
  }
  const left = new Set([...mesh.at.values()].flatMap((edges) => [...edges]));
  const [only] = left;
  const isCore = left.size > 1;
  return { tree: only && !isCore ? towards(only, start) : undefined, hangs, isCore };
}

/** Makes one of the edges that lead from a net to the same other net. */
function mergeParallels(mesh: Mesh, net: number, order: ReduceFacts['order']): void {
  for (const edge of [...setAt(mesh.at, net)]) {
    const same = [...setAt(mesh.between, pairKey(edge))];
    if (same.length < 2) continue;
    const { from, to } = edge;
    for (const one of same) unlink(mesh, one);
    link(mesh, { type: 'parallel', from, to, parts: same.flatMap((one) => partsOfParallel(towards(one, from))).sort(order) });
  }
}

/** A dangling tree whose far net has dangling trees of its own: they go on from there. */
function withEndHangs(tree: Tree, further: readonly Tree[]): Tree {
  return further.reduce<Tree>(
    (soFar, next) => (soFar.to === tree.to ? joinSeries(soFar, next, tree.to, []) : addHang(soFar, tree.to, next)),
    tree,
  );
}

function addHang(tree: Tree, net: number, hang: Tree): Tree {
  const { parts, hangs } = partsOfSeries(tree);
  return { type: 'series', parts, from: tree.from, to: tree.to, hangs: new Map([...hangs, [net, [...(hangs.get(net) ?? []), hang]]]) };
}

function joinSeries(first: Tree, second: Tree, net: number, hanging: readonly Tree[]): Tree {
  const [a, b] = [partsOfSeries(first), partsOfSeries(second)];
  const hangs = new Map<number, readonly Tree[]>([...a.hangs, ...b.hangs]);
  if (hanging.length > 0) hangs.set(net, [...(hangs.get(net) ?? []), ...hanging]);
  return { type: 'series', parts: [...a.parts, ...b.parts], from: first.from, to: second.to, hangs };
}
