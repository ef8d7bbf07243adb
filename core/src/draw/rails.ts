import type { Point } from '#core/circuit';
import type { Drawable, Element, SourceElement } from './elements';

export interface Rail {
  readonly source: SourceElement;
  /** place among the source's terminals */
  readonly index: number;
  readonly net: number;
  readonly name: string;
  /** parts passed on the way from the source's terminal, source first */
  readonly passed: readonly Element[];
}

const RETURN_MARKS = /^(N|C|X2|0|-|M|C2)$/;

export const isReturn = (rail: Rail, bonded: ReadonlySet<Point>): boolean =>
  RETURN_MARKS.test(rail.name) || bonded.has(rail.source.terminals[rail.index]!);

/**
 * A rail starts at each terminal of a source and moves down through fuses and isolators while nothing else is on the way.
 * Whole devices move: all poles of an isolator or none.
 */
export function railsOf({ elements, sources, blocks, wiring }: Drawable): Rail[] {
  const taken = new Set<string>();
  const others = (net: number, source: SourceElement) =>
    sources.filter((one) => one !== source && one.terminals.some((terminal) => wiring.netOf.get(terminal) === net)).length +
    blocks.filter((block) => block.terminals.some((terminal) => wiring.netOf.get(terminal) === net)).length;
  const at = (net: number) =>
    elements.filter((element) => !taken.has(element.id) && (wiring.netOf.get(element.a) === net || wiring.netOf.get(element.b) === net));
  return sources.flatMap((source) => {
    const nets = source.terminals.map((terminal) => wiring.netOf.get(terminal)!);
    const passed: Element[][] = nets.map(() => []);
    for (let moved = true; moved; ) {
      moved = false;
      const next = nets.map((net, index) => {
        const here = at(net);
        const sharing = nets.some((other, place) => place !== index && other === net);
        return here.length === 1 && here[0]!.isHead && others(net, source) === 0 && !sharing ? here[0] : undefined;
      });
      for (const device of new Set(next.flatMap((element) => (element ? [element.device] : [])))) {
        const poles = elements.filter((element) => element.device === device && !taken.has(element.id));
        if (!poles.every((pole) => next.includes(pole))) continue;
        next.forEach((element, index) => {
          if (!element || element.device !== device) return;
          taken.add(element.id);
          passed[index]!.push(element);
          nets[index] = wiring.netOf.get(wiring.netOf.get(element.a) === nets[index] ? element.b : element.a)!;
          moved = true;
        });
      }
    }
    return nets.map(
      (net, index): Rail => ({
        source,
        index,
        net,
        passed: passed[index]!,
        name: source.terminals[index]!.slice(source.terminals[index]!.indexOf(':') + 1),
      }),
    );
  });
}
