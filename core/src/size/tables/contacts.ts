import { tableOf } from './table';

export const acCategories = tableOf(
  {
    title: 'Utilization categories, AC',
    source: 'IEC 60947-4-1 making and breaking table, IEC 60947-5-1, IEC 61095',
    mark: 'memory',
    unit: '× rated A',
    keyed: 'category',
    note: 'A load needs a contact of its own category or one that covers it: AC-1 amps say nothing of AC-3. AC-3, AC-4 and AC-8 are tested at power factor 0.35 above 100 A.',
  },
  `make break pf load
AC-1  1.5 1.5 0.8  resistive,_slightly_inductive
AC-2  4   4   0.65 slip-ring_start
AC-3  10  8   0.45 squirrel-cage_start,_break_running
AC-4  12  10  0.45 inching,_plugging
AC-5a 3   3   0.45 discharge-lamp_ballast
AC-5b 1.5 1.5 1    filament_lamps
AC-7a 1.5 1.5 0.8  household,_slightly_inductive
AC-7b 8   6   0.45 household_motors
AC-8a 6   6   0.45 hermetic_compressor,_manual_reset
AC-8b 6   6   0.45 hermetic_compressor,_automatic_reset
AC-12 1   1   0.9  resistive,_optocoupler_inputs
AC-13 2   1   0.65 solid-state_via_transformer
AC-14 6   1   0.3  electromagnets_up_to_72_VA
AC-15 10  1   0.3  electromagnets_over_72_VA`,
);

export const dcCategories = tableOf(
  {
    title: 'Utilization categories, DC',
    source: 'IEC 60947-4-1, IEC 60947-5-1',
    mark: 'memory',
    unit: '× rated A',
    keyed: 'category',
  },
  `make break L/R_ms load
DC-1  1.5 1.5 1   resistive
DC-3  4   4   2.5 shunt_motor_start,_inching
DC-5  4   4   15  series_motor_start,_inching
DC-6  1.5 1.5 1   filament_lamps
DC-12 1   1   1   resistive,_optocoupler
DC-13 1   1   300 electromagnets:_6_ms_per_W,_at_most_300
DC-14 10  1   15  electromagnets_with_economy_resistor`,
);

export const pilotAc = tableOf(
  {
    title: 'Pilot-duty codes, AC',
    source: 'UL 508, NEMA ICS 5, IEC 60947-5-1 annex A',
    mark: 'published',
    unit: '',
    keyed: 'code',
    note: 'The number after the letter is the greatest volts: A150, A300, A600; B150, B300, B600; C150, C300, C600; D150, D300; E150. Between columns amps = VA ÷ V; under 120 V the 120 V make stays and the break never passes the thermal amps.',
  },
  `thermal_A make_120_V make_VA break_VA most_V
A 10  60  7200 720 600
B 5   30  3600 360 600
C 2.5 15  1800 180 600
D 1   3.6 432  72  300
E 0.5 1.8 216  36  150`,
);

export const pilotDc = tableOf(
  {
    title: 'Pilot-duty codes, DC',
    source: 'UL 508, NEMA ICS 5, IEC 60947-5-1 annex A',
    mark: 'published',
    unit: 'A',
    keyed: 'code',
    note: 'Make and break are the same. Under 125 V amps = VA ÷ V, never above the thermal amps.',
  },
  `thermal_A 125 250 600 VA most_V
N 10  2.2  1.1  0.4 275 600
P 5   1.1  0.55 0.2 138 600
Q 2.5 0.55 0.27 0.1 69  600
R 1   0.22 0.11 -   28  300`,
);

export const definitePurpose = tableOf(
  {
    title: 'Definite-purpose contactors, usual ladder',
    source: 'common practice, AHRI-style ratings',
    mark: 'typical',
    unit: 'A',
    keyed: 'motor A',
    note: 'The label on the part overrules the ladder.',
  },
  `locked_240_3p locked_480_3p locked_600_3p locked_240_1-2p locked_480_1-2p locked_600_1-2p resistive
20 120 100 80  100 83  67  30
25 150 125 100 125 104 83  35
30 180 150 120 150 125 100 40
40 240 200 160 200 167 133 50
50 300 250 200 -   -   -   65
60 360 300 240 -   -   -   75
75 450 375 300 -   -   -   94
90 540 450 360 -   -   -   120`,
);

export const nemaSizes = tableOf(
  {
    title: 'NEMA starter sizes',
    source: 'NEMA ICS 2; service limit and 380 V columns from memory',
    mark: 'published',
    unit: 'A, hp',
    keyed: 'size',
  },
  `A limit_A 200 230 460 380 115_1ph 230_1ph
00 9   11  1.5 1.5 2   1.5 1/3 1
0  18  21  3   3   5   5   1   2
1  27  32  7.5 7.5 10  10  2   3
1P 36  42  -   -   -   -   3   5
2  45  52  10  15  25  25  3   7.5
3  90  104 25  30  50  50  7.5 15
4  135 156 40  50  100 75  -   -
5  270 311 75  100 200 150 -   -`,
);

export const iecFrames = tableOf(
  { title: 'IEC contactor frames at 400 V', source: 'common practice', mark: 'typical', unit: '', keyed: 'AC-3 A' },
  `kW AC-1_A
9  4    25
12 5.5  25
18 7.5  32
25 11   40
32 15   50
40 18.5 60
50 22   80
65 30   80
80 37   125
95 45   125`,
);

export const wetting = tableOf(
  {
    title: 'Least load that keeps a contact clean',
    source: 'common practice',
    mark: 'typical',
    unit: '',
    keyed: 'contact',
    note: 'Under it is advice, except where the contact feeds a volt-free or PLC input. A contact that has switched power has lost its gold.',
  },
  `least_V least_mA
power       12 50
relay       5  5
auxiliary   17 5
gold        1  1`,
);

export const dcBreaking = tableOf(
  {
    title: 'What a 10 A 250 V AC relay contact breaks on DC, resistive',
    source: 'common practice',
    mark: 'typical',
    unit: 'A',
    keyed: 'V DC',
    note: 'An AC figure never carries over: the arc has no zero to die at.',
  },
  `A
30  10
48  2
60  1
125 0.3
250 0.12`,
);
