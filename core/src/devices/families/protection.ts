import type { Contact, CurveName, Fuse } from '#core/kinds';
import { define, field, type Plate, variant } from '../family';

const poleNumbers = [1, 2, 3, 4] as const;
/** An overload relay trips when any of its heaters has gathered enough. */
const HEATERS = poleNumbers.slice(0, 3).map((n) => `L${n}-T${n}`);

const isolator = (poles: 1 | 2 | 3 | 4) =>
  define({
    ...variant('Isolator', `${poles} pole${poles > 1 ? 's' : ''}`),
    letter: 'Q',
    group: 'protection',
    terminals: poleNumbers.slice(0, poles).flatMap((n) => [`L${n}`, `T${n}`]),
    fields: { carryA: field.number('Rated current', 'A', 1, 1000), mostV: field.mostV() },
    inputs: [
      { name: 'closed', on: 'Close it', off: 'Open it', state: 'closed', offState: 'open', kind: 'maintained', use: 'isolate', rest: true },
    ],
    parts: (plate) =>
      poleNumbers.slice(0, poles).map(
        (n): Contact => ({
          kind: 'contact',
          id: `L${n}-T${n}`,
          a: `L${n}`,
          b: `T${n}`,
          form: 'NO',
          mover: { inputs: ['closed'] },
          duty: 'power',
          symbol: 'isolator',
          ratings: { carryA: plate.number('carryA'), mostV: plate.number('mostV'), isWorkedDead: true },
        }),
      ),
    source: 'IEC 60947-3 switch-disconnector; terminal letters by NEMA practice',
  });

const curves: readonly CurveName[] = ['na-time-delay-motor', 'na-time-delay-control', 'na-fast', 'iec-5x20-T', 'iec-5x20-F', 'blade-32'];

const FUSES = { 1: 'Fuse', 2: 'Fuses, two poles', 3: 'Fuses, three poles' } as const;

const fuse = (poles: 1 | 2 | 3) =>
  define({
    title: FUSES[poles],
    letter: 'F',
    group: 'protection',
    terminals: Array.from({ length: poles * 2 }, (_, i) => String(i + 1)),
    fields: {
      ratingA: field.number('Rating', 'A', 0.1, 630),
      curve: field.choice('Kind', curves, 'na-time-delay-control'),
      mostV: field.mostV(),
      dcV: field.rating('Rated volts on DC', 'V', 1, 1500),
      breaksA: field.rating('Breaks', 'A', 1, 300_000),
    },
    inputs: [],
    parts: (plate) =>
      Array.from(
        { length: poles },
        (_, i): Fuse => ({
          kind: 'fuse',
          id: `${2 * i + 1}-${2 * i + 2}`,
          a: String(2 * i + 1),
          b: String(2 * i + 2),
          ratingA: plate.number('ratingA'),
          curve: (plate.text('curve') ?? 'na-fast') as CurveName,
          mostV: plate.number('mostV'),
          dcV: plate.number('dcV'),
          breaksA: plate.number('breaksA'),
          ohms: 0.05,
          trip: 'own',
          symbol: 'fuse',
        }),
      ),
    source: 'UL 248, IEC 60127 and ISO 8820 curves, from memory; 50 mΩ common practice',
  });

const breaker = (poles: 1 | 2 | 3 | 4) =>
  define({
    ...variant('Breaker', `${poles} pole${poles > 1 ? 's' : ''}`),
    letter: 'F',
    group: 'protection',
    terminals: poleNumbers.slice(0, poles).flatMap((n) => [`L${n}`, `T${n}`]),
    fields: {
      ratingA: field.number('Rating', 'A', 0.5, 1000),
      curve: field.choice('Kind', ['breaker-na', 'mcb-B', 'mcb-C', 'mcb-D'], 'breaker-na'),
      mostV: field.mostV(),
      dcV: field.rating('Rated volts on DC', 'V', 1, 1500),
      breaksA: field.rating('Breaks', 'A', 1, 300_000),
    },
    inputs: [],
    parts: (plate) =>
      poleNumbers.slice(0, poles).map(
        (n): Fuse => ({
          kind: 'fuse',
          id: `L${n}-T${n}`,
          a: `L${n}`,
          b: `T${n}`,
          ratingA: plate.number('ratingA'),
          curve: (plate.text('curve') ?? 'breaker-na') as CurveName,
          mostV: plate.number('mostV'),
          dcV: plate.number('dcV'),
          breaksA: plate.number('breaksA'),
          ohms: 0.005,
          trip: 'linked',
          symbol: 'breaker',
        }),
      ),
    source: 'UL 489 and IEC 60898 curves, from memory; 5 mΩ common practice',
  });

