import { expect, it } from 'vitest';
import {
  ampacity,
  awgKey,
  coilOn,
  judgeDriver,
  lockedAmps,
  NO_DEMAND,
  nemaSizeFor,
  nextSize,
  numberAt,
  pilotLimits,
  poleClasses,
  sizeTransformerFuses,
  smallConductorLimit,
  TABLES,
  type TableName,
  type Tables,
  tableAmps,
} from './index';

/** One check value typed from the named publication, and the way through the program that must give it. */
interface Check {
  readonly name: string;
  readonly run: (tables: Tables) => unknown;
  readonly expected: unknown;
}

const words = (text: string): string[] => text.trim().split(/\s+/);
const numbers = (text: string): (number | undefined)[] => words(text).map((word) => (word === '-' ? undefined : Number(word)));

/** A row of print: a label, then a value for each key. */
const across = (
  keys: string,
  print: readonly (readonly [label: string, row: string])[],
  check: (key: string, label: string, value: number | undefined) => Check[],
): Check[] => print.flatMap(([label, row]) => numbers(row).flatMap((value, index) => check(words(keys)[index]!, label, value)));

const one = (name: string, run: Check['run'], expected: unknown): Check => ({ name, run, expected });

// NEC Tables 430.248 and 430.250, by volts as printed by column; from memory, held to the ratios 115 = 2 × 230, 460 = half, 575 = 0.4 ×.
const motors = [
  ...across(
    '1/6 1/4 1/3 1/2 3/4 1 1.5 2 3 5 7.5 10',
    [
      ['115', '4.4 5.8 7.2 9.8 13.8 16 20 24 34 56 80 100'],
      ['200', '2.5 3.3 4.1 5.6 7.9 9.2 11.5 13.8 19.6 32.2 46 57.5'],
      ['208', '2.4 3.2 4 5.4 7.6 8.8 11 13.2 18.7 30.8 44 55'],
      ['230', '2.2 2.9 3.6 4.9 6.9 8 10 12 17 28 40 50'],
    ],
    (key, volts, value) => [
      one(`430.248 ${key} hp ${volts} V`, (tables) => tableAmps({ volts: Number(volts), phases: 1, hp: hp(key) }, tables)?.a, value),
    ],
  ),
  ...across(
    '1/2 3/4 1 1.5 2 3 5 7.5 10 15 20 25 30 40 50 60 75 100 125 150 200',
    [
      ['200', '2.5 3.7 4.8 6.9 7.8 11 17.5 25.3 32.2 48.3 62.1 78.2 92 120 150 177 221 285 359 414 552'],
      ['208', '2.4 3.5 4.6 6.6 7.5 10.6 16.7 24.2 30.8 46.2 59.4 74.8 88 114 143 169 211 273 343 396 528'],
      ['230', '2.2 3.2 4.2 6 6.8 9.6 15.2 22 28 42 54 68 80 104 130 154 192 248 312 360 480'],
      ['460', '1.1 1.6 2.1 3 3.4 4.8 7.6 11 14 21 27 34 40 52 65 77 96 124 156 180 240'],
      ['575', '0.9 1.3 1.7 2.4 2.7 3.9 6.1 9 11 17 22 27 32 41 52 62 77 99 125 144 192'],
    ],
    (key, volts, value) => [
      one(`430.250 ${key} hp ${volts} V`, (tables) => tableAmps({ volts: Number(volts), phases: 3, hp: hp(key) }, tables)?.a, value),
    ],
  ),
  // NEC Table 430.251(B), design B, C, D at 230 V; from memory
  ...across(
    '1/2 3/4 1 1.5 2 3 5 7.5 10 15 20 25 30 40 50 60 75 100 125 150 200',
    [['230', '20 25 30 40 50 64 92 127 162 232 290 365 435 580 725 870 1085 1450 1815 2170 2900']],
    (key, _volts, value) => [one(`430.251(B) ${key} hp`, (tables) => lockedAmps({ volts: 230, phases: 3, hp: hp(key) }, tables)?.a, value)],
  ),
  // IEC 60947-4-1 annex; from memory
  ...across(
    '0.06 0.09 0.12 0.18 0.25 0.37 0.55 0.75 1.1 1.5 2.2 3 4 5.5 7.5 11 15 18.5 22 30 37 45 55 75 90 110 132',
    [
      ['400', '0.2 0.3 0.44 0.6 0.85 1.1 1.5 1.9 2.7 3.6 4.9 6.5 8.5 11.5 15.5 22 29 35 41 55 66 80 97 132 160 195 230'],
      ['230', '0.35 0.52 0.7 1 1.5 1.9 2.6 3.3 4.7 6.3 8.5 11.3 15 20 27 38 51 61 72 96 115 140 169 230 278 340 400'],
    ],
    (key, volts, value) => [
      one(`IEC ${key} kW ${volts} V`, (tables) => tableAmps({ volts: Number(volts), phases: 3, kw: Number(key) }, tables)?.a, value),
    ],
  ),
  // capacitor motors, common practice
  ...across('0.25 0.37 0.55 0.75 1.1 1.5 2.2', [['230', '2 2.9 4 5.3 7.3 9.6 13.6']], (key, volts, value) => [
    one(`IEC one phase ${key} kW`, (tables) => tableAmps({ volts: Number(volts), phases: 1, kw: Number(key) }, tables)?.a, value),
  ]),
  // NEC Table 430.7(B): top of each band; 1 hp at 1000 V gives kVA as amps
  ...across(
    'A B C D E F G H J K L M N P R S T U',
    [['to', '3.14 3.54 3.99 4.49 4.99 5.59 6.29 7.09 7.99 8.99 9.99 11.19 12.49 13.99 15.99 17.99 19.99 22.39']],
    (key, _label, value) => [
      one(`430.7(B) ${key}`, (tables) => lockedAmps({ volts: 1000, phases: 1, hp: 1, codeLetter: key }, tables)?.a, value),
    ],
  ),
  // each band begins a hundredth above the one before: re-derived
  ...words('B C D E F G H J K L M N P R S T U V').map((key, index) =>
    one(
      `430.7(B) ${key} begins`,
      (tables) =>
        (numberAt(tables.codeLetters, key, 'from') ?? 0) -
        (numberAt(tables.codeLetters, words('A B C D E F G H J K L M N P R S T U')[index]!, 'to') ?? 0),
      0.01,
    ),
  ),
  // NEMA ICS 2, hp at the volts named; from memory
  ...across(
    '00 0 1 2 3 4 5',
    [
      ['3 200', '1.5 3 7.5 10 25 40 75'],
      ['3 230', '1.5 3 7.5 15 30 50 100'],
      ['3 460', '2 5 10 25 50 100 200'],
    ],
    (key, label, value) => [
      one(`NEMA ${key} at ${label}`, (tables) => nemaSizeFor({ phases: 3, volts: Number(label.slice(2)), hp: value }, tables), key),
      one(
        `NEMA ${key} at ${label}, a little more`,
        (tables) => nemaSizeFor({ phases: 3, volts: Number(label.slice(2)), hp: value! * 1.02 }, tables) === key,
        false,
      ),
    ],
  ),
  ...across(
    '00 0 1 1P 2 3',
    [
      ['1 115', '0.3333333 1 2 3 3 7.5'],
      ['1 230', '1 2 3 5 7.5 15'],
    ],
    (key, label, value) =>
      key === '2' && label === '1 115'
        ? []
        : [
            one(`NEMA ${key} at ${label}`, (tables) => nemaSizeFor({ phases: 1, volts: Number(label.slice(2)), hp: value }, tables), key),
            one(
              `NEMA ${key} at ${label}, a little more`,
              (tables) => nemaSizeFor({ phases: 1, volts: Number(label.slice(2)), hp: value! * 1.02 }, tables) === key,
              false,
            ),
          ],
  ),
];

