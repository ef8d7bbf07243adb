import { grouped, naturally } from '#core/units';
import { type BandPlan, type Component, componentsOf } from './components';
import type { Drawable, SourceElement } from './elements';
import type { Rail } from './rails';
import type { BandName, VoltageClass } from './sheet';
import { isMixed, tapped } from './taps';

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

const isLoop = ({ name }: SourceElement): boolean => name.code === 'loop' || name.code === 'own loop';

/** Power first, loops of inputs last among their like. */
const inSupplyOrder = (a: SourceElement, b: SourceElement): number =>
  RANK[a.tint] - RANK[b.tint] || Number(isLoop(a)) - Number(isLoop(b)) || naturally(a.device.tag, b.device.tag) || naturally(a.id, b.id);

/**
 * What belongs into one band each: elements that rails of one system join, in the order of the sheet, or as a person has put them.
 * @param isDrawn whether the power of a band is drawn in bundles or as a comb
 */
export function planBands(
  drawable: Drawable,
  rails: readonly Rail[],
  isDrawn: (plan: BandPlan) => boolean,
  placed: PlacedLines = {},
): BandPlan[] {
  let left = inReadingOrder(componentsOf(drawable, rails));
  const take = (test: (component: Component) => boolean): Component[] => {
    const taken = left.filter(test);
    if (taken.length > 0) left = left.filter((component) => !taken.includes(component));
    return taken;
  };
  const bySource = grouped(rails, ({ source }) => source);
  const plans: BandPlan[] = [];
  for (const source of [...drawable.sources].sort(inSupplyOrder))
    plans.push(...bandsOfSource({ source, own: bySource.get(source) ?? [], take, drawable, isDrawn }));
  const between = take((one) => one.rails.length > 0);
  const apart = { form: 'list', head: undefined, rails: [] } as const;
  plans.push(...betweenSupplies(between.filter((one) => one.rails.length === 2)));
  const more = between.filter((one) => one.rails.length !== 2);
  if (more.length > 0) plans.push({ ...apart, name: { code: 'between supplies' }, tint: 'power', components: more });
  if (left.length > 0) plans.push({ ...apart, name: { code: 'no supply' }, tint: 'none', components: left });
  return plans.map((plan) => (plan.form === 'ladder' ? { ...plan, components: asPlaced(plan.components, placed) } : plan));
}

/** What lies between a rail of one supply and one of another: lines between the two, each named with its supply. */
const betweenSupplies = (components: readonly Component[]): BandPlan[] =>
  [...grouped(components, ({ rails }) => rails.map(({ net }) => net).join()).values()].map((those) => ({
    name: { code: 'between supplies' },
    tint: 'power',
    form: 'ladder',
    head: undefined,
    rails: (those[0]?.rails ?? []).map((rail) => ({
      ...rail,
      name: rail.name.includes(':') ? rail.name : `${rail.source.device.tag}:${rail.name}`,
    })),
    components: those,
  }));

interface SourceFacts {
  readonly source: SourceElement;
  readonly own: readonly Rail[];
  readonly take: (test: (component: Component) => boolean) => Component[];
  readonly drawable: Drawable;
  readonly isDrawn: (plan: BandPlan) => boolean;
}

function bandsOfSource({ source, own, take, drawable, isDrawn }: SourceFacts): BandPlan[] {
  const isOurs = (component: Component): boolean => component.rails.length > 0 && component.rails.every((rail) => rail.source === source);
  const base = { tint: source.tint, name: source.name };
  if (own.length > 2) {
    const comb = {
      ...base,
      form: 'comb' as const,
      head: source,
      rails: own,
      components: take((one) => isOurs(one) && (one.blocks.length > 0 || one.rails.length > 2)),
    };
    const parted = isMixed(comb) && !isDrawn(comb) ? tapped(comb, source, drawable, isDrawn) : undefined;
    // the way back stands at the right
    const all = [...own.filter((rail) => !rail.isReturn), ...(parted?.taps ?? []), ...own.filter((rail) => rail.isReturn)];
    // what hangs on three rails is no line of a ladder
    const isLine = ({ rails }: Component): boolean => rails.length < 3;
    const fits = parted?.control.every(isLine) === true ? parted : undefined;
    let loose = fits?.control ?? [];
    return [
      fits ? { ...comb, components: fits.power } : comb,
      ...pairsOf(fits ? all : own).flatMap((pair): BandPlan[] => {
        const isOfPair = (one: Component): boolean => one.rails.every((rail) => pair.includes(rail));
        const components = [...take((one) => isOurs(one) && isOfPair(one)), ...loose.filter(isOfPair)];
        loose = loose.filter((one) => !isOfPair(one));
        const name: BandName = { code: 'pair', rails: pair.map(({ name: mark }) => mark), tag: source.device.tag };
        return components.length > 0 ? [{ ...base, name, form: 'ladder', head: undefined, rails: pair, components }] : [];
      }),
    ];
  }
  const [first, second] = own;
  const isSwapped = first?.isReturn === true && second?.isReturn === false;
  const components = take((one) => isOurs(one) && one.blocks.length === 0);
  // a loop that a wire closes has nothing in it and is drawn as it is
  const isClosed = first && second && first.net === second.net;
  return [
    {
      ...base,
      form: isClosed && components.length > 0 ? 'list' : 'ladder',
      head: source,
      rails: isSwapped && first && second ? [second, first] : own,
      components,
    },
  ];
}

const pairsOf = (rails: readonly Rail[]): Rail[][] => rails.flatMap((a, i) => rails.slice(i + 1).map((b) => [a, b]));
