import {
  type Circuit,
  type Conductor,
  conductorIdSchema,
  type Device,
  deviceIdSchema,
  emptyCircuit,
  type Field,
  fine,
  PLAIN_LANDINGS,
  PLAIN_PLACE,
  type Place,
  placeIdSchema,
  type Result,
  type TerminalId,
  terminalIdSchema,
  wrong,
} from '#core/circuit';
import { type FamilyName, type FieldName, printed } from '#core/devices';
import { lockedAmps, tableAmps } from '#core/size';
import { least } from '#core/units';

/** What a person knows before there is a circuit: a handful of facts, each of which may be missing. */
export interface Brief {
  readonly title: string;
  readonly site: string;
  readonly practice: 'na' | 'iec';
  /** the line that the load is on */
  readonly lineV: number | undefined;
  readonly phases: 1 | 3;
  readonly hz: 50 | 60;
  readonly load: 'motor' | 'heater' | 'lamp';
  readonly hp?: number | undefined;
  readonly kw?: number | undefined;
  readonly watts?: number | undefined;
  readonly loadA?: number | undefined;
  readonly lockedA?: number | undefined;
  /** volts of the control; the line itself when they are the same */
  readonly controlV: 24 | 120 | 'line';
  readonly transformerVa?: number | undefined;
  readonly cableM?: number | undefined;
  /** what closes the coil's circuit; a plain switch unless said */
  readonly caller?: Caller | undefined;
}

/** What may call, by its family. */
export const CALLERS = [
  'switch-1',
  'thermostat-two-wire',
  'output-relay',
  'output-triac',
  'output-transistor',
  'output-board',
] as const satisfies readonly FamilyName[];
export type Caller = (typeof CALLERS)[number];

const LOAD = 'M1';

type Plate = { readonly [F in FieldName]?: Field };

/** A circuit that grows: one panel, devices with their tags for ids, wires numbered as they come. */
function grown(isNa: boolean) {
  const panel = placeIdSchema.parse('lpanel-Panel');
  const place: Place = { id: panel, name: 'Panel', kind: 'panel', ...PLAIN_PLACE, mounts: [] };
  const devices: Record<string, Device> = {};
  const conductors: Record<string, Conductor> = {};
  return {
    places: { [panel]: place },
    devices,
    conductors,
    add(tag: string, family: FamilyName, title: string, nameplate: Plate, hazard: Device['hazard'] = 'none'): void {
      const id = deviceIdSchema.parse(`d${tag}`);
      const plate = Object.fromEntries(Object.entries(nameplate).filter((one): one is [string, Field] => one[1] !== undefined));
      devices[id] = {
        id,
        tag,
        family,
        title,
        nameplate: plate,
        place: panel,
        at: null,
        body: null,
        hazard,
        notes: '',
        fitted: '',
        reads: null,
      };
    },
    wire(number: string, a: string, b: string, metres: number | null, awg = CONTROL_AWG): void {
      const id = conductorIdSchema.parse(`w${String(Object.keys(conductors).length + 1).padStart(2, '0')}`);
      const ends = [a, b].map((spelled) => terminalIdSchema.parse(`d${spelled}`)) as [TerminalId, TerminalId];
      conductors[id] = {
        id,
        number,
        ends,
        landings: PLAIN_LANDINGS,
        size: isNa ? { awg } : { mm2: awg === CONTROL_AWG ? 1 : 4 },
        material: 'Cu',
        colour: 'black',
        insulationV: 600,
        lengthM: { value: metres, evidence: metres === null ? 'unknown' : 'assumed' },
        cable: null,
        core: null,
      };
    },
  };
}

const [CONTROL_AWG, POWER_AWG]: readonly [number, number] = [18, 10];
const known = (value: number | undefined, evidence: Field['evidence'] = 'print'): Field =>
  value === undefined ? { value: null, evidence: 'unknown' } : { value, evidence };

interface Line {
  readonly family: FamilyName;
  readonly legs: readonly string[];
  readonly isWye: boolean;
}

function lineOf({ practice, phases, lineV = 0 }: Brief): Line {
  if (phases === 3) return { family: 'supply-3ph-wye', legs: ['L1', 'L2', 'L3'], isWye: true };
  if (practice === 'na' && lineV >= 200) return { family: 'supply-split-phase', legs: ['L1', 'L2'], isWye: false };
  return { family: 'supply-1ph', legs: ['L', 'N'], isWye: false };
}

type Growing = ReturnType<typeof grown>;

/**
 * A circuit from a brief: supply, isolator, contactor, load; control from a transformer or the line, one call that drives the coil.
 * The engine that judges a drawn circuit then judges the brief; what is not known stays unknown in it.
 */
