import { tableOf } from './table';

export const ampacityAwg = tableOf(
  {
    title: 'Copper conductors, ampacity at 30 °C, up to three carrying',
    source: 'NEC Table 310.16',
    mark: 'published',
    unit: 'A',
    keyed: 'AWG',
    note: 'Up to 100 A use the 60 °C column unless the terminals are marked 75 °C: NEC 110.14(C).',
  },
  `60 75 90
18  -   -   14
16  -   -   18
14  15  20  25
12  20  25  30
10  30  35  40
8   40  50  55
6   55  65  75
4   70  85  95
3   85  100 115
2   95  115 130
1   110 130 145
1/0 125 150 170
2/0 145 175 195
3/0 165 200 225
4/0 195 230 260`,
);

export const smallConductors = tableOf(
  { title: 'Small conductors, greatest overcurrent device', source: 'NEC 240.4(D)', mark: 'published', unit: 'A', keyed: 'AWG' },
  `A
18 7
16 10
14 15
12 20
10 30`,
);

export const ambientNec = tableOf(
  {
    title: 'Ambient factor by insulation temperature',
    source: 'NEC Table 310.15(B)(1); square root rule',
    mark: 'published',
    unit: '×',
    keyed: 'up to °C',
  },
  `60 75 90
25 1.08 1.05 1.04
30 1    1    1
35 0.91 0.94 0.96
40 0.82 0.88 0.91
45 0.71 0.82 0.87
50 0.58 0.75 0.82
55 0.41 0.67 0.76
60 -    0.58 0.71
65 -    0.47 0.65
70 -    0.33 0.58
75 -    -    0.5
80 -    -    0.41
85 -    -    0.29`,
);

export const bundleNec = tableOf(
  {
    title: 'Carrying conductors in one raceway or cable',
    source: 'NEC Table 310.15(C)(1)',
    mark: 'published',
    unit: '×',
    keyed: 'up to',
  },
  `factor
3   1
6   0.8
9   0.7
20  0.5
30  0.45
40  0.4
999 0.35`,
);

export const resistanceAwg = tableOf(
  {
    title: 'Copper, DC resistance per 1000 ft',
    source: 'NEC Chapter 9 Table 8 (75 °C); 20 °C from the diameter, ASTM B258',
    mark: 'published',
    unit: 'Ω/kft',
    keyed: 'AWG',
  },
  `solid_75 stranded_75 solid_20 stranded_20
18 7.77  7.95  6.385  6.54
16 4.89  4.99  4.016  4.1
14 3.07  3.14  2.525  2.58
12 1.93  1.98  1.588  1.63
10 1.21  1.24  0.9989 1.02
8  0.764 0.778 0.628  0.64
6  -     0.491 -      0.404
4  -     0.308 -      0.253
3  -     0.245 -      0.201
2  -     0.194 -      0.16`,
);

export const resistanceMm2 = tableOf(
  { title: 'Plain copper, greatest resistance per km at 20 °C', source: 'IEC 60228', mark: 'published', unit: 'Ω/km', keyed: 'mm²' },
  `class_1_and_2 class_5
0.5  36   39
0.75 24.5 26
1    18.1 19.5
1.5  12.1 13.3
2.5  7.41 7.98
4    4.61 4.95
6    3.08 3.3
10   1.83 1.91
16   1.15 1.21
25   0.727 0.78
35   0.524 0.554`,
);

export const ampacityMm2 = tableOf(
  {
    title: 'PVC copper at 30 °C by way of laying; last column machines at 40 °C',
    source: 'IEC 60364-5-52 annex B, IEC 60204-1',
    mark: 'memory',
    unit: 'A',
    keyed: 'mm²',
  },
  `A1_2 B1_2 C_2 A1_3 B1_3 C_3 60204-1
0.75 -    -    -    -    -    -    8.6
1    -    -    -    -    -    -    10.3
1.5  14.5 17.5 19.5 13.5 15.5 17.5 13.5
2.5  19.5 24   27   18   21   24   18.3
4    26   32   36   24   28   32   24
6    34   41   46   31   36   41   31
10   46   57   63   42   50   57   44
16   61   76   85   56   68   76   59
25   80   101  112  73   89   96   77
35   99   125  138  89   110  119  96`,
);

