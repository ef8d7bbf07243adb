import { type ConductorId, deviceOf, isTerminal, type Point, terminalId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { type CircuitPlan, type Partition, partition } from '#core/graph';
import { isBond } from '#core/kinds';
import { must } from '#core/units';

/** What is one on the drawing: points joined by wires alone; devices join nothing. */
export interface Wiring {
  readonly netOf: ReadonlyMap<Point, number>;
  readonly points: readonly (readonly Point[])[];
  readonly conductorsOfNet: ReadonlyMap<number, readonly ConductorId[]>;
  readonly earthNet: number | undefined;
  /** wired points of the earth net, strips and frames */
  readonly earthPoints: readonly Point[];
  readonly wired: ReadonlySet<Point>;
  /** terminals bonded to earth inside their device or by a wire of their own to the earth bar */
  readonly bonded: ReadonlySet<Point>;
}

/** Nets by wires alone. Wires to an earth bar weld one net of their own. */
export function wiringOf(plan: CircuitPlan): Wiring {
  const { circuit } = plan;
  const bars = new Set(
    Object.values(circuit.devices).flatMap((device) => (familyOf(device, circuit).is?.earth === true ? [device.id] : [])),
  );
  const isEarthBar = (point: Point): boolean => isTerminal(point) && bars.has(deviceOf(point));
  const inPart = new Set<Point>(
    plan.parts.flatMap(({ device, part, kind }) => kind.ends(part).map((mark): Point => terminalId(device.id, mark))),
  );
  for (const tap of tapsBetween(plan)) inPart.delete(tap);
  const joined = partition<Point>();
  const wired = new Set<Point>();
  const earthSigns = new Set<Point>();
  for (const { conductor, ends } of plan.conductors.map((one) => ({ ...one, ends: endsOf(one.conductor) }))) {
    if (conductor.ends[0] === null && conductor.ends[1] === null) continue;
    const [a, b] = ends;
    wired.add(a).add(b);
    // a wire from a part straight to the earth bar is drawn as an earth sign: it does not weld every return into one net
    const other = isEarthBar(a) ? b : isEarthBar(b) ? a : undefined;
    if (other !== undefined && inPart.has(other) && !isEarthBar(other)) earthSigns.add(other);
    else joined.join(a, b);
  }
  const earths = plan.points.filter(isEarthBar);
  for (const earth of earths) if (earths[0] !== undefined) joined.join(earth, earths[0]);
  const { netOf, points } = numbered(
    plan.points.filter((point) => isTerminal(point) || wired.has(point)),
    joined,
  );
  const earthNet = earths[0] === undefined ? undefined : netOf.get(earths[0]);
  const conductorsOfNet = new Map<number, ConductorId[]>();
  for (const { conductor } of plan.conductors) {
    const end = conductor.ends[0] ?? conductor.ends[1];
    const net = end ? netOf.get(end) : undefined;
    if (net === undefined) continue;
    const there = conductorsOfNet.get(net);
    if (there) there.push(conductor.id);
    else conductorsOfNet.set(net, [conductor.id]);
  }
  const inside = plan.parts.flatMap(({ part, device }): Point[] =>
    part.kind === 'join' && isBond(part) && !part.a.startsWith('#') && !bars.has(device.id) ? [terminalId(device.id, part.a)] : [],
  );
  return {
    netOf,
    points,
    conductorsOfNet,
    earthNet,
    earthPoints: earthNet === undefined ? [] : must(points[earthNet], 'the earth net').filter((point) => wired.has(point)),
    wired,
    bonded: new Set([...inside, ...earthSigns]),
  };
}

/** Taps of windings between the two that are drawn: no symbol ends there, so that an earth sign has nothing to stand on. */
function tapsBetween(plan: CircuitPlan): Point[] {
  const used = new Set<Point>(plan.conductors.flatMap(({ conductor }) => endsOf(conductor)));
  return plan.parts.flatMap(({ device, part, kind }) =>
    (kind.drawn?.(part) ?? []).flatMap((drawn) => {
      if (drawn.as !== 'winding') return [];
      const taps = drawn.taps.map(({ mark }): Point => terminalId(device.id, mark)).filter((tap) => used.has(tap));
      return taps.length === 1 ? taps : taps.slice(1, -1);
    }),
  );
}

/** The two points of a wire; an end that is off its terminal is a point of its own. */
export const endsOf = ({
  id,
  ends,
}: {
  readonly id: ConductorId;
  readonly ends: readonly [Point | null, Point | null];
}): readonly [Point, Point] => [ends[0] ?? `${id}.0`, ends[1] ?? `${id}.1`];

function numbered(all: readonly Point[], joined: Partition<Point>): { netOf: Map<Point, number>; points: Point[][] } {
  const netOf = new Map<Point, number>();
  const points: Point[][] = [];
  const numberOf = new Map<Point, number>();
  for (const point of all) {
    const root = joined.groupOf(point);
    const net = numberOf.get(root) ?? points.length;
    if (net === points.length) {
      numberOf.set(root, net);
      points.push([]);
    }
    netOf.set(point, net);
    points[net]?.push(point);
  }
  return { netOf, points };
}

/** The net of a point that is drawn. */
export const netAt = ({ netOf }: Pick<Wiring, 'netOf'>, point: Point): number => must(netOf.get(point), `the net of ${point}`);
