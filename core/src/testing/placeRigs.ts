import type { Circuit } from '#core/circuit';
import { type FamilyName, familyList } from '#core/devices';
import { plateOf, type Wire } from './contactRigs';
import { line, rigged } from './rigged';

/** A load on the volts that it is made for. */
export function loadRig(name: string): Circuit {
  const marks = familyList.find(([one]) => one === name)![1].terminals;
  const ends3 = [
    ['U', 'V', 'W'],
    ['U1', 'V1', 'W1'],
    ['1U', '1V', '1W'],
  ].find(([first]) => marks.includes(first!));
  const is3 = ends3 !== undefined;
  const volts = is3 ? 208 : 120;
  return rigged(
    {
      G1: is3 ? ['supply-3ph-wye', { volts, hz: '60' }] : line(120),
      X: [name as FamilyName, plateOf(name, { volts, inputV: 120, outputV: 24, outputA: 1 })],
      Y: ['lamp', { volts: 24, watts: 5 }],
    },
    is3
      ? [
          ...ends3.map((mark, index): Wire => [`G1:L${index + 1}`, `X:${mark}`]),
          // six leads: in delta
          ...(marks.includes('W2')
            ? ([
                ['X:U1', 'X:W2'],
                ['X:V1', 'X:U2'],
                ['X:W1', 'X:V2'],
              ] as Wire[])
            : []),
        ]
      : [
          ['G1:L', `X:${marks[0]}`],
          [`X:${marks[1]}`, 'G1:N'],
          ...(name === 'dc-supply-module'
            ? ([
                ['X:+', 'Y:1'],
                ['Y:2', 'X:-'],
              ] as Wire[])
            : []),
        ],
  );
}

/** A motor on direct current. */
export const directMotorRig = (name: string): Circuit =>
  rigged(
    {
      G1: ['battery', { volts: 120, legOhms: 0.01 }],
      F1: ['fuse-1', { ratingA: 10, curve: 'na-time-delay-motor', mostV: 250, dcV: 250, breaksA: 50_000 }],
      X: [name as FamilyName, { volts: 120, runA: 4, lockedA: 24 }],
    },
    [
      ['G1:+', 'F1:1'],
      ['F1:2', 'X:A1'],
      ['X:A2', 'G1:-'],
    ],
  );

/** What joins the halves of a motor's windings for the volts of its plate. */
const HALVES: readonly Wire[] = [
  ['X:T4', 'X:T7'],
  ['X:T5', 'X:T8'],
  ['X:T6', 'X:T9'],
];
export const LINKS: Readonly<Record<string, readonly Wire[]>> = {
  'motor-9-lead-wye': HALVES,
  'motor-9-lead-delta': HALVES,
  'motor-12-lead': [...HALVES, ['X:T10', 'X:T2'], ['X:T11', 'X:T3'], ['X:T12', 'X:T1']],
};

/** A motor behind an overload that its service factor allows. */
export function overloadedRig(name: string): Circuit {
  const { terminals, fields } = familyList.find(([one]) => one === name)![1];
  const marks = terminals.filter((mark) => mark !== 'PE').slice(0, 3);
  return rigged(
    {
      G1: ['supply-3ph-wye', { volts: 208, hz: '60', faultA: 5000 }],
      OL: ['overload-relay', { settingA: 7.2, mostV: 300 }],
      X: [name as FamilyName, { volts: 208, runA: 6, lockedA: 36, serviceFactor: 1.15, ...('lowA' in fields ? { lowA: 6 } : {}) }],
    },
    [
      ...marks.flatMap((mark, index): Wire[] => [
        [`G1:L${index + 1}`, `OL:L${index + 1}`],
        [`OL:T${index + 1}`, `X:${mark}`],
      ]),
      ...(LINKS[name] ?? []),
      ...(terminals.includes('W2')
        ? ([
            ['X:U1', 'X:W2'],
            ['X:V1', 'X:U2'],
            ['X:W1', 'X:V2'],
          ] as Wire[])
        : []),
    ],
  );
}

