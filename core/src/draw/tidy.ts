import type { Pen } from './pen';
import type { Dot, RailMark, Segment } from './sheet';

/**
 * Cuts stubs that lead to nothing, so that an open end stops at its terminal, and drops dots where nothing branches.
 * A row keeps what lies between the outermost things on it: pins, markers, flags, bars.
 */
export function tidyBand(pen: Pen, rails: readonly RailMark[]): { segments: Segment[]; dots: Dot[] } {
  const anchors = [
    ...pen.symbols.flatMap(({ pins }) => pins.map(({ x, y }) => ({ x, y }))),
    ...pen.markers.map(({ x, y }) => ({ x, y })),
    ...pen.flags.map(({ x, y }) => ({ x, y })),
    ...rails.map(({ x, y1 }) => ({ x, y: y1 })),
  ];
  let segments = [...pen.segments];
  for (let changed = true; changed; ) {
    changed = false;
    segments = segments.flatMap((segment, index) => {
      if (segment.y1 !== segment.y2) return [segment];
      const [from, to] = [Math.min(segment.x1, segment.x2), Math.max(segment.x1, segment.x2)];
      const holds = [
        ...anchors.filter(({ x, y }) => y === segment.y1 && x >= from && x <= to).map(({ x }) => x),
        ...segments
          .filter((_other, place) => place !== index)
          .flatMap((other) => {
            const ends = [
              [other.x1, other.y1],
              [other.x2, other.y2],
            ] as const;
            const meets = ends.filter(([x, y]) => y === segment.y1 && x >= from && x <= to).map(([x]) => x);
            const crossed =
              other.x1 === other.x2 &&
              [from, to].includes(other.x1) &&
              segment.y1 >= Math.min(other.y1, other.y2) &&
              segment.y1 <= Math.max(other.y1, other.y2)
                ? [other.x1]
                : [];
            return [...meets, ...crossed];
          }),
      ];
      const low = Math.min(...holds);
      const high = Math.max(...holds);
      if (holds.length > 0 && low === from && high === to) return [segment];
      changed = true;
      return holds.length === 0 || low === high ? [] : [{ ...segment, x1: low, x2: high }];
    });
  }
  const dots = pen.dots.filter(({ x, y }) => {
    const around = segments.reduce((count, { x1, y1, x2, y2 }) => {
      if (x1 === x2 ? x !== x1 || y < Math.min(y1, y2) || y > Math.max(y1, y2) : y !== y1 || x < Math.min(x1, x2) || x > Math.max(x1, x2))
        return count;
      return count + ((x === x1 && y === y1) || (x === x2 && y === y2) ? 1 : 2);
    }, 0);
    return around > 2;
  });
  return { segments, dots };
}
