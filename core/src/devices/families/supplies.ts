import { EARTH, type Part, type Source } from '#core/kinds';
import { define, field, type Plate } from '../family';

const BOND_OHMS = 0.1;

const mainsFields = (volts: string) => ({
  volts: field.number(volts, 'V', 1, 1000),
  hz: field.choice('Frequency', ['50', '60']),
  legOhms: field.typical('Source resistance, each conductor', 'Ω', 0.1, 'common practice', 0.001, 10),
  legReactanceOhms: field.typical('Source reactance, each conductor', 'Ω', 0.05, 'common practice', 0, 10),
  faultA: field.rating('Prospective current where it comes in', 'A', 10, 300_000),
  earthing: field.choice('Earthing', ['TN', 'TT', 'IT', 'floating'], 'TN'),
});

const leg = (plate: Plate<MainsField>, mark: string, share: number, phaseDeg: number): Source => ({
  kind: 'source',
  id: mark,
  a: mark,
  b: '#origin',
  phaseDeg,
  role: 'mains',
  volts: share === 0 ? 0 : scaled(plate.number('volts'), share),
  hz: plate.text('hz') === undefined ? undefined : Number(plate.text('hz')),
  ...legImpedance(plate),
});

/** Measured ohms of a leg; else those that let the printed prospective current through; else what is usual, which is a guess. */
function legImpedance(plate: Plate<MainsField>): Pick<Source, 'ohms' | 'reactanceOhms' | 'isGuess'> {
  const [volts, faultA] = [plate.number('volts'), plate.number('faultA')];
  const [ohms, reactanceOhms] = [plate.certain('legOhms'), plate.certain('legReactanceOhms')];
  if (plate.isRead('legOhms') || volts === undefined || faultA === undefined)
    return { ohms, reactanceOhms, isGuess: !plate.isRead('legOhms') };
  // two legs carry the fault of a pair; as much resistance as reactance, common practice
  const each = volts / (2 * faultA) / Math.SQRT2;
  return { ohms: each, reactanceOhms: each, isGuess: false };
}

type MainsField = keyof ReturnType<typeof mainsFields>;

const scaled = (value: number | undefined, by: number) => (value === undefined ? undefined : value * by);

/** The neutral conductor of the service is a source of no volts: it has the impedance of a leg. */
const neutralAndBond = (plate: Plate<MainsField>): Part[] => {
  const earthing = plate.text('earthing');
  const bonded = earthing === 'TN' || earthing === 'TT';
  const bond: Part = { kind: 'join', id: 'bond', a: '#origin', b: EARTH, ohms: BOND_OHMS };
  return [leg(plate, 'N', 0, 0), ...(bonded ? [bond] : [])];
};

const supply = (
  title: string,
  system: 'one phase' | 'split phase' | 'star',
  terminals: readonly string[],
  volts: string,
  parts: (plate: Plate<MainsField>) => readonly Part[],
) =>
  define({
    title,
    is: { system },
    letter: 'G',
    group: 'supply',
    terminals,
    fields: mainsFields(volts),
    inputs: [],
    parts,
    source: 'ANSI C84.1 and IEC 60038 systems; source impedances common practice',
  });

const batteryFields = {
  volts: field.number('Volts', 'V', 1, 300),
  legOhms: field.typical('Inside, each pole', 'Ω', 0.0125, 'common practice', 0.0001, 10),
  bonded: field.choice('Minus bonded to earth', ['yes', 'no'], 'no'),
};

const batteryParts = (plate: Plate<keyof typeof batteryFields>): Part[] => [
  ...(['+', '-'] as const).map(
    (mark): Source => ({
      kind: 'source',
      id: mark,
      a: mark,
      b: '#origin',
      phaseDeg: 0,
      role: 'battery',
      volts: mark === '-' ? 0 : plate.number('volts'),
      hz: 0,
      ohms: plate.certain('legOhms'),
      reactanceOhms: 0,
      isGuess: !plate.isRead('legOhms'),
    }),
  ),
  ...(plate.text('bonded') === 'yes' ? [{ kind: 'join', id: 'bond', a: '-', b: EARTH, ohms: BOND_OHMS } as const] : []),
];

const industrialFields = {
  primaryV: field.number('Primary', 'V', 12, 700),
  va: field.number('Rating', 'VA', 5, 2000),
  regulation: field.typical('Regulation', '%', 7, 'common practice', 3.1, 20),
  bonded: field.choice('Secondary bonded', ['X2', 'X1', 'none'], 'X2'),
};

type Winding = readonly [high: string, low: string];

