import { grouped, least, naturally } from '#core/units';
import { type BandPlan, type Component, componentsOf } from './components';
import type { Drawable, SourceElement } from './elements';
import { isMixed, tapped } from './power/taps';
import { fullName, type Rail } from './rails';
import type { BandName, VoltageClass } from './sheet';

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

/** A part of the circuit and the supply in whose band it stands: of the rails it comes to, those of that supply, and those at which it stops. */
interface Housed {
  readonly component: Component;
  readonly source: SourceElement;
  readonly own: readonly Rail[];
  readonly others: readonly Rail[];
}

/** What several supplies feed stands with the one that it has most rails of; the first of equals. What lies between one rail of each of two stands with neither. */
function housed(component: Component, railsOn: ReadonlyMap<number, readonly Rail[]>): Housed | undefined {
  const here = component.rails.flatMap(({ net }) => railsOn.get(net) ?? []);
  const houses = [...grouped(here, ({ source }) => source)].map(([source, own]) => ({
    component,
    source,
    own: [...own].sort((a, b) => a.index - b.index),
    others: component.rails.filter(({ net }) => !own.some((rail) => rail.net === net)),
  }));
  const best = least(houses, ({ others }) => others.length);
  if (!best || best.own.length === 0 || (best.others.length > 0 && best.own.length < 2)) return undefined;
  return best;
}

/**
 * What belongs into one band each: elements that rails of one system join, in the order of the sheet, or as a person has put them.
 */
export function planBands(drawable: Drawable, rails: readonly Rail[], formOf: FormOf, placed: PlacedLines = {}): BandPlan[] {
  const railsOf = grouped(rails, ({ source }) => source);
  const bySource = new Map([...drawable.sources].sort(inSupplyOrder).map((source) => [source, railsOf.get(source) ?? []] as const));
  const railsOn = grouped([...bySource.values()].flat(), ({ net }) => net);
  let left = inReadingOrder(componentsOf(drawable, rails)).map((component) => ({ component, house: housed(component, railsOn) }));
  /** takes what stands in the band of a supply and passes a test */
  const take: Take = (source, test) => {
    const taken = left.flatMap(({ house }) => (house?.source === source && test(house) ? [house] : []));
    if (taken.length > 0) left = left.filter(({ house }) => !house || !taken.includes(house));
    return taken;
  };
  const ofSources = [...bySource].flatMap(([source, own]) => bandsOfSource({ source, own, take, drawable, formOf }));
  const isApart = ({ name }: BandPlan): boolean => name.code === 'between supplies';
  const plans: BandPlan[] = [...ofSources.filter((plan) => !isApart(plan)), ...ofSources.filter(isApart)];
  const loose = left.map(({ component }) => component);
  const between = loose.filter((one) => one.rails.length > 0);
  plans.push(...betweenSupplies(between.filter((one) => one.rails.length === 2)));
  plans.push(
    ...apart(
      { code: 'between supplies' },
      between.filter((one) => one.rails.length !== 2),
    ),
  );
  plans.push(
    ...apart(
      { code: 'no supply' },
      loose.filter((one) => one.rails.length === 0),
    ),
  );
  return plans.map((plan) => (plan.form === 'ladder' ? { ...plan, components: asPlaced(plan.components, placed) } : plan));
}

/** What no band holds, by itself. */
const apart = (name: BandName & { readonly code: 'between supplies' | 'no supply' }, components: readonly Component[]): BandPlan[] =>
  components.length === 0
    ? []
    : [{ name, tint: name.code === 'no supply' ? 'none' : 'power', form: 'list', head: undefined, rails: [], components }];

/** What lies between a rail of one supply and one of another: lines between the two, each named with its supply. */
const betweenSupplies = (components: readonly Component[]): BandPlan[] =>
  [...grouped(components, ({ rails }) => rails.map(({ net }) => net).join()).values()].map((those) => ({
    name: { code: 'between supplies' },
    tint: 'power',
    form: 'ladder',
    head: undefined,
    rails: (those[0]?.rails ?? []).map((rail) => ({ ...rail, name: fullName(rail) })),
    components: those,
  }));

/** The form in which a band is drawn as it is planned; undefined: in none. */
type FormOf = (plan: BandPlan) => 'ladder' | 'bundle' | 'comb' | undefined;

type Take = (source: SourceElement, test: (house: Housed) => boolean) => readonly Housed[];

interface SourceFacts {
  readonly source: SourceElement;
  readonly own: readonly Rail[];
  readonly take: Take;
  readonly drawable: Drawable;
  readonly formOf: FormOf;
}

