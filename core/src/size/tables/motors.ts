import { tableOf } from './table';

const sure = { mark: 'published', unit: 'A' } as const;

export const motor1ph = tableOf(
  {
    ...sure,
    title: 'Single-phase motors, full-load amps by rated volts',
    source: 'NEC Table 430.248',
    keyed: 'hp',
    note: 'Sizes wires, short-circuit device and contactor. The overload is set by the nameplate. Locked rotor: 6 ×, NEC 430.251(A).',
  },
  `115  200  208  230
1/6  4.4  2.5  2.4  2.2
1/4  5.8  3.3  3.2  2.9
1/3  7.2  4.1  4    3.6
1/2  9.8  5.6  5.4  4.9
3/4  13.8 7.9  7.6  6.9
1    16   9.2  8.8  8
1.5  20   11.5 11   10
2    24   13.8 13.2 12
3    34   19.6 18.7 17
5    56   32.2 30.8 28
7.5  80   46   44   40
10   100  57.5 55   50`,
);

export const motor3ph = tableOf(
  {
    ...sure,
    title: 'Three-phase induction motors, full-load amps by rated volts',
    source: 'NEC Table 430.250',
    keyed: 'hp',
    note: 'Sizes wires, short-circuit device and contactor. The overload is set by the nameplate.',
  },
  `200  208  230  460  575
1/2  2.5  2.4  2.2  1.1  0.9
3/4  3.7  3.5  3.2  1.6  1.3
1    4.8  4.6  4.2  2.1  1.7
1.5  6.9  6.6  6    3    2.4
2    7.8  7.5  6.8  3.4  2.7
3    11   10.6 9.6  4.8  3.9
5    17.5 16.7 15.2 7.6  6.1
7.5  25.3 24.2 22   11   9
10   32.2 30.8 28   14   11
15   48.3 46.2 42   21   17
20   62.1 59.4 54   27   22
25   78.2 74.8 68   34   27
30   92   88   80   40   32
40   120  114  104  52   41
50   150  143  130  65   52
60   177  169  154  77   62
75   221  211  192  96   77
100  285  273  248  124  99
125  359  343  312  156  125
150  414  396  360  180  144
200  552  528  480  240  192`,
);

export const locked3ph = tableOf(
  {
    ...sure,
    mark: 'memory',
    title: 'Three-phase motors, locked-rotor amps, design B, C and D',
    source: 'NEC Table 430.251(B)',
    keyed: 'hp',
    note: 'At 460 V half, at 575 V 0.4 ×, at 208 V about 1.1 × the 230 V figure.',
  },
  `230
1/2 20
3/4 25
1   30
1.5 40
2   50
3   64
5   92
7.5 127
10  162
15  232
20  290
25  365
30  435
40  580
50  725
60  870
75  1085
100 1450
125 1815
150 2170
200 2900`,
);

export const codeLetters = tableOf(
  {
    title: 'Locked-rotor code letters',
    source: 'NEC Table 430.7(B)',
    mark: 'published',
    unit: 'kVA/hp',
    keyed: 'letter',
    note: 'The worst case is the top of the band. There is no I, O or Q.',
  },
  `from to
A 0    3.14
B 3.15 3.54
C 3.55 3.99
D 4    4.49
E 4.5  4.99
F 5    5.59
G 5.6  6.29
H 6.3  7.09
J 7.1  7.99
K 8    8.99
L 9    9.99
M 10   11.19
N 11.2 12.49
P 12.5 13.99
R 14   15.99
S 16   17.99
T 18   19.99
U 20   22.39
V 22.4 -`,
);

export const motorIec = tableOf(
  {
    ...sure,
    title: 'Motors, 4 poles, 50 Hz, three-phase, rated amps',
    source: 'IEC 60947-4-1, annex of motor rated currents',
    keyed: 'kW',
    note: 'The 0.12 kW figure at 400 V does not scale with its 230 V figure: from memory.',
  },
  `400  230
0.06 0.2  0.35
0.09 0.3  0.52
0.12 0.44 0.7
0.18 0.6  1
0.25 0.85 1.5
0.37 1.1  1.9
0.55 1.5  2.6
0.75 1.9  3.3
1.1  2.7  4.7
1.5  3.6  6.3
2.2  4.9  8.5
3    6.5  11.3
4    8.5  15
5.5  11.5 20
7.5  15.5 27
11   22   38
15   29   51
18.5 35   61
22   41   72
30   55   96
37   66   115
45   80   140
55   97   169
75   132  230
90   160  278
110  195  340
132  230  400`,
);

export const motorIec1ph = tableOf(
  { title: 'Capacitor motors, 230 V 50 Hz single-phase', source: 'common practice', mark: 'typical', unit: 'A', keyed: 'kW' },
  `230
0.25 2
0.37 2.9
0.55 4
0.75 5.3
1.1  7.3
1.5  9.6
2.2  13.6`,
);