/** A two-wire timer before a coil, on 120 V. */
export const timerRig = (): Circuit =>
  rigged(
    {
      G1: line(120),
      S9: ['switch-1', { form: 'NO' }],
      X: ['on-delay-two-wire', { delayS: 1, ratedV: 120, offOhms: 60_000 }],
      K: ['contactor-1', { coilKind: 'AC', coilV: 120, coilHz: '60', inrushVa: 60, sealedVa: 8 }],
    },
    [
      ['G1:L', 'S9:1'],
      ['S9:2', 'X:1'],
      ['X:2', 'K:A1'],
      ['K:A2', 'G1:N'],
    ],
  );

/** A fuse, a breaker or an overload before a motor, its supply read. */
export function guardRig(name: string): Circuit {
  const isFuse = name.startsWith('fuse');
  const poles = name.endsWith('1') ? 1 : name.endsWith('2') ? 2 : 3;
  const ends = (n: number): [string, string] => (isFuse ? [`X:${2 * n + 1}`, `X:${2 * n + 2}`] : [`X:L${n + 1}`, `X:T${n + 1}`]);
  const plate = { ratingA: 15, settingA: 6.2, mostV: 300, breaksA: 10_000, curve: isFuse ? 'na-time-delay-control' : 'breaker-na' };
  const own = plateOf(name, plate);
  return rigged(
    {
      G1: ['supply-3ph-wye', { volts: 208, hz: '60', faultA: 5000 }],
      X: [name as FamilyName, own],
      M:
        poles === 3
          ? ['motor-3ph', { volts: 208, runA: 6, lockedA: 36, serviceFactor: 1 }]
          : name.startsWith('overload')
            ? ['motor-1ph', { volts: 208, runA: 6, lockedA: 36, serviceFactor: 1 }]
            : ['heater', { volts: 208, watts: 1200 }],
    },
    poles === 3
      ? [0, 1, 2].flatMap((n): Wire[] => [
          [`G1:L${n + 1}`, ends(n)[0]],
          [ends(n)[1], `M:${'UVW'[n]}`],
        ])
      : [
          ['G1:L1', ends(0)[0]],
          [ends(0)[1], 'M:1'],
          ...(poles === 2
            ? ([
                ['G1:L2', ends(1)[0]],
                [ends(1)[1], 'M:2'],
              ] as Wire[])
            : ([['M:2', 'G1:L2']] as Wire[])),
        ],
  );
}

/** A fuse or a breaker on 48 V DC. */
export function directRig(name: string): Circuit {
  const { fields } = familyList.find(([one]) => one === name)![1];
  const [inn, out] = name.startsWith('fuse') ? ['1', '2'] : ['L1', 'T1'];
  return rigged(
    {
      G1: line(120),
      G2: ['dc-supply-module', { inputV: 120, outputV: 48, bonded: 'no' }],
      X: [
        name as FamilyName,
        {
          ...('ratedV' in fields ? { ratedV: 120 } : {}),
          ratingA: 2,
          curve: name.startsWith('fuse') ? 'na-time-delay-control' : 'breaker-na',
          mostV: 250,
          dcV: 60,
          breaksA: 10_000,
        },
      ],
      Y: ['heater', { volts: 48, watts: 24 }],
    },
    [
      ['G1:L', 'G2:L'],
      ['G1:N', 'G2:N'],
      ...(name.endsWith('undervoltage')
        ? ([
            ['G1:L', 'X:D1'],
            ['G1:N', 'X:D2'],
          ] as Wire[])
        : []),
      ['G2:+', `X:${inn}`],
      [`X:${out}`, 'Y:1'],
      ['Y:2', 'G2:-'],
    ],
  );
}