function hp(key: string): number {
  const [top, bottom] = key.split('/').map(Number);
  return bottom === undefined ? top! : top! / bottom;
}

// UL 508, NEMA ICS 5, IEC 60947-5-1 annex A: make and break amps as printed by column; from memory, held to VA over volts
const pilot = [
  ...across(
    '120 240 480 600',
    [
      ['A make', '60 30 15 12'],
      ['B make', '30 15 7.5 6'],
      ['C make', '15 7.5 3.75 3'],
      ['A break', '6 3 1.5 1.2'],
      ['B break', '3 1.5 0.75 0.6'],
      ['C break', '1.5 0.75 0.375 0.3'],
      ['D make', '3.6 1.8'],
      ['D break', '0.6 0.3'],
      ['E make', '1.8'],
      ['E break', '0.3'],
    ],
    (volts, label, value) => {
      const [letter, act] = label.split(' ') as [string, string];
      const suffix = letter === 'E' ? 150 : letter === 'D' ? 300 : 600;
      return [
        one(
          `${letter}${suffix} ${act} at ${volts}`,
          (tables) => {
            const limits = pilotLimits(`${letter}${suffix}`, Number(volts), 'AC', tables);
            return act === 'make' ? limits?.makeA : limits?.breakA;
          },
          value,
        ),
      ];
    },
  ),
  ...across('A B C D E', [['thermal', '10 5 2.5 1 0.5']], (letter, _label, value) => [
    one(`${letter} thermal`, (tables) => pilotLimits(`${letter}150`, 10, 'AC', tables)?.breakA, value),
    one(`${letter} has no 9000`, (tables) => pilotLimits(`${letter}9000`, 120, 'AC', tables), undefined),
    one(
      `${letter} is there up to its last suffix`,
      (tables) => [150, 300, 600].filter((v) => pilotLimits(`${letter}${v}`, 120, 'AC', tables)).length,
      letter === 'E' ? 1 : letter === 'D' ? 2 : 3,
    ),
  ]),
  ...across(
    '125 250 600',
    [
      ['N', '2.2 1.1 0.4'],
      ['P', '1.1 0.55 0.2'],
      ['Q', '0.55 0.27 0.1'],
      ['R', '0.22 0.11'],
    ],
    (volts, letter, value) => [
      one(
        `${letter} at ${volts} V DC`,
        (tables) => pilotLimits(`${letter}${letter === 'R' ? 300 : 600}`, Number(volts), 'DC', tables)?.breakA,
        value,
      ),
    ],
  ),
  ...across('N P Q R', [['thermal', '10 5 2.5 1']], (letter, _label, value) => [
    one(`${letter} thermal`, (tables) => pilotLimits(`${letter}150`, 5, 'DC', tables)?.breakA, value),
    one(
      `${letter} suffixes`,
      (tables) => [150, 300, 600].filter((v) => pilotLimits(`${letter}${v}`, 100, 'DC', tables)).length,
      letter === 'R' ? 2 : 3,
    ),
  ]),
  ...across('N P Q R', [['VA', '275 138 69 28']], (letter, _label, value) => [
    one(`${letter} at 200 V DC`, (tables) => (pilotLimits(`${letter}300`, 200, 'DC', tables)?.breakA ?? 0) * 200, value),
  ]),
];

