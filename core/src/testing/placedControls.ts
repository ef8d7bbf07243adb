import type { FamilyName } from '#core/devices';
import { type Devices, LOW, LOW_LINES, made, mains, type Placed, type Plate, SWITCH } from './placedParts';

const BOARD: Plate = { carryA: 5, makeA: 10, mostV: 250 };
const RELAY: Plate = { resistiveA: 10, pilotCode: 'B300', mostV: 300, dcCode: 'Q300' };
const coil = (volts: number): Devices[string] => [
  'relay-interface-1',
  { coilKind: 'AC', coilV: volts, coilHz: '60', inrushVa: 2, sealedVa: 1 },
];
const contactor = (volts: number): Devices[string] => [
  'contactor-3-aux',
  { coilKind: 'AC', coilV: volts, coilHz: '60', inrushVa: 220, sealedVa: 25 },
];
const contactor24: Devices[string] = ['contactor-3-aux', { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 30, sealedVa: 15 }];
const valve = (volts: number): Devices[string] => ['solenoid-valve', { coilKind: 'AC', coilV: volts, coilHz: '60' }];
const lamp: Devices[string] = ['lamp', { volts: 120, watts: 25 }];
const fan: Devices[string] = ['motor-1ph', { volts: 120, runA: 1.5, lockedA: 8 }];
const CLOCK: Plate = { ratedV: 120, resistiveA: 10, pilotCode: 'B300', mostV: 250 };
const VALVE24: Plate = { motorV: 24, mostV: 250 };
const CELL: Devices[string] = ['flame-cell', {}];
const OIL: Devices[string] = ['oil-primary', { ratedV: 120, ...BOARD }];
const LEVEL: Devices[string] = ['level-relay', { ratedV: 120, ...RELAY }];
const HEAT: Devices[string] = ['thermistor-relay', { ratedV: 120, ...RELAY }];

const oil = (own: Devices[string], [primary, cell]: readonly [string, string]): Placed =>
  made(
    own,
    {
      G1: mains(120),
      ...(primary === 'X' ? {} : { [primary]: OIL }),
      ...(cell === 'X' ? {} : { [cell]: CELL }),
      S1: ['switch-1', { form: 'NO', resistiveA: 5, mostV: 300, dcCode: 'Q300' }],
      M1: fan,
    },
    `G1:L ${primary}:L | G1:N ${primary}:N | ${primary}:T1 S1:1 | S1:2 ${primary}:T2 | ${primary}:F1 ${cell}:1 | ${cell}:2 ${primary}:F2 | ${primary}:M M1:1 | M1:2 G1:N`,
  );
const level = (own: Devices[string], [relay, rods]: readonly [string, string]): Placed =>
  made(
    own,
    {
      G1: mains(120),
      ...(relay === 'X' ? {} : { [relay]: LEVEL }),
      ...(rods === 'X' ? {} : { [rods]: ['level-electrodes', {}] }),
      K1: contactor(120),
    },
    `G1:L ${relay}:A1 ${relay}:11 | ${relay}:A2 G1:N | ${relay}:C ${rods}:C | ${relay}:H ${rods}:H | ${relay}:L ${rods}:L | ${relay}:14 K1:A1 | K1:A2 G1:N`,
  );
const warm = (own: Devices[string], [relay, beads]: readonly [string, string]): Placed =>
  made(
    own,
    {
      G1: mains(120),
      ...(relay === 'X' ? {} : { [relay]: HEAT }),
      ...(beads === 'X' ? {} : { [beads]: ['motor-thermistors', {}] }),
      S1: SWITCH,
      K1: contactor(120),
    },
    `G1:L ${relay}:A1 S1:1 | S1:2 ${relay}:11 | ${relay}:A2 G1:N | ${relay}:T1 ${beads}:1 | ${beads}:2 ${relay}:T2 | ${relay}:14 K1:A1 | K1:A2 G1:N`,
  );
const bar = (family: FamilyName): Placed =>
  made(
    [family, { mostV: 300 }],
    { G1: mains(120), S1: SWITCH, H1: lamp, H2: lamp },
    'G1:L S1:1 | S1:2 H1:1 H2:1 | H1:2 X:2 | H2:2 X:3 | X:1 G1:N',
  );

