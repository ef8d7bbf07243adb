import { type Circuit, type Conductor, type Device, type Field, fine, type Result, type TerminalId, wrong } from '#core/circuit';
import { printed } from '#core/devices';
import { lockedAmps, tableAmps } from '#core/size';

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
export const CALLERS = {
  'switch-1': 'a switch or a relay contact, A300',
  'thermostat-two-wire': 'a two-wire thermostat, its contact not read',
  'output-relay': 'a relay output of a controller',
  'output-triac': 'a triac output',
  'output-transistor': 'a transistor output, 24 V DC',
  'output-board': 'a board output, 24 V AC',
} as const;
export type Caller = keyof typeof CALLERS;

const LOAD = 'M1';

/**
 * A circuit from a brief: supply, isolator, contactor, load; control from a transformer or the line, one call that drives the coil.
 * The engine that judges a drawn circuit then judges the brief; what is not known stays unknown in it.
 */
export function circuitOf(brief: Brief): Result<Circuit> {
  const { lineV, phases, load, controlV } = brief;
  if (lineV === undefined)
    return wrong({ code: 'no-volts', at: 'line volts', message: 'Say the volts of the line: nothing can be computed without them.' });
  const na = brief.practice === 'na';
  const wye = phases === 3;
  const split = !wye && na && lineV >= 200;
  const legs = wye ? ['L1', 'L2', 'L3'] : split ? ['L1', 'L2'] : ['L', 'N'];
  const devices: Record<string, Device> = {};
  const conductors: Record<string, Conductor> = {};
  const add = (tag: string, family: string, title: string, nameplate: Record<string, Field>, hazard: Device['hazard'] = 'none') => {
    devices[`d${tag}`] = {
      id: `d${tag}` as Device['id'],
      tag,
      family,
      title,
      nameplate,
      place: { kind: 'panel', name: 'Panel' },
      hazard,
      notes: '',
    };
  };
  let count = 0;
  const wire = (number: string, a: string, b: string, metres: number | null = 1, awg = 18) => {
    const id = `w${String(++count).padStart(2, '0')}` as Conductor['id'];
    const end = (spelled: string) => `d${spelled}` as TerminalId;
    conductors[id] = {
      id,
      number,
      ends: [end(a), end(b)],
      size: na ? { awg } : { mm2: awg === 18 ? 1 : 4 },
      material: 'Cu',
      colour: 'black',
      insulationV: 600,
      lengthM: { value: metres, evidence: metres === null ? 'unknown' : 'assumed' },
      cable: null,
      core: null,
    };
  };
  const hz = printed(String(brief.hz));
  add('G1', wye ? 'supply-3ph-wye' : split ? 'supply-split-phase' : 'supply-1ph', `Supply ${lineV} V`, {
    volts: printed(lineV),
    hz,
    earthing: { value: 'TN', evidence: 'assumed' },
  });
  add('Q1', legs.length === 3 ? 'isolator-3' : 'isolator-2', 'Isolator', {});
  const motor = { volts: lineV, phases, hp: brief.hp, kw: brief.kw };
  const runA = brief.loadA ?? tableAmps(motor)?.a;
  const lockedA = brief.lockedA ?? lockedAmps({ ...motor, nameplateA: runA })?.a;
  const known = (value: number | undefined, evidence: Field['evidence'] = 'print'): Field =>
    value === undefined ? { value: null, evidence: 'unknown' } : { value, evidence };
  const fromTable = brief.loadA === undefined ? 'assumed' : 'print';
  if (load === 'motor')
    add(
      LOAD,
      wye ? 'motor-3ph' : 'motor-1ph',
      'Motor',
      { volts: printed(lineV), runA: known(runA, fromTable), lockedA: known(lockedA, brief.lockedA === undefined ? 'assumed' : 'print') },
      'moves',
    );
  else {
    const watts =
      brief.watts ??
      (brief.kw === undefined ? (brief.loadA === undefined ? undefined : brief.loadA * lineV * (wye ? Math.sqrt(3) : 1)) : brief.kw * 1000);
    if (load === 'lamp') add(LOAD, 'lamp-row', 'Lamps', { volts: printed(lineV), watts: known(watts), count: printed(1) }, 'heats');
    else add(LOAD, wye ? 'heater-3ph' : 'heater', 'Heater', { volts: printed(lineV), watts: known(watts) }, 'heats');
  }
  add('K1', wye ? 'contactor-3' : 'contactor-2', 'Contactor to be chosen', {
    coilKind: { value: null, evidence: 'unknown' },
    coilV: { value: null, evidence: 'unknown' },
  });
  const caller = brief.caller ?? 'switch-1';
  add('S1', caller, 'What calls', caller === 'switch-1' ? { pilotCode: { value: 'A300', evidence: 'assumed' } } : {});
  legs.forEach((leg, index) => {
    const n = index + 1;
    wire(`20${n}`, `G1:${leg}`, `Q1:L${n}`, 10, 10);
    wire(`21${n}`, `Q1:T${n}`, `K1:L${n}`, 1, 10);
    const ends = load === 'motor' && wye ? ['U', 'V', 'W'] : wye ? ['U', 'V', 'W'] : ['1', '2'];
    wire(`22${n}`, `K1:T${n}`, `${LOAD}:${ends[index]}`, 10, 10);
  });
  const cable = brief.cableM ?? null;
  const [hot, back] =
    controlV === 'line'
      ? ['Q1:T1', 'Q1:T2']
      : (() => {
          const taps =
            controlV === 24
              ? { family: 'control-transformer-24', out: ['T1:R', 'T1:C'] }
              : { family: 'control-transformer-120', out: ['T1:X1', 'T1:X2'] };
          add('T1', taps.family, 'Control transformer', {
            va: known(brief.transformerVa),
            ...(controlV === 120 ? { primaryV: printed(lineV) } : {}),
          });
          const tap = [120, 208, 240].reduce((best, one) => (Math.abs(one - lineV) < Math.abs(best - lineV) ? one : best));
          wire('231', 'Q1:T1', controlV === 24 ? `T1:${tap}` : 'T1:H1', 0.5);
          wire('232', 'Q1:T2', controlV === 24 ? 'T1:COM' : 'T1:H4', 0.5);
          return taps.out as [string, string];
        })();
  wire('1', hot!, 'S1:1', cable);
  wire('2', 'S1:2', 'K1:A1', cable);
  wire('3', 'K1:A2', back!, 0.5);
  return fine({
    schema: 1,
    number: 'B1',
    title: brief.title || 'From a brief',
    site: brief.site,
    practice: brief.practice,
    devices,
    conductors,
    cables: {},
    powerSwitch: {
      control: { open: [], lift: legs.map((_, index) => `dK1:T${index + 1}` as TerminalId) },
      isolated: { open: ['dQ1' as Device['id']], lift: [] },
      staysOn: [],
    },
    complaints: [],
  });
}