// IEC 60947-4-1 and 60947-5-1: make, break, power factor; from memory
const categories = [
  ...across(
    'AC-1 AC-2 AC-3 AC-4 AC-5a AC-5b AC-7a AC-7b AC-8a AC-8b AC-12 AC-13 AC-14 AC-15',
    [
      ['make', '1.5 4 10 12 3 1.5 1.5 8 6 6 1 2 6 10'],
      ['break', '1.5 4 8 10 3 1.5 1.5 6 6 6 1 1 1 1'],
      ['pf', '0.8 0.65 0.45 0.45 0.45 1 0.8 0.45 0.45 0.45 0.9 0.65 0.3 0.3'],
    ],
    (key, label, value) => [one(`${key} ${label}`, (tables) => numberAt(tables.acCategories, key, label), value)],
  ),
  ...across(
    'DC-1 DC-3 DC-5 DC-6 DC-12 DC-13 DC-14',
    [
      ['make', '1.5 4 4 1.5 1 1 10'],
      ['break', '1.5 4 4 1.5 1 1 1'],
      ['L/R ms', '1 2.5 15 1 1 300 15'],
    ],
    (key, label, value) => [one(`${key} ${label}`, (tables) => numberAt(tables.dcCategories, key, label), value)],
  ),
  one(
    'AC-3 lets a pole make ten times',
    (tables) => poleClasses({ ac3A: 12 }, { ...NO_DEMAND, motorRunA: 10, motorLockedA: 119, volts: 230 }, tables)[1]?.limit,
    120,
  ),
];

