import type { Point } from '#core/circuit';
import type { Band, Segment } from './sheet';

/** What a drawing says that the netlist does not, or the other way round. */
export interface Discrepancy {
  readonly what: 'false joint' | 'missing joint' | 'wire through symbol' | 'symbols overlap' | 'point not drawn';
  readonly at: string;
}

const on = (segment: Segment, x: number, y: number): boolean =>
  segment.x1 === segment.x2
    ? x === segment.x1 && y >= Math.min(segment.y1, segment.y2) && y <= Math.max(segment.y1, segment.y2)
    : y === segment.y1 && x >= Math.min(segment.x1, segment.x2) && x <= Math.max(segment.x1, segment.x2);

/**
 * Rebuilds connectivity from what is drawn and compares it with the nets, occurrence by occurrence.
 * Segments touch where an end lies on another or a dot stands; a crossing without a dot is no joint; flags and rails of one net are one.
 */
export function verifyBand(band: Band, netOf: ReadonlyMap<Point, number>): Discrepancy[] {
  const found: Discrepancy[] = [];
  const parent = band.segments.map((_, index) => index);
  const find = (index: number): number => {
    let root = index;
    while (parent[root] !== root) root = parent[root]!;
    parent[index] = root;
    return root;
  };
  const join = (a: number, b: number) => {
    parent[find(a)] = find(b);
  };
  band.segments.forEach((one, a) => {
    band.segments.forEach((other, b) => {
      if (b <= a) return;
      const touches = on(one, other.x1, other.y1) || on(one, other.x2, other.y2) || on(other, one.x1, one.y1) || on(other, one.x2, one.y2);
      if (touches || band.dots.some((dot) => on(one, dot.x, dot.y) && on(other, dot.x, dot.y))) join(a, b);
    });
  });
  const groups: { place: string; net: number; group: number | undefined }[] = [];
  const groupAt = (x: number, y: number) => {
    const index = band.segments.findIndex((segment) => on(segment, x, y));
    return index < 0 ? undefined : find(index);
  };
  for (const symbol of band.symbols)
    for (const pin of symbol.pins) groups.push({ place: pin.point, net: netOf.get(pin.point)!, group: groupAt(pin.x, pin.y) });
  for (const marker of band.markers)
    groups.push({ place: marker.point, net: netOf.get(marker.point)!, group: groupAt(marker.x, marker.y) });
  const named = [
    ...band.flags.map(({ net, x, y }) => ({ net, group: groupAt(x, y) })),
    ...band.rails.map(({ net, x, y1 }) => ({ net, group: groupAt(x, y1) })),
  ];
  const nameOf = new Map<number, number>();
  for (const { net, group } of named) {
    if (group === undefined) continue;
    const known = nameOf.get(net);
    if (known === undefined) nameOf.set(net, group);
    else join(known, group);
  }
  const netOfGroup = new Map<number, number>();
  const groupOfNet = new Map<number, number>();
  const lone = new Map<number, number>();
  for (const { place, net, group } of groups) {
    if (group === undefined) {
      lone.set(net, (lone.get(net) ?? 0) + 1);
      if (groupOfNet.has(net) || lone.get(net)! > 1) found.push({ what: 'missing joint', at: place });
      continue;
    }
    const root = find(group);
    if (netOfGroup.has(root) && netOfGroup.get(root) !== net) found.push({ what: 'false joint', at: place });
    netOfGroup.set(root, net);
    if ((groupOfNet.has(net) && groupOfNet.get(net) !== root) || lone.has(net)) found.push({ what: 'missing joint', at: place });
    groupOfNet.set(net, root);
  }
  for (const { net, x, y1, name } of band.rails) {
    const group = groupAt(x, y1);
    const drawn = groupOfNet.get(net);
    if (group === undefined || (drawn !== undefined && find(drawn) !== find(group)))
      found.push({ what: 'missing joint', at: `rail ${name}` });
  }
  for (const { net, group } of named)
    if (group !== undefined && netOfGroup.has(find(group)) && netOfGroup.get(find(group)) !== net)
      found.push({ what: 'false joint', at: `net ${net}` });
  band.symbols.forEach((symbol, index) => {
    const left = symbol.x - symbol.width / 2;
    const top = symbol.y - symbol.height / 2;
    for (const other of band.symbols.slice(index + 1)) {
      if (
        Math.abs(other.x - symbol.x) < (symbol.width + other.width) / 2 &&
        Math.abs(other.y - symbol.y) < (symbol.height + other.height) / 2
      )
        found.push({ what: 'symbols overlap', at: `${symbol.id} ${other.id}` });
    }
    for (const { x1, y1, x2, y2 } of band.segments) {
      const inX = Math.max(x1, x2) > left + 0.5 && Math.min(x1, x2) < left + symbol.width - 0.5;
      const inY = Math.max(y1, y2) > top + 0.5 && Math.min(y1, y2) < top + symbol.height - 0.5;
      if (inX && inY) found.push({ what: 'wire through symbol', at: symbol.id });
    }
  });
  return found;
}