interface Power {
  /** the bundles of the supply, and what could not be drawn with them */
  readonly plans: readonly BandPlan[];
  /** lines of what is taken from inside it, and the points from which it is */
  readonly control: readonly Component[];
  readonly taps: readonly Rail[];
}

const bandOf = (plan: BandPlan, houses: readonly Housed[]): BandPlan => ({
  ...plan,
  others: [...new Set(houses.flatMap(({ others }) => others))],
  components: houses.map(({ component }) => component),
});

/** What stands with a supply. What stops at rails of others, and cannot be drawn so, is told apart. */
function orApart(houses: readonly Housed[], draw: (houses: readonly Housed[]) => Power | undefined, otherwise: BandPlan): Power {
  const shared = houses.filter(({ others }) => others.length > 0);
  const ours = houses.filter(({ others }) => others.length === 0);
  const whole = draw(houses);
  if (whole) return whole;
  const rest = shared.length > 0 ? draw(ours) : undefined;
  const { plans, ...parted } = rest ?? { plans: [bandOf(otherwise, ours)], control: [], taps: [] };
  const left = shared.map(({ component }) => component);
  return { ...parted, plans: [...plans, ...apart({ code: 'between supplies' }, left)] };
}

const pairsOf = (rails: readonly Rail[]): Rail[][] => rails.flatMap((a, i) => rails.slice(i + 1).map((b) => [a, b]));

function bandsOfSource({ source, own, take, drawable, formOf }: SourceFacts): BandPlan[] {
  const base = { tint: source.tint, name: source.name, components: [] };
  const asDrawn =
    (plan: BandPlan) =>
    (houses: readonly Housed[]): Power | undefined => {
      const whole = bandOf(plan, houses);
      return whole.others?.length === 0 || formOf(whole) ? { plans: [whole], control: [], taps: [] } : undefined;
    };
  if (own.length <= 2) {
    const [first, second] = own;
    const isSwapped = first?.isReturn === true && second?.isReturn === false;
    const houses = take(source, ({ component }) => component.blocks.length === 0);
    // a loop that a wire closes has nothing in it and is drawn as it is
    const isClosed = first && second && first.net === second.net;
    const rails = isSwapped && first && second ? [second, first] : own;
    const plan: BandPlan = { ...base, form: isClosed && houses.length > 0 ? 'list' : 'ladder', head: source, rails };
    return [...orApart(houses, asDrawn(plan), plan).plans];
  }
  const comb: BandPlan = { ...base, form: 'comb', head: source, rails: own };
  const { plans, control, taps } = orApart(
    take(source, ({ component, own: ours }) => component.blocks.length > 0 || ours.length > 2),
    (houses) => {
      const whole = bandOf(comb, houses);
      if (!isMixed(whole)) return asDrawn(comb)(houses);
      const form = formOf(whole);
      if (form === 'bundle') return asDrawn(comb)(houses);
      for (const isDrawn of [(plan: BandPlan) => formOf(plan) === 'bundle', (plan: BandPlan) => formOf(plan) !== undefined]) {
        const parted = tapped(whole, source, drawable, isDrawn);
        // what hangs on three rails is no line of a ladder
        if (parted?.control.every(({ rails }) => rails.length < 3)) return { ...parted, plans: [{ ...whole, components: parted.power }] };
      }
      return form && asDrawn(comb)(houses);
    },
    comb,
  );
  const isOwn = ({ net }: Rail): boolean => [...own, ...taps].some((rail) => rail.net === net);
  const others = new Set(control.flatMap(({ rails }) => rails.filter((rail) => !isOwn(rail))));
  // the way back stands at the right
  const all = [
    ...own.filter(({ isReturn }) => !isReturn),
    ...taps,
    ...[...others].map((rail) => ({ ...rail, name: fullName(rail) })),
    ...own.filter(({ isReturn }) => isReturn),
  ];
  let loose = control;
  return [
    ...plans,
    ...pairsOf(all).flatMap((rails): BandPlan[] => {
      const isOfPair = (those: readonly Rail[]): boolean => those.every(({ net }) => rails.some((rail) => rail.net === net));
      const name: BandName = { code: 'pair', rails: rails.map(({ name: mark }) => mark), tag: source.device.tag };
      const plan: BandPlan = { ...base, name, form: 'ladder', head: undefined, rails };
      const lines = orApart(
        take(source, ({ own: ours }) => isOfPair(ours)),
        asDrawn(plan),
        plan,
      ).plans;
      const tappedHere = loose.filter((one) => isOfPair(one.rails));
      loose = loose.filter((one) => !tappedHere.includes(one));
      return lines
        .map((one, index) => (index === 0 ? { ...one, components: [...one.components, ...tappedHere] } : one))
        .filter(({ components }) => components.length > 0);
    }),
  ];
}