// Volts of IEC 60127 and IEC 60898, breaking by IEC 60127, UL 248-14, UL 508A SB and ISO 8820: from memory
const guarded = [
  ...across(
    'na-time-delay-motor na-time-delay-control na-fast iec-5x20-T iec-5x20-F blade-32 breaker-na mcb-B mcb-C mcb-D',
    [
      ['volts', '250 32 32 250 250 32 120 230 230 230'],
      ['volts, more poles', '250 32 32 250 250 32 240 400 400 400'],
      ['breaks A', '1000 1000 1000 35 35 1000 200 1500 1500 1500'],
      ['or × rating', '- - - 10 10 - - - - -'],
      ['by ladder', '1 1 1 - - - - - - -'],
      ['none for more volts', '- - - 1 1 1 - 1 1 1'],
      ['on DC too', '- - - - - 1 - - - -'],
    ],
    (key, label, value) => [one(`guard ${key} ${label}`, (tables) => numberAt(tables.guards, key, label), value)],
  ),
  ...across(
    '1 3.5 10 15 30',
    [
      ['125 V', '10000 10000 10000 10000 10000'],
      ['250 V', '35 100 200 750 1500'],
    ],
    (key, label, value) => [one(`ladder to ${key} A at ${label}`, (tables) => numberAt(tables.fuseLadder, key, label), value)],
  ),
];

// definite-purpose ladder, relay contacts, wetting, DC: common practice
const typical = [
  ...across(
    '20 25 30 40 50 60 75 90',
    [
      ['locked 240 3p', '120 150 180 240 300 360 450 540'],
      ['locked 480 3p', '100 125 150 200 250 300 375 450'],
      ['locked 600 3p', '80 100 120 160 200 240 300 360'],
      ['locked 240 1-2p', '100 125 150 200 - - - -'],
      ['locked 480 1-2p', '83 104 125 167 - - - -'],
      ['locked 600 1-2p', '67 83 100 133 - - - -'],
      ['resistive', '30 35 40 50 65 75 94 120'],
    ],
    (key, label, value) => [one(`ladder ${key} ${label}`, (tables) => numberAt(tables.definitePurpose, key, label), value)],
  ),
  ...across(
    '9 12 18 25 32 40 50 65 80 95',
    [
      ['kW', '4 5.5 7.5 11 15 18.5 22 30 37 45'],
      ['AC-1 A', '25 25 32 40 50 60 80 80 125 125'],
    ],
    (key, label, value) => [one(`frame ${key} ${label}`, (tables) => numberAt(tables.iecFrames, key, label), value)],
  ),
  ...across(
    'power relay auxiliary gold',
    [
      ['least V', '12 5 17 1'],
      ['least mA', '50 5 5 1'],
    ],
    (key, label, value) => [one(`wetting ${key} ${label}`, (tables) => numberAt(tables.wetting, key, label), value)],
  ),
  ...across('30 48 60 125 250', [['A', '10 2 1 0.3 0.12']], (key, label, value) => [
    one(`DC breaking ${key} V`, (tables) => numberAt(tables.dcBreaking, key, label), value),
  ]),
  ...across(
    '00 0 1 1P 2 3 4 5',
    [
      ['A', '9 18 27 36 45 90 135 270'],
      ['limit A', '11 21 32 42 52 104 156 311'],
      ['380', '1.5 5 10 - 25 50 75 150'],
    ],
    (key, label, value) => [one(`NEMA ${key} ${label}`, (tables) => numberAt(tables.nemaSizes, key, label), value)],
  ),
  ...across(
    'thermostat board relay-output transistor triac',
    [
      ['hold A', '1 1 2 0.5 0.5'],
      ['make A', '2 1.5 10 0.5 2'],
      ['leak mA', '0 0 0 0.5 4'],
      ['least mA', '0 0 5 0 30'],
      ['drop V', '0 0 0 0.5 1.5'],
      ['most V', '30 30 250 30 264'],
    ],
    (key, label, value) => [one(`output ${key} ${label}`, (tables) => numberAt(tables.outputs, key, label), value)],
  ),
  one(
    'a thermostat switches no DC coil',
    (tables) => judgeDriver({ kind: 'thermostat' }, { volts: 24, current: 'DC', heldA: 0.1, inrushA: 0.1 }, tables).verdict,
    'danger',
  ),
  one(
    'a board neither',
    (tables) => judgeDriver({ kind: 'board' }, { volts: 24, current: 'DC', heldA: 0.1, inrushA: 0.1 }, tables).verdict,
    'danger',
  ),
  one(
    'a triac neither',
    (tables) => judgeDriver({ kind: 'triac' }, { volts: 24, current: 'DC', heldA: 0.1, inrushA: 0.1 }, tables).verdict,
    'danger',
  ),
  one(
    'a transistor no AC coil',
    (tables) => judgeDriver({ kind: 'transistor' }, { volts: 24, current: 'AC', heldA: 0.1, inrushA: 0.1 }, tables).verdict,
    'danger',
  ),
  one(
    'a relay output switches both',
    (tables) => judgeDriver({ kind: 'relay-output' }, { volts: 24, current: 'DC', heldA: 0.1, inrushA: 0.1 }, tables).verdict,
    'good',
  ),
  // IEC 61131-2, from memory
  ...across(
    '24_DC_type_1 24_DC_type_2 24_DC_type_3 120_AC 230_AC',
    [
      ['off V', '5 5 5 20 40'],
      ['on V', '15 11 11 79 164'],
      ['off mA', '0.5 2 1.5 - -'],
      ['on mA', '2 6 2 2 3'],
    ],
    (key, label, value) => [one(`input ${key} ${label}`, (tables) => numberAt(tables.inputs, key.replaceAll('_', ' '), label), value)],
  ),
  ...across(
    'filament discharge led',
    [
      ['times', '12 20 50'],
      ['ms', '20 1 0.5'],
    ],
    (key, label, value) => [one(`lamp ${key} ${label}`, (tables) => numberAt(tables.lampInrush, key, label), value)],
  ),
  ...across(
    'transformer_share spare_share drop_share look_share resistor_look_share inductive_share_ac inductive_share_dc life_operations mechanical_operations starts_an_hour coil_pf_inrush coil_pf_sealed least_dc_arc_V insulation_step_K',
    [['value', '0.8 0.2 0.15 0.9 0.8 0.4 0.2 100000 250000 6 0.7 0.35 30 10']],
    (key, label, value) => [one(`constant ${key}`, (tables) => numberAt(tables.constants, key.replaceAll('_', ' '), label), value)],
  ),
];