/** Any volts to any volts, with one primary or two alike. */
const anyTransformer = (title: string, [first, second]: readonly [Winding, Winding?], primaryWords: string, source: string) =>
  define({
    title,
    letter: 'T',
    group: 'supply',
    terminals: [...first, ...(second ?? []), 'X1', 'X2'],
    inputs: [],
    fields: {
      ...industrialFields,
      primaryV: field.number(primaryWords, 'V', 12, 700),
      secondaryV: field.number('Secondary', 'V', 5, 480),
    },
    parts: (plate) => {
      const [primaryV, secondaryV] = [plate.number('primaryV'), plate.number('secondaryV')];
      const taps = ([high, low]: Winding, volts: number) => [
        { mark: low, volts: 0 },
        { mark: high, volts },
      ];
      return [
        {
          kind: 'transformer',
          id: 'windings',
          core: '#core',
          style: 'industrial',
          regulation: plate.certain('regulation') / 100,
          va: primaryV === undefined || secondaryV === undefined ? undefined : plate.number('va'),
          primary: taps(first, primaryV ?? 230),
          ...(second ? { twin: taps(second, primaryV ?? 230) } : {}),
          secondary: taps(['X1', 'X2'], secondaryV ?? 24),
        },
        ...secondaryBond(plate),
      ];
    },
    source,
  });

