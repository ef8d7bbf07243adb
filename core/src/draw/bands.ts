import { partition } from '#core/graph';
import { grouped, naturally } from '#core/units';
import type { BlockElement, Drawable, Element, SourceElement } from './elements';
import type { Rail } from './rails';
import type { BandName, VoltageClass } from './sheet';
import { netAt } from './wiring';

/** What stands together: elements and blocks joined by nets that are not rails. */
interface Component {
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

function componentsOf({ elements, blocks, wiring }: Drawable, rails: readonly Rail[]): Component[] {
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

const firstTag = (list: readonly { readonly device: { readonly tag: string } }[]): string | undefined =>
  list.map(({ device }) => device.tag).sort(naturally)[0];

/** The coils of a component name it, else its loads; its order among the lines follows them: a lamp beside a coil moves nothing. */
const keyOf = ({ elements, blocks }: Component): string =>
  firstTag(elements.filter(({ kind }) => kind === 'coil')) ??
  firstTag(elements.filter(({ isLoad }) => isLoad)) ??
  firstTag([...blocks, ...elements]) ??
  '';

/** Where a person has put lines among those of their band, by a symbol on each. */
export type PlacedLines = Readonly<Record<string, { readonly y: number }>>;

/** What was put somewhere by hand stands there; the rest keeps its order round it. */
function asPlaced(components: readonly Component[], placed: PlacedLines): readonly Component[] {
  const rankOf = ({ elements }: Component): number | undefined =>
    elements.map(({ id }) => (Object.hasOwn(placed, id) ? placed[id]?.y : undefined)).find((rank) => rank !== undefined);
  const ranked = components.map((component) => ({ component, rank: rankOf(component) }));
  const order = ranked.filter(({ rank }) => rank === undefined).map(({ component }) => component);
  const fixed = ranked.flatMap(({ component, rank }) => (rank === undefined ? [] : [{ component, rank }]));
  for (const { component, rank } of fixed.sort((a, b) => a.rank - b.rank)) order.splice(Math.max(0, Math.round(rank)), 0, component);
  return order;
}

/** By tag, but a line comes after the line of the part that moves one of its contacts. Loops are cut at the first by tag. */
function inReadingOrder(components: readonly Component[]): Component[] {
  const sorted = components
    .map((component) => ({ component, key: keyOf(component) }))
    .sort((a, b) => naturally(a.key, b.key))
    .map(({ component }) => component);
  const moverAt = grouped(
    sorted.flatMap((component, index) => component.elements.flatMap(({ kind, device }) => (kind === 'coil' ? [{ device, index }] : []))),
    ({ device }) => device,
  );
  /** by place: those that it waits for, and those that wait for it */
  const waitsFor = sorted.map(
    ({ elements }, index) =>
      new Set(
        elements
          .flatMap(({ isMoved, device }) => (isMoved ? (moverAt.get(device) ?? []).map((one) => one.index) : []))
          .filter((one) => one !== index),
      ),
  );
  const waiters = sorted.map((): number[] => []);
  waitsFor.forEach((others, index) => {
    for (const other of others) waiters[other]?.push(index);
  });
  const done: Component[] = [];
  const isDone = sorted.map(() => false);
  const ready = new Set<number>(waitsFor.flatMap((others, index) => (others.size === 0 ? [index] : [])));
  let firstLeft = 0;
  while (done.length < sorted.length) {
    while (isDone[firstLeft]) firstLeft++;
    const next = ready.size > 0 ? Math.min(...ready) : firstLeft;
    ready.delete(next);
    isDone[next] = true;
    const component = sorted[next];
    if (component) done.push(component);
    for (const waiter of waiters[next] ?? []) {
      const others = waitsFor[waiter];
      others?.delete(next);
      if (others?.size === 0 && !isDone[waiter]) ready.add(waiter);
    }
  }
  return done;
}

const RANK: Readonly<Record<VoltageClass, number>> = { power: 0, control: 1, 'elv-ac': 2, 'elv-dc': 3, none: 4 };

/** Power first, loops of inputs last among their like. */
const inSupplyOrder = (a: SourceElement, b: SourceElement): number =>
  RANK[a.tint] - RANK[b.tint] ||
  Number(a.name.code === 'loop') - Number(b.name.code === 'loop') ||
  naturally(a.device.tag, b.device.tag) ||
  naturally(a.id, b.id);

/** What belongs into one band each: elements that rails of one system join, in the order of the sheet, or as a person has put them. */
export function planBands(drawable: Drawable, rails: readonly Rail[], placed: PlacedLines = {}): BandPlan[] {
  let left = inReadingOrder(componentsOf(drawable, rails));
  const take = (test: (component: Component) => boolean): Component[] => {
    const taken = left.filter(test);
    if (taken.length > 0) left = left.filter((component) => !taken.includes(component));
    return taken;
  };
  const bySource = grouped(rails, ({ source }) => source);
  const plans: BandPlan[] = [];
  for (const source of [...drawable.sources].sort(inSupplyOrder)) plans.push(...bandsOfSource(source, bySource.get(source) ?? [], take));
  const between = take((one) => one.rails.length > 0);
  const apart = { form: 'list', head: undefined, rails: [] } as const;
  if (between.length > 0) plans.push({ ...apart, name: { code: 'between supplies' }, tint: 'power', components: between });
  if (left.length > 0) plans.push({ ...apart, name: { code: 'no supply' }, tint: 'none', components: left });
  return plans.map((plan) => (plan.form === 'ladder' ? { ...plan, components: asPlaced(plan.components, placed) } : plan));
}

function bandsOfSource(
  source: SourceElement,
  own: readonly Rail[],
  take: (test: (component: Component) => boolean) => Component[],
): BandPlan[] {
  const isOurs = (component: Component): boolean => component.rails.length > 0 && component.rails.every((rail) => rail.source === source);
  const base = { tint: source.tint, name: source.name };
  if (own.length > 2)
    return [
      {
        ...base,
        form: 'comb',
        head: source,
        rails: own,
        components: take((one) => isOurs(one) && (one.blocks.length > 0 || one.rails.length > 2)),
      },
      ...pairsOf(own).flatMap((pair): BandPlan[] => {
        const components = take((one) => isOurs(one) && one.rails.every((rail) => pair.includes(rail)));
        const name: BandName = { code: 'pair', rails: pair.map(({ name: mark }) => mark), tag: source.device.tag };
        return components.length > 0 ? [{ ...base, name, form: 'ladder', head: undefined, rails: pair, components }] : [];
      }),
    ];
  const [first, second] = own;
  const isSwapped = first?.isReturn === true && second?.isReturn === false;
  return [
    {
      ...base,
      form: first && second && first.net === second.net ? 'list' : 'ladder',
      head: source,
      rails: isSwapped && first && second ? [second, first] : own,
      components: take((one) => isOurs(one) && one.blocks.length === 0),
    },
  ];
}

const pairsOf = (rails: readonly Rail[]): Rail[][] => rails.flatMap((a, i) => rails.slice(i + 1).map((b) => [a, b]));