// NEC Table 310.16, 310.15(B)(1), 310.15(C)(1), 240.4(D), Chapter 9 Table 8; IEC 60228, 60364-5-52: from memory
const conductors = [
  ...across(
    '14 12 10 8 6 4 3 2 1 0 -1 -2 -3',
    [
      ['60', '15 20 30 40 55 70 85 95 110 125 145 165 195'],
      ['75', '20 25 35 50 65 85 100 115 130 150 175 200 230'],
      ['90', '25 30 40 55 75 95 115 130 145 170 195 225 260'],
    ],
    (key, column, value) => [
      one(
        `310.16 ${awgKey(Number(key))} at ${column}`,
        (tables) => ampacity({ awg: Number(key) }, { insulationC: Number(column) as 60, terminalC: Number(column) as 60 }, tables),
        value,
      ),
    ],
  ),
  ...across('18 16', [['90', '14 18']], (key, _column, value) => [
    one(`310.16 ${key}`, (tables) => ampacity({ awg: Number(key) }, { insulationC: 90, terminalC: 90 }, tables), value),
  ]),
  ...across(
    '25 30 35 40 45 50 55',
    [
      ['60', '1.08 1 0.91 0.82 0.71 0.58 0.41'],
      ['75', '1.05 1 0.94 0.88 0.82 0.75 0.67'],
      ['90', '1.04 1 0.96 0.91 0.87 0.82 0.76'],
    ],
    (key, column, value) => [one(`ambient ${key} at ${column}`, (tables) => numberAt(tables.ambientNec, key, column), value)],
  ),
  ...across('3 6 9 20 30 40 99', [['factor', '1 0.8 0.7 0.5 0.45 0.4 0.35']], (key, _label, value) => [
    one(
      `bundle of ${key}`,
      (tables) => (ampacity({ awg: 10 }, { insulationC: 90, terminalC: 90, carrying: Number(key) }, tables) ?? 0) / 40,
      value,
    ),
  ]),
  ...across('18 16 14 12 10', [['A', '7 10 15 20 30']], (key, _label, value) => [
    one(`240.4(D) ${key}`, (tables) => smallConductorLimit(Number(key), tables), value),
  ]),
  ...across(
    '18 16 14 12 10 8 6 4 3 2',
    [
      ['solid 75', '7.77 4.89 3.07 1.93 1.21 0.764 - - - -'],
      ['stranded 75', '7.95 4.99 3.14 1.98 1.24 0.778 0.491 0.308 0.245 0.194'],
      ['solid 20', '6.385 4.016 2.525 1.588 0.9989 0.628 - - - -'],
      ['stranded 20', '6.54 4.10 2.58 1.63 1.02 0.640 0.404 0.253 0.201 0.160'],
    ],
    (key, label, value) => [one(`Table 8 ${key} ${label}`, (tables) => numberAt(tables.resistanceAwg, key, label), value)],
  ),
  ...across(
    '0.5 0.75 1 1.5 2.5 4 6 10 16 25 35',
    [
      ['class 1 and 2', '36 24.5 18.1 12.1 7.41 4.61 3.08 1.83 1.15 0.727 0.524'],
      ['class 5', '39 26 19.5 13.3 7.98 4.95 3.3 1.91 1.21 0.78 0.554'],
    ],
    (key, label, value) => [one(`60228 ${key} ${label}`, (tables) => numberAt(tables.resistanceMm2, key, label), value)],
  ),
  ...across(
    '1.5 2.5 4 6 10 16 25 35',
    [
      ['A1 2', '14.5 19.5 26 34 46 61 80 99'],
      ['B1 2', '17.5 24 32 41 57 76 101 125'],
      ['C 2', '19.5 27 36 46 63 85 112 138'],
      ['A1 3', '13.5 18 24 31 42 56 73 89'],
      ['B1 3', '15.5 21 28 36 50 68 89 110'],
      ['C 3', '17.5 24 32 41 57 76 96 119'],
    ],
    (key, method, value) => [
      one(`60364 ${key} ${method}`, (tables) => ampacity({ mm2: Number(key) }, { method: method as 'C 2', ambientC: 30 }, tables), value),
    ],
  ),
  ...across('0.75 1 1.5 2.5 4 6 10 16 25 35', [['60204-1', '8.6 10.3 13.5 18.3 24 31 44 59 77 96']], (key, method, value) => [
    one(`60204-1 ${key}`, (tables) => ampacity({ mm2: Number(key) }, { method: method as '60204-1' }, tables), value),
  ]),
  ...across(
    '1.5 2.5 4 6 10 16 25 35',
    [
      ['B1 2', '23 31 42 54 75 100 133 164'],
      ['B1 3', '20 28 37 48 66 88 117 144'],
      ['C 2', '24 33 45 58 80 107 138 171'],
      ['C 3', '22 30 40 52 71 96 119 147'],
    ],
    (key, method, value) => [
      one(
        `60364 XLPE ${key} ${method}`,
        (tables) => ampacity({ mm2: Number(key) }, { method: method as 'C 2', insulationC: 90 }, tables),
        value,
      ),
    ],
  ),
  ...across('1 2 3 4 5 6 7 8 9 12 16 20', [['factor', '1 0.8 0.7 0.65 0.6 0.57 0.54 0.52 0.5 0.45 0.41 0.38']], (key, _column, value) => [
    one(`60364 bunched ${key}`, (tables) => (ampacity({ mm2: 2.5 }, { method: 'B1 2', circuits: Number(key) }, tables) ?? 0) / 24, value),
  ]),
  ...across('4 5 7 10 24', [['factor', '1 0.75 0.65 0.55 0.4']], (key, _column, value) => [
    one(
      `60204-1 loaded cores ${key}`,
      (tables) => (ampacity({ mm2: 1.5 }, { method: 'B1 3', carrying: Number(key) }, tables) ?? 0) / 15.5,
      value,
    ),
  ]),
  ...across(
    '60 65 70 75 80 85',
    [
      ['75', '0.58 0.47 0.33 0 0 0'],
      ['90', '0.71 0.65 0.58 0.5 0.41 0.29'],
    ],
    (key, column, value) => [
      one(
        `310.15 ${key} at ${column}`,
        (tables) =>
          (ampacity({ awg: 10 }, { insulationC: Number(column) as 75, terminalC: 90, ambientC: Number(key) }, tables) ?? 0) /
          (column === '75' ? 35 : 40),
        value,
      ),
    ],
  ),
  ...across(
    '25 30 35 40 45 50 55 60',
    [
      ['PVC', '1.06 1 0.94 0.87 0.79 0.71 0.61 0.5'],
      ['XLPE', '1.04 1 0.96 0.91 0.87 0.82 0.76 0.71'],
    ],
    (key, label, value) => [one(`IEC ambient ${key} ${label}`, (tables) => numberAt(tables.ambientIec, key, label), value)],
  ),
  // NEC 240.6(A), IEC 60898, IEC 60269, IEC 60127: each size is the next one above a hair under it
  ...(
    [
      ['sizesNec', '15 20 25 30 35 40 45 50 60 70 80 90 100 110 125 150 175 200 225 250 300 350 400 450 500 600'],
      ['sizesSmallFuse', '0.1 0.25 0.5 0.75 1 1.25 1.5 2 2.25 2.5 3 3.2 3.5 4 5 6 6.25 7 7.5 8 9 10 12 15 20 25 30'],
      ['sizesMcb', '1 2 3 4 6 8 10 13 16 20 25 32 40 50 63 80 100 125'],
      ['sizesIecFuse', '2 4 6 8 10 12 16 20 25 32 35 40 50 63 80 100 125 160 200 250 315 400 500 630'],
      ['sizesGlass', '0.1 0.125 0.16 0.2 0.25 0.315 0.4 0.5 0.63 0.8 1 1.25 1.6 2 2.5 3.15 4 5 6.3 8 10'],
    ] as const
  ).flatMap(([name, print]) =>
    numbers(print).map((value) => one(`${name} ${value}`, (tables) => nextSize(tables[name], value! * 0.999), value)),
  ),
];

