import type { Circuit, Point } from '#core/circuit';
import type { Drawable } from './elements';

/** Each terminal of a strip and each loose end goes to the element end nearest along the wires. */
export function placeMarkers(circuit: Circuit, { elements, sources, blocks, wiring }: Drawable): Map<Point, Point[]> {
  const ends = new Set<Point>([
    ...elements.flatMap(({ a, b }) => [a, b]),
    ...sources.flatMap(({ terminals }) => terminals),
    ...blocks.flatMap(({ terminals }) => terminals),
  ]);
  const hosts = new Set<Point>(elements.flatMap(({ a, b }) => [a, b]));
  const next = new Map<Point, Point[]>();
  for (const wire of Object.values(circuit.conductors).sort((a, b) => (a.id < b.id ? -1 : 1))) {
    const [a, b] = wire.ends.map((end, side): Point => end ?? `${wire.id}.${side as 0 | 1}`) as [Point, Point];
    next.set(a, [...(next.get(a) ?? []), b]);
    next.set(b, [...(next.get(b) ?? []), a]);
  }
  const result = new Map<Point, Point[]>();
  for (const point of [...wiring.wired].sort()) {
    if (ends.has(point) || wiring.netOf.get(point) === wiring.earthNet) continue;
    const seen = new Set<Point>([point]);
    let ring: Point[] = [point];
    let host: Point | undefined;
    while (ring.length > 0 && !host) {
      ring = ring.flatMap((at) => next.get(at) ?? []).filter((at) => !seen.has(at) && seen.add(at));
      host = ring.filter((at) => hosts.has(at)).sort()[0];
    }
    if (host) result.set(host, [...(result.get(host) ?? []), point]);
  }
  return result;
}
