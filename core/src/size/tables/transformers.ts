import { tableOf } from './table';

export const inrushCapacity = tableOf(
  {
    title: 'Industrial 120 V control transformers: inrush VA at 20 % power factor by secondary volts held',
    source: 'one maker-style table, from memory: re-check with the maker',
    mark: 'memory',
    unit: 'VA',
    keyed: 'VA',
    note: '95 % where the primary may swing ± 10 %, 90 % where it is fairly steady, 85 % only where steady within 5 %.',
  },
  `95 90 85
25   100  130   150
50   170  200   240
75   310  410   540
100  370  540   730
150  780  930   1150
200  810  1150  1450
250  1400 1900  2300
300  1900 2700  3850
350  3100 3650  4800
500  4000 5300  7000
750  8300 11000 14000
1000 9000 13000 18500`,
);

export const ladder24 = tableOf(
  { title: '24 V transformers: usual duty', source: 'common practice', mark: 'typical', unit: '', keyed: 'VA' },
  `duty
10  standing-pilot_gas_heat
20  thermostat_and_one_relay
40  split_or_packaged_heat_and_cool
50  and_a_humidifier_or_zone_panel
60  heat_pump
75  heat_pump_and_accessories
100 zone_board:_class_2_ceiling`,
);

export const protection450 = tableOf(
  {
    title: 'Transformer overcurrent protection, greatest share of rated amps',
    source: 'NEC 450.3(B), 430.72(C)',
    mark: 'published',
    unit: '%',
    keyed: 'case',
    note: 'Class 2 sources are outside 450.3: there its shares are guidance.',
  },
  `%
primary_only_from_9_A      125
primary_only_from_2_A      167
primary_only_under_2_A     300
primary_with_secondary     250
secondary_under_9_A        167
secondary_from_9_A         125
motor_control_under_2_A    500`,
);

export const class2 = tableOf(
  {
    title: 'Class 2 limits, AC, over 20 to 30 V',
    source: 'NEC Chapter 9 Table 11(A)',
    mark: 'memory',
    unit: '',
    keyed: 'limit',
  },
  `value
nameplate_VA              100
inherently_limited_A      8
fuse_volt-amps            100
fuse_up_to_20_V_A         5`,
);