const supplies = [
  ...across(
    '120 208 240 480 600',
    [
      ['service low', '114 197.6 228 456 570'],
      ['service high', '126 218.4 252 504 630'],
      ['use low', '108 187.2 216 432 540'],
      ['use high', '125 216.7 250 500 625'],
      ['low B', '104 180.3 208 416 520'],
      ['high B', '127 220.1 254 508 635'],
      ['nameplate', '115 200 230 460 575'],
    ],
    (key, label, value) => [one(`C84.1 ${key} ${label}`, (tables) => numberAt(tables.systemsNa, key, label), value)],
  ),
  ...across(
    '230 400',
    [
      ['low', '207 360'],
      ['high', '253 440'],
      ['lowest at equipment', '198 344'],
    ],
    (key, label, value) => [one(`60038 ${key} ${label}`, (tables) => numberAt(tables.systemsIec, key, label), value)],
  ),
  // the square of the volts: re-derived here
  ...words('240/208 240/220 240/230 240/120 230/240 208/240 480/440 480/460 277/240 400/380').map((pair) => {
    const [rated, applied] = pair.split('/').map(Number) as [number, number];
    return one(
      `element ${pair}`,
      (tables) => numberAt(tables.heatingElements, `${rated}→${applied}`, 'share'),
      Math.round((applied / rated) ** 2 * 1000) / 1000,
    );
  }),
  ...across(
    '24_AC 24_DC 120_AC 208_AC 240_AC 230_AC 400_AC 480_AC',
    [
      ['fails under', '18 19.2 104 177 204 195 340 408'],
      ['low under', '20.4 20.4 108 187 216 207 360 432'],
      ['good to', '26.4 28.8 126 218 252 253 440 504'],
      ['high to', '29 28.8 132 229 264 253 440 528'],
    ],
    (key, label, value) => [
      one(`measured ${key} ${label}`, (tables) => numberAt(tables.measuredBands, key.replaceAll('_', ' '), label), value),
    ],
  ),
];

