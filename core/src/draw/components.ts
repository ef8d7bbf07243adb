import { partition } from '#core/graph';
import { grouped } from '#core/units';
import type { BlockElement, Drawable, Element, SourceElement } from './elements';
import type { Rail } from './rails';
import type { BandName, VoltageClass } from './sheet';
import { netAt } from './wiring';

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
  readonly components: readonly Component[];
}

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