export const ampacityMm2Xlpe = tableOf(
  {
    title: 'Copper with 90 °C insulation at 30 °C by way of laying',
    source: 'IEC 60364-5-52 annex B',
    mark: 'memory',
    unit: 'A',
    keyed: 'mm²',
  },
  `B1_2 C_2 B1_3 C_3
1.5  23  24  20  22
2.5  31  33  28  30
4    42  45  37  40
6    54  58  48  52
10   75  80  66  71
16   100 107 88  96
25   133 138 117 119
35   164 171 144 147`,
);

export const bundleIec = tableOf(
  {
    title: 'Circuits bunched in one duct, bundle or enclosure',
    source: 'IEC 60364-5-52 Table B.52.17',
    mark: 'memory',
    unit: '×',
    keyed: 'up to circuits',
  },
  `factor
1  1
2  0.8
3  0.7
4  0.65
5  0.6
6  0.57
7  0.54
8  0.52
9  0.5
12 0.45
16 0.41
20 0.38`,
);

export const manyCoresIec = tableOf(
  {
    title: 'Loaded cores in one control cable',
    source: 'IEC 60204-1',
    mark: 'memory',
    unit: '×',
    keyed: 'up to cores',
  },
  `factor
4  1
5  0.75
7  0.65
10 0.55
24 0.4`,
);

export const ambientIec = tableOf(
  {
    title: 'Ambient factor, PVC and XLPE',
    source: 'IEC 60364-5-52 annex B; square root rule',
    mark: 'published',
    unit: '×',
    keyed: 'up to °C',
  },
  `PVC XLPE
25 1.06 1.04
30 1    1
35 0.94 0.96
40 0.87 0.91
45 0.79 0.87
50 0.71 0.82
55 0.61 0.76
60 0.5  0.71`,
);

export const sizesNec = tableOf(
  { title: 'Standard overcurrent devices', source: 'NEC 240.6(A)', mark: 'published', unit: 'A', keyed: 'A' },
  `A
${[15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400, 450, 500, 600].map((a) => `${a} ${a}`).join('\n')}`,
);

export const sizesSmallFuse = tableOf(
  { title: 'Small fuses, midget and class CC', source: 'common practice', mark: 'typical', unit: 'A', keyed: 'A' },
  `A
${[0.1, 0.25, 0.5, 0.75, 1, 1.25, 1.5, 2, 2.25, 2.5, 3, 3.2, 3.5, 4, 5, 6, 6.25, 7, 7.5, 8, 9, 10, 12, 15, 20, 25, 30].map((a) => `${a} ${a}`).join('\n')}`,
);

export const sizesMcb = tableOf(
  { title: 'Miniature breakers', source: 'IEC 60898, IEC 60947-2', mark: 'published', unit: 'A', keyed: 'A' },
  `A
${[1, 2, 3, 4, 6, 8, 10, 13, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125].map((a) => `${a} ${a}`).join('\n')}`,
);

export const sizesIecFuse = tableOf(
  { title: 'Fuses gG and aM', source: 'IEC 60269', mark: 'published', unit: 'A', keyed: 'A' },
  `A
${[2, 4, 6, 8, 10, 12, 16, 20, 25, 32, 35, 40, 50, 63, 80, 100, 125, 160, 200, 250, 315, 400, 500, 630].map((a) => `${a} ${a}`).join('\n')}`,
);

export const sizesGlass = tableOf(
  { title: 'Glass fuses 5 × 20 mm', source: 'IEC 60127', mark: 'published', unit: 'A', keyed: 'A' },
  `A
${[0.1, 0.125, 0.16, 0.2, 0.25, 0.315, 0.4, 0.5, 0.63, 0.8, 1, 1.25, 1.6, 2, 2.5, 3.15, 4, 5, 6.3, 8, 10].map((a) => `${a} ${a}`).join('\n')}`,
);
