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