const overloadFields = {
  settingA: field.number('Setting', 'A', 0.1, 600),
  tripClass: field.choice('Trip class', ['5', '10', '20', '30'], '10'),
  mostV: field.mostV('Rated volts, power side'),
  pilotCode: field.choice('Contact code', ['A600', 'B600', 'C600', 'B300', 'C300', 'D300'], 'B600'),
  dcCode: field.dcCode('Contact code on DC'),
};
type OverloadPlate = Plate<keyof typeof overloadFields>;

const TRIP_CURVES: Readonly<Record<string, Fuse['curve']>> = {
  '5': 'overload-5',
  '10': 'overload-10',
  '20': 'overload-20',
  '30': 'overload-30',
};

/** One heater, by its name L1-T1; any that trips opens the contacts. */
const heater = (plate: OverloadPlate, id: string): Fuse => ({
  kind: 'fuse',
  id,
  a: id.split('-')[0] ?? id,
  b: id.split('-')[1] ?? id,
  ratingA: plate.number('settingA'),
  curve: TRIP_CURVES[plate.text('tripClass') ?? '10'] ?? 'overload-10',
  mostV: plate.number('mostV'),
  ohms: 0.01,
  trip: 'shared',
  resetBy: 'reset',
  symbol: 'overload-heater',
});

const tripContacts = (plate: OverloadPlate, heaters: readonly string[]): Contact[] =>
  (
    [
      ['95', '96', 'NC'],
      ['97', '98', 'NO'],
    ] as const
  ).map(([a, b, form]) => ({
    kind: 'contact',
    id: `${a}-${b}`,
    a,
    b,
    form,
    mover: { parts: heaters },
    duty: 'control',
    symbol: 'overload',
    ratings: { pilotCode: plate.text('pilotCode'), dcCode: plate.text('dcCode') },
  }));

/** @param sees what its electronics see that heat alone does not; it feeds itself from what it measures */
const overload = (title: string, poles: readonly number[], sees: { readonly lossMs?: number; readonly ohms?: number } = {}) => {
  const heaters = poles.map((n) => `L${n}-T${n}`);
  return define({
    title,
    letter: 'F',
    group: 'protection',
    terminals: [...poles.flatMap((n) => [`L${n}`, `T${n}`]), '95', '96', '97', '98'],
    fields: overloadFields,
    inputs: [{ name: 'reset', on: 'Press reset', off: 'Let go', state: 'reset held', kind: 'momentary', use: 'reset', rest: false }],
    parts: (plate) => [...heaters.map((id) => ({ ...heater(plate, id), ...sees })), ...tripContacts(plate, heaters)],
    source: `IEC 60947-4-1 trip classes, terminal numbers EN 50005; curves from memory${sees.lossMs ? '; a lost phase within 3 s: common practice' : ''}`,
  });
};

export const protection = {
  'breaker-1': breaker(1),
  'breaker-2': breaker(2),
  'breaker-3': breaker(3),
  'isolator-1': isolator(1),
  'isolator-2': isolator(2),
  'isolator-3': isolator(3),
  'fuse-1': fuse(1),
  'fuse-3': fuse(3),
  'breaker-4': breaker(4),
  'isolator-4': isolator(4),
  'fuse-2': fuse(2),
  'overload-relay': overload('Overload relay', [1, 2, 3]),
  'overload-relay-1': overload('Overload relay, one pole', [1]),
  'overload-electronic': overload('Overload relay, electronic, sees a lost phase', [1, 2, 3], { lossMs: 3000, ohms: 0.001 }),
  'motor-breaker': define({
    title: 'Motor protection switch, three poles, trip contacts',
    letter: 'Q',
    group: 'protection',
    terminals: ['L1', 'T1', 'L2', 'T2', 'L3', 'T3', '95', '96', '97', '98'],
    fields: overloadFields,
    inputs: [{ name: 'reset', on: 'Switch it on again', off: 'Let go', state: 'reset held', kind: 'momentary', use: 'reset', rest: false }],
    parts: (plate) => [...HEATERS.map((id): Fuse => ({ ...heater(plate, id), trip: 'linked' })), ...tripContacts(plate, HEATERS)],
    source:
      'IEC 60947-4-1 class 10; its magnetic release is left out: a short is cleared by the device ahead; contact numbers common practice',
  }),
};
