import { tableOf } from './table';

export const outputs = tableOf(
  {
    title: 'Driver outputs: usual limits',
    source: 'common practice',
    mark: 'typical',
    unit: '',
    keyed: 'kind',
    note: 'The print on the card overrules the table.',
  },
  `hold_A make_A leak_mA least_mA drop_V most_V current
thermostat   1   2   0   0  0   30  AC
board        1   1.5 0   0  0   30  AC
relay-output 2   10  0   5  0   250 both
transistor   0.5 0.5 0.5 0  0.5 30  DC
triac        0.5 2   4   30 1.5 264 AC`,
);

/** What every fuse and breaker of a kind holds: lower than most prints, and true of all. A dash: the print must be read. */
export const guards = tableOf(
  {
    title: 'Fuses and breakers: what every one of the kind holds',
    source: 'IEC 60127, IEC 60898, UL 248-14, UL 489 and UL 508A SB, ISO 8820: from memory',
    mark: 'memory',
    unit: '',
    keyed: 'kind',
    note: 'The print overrules the table. A breaker that may be of the supplementary kind breaks 200 A alone.',
  },
  `volts volts,_more_poles breaks_A or_×_rating by_ladder none_for_more_volts on_DC_too
na-time-delay-motor   250 250 1000 - 1 - -
na-time-delay-control 32  32  1000 - 1 - -
na-fast               32  32  1000 - 1 - -
iec-5x20-T            250 250 35   10 - 1 -
iec-5x20-F            250 250 35   10 - 1 -
blade-32              32  32  1000 - - 1 1
breaker-na            120 240 200  - - - -
mcb-B                 230 400 1500 - - 1 -
mcb-C                 230 400 1500 - - 1 -
mcb-D                 230 400 1500 - - 1 -`,
);

export const fuseLadder = tableOf(
  {
    title: 'Small fuses (UL 248-14): least breaking capacity by rating',
    source: 'UL 248-14, from memory',
    mark: 'memory',
    unit: 'A',
    keyed: 'up to A',
  },
  `125_V 250_V
1    10000 35
3.5  10000 100
10   10000 200
15   10000 750
30   10000 1500`,
);

export const inputs = tableOf(
  { title: 'PLC input thresholds', source: 'IEC 61131-2', mark: 'memory', unit: '', keyed: 'input' },
  `off_V on_V off_mA on_mA
24_DC_type_1 5  15  0.5 2
24_DC_type_2 5  11  2   6
24_DC_type_3 5  11  1.5 2
120_AC       20 79  -   2
230_AC       40 164 -   3`,
);

export const lampInrush = tableOf(
  { title: 'Lamps: making current over running', source: 'common practice', mark: 'typical', unit: '×', keyed: 'lamp' },
  `times ms
filament  12  20
discharge 20  1
led       50  0.5`,
);
