import type { ConductorId, DeviceId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { cheapestWay, endsOfBranch, graphOf, isWired, type PlannedInput, type PlannedPart, type Step, segmentsOf } from '#core/graph';
import { type Contact, isKind } from '#core/kinds';
import type { NetworkPlan } from '#core/network';
import { createRig, runLog, type Sightings, sightingsOf } from '#core/sequence';
import { at } from '#core/units';
import { type Calls, callsKey, logOf } from './calls';
import type { Exploration } from './exploring';
import type { Ending } from './watch/endings';

type PlannedContact = PlannedPart & { readonly part: Contact };

/** A contact whose work is to stop or to forbid, and what opening it did in the states in which something ran. */
export interface StopTried {
  readonly planned: PlannedContact;
  /** states in which something was on and it was opened; none: nothing was on that it could have stopped */
  readonly tried: number;
  /** in some of them something went off */
  readonly stops: boolean;
  /** the last state in which it stopped nothing */
  readonly calls: Calls | undefined;
  /** a way around it, from one of its ends to the other */
  readonly around: readonly (DeviceId | ConductorId)[];
}

/**
 * Every contact that rests closed and opens by a hand, a process or an overload is opened in each state in which something is on: what
 * it guards must go off. By hand and process from the states that were explored, an overload's own contact in a run of its own.
 */
export function triedStops(exploration: Exploration): readonly StopTried[] {
  const known = tried.get(exploration);
  if (known) return known;
  const made = tryStops(exploration);
  tried.set(exploration, made);
  return made;
}

/** Several rules ask of the same exploration. */
const tried = new WeakMap<Exploration, readonly StopTried[]>();

function tryStops(exploration: Exploration): StopTried[] {
  const { plan } = exploration;
  const guards = guardsOf(plan);
  return plan.parts
    .filter(isKind('contact'))
    .filter((planned) => [planned.part.a, planned.part.b].every((mark) => isWired(plan, planned.device.id, mark)))
    .flatMap((planned): StopTried[] => {
      const input = stopInput(exploration, planned);
      if (!input && !isOverloads(planned)) return [];
      const guarded = guards(planned);
      const paired = input ? byInput(exploration, planned, input, guarded) : [];
      // one that moves nothing is no input of any state, and a push that stops only while it lasts shows in none: it is opened in a run of its own
      const tries = paired.length > 0 ? paired : byRun(exploration, planned, guarded);
      return [
        {
          planned,
          tried: tries.length,
          stops: tries.some(({ stops }) => stops),
          calls: tries.find(({ stops }) => !stops)?.calls,
          around: wayAround(exploration, planned),
        },
      ];
    });
}

/** The input that opens a contact which rests closed; undefined: it is none of those. */
function stopInput({ plan }: Exploration, { device, part }: PlannedContact): PlannedInput | undefined {
  if (familyOf(device, plan.circuit).group !== 'switch') return undefined;
  const inputs = part.mover.inputs ?? [];
  const [name] = inputs;
  const input = name !== undefined && inputs.length === 1 ? plan.inputNamed(device.id, name) : undefined;
  if (!input || input.facts.group !== undefined || input.facts.use !== undefined) return undefined;
  // a plain switch and a thermostat call; what rests closed forbids
  const restsClosed = (part.form === 'NC') !== input.facts.rest;
  return restsClosed && part.symbol !== 'selector' ? input : undefined;
}

const isOverloads = ({ part }: PlannedContact): boolean => part.form === 'NC' && part.symbol === 'overload';

interface Try {
  readonly calls: Calls;
  readonly stops: boolean;
}

/** Tags of what may answer to a contact, itself left out. */
type Guarded = ReadonlySet<string>;

/**
 * What each contact guards: what shows something in the way that it is in. What that moves in turn is guarded by it, not by the contact.
 * A contact with both ends on rails is bridged, or guards all that hangs there.
 */
export function guardsOf(plan: NetworkPlan): (planned: PlannedContact) => Guarded {
  const { ofPart, segmentOf, rails } = segmentsOf(plan);
  const graph = graphOf(plan);
  const tagsIn = new Map<number, Set<string>>();
  for (const planned of plan.parts.filter(({ kind, part }) => kind.sights !== undefined && part.kind !== 'contact'))
    for (const segment of ofPart(planned)) tagsIn.set(segment, (tagsIn.get(segment) ?? new Set()).add(planned.device.tag));
  // a limit that a board reads guards what the board drives; what a person has programmed is asked of nobody
  const drivenBy = new Map<string, Set<string>>();
  for (const { device } of plan.parts.filter(isKind('controller')))
    if (!familyOf(device, plan.circuit).drives)
      drivenBy.set(
        device.tag,
        new Set(
          plan
            .partsIn(device.id)
            .filter(isKind('contact'))
            .flatMap((planned) => ofPart(planned))
            .flatMap((segment) => [...(tagsIn.get(segment) ?? [])]),
        ),
      );
  return ({ device, part }) => {
    const ends = [plan.nodeAt(device.id, part.a), plan.nodeAt(device.id, part.b)];
    const open = ends.filter((node) => !rails.has(node));
    const nodes = open.length > 0 ? open : [...graph.tied(ends)];
    const segments = new Set(nodes.flatMap((node) => graph.branchesAt(node).map(segmentOf)));
    const guarded = [...segments].flatMap((segment) => [...(tagsIn.get(segment) ?? [])]);
    return new Set([...guarded, ...guarded.flatMap((tag) => [...(drivenBy.get(tag) ?? [])])]);
  };
}

const isOn = (seen: Sightings, guarded: Guarded): boolean => Object.entries(seen).some(([tag, is]) => is && guarded.has(tag));
const goesOff = (before: Sightings, after: Sightings, guarded: Guarded): boolean =>
  Object.entries(before).some(([tag, is]) => is && guarded.has(tag) && after[tag] === false);

/** Pairs of states that differ by this input alone, something that it guards being on in the one without it. */
function byInput({ endings }: Exploration, { device }: PlannedContact, { facts }: PlannedInput, guarded: Guarded): Try[] {
  return [...endings.values()].flatMap(({ calls, seen }): Try[] => {
    const isOwn = (call: Calls[number]): boolean => 'device' in call && call.device === device.id && call.input === facts.name;
    if (!calls.some(isOwn)) return [];
    const rest = calls.filter((call) => !isOwn(call));
    // a second push is given when the first has long been let go: without it the first one stands alone
    const before = endings.get(callsKey(rest));
    if (!before || !isOn(before.seen, guarded)) return [];
    const isPushedAfter = calls.some((call) => isOwn(call) && 'press' in call && call.press === 2);
    const pushes = rest.some((call) => 'press' in call);
    // what is called all the time comes on again when a push is let go
    if (facts.kind === 'momentary' && !(pushes && isPushedAfter)) return [];
    return [{ calls, stops: goesOff(before.seen, seen, guarded) }];
  });
}

/** The state in which most of what is guarded is on. */
export function mostOn({ endings }: Exploration, guarded: Guarded): Ending | undefined {
  const count = (seen: Sightings): number => Object.entries(seen).filter(([tag, is]) => is && guarded.has(tag)).length;
  return [...endings.values()].sort((a, b) => count(b.seen) - count(a.seen))[0];
}

/** The state with most on, run again with the contact open from the start. */
function byRun(exploration: Exploration, { device, part }: PlannedContact, guarded: Guarded): Try[] {
  const { plan } = exploration;
  const most = mostOn(exploration, guarded);
  if (!most || !isOn(most.seen, guarded)) return [];
  const rig = createRig(plan, [{ device: device.id, part: part.id, mode: 'stuckOpen' }]);
  const { frames } = runLog(rig, logOf(most.calls), { holdProcesses: true });
  return [{ calls: most.calls, stops: goesOff(most.seen, sightingsOf(rig, at(frames, -1).seen), guarded) }];
}

/** The shortest way from one end of a contact to the other that does not lead through it, loads left out. */
function wayAround({ plan }: Exploration, { device, part, firstBranch }: PlannedContact): (DeviceId | ConductorId)[] {
  const graph = graphOf(plan);
  const [from, to] = [plan.nodeAt(device.id, part.a), plan.nodeAt(device.id, part.b)];
  function* next(node: number): Generator<Step<number, number>> {
    for (const index of graph.branchesAt(node)) {
      const branch = at(plan.branches, index);
      if (index === firstBranch || (branch.role !== 'wire' && branch.role !== 'joint' && branch.role !== 'pass')) continue;
      for (const end of endsOfBranch(branch)) if (end !== node) yield { to: end, cost: branch.role === 'pass' ? 10 : 1, via: index };
    }
  }
  const way = cheapestWay(from, next, (node) => node === to);
  return [
    ...new Set(
      (way?.via ?? []).flatMap((index): (DeviceId | ConductorId)[] => {
        const { owner } = at(plan.branches, index);
        if ('part' in owner) return [at(plan.parts, owner.part).device.id];
        return 'conductor' in owner ? [at(plan.conductors, owner.conductor).conductor.id] : [];
      }),
    ),
  ];
}
