import { type Complaint, type DeviceId, isLooseEnd, type Point } from '#core/circuit';
import { EARTH_NODE, endsOfBranch, workOf } from '#core/graph';
import { floatingNodes, loadedVolts, meterImpedance, type NetworkPlan, rmsOver, unitResponse, voltsAt } from '#core/network';
import { frameAt, type Rig, runLog, type Sightings, settleMoment, sightingsOf } from '#core/sequence';
import { add, at, type Phasor, phasor, real, subtract, ZERO } from '#core/units';
import { type Pair, pairsOf } from './pairs';
import { profilePoints } from './profile';
import { followedIn } from './reach';
import { INFERENCE_NOISE, onScale } from './scale';
import { rigWith, type Suspect } from './suspects';

type ReadMode = 'vac' | 'vdc';

/** A test: where the leads go, on which setting. */
export interface Test {
  readonly red: Point;
  readonly black: Point;
  readonly mode: ReadMode;
}

/** Everything each suspect predicts in one state of the circuit. */
export interface Predictions {
  readonly plan: NetworkPlan;
  readonly suspects: readonly Suspect[];
  readonly points: readonly Point[];
  readonly modes: readonly ReadMode[];
  readonly sightings: readonly Sightings[];
  /** loaded volts on a 10 MΩ meter, on the scale where noise is 1: [mode][suspect][pair] */
  readonly scaled: readonly (readonly Float32Array[])[];
  readonly pairs: readonly Pair[];
  /** the place of a pair in the readings, whichever lead is where; −1 for one that nobody spans */
  pairOf(a: Point, b: Point): number;
  /** whether a pair could be read, whether it is among the pairs or not: what is complained of answers to both points */
  canRead(test: Asked): boolean;
  /** volts to earth of every point of the healthy circuit, for the danger of a test */
  readonly healthyToEarth: readonly number[];
  toEarthAt(point: Point): number;
  readonly classOf: Int32Array;
  /** faults that cannot reach what is complained of: they behave as the healthy circuit does here */
  readonly elsewhere: number;
  /** wires of which a landing beside the right one was not followed */
  readonly landingsLeft: number;
  /** bad joints are among the suspects, or are left for when something has been read */
  readonly withJoints: boolean;
}

/** A pair that was read, or is to be, although no hand would span it by habit. */
export type Asked = Pick<Test, 'red' | 'black'>;

/**
 * Runs each suspect, there from the start, through the same log, and reads the pairs at the moment of the complaint.
 * @param options also: pairs to be read besides; withJoints: bad joints of a large circuit, which nothing is found without
 */
export function* predicting(
  plan: NetworkPlan,
  complaint: Pick<Complaint, 'log' | 'atMs' | 'about'>,
  { also = [], withJoints = true }: { readonly also?: readonly Asked[]; readonly withJoints?: boolean } = {},
): Generator<{ seen: number; of: number }, Predictions> {
  const { log, atMs } = complaint;
  const { suspects, elsewhere, landingsLeft, cone } = followedIn(plan, complaint, withJoints);
  const wired = plan.points.filter((point) => !isLooseEnd(point) && plan.wiresAt(point).length > 0);
  const near = cone && new Set([...cone].flatMap((branch) => [...endsOfBranch(at(plan.branches, branch))]));
  const points = near ? wired.filter((point) => near.has(plan.nodeOf(point))) : wired;
  const placeOf = new Map(points.map((point, index) => [point, index]));
  const place = (point: Point): number => placeOf.get(point) ?? -1;
  const pairs = withAsked(pairsOf(plan, points, backsOf(plan, complaint.about)), also, place);
  const modes: ReadMode[] = [...(plan.hz.some((hz) => hz !== 0) ? ['vac' as const] : []), ...(plan.hz.includes(0) ? ['vdc' as const] : [])];
  const scaled: Float32Array[][] = modes.map(() => []);
  const sightings: Sightings[] = [];
  const toEarth = new Map<Point, number>();
  /** places among the points */
  let soft: ReadonlySet<number> = new Set();
  for (const [index, { fault }] of suspects.entries()) {
    yield { seen: index, of: suspects.length };
    const rig = rigWith(plan, fault);
    const nodes = points.map((point) => rig.plan.nodeOf(point));
    const frame = frameAt(runLog(rig, log, { untilMs: atMs }), atMs);
    settleMoment(rig, frame.moment);
    sightings.push(sightingsOf(rig, frame.seen));
    if (fault === undefined) {
      const floating = rig.nets[0] ? floatingNodes(plan, rig.nets[0]) : undefined;
      for (const point of wired) {
        const node = plan.nodeOf(point);
        toEarth.set(point, floating?.[node] ? 0 : rmsOver(rig.nets, (net) => voltsAt(net, node)));
      }
      soft = softPlaces(rig, nodes);
    }
    modes.forEach((mode, at1) => {
      scaled[at1]?.push(readPairs(rig, mode, nodes, pairs, soft));
    });
  }
  const pairAt = new Map(pairs.map(([i, j], index) => [i * points.length + j, index]));
  return {
    plan,
    suspects,
    points,
    modes,
    sightings,
    scaled,
    pairs,
    healthyToEarth: [...toEarth.values()],
    classOf: classesOf(suspects.length, scaled),
    elsewhere,
    landingsLeft,
    withJoints,
    pairOf(a, b) {
      const [i, j] = [place(a), place(b)];
      return i < 0 || j < 0 ? -1 : (pairAt.get(Math.min(i, j) * points.length + Math.max(i, j)) ?? -1);
    },
    canRead: ({ red, black }) => place(red) >= 0 && place(black) >= 0,
    toEarthAt: (point) => toEarth.get(point) ?? 0,
  };
}

