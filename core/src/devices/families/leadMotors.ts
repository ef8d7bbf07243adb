import { define, field } from '../family';
import { motorFields, motorNumbers } from './loads';

type Three = readonly [string, string, string];

const T = (...numbers: readonly [number, number, number]): Three => [`T${numbers[0]}`, `T${numbers[1]}`, `T${numbers[2]}`];
const leads = (most: number): string[] => Array.from({ length: most }, (_, index) => `T${index + 1}`);

/** Halves of its windings in series for the high volts, side by side for the low ones. */
const SERIES = 'high volts, halves in series';
const BESIDE = 'low volts, halves side by side';

/** A motor with both halves of each winding brought out: these differ by what is joined inside. */
const leadMotor = (title: string, most: number, isDelta: boolean, backs: Three, second: { ends: Three; backs: Three }, source: string) =>
  define({
    title,
    letter: 'M',
    group: 'load',
    is: { does: 'moves' },
    terminals: [...leads(most), 'PE'],
    inputs: [],
    fields: {
      joinedFor: field.choice('Joined for', [SERIES, BESIDE], SERIES),
      ...motorFields(6, 'NEC 430.251(B), from memory'),
      volts: field.number('Rated, as joined', 'V', 12, 1000),
      runA: field.number('Running, as joined', 'A', 0.05, 1000),
    },
    parts: (plate) => [
      {
        kind: 'motor3',
        id: 'windings',
        ends: T(1, 2, 3),
        backs,
        star: '#star',
        isDelta,
        twin: { ...second, inSeries: plate.text('joinedFor') !== BESIDE },
        ...motorNumbers(plate),
      },
    ],
    source,
  });

const INSIDE: Three = ['#star', '#star', '#star'];

/** Three-phase motors that are joined for their volts or for their speed at their leads. */
export const leadMotors = {
  'motor-9-lead-wye': leadMotor(
    'Motor, three phases, nine leads, wye',
    9,
    false,
    T(4, 5, 6),
    { ends: T(7, 8, 9), backs: INSIDE },
    'high: 4–7, 5–8, 6–9; low: 1–7, 2–8, 3–9 and 4–5–6: NEMA MG 1, from memory',
  ),
  'motor-9-lead-delta': leadMotor(
    'Motor, three phases, nine leads, delta',
    9,
    true,
    T(4, 5, 6),
    { ends: T(7, 8, 9), backs: T(2, 3, 1) },
    'high: 4–7, 5–8, 6–9; low: 1–6–7, 2–4–8, 3–5–9: NEMA MG 1, from memory',
  ),
  'motor-12-lead': leadMotor(
    'Motor, three phases, twelve leads',
    12,
    true,
    T(4, 5, 6),
    { ends: T(7, 8, 9), backs: T(10, 11, 12) },
    'windings 1–4, 7–10 and so on; delta high: 4–7, 5–8, 6–9, 10–2, 11–3, 12–1; a wye puts 10–11–12 together: NEMA MG 1, from memory',
  ),
  'motor-two-speed': define({
    title: 'Motor, three phases, two speeds, one winding',
    letter: 'M',
    group: 'load',
    is: { does: 'moves' },
    terminals: [...leads(6), 'PE'],
    inputs: [],
    fields: {
      ...motorFields(6, 'NEC 430.251(B), from memory'),
      runA: field.number('Running, high speed', 'A', 0.05, 1000),
      lowA: field.number('Running, low speed', 'A', 0.05, 1000),
    },
    parts: (plate) => {
      const numbers = motorNumbers(plate);
      return [
        {
          kind: 'two-speed-motor',
          id: 'windings',
          ends: T(1, 2, 3),
          middles: T(4, 6, 5),
          ...numbers,
          ...(plate.number('lowA') === undefined ? { ratedV: undefined } : {}),
          lowA: plate.number('lowA') ?? numbers.runA / 2,
        },
      ];
    },
    source: 'low: lines on 1 2 3, 4 5 6 open; high: lines on 6 4 5, 1–2–3 together; constant torque, 1 : 2: NEMA MG 1, from memory',
  }),
};
