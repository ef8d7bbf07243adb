import { type ConductorId, type DeviceId, deviceOf, isTerminal, type TerminalId, terminalId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { type Calls, type Exploration, logOf, type Progress, statesOf } from '#core/explore';
import type { PartKind } from '#core/kinds';
import { type Net, type NetworkPlan, planNetwork, readOhms, readVolts, setConductor } from '#core/network';
import type { Practice } from '#core/schools';
import { createRig, type Rig, restMoment, runLog, showOhms, sightingsOf } from '#core/sequence';
import { at, must } from '#core/units';
import { isToldApart } from './ohms';
import { type WireClass, wireClasses, workingOrder } from './order';
import { earthWires, type HarmMet, harmKey, isWaiting, seenStates } from './watchHarm';

/** Wires that are landed together, dead, and the one reading of ohms that runs through all of them. */
interface DeadStage {
  readonly wires: readonly ConductorId[];
  readonly class: WireClass;
  readonly red: TerminalId;
  readonly black: TerminalId;
  readonly ohms: number;
  /** wires that the reading does not miss, because other metal joins their ends already */
  readonly masked: readonly ConductorId[];
  /** what would happen if somebody put the power on now; nothing hurts where there is none */
  readonly ifPowered: readonly HarmMet[];
}

/** A reading or a look with the power on, one thing at a time. */
export type LiveStage =
  | {
      readonly code: 'volts';
      readonly power: 'control' | 'on';
      readonly mode: 'vac' | 'vdc';
      readonly red: TerminalId;
      readonly black: TerminalId;
      readonly volts: number;
    }
  | { readonly code: 'call'; readonly power: 'control' | 'on'; readonly calls: Calls; readonly comesOn: readonly string[] };

export interface LandingPlan {
  readonly dead: readonly DeadStage[];
  readonly live: readonly LiveStage[];
  /** wires with an end that is landed nowhere: they are in no stage */
  readonly loose: readonly ConductorId[];
  /** wires that the order of the school would have earlier: landed last, so that nothing can be called while the rest is half built */
  readonly heldBack: readonly ConductorId[];
}

/** More wires than this in one stage are too many to find a fault among. Common practice. */
const MOST_IN_STAGE = 5;
/** What a meter shows as something else than an open line and can be told from nearly nothing. */
const MOST_OHMS = 1e6;

const ELECTRONIC: readonly PartKind[] = ['series-timer', 'timer', 'electronics', 'controller', 'dc-output', 'monitor3', 'amp-relay'];

/** Ohms between two terminals with only some of the wires landed. */
function bench(plan: NetworkPlan) {
  const rig = createRig(plan);
  const net: Net = showOhms(rig, restMoment(plan, 'isolated'));
  const index = new Map(plan.conductors.map((one) => [one.conductor.id, one.index]));
  const land = (id: ConductorId, is: boolean): void => {
    setConductor(net, must(index.get(id), 'a planned conductor'), is, 0);
    net.stale = true;
  };
  for (const { conductor } of plan.conductors) land(conductor.id, false);
  return { land, ohms: (red: TerminalId, black: TerminalId): number => readOhms(net, plan.nodeOf(red), plan.nodeOf(black)) };
}

/** Stages of wires in an order: dead, each proved by one reading of ohms through all of its wires, solved on the circuit as far as it is built. */
function stagesOf(
  { plan }: Exploration,
  classes: ReadonlyMap<ConductorId, WireClass>,
  order: readonly ConductorId[],
  later: readonly ConductorId[],
): readonly DeadStage[] {
  const { conductors } = plan.circuit;
  const left = [...order];
  const { land, ohms } = bench(plan);
  const ends = (id: ConductorId): readonly [TerminalId, TerminalId] => must(conductors[id], 'a conductor').ends as [TerminalId, TerminalId];
  const classOf = (id: ConductorId): WireClass => must(classes.get(id), 'a wire class');
  const isAlike = (a: ConductorId, b: ConductorId): boolean =>
    classOf(a).is === classOf(b).is && classOf(a).isReturn === classOf(b).isReturn && later.includes(a) === later.includes(b);

  /** What ohms may be read through: a meter says nothing sure of electronics. */
  const isCopper = (device: DeviceId): boolean => plan.partsIn(device).every(({ part }) => !ELECTRONIC.includes(part.kind));

  /** Whether a reading misses each of these wires when it alone is off. */
  const masked = (wires: readonly ConductorId[], red: TerminalId, black: TerminalId, should: number): ConductorId[] =>
    wires.filter((one) => {
      land(one, false);
      const without = ohms(red, black);
      land(one, true);
      return !isToldApart(should, without);
    });

  const dead: DeadStage[] = [];
  while (left.length > 0) {
    const first = at(left, 0);
    left.splice(0, 1);
    const wires = [first];
    let [red, black] = ends(first);
    land(first, true);
    for (let isGrown = true; isGrown && wires.length < MOST_IN_STAGE; ) {
      isGrown = false;
      for (const next of left) {
        if (!isAlike(first, next)) continue;
        const grown = grow([red, black], ends(next), isCopper);
        if (!grown) continue;
        land(next, true);
        const [r, b] = grown;
        const should = ohms(r, b);
        if (should < MOST_OHMS && masked([...wires, next], r, b, should).length === 0) {
          wires.push(next);
          left.splice(left.indexOf(next), 1);
          [red, black] = [r, b];
          isGrown = true;
          break;
        }
        land(next, false);
      }
    }
    const should = ohms(red, black);
    dead.push({
      wires,
      class: classOf(first),
      red,
      black,
      ohms: should,
      masked: masked(wires, red, black, should),
      ifPowered: [],
    });
  }
  return dead;
}

/** A wire that begins at a device where a stage ends: the reading goes on to its other end. */
function grow(
  [red, black]: readonly [TerminalId, TerminalId],
  [a, b]: readonly [TerminalId, TerminalId],
  isCopper: (device: DeviceId) => boolean,
): readonly [TerminalId, TerminalId] | undefined {
  const goesOn = (near: TerminalId, from: TerminalId): boolean =>
    near === from || (deviceOf(near) === deviceOf(from) && isCopper(deviceOf(near)));
  for (const [near, far] of [
    [a, b],
    [b, a],
  ] as const) {
    if (goesOn(near, black) && far !== red) return [red, far];
    if (goesOn(near, red) && far !== black) return [far, black];
  }
  return undefined;
}

/** What hurts if the power comes on with only these wires landed, in every state of the circuit as far as it is built. */
function harmsWith({ circuit }: NetworkPlan, earth: ReadonlySet<ConductorId>, landed: ReadonlySet<string>): readonly HarmMet[] {
  const conductors = Object.fromEntries(Object.entries(circuit.conductors).filter(([id]) => landed.has(id)));
  const partial = planNetwork({ ...circuit, conductors });
  const seen = seenStates(partial, earth);
  const harms = statesOf(partial)
    .slice(0, MOST_STATES)
    .flatMap((calls, index) => seen(calls, String(index)).harms)
    .filter(({ harm }) => !isWaiting(harm));
  return [...new Map(harms.map((one) => [harmKey(one.harm), one])).values()];
}

/** What would come of the power being put on after each dead stage. What hurts in the whole circuit is told of the circuit, not of a stage. */
function* poweringEarly(plan: NetworkPlan, dead: readonly DeadStage[]): Generator<Progress, readonly DeadStage[]> {
  const earth = earthWires(plan);
  const landed = new Set<string>();
  const told: DeadStage[] = [];
  const whole = new Set(harmsWith(plan, earth, new Set(Object.keys(plan.circuit.conductors))).map(({ harm }) => harmKey(harm)));
  for (const stage of dead) {
    yield { seen: told.length, of: dead.length };
    for (const wire of stage.wires) landed.add(wire);
    told.push({ ...stage, ifPowered: harmsWith(plan, earth, landed).filter(({ harm }) => !whole.has(harmKey(harm))) });
  }
  return told;
}

const isHarmful = ({ ifPowered }: DeadStage): boolean => ifPowered.length > 0;

/**
 * The order of landings as stages: dead, each proved by one reading of ohms through all of its wires; then with the power on, one supply
 * and one call at a time. Where the order of the school has a stage in which the power would hurt, something that lets it be called is
 * held back until the end.
 * @param later wires that cannot be landed now: they come after all others, and the stages are sought anew for it
 */
export function* planningLandings(
  exploration: Exploration,
  practice: Practice,
  later: readonly ConductorId[] = [],
): Generator<Progress, LandingPlan> {
  const { plan } = exploration;
  const { conductors } = plan.circuit;
  const classes = wireClasses(exploration);
  const usual = workingOrder(exploration, practice);
  const order = [...usual.filter((id) => !later.includes(id)), ...usual.filter((id) => later.includes(id))];
  const isWhole = (id: ConductorId): boolean => conductors[id]?.ends.every((end) => end !== null) === true;
  const whole = order.filter(isWhole);
  const first = yield* poweringEarly(plan, stagesOf(exploration, classes, whole, later));
  const better = yield* holdingBack(exploration, classes, whole, first, later);
  return {
    dead: better?.dead ?? first,
    live: liveStages(plan),
    loose: order.filter((id) => !isWhole(id)),
    heldBack: better?.heldBack ?? [],
  };
}

/** So many are tried to be held back before a plan is given as it stands, its harmful stages told. */
const MOST_TRIED = 12;
/** Of more wires than this each try would take minutes. */
const MOST_REORDERED = 250;

/** A stage before the first that hurts without which it does not: landed last, it keeps the half-built circuit still. */
function* holdingBack(
  exploration: Exploration,
  classes: ReadonlyMap<ConductorId, WireClass>,
  order: readonly ConductorId[],
  dead: readonly DeadStage[],
  later: readonly ConductorId[],
): Generator<Progress, { dead: readonly DeadStage[]; heldBack: readonly ConductorId[] } | undefined> {
  const worst = dead.findIndex(isHarmful);
  if (worst < 0 || order.length > MOST_REORDERED) return undefined;
  const { plan } = exploration;
  const earth = earthWires(plan);
  const until = dead.slice(0, dead.findLastIndex(isHarmful) + 1);
  const candidates = until.filter(({ class: { is } }) => is !== 'earth').toReversed();
  let tried = 0;
  for (const { wires } of candidates) {
    const without = new Set<string>(until.flatMap((stage) => stage.wires).filter((id) => !wires.includes(id)));
    if (harmsWith(plan, earth, without).length > 0) continue;
    if (tried++ >= MOST_TRIED) return undefined;
    const held = stagesOf(exploration, classes, [...order.filter((id) => !wires.includes(id)), ...wires], later);
    const told = yield* poweringEarly(plan, held);
    if (!told.some(isHarmful)) return { dead: told, heldBack: wires };
  }
  return undefined;
}

const MOST_STATES = 48;

/** First power, position by position: the volts of every supply that comes alive, then each call by itself. */
function liveStages(plan: NetworkPlan): LiveStage[] {
  const rig = createRig(plan);
  const { powerSwitch } = plan.circuit;
  const isApart = JSON.stringify(powerSwitch.control) !== JSON.stringify(powerSwitch.isolated);
  const alive = new Set<string>();
  return (isApart ? (['control', 'on'] as const) : (['on'] as const)).flatMap((power): LiveStage[] => {
    const { frames } = runLog(rig, [{ atMs: 0, power }], { untilMs: 120_000, holdProcesses: true });
    const rest = sightingsOf(rig, at(frames, -1).seen);
    const volts = supplyPairs(plan).flatMap(({ red, black, mode }): LiveStage[] => {
      const is = readVolts(rig.nets, mode, plan.nodeOf(red), plan.nodeOf(black));
      const key = [red, black].sort().join();
      if (Math.abs(is) < 1 || alive.has(key)) return [];
      alive.add(key);
      return [{ code: 'volts', power, mode, red, black, volts: is }];
    });
    const calls = statesOf(plan)
      .filter((one) => one.length === 1 && one.every((call) => !('press' in call) || call.press === 1))
      .flatMap((one): LiveStage[] => {
        const on = onUnder(rig, one, power);
        const comesOn = Object.keys(on).filter((tag) => on[tag] && !rest[tag]);
        return comesOn.length === 0 ? [] : [{ code: 'call', power, calls: one, comesOn }];
      });
    return [...volts, ...calls];
  });
}

/** What stands on at rest under a call, with the power switch in a position. */
function onUnder(rig: Rig, calls: Calls, power: 'control' | 'on'): Readonly<Record<string, boolean>> {
  const log = logOf(calls).map((entry) => ('power' in entry ? { ...entry, power } : entry));
  const { frames } = runLog(rig, log, { holdProcesses: true });
  return sightingsOf(rig, at(frames, -1).seen);
}

/** Two terminals of every supply, hot first: legs of the mains, a secondary's ends, the two sides of a DC supply. */
function supplyPairs(plan: NetworkPlan): { readonly red: TerminalId; readonly black: TerminalId; readonly mode: 'vac' | 'vdc' }[] {
  const pair = (device: DeviceId, a: string, b: string, isDc: boolean) => ({
    red: terminalId(device, a),
    black: terminalId(device, b),
    mode: isDc ? ('vdc' as const) : ('vac' as const),
  });
  const touchable = new Set(plan.points.filter(isTerminal));
  return plan.parts
    .flatMap(({ part, device }) => {
      if (part.kind === 'transformer') return [pair(device.id, at(part.secondary, -1).mark, at(part.secondary, 0).mark, false)];
      if (part.kind === 'dc-output') return [pair(device.id, part.a, part.b, true)];
      if (part.kind !== 'source' || part.volts === 0) return [];
      const { terminals } = familyOf(device, plan.circuit);
      const back = touchable.has(terminalId(device.id, part.b)) ? part.b : terminals.find((mark) => mark !== part.a);
      return back ? [pair(device.id, part.a, back, part.hz === 0)] : [];
    })
    .filter(({ red, black }) => touchable.has(red) && touchable.has(black));
}
