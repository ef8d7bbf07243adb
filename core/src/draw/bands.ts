import type { Point } from '#core/circuit';
import type { BlockElement, Drawable, Element, SourceElement } from './elements';
import { isReturn, type Rail } from './rails';
import type { VoltageClass } from './sheet';

/** What stands together: elements and blocks joined by nets that are not rails. */
interface Component {
  readonly elements: readonly Element[];
  readonly blocks: readonly BlockElement[];
  readonly rails: readonly Rail[];
}

export interface BandPlan {
  readonly title: string;
  readonly tint: VoltageClass;
  readonly form: 'ladder' | 'comb' | 'list';
  readonly head: SourceElement | undefined;
  readonly rails: readonly Rail[];
  readonly components: readonly Component[];
}

/** Natural order of tags: K2 before K10. */
export const naturally = (a: string, b: string): number => a.localeCompare(b, 'en', { numeric: true });

function componentsOf({ elements, blocks, wiring }: Drawable, rails: readonly Rail[]): Component[] {
  const railNets = new Set(rails.map(({ net }) => net));
  const inHead = new Set(rails.flatMap(({ passed }) => passed.map(({ id }) => id)));
  const free = elements.filter(({ id }) => !inHead.has(id));
  const parent = new Map<string, string>();
  const find = (key: string): string => {
    const up = parent.get(key) ?? key;
    return up === key ? key : find(up);
  };
  const join = (a: string, b: string) => parent.set(find(a), find(b));
  const tie = (id: string, ends: readonly Point[]) => {
    for (const end of ends) {
      const net = wiring.netOf.get(end)!;
      if (!railNets.has(net)) join(id, `net ${net}`);
    }
  };
  for (const element of free) tie(element.id, [element.a, element.b]);
  for (const block of blocks) tie(block.id, block.terminals);
  const groups = new Map<string, { elements: Element[]; blocks: BlockElement[] }>();
  const groupOf = (id: string) => {
    const key = find(id);
    const group = groups.get(key) ?? { elements: [], blocks: [] };
    groups.set(key, group);
    return group;
  };
  for (const element of free) groupOf(element.id).elements.push(element);
  for (const block of blocks) groupOf(block.id).blocks.push(block);
  return [...groups.values()].map((group) => {
    const ends = [...group.elements.flatMap(({ a, b }) => [a, b]), ...group.blocks.flatMap(({ terminals }) => terminals)];
    const nets = new Set(ends.map((end) => wiring.netOf.get(end)!));
    const touched = rails.filter((rail, index) => nets.has(rail.net) && rails.findIndex((one) => one.net === rail.net) === index);
    return { ...group, rails: touched };
  });
}

/** The loads of a component name it; its order among the lines follows them. */
const keyOf = (component: Component): string =>
  [...component.elements.filter(({ isLoad }) => isLoad), ...component.blocks, ...component.elements]
    .map(({ device }) => device.tag)
    .sort(naturally)[0] ?? '';

/** By tag, but a line comes after the line of the coil whose contact it uses. */
function inReadingOrder(components: readonly Component[]): Component[] {
  const loadKey = (component: Component) =>
    component.elements
      .filter(({ isLoad }) => isLoad)
      .map(({ device }) => device.tag)
      .sort(naturally)[0] ?? keyOf(component);
  const waiting = [...components].sort((a, b) => naturally(loadKey(a), loadKey(b)));
  const done: Component[] = [];
  while (waiting.length > 0) {
    const ready = waiting.findIndex((one) =>
      one.elements.every(
        (element) =>
          !element.byArmature ||
          !waiting.some(
            (other) => other !== one && other.elements.some(({ kind, device }) => kind === 'coil' && device === element.device),
          ),
      ),
    );
    done.push(...waiting.splice(Math.max(ready, 0), 1));
  }
  return done;
}

export function planBands(drawable: Drawable, rails: readonly Rail[]): BandPlan[] {
  const components = inReadingOrder(componentsOf(drawable, rails));
  const { bonded } = drawable.wiring;
  const plans: BandPlan[] = [];
  const left = new Set(components);
  const take = (test: (component: Component) => boolean): Component[] => {
    const taken = components.filter((component) => left.has(component) && test(component));
    for (const one of taken) left.delete(one);
    return taken;
  };
  const rank: Record<VoltageClass, number> = { power: 0, control: 1, 'elv-ac': 2, 'elv-dc': 3, none: 4 };
  const callLast = (source: SourceElement) => (source.title.startsWith('Call input') ? 1 : 0);
  const sources = [...drawable.sources].sort(
    (a, b) => rank[a.tint] - rank[b.tint] || callLast(a) - callLast(b) || naturally(a.device.tag, b.device.tag),
  );
  for (const source of sources) {
    const own = rails.filter((rail) => rail.source === source);
    const ours = (component: Component) => component.rails.length > 0 && component.rails.every((rail) => own.includes(rail));
    const base = { tint: source.tint, title: source.title };
    if (own.length > 2) {
      plans.push({
        ...base,
        form: 'comb',
        head: source,
        rails: own,
        components: take((one) => ours(one) && (one.blocks.length > 0 || one.rails.length > 2)),
      });
      for (const pair of pairsOf(own)) {
        const paths = take((one) => ours(one) && one.rails.every((rail) => pair.includes(rail)));
        if (paths.length > 0)
          plans.push({
            ...base,
            title: `${pair.map(({ name }) => name).join('–')} of ${source.device.tag}`,
            form: 'ladder',
            head: undefined,
            rails: pair,
            components: paths,
          });
      }
    } else {
      const [first, second] = own;
      const isSwapped = first && second && isReturn(first, bonded) && !isReturn(second, bonded);
      plans.push({
        ...base,
        form: first && second && first.net === second.net ? 'list' : 'ladder',
        head: source,
        rails: isSwapped ? [second, first] : own,
        components: take((one) => ours(one) && one.blocks.length === 0),
      });
    }
  }
  const between = take((one) => one.rails.length > 0);
  if (between.length > 0)
    plans.push({ title: 'Between supplies', tint: 'power', form: 'list', head: undefined, rails: [], components: between });
  const islands = take(() => true);
  if (islands.length > 0)
    plans.push({ title: 'No supply reaches these', tint: 'none', form: 'list', head: undefined, rails: [], components: islands });
  return plans;
}

const pairsOf = (rails: readonly Rail[]): Rail[][] => rails.flatMap((a, i) => rails.slice(i + 1).map((b) => [a, b]));