const transformers = [
  ...across(
    '25 50 75 100 150 200 250 300 350 500 750 1000',
    [
      ['95', '100 170 310 370 780 810 1400 1900 3100 4000 8300 9000'],
      ['90', '130 200 410 540 930 1150 1900 2700 3650 5300 11000 13000'],
      ['85', '150 240 540 730 1150 1450 2300 3850 4800 7000 14000 18500'],
    ],
    (key, label, value) => [one(`inrush ${key} VA ${label} %`, (tables) => numberAt(tables.inrushCapacity, key, label), value)],
  ),
  // NEC 450.3(B) and 430.72(C)
  ...across(
    'primary_only_from_9_A primary_only_from_2_A primary_only_under_2_A primary_with_secondary secondary_under_9_A secondary_from_9_A motor_control_under_2_A',
    [['%', '125 167 300 250 167 125 500']],
    (key, label, value) => [one(`450.3 ${key}`, (tables) => numberAt(tables.protection450, key.replaceAll('_', ' '), label), value)],
  ),
  ...across('nameplate_VA inherently_limited_A fuse_volt-amps fuse_up_to_20_V_A', [['value', '100 8 100 5']], (key, label, value) => [
    one(`class 2 ${key}`, (tables) => numberAt(tables.class2, key.replaceAll('_', ' '), label), value),
  ]),
  one(
    '3 A on 20 VA is refused',
    (tables) => sizeTransformerFuses({ va: 20, primaryV: 240, secondaryV: 24, fuseA: 3 }, tables).verdict,
    'danger',
  ),
  one(
    'a coil check uses no table',
    () => coilOn({ current: 'AC', points: [{ lowV: 24, highV: 24, hz: 60 }] }, { volts: 24, current: 'AC', hz: 60 }).band,
    'A5',
  ),
];

