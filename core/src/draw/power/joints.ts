import { grouped } from '#core/units';
import { dot, line, type Pen } from '../pen';
import { BAR } from '../sheet';

/** A conductor at a height, where something begins or ends. */
export interface Lane {
  readonly net: number;
  readonly x: number;
  readonly y: number;
}

/** One upright of a joint: between which heights it stands. */
interface Upright {
  readonly net: number;
  readonly ys: readonly number[];
  /** it takes over from the upright of the same net before it, at this height */
  readonly over?: number;
}

/** Below the lowest conductor of a joint, where one that cannot cross otherwise goes round. */
const ROUND = 10;

/**
 * How conductors go from one set of heights to another: those that stay go straight, the others by an upright each, in an order in which
 * no two lie on one another. Two that change places need a way round: one of them gets a second upright.
 */
export function uprightsOf(from: readonly Lane[], to: readonly Lane[], place: (net: number) => number): Upright[] {
  const heights = grouped([...from, ...to], ({ net }) => net);
  const turning = [...heights].filter(([, lanes]) => new Set(lanes.map(({ y }) => y)).size > 1).map(([net]) => net);
  const isSplit = to.length >= from.length;
  let left = turning.sort((a, b) => (isSplit ? place(b) - place(a) : place(a) - place(b)) || a - b);
  /** on one height what comes must turn before what goes begins */
  const mustPrecede = (first: number, second: number): boolean =>
    from.some((a) => a.net === first && to.some((b) => b.net === second && b.y === a.y));
  const uprights: Upright[] = [];
  const later: Upright[] = [];
  let round = Math.max(...[...from, ...to].map(({ y }) => y)) + ROUND;
  while (left.length > 0) {
    const free = left.find((net) => !left.some((other) => other !== net && mustPrecede(other, net)));
    const next = free ?? left[0];
    if (next === undefined) break;
    left = left.filter((net) => net !== next);
    const comes = from.filter(({ net }) => net === next).map(({ y }) => y);
    const goes = to.filter(({ net }) => net === next).map(({ y }) => y);
    if (free !== undefined) uprights.push({ net: next, ys: [...comes, ...goes] });
    else {
      uprights.push({ net: next, ys: [...comes, round] });
      later.push({ net: next, ys: [round, ...goes], over: round });
      round += ROUND;
    }
  }
  return [...uprights, ...later];
}

/** The room that a joint takes. */
export const jointWidth = (uprights: readonly Upright[]): number => (uprights.length === 0 ? 0 : (uprights.length + 1) * BAR);

/** Draws a joint from its left edge on. */
export function drawJoint(pen: Pen, from: readonly Lane[], to: readonly Lane[], place: (net: number) => number, left: number): void {
  const uprights = uprightsOf(from, to, place);
  const turning = new Set(uprights.map(({ net }) => net));
  for (const a of from)
    if (!turning.has(a.net)) for (const b of to) if (b.net === a.net) line(pen, { net: a.net, x1: a.x, y1: a.y, x2: b.x, y2: b.y });
  const firstAt = new Map<number, number>();
  uprights.forEach(({ net, ys, over }, index) => {
    const x = left + (index + 1) * BAR;
    line(pen, { net, x1: x, y1: Math.min(...ys), x2: x, y2: Math.max(...ys) });
    const before = firstAt.get(net);
    firstAt.set(net, x);
    const isGoneRound = uprights.some((one) => one.net === net && one.over !== undefined);
    if (over === undefined)
      for (const a of from) {
        if (a.net !== net) continue;
        line(pen, { net, x1: a.x, y1: a.y, x2: x, y2: a.y });
        dot(pen, { net, x, y: a.y });
      }
    else if (before !== undefined) line(pen, { net, x1: before, y1: over, x2: x, y2: over });
    if (over !== undefined || !isGoneRound)
      for (const b of to) {
        if (b.net !== net) continue;
        line(pen, { net, x1: x, y1: b.y, x2: b.x, y2: b.y });
        dot(pen, { net, x, y: b.y });
      }
  });
}