export function circuitOf(brief: Brief): Result<Circuit> {
  if (brief.lineV === undefined)
    return wrong({ code: 'no-volts', at: 'line volts', message: 'Say the volts of the line: nothing can be computed without them.' });
  const line = lineOf(brief);
  const circuit = grown(brief.practice === 'na');
  const { add, wire } = circuit;
  add('G1', line.family, `Supply ${brief.lineV} V`, {
    volts: printed(brief.lineV),
    hz: printed(String(brief.hz)),
    earthing: { value: 'TN', evidence: 'assumed' },
  });
  add('Q1', line.legs.length === 3 ? 'isolator-3' : 'isolator-2', 'Isolator', {});
  addLoad(circuit, brief, line);
  add('K1', line.isWye ? 'contactor-3' : 'contactor-2', 'Contactor to be chosen', { coilKind: known(undefined), coilV: known(undefined) });
  const caller = brief.caller ?? 'switch-1';
  add('S1', caller, 'What calls', caller === 'switch-1' ? { pilotCode: { value: 'A300', evidence: 'assumed' } } : {});
  const ends = line.isWye ? ['U', 'V', 'W'] : ['1', '2'];
  line.legs.forEach((leg, index) => {
    const n = index + 1;
    wire(`20${n}`, `G1:${leg}`, `Q1:L${n}`, 10, POWER_AWG);
    wire(`21${n}`, `Q1:T${n}`, `K1:L${n}`, 1, POWER_AWG);
    wire(`22${n}`, `K1:T${n}`, `${LOAD}:${ends[index]}`, 10, POWER_AWG);
  });
  const cable = brief.cableM ?? null;
  const [hot, back] = controlOf(circuit, brief, brief.lineV);
  wire('1', hot, 'S1:1', cable);
  wire('2', 'S1:2', 'K1:A1', cable);
  wire('3', 'K1:A2', back, 0.5);
  return fine({
    ...emptyCircuit,
    number: 'B1',
    title: brief.title || 'From a brief',
    site: brief.site,
    practice: brief.practice,
    places: circuit.places,
    devices: circuit.devices,
    conductors: circuit.conductors,
    powerSwitch: {
      control: { open: [], lift: line.legs.map((_, index) => terminalIdSchema.parse(`dK1:T${index + 1}`)) },
      isolated: { open: [deviceIdSchema.parse('dQ1')], lift: [] },
      staysOn: [],
    },
  });
}

function addLoad({ add }: Growing, brief: Brief, { isWye }: Line): void {
  const { lineV = 0, phases, load } = brief;
  if (load === 'motor') {
    const motor = { volts: lineV, phases, hp: brief.hp, kw: brief.kw };
    const runA = brief.loadA ?? tableAmps(motor)?.a;
    const lockedA = brief.lockedA ?? lockedAmps({ ...motor, nameplateA: runA })?.a;
    const plate = {
      volts: printed(lineV),
      runA: known(runA, brief.loadA === undefined ? 'assumed' : 'print'),
      lockedA: known(lockedA, brief.lockedA === undefined ? 'assumed' : 'print'),
    };
    add(LOAD, isWye ? 'motor-3ph' : 'motor-1ph', 'Motor', plate, 'moves');
    return;
  }
  const byAmps = brief.loadA === undefined ? undefined : brief.loadA * lineV * (isWye ? Math.sqrt(3) : 1);
  const watts = brief.watts ?? (brief.kw === undefined ? byAmps : brief.kw * 1000);
  const plate = { volts: printed(lineV), watts: known(watts) };
  if (load === 'lamp') add(LOAD, 'lamp-row', 'Lamps', { ...plate, count: printed(1) }, 'heats');
  else add(LOAD, isWye ? 'heater-3ph' : 'heater', 'Heater', plate, 'heats');
}

/** Where the control comes from: its hot point and its way back. */
function controlOf({ add, wire }: Growing, { controlV, transformerVa }: Brief, lineV: number): readonly [string, string] {
  if (controlV === 'line') return ['Q1:T1', 'Q1:T2'];
  if (controlV === 120) {
    add('T1', 'control-transformer-120', 'Control transformer', { va: known(transformerVa), primaryV: printed(lineV) });
    wire('231', 'Q1:T1', 'T1:H1', 0.5);
    wire('232', 'Q1:T2', 'T1:H4', 0.5);
    return ['T1:X1', 'T1:X2'];
  }
  add('T1', 'control-transformer-24', 'Control transformer', { va: known(transformerVa) });
  const tap = least([120, 208, 240], (one) => Math.abs(one - lineV));
  wire('231', 'Q1:T1', `T1:${tap}`, 0.5);
  wire('232', 'Q1:T2', 'T1:COM', 0.5);
  return ['T1:R', 'T1:C'];
}
