import { tableOf } from './table';

export const systemsNa = tableOf(
  {
    title: 'Systems at 60 Hz: service and utilization volts',
    source: 'ANSI C84.1, range A and B',
    mark: 'memory',
    unit: 'V',
    keyed: 'nominal',
    note: 'The high leg of a 240 V delta stands at 208 V to neutral: never feed a 120 V coil from it.',
  },
  `service_low service_high use_low use_high low_B high_B nameplate
120 114   126   108   125   104   127   115
208 197.6 218.4 187.2 216.7 180.3 220.1 200
240 228   252   216   250   208   254   230
480 456   504   432   500   416   508   460
600 570   630   540   625   520   635   575`,
);

export const systemsIec = tableOf(
  { title: 'Systems at 50 Hz', source: 'IEC 60038; lowest at equipment from memory', mark: 'published', unit: 'V', keyed: 'nominal' },
  `low high lowest_at_equipment
230 207 253 198
400 360 440 344`,
);

export const heatingElements = tableOf(
  {
    title: 'An element on other than its rated volts: share of rated power',
    source: 'P ∝ V²',
    mark: 'published',
    unit: '×',
    keyed: 'rated → applied',
  },
  `share
240→208 0.751
240→220 0.84
240→230 0.918
240→120 0.25
230→240 1.089
208→240 1.331
480→440 0.84
480→460 0.918
277→240 0.751
400→380 0.903`,
);

export const measuredBands = tableOf(
  {
    title: 'Measured volts, energized: fails under, low under, good up to, high but normal up to',
    source: 'common practice',
    mark: 'typical',
    unit: 'V',
    keyed: 'circuit',
  },
  `fails_under low_under good_to high_to
24_AC  18   20.4 26.4 29
24_DC  19.2 20.4 28.8 28.8
120_AC 104  108  126  132
208_AC 177  187  218  229
240_AC 204  216  252  264
230_AC 195  207  253  253
400_AC 340  360  440  440
480_AC 408  432  504  528`,
);
