import { type CircuitPlan, graphOf } from '#core/graph';
import { at, grouped } from '#core/units';
import { type Drawable, type Element, markAt, type SourceElement } from './elements';
import { netAt, type Wiring } from './wiring';

export interface Rail {
  readonly source: SourceElement;
  /** place among the source's terminals */
  readonly index: number;
  readonly net: number;
  readonly name: string;
  /** the way back of its source */
  readonly isReturn: boolean;
  /** parts passed on the way from the source's terminal, source first */
  readonly passed: readonly Element[];
}

/** A rail named with its supply. */
export const fullName = ({ name, source }: Rail): string => (name.includes(':') ? name : `${source.device.tag}:${name}`);

/** The other net of an element that has one end on a net. */
export const beyond = (wiring: Wiring, { a, b }: Element, net: number): number =>
  netAt(wiring, a) === net ? netAt(wiring, b) : netAt(wiring, a);

/**
 * A rail starts at each terminal of a source and moves down through fuses and isolators while nothing else is on the way.
 * Whole devices move: all poles of an isolator or none; its auxiliary contacts and its releases stay where they are wired.
 */
export function railsOf(plan: CircuitPlan, { elements, sources, blocks, wiring }: Drawable): Rail[] {
  const { isReturn } = graphOf(plan);
  const taken = new Set<Element>();
  const onNet = new Map<number, Element[]>();
  for (const element of elements)
    for (const net of new Set([netAt(wiring, element.a), netAt(wiring, element.b)])) {
      const there = onNet.get(net);
      if (there) there.push(element);
      else onNet.set(net, [element]);
    }
  const byDevice = grouped(elements, ({ device }) => device);
  const standing = new Map<number, number>();
  for (const { terminals } of [...sources, ...blocks])
    for (const net of new Set(terminals.map((terminal) => netAt(wiring, terminal)))) standing.set(net, (standing.get(net) ?? 0) + 1);

  const isOwnLoop = ({ name }: SourceElement): boolean => name.code === 'own loop';
  const marks = sources.flatMap((source) => (isOwnLoop(source) ? [] : [...new Set(source.terminals.map(markAt))]));
  /** as it is marked; with its device where another supply is marked alike, and for what feeds nothing but itself */
  const nameOf = (source: SourceElement, mark: string): string =>
    isOwnLoop(source) || marks.filter((one) => one === mark).length > 1 ? `${source.device.tag}:${mark}` : mark;

  return sources.flatMap((source): Rail[] => {
    const nets = source.terminals.map((terminal) => netAt(wiring, terminal));
    const home = new Set(nets);
    const passed: Element[][] = nets.map(() => []);
    const others = (net: number): number => (standing.get(net) ?? 0) - (home.has(net) ? 1 : 0);
    /** the one head part that leads on from a net, where nothing else is on it */
    const onlyHead = (net: number, index: number): Element | undefined => {
      const here = (onNet.get(net) ?? []).filter((element) => !taken.has(element));
      const isShared = nets.some((other, place) => place !== index && other === net);
      return here.length === 1 && here[0]?.isHead && others(net) === 0 && !isShared ? here[0] : undefined;
    };
    /** a switch by itself in one of several lines, on the way to a pole that the other lines have come to */
    const inLine = (net: number, index: number): Element | undefined => {
      const [one, ...more] = (onNet.get(net) ?? []).filter((element) => !taken.has(element));
      if (!one || more.length > 0 || one.isHead || one.isLoad || nets.length < 3 || others(net) > 0) return undefined;
      const far = beyond(wiring, one, net);
      const [head, ...rest] = (onNet.get(far) ?? []).filter((element) => element !== one && !taken.has(element));
      const isReached = head?.isHead && rest.length === 0 && others(far) === 0 && !nets.includes(far);
      return isReached && nets.some((other, place) => place !== index && onlyHead(other, place)?.device === head.device) ? one : undefined;
    };
    for (let moved = true; moved; ) {
      moved = false;
      nets.forEach((net, index) => {
        const element = inLine(net, index);
        if (!element) return;
        taken.add(element);
        passed[index]?.push(element);
        nets[index] = beyond(wiring, element, net);
        moved = true;
      });
      const next = nets.map(onlyHead);
      for (const device of new Set(next.flatMap((element) => (element ? [element.device] : [])))) {
        const poles = (byDevice.get(device) ?? []).filter((element) => element.isHead && !taken.has(element));
        if (!poles.every((pole) => next.includes(pole))) continue;
        next.forEach((element, index) => {
          if (!element || element.device !== device) return;
          taken.add(element);
          passed[index]?.push(element);
          nets[index] = beyond(wiring, element, at(nets, index));
          moved = true;
        });
      }
    }
    return nets.map((net, index) => {
      const terminal = at(source.terminals, index);
      return {
        source,
        index,
        net,
        passed: at(passed, index),
        name: nameOf(source, markAt(terminal)),
        isReturn: isReturn(plan.nodeOf(terminal)),
      };
    });
  });
}
