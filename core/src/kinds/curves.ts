import { at } from '#core/units';

export type CurveName =
  | 'na-time-delay-motor'
  | 'na-time-delay-control'
  | 'na-fast'
  | 'iec-5x20-T'
  | 'iec-5x20-F'
  | 'blade-32'
  | 'overload-5'
  | 'overload-10'
  | 'overload-20'
  | 'overload-30'
  | 'breaker-na'
  | 'mcb-B'
  | 'mcb-C'
  | 'mcb-D'
  | 'protector';

interface Curve {
  /** (multiple of rating, seconds), straight lines between them in log–log; under the first it never opens */
  readonly points: readonly (readonly [number, number])[];
  /** time in which accumulated heat fades, ms */
  readonly fadeMs: number;
  readonly source: string;
}

/** A miniature breaker: thermal as all, at once from the upper edge of its letter. */
function mcb(edge: number): Curve {
  return {
    points: [
      [1.45, 3600],
      [2.55, 20],
      [edge, 0.01],
    ],
    fadeMs: 60_000,
    source: 'IEC 60898, from memory',
  };
}

/** A motor's overload: within two hours a little over its setting, and within the seconds of its class at 7.2 times. */
const overload = (tripClass: number): Curve => ({
  points: [
    [1.2, 7200],
    [1.5, 24 * tripClass],
    [7.2, 0.8 * tripClass],
  ],
  fadeMs: 600_000,
  source: `IEC 60947-4-1 class ${tripClass}, from memory`,
});

/** Time–current curves. All from memory of the named standard; shown as typical, never as a limit. */
export const CURVES: Readonly<Record<CurveName, Curve>> = {
  'na-time-delay-motor': {
    points: [
      [1.35, 3600],
      [2, 60],
      [5, 10],
      [10, 0.2],
    ],
    fadeMs: 60_000,
    source: 'UL 248-8 class J, 248-12 class RK5, from memory',
  },
  'na-time-delay-control': {
    points: [
      [1.35, 3600],
      [2, 30],
      [5, 1],
      [10, 0.05],
    ],
    fadeMs: 60_000,
    source: 'UL 248-4 class CC and midget, from memory',
  },
  'na-fast': {
    points: [
      [1.35, 3600],
      [2, 10],
      [5, 0.05],
      [10, 0.01],
    ],
    fadeMs: 60_000,
    source: 'UL 248-14, from memory',
  },
  'iec-5x20-T': {
    points: [
      [1.5, 3600],
      [2.1, 60],
      [2.75, 3],
      [4, 0.6],
      [10, 0.08],
    ],
    fadeMs: 60_000,
    source: 'IEC 60127-2, from memory',
  },
  'iec-5x20-F': {
    points: [
      [1.5, 3600],
      [2.1, 60],
      [2.75, 0.3],
      [4, 0.05],
      [10, 0.01],
    ],
    fadeMs: 60_000,
    source: 'IEC 60127-2, from memory',
  },
  'blade-32': {
    points: [
      [1.35, 120],
      [2, 1],
      [3.5, 0.15],
      [6, 0.05],
    ],
    fadeMs: 60_000,
    source: 'ISO 8820, from memory',
  },
  'overload-5': overload(5),
  'overload-10': overload(10),
  'overload-20': overload(20),
  'overload-30': overload(30),
  'breaker-na': {
    points: [
      [1.35, 3600],
      [2, 60],
      [8, 0.02],
    ],
    fadeMs: 60_000,
    source: 'UL 489, from memory',
  },
  'mcb-B': mcb(5),
  'mcb-C': mcb(10),
  'mcb-D': mcb(20),
  protector: {
    points: [
      [1.5, 600],
      [3, 30],
      [5, 12],
      [8, 6],
    ],
    fadeMs: 600_000,
    source: 'common practice',
  },
};

/** Milliseconds until a device of this curve opens at a steady `multiple` of its rating; Infinity below its first point. */
export function openingMs(curve: CurveName, multiple: number): number {
  const { points } = CURVES[curve];
  const last = at(points, -1);
  if (!(multiple >= at(points, 0)[0])) return Number.POSITIVE_INFINITY;
  if (multiple >= last[0]) return last[1] * 1000 * (last[0] / multiple) ** 2;
  const upper = points.findIndex(([m]) => m > multiple);
  const [m1, t1] = at(points, upper - 1);
  const [m2, t2] = at(points, upper);
  const share = Math.log(multiple / m1) / Math.log(m2 / m1);
  return 1000 * Math.exp(Math.log(t1) + share * Math.log(t2 / t1));
}
