import type { Circuit, Complaint, LogEntry } from '#core/circuit';
import { inputsOf } from '#core/devices';
import { workOf } from '#core/graph';
import { type NetworkPlan, planNetwork } from '#core/network';
import { DEMO, demo, powered } from './demo';
import { DRAWN } from './drawn';
import { DRAWN_CONTROL } from './drawnControl';
import { ODD } from './odd';
import { unitPanel } from './panel';

type Complaining = readonly [name: string, plan: NetworkPlan, complaint: Complaint];

/** A circuit with its own complaint; one that has none, with that its first coil, or its first load, is off with the power and all inputs on; none where nothing works in it. */
export function complaining(name: string, circuit: Circuit): Complaining[] {
  const plan = planNetwork(circuit);
  const [own] = circuit.complaints;
  if (own) return [[name, plan, own]];
  const works = Object.values(circuit.devices).filter(({ id }) => workOf(plan.partsIn(id)) !== undefined);
  const about = works.find(({ tag }) => tag.startsWith('K')) ?? works[0];
  const on: LogEntry[] = Object.values(circuit.devices).flatMap((device) =>
    inputsOf(device, circuit).map((input) => ({ atMs: 10, device: device.id, input: input.name, on: true })),
  );
  return about ? [[name, plan, { title: 'off', about: about.id, atMs: 60_000, log: [powered, ...on] }]] : [];
}

/** Some fifty circuits that complain; of feeders that are all alike the first few. */
export const COMPLAINING: readonly Complaining[] = [
  ...DEMO.map((name) => [name, demo(name)] as const),
  ...Object.entries({ ...ODD, ...DRAWN, ...DRAWN_CONTROL }).filter(([name]) => !/^[3-9] feeders/.test(name)),
  ['units', unitPanel(16)] as const,
].flatMap(([name, circuit]) => complaining(name, circuit));
