import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Element } from './elements';
import { elementsOf, flip, hasLoad, reduce, type Tree } from './reduce';

type Shape = { readonly type: 'edge' } | { readonly type: 'series' | 'parallel'; readonly parts: readonly Shape[] };

const shape: fc.Arbitrary<Shape> = fc.letrec<{ shape: Shape }>((tie) => ({
  shape: fc.oneof(
    { maxDepth: 4 },
    fc.constant({ type: 'edge' as const }),
    fc.record({
      type: fc.constantFrom('series' as const, 'parallel' as const),
      parts: fc.array(tie('shape'), { minLength: 2, maxLength: 3 }),
    }),
  ),
})).shape;

/** Lays a series-parallel shape out as elements between nets. */
function build(root: Shape): { elements: Element[]; ends: Map<string, [number, number]> } {
  const elements: Element[] = [];
  const ends = new Map<string, [number, number]>();
  let net = 1;
  const lay = (one: Shape, from: number, to: number): void => {
    if (one.type === 'edge') {
      const id = `e${elements.length}`;
      elements.push({ id, isLoad: elements.length % 3 === 0, device: { tag: id }, part: 'p', isMoved: false } as Element);
      ends.set(id, elements.length % 2 === 0 ? [from, to] : [to, from]);
    } else if (one.type === 'parallel') for (const part of one.parts) lay(part, from, to);
    else {
      let at = from;
      one.parts.forEach((part, index) => {
        const next = index === one.parts.length - 1 ? to : ++net;
        lay(part, at, next);
        at = next;
      });
    }
  };
  lay(root, 0, 1);
  return { elements, ends };
}

const steady = (a: Tree, b: Tree) => elementsOf(a)[0]!.id.localeCompare(elementsOf(b)[0]!.id);

describe('series-parallel reduction', () => {
  it('takes every series-parallel part whole, loses no element and repeats none', () => {
    fc.assert(
      fc.property(shape, (root) => {
        const { elements, ends } = build(root);
        const reduced = reduce({ elements, netsOf: (element) => ends.get(element.id)!, start: 0, end: 1, order: steady });
        expect(reduced.isCore).toBe(false);
        expect(
          elementsOf(reduced.tree!)
            .map(({ id }) => id)
            .sort(),
        ).toEqual(elements.map(({ id }) => id).sort());
        expect([reduced.tree!.from, reduced.tree!.to]).toEqual([0, 1]);
      }),
      { numRuns: 200, seed: 4 },
    );
  });

  it('every part of a tree meets the next one at a net', () => {
    const check = (tree: Tree): void => {
      if (tree.type === 'edge') return;
      for (const part of tree.parts) check(part);
      if (tree.type === 'parallel') for (const part of tree.parts) expect([part.from, part.to]).toEqual([tree.from, tree.to]);
      else
        tree.parts.forEach((part, index) => {
          expect(part.from).toBe(index === 0 ? tree.from : tree.parts[index - 1]!.to);
        });
    };
    fc.assert(
      fc.property(shape, (root) => {
        const { elements, ends } = build(root);
        const { tree } = reduce({ elements, netsOf: (element) => ends.get(element.id)!, start: 0, end: 1, order: steady });
        check(tree!);
        check(flip(tree!));
        expect(hasLoad(tree!)).toBe(elements.some(({ isLoad }) => isLoad));
      }),
      { numRuns: 100, seed: 6 },
    );
  });

  const edges = (...pairs: [number, number][]) => {
    const { elements } = build({ type: 'parallel', parts: pairs.map(() => ({ type: 'edge' })) });
    const ends = new Map(elements.map(({ id }, index) => [id, pairs[index]!]));
    return reduce({ elements, netsOf: (element) => ends.get(element.id)!, start: 0, end: 1, order: steady });
  };
  it('a true bridge is a core', () => expect(edges([0, 2], [0, 3], [2, 3], [2, 1], [3, 1]).isCore).toBe(true));
  it('a part with both ends on one net is a core', () => expect(edges([0, 1], [0, 0]).isCore).toBe(true));
  it('what ends in the open hangs on its net', () => {
    const { tree, isCore } = edges([0, 2], [2, 1], [2, 7]);
    expect(isCore).toBe(false);
    expect(tree?.type === 'series' && [...tree.hangs.keys()]).toEqual([2]);
  });
  it('a chain that ends in the open hangs as one tree', () => {
    const { tree } = edges([0, 2], [2, 1], [2, 7], [7, 8]);
    const [hang] = tree?.type === 'series' ? [...tree.hangs.values()].flat() : [];
    expect(hang && elementsOf(hang)).toHaveLength(2);
  });
});
