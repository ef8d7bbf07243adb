import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Circuit, deviceIdSchema, findTerminal, type LogEntry, type Point, readCircuitDocument } from '#core/circuit';
import { catalogue } from '#core/devices';
import { partNamed } from '#core/graph';
import { type Fault, parseFault, planNetwork, readVolts } from '#core/network';
import { createRig, frameAt, modeAt, runLog, settleMoment } from '#core/sequence';

export const DEMO = ['Q1', 'Q2', 'Q3', 'Q5', 'Q6', 'Q7', 'Q9', 'L1A', 'L1B', 'L4'] as const;

/** Every circuit that ships; what takes long is tried on the ten of `DEMO`. */
export const SHIPPED = [...DEMO, 'Q4', 'Q8', 'Q10', 'L2', 'L3', 'L5', 'L6'] as const;

export function demo(name: string): Circuit {
  const read = readCircuitDocument(JSON.parse(readFileSync(join(import.meta.dirname, '../../../demo', `${name}.json`), 'utf8')), catalogue);
  if (!read.ok) throw new Error(read.problems.map(({ message }) => message).join(' '));
  return read.value;
}

export const point = (circuit: Circuit, spelled: string): Point => {
  const found = findTerminal(circuit, catalogue, spelled);
  if (!found.ok) throw new Error(found.problems[0]!.message);
  return found.value;
};

export const on = (device: string, input: string, atMs = 0, is = true): LogEntry => ({
  atMs,
  device: deviceIdSchema.parse(`d${device}`),
  input,
  on: is,
});
export const powered: LogEntry = { atMs: 0, power: 'on' };

/** Runs a circuit and reads pairs of it at a moment, as a technician would. */
export function bench(circuit: Circuit, log: readonly LogEntry[], faults: readonly string[] = []) {
  const plan = planNetwork(circuit);
  const rig = createRig(
    plan,
    faults.map((spelled): Fault => {
      const fault = parseFault(plan, spelled);
      if (!fault.ok) throw new Error(fault.problems[0]!.message);
      return fault.value;
    }),
  );
  const trace = runLog(rig, log);
  return {
    plan,
    rig,
    trace,
    /** the mode of a part at a moment */
    mode(atMs: number, tag: string, part: string): string {
      const device = Object.values(circuit.devices).find((one) => one.tag === tag);
      const planned = device && partNamed(plan, device.id, part);
      if (!planned) throw new Error(`no ${tag} ${part}`);
      return modeAt(frameAt(trace, atMs).moment, planned);
    },
    at(atMs: number) {
      const frame = frameAt(trace, atMs);
      settleMoment(rig, frame.moment);
      return frame;
    },
    read(atMs: number, pair: string, mode: 'vac' | 'vdc' | 'loz' = 'vac'): number {
      this.at(atMs);
      const [red, black] = pair.split(',').map((spelled) => plan.nodeOf(point(circuit, spelled))) as [number, number];
      return readVolts(rig.nets, mode, red, black);
    },
  };
}

/** Numbers from a seed, for random circuits and toggles. */
export function seededNumbers(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
}
