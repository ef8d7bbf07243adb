import { greatest, grouped, least, naturally } from '#core/units';
import { type BandPlan, type Component, componentsOf, netsWithin } from '../components';
import { type BlockElement, type Drawable, type Element, markAt, type SourceElement } from '../elements';
import type { Rail } from '../rails';
import { netAt } from '../wiring';
import { type Distances, distances } from './bundle';

/** Power with the control that is taken from inside it parted off, and the points between two devices of the power that feed that control. */
export interface Tapped {
  readonly power: readonly Component[];
  readonly control: readonly Component[];
  readonly taps: readonly Rail[];
}

/** Poles of a device that has several here, and windings that are brought out: what bundles are made of. */
function powerOf({ components }: BandPlan): ReadonlySet<Element> {
  const all = components.flatMap(({ elements }) => elements);
  const counts = new Map<string, number>();
  const keyOf = ({ device, isLoad }: Element): string => `${device.id} ${isLoad}`;
  const mayBe = all.filter(({ isPole, isLoad, kind }) => isPole || (isLoad && kind !== 'coil'));
  for (const one of mayBe) counts.set(keyOf(one), (counts.get(keyOf(one)) ?? 0) + 1);
  return new Set(mayBe.filter((one) => (counts.get(keyOf(one)) ?? 0) > 1));
}

/** Whether something stands among the power that is none. */
export const isMixed = (plan: BandPlan): boolean =>
  powerOf(plan).size < plan.components.reduce((sum, { elements }) => sum + elements.length, 0);

/**
 * Control that is taken from behind a contactor, an isolator or the breaker of one feeder among several is no part of a bundle: the point
 * from which it is taken becomes a rail, and what hangs on it lines of their own.
 * @param isDrawn whether power is drawn that is left
 * @returns undefined where nothing is to be parted off, or what is left is no power either
 */
export function tapped(
  plan: BandPlan,
  source: SourceElement,
  drawable: Drawable,
  isDrawn: (plan: BandPlan) => boolean,
): Tapped | undefined {
  const { wiring } = drawable;
  const { others = [] } = plan;
  const parting = [...plan.rails, ...others];
  const elements = plan.components.flatMap((one) => one.elements);
  const blocks = plan.components.flatMap((one) => one.blocks);
  const kept = new Set(powerOf(plan));
  if (kept.size + blocks.length === 0) return undefined;
  const netsIn = (power: Iterable<Element>): ReadonlySet<number> =>
    new Set([...nets(power), ...blocks.flatMap(({ terminals }) => terminals.map((end) => netAt(wiring, end)))]);
  const nets = (of: Iterable<Element>): number[] => [...of].flatMap(({ a, b }) => [netAt(wiring, a), netAt(wiring, b)]);
  const isBetween = ({ a, b }: Element): boolean => [a, b].every((end) => netsIn(kept).has(netAt(wiring, end)));
  // what stands by itself in one of the lines is on the way of the power
  for (const one of elements.filter((each) => !each.isLoad && !kept.has(each) && isBetween(each))) kept.add(one);
  const withPower = (power: ReadonlySet<Element>): BandPlan => ({
    ...plan,
    components: componentsOf({ ...drawable, elements: [...rails(plan), ...power], blocks }, parting),
  });
  if (!isDrawn(withPower(kept))) return undefined;
  // a load between two conductors of one bundle stays among them
  for (const one of elements) {
    if (!one.isLoad || kept.has(one)) continue;
    const more = new Set([...kept, one]);
    if (isBetween(one) && isDrawn(withPower(more))) kept.add(one);
  }
  const onRail = new Set(parting.map(({ net }) => net));
  const rest = elements.filter((one) => !kept.has(one));
  const inPower = netsIn(kept);
  const tapNets = [...new Set(nets(rest))].filter((net) => inPower.has(net) && !onRail.has(net));
  const away = distances(wiring, netsWithin(wiring, plan), source, [...rails(plan), ...kept]);
  const taps = tapNets
    .map((net): Rail => ({ source, index: -1, net, name: nameOf(net, kept, blocks, drawable, away), isReturn: false, passed: [] }))
    .sort((a, b) => naturally(a.name, b.name));
  const parted = inLines(rest, [...parting, ...taps], drawable, source);
  return { power: withPower(kept).components, control: parted.control, taps: [...taps, ...parted.taps] };
}

/** What hangs on more rails than two is parted again where most of it meets: the star point of three heaters is a rail of its own. */
function inLines(
  elements: readonly Element[],
  known: readonly Rail[],
  drawable: Drawable,
  source: SourceElement,
): Pick<Tapped, 'control' | 'taps'> {
  const taps: Rail[] = [];
  for (;;) {
    const all = [...known, ...taps];
    const control = componentsOf({ ...drawable, elements, blocks: [] }, all);
    const wide = control.find((one) => one.rails.length > 2);
    const ends = (wide?.elements ?? []).flatMap((element) => [element.a, element.b].map((end) => ({ end, element })));
    const free = ends.filter(({ end }) => !all.some((rail) => rail.net === netAt(drawable.wiring, end)));
    const meeting = greatest([...grouped(free, ({ end }) => netAt(drawable.wiring, end))], ([, those]) => those.length);
    if (!wide || !meeting) return { control, taps };
    const [net, those] = meeting;
    const name = those.map(({ end, element }) => `${element.device.tag}:${markAt(end)}`).sort(naturally)[0] ?? '?';
    taps.push({ source, index: -1, net, name, isReturn: false, passed: [] });
  }
}

const rails = ({ rails: own }: BandPlan): Element[] => own.flatMap(({ passed }) => passed);

/** A point inside the power is called by the terminal that feeds it: `Q1:T1`. */
function nameOf(net: number, power: ReadonlySet<Element>, blocks: readonly BlockElement[], { wiring }: Drawable, away: Distances): string {
  const onBlocks = blocks.flatMap(({ device, terminals }) =>
    terminals.filter((end) => netAt(wiring, end) === net).map((end) => ({ end, device, far: Number.POSITIVE_INFINITY })),
  );
  const onPoles = [...power].flatMap((element) =>
    [
      { end: element.a, other: element.b },
      { end: element.b, other: element.a },
    ]
      .filter(({ end }) => netAt(wiring, end) === net)
      .map(({ end, other }) => ({ end, device: element.device, far: away.get(netAt(wiring, other)) ?? Number.POSITIVE_INFINITY })),
  );
  const fed = least(
    [...onPoles, ...onBlocks].sort((a, b) => naturally(a.device.tag, b.device.tag)),
    ({ far }) => far,
  );
  return fed ? `${fed.device.tag}:${markAt(fed.end)}` : '?';
}