/** The supply under test feeds a breaker and a heater. */
export function supplyRig(name: string): Circuit {
  const [hot, back] = name === 'battery' ? ['+', '-'] : name === 'supply-1ph' ? ['L', 'N'] : ['L1', 'L2'];
  const volts = name === 'battery' ? 12 : name === 'supply-3ph-wye' ? 208 : 240;
  return rigged(
    {
      X: [name as FamilyName, plateOf(name, { volts, hz: '60', faultA: 5000 })],
      F1: ['breaker-2', { ratingA: 15, mostV: 240, dcV: 60, breaksA: 10_000 }],
      Y: ['heater', { volts, watts: 1200 }],
    },
    [
      [`X:${hot}`, 'F1:L1'],
      [`X:${back}`, 'F1:L2'],
      ['F1:T1', 'Y:1'],
      ['F1:T2', 'Y:2'],
    ],
  );
}

/** The transformer under test feeds a lamp through a fuse. */
export function transformerRig(name: string): Circuit {
  const volts = name === 'control-transformer-120' ? 120 : 24;
  const ends = {
    'control-transformer-24': ['120', 'COM', 'R', 'C'],
    'signal-transformer': ['L', 'N', '24', 'C'],
    'control-transformer-24-line': ['208', 'COM', 'R', 'C'],
    'control-transformer-120': ['H1', 'H4', 'X1', 'X2'],
    'control-transformer': ['H1', 'H2', 'X1', 'X2'],
    'control-transformer-dual': ['H1', 'H2', 'X1', 'X2'],
  }[name]!;
  const lineV = name === 'signal-transformer' ? 230 : name === 'control-transformer-24-line' ? 208 : 120;
  return rigged(
    {
      G1: line(lineV),
      X: [name as FamilyName, plateOf(name, { va: 50, primaryV: lineV, secondaryV: volts, bonded: 'none' })],
      F1: ['fuse-1', { ratingA: volts === 24 ? 2 : 0.5, mostV: 250 }],
      Y: ['lamp', { volts, watts: 20 }],
    },
    [
      ['G1:L', `X:${ends[0]}`],
      ['G1:N', `X:${ends[1]}`],
      // the low volts of two primaries
      ...(name === 'control-transformer-dual'
        ? ([
            ['X:H1', 'X:H3'],
            ['X:H2', 'X:H4'],
          ] as Wire[])
        : []),
      [`X:${ends[2]}`, 'F1:1'],
      ['F1:2', 'Y:1'],
      ['Y:2', `X:${ends[3]}`],
    ],
  );
}

/** A heater and its blower on a fan timer. */
export const fanRig = (): Circuit =>
  rigged(
    {
      G1: line(120),
      T9: ['control-transformer-24', { va: 40, bonded: 'none' }],
      S8: ['switch-1', { form: 'NO' }],
      X: ['fan-timer', { onDelayS: 5, offDelayS: 60, motorA: 10, lockedA: 60, mostV: 250 }],
      K9: ['contactor-1', { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 20, sealedVa: 6, resistiveA: 30, mostV: 250 }],
      M: ['motor-1ph', { volts: 120, runA: 4 }],
      E: ['heater', { volts: 120, watts: 500 }],
    },
    [
      ['G1:L', 'T9:120'],
      ['G1:N', 'T9:COM'],
      ['S8:2', 'K9:A1'],
      ['K9:A2', 'T9:C'],
      ['T9:R', 'X:R'],
      ['X:C', 'T9:C'],
      ['T9:R', 'S8:1'],
      ['S8:2', 'X:W'],
      ['G1:L', 'X:COM'],
      ['X:NO', 'M:1'],
      ['M:2', 'G1:N'],
      ['G1:L', 'K9:L1'],
      ['K9:T1', 'E:1'],
      ['E:2', 'G1:N'],
    ],
  );

/** A strip between a supply and a heater. */
export const jointRig = (name: string): Circuit => {
  const { terminals } = familyList.find(([one]) => one === name)![1];
  const mark = terminals[0];
  // the other half of a plug
  const out = name.startsWith('plug') ? '1s' : mark;
  return rigged({ G1: line(120), X: [name as FamilyName, { mostV: 250, carryA: 20 }], Y: ['heater', { volts: 120, watts: 600 }] }, [
    ['G1:L', `X:${mark}`],
    [`X:${out}`, 'Y:1'],
    ['Y:2', 'G1:N'],
  ]);
};
