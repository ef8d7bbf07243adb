import { partition } from '#core/graph';
import { grouped } from '#core/units';
import type { BlockElement, Drawable, Element, SourceElement } from './elements';
import type { Rail } from './rails';
import type { BandName, VoltageClass } from './sheet';
import { netAt, type Wiring } from './wiring';

/** What stands together: elements and blocks joined by nets that are not rails. */
export interface Component {
  readonly elements: readonly Element[];
  readonly blocks: readonly BlockElement[];
  readonly rails: readonly Rail[];
}

export interface BandPlan {
  readonly name: BandName;
  readonly tint: VoltageClass;
  readonly form: 'ladder' | 'comb' | 'list';
  readonly head: SourceElement | undefined;
  readonly rails: readonly Rail[];
  /** rails of other supplies, at which its ways stop */
  readonly others?: readonly Rail[];
  readonly components: readonly Component[];
}

/** The two nets of an element, as one band sees them. */
export type NetsOf = (element: Element) => readonly [number, number];

/** Below every net: an end at the rail of another supply, of which there is one for each way that stops there. */
const STOPS = -1_000_000;

/** Whether a net is such an end. */
export const isStop = (net: number): boolean => net <= STOPS;

/** What is joined within a band: a way that comes to the rail of another supply stops there, each by itself. */
export function netsWithin(wiring: Wiring, { others = [] }: Pick<BandPlan, 'others'>): NetsOf {
  const foreign = new Set(others.map(({ net }) => net));
  const stops = new Map<string, number>();
  const at = ({ id, a, b }: Element, end: 'a' | 'b'): number => {
    const net = netAt(wiring, end === 'a' ? a : b);
    if (!foreign.has(net)) return net;
    const key = `${id} ${end}`;
    const known = stops.get(key);
    if (known !== undefined) return known;
    const made = STOPS - stops.size;
    stops.set(key, made);
    return made;
  };
  return (element) => [at(element, 'a'), at(element, 'b')];
}

/** The other of two nets. */
export const beyondIn = ([a, b]: readonly [number, number], net: number): number => (a === net ? b : a);

/** What stands together when rails part it. */
export function componentsOf(
  { elements, blocks, wiring }: Pick<Drawable, 'elements' | 'blocks' | 'wiring'>,
  rails: readonly Rail[],
): Component[] {
  // of rails on one net the first stands for all
  const railOn = new Map<number, Rail>();
  for (const rail of rails) if (!railOn.has(rail.net)) railOn.set(rail.net, rail);
  const inHead = new Set(rails.flatMap(({ passed }) => passed));
  const free = elements.filter((element) => !inHead.has(element));
  const netsOf = (one: Element | BlockElement): number[] =>
    ('terminals' in one ? one.terminals : [one.a, one.b]).map((end) => netAt(wiring, end));
  const joined = partition<string>();
  const all = [...free, ...blocks];
  for (const one of all) for (const net of netsOf(one)) if (!railOn.has(net)) joined.join(one.id, `net ${net}`);
  return [...grouped(all, ({ id }) => joined.groupOf(id)).values()].map((group) => {
    const nets = new Set(group.flatMap(netsOf));
    return {
      elements: group.filter((one): one is Element => !('terminals' in one)),
      blocks: group.filter((one): one is BlockElement => 'terminals' in one),
      rails: [...nets].flatMap((net) => railOn.get(net) ?? []).sort((a, b) => rails.indexOf(a) - rails.indexOf(b)),
    };
  });
}
