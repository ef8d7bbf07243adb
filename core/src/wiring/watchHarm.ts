import { type ConductorId, type DeviceId, deviceOf, isTerminal, markOf, type TerminalId, terminalId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { type Calls, logOf, watchShorts } from '#core/explore';
import { EARTH_NODE, isWired, joinedTo, type PlannedPart, reached } from '#core/graph';
import { isKind } from '#core/kinds';
import { branchAmps, branchAmpsRms, branchVoltsRms, floatingNodes, type NetworkPlan, rmsOver, toEarthRms, voltsAt } from '#core/network';
import { type Change, createRig, type Frame, modeAt, type Rig, runLog, type Sightings, sightingsOf } from '#core/sequence';
import { add, at, grouped, scale, ZERO } from '#core/units';

/** Over this to earth a wire that belongs to extra-low volts hurts a hand and what hangs on it. HD 60364-4-41; common practice. */
export const HARM_V = 50;
/** More than this through the two leads of a call together comes from another supply: long cables couple less. Common practice. */
const LEAK_A = 2e-3;
/** More than this in a protective conductor opens a residual-current device in time. UL 943 class A, from memory. */
const EARTH_A = 5e-3;
/** A load or coil at more than this share of its volts is damaged in time. Common practice; coils to 1.1 by IEC 60947-4-1. */
const OVER_SHARE = 1.25;

/** How the terminal for the protective conductor is marked. IEC 60445. */
const EARTH_MARK = 'PE';

/** Something that hurts a hand, a part or a supply. */
export type Harm =
  /** the two ends of a supply meet */
  | { readonly code: 'short'; readonly device: DeviceId; readonly through: readonly (DeviceId | ConductorId)[] }
  /** another supply reaches an input that brings its own: volts to earth, or amps that do not go back through the pair */
  | { readonly code: 'volt-free'; readonly device: DeviceId; readonly volts: number; readonly amps: number }
  /** a part made for extra-low volts stands over 50 V to earth */
  | { readonly code: 'mains on extra-low'; readonly device: DeviceId; readonly at: TerminalId; readonly volts: number }
  | { readonly code: 'over its volts'; readonly device: DeviceId; readonly volts: number; readonly ratedV: number }
  /** a fuse or breaker opens */
  | { readonly code: 'opens'; readonly device: DeviceId }
  /** the metal of a device, its protective conductor's terminal, stands over 50 V to earth */
  | { readonly code: 'live metal'; readonly device: DeviceId; readonly volts: number }
  /** what flows in service flows in a protective conductor */
  | { readonly code: 'earth carries'; readonly device: DeviceId; readonly amps: number }
  /** no protective conductor reaches it any more: nothing is seen until its insulation fails */
  | { readonly code: 'not earthed'; readonly device: DeviceId }
  /** both ends of a contact, a fuse or an isolator are one piece of metal: nothing is seen until it should open */
  | { readonly code: 'bypassed'; readonly device: DeviceId; readonly part: string }
  /** metal ties an input that brings its own volts to another supply's return: nothing is seen until that return is lost */
  | { readonly code: 'tied'; readonly device: DeviceId };

/** Harm that no state shows: it waits for something else to fail. */
export const isWaiting = ({ code }: Harm): boolean => code === 'not earthed' || code === 'tied' || code === 'bypassed';

/** A harm of two states is the same where code, device and terminal are. */
export const harmKey = (harm: Harm): string => `${harm.code} ${harm.device} ${'at' in harm ? harm.at : 'part' in harm ? harm.part : ''}`;

/** When in a run something was met first: at once as the last thing was done, or after something else had moved. */
interface Met {
  readonly atMs: number;
  readonly isAtOnce: boolean;
  /** what moved just before */
  readonly after: Change | undefined;
}

export interface HarmMet {
  readonly harm: Harm;
  readonly met: Met;
}

/** One way in which a circuit can stand, run to its end: what hurts on the way, what is seen of each device at rest, and when it came on. */
export interface StateSeen {
  readonly calls: Calls;
  readonly harms: readonly HarmMet[];
  readonly atRest: Sightings;
  /** by tag, milliseconds after the last thing was done at which it first stood on; 0 where it did before */
  readonly onAfterMs: Readonly<Record<string, number>>;
}

/** Parts that hold their ends to extra-low volts: their rating says so, or they bring such volts themselves. */
function tenderEnds(plan: NetworkPlan): { readonly planned: PlannedPart; readonly marks: readonly string[] }[] {
  return plan.parts.flatMap((planned) => {
    const { part, kind, device } = planned;
    if (part.kind === 'source' || part.kind === 'join' || part.kind === 'contact' || part.kind === 'fuse') return [];
    const rated = part.kind === 'dc-output' ? part.volts : 'ratedV' in part && typeof part.ratedV === 'number' ? part.ratedV : undefined;
    if (part.kind === 'transformer') {
      const most = Math.max(...part.secondary.map(({ volts }) => volts));
      return most <= HARM_V ? [{ planned, marks: part.secondary.map(({ mark }) => mark) }] : [];
    }
    if (rated === undefined || rated > HARM_V) return [];
    const ends = part.kind === 'dc-output' ? [part.a, part.b] : kind.ends(part);
    return [{ planned, marks: ends.filter((mark) => isWired(plan, device.id, mark) && !mark.startsWith('#')) }];
  });
}

/** Volts that a load or a coil is made for, of those that say it. */
function ratedOf({ part }: PlannedPart): number | undefined {
  if (part.kind === 'coil') return part.ratedHighV ?? part.ratedV;
  return part.kind === 'load' || part.kind === 'motor' ? part.ratedV : undefined;
}

/** The two leads of every input that brings volts of its own, by the branches of the wires that lie on them. */
function callPairs(plan: NetworkPlan) {
  return plan.parts.filter(isKind('source')).flatMap((planned) => {
    const { part, device } = planned;
    if (part.role !== 'call-input') return [];
    const own = [terminalId(device.id, part.a), terminalId(device.id, part.b)];
    const leads = plan.conductors.flatMap(({ conductor: { ends }, branch }) =>
      ends.flatMap((end, side) => (end && own.includes(end) ? [{ branch, sign: side === 0 ? 1 : -1 }] : [])),
    );
    return [{ device: device.id, nodes: own.map(plan.nodeOf), leads }];
  });
}

/** Terminals for protective conductors. The bar that is earth itself is none. */
function earthTerminals(plan: NetworkPlan) {
  return plan.points.filter(isTerminal).flatMap((point) => {
    const device = plan.circuit.devices[deviceOf(point)];
    if (markOf(point) !== EARTH_MARK || !device || familyOf(device, plan.circuit).is?.earth) return [];
    return [{ device: device.id, node: plan.nodeOf(point) }];
  });
}

/** Wires of the protective conductor: those that wires alone tie to a terminal for it. */
export function earthWires(plan: NetworkPlan): ReadonlySet<ConductorId> {
  const beside = grouped(
    plan.conductors.flatMap(({ nodes: [a, b] }) => [
      { from: a, to: b },
      { from: b, to: a },
    ]),
    ({ from }) => from,
  );
  const starts = plan.points.filter((point) => isTerminal(point) && markOf(point) === EARTH_MARK).map(plan.nodeOf);
  const tied = reached(starts, (node) => (beside.get(node) ?? []).map(({ to }) => to));
  return new Set(plan.conductors.filter(({ nodes: [a] }) => tied.has(a)).map(({ conductor }) => conductor.id));
}

/** Devices whose metal no wire ties to earth. */
function unearthed(plan: NetworkPlan, terminals: ReturnType<typeof earthTerminals>): DeviceId[] {
  const earthed = joinedTo(plan, EARTH_NODE, ({ part }) => part.kind !== 'join');
  return terminals.filter(({ node }) => !earthed.has(node)).map(({ device }) => device);
}

/** Contacts, fuses and isolators whose two ends metal joins. */
function bypassed(plan: NetworkPlan): readonly Harm[] {
  return plan.parts.flatMap(({ part, device }): Harm[] => {
    if (part.kind !== 'contact' && part.kind !== 'fuse') return [];
    const [a, b] = [plan.nodeAt(device.id, part.a), plan.nodeAt(device.id, part.b)];
    const isJoined = joinedTo(plan, a, ({ part: other }) => other.kind !== 'join').has(b);
    return isJoined ? [{ code: 'bypassed', device: device.id, part: part.id }] : [];
  });
}

/**
 * Looks at every frame of every state for what hurts. Made once for a circuit, then asked state by state.
 * @param earth wires that are meant to be protective conductors, wherever they have been landed
 */
function harmWatch(plan: NetworkPlan, earth: ReadonlySet<ConductorId>): (calls: Calls) => StateSeen {
  const rig = createRig(plan);
  const tender = tenderEnds(plan).flatMap(({ planned: { device }, marks }) =>
    marks.map((mark) => ({ device: device.id, at: terminalId(device.id, mark), node: plan.nodeAt(device.id, mark) })),
  );
  const loads = plan.parts.flatMap((planned) => {
    const ratedV = ratedOf(planned);
    return ratedV === undefined ? [] : [{ planned, ratedV }];
  });
  const pairs = callPairs(plan);
  const metal = earthTerminals(plan);
  const still: readonly Harm[] = [...unearthed(plan, metal).map((device) => ({ code: 'not earthed', device }) as const), ...bypassed(plan)];
  const green = plan.conductors.flatMap(({ conductor, branch }) => {
    const end = conductor.ends.find((one) => one !== null && markOf(one) === EARTH_MARK) ?? conductor.ends[0];
    return earth.has(conductor.id) && end ? [{ device: deviceOf(end), branch }] : [];
  });
  const fuses = plan.parts.filter(isKind('fuse'));
  return (calls) => {
    const log = logOf(calls);
    const lastMs = Math.max(0, ...log.map(({ atMs }) => atMs));
    const harms = new Map<string, HarmMet>();
    const shorts = watchShorts(rig);
    const onAfterMs: Record<string, number> = {};
    let isShorted = false;
    const metAt = (frame: Frame): Met => ({ atMs: frame.atMs, isAtOnce: frame.atMs <= lastMs, after: undefined });
    const keep = (frame: Frame, harm: Harm): void => {
      const key = harmKey(harm);
      if (!harms.has(key)) harms.set(key, { harm, met: metAt(frame) });
    };
    const trace = runLog(rig, log, {
      holdProcesses: true,
      observe(frame) {
        for (const [tag, isOn] of Object.entries(sightingsOf(rig, frame.seen)))
          if (isOn) onAfterMs[tag] ??= Math.max(0, frame.atMs - lastMs);
        isShorted ||= shorts.isShorted(frame.moment, calls);
        if (isShorted) {
          for (const { source, through } of shorts.result()) keep(frame, { code: 'short', device: source, through });
          return;
        }
        lookAt(rig, { tender, pairs, loads, metal, green }, (harm) => keep(frame, harm));
      },
    });
    const last = at(trace.frames, -1);
    for (const harm of still) keep(last, harm);
    for (const device of tiedPairs(rig, pairs)) keep(last, { code: 'tied', device });
    for (const planned of fuses)
      if (modeAt(last.moment, planned) === 'open') {
        const opened = trace.changes.find(({ part, to }) => part === planned.index && to === 'open');
        const harm: Harm = { code: 'opens', device: planned.device.id };
        harms.set(harmKey(harm), {
          harm,
          met: { atMs: opened?.atMs ?? 0, isAtOnce: (opened?.atMs ?? 0) <= lastMs, after: undefined },
        });
      }
    const told = [...harms.values()].map(({ harm, met }) => ({
      harm,
      met: { ...met, after: met.isAtOnce ? undefined : trace.changes.filter(({ atMs }) => atMs <= met.atMs && atMs > lastMs).at(-1) },
    }));
    return { calls, harms: told, onAfterMs, atRest: sightingsOf(rig, last.seen) };
  };
}

/** What is looked at in every frame. */
interface Watched {
  readonly tender: readonly { readonly device: DeviceId; readonly at: TerminalId; readonly node: number }[];
  readonly pairs: ReturnType<typeof callPairs>;
  readonly loads: readonly { readonly planned: PlannedPart; readonly ratedV: number }[];
  readonly metal: ReturnType<typeof earthTerminals>;
  readonly green: readonly { readonly device: DeviceId; readonly branch: number }[];
}

function lookAt({ plan, nets }: Rig, { tender, pairs, loads, metal, green }: Watched, keep: (harm: Harm) => void): void {
  let floats: Uint8Array[] | undefined;
  /** volts to earth that conductance brings; what only a cable couples is a ghost */
  const toEarth = (node: number): number => {
    const all = toEarthRms(nets, node);
    if (all <= HARM_V) return all;
    floats ??= nets.map((net) => floatingNodes(plan, net));
    return rmsOver(nets, (net, k) => (floats?.[k]?.[node] ? ZERO : voltsAt(net, node)));
  };
  for (const { device, nodes, leads } of pairs) {
    const volts = Math.max(...nodes.map(toEarth));
    const amps = rmsOver(nets, (net) => leads.reduce((sum, { branch, sign }) => add(sum, scale(branchAmps(net, branch), sign)), ZERO));
    if (volts > HARM_V || amps > LEAK_A) keep({ code: 'volt-free', device, volts, amps });
  }
  for (const { device, at: terminal, node } of tender) {
    const volts = toEarth(node);
    if (volts > HARM_V) keep({ code: 'mains on extra-low', device, at: terminal, volts });
  }
  for (const { planned, ratedV } of loads) {
    const volts = branchVoltsRms(nets, planned.firstBranch);
    if (volts > OVER_SHARE * ratedV && volts > 1) keep({ code: 'over its volts', device: planned.device.id, volts, ratedV });
  }
  for (const { device, node } of metal) {
    const volts = toEarth(node);
    if (volts > HARM_V) keep({ code: 'live metal', device, volts });
  }
  for (const { device, branch } of green) {
    const amps = branchAmpsRms(nets, branch);
    if (amps > EARTH_A) keep({ code: 'earth carries', device, amps });
  }
}

/** Inputs with volts of their own that something else's metal ties to earth; one that is bonded by itself is not among them. */
function tiedPairs({ plan, nets }: Rig, pairs: ReturnType<typeof callPairs>): DeviceId[] {
  if (pairs.length === 0) return [];
  const floats = nets.map((net) => floatingNodes(plan, net));
  return pairs
    .filter(({ device }) => !plan.partsIn(device).some(({ part }) => part.kind === 'join'))
    .filter(({ nodes }) => nodes.some((node) => floats.every((one) => one[node] !== 1)))
    .map(({ device }) => device);
}

/** What a circuit is seen to do in a state, worked out once for each. */
export function seenStates(plan: NetworkPlan, earth = earthWires(plan)): (calls: Calls, key: string) => StateSeen {
  const watch = harmWatch(plan, earth);
  const known = new Map<string, StateSeen>();
  return (calls, key) => {
    const seen = known.get(key) ?? watch(calls);
    known.set(key, seen);
    return seen;
  };
}
