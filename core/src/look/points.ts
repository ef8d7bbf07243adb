import { type DeviceId, deviceOf, isTerminal, markOf, type Point } from '#core/circuit';
import { floatingNodes, type Net, rmsOver, voltsAt } from '#core/network';
import type { Rig } from '#core/sequence';
import { grouped } from '#core/units';

/** How a point stands: hot, live extra-low, tied to a return, or floating; volts to earth behind it. */
export interface PointView {
  readonly is: 'hot' | 'live' | 'tied' | 'floating';
  readonly volts: number;
}

/** From here on a point is hot to a hand. IEC 61140 extra-low limits in dry places are higher; this is the trade's usual line. Common practice. */
const HOT_AC_V = 30;
const HOT_DC_V = 60;
const TIED_V = 1;

/** Every point of the circuit as the rig's nets show it now. */
export function pointViews({ plan, nets }: Rig): Map<Point, PointView> {
  const floating = nets[0] ? floatingNodes(plan, nets[0]) : new Uint8Array(plan.nodeCount);
  const [direct, alternating] = [nets.filter(({ hz }) => hz === 0), nets.filter(({ hz }) => hz !== 0)];
  return new Map(
    plan.points.map((point) => {
      const node = plan.nodeOf(point);
      const over = (some: readonly Net[]): number => rmsOver(some, (net) => voltsAt(net, node));
      const [ac, dc] = [over(alternating), over(direct)];
      const volts = Math.hypot(ac, dc);
      const is = floating[node] ? 'floating' : ac > HOT_AC_V || dc > HOT_DC_V ? 'hot' : volts > TIED_V ? 'live' : 'tied';
      return [point, { is, volts }];
    }),
  );
}

/** Terminals that are hot now, device by device. */
export function stillHot(views: ReadonlyMap<Point, PointView>): { readonly device: DeviceId; readonly marks: readonly string[] }[] {
  const hot = [...views].flatMap(([point, { is }]) => (is === 'hot' && isTerminal(point) ? [point] : []));
  return [...grouped(hot, deviceOf)].map(([device, points]) => ({ device, marks: points.map(markOf) }));
}
