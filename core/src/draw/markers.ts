import type { Point } from '#core/circuit';
import type { CircuitPlan } from '#core/graph';
import type { Drawable } from './elements';
import { endsOf } from './wiring';

/** Each terminal of a strip and each loose end goes to the element end nearest along the wires; of equals to the first by name. */
export function placeMarkers(plan: CircuitPlan, { elements, sources, blocks, wiring }: Drawable): Map<Point, Point[]> {
  const hosts = new Set<Point>(elements.flatMap(({ a, b }) => [a, b]));
  const ends = new Set<Point>([...hosts, ...[...sources, ...blocks].flatMap(({ terminals }) => terminals)]);
  const next = new Map<Point, Point[]>();
  const step = (from: Point, to: Point): void => {
    const there = next.get(from);
    if (there) there.push(to);
    else next.set(from, [to]);
  };
  for (const { conductor } of plan.conductors) {
    const [a, b] = endsOf(conductor);
    // what an earth sign parts is no way along the wires
    if (wiring.netOf.get(a) !== wiring.netOf.get(b)) continue;
    step(a, b);
    step(b, a);
  }
  // rings grow from all hosts at once, in the order of their names: whoever comes first to a point is its nearest
  const hostOf = new Map<Point, Point>([...hosts].sort().map((host) => [host, host]));
  for (const [point, host] of hostOf) for (const other of next.get(point) ?? []) if (!hostOf.has(other)) hostOf.set(other, host);
  const result = new Map<Point, Point[]>();
  for (const point of [...wiring.wired].sort()) {
    const host = hostOf.get(point);
    if (host === undefined || ends.has(point) || wiring.netOf.get(point) === wiring.earthNet) continue;
    const there = result.get(host);
    if (there) there.push(point);
    else result.set(host, [point]);
  }
  return result;
}
