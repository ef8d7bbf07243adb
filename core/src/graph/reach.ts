import type { DeviceId, ProcessId } from '#core/circuit';
import type { Contact } from '#core/kinds';
import { at } from '#core/units';
import { graphOf } from './graph';
import type { CircuitPlan, PlannedInput, PlannedPart } from './plan';
import { reached } from './search';
import { isWhollyWired, type Segment, segmentsOf } from './segments';

/** What a person or a process can set that moves something wired: an input, or a process that a switch reads. */
export type Lever = { readonly input: PlannedInput } | { readonly process: ProcessId };

/** Levers that act together on some part of the circuit, and on nothing outside of it but by loading the same supply. */
export interface LeverGroup {
  readonly levers: readonly Lever[];
  /** the neighbourhood that it is in */
  readonly home: DeviceId;
}

/** A lever's name: the id of its process, or its device and input. */
export const leverKey = (lever: Lever): string =>
  'process' in lever ? lever.process : `${lever.input.device.id}.${lever.input.facts.name}`;

const cache = new WeakMap<CircuitPlan, LeverGroup[]>();

/**
 * The independent groups of levers. Rails cut the circuit into segments; a segment depends on the levers of its own contacts and, through
 * what moves them and what feeds its rails, on those of other segments. Groups that are inside another one are left out.
 */
export function leverGroups(plan: CircuitPlan): readonly LeverGroup[] {
  const known = cache.get(plan);
  if (known) return known;
  const made = findGroups(plan);
  cache.set(plan, made);
  return made;
}

const bySegment = new WeakMap<CircuitPlan, ReadonlyMap<Segment, ReadonlyMap<string, Lever>>>();

/** The levers of the contacts in each segment, by their keys. */
function leversBySegment(plan: CircuitPlan): ReadonlyMap<Segment, ReadonlyMap<string, Lever>> {
  const known = bySegment.get(plan);
  if (known) return known;
  const { ofPart } = segmentsOf(plan);
  const levers = new Map<Segment, Map<string, Lever>>();
  for (const planned of plan.parts) {
    if (planned.part.kind !== 'contact' || !isWhollyWired(plan, planned, planned.part)) continue;
    for (const segment of ofPart(planned)) {
      const map = levers.get(segment) ?? new Map<string, Lever>();
      for (const lever of leversOf(plan, planned, planned.part)) map.set(leverKey(lever), lever);
      levers.set(segment, map);
    }
  }
  bySegment.set(plan, levers);
  return levers;
}

/** The levers that segments answer to, as one group; undefined where nothing that can be set moves anything there. */
function groupFrom(plan: CircuitPlan, segments: Iterable<Segment>): LeverGroup | undefined {
  const { dependsOn } = segmentsOf(plan);
  const levers = leversBySegment(plan);
  const all = new Map<string, Lever>();
  for (const one of reached(segments, (from) => dependsOn.get(from) ?? []))
    for (const [key, lever] of levers.get(one) ?? []) all.set(key, lever);
  if (all.size === 0) return undefined;
  const keys = [...all.keys()].sort();
  return { levers: keys.map((key) => all.get(key) as Lever), home: homeOf(plan, [...all.values()]) };
}

/** The levers that act on a device itself, through its contacts, what moves them and what feeds them: whatever else is set reaches it only as a load beside it. */
export const leversOn = (plan: CircuitPlan, device: DeviceId): LeverGroup | undefined =>
  groupFrom(plan, plan.partsIn(device).flatMap(segmentsOf(plan).ofPart));

function findGroups(plan: CircuitPlan): LeverGroup[] {
  const groups = new Map<string, LeverGroup>();
  for (const segment of segmentsOf(plan).dependsOn.keys()) {
    const group = groupFrom(plan, [segment]);
    if (group) groups.set(group.levers.map(leverKey).join(), group);
  }
  return withoutInner([...groups.values()]);
}

const isLever = ({ facts }: PlannedInput): boolean => facts.use === undefined || facts.use === 'lever';

function leversOf(plan: CircuitPlan, { device }: PlannedPart, { mover }: Contact): Lever[] {
  const movers = [...(mover.parts ?? []), ...(mover.needs ?? [])];
  const byHand = [...(mover.inputs ?? []), ...(mover.lever ? [mover.lever] : [])].flatMap((name) => plan.inputNamed(device.id, name) ?? []);
  const lifted = plan.inputs.filter(
    (input) => input.device === device && input.facts.puts !== undefined && movers.includes(input.facts.puts.part),
  );
  const own = plan.partsIn(device.id).filter(({ part }) => movers.includes(part.id));
  // what follows a signal of volts is moved by whatever says one
  const isSignalled = own.some(({ part }) => part.kind === 'positioner' || (part.kind === 'controller' && part.analogs.length > 0));
  const read = [...own, ...(isSignalled ? plan.parts : [])].flatMap(({ part }) =>
    (part.kind === 'sensor' && own.some((one) => one.part === part)) || part.kind === 'transmitter'
      ? part.process === undefined
        ? []
        : [part.process as ProcessId]
      : [],
  );
  return [...[...byHand, ...lifted].filter(isLever).map((input) => ({ input })), ...read.map((process) => ({ process }))];
}

function homeOf(plan: CircuitPlan, levers: readonly Lever[]): DeviceId {
  const [first] = levers.flatMap((lever) =>
    'input' in lever
      ? [lever.input.device.id]
      : Object.values(plan.circuit.devices).flatMap(({ id, reads }) => (reads === lever.process ? [id] : [])),
  );
  return graphOf(plan).neighbourhoodOf(first as DeviceId);
}

function withoutInner(groups: readonly LeverGroup[]): LeverGroup[] {
  const sized = [...groups].sort((a, b) => b.levers.length - a.levers.length);
  const kept: { group: LeverGroup; keys: Set<string> }[] = [];
  for (const group of sized) {
    const keys = new Set(group.levers.map(leverKey));
    if (kept.some((other) => [...keys].every((key) => other.keys.has(key)))) continue;
    kept.push({ group, keys });
  }
  return kept.map(({ group }) => group).sort((a, b) => (leverKey(at(a.levers, 0)) < leverKey(at(b.levers, 0)) ? -1 : 1));
}
