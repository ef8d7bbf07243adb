import { at, grouped } from '#core/units';
import { beyondIn, type NetsOf } from '../components';
import type { BlockElement, Element, SourceElement } from '../elements';
import { netAt, type Wiring } from '../wiring';

/** One conductor's way through a device of several poles: from the net nearer the source to the one beyond. */
export interface Strand {
  readonly element: Element;
  /** what stands by itself in this conductor on the way to the pole, and on the way from it */
  readonly before: readonly Element[];
  readonly after: readonly Element[];
  readonly from: number;
  readonly to: number;
}

/** A strand read from its other end. */
export const turned = ({ element, before, after, from, to }: Strand): Strand => ({
  element,
  before: after.toReversed(),
  after: before.toReversed(),
  from: to,
  to: from,
});

interface Chain {
  readonly elements: readonly Element[];
  readonly from: number;
  readonly to: number;
}

interface Ground {
  readonly wiring: Wiring;
  readonly netsOf: NetsOf;
  /** loads of several terminals, and the source */
  readonly ends: readonly (BlockElement | SourceElement)[];
  /** everything that ends on a net of this power */
  readonly elements: readonly Element[];
}

/**
 * A switch, a fuse, a heater of an overload that stands by itself in one of several conductors is drawn in that conductor, with the pole before it
 * or behind it, where its way goes on with the others: to the source, to a load of several terminals, or to the poles of another device.
 * @param groups the poles of each device, and devices of one pole by themselves
 */
export function inLine(groups: readonly (readonly Strand[])[], { wiring, netsOf, ends, elements }: Ground): (readonly Strand[])[] {
  const touching = grouped(elements.flatMap(netsOf), (net) => net);
  const onEnd = new Set(ends.flatMap(({ terminals }) => terminals.map((terminal) => netAt(wiring, terminal))));
  const isPlain = (net: number): boolean => touching.get(net)?.length === 2 && !onEnd.has(net);
  const isOne = (strands: readonly Strand[]): boolean => strands.length === 1 && !at(strands, 0).element.isLoad;
  let several = groups.filter((one) => !isOne(one));
  let chains = joined(
    groups.filter(isOne).map((one) => at(one, 0)),
    isPlain,
  );
  for (let moved = true; moved; ) {
    moved = false;
    for (const chain of chains) {
      const leadsOn = (net: number, but: readonly Strand[]): boolean =>
        onEnd.has(net) || several.some((one) => one !== but && one.some(({ from, to }) => from === net || to === net));
      const place = several
        .flatMap((strands) => strands.map((strand) => ({ strands, strand })))
        .flatMap(({ strands, strand }) => {
          const put = eitherWay(chain).flatMap((way) => placed(strand, way, isPlain, (net) => leadsOn(net, strands)) ?? [])[0];
          return put ? [{ strands, strand, put }] : [];
        })[0];
      if (!place) continue;
      several = several.map((one) => (one === place.strands ? one.map((each) => (each === place.strand ? place.put : each)) : one));
      chains = chains.filter((one) => one !== chain);
      moved = true;
    }
  }
  const inChains = new Set(chains.flatMap((chain) => chain.elements));
  return [...several, ...groups.filter((one) => isOne(one) && inChains.has(at(one, 0).element))];
}

/** A chain as it is and read from its other end: which of them leads on is known where it is put. */
const eitherWay = (chain: Chain): readonly [Chain, Chain] => [
  chain,
  { elements: chain.elements.toReversed(), from: chain.to, to: chain.from },
];

/** Parts in series in one conductor, each by itself, as one way. */
function joined(strands: readonly Strand[], isPlain: (net: number) => boolean): Chain[] {
  let chains = strands.map(({ element, from, to }): Chain => ({ elements: [element], from, to }));
  for (;;) {
    const met = chains.flatMap((one, index) =>
      chains
        .slice(index + 1)
        .flatMap((other) =>
          eitherWay(one).flatMap((first) =>
            eitherWay(other).flatMap((next) =>
              first.to === next.from && isPlain(first.to)
                ? [{ one, other, both: { elements: [...first.elements, ...next.elements], from: first.from, to: next.to } }]
                : [],
            ),
          ),
        ),
    )[0];
    if (!met) return chains;
    chains = [...chains.filter((chain) => chain !== met.one && chain !== met.other), met.both];
  }
}

/** A strand with a chain in its conductor, on the side where it goes on; undefined: it does not belong there. */
function placed(
  strand: Strand,
  { elements, from, to }: Chain,
  isPlain: (net: number) => boolean,
  leadsOn: (net: number) => boolean,
): Strand | undefined {
  if (strand.to === from && isPlain(from) && leadsOn(to)) return { ...strand, after: [...strand.after, ...elements], to };
  if (strand.from === to && isPlain(to) && leadsOn(from)) return { ...strand, before: [...elements, ...strand.before], from };
  return undefined;
}

/** The parts of a strand from its start on, each with the net at which it is entered. */
export function walkStrand(
  { element, before, after, from }: Strand,
  netsOf: NetsOf,
): { readonly element: Element; readonly enteredAt: number }[] {
  let net = from;
  return [...before, element, ...after].map((one) => {
    const enteredAt = net;
    net = beyondIn(netsOf(one), net);
    return { element: one, enteredAt };
  });
}