export const supplies = {
  'supply-1ph': supply('Supply, line and neutral', 'one phase', ['L', 'N'], 'Line to neutral', (plate) => [
    leg(plate, 'L', 1, 0),
    ...neutralAndBond(plate),
  ]),
  'supply-split-phase': supply('Supply, split phase', 'split phase', ['L1', 'L2', 'N'], 'Leg to leg', (plate) => [
    leg(plate, 'L1', 0.5, 0),
    leg(plate, 'L2', 0.5, 180),
    ...neutralAndBond(plate),
  ]),
  'supply-3ph-wye': supply('Supply, three phases and neutral', 'star', ['L1', 'L2', 'L3', 'N'], 'Phase to phase', (plate) => [
    leg(plate, 'L1', 1 / Math.sqrt(3), 0),
    leg(plate, 'L2', 1 / Math.sqrt(3), -120),
    leg(plate, 'L3', 1 / Math.sqrt(3), 120),
    ...neutralAndBond(plate),
  ]),
  'dc-supply-module': define({
    title: 'DC supply module',
    letter: 'G',
    group: 'supply',
    terminals: ['L', 'N', '+', '-'],
    inputs: [],
    fields: {
      inputV: field.number('Input', 'V', 1, 600),
      inputVa: field.typical('Input at light load', 'VA', 10),
      outputV: field.number('Output', 'V', 1, 300),
      outputA: field.rating('Output, at most', 'A', 0.01, 1000),
      outputOhms: field.typical('Output resistance', 'Ω', 0.05),
      bonded: field.choice('0 V bonded to earth', ['yes', 'no'], 'yes'),
    },
    parts: (plate) => [
      {
        kind: 'load',
        id: 'input',
        use: 'module',
        a: 'L',
        b: 'N',
        ratedV: plate.number('inputV'),
        va: plate.certain('inputVa'),
        pf: 0.6,
        passesDc: false,
      },
      {
        kind: 'dc-output',
        id: 'output',
        a: '+',
        b: '-',
        volts: plate.number('outputV'),
        ohms: plate.certain('outputOhms'),
        fedBy: ['L', 'N'],
        fedV: plate.number('inputV'),
        print: { amps: plate.number('outputA') },
      },
      ...(plate.text('bonded') === 'yes' ? ([{ kind: 'join', id: 'bond', a: '-', b: EARTH, ohms: BOND_OHMS }] as const) : []),
    ],
    source: 'common practice',
  }),
  'control-transformer-24': define({
    title: 'Control transformer, 24 V',
    is: { secondaryV: 24 },
    letter: 'T',
    group: 'supply',
    terminals: ['COM', '120', '208', '240', 'R', 'C'],
    inputs: [],
    fields: {
      va: field.number('Rating', 'VA', 5, 200),
      bonded: field.choice('Secondary bonded', ['C', 'R', 'none'], 'C'),
    },
    parts: (plate) => [
      {
        kind: 'transformer',
        id: 'windings',
        core: '#core',
        style: 'class-2',
        regulation: 0,
        va: plate.number('va'),
        primary: [
          { mark: 'COM', volts: 0 },
          { mark: '120', volts: 120 },
          { mark: '208', volts: 208 },
          { mark: '240', volts: 240 },
        ],
        secondary: [
          { mark: 'C', volts: 0 },
          { mark: 'R', volts: 24 },
        ],
      },
      ...secondaryBond(plate),
    ],
    source: 'regulation fitted so that a rated resistive load gives 24.0 V: common practice',
  }),
  battery: define({
    title: 'Battery',
    letter: 'G',
    group: 'supply',
    terminals: ['+', '-'],
    inputs: [],
    fields: batteryFields,
    parts: (plate) => batteryParts(plate),
    source: '12 V of 7 Ah about 25 mΩ: common practice',
  }),
  'battery-charger': define({
    title: 'Battery with its charger',
    letter: 'G',
    group: 'supply',
    terminals: ['L', 'N', '+', '-'],
    inputs: [],
    fields: {
      ...batteryFields,
      inputV: field.number('Charger input', 'V', 1, 600),
      inputVa: field.typical('Charger input at light load', 'VA', 10),
    },
    parts: (plate) => [
      {
        kind: 'load',
        id: 'input',
        use: 'module',
        a: 'L',
        b: 'N',
        ratedV: plate.number('inputV'),
        va: plate.certain('inputVa'),
        pf: 0.6,
        passesDc: false,
      },
      ...batteryParts(plate),
    ],
    source: 'its volts stay when the mains are lost; how long, its charge says: common practice',
  }),
  'control-transformer-24-line': define({
    title: 'Control transformer, 24 V, for 208 to 480 V',
    is: { secondaryV: 24 },
    letter: 'T',
    group: 'supply',
    terminals: ['COM', '208', '240', '277', '480', 'R', 'C'],
    inputs: [],
    fields: { va: field.number('Rating', 'VA', 5, 200), bonded: field.choice('Secondary bonded', ['C', 'R', 'none'], 'C') },
    parts: (plate) => [
      {
        kind: 'transformer',
        id: 'windings',
        core: '#core',
        style: 'class-2',
        regulation: 0,
        va: plate.number('va'),
        primary: ['COM', '208', '240', '277', '480'].map((mark) => ({ mark, volts: mark === 'COM' ? 0 : Number(mark) })),
        secondary: [
          { mark: 'C', volts: 0 },
          { mark: 'R', volts: 24 },
        ],
      },
      ...secondaryBond(plate),
    ],
    source: 'taps as usual for a unit on 208 to 480 V: common practice',
  }),
  'control-transformer': anyTransformer(
    'Control transformer, any volts',
    [['H1', 'H2']],
    'Primary',
    'no-load rise 3 to 8 %: common practice',
  ),
  'control-transformer-dual': anyTransformer(
    'Control transformer, two primaries',
    [
      ['H1', 'H2'],
      ['H3', 'H4'],
    ],
    'Each primary',
    'high volts: H2 and H3 joined; low volts: H1 with H3 and H2 with H4: NEMA ST 1, from memory',
  ),
  'signal-transformer': define({
    title: 'Signal transformer, three taps',
    letter: 'T',
    group: 'supply',
    terminals: ['L', 'N', '24', '12', '2.5', 'C'],
    inputs: [],
    fields: {
      primaryV: field.number('Primary', 'V', 100, 300),
      va: field.number('Rating', 'VA', 5, 100),
      bonded: field.choice('Secondary bonded', ['C', 'none'], 'none'),
    },
    parts: (plate) => [
      {
        kind: 'transformer',
        id: 'windings',
        core: '#core',
        style: 'class-2',
        regulation: 0,
        va: plate.number('primaryV') === undefined ? undefined : plate.number('va'),
        primary: [
          { mark: 'N', volts: 0 },
          { mark: 'L', volts: plate.number('primaryV') ?? 230 },
        ],
        secondary: [
          { mark: 'C', volts: 0 },
          { mark: '2.5', volts: 2.5, copper: 0.3 },
          { mark: '12', volts: 12, copper: 0.7 },
          { mark: '24', volts: 24, copper: 1 },
        ],
      },
      ...secondaryBond(plate),
    ],
    source: 'ohms do not go by the volts of the taps, the wire gauge differs: common practice',
  }),
  'control-transformer-120': define({
    title: 'Control transformer, 120 V',
    is: { secondaryV: 120 },
    letter: 'T',
    group: 'supply',
    terminals: ['H1', 'H4', 'X1', 'X2'],
    inputs: [],
    fields: {
      primaryV: field.number('Primary', 'V', 100, 700),
      va: field.number('Rating', 'VA', 25, 1000),
      regulation: field.typical('Regulation', '%', 7, 'common practice', 3.1, 20),
      bonded: field.choice('Secondary bonded', ['X2', 'X1', 'none'], 'X2'),
    },
    parts: (plate) => [
      {
        kind: 'transformer',
        id: 'windings',
        core: '#core',
        style: 'industrial',
        regulation: plate.certain('regulation') / 100,
        va: plate.number('primaryV') === undefined ? undefined : plate.number('va'),
        primary: [
          { mark: 'H4', volts: 0 },
          { mark: 'H1', volts: plate.number('primaryV') ?? 480 },
        ],
        secondary: [
          { mark: 'X2', volts: 0 },
          { mark: 'X1', volts: 120 },
        ],
      },
      ...secondaryBond(plate),
    ],
    source: 'no-load rise 3 to 8 %: common practice',
  }),
};

function secondaryBond(plate: Plate<'bonded'>): Part[] {
  const side = plate.text('bonded');
  return side && side !== 'none' ? [{ kind: 'join', id: 'bond', a: side, b: EARTH, ohms: BOND_OHMS }] : [];
}