/** Where the black lead stays while one walks along what is complained of. */
function backsOf(plan: NetworkPlan, about: DeviceId): Point[] {
  const parts = plan.partsIn(about);
  const work = workOf(parts) ?? parts.find(({ part }) => part.kind === 'source');
  const profile = work && profilePoints(plan, work.index);
  return profile ? [profile.reference] : [];
}

function withAsked(pairs: readonly Pair[], also: readonly Asked[], place: (point: Point) => number): readonly Pair[] {
  const isThere = new Set(pairs.map(([i, j]) => `${i} ${j}`));
  const more = also.flatMap(({ red, black }): Pair[] => {
    const [i, j] = [Math.min(place(red), place(black)), Math.max(place(red), place(black))];
    return i < 0 || i === j || isThere.has(`${i} ${j}`) ? [] : [[i, j]];
  });
  return [...pairs, ...new Map(more.map((pair) => [pair.join(' '), pair])).values()];
}

/** Behind less than this a 10 MΩ meter reads what is there, to a ten-thousandth. */
const STIFF_OHMS = 1000;

/** Points behind so much impedance that the meter is part of the circuit when it reads them. */
const softPlaces = ({ nets }: Rig, nodes: readonly number[]): Set<number> =>
  new Set(
    nodes.flatMap((node, place) =>
      nets.some((net) => {
        const { re, im } = unitResponse(net, node, EARTH_NODE);
        return Math.hypot(real(re, node), real(im, node)) > STIFF_OHMS;
      })
        ? [place]
        : [],
    ),
  );

/** What the meter shows on each pair, on the scale of noise. One solve for each soft point gives what is behind it. */
function readPairs(
  { plan, nets }: Rig,
  mode: ReadMode,
  nodes: readonly number[],
  pairs: readonly Pair[],
  soft: ReadonlySet<number>,
): Float32Array {
  const squares = new Float64Array(pairs.length);
  for (const net of nets.filter(({ hz }) => (mode === 'vdc') === (hz === 0))) {
    const floating = floatingNodes(plan, net);
    const isSoft = nodes.map((node, place) => soft.has(place) || floating[node] === 1);
    const responses = nodes.map((node, place) => (isSoft[place] ? unitResponse(net, node, EARTH_NODE) : undefined));
    const between = (i: number, j: number): Phasor => {
      const response = responses[i];
      const node = at(nodes, j);
      return response ? phasor(real(response.re, node), real(response.im, node)) : ZERO;
    };
    const meter = meterImpedance(mode, net.hz);
    const [re, im] = [nodes.map((node) => voltsAt(net, node).re), nodes.map((node) => voltsAt(net, node).im)];
    pairs.forEach(([i, j], index) => {
      if (!isSoft[i] && !isSoft[j]) {
        // behind two stiff points the meter changes nothing
        const [across, aslant] = [at(re, i) - at(re, j), at(im, i) - at(im, j)];
        squares[index] = real(squares, index) + across * across + aslant * aslant;
        return;
      }
      const openV = subtract(voltsAt(net, at(nodes, i)), voltsAt(net, at(nodes, j)));
      // of a soft and a stiff point the stiff one's share is nothing
      const both = isSoft[i] && isSoft[j] ? add(between(i, j), between(j, i)) : ZERO;
      const behindOhms = subtract(add(between(i, i), between(j, j)), both);
      squares[index] = real(squares, index) + loadedVolts({ openV, behindOhms }, meter) ** 2;
    });
  }
  return Float32Array.from(squares, (square) => onScale(Math.sqrt(square), INFERENCE_NOISE));
}

/** Suspects that no reading here tells apart stand or fall together. */
function classesOf(count: number, scaled: readonly (readonly Float32Array[])[]): Int32Array {
  const classOf = new Int32Array(count).map((_, index) => index);
  const probes = scaled.map((bySuspect) => bySuspect.map((readings) => probesOf(readings, at(bySuspect, 0))));
  const areAlike = (a: number, b: number): boolean =>
    scaled.every((bySuspect, mode) => {
      const [one, other] = [at(bySuspect, a), at(bySuspect, b)];
      // most are told apart where one of them parts from the healthy circuit: there it is asked first
      const first = [...at(at(probes, mode), a), ...at(at(probes, mode), b)];
      return first.every((pair) => isNear(one, other, pair)) && alike(one, other);
    });
  const heads: number[] = [];
  for (let index = 0; index < count; index++) {
    const head = heads.find((one) => areAlike(one, index));
    if (head === undefined) heads.push(index);
    else classOf[index] = head;
  }
  return classOf;
}

/** The first and the last pair where a suspect reads otherwise than the healthy circuit. */
function probesOf(readings: Float32Array, healthy: Float32Array): readonly number[] {
  const parts = (pair: number): boolean => !isNear(readings, healthy, pair);
  let first = 0;
  while (first < readings.length && !parts(first)) first++;
  if (first === readings.length) return [];
  let last = readings.length - 1;
  while (!parts(last)) last--;
  return [first, last];
}

/** Closer than this on the scale of noise no single reading tells two faults apart. */
const ALIKE = 3;

const isNear = (a: Float32Array, b: Float32Array, pair: number): boolean => Math.abs((a[pair] ?? 0) - (b[pair] ?? 0)) < ALIKE;

function alike(a: Float32Array, b: Float32Array): boolean {
  for (let pair = 0; pair < a.length; pair++) if (!isNear(a, b, pair)) return false;
  return true;
}
