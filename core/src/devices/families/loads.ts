import { EARTH, type Load } from '#core/kinds';
import { define, field, type Plate } from '../family';
import { coil, coilFields } from './coils';

const motorFields = (lockedTimes: number, lockedSource: string) => ({
  volts: field.number('Rated', 'V', 12, 1000),
  runA: field.number('Running', 'A', 0.05, 1000),
  runPf: field.typical('Power factor running', '', 0.8, undefined, 0.1, 1),
  lockedA: field.rating('Locked rotor', 'A', 0.1, 8000),
  lockedTimes: field.typical('Locked over running', '×', lockedTimes, lockedSource, 1, 15),
  lockedPf: field.typical('Power factor locked', '', 0.45, undefined, 0.1, 1),
  serviceFactor: field.rating('Service factor', '', 1, 1.5),
  runUpS: field.typical('Runs up in', 's', 0.4, undefined, 0.05, 60),
});

const motorNumbers = (plate: Plate<keyof ReturnType<typeof motorFields>>) => {
  const runA = plate.number('runA') ?? 1;
  return {
    ratedV: plate.number('runA') === undefined ? undefined : plate.number('volts'),
    runA,
    runPf: plate.certain('runPf'),
    lockedA: plate.number('lockedA') ?? runA * plate.certain('lockedTimes'),
    lockedPf: plate.certain('lockedPf'),
    runUpMs: plate.certain('runUpS') * 1000,
    serviceFactor: plate.number('serviceFactor'),
  };
};

const motor1 = (title: string, marks: readonly [string, string], protector: boolean) =>
  define({
    title,
    letter: 'M',
    group: 'load',
    is: { hermetic: protector, does: protector ? 'cools' : 'moves' },
    terminals: [...marks, 'PE'],
    inputs: [],
    fields: motorFields(6, 'NEC 430.251(A), from memory'),
    parts: (plate) => [{ kind: 'motor', id: 'winding', a: marks[0], b: marks[1], ...motorNumbers(plate), protector }],
    source: 'locked 6 × running: NEC 430.251(A), from memory',
  });

const resistive = (title: string, use: Load['use'], letter: string) =>
  define({
    title,
    letter,
    group: 'load',
    ...(use === 'heater' ? { is: { does: 'heats' } } : {}),
    terminals: ['1', '2'],
    inputs: [],
    fields: { volts: field.number('Rated', 'V', 1, 700), watts: field.number('Power', 'W', 0.05, 50_000) },
    parts: (plate) => [
      {
        kind: 'load',
        id: '1-2',
        use,
        a: '1',
        b: '2',
        ratedV: plate.number('watts') === undefined ? undefined : plate.number('volts'),
        va: plate.number('watts') ?? 1,
        pf: 1,
        passesDc: true,
      },
    ],
    source: 'resistance from rated volts and watts',
  });

const strip = (title: string, letter: string, marks: readonly string[]) =>
  define({
    title,
    letter,
    group: 'joint',
    terminals: marks,
    inputs: [],
    fields: {
      mostV: field.mostV(),
      carryA: field.unasked(field.rating('Carries', 'A', 0.1, 1000), 'a terminal carries what the wire that it clamps carries'),
    },
    parts: () => [],
    source: 'a joint: its landings are one point',
  });

export const loads = {
  'compressor-1ph': motor1('Compressor motor, single phase', ['C', 'R'], true),
  'motor-1ph': motor1('Motor, single phase', ['1', '2'], false),
  'motor-3ph': define({
    title: 'Motor, three phases',
    letter: 'M',
    group: 'load',
    is: { does: 'moves' },
    terminals: ['U', 'V', 'W', 'PE'],
    inputs: [],
    fields: motorFields(6, 'NEC 430.251(B), from memory'),
    parts: (plate) => [{ kind: 'motor3', id: 'windings', ends: ['U', 'V', 'W'], star: '#star', ...motorNumbers(plate) }],
    source: 'running as a positive-sequence EMF behind the negative-sequence impedance',
  }),
  'heater-3ph': define({
    title: 'Heater, three phases',
    letter: 'E',
    group: 'load',
    is: { does: 'heats' },
    terminals: ['U', 'V', 'W', 'PE'],
    inputs: [],
    fields: {
      volts: field.number('Rated, line to line', 'V', 12, 700),
      watts: field.number('Power, all elements', 'W', 1, 200_000),
      connection: field.choice('Elements joined in', ['delta', 'wye'], 'delta'),
    },
    parts: (plate) => [
      {
        kind: 'load3',
        id: 'elements',
        ends: ['U', 'V', 'W'],
        star: '#star',
        connection: plate.text('connection') === 'wye' ? 'wye' : 'delta',
        ratedV: plate.number('watts') === undefined ? undefined : plate.number('volts'),
        watts: plate.number('watts') ?? 1,
      },
    ],
    source: 'element ohms from rated volts and watts; delta is usual: common practice',
  }),
  'lamp-row': define({
    title: 'Row of lamps',
    letter: 'H',
    group: 'load',
    terminals: ['1', '2'],
    inputs: [],
    fields: {
      volts: field.number('Rated', 'V', 1, 700),
      watts: field.number('Each fitting', 'W', 0.05, 5000),
      count: field.number('Fittings', '', 1, 200),
      pf: field.typical('Power factor', '', 1, undefined, 0.1, 1),
      inrushTimes: field.typical('Made over running', '×', 20, 'common practice: filament 12, discharge 20, LED driver 50', 1, 150),
    },
    parts: (plate) => [
      {
        kind: 'load',
        id: '1-2',
        use: 'lamp',
        a: '1',
        b: '2',
        ratedV: plate.number('watts') === undefined || plate.number('count') === undefined ? undefined : plate.number('volts'),
        va: ((plate.number('watts') ?? 1) * (plate.number('count') ?? 1)) / plate.certain('pf'),
        pf: plate.certain('pf'),
        passesDc: true,
        inrushTimes: plate.certain('inrushTimes'),
      },
    ],
    source: 'inrush times: common practice',
  }),
  'solenoid-valve': define({
    title: 'Solenoid valve',
    letter: 'Y',
    group: 'load',
    terminals: ['1', '2'],
    inputs: [],
    fields: coilFields(['1', '2'], 14, 0.5, 8, 0.5),
    parts: (plate) => [coil(plate, '1', '2', { operateMs: 20, releaseMs: 20 })],
    source: '24 V AC irrigation solenoid VA: common practice',
  }),
  heater: resistive('Heater', 'heater', 'E'),
  lamp: resistive('Lamp', 'lamp', 'H'),
};

export const joints = {
  'terminal-strip': strip('Terminal strip', 'X', ['1', '2', '3', '4', '5', '6', '7', '8', '9', '10', '11', '12']),
  splice: strip('Splice', 'X', ['J']),
  'parked-lead': strip('Parked lead', 'X', ['P']),
  'earth-bar': define({
    title: 'Earth bar',
    letter: 'X',
    group: 'joint',
    terminals: ['PE'],
    inputs: [],
    fields: {},
    parts: () => [{ kind: 'join', id: 'earth', a: 'PE', b: EARTH, ohms: 0.001 }],
    source: 'the reference of all volts to earth',
    is: { earth: true },
  }),
};
