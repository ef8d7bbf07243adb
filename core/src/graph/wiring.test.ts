import { describe, expect, it } from 'vitest';
import type { Circuit, Device, DeviceId } from '#core/circuit';
import { familyOf, partsOf } from '#core/devices';
import { chanceOf } from '../testing/chance';
import { DEMO, demo } from '../testing/demo';
import { exchanged, joined, without } from '../testing/edits';
import { graphOf } from './graph';
import { type CircuitPlan, EARTH_NODE, planCircuit } from './plan';
import { leverGroups, leverKey } from './reach';
import { segmentsOf } from './segments';

/** All that a plan tells and all that is found of its wires, so that two can be compared. */
function found(plan: CircuitPlan) {
  const { rails, segmentOf, ofPart, dependsOn } = segmentsOf(plan);
  const graph = graphOf(plan);
  const nodes = Array.from({ length: plan.nodeCount + 1 }, (_, index) => index + EARTH_NODE);
  const { circuit: _, wiring: __, ...facts } = plan;
  return {
    facts: Object.fromEntries(Object.entries(facts).filter(([, fact]) => typeof fact !== 'function')),
    inDevices: Object.keys(plan.circuit.devices).map((id) => plan.partsIn(id as DeviceId).map(({ index }) => index)),
    inputs: plan.inputs.map(({ device, facts: { name } }) => plan.inputNamed(device.id, name)?.index),
    rails: [...rails],
    segments: plan.branches.map((_, index) => segmentOf(index)),
    ofParts: plan.parts.map(ofPart),
    dependsOn: [...dependsOn].map(([one, others]) => [one, [...others]]),
    systems: nodes.map(graph.systemOf),
    returns: nodes.filter(graph.isReturn),
    branches: nodes.map(graph.branchesAt),
    homes: Object.keys(plan.circuit.devices).map((id) => graph.neighbourhoodOf(id as DeviceId)),
    feeders: plan.parts.map((planned) => graph.feeders(planned).map(({ index }) => index)),
    levers: leverGroups(plan).map(({ levers }) => levers.map(leverKey)),
  };
}

/** Another number, another choice or none in some field of a device. */
function ratedAnew(circuit: Circuit, device: Device, chance: () => number): Circuit {
  const fields = Object.entries(familyOf(device, circuit).fields);
  const picked = fields[Math.floor(chance() * fields.length)];
  if (!picked) return circuit;
  const [field, { kind, choices }] = picked;
  const values = kind === 'number' ? [0, 1, 24, 230, null] : [...(choices ?? []), null];
  const value = values[Math.floor(chance() * values.length)] ?? null;
  const nameplate = { ...device.nameplate, [field]: { value, evidence: value === null ? 'unknown' : 'print' } } as Device['nameplate'];
  return { ...circuit, devices: { ...circuit.devices, [device.id]: { ...device, nameplate } } };
}

function wiredAnew(circuit: Circuit, chance: () => number): Circuit {
  const ends = Object.values(circuit.conductors).flatMap((wire) => wire.ends.filter((end) => end !== null));
  const pick = () => ends[Math.floor(chance() * ends.length)] as string;
  return chance() < 0.4 ? exchanged(circuit, pick(), pick()) : chance() < 0.5 ? without(circuit, pick()) : joined(circuit, pick(), pick());
}

describe('what follows from the wires alone is kept while they stay', () => {
  it.each(DEMO)('and is, over sixty edits of %s, what is found of a plan made anew', (name) => {
    const chance = chanceOf(name.length * 7919 + name.charCodeAt(1));
    let circuit = demo(name);
    let plan = planCircuit(circuit);
    let [kept, anew] = [0, 0];
    for (let edit = 0; edit < 60; edit++) {
      const devices = Object.values(circuit.devices);
      const device = devices[Math.floor(chance() * devices.length)] as Device;
      circuit = edit % 5 === 4 ? wiredAnew(circuit, chance) : ratedAnew(circuit, device, chance);
      const next = planCircuit(circuit, plan);
      if (next.wiring === plan.wiring) kept++;
      else anew++;
      plan = next;
      expect(found(plan)).toEqual(found(planCircuit(circuit)));
    }
    // most ratings move no wire, and most wires do
    expect(kept).toBeGreaterThan(25);
    expect(anew).toBeGreaterThan(6);
  });

  it('a coil with a diode across it lets go late, however often its device is read anew', () => {
    const circuit = demo('Q4');
    let plan = planCircuit(circuit);
    const late = plan.parts.filter(
      ({ part, device }) => part.kind === 'coil' && part !== partsOf(device, circuit).find(({ id }) => id === part.id),
    );
    expect(late.length).toBeGreaterThan(0);
    for (const title of ['Once', 'Twice', 'Three times']) {
      const { id } = late[0]!.device;
      const next = { ...circuit, devices: { ...circuit.devices, [id]: { ...circuit.devices[id]!, title } } };
      plan = planCircuit(next, plan);
      for (const { index, part } of late) expect(plan.parts[index]!.part).toEqual(part);
      expect(found(plan)).toEqual(found(planCircuit(next)));
    }
  });

  it('a leg of the mains that has no volts is a way back, and one that has some is none', () => {
    const circuit = demo('Q2');
    const plan = planCircuit(circuit);
    const source = plan.parts.find(({ part }) => part.kind === 'source' && part.role === 'mains' && part.volts !== 0)!;
    const changed = ratedTo(circuit, source.device, 0);
    const next = planCircuit(changed, plan);
    expect(next.wiring).not.toBe(plan.wiring);
    expect(found(next)).toEqual(found(planCircuit(changed)));
  });
});

/** The volts of a supply, whatever its field is called. */
function ratedTo(circuit: Circuit, device: Device, volts: number): Circuit {
  const nameplate = Object.fromEntries(
    Object.entries(device.nameplate).map(([field, read]) => [field, typeof read.value === 'number' ? { ...read, value: volts } : read]),
  );
  return { ...circuit, devices: { ...circuit.devices, [device.id]: { ...device, nameplate } } };
}