// Bodies, enclosures and wires as they are sold: common practice, typed from sheets in memory; a modular pole by DIN 43880.
const panels = [
  ...across(
    'pole fuse_pole motor_breaker overload contactor contactor_4 contactor_held control_relay relay_plug relay_blades interface_1 interface_2 interface_4 relay_open timer timer_cube monitor clock controller transformer_50 transformer_100 transformer_250 transformer_500 transformer_more dc_supply battery way earth_way operator emergency_stop counter sensor load other',
    [
      ['wide', '18 18 45 45 45 60 72 45 38 27 7 14 27 60 23 50 23 54 110 65 85 100 120 160 45 150 6.2 6.2 30 40 48 70 100 60'],
      ['high', '85 80 90 75 80 85 90 75 80 78 90 90 90 65 90 50 100 90 100 75 90 110 120 150 110 100 50 50 40 45 24 90 100 60'],
    ],
    (key, side, value) => [one(`body ${key} ${side}`, (tables) => numberAt(tables.bodies, key.replaceAll('_', ' '), side), value)],
  ),
  ...TABLES.enclosures.rows.flatMap(({ key }) => {
    const [wide, high] = key.split('×').map(Number);
    return [
      one(`enclosure ${key} wide`, (tables) => numberAt(tables.enclosures, key, 'wide'), wide),
      one(`enclosure ${key} high`, (tables) => numberAt(tables.enclosures, key, 'high'), high),
    ];
  }),
  ...numbers('150 150 200 200 200 200 200 250 250 250 300 300 300 300 300 400 400 400 400').map((deep, index) =>
    one(`enclosure ${index} deep`, (tables) => tables.enclosures.rows[index]?.cells[2], deep),
  ),
  ...across(
    '0.25 0.5 0.75 1 1.5 2.5 4 6 10 16 25 35 50 70 95 120',
    [['outside', '1.6 2.1 2.5 2.8 3.1 3.7 4.3 5.0 6.4 7.6 9.6 10.9 12.8 14.6 17.0 18.7']],
    (key, label, value) => [one(`wire ${key} mm²`, (tables) => numberAt(tables.wireOutsides, key, label), value)],
  ),
  ...across(
    'rail_spare_share duct_fill_share air_around_panel_C air_in_panel_C air_in_panel_most_C panel_heat_W_m2K wire_slack_mm door_loop_mm',
    [['value', '0.2 0.5 35 40 55 5.5 80 300']],
    (key, label, value) => [one(key, (tables) => numberAt(tables.constants, key.replaceAll('_', ' '), label), value)],
  ),
];

const CHECKS: readonly Check[] = [
  ...motors,
  ...pilot,
  ...categories,
  ...guarded,
  ...typical,
  ...conductors,
  ...supplies,
  ...transformers,
  ...panels,
];

/** The names of the checks that a set of tables fails. */
const failing = (tables: Tables): string[] =>
  CHECKS.filter(({ run, expected }) => {
    const is = run(tables);
    return typeof expected === 'number' && typeof is === 'number'
      ? Math.abs(is - expected) > 1e-4 * Math.max(1e-3, Math.abs(expected))
      : is !== expected;
  }).map(({ name }) => name);

it('the tables hold every value as it was printed', () => {
  expect(CHECKS.length).toBeGreaterThan(700);
  expect(failing(TABLES)).toEqual([]);
});

it('a wrong cell is noticed: at least 95 of 100 altered numbers fail a check', () => {
  const missed: string[] = [];
  let altered = 0;
  for (const name of Object.keys(TABLES) as TableName[]) {
    for (const [r, row] of TABLES[name].rows.entries())
      for (const [c, cell] of row.cells.entries()) {
        if (typeof cell !== 'number') continue;
        altered++;
        const rows = TABLES[name].rows.map((one, index) =>
          index === r ? { ...one, cells: one.cells.map((old, at) => (at === c ? cell * 1.07 + 0.001 : old)) } : one,
        );
        const tables: Tables = { ...TABLES, [name]: { ...TABLES[name], rows } };
        if (failing(tables).length === 0) missed.push(`${name} ${row.key} ${TABLES[name].columns[c]}`);
      }
  }
  expect(altered).toBeGreaterThan(700);
  expect(missed.length / altered, missed.join(', ')).toBeLessThanOrEqual(0.05);
});
