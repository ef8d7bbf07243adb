import { type Device, type DeviceId, deviceOf, type LogEntry } from '#core/circuit';
import { familyOf, type InputFacts } from '#core/devices';
import type { NetworkPlan } from '#core/network';

/** More inputs than this in one neighbourhood are tried in part: the rest stay at rest. */
const MOST_INPUTS = 8;
const PRESS_AT_MS = 20_000;
const PRESS_MS = 500;

/** One way in which a circuit can stand: what is called, as a log from power-up. */
export interface InputState {
  readonly name: string;
  readonly log: LogEntry[];
}

/** How far an exploration has come. */
export interface Progress {
  readonly seen: number;
  readonly of: number;
}

interface Input {
  readonly device: Device;
  readonly input: InputFacts;
}

/**
 * Devices that share control wiring: neighbourhoods are told apart at mains supplies, isolators, breakers, fuses and earth bars,
 * which are stiff enough that a call on one machine does not move the next one's volts much.
 */
export function neighbourhoods(plan: NetworkPlan): Map<DeviceId, DeviceId> {
  const parent = new Map<DeviceId, DeviceId>();
  const find = (id: DeviceId): DeviceId => {
    const up = parent.get(id) ?? id;
    if (up === id) return id;
    const root = find(up);
    parent.set(id, root);
    return root;
  };
  const parts = (id: DeviceId) => plan.partsIn(id).map(({ part }) => part);
  const isStiff = (id: DeviceId): boolean => {
    const { group } = familyOf(plan.circuit.devices[id]!);
    return (
      group === 'protection' ||
      parts(id).some((part) => (part.kind === 'source' && part.role === 'mains') || (part.kind === 'join' && part.id === 'earth'))
    );
  };
  for (const { conductor } of plan.conductors) {
    const [a, b] = conductor.ends.map((end) => (end ? deviceOf(end) : undefined));
    if (a && b && !isStiff(a) && !isStiff(b)) parent.set(find(a), find(b));
  }
  return new Map((Object.keys(plan.circuit.devices) as DeviceId[]).map((id) => [id, find(id)]));
}

/** Inputs that move a wired contact. Isolators stay closed: their states have less, not more. */
function inputsOf(plan: NetworkPlan): Input[] {
  return Object.values(plan.circuit.devices)
    .sort((a, b) => (a.id < b.id ? -1 : 1))
    .flatMap((device) =>
      familyOf(device)
        .inputs.filter(({ name }) => name !== 'closed' && name !== 'reset')
        .filter((input) => moves(plan, device.id, input))
        .map((input) => ({ device, input })),
    );
}

/** Two positions of one selector cannot both be. */
const isPossible = (chosen: readonly Input[]): boolean =>
  chosen.every(
    ({ device, input }, index) =>
      input.group === undefined ||
      !chosen.slice(index + 1).some((other) => other.device.id === device.id && other.input.group === input.group),
  );

function stateOf(chosen: readonly Input[]): InputState {
  const log: LogEntry[] = [{ atMs: 0, power: 'on' }];
  for (const { device, input } of chosen) {
    if (input.kind === 'momentary') {
      log.push(
        { atMs: PRESS_AT_MS, device: device.id, input: input.name, on: true },
        { atMs: PRESS_AT_MS + PRESS_MS, device: device.id, input: input.name, on: false },
      );
    } else log.push({ atMs: 0, device: device.id, input: input.name, on: !input.rest });
  }
  return {
    name:
      chosen.map(({ device, input }) => `${device.tag} ${input.rest ? input.off.toLowerCase() : input.state}`).join(', ') ||
      'nothing called',
    log,
  };
}

/**
 * Every possible combination of what a person or the process can set, neighbourhood by neighbourhood with the others at rest,
 * as logs from power-up.
 * @param near only the neighbourhood of this device
 */
export function inputStates(plan: NetworkPlan, near?: DeviceId): InputState[] {
  const homes = neighbourhoods(plan);
  const groups = new Map<DeviceId, Input[]>();
  for (const one of inputsOf(plan)) {
    const home = homes.get(one.device.id)!;
    if (near !== undefined && home !== homes.get(near)) continue;
    groups.set(home, [...(groups.get(home) ?? []), one]);
  }
  const calls = [...groups.values()].flatMap((inputs) => {
    const tried = inputs.slice(0, MOST_INPUTS);
    return Array.from({ length: 2 ** tried.length - 1 }, (_, bits) => tried.filter((__, index) => ((bits + 1) >> index) & 1)).filter(
      isPossible,
    );
  });
  return [[], ...calls].map(stateOf);
}

/** An input that moves no wired contact adds states and tells nothing. */
function moves(plan: NetworkPlan, device: DeviceId, { name, puts }: InputFacts): boolean {
  const wired = new Set(plan.conductors.flatMap(({ conductor }) => conductor.ends));
  return plan.partsIn(device).some(({ part }) => {
    if (part.kind !== 'contact') return false;
    const { mover } = part;
    const uses =
      mover.by === 'input'
        ? mover.input === name
        : mover.by === 'output'
          ? mover.inputs.includes(name)
          : mover.by === 'armature' && puts === 'armature';
    return uses && wired.has(`${device}:${part.a}` as never) && wired.has(`${device}:${part.b}` as never);
  });
}
