import type { Circuit, Complaint, LogEntry } from '#core/circuit';
import { inputsOf } from '#core/devices';
import { workOf } from '#core/graph';
import type { NetworkPlan } from '#core/network';
import { powered } from './demo';

/** The circuit's own complaint; of one that has none, that its first coil, or its first load, is off with the power and all inputs on. */
export function complaintOf(circuit: Circuit, plan: NetworkPlan): Complaint | undefined {
  const [own] = circuit.complaints;
  if (own) return own;
  const works = Object.values(circuit.devices).filter(({ id }) => workOf(plan.partsIn(id)) !== undefined);
  const about = works.find(({ tag }) => tag.startsWith('K')) ?? works[0];
  const on: LogEntry[] = Object.values(circuit.devices).flatMap((device) =>
    inputsOf(device, circuit).map((input) => ({ atMs: 10, device: device.id, input: input.name, on: true })),
  );
  return about && { title: 'off', about: about.id, atMs: 60_000, log: [powered, ...on] };
}
