import { type Contact, EARTH, type Load, type Part } from '#core/kinds';
import { type DeviceFamily, define, field, only, type Plate } from '../family';
import { coil, coilFields } from './coils';

/** What stands on a motor's plate. @param lockedTimes locked over running amps, while nobody has read them */
export const motorFields = (lockedTimes: number, lockedSource: string, hasServiceFactor = true) => ({
  volts: field.number('Rated', 'V', 12, 1000),
  runA: field.number('Running', 'A', 0.05, 1000),
  runPf: field.typical('Power factor running', '', 0.8, undefined, 0.1, 1),
  lockedA: field.rating('Locked rotor', 'A', 0.1, 8000),
  lockedTimes: field.typical('Locked over running', '×', lockedTimes, lockedSource, 1, 15),
  lockedPf: field.typical('Power factor locked', '', 0.45, undefined, 0.1, 1),
  ...only(hasServiceFactor, { serviceFactor: field.rating('Service factor', '', 1, 1.5) }),
  runUpS: field.typical('Runs up in', 's', 0.4, undefined, 0.05, 60),
});

/** The same as numbers of a part; without its running amps a motor has no rated volts, and is solved as open. */
export const motorNumbers = (plate: Plate<keyof ReturnType<typeof motorFields>>) => {
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

const speedFields = motorFields(3, 'common practice for a permanent-capacitor fan motor: 2 to 4', false);

/** Turns of the slower taps over those of the fastest. Common practice: low speed at 60 to 70 %. */
const [MED_TURNS, LO_TURNS] = [1.2, 1.45] as const;

/** Pins and sockets of two halves, joined while they are mated. */
const marksTo = (most: number): string[] => Array.from({ length: most }, (_, index) => String(index + 1));

const plug = (pins: number) => {
  const numbers = marksTo(pins);
  return define({
    title: `Plug and socket, ${pins} pins`,
    letter: 'X',
    group: 'joint',
    terminals: [...numbers.map((n) => `${n}p`), ...numbers.map((n) => `${n}s`)],
    inputs: [
      {
        name: 'mated',
        on: 'Plug it in',
        off: 'Pull it out',
        state: 'plugged in',
        offState: 'pulled out',
        kind: 'maintained',
        use: 'isolate',
        rest: true,
      },
    ],
    fields: { carryA: field.rating('Carries, each pin', 'A', 0.1, 400), mostV: field.mostV() },
    parts: (plate) =>
      numbers.map(
        (n): Contact => ({
          kind: 'contact',
          id: `${n}p-${n}s`,
          a: `${n}p`,
          b: `${n}s`,
          form: 'NO',
          mover: { inputs: ['mated'] },
          duty: 'power',
          symbol: 'contact',
          ratings: { carryA: plate.number('carryA'), mostV: plate.number('mostV'), isWorkedDead: true },
        }),
      ),
    source: 'pins p, sockets s; the socket side is the fed one: common practice',
  });
};

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

/** Screws of one piece of metal. */
const bar = (title: string, screws: number) => {
  const marks = marksTo(screws);
  return define({
    title,
    letter: 'X',
    group: 'joint',
    terminals: marks,
    inputs: [],
    fields: { mostV: field.mostV() },
    parts: () => marks.slice(1).map((b): Part => ({ kind: 'join', id: `1-${b}`, a: '1', b, ohms: 0.0005 })),
    source: 'one piece of metal: common practice',
  });
};

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
  'motor-6-lead': define({
    title: 'Motor, three phases, six leads',
    letter: 'M',
    group: 'load',
    is: { does: 'moves' },
    terminals: ['U1', 'V1', 'W1', 'U2', 'V2', 'W2', 'PE'],
    inputs: [],
    fields: { ...motorFields(6, 'NEC 430.251(B), from memory'), volts: field.number('Rated in delta', 'V', 12, 1000) },
    parts: (plate) => [
      {
        kind: 'motor3',
        id: 'windings',
        ends: ['U1', 'V1', 'W1'],
        backs: ['U2', 'V2', 'W2'],
        isDelta: true,
        star: '#star',
        ...motorNumbers(plate),
      },
    ],
    source: 'marks IEC 60034-8; star is the three back ends joined, delta U1 with W2, V1 with U2, W1 with V2',
  }),
  'motor-two-windings': define({
    title: 'Motor, three phases, two speeds, two windings',
    letter: 'M',
    group: 'load',
    is: { does: 'moves' },
    terminals: ['1U', '1V', '1W', '2U', '2V', '2W', 'PE'],
    inputs: [],
    fields: { ...motorFields(6, 'NEC 430.251(B), from memory'), lowA: field.number('Running, low speed', 'A', 0.05, 1000) },
    parts: (plate) => {
      const high = motorNumbers(plate);
      const lowA = plate.number('lowA');
      const low = {
        ...high,
        runA: lowA ?? 1,
        lockedA: (lowA ?? 1) * plate.certain('lockedTimes'),
        ...(lowA === undefined ? { ratedV: undefined } : {}),
      };
      return [
        { kind: 'motor3', id: 'low', ends: ['1U', '1V', '1W'], star: '#star1', ...low },
        { kind: 'motor3', id: 'high', ends: ['2U', '2V', '2W'], star: '#star2', ...high },
      ];
    },
    source: 'marks IEC 60034-8, 1 low and 2 high; the winding that is not used stays open: common practice',
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
  'motor-dc': define({
    title: 'Motor, direct current',
    letter: 'M',
    group: 'load',
    is: { does: 'moves' },
    terminals: ['A1', 'A2', 'PE'],
    inputs: [],
    fields: motorFields(6, 'common practice'),
    parts: (plate) => [{ kind: 'motor', id: 'winding', a: 'A1', b: 'A2', ...motorNumbers(plate), protector: false, isDirect: true }],
    source: 'locked 6 × running; which way it turns is not told: common practice',
  }),
  'fan-motor-3-speed': define({
    title: 'Fan motor, three speed leads',
    letter: 'M',
    group: 'load',
    is: { does: 'moves' },
    terminals: ['COM', 'HI', 'MED', 'LO', 'PE'],
    inputs: [],
    fields: speedFields,
    parts: (plate) => {
      const { serviceFactor: _none, ...numbers } = motorNumbers(plate);
      const volts = numbers.ratedV ?? 1;
      return [
        {
          kind: 'tap-motor',
          id: 'winding',
          core: '#core',
          ...numbers,
          taps: [
            { mark: 'COM', volts: 0 },
            { mark: 'HI', volts },
            { mark: 'MED', volts: MED_TURNS * volts },
            { mark: 'LO', volts: LO_TURNS * volts },
          ],
        },
      ];
    },
    source: 'one winding with taps: a lead that is not used stands at more than the line and is parked by itself: common practice',
  }),
  horn: resistive('Horn or bell', 'module', 'P'),
  beacon: resistive('Beacon', 'module', 'P'),
  'hour-meter': resistive('Hour meter', 'module', 'P'),
  counter: resistive('Counter', 'module', 'P'),
  heater: resistive('Heater', 'heater', 'E'),
  lamp: resistive('Lamp', 'lamp', 'H'),
};

export const joints = {
  'terminal-strip': strip('Terminal strip', 'X', marksTo(12)),
  'terminal-2': strip('Terminals, two', 'X', marksTo(2)),
  'terminal-6': strip('Terminals, six', 'X', marksTo(6)),
  'terminal-24': strip('Terminals, twenty-four', 'X', marksTo(24)),
  'plug-2': plug(2),
  'plug-4': plug(4),
  'plug-6': plug(6),
  'jumper-bar': bar('Jumper bar, ten screws joined', 10),
  'neutral-bar': bar('Neutral bar, sixteen screws joined', 16),
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

/** Rows that are made up in the panel of as many as it takes: a kind by each count, `terminal-17`. */
export const counted: Readonly<Record<string, { readonly most: number; readonly make: (count: number) => DeviceFamily }>> = {
  terminal: { most: 200, make: (count) => strip(`Terminals, ${count} ways`, 'X', marksTo(count)) },
  plug: { most: 64, make: plug },
  'jumper-bar': { most: 100, make: (count) => bar(`Jumper bar, ${count} screws joined`, count) },
  'neutral-bar': { most: 100, make: (count) => bar(`Neutral bar, ${count} screws joined`, count) },
};