/** Boards, burner controls, clocks, valves and what watches a level or a winding, among the others that they are made for. */
export const PLACED_CONTROLS: { readonly [F in FamilyName]?: Placed } = {
  'time-clock-changeover': made(
    ['time-clock-changeover', CLOCK],
    { G1: mains(120), H1: lamp, H2: lamp },
    'G1:L X:L X:1 | X:N G1:N | X:3 H1:1 | X:2 H2:1 | H1:2 H2:2 G1:N',
  ),
  'time-clock-2': made(
    ['time-clock-2', CLOCK],
    { G1: mains(120), H1: lamp, H2: lamp, H3: lamp },
    'G1:L X:L X:1 X:4 | X:N G1:N | X:3 H1:1 | X:2 H2:1 | X:6 H3:1 | H1:2 H2:2 H3:2 G1:N',
  ),
  'zone-valve-3-screw': made(
    ['zone-valve-3-screw', { motorV: 120, mostV: 250 }],
    { G1: mains(120), S1: SWITCH, K1: contactor(120) },
    'G1:L S1:1 K1:A1 | S1:2 X:1 | X:2 G1:N | K1:A2 X:3',
  ),
  'zone-valve-5-lead': made(
    ['zone-valve-5-lead', { motorV: 120, mostV: 250 }],
    { G1: mains(120), S1: SWITCH, H1: lamp },
    'G1:L S1:1 X:GY | S1:2 X:BN | X:BU G1:N | X:OG H1:1 | H1:2 G1:N',
  ),
  'zone-valve-mid-position': made(
    ['zone-valve-mid-position', { motorV: 120, mostV: 250 }],
    { G1: mains(120), S1: SWITCH, B1: ['room-thermostat-changeover', { resistiveA: 6, mostV: 250 }], K1: contactor(120) },
    'G1:L S1:1 B1:1 | S1:2 X:WH | B1:3 X:GY | X:BU K1:A2 G1:N | X:OG B1:2 K1:A1',
  ),
  'zone-valve-heat-motor': made(
    ['zone-valve-heat-motor', VALVE24],
    { ...LOW, S1: SWITCH, K1: coil(24) },
    `${LOW_LINES} | T1:R S1:1 X:3 | S1:2 X:1 | X:2 T1:C | X:4 K1:A1 | K1:A2 T1:C`,
  ),
  'jumper-bar': bar('jumper-bar'),
  'neutral-bar': bar('neutral-bar'),
  'oil-primary': oil(OIL, ['X', 'B1']),
  'flame-cell': oil(CELL, ['A1', 'X']),
  'level-relay': level(LEVEL, ['X', 'B1']),
  'level-electrodes': level(['level-electrodes', {}], ['K2', 'X']),
  'thermistor-relay': warm(HEAT, ['X', 'B1']),
  'motor-thermistors': warm(['motor-thermistors', {}], ['K2', 'X']),
  'flame-safeguard': made(
    ['flame-safeguard', { ratedV: 120, ...BOARD }],
    {
      G1: mains(120),
      S1: SWITCH,
      B1: ['temperature-limit', { form: 'NC' }],
      B2: ['air-proving-switch', {}],
      B3: CELL,
      M1: fan,
      E1: ['heater', { volts: 120, watts: 120 }],
      Y1: valve(120),
      Y2: valve(120),
      P1: ['horn', { volts: 120, watts: 10 }],
    },
    'G1:L X:L1 S1:1 B2:COM | S1:2 B1:1 | B1:2 X:OP | B2:NO X:AIR | X:S1 B3:1 | B3:2 X:S2 | X:N G1:N | X:BLR M1:1 | X:IGN E1:1 | X:PIL Y1:1 | X:MAIN Y2:1 | X:ALM P1:1 | M1:2 E1:2 Y1:2 Y2:2 P1:2 G1:N',
  ),
  'zone-board-2': made(
    ['zone-board-2', BOARD],
    {
      ...LOW,
      S1: SWITCH,
      S2: SWITCH,
      S3: SWITCH,
      S4: SWITCH,
      B1: ['temperature-limit', { form: 'NC' }],
      Y1: ['damper-spring', VALVE24],
      Y2: ['damper-spring', VALVE24],
      K1: contactor24,
      K2: contactor24,
      K3: contactor24,
    },
    `${LOW_LINES} | T1:R X:R S1:1 S2:1 S3:1 S4:1 B1:1 | X:C T1:C | S1:2 X:1Y | S2:2 X:1W | S3:2 X:2Y | S4:2 X:2W | B1:2 X:LAT | X:1D Y1:1 | X:2D Y2:1 | X:Y K1:A1 | X:W K2:A1 | X:G K3:A1 | Y1:2 Y2:2 K1:A2 K2:A2 K3:A2 T1:C`,
  ),
  'economizer-board': made(
    ['economizer-board', BOARD],
    {
      ...LOW,
      S1: SWITCH,
      S2: SWITCH,
      B1: ['temperature-limit', { form: 'NO' }],
      B2: ['temperature-limit', { form: 'NC' }],
      Y1: ['damper-spring', VALVE24],
      K1: contactor24,
      K2: contactor24,
    },
    `${LOW_LINES} | T1:R X:R S1:1 S2:1 B1:1 B2:1 | X:C T1:C | S1:2 X:Y1 | S2:2 X:Y2 | B1:2 X:OA | B2:2 X:FRZ | X:DMP Y1:1 | X:C1 K1:A1 | X:C2 K2:A1 | Y1:2 K1:A2 K2:A2 T1:C`,
  ),
  'defrost-clock': made(
    ['defrost-clock', { ratedV: 120, resistiveA: 30, motorA: 16, lockedA: 96, mostV: 250 }],
    {
      G1: mains(120),
      B1: ['temperature-limit', { form: 'NO' }],
      M1: fan,
      E1: ['heater', { volts: 120, watts: 900 }],
    },
    'G1:L X:1 | X:N G1:N | X:4 M1:1 | X:3 E1:1 B1:1 | B1:2 X:X | M1:2 E1:2 G1:N',
  ),
};
