import { type Circuit, emptyCircuit, type Field, PLAIN_LANDINGS } from '#core/circuit';
import type { FamilyName } from '#core/devices';

type Plate = Readonly<Record<string, number | string>>;

/** Adds devices and wires to a circuit that grows, for panels of any size. */
function growing(circuit: Circuit) {
  let wires = Object.keys(circuit.conductors).length;
  return {
    add(tag: string, family: FamilyName, nameplate: Plate = {}): void {
      const id = `d${tag}` as Circuit['devices'][string]['id'];
      circuit.devices[id] = {
        id,
        tag,
        family,
        title: tag,
        nameplate: Object.fromEntries(
          Object.entries(nameplate).map(([name, value]): [string, Field] => [name, { value, evidence: 'print' }]),
        ),
        place: null,
        at: null,
        body: null,
        hazard: 'none',
        notes: '',
        fitted: '',
        reads: null,
      };
    },
    wire(a: string, b: string): void {
      const id = `w${++wires}` as Circuit['conductors'][string]['id'];
      circuit.conductors[id] = {
        id,
        number: String(wires),
        ends: [`d${a}`, `d${b}`] as Circuit['conductors'][string]['ends'],
        landings: PLAIN_LANDINGS,
        size: { awg: 18 },
        material: 'Cu',
        colour: 'red',
        insulationV: 300,
        lengthM: { value: 1, evidence: 'measured' },
        cable: null,
        core: null,
      };
    },
  };
}

const blank = (devices: number): Circuit => ({
  ...structuredClone(emptyCircuit),
  number: `P${devices}`,
  title: `panel of ${devices}`,
  complaints: [],
});

/** One transformer, and on it a row of switches each with the relay that it calls: everything shares two daisy-chained rails. */
export function rowPanel(devices: number): Circuit {
  const circuit = blank(devices);
  const { add, wire } = growing(circuit);
  add('G1', 'supply-1ph', { volts: 120, hz: '60' });
  add('T1', 'control-transformer-24', { va: 100 });
  wire('G1:L', 'T1:120');
  wire('G1:N', 'T1:COM');
  let [hot, cold] = ['T1:R', 'T1:C'];
  for (let k = 0; k < devices / 2 - 1; k++) {
    add(`S${k}`, 'push-button', { form: 'NO' });
    add(`K${k}`, 'relay-interface-1', { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 1.2, sealedVa: 0.6 });
    wire(hot, `S${k}:1`);
    wire(`S${k}:2`, `K${k}:A1`);
    wire(`K${k}:A2`, cold);
    [hot, cold] = [`S${k}:1`, `K${k}:A2`];
  }
  return circuit;
}

/** Units that share a mains supply: each with a breaker, a transformer, a thermostat, a pressure switch, a contactor and its motor; a bar of earth. */
export function unitPanel(devices: number): Circuit {
  const circuit = blank(devices);
  const { add, wire } = growing(circuit);
  add('G1', 'supply-split-phase', { volts: 240, hz: '60', earthing: 'TN' });
  add('PE1', 'earth-bar');
  const units = Math.floor((devices - 2) / 7);
  let [l1, l2, pe] = ['G1:L1', 'G1:L2', 'PE1:PE'];
  for (let k = 1; k <= units; k++) {
    add(`Q${k}`, 'breaker-2', { ratingA: 30, curve: 'breaker-na' });
    add(`T${k}`, 'control-transformer-24', { va: 40 });
    add(`F${k}`, 'fuse-1', { ratingA: 3, curve: 'na-fast' });
    add(`TC${k}`, 'thermostat-two-wire', { pilotCode: 'B300' });
    add(`PS${k}`, 'pressure-switch-high', { form: 'NC', pilotCode: 'B300' });
    add(`K${k}`, 'contactor-2', {
      coilKind: 'AC',
      coilV: 24,
      coilHz: '60',
      inrushVa: 30,
      sealedVa: 7,
      motorA: 25,
      lockedA: 125,
      resistiveA: 35,
    });
    add(`M${k}`, 'motor-1ph', { volts: 240, runA: 12, lockedA: 60 });
    wire(l1, `Q${k}:L1`);
    wire(l2, `Q${k}:L2`);
    [l1, l2] = [`Q${k}:L1`, `Q${k}:L2`];
    wire(`Q${k}:T1`, `K${k}:L1`);
    wire(`Q${k}:T2`, `K${k}:L2`);
    wire(`K${k}:T1`, `M${k}:1`);
    wire(`K${k}:T2`, `M${k}:2`);
    wire(`Q${k}:T1`, `T${k}:240`);
    wire(`Q${k}:T2`, `T${k}:COM`);
    wire(`T${k}:R`, `F${k}:1`);
    wire(`F${k}:2`, `TC${k}:1`);
    wire(`TC${k}:2`, `PS${k}:1`);
    wire(`PS${k}:2`, `K${k}:A1`);
    wire(`K${k}:A2`, `T${k}:C`);
    wire(`T${k}:C`, pe);
    pe = 'PE1:PE';
  }
  return circuit;
}
