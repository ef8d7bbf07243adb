import { tableOf } from './table';

export const bodies = tableOf(
  {
    title: 'Bodies of devices, as they usually are',
    source: 'common practice: bodies differ between makers, the print rules',
    mark: 'typical',
    unit: 'mm',
    keyed: 'body',
    note: 'Widths on a 35 mm rail (EN 60715); a modular pole is 18 mm wide (DIN 43880), a strip and an earth bar count by the way.',
  },
  `wide high on
pole              18   85  rail
fuse_pole         18   80  rail
motor_breaker     45   90  rail
overload          45   75  rail
contactor         45   80  rail
contactor_4       60   85  rail
contactor_held    72   90  rail
control_relay     45   75  rail
relay_plug        38   80  rail
relay_blades      27   78  rail
interface_1       7    90  rail
interface_2       14   90  rail
interface_4       27   90  rail
relay_open        60   65  plate
timer             23   90  rail
timer_cube        50   50  plate
monitor           23   100 rail
clock             54   90  rail
controller        110  100 rail
transformer_50    65   75  plate
transformer_100   85   90  plate
transformer_250   100  110 plate
transformer_500   120  120 plate
transformer_more  160  150 plate
dc_supply         45   110 rail
battery           150  100 plate
way               6.2  50  rail
earth_way         6.2  50  rail
operator          30   40  door
emergency_stop    40   45  door
counter           48   24  door
sensor            70   90  plate
load              100  100 plate
other             60   60  plate`,
);

export const enclosures = tableOf(
  {
    title: 'Enclosures on the wall, as they are sold',
    source: 'common practice',
    mark: 'typical',
    unit: 'mm',
    keyed: 'wide × high',
    note: 'The plate inside is 25 mm smaller on every side.',
  },
  `wide high deep
200×300   200  300  150
300×300   300  300  150
300×400   300  400  200
400×400   400  400  200
400×500   400  500  200
400×600   400  600  200
500×500   500  500  200
500×700   500  700  250
600×600   600  600  250
600×800   600  800  250
800×800   800  800  300
800×1000  800  1000 300
800×1200  800  1200 300
1000×1200 1000 1200 300
1000×1400 1000 1400 300
1200×1600 1200 1600 400
1200×2000 1200 2000 400
1600×2000 1600 2000 400
2400×2000 2400 2000 400`,
);

export const wireOutsides = tableOf(
  {
    title: 'Outer diameter of a stranded wire, 600 V or 450/750 V insulation',
    source: 'common practice: re-check with the maker',
    mark: 'typical',
    unit: 'mm',
    keyed: 'up to mm²',
  },
  `outside
0.25 1.6
0.5  2.1
0.75 2.5
1    2.8
1.5  3.1
2.5  3.7
4    4.3
6    5.0
10   6.4
16   7.6
25   9.6
35   10.9
50   12.8
70   14.6
95   17.0
120  18.7`,
);
