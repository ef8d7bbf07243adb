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

export const flip = (tree: Tree): Tree => {
  if (tree.type === 'edge') return { ...tree, from: tree.to, to: tree.from };
  if (tree.type === 'series') return { ...tree, from: tree.to, to: tree.from, parts: [...tree.parts].reverse().map(flip) };
  return { ...tree, from: tree.to, to: tree.from, parts: tree.parts.map(flip) };
};

export const elementsOf = (tree: Tree): Element[] => {
  if (tree.type === 'edge') return [tree.element];
  const hanging = tree.type === 'series' ? [...tree.hangs.values()].flat() : [];
  return [...tree.parts, ...hanging].flatMap(elementsOf);
};

export const hasLoad = (tree: Tree): boolean => (tree.type === 'edge' ? tree.element.isLoad : tree.parts.some(hasLoad));

const towards = (tree: Tree, from: number): Tree => (tree.from === from ? tree : flip(tree));

const partsOfSeries = (tree: Tree): { parts: readonly Tree[]; hangs: ReadonlyMap<number, readonly Tree[]> } =>
  tree.type === 'series' ? tree : { parts: [tree], hangs: new Map() };

const partsOfParallel = (tree: Tree): readonly Tree[] => (tree.type === 'parallel' ? tree.parts : [tree]);

/**
 * Series-parallel reduction of a connected part between two nets. What ends in the open hangs on its net.
 * @param order sorts the parts of a parallel: the wanted reading order
 */
export function reduce(
  elements: readonly Element[],
  netOf: (element: Element) => readonly [number, number],
  start: number,
  end: number | undefined,
  order: (a: Tree, b: Tree) => number,
): Reduced {
  let edges: Tree[] = elements.map((element) => ({ type: 'edge', element, from: netOf(element)[0], to: netOf(element)[1] }));
  const hangs = new Map<number, Tree[]>();
  const isEnd = (net: number) => net === start || net === end;
  let isCore = false;
  for (let changed = true; changed; ) {
    changed = false;
    const loops = edges.filter(({ from, to }) => from === to);
    if (loops.length > 0) return { tree: undefined, hangs, isCore: true };
    edges = mergeParallel(edges, order, () => {
      changed = true;
    });
    const atNet = new Map<number, Tree[]>();
    for (const edge of edges) for (const net of [edge.from, edge.to]) atNet.set(net, [...(atNet.get(net) ?? []), edge]);
    for (const [net, around] of atNet) {
      if (isEnd(net)) continue;
      if (around.length === 1) {
        const [edge] = around as [Tree];
        const other = edge.from === net ? edge.to : edge.from;
        const outward = withEndHangs(towards(edge, other), hangs.get(net) ?? []);
        hangs.delete(net);
        hangs.set(other, [...(hangs.get(other) ?? []), outward]);
        edges = edges.filter((one) => one !== edge);
        changed = true;
        break;
      }
      if (around.length === 2) {
        const [one, two] = around as [Tree, Tree];
        if (one === two) continue;
        const first = flip(towards(one, net));
        const second = towards(two, net);
        edges = [...edges.filter((edge) => edge !== one && edge !== two), joinSeries(first, second, net, hangs.get(net) ?? [])];
        hangs.delete(net);
        changed = true;
        break;
      }
    }
  }
  if (edges.length > 1) isCore = true;
  const [only] = edges;
  return { tree: only && !isCore ? towards(only, start) : undefined, hangs, isCore };
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

function mergeParallel(edges: Tree[], order: (a: Tree, b: Tree) => number, changed: () => void): Tree[] {
  const byEnds = new Map<string, Tree[]>();
  for (const edge of edges) {
    const key = `${Math.min(edge.from, edge.to)} ${Math.max(edge.from, edge.to)}`;
    byEnds.set(key, [...(byEnds.get(key) ?? []), edge]);
  }
  return [...byEnds.values()].map((same) => {
    if (same.length === 1) return same[0]!;
    changed();
    const { from, to } = same[0]!;
    return { type: 'parallel', from, to, parts: same.flatMap((edge) => partsOfParallel(towards(edge, from))).sort(order) };
  });
}
