import { describe, expect, it } from 'vitest';
import { type Circuit, type FieldFacts, processIdSchema } from '#core/circuit';
import { claimLines, claimOf, type FamilyName, type FieldName, familyList, partsOf } from '#core/devices';
import { explore } from '#core/explore';
import type { Contact, Part } from '#core/kinds';
import { edited, set } from '../testing/edits';
import { PLACED, PLACED_ON_DC } from '../testing/placed';
import { line, rigged } from '../testing/rigged';
import { checkStudy, type Finding, RULE_IDS, studyOf } from './index';

type Plate = Record<string, number | string>;
type Wire = readonly [string, string, number?, string?];

/** What stands behind a contact so that a figure of it is asked for, and the volts of the line there. */
interface Asked {
  readonly load: readonly [family: 'motor-1ph' | 'heater' | 'contactor-3-aux' | 'lamp-row' | 'plc-input', plate: Plate];
  readonly volts: number;
  readonly isDc?: boolean;
  /** what the contact has printed while all is well */
  readonly print: Plate;
}

const motor = (volts: number): Asked['load'] => ['motor-1ph', { volts, runA: 6, lockedA: 36 }];
const heater = (volts: number): Asked['load'] => ['heater', { volts, watts: volts * 4 }];
const coil120 = { coilKind: 'AC', coilV: 120, coilHz: '60', inrushVa: 2600, sealedVa: 300 };
const coilLoad: Asked['load'] = ['contactor-3-aux', coil120];
const lamps: Asked['load'] = ['lamp-row', { volts: 120, watts: 40, count: 10 }];
const direct = (watts: number): Asked['load'] => ['heater', { volts: 48, watts }];

/** For each figure of a contact the load that asks for it, and what else must be printed so that nothing else is wanting. */
const CONTACT_RIGS: { readonly [F in FieldName]?: Asked } = {
  motorA: { load: motor(120), volts: 120, print: { motorA: 8, lockedA: 48, mostV: 250 } },
  lockedA: { load: motor(120), volts: 120, print: { motorA: 8, lockedA: 48, mostV: 250 } },
  motorNcA: { load: motor(120), volts: 120, print: { motorNcA: 8, lockedNcA: 48, mostV: 250 } },
  lockedNcA: { load: motor(120), volts: 120, print: { motorNcA: 8, lockedNcA: 48, mostV: 250 } },
  ac3A: { load: motor(120), volts: 120, print: { ac3A: 9, mostV: 250 } },
  hp120: { load: motor(120), volts: 120, print: { hp120: 0.5, mostV: 250 } },
  hp240: { load: motor(240), volts: 240, print: { hp240: 1, mostV: 250 } },
  resistiveA: { load: heater(120), volts: 120, print: { resistiveA: 10, mostV: 250 } },
  resistiveNcA: { load: heater(120), volts: 120, print: { resistiveNcA: 10, mostV: 250 } },
  endSwitchA: { load: coilLoad, volts: 120, print: { endSwitchA: 30, mostV: 250 } },
  mostV: { load: heater(120), volts: 120, print: { resistiveA: 10, carryA: 10, makeA: 10, mostV: 250, endSwitchA: 10 } },
  baseA: { load: heater(120), volts: 120, print: { resistiveA: 10, mostV: 250, baseA: 8 } },
  baseV: { load: heater(120), volts: 120, print: { resistiveA: 10, mostV: 250, baseV: 250 } },
  carryA: { load: heater(120), volts: 120, print: { carryA: 10, makeA: 20, mostV: 250 } },
  makeA: { load: coilLoad, volts: 120, print: { carryA: 10, makeA: 30, mostV: 250, endSwitchA: 10 } },
  pilotCode: { load: coilLoad, volts: 120, print: { pilotCode: 'B300' } },
  auxiliaryCode: { load: coilLoad, volts: 120, print: { auxiliaryCode: 'A600' } },
  ac15A: { load: coilLoad, volts: 120, print: { ac15A: 3, mostV: 250 } },
  lampA: { load: lamps, volts: 120, print: { lampA: 10, mostV: 250 } },
  peakA: { load: lamps, volts: 120, print: { lampA: 10, peakA: 200, mostV: 250 } },
  dcA: { load: direct(24), volts: 48, isDc: true, print: { dcA: 2, dcV: 60 } },
  dcV: { load: direct(24), volts: 48, isDc: true, print: { dcA: 2, dcV: 60 } },
  dcCode: { load: ['contactor-3-aux', { coilKind: 'DC', coilV: 48, sealedVa: 40 }], volts: 48, isDc: true, print: { dcCode: 'Q300' } },
  leastMa: {
    load: ['plc-input', { inputMa: 7 }],
    volts: 24,
    isDc: true,
    print: { resistiveA: 8, pilotCode: 'B300', leastMa: 1, surface: 'gold' },
  },
  surface: { load: ['plc-input', { inputMa: 7 }], volts: 24, isDc: true, print: { resistiveA: 8, pilotCode: 'B300', surface: 'gold' } },
};

const coil24: Asked['load'] = ['contactor-3-aux', { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 30, sealedVa: 15 }];
/** A thermostat switches what its own 24 V feed. */
const AT_24_V: typeof CONTACT_RIGS = {
  carryA: { load: coil24, volts: 24, print: { carryA: 1, makeA: 2 } },
  makeA: { load: coil24, volts: 24, print: { carryA: 1, makeA: 2 } },
  mostV: { load: coil24, volts: 24, print: { carryA: 1, makeA: 2, mostV: 30 } },
};
/** A thermostat with a common of its own. */
const isOn24 = (name: string): boolean => ['thermostat-powered', 'thermostat-2-2', 'thermostat-heat-pump'].includes(name);
/** A board whose relays switch its own 24 V. */
const isBoardOn24 = (name: string): boolean => name === 'zone-board-2' || name === 'economizer-board';
const ON_24_V_DC: typeof CONTACT_RIGS = Object.fromEntries(
  (['carryA', 'makeA', 'mostV'] as const).map((field) => [
    field,
    { load: ['heater', { volts: 24, watts: 10 }], volts: 24, isDc: true, print: { carryA: 0.6, makeA: 1, mostV: 30 } } satisfies Asked,
  ]),
);

/** What a field is made too little by, and for the others a figure of one. */
const TOO_LITTLE: { readonly [F in FieldName]?: number | string } = {
  mostV: 48,
  baseV: 48,
  poleV: 48,
  dcV: 24,
  leastMa: 100,
  surface: 'power',
  hp120: 1 / 6,
  hp240: 1 / 4,
  lockedA: 12,
  lockedNcA: 12,
  pilotCode: 'C300',
  auxiliaryCode: 'C300',
  dcCode: 'R300',
  peakA: 20,
  breaksA: 10,
  makeA: 1.2,
  lampA: 2,
  dcA: 0.3,
  ratingA: 0.5,
  settingA: 30,
  va: 2,
  faultA: 300_000,
  onDelayS: 45,
  offDelayS: 5,
  base: 'print',
  pins: 'print',
  coilV: 24,
  coilKind: 'DC',
  coilHz: '50',
  coilHighV: 101,
  coilDualV: 24,
  coilHalves: 'series',
  coilOtherV: 24,
  coilDuty: 'pulse',
  volts: 48,
  ratedV: 24,
  motorV: 24,
  inputV: 24,
  primaryV: 480,
  serviceFactor: 1,
};

const PLATES: Plate = {
  ...coil120,
  inrushVa: 20,
  sealedVa: 6,
  delayS: 1,
  onDelayS: 5,
  offDelayS: 60,
  ratedV: 120,
  motorV: 120,
  inputV: 120,
  outputV: 24,
  primaryV: 120,
  runA: 4,
  lowA: 4,
  watts: 480,
  volts: 120,
  count: 1,
  hz: '60',
  ratingA: 15,
  settingA: 4.2,
  carryA: 20,
  resistiveA: 10,
  bearsW: 25,
  coilDuty: 'continuous',
};

const BARE = ['resistiveA', 'carryA'];

/** A family's plate with what it cannot do without, and what the place asks for. */
const plateOf = (name: string, print: Plate): Plate => {
  const { fields } = familyList.find(([one]) => one === name)![1];
  const needed = Object.entries(fields).flatMap(([field, facts]) =>
    facts.typical === undefined && !facts.optional && PLATES[field] !== undefined && !BARE.includes(field) ? [[field, PLATES[field]]] : [],
  );
  const own = Object.entries(print).filter(([field]) => Object.hasOwn(fields, field));
  return {
    ...Object.fromEntries(needed),
    ...(Object.hasOwn(fields, 'coilDuty') && fields.coilDuty!.typical ? { coilDuty: 'continuous' } : {}),
    ...Object.fromEntries(own),
  };
};

const partsIn = (name: string, plate: Plate): readonly Part[] =>
  partsOf(Object.values(rigged({ X: [name as FamilyName, plate] }, []).devices)[0]!);

/** Loops that a device feeds itself and that must be closed for it to run. */
const OWN_LOOPS: Readonly<Record<string, readonly [string, string]>> = {
  'level-relay': ['X:C', 'X:H'],
  'thermistor-relay': ['X:T1', 'X:T2'],
};
/** Such a loop closed for good; where its NC contact is asked, by a stop that opens it. */
const loopOf = (name: string, form: Contact['form']): Wire[] => {
  const loop = OWN_LOOPS[name];
  if (!loop || form === 'NO') return loop ? [loop] : [];
  return [
    [loop[0], 'S7:11'],
    ['S7:12', loop[1]],
  ];
};

/** Supplies that a part needs for itself: its coil, its electronics, its movement. */
function feeds(name: string, plate: Plate): Wire[] {
  return partsIn(name, plate).flatMap((part): Wire[] => {
    if (part.kind === 'monitor3') return part.ends.map((end, index): Wire => [`G4:L${index + 1}`, `X:${end}`]);
    const is24 = 'ratedV' in part && (part.ratedV ?? 120) <= 30;
    const [hot, back] = is24 ? ['T9:R', 'T9:C'] : ['G1:L', 'G1:N'];
    if (part.kind === 'floating')
      return [
        ['S9:2', `X:${part.opens}`],
        [`X:${part.common}`, back],
      ];
    if (part.kind === 'positioner')
      return [
        ['G9:+', `X:${part.supply}`],
        ['G9:+', `X:${part.signal}`],
        [`X:${part.common}`, 'G9:-'],
      ];
    if (!('a' in part) || !('b' in part)) return [];
    if (part.kind === 'step')
      return [
        ['S9:2', `X:${part.a}`],
        [`X:${part.b}`, 'G1:N'],
      ];
    if (part.kind === 'coil' && part.id !== 'reset' && part.id !== 'coil-24')
      return [
        ['S9:2', `X:${part.a}`],
        [`X:${part.b}`, 'G1:N'],
      ];
    if (part.kind === 'timer')
      return [
        ...(part.fedBy[0] === part.a ? [] : [[hot, `X:${part.fedBy[0]}`] as Wire]),
        [`X:${part.fedBy[1]}`, back],
        [is24 ? 'S8:2' : 'S9:2', `X:${part.a}`],
      ];
    if (part.kind === 'amp-relay')
      return [
        ['S9:2', `X:${part.a}`],
        [`X:${part.b}`, 'Z9:1'],
        ['Z9:2', 'G1:N'],
      ];
    if (part.kind === 'travel')
      return [
        ['S9:2', `X:${part.a}`],
        [`X:${part.b}`, back],
      ];
    if (
      (part.kind === 'controller' && !is24) ||
      part.kind === 'electronics' ||
      part.kind === 'safety' ||
      (part.kind === 'load' && part.use === 'module')
    )
      return [
        [hot, `X:${part.a}`],
        [`X:${part.b}`, back],
      ];
    if (part.kind === 'controller' && is24)
      return [
        ['G9:+', `X:${part.a}`],
        [`X:${part.b}`, 'G9:-'],
      ];
    return [];
  });
}

/** A plug-in relay in its own base. */
const baseOf = (name: string): Plate => {
  const pins = familyList.find(([one]) => one === name)![1].fields.pins?.typical?.value;
  return pins === undefined ? {} : { base: pins };
};

/** The device under test switches the load that asks for the field. */
function contactRig(name: string, field: FieldName): Circuit | undefined {
  const asked = (isOn24(name) ? AT_24_V : name === 'output-transistor' ? ON_24_V_DC : CONTACT_RIGS)[field];
  if (!asked) return undefined;
  const plate = plateOf(name, {
    ...asked.print,
    starts: 'automatic',
    ...baseOf(name),
    ...((name === 'photocell' || name === 'run-on-timer') && asked.isDc ? { ratedV: asked.volts } : {}),
  });
  const parts = partsIn(name, plate);
  const wants: Contact['form'] = field.includes('Nc') ? 'NC' : 'NO';
  const all = parts.filter((part): part is Contact => part.kind === 'contact' && !`${part.a}${part.b}`.includes('#'));
  const isAux = field === 'auxiliaryCode' || (field === 'dcCode' && all.some(({ duty }) => duty === 'power'));
  const fit = all.filter(({ duty, ratings }) =>
    isAux
      ? ratings.surface === 'auxiliary'
      : all.every((one) => one.duty === 'control') || duty === 'power' || field === 'pilotCode' || field === 'dcCode',
  );
  // an overload's contact and a limit's rest closed
  const contact = name.startsWith('overload') || name === 'motor-breaker' ? fit[0] : (fit.find(({ form }) => form === wants) ?? fit[0]);
  if (!contact) return undefined;
  const [loadFamily, loadPlate] = asked.load;
  const ends = loadFamily === 'contactor-3-aux' ? ['A1', 'A2'] : loadFamily === 'plc-input' ? ['I0', 'M'] : ['1', '2'];
  const [hot, back] = asked.isDc
    ? ['G2:+', 'G2:-']
    : isOn24(name)
      ? ['T9:R', 'T9:C']
      : asked.volts === 240
        ? ['G3:L', 'G3:N']
        : ['G1:L', 'G1:N'];
  // a contact that switches its own supply has direct current when that is direct
  const shares = asked.isDc === true && feeds(name, plate).some(([, to]) => to === `X:${contact.a}`);
  const own = feeds(name, plate).map(
    ([from, to]): Wire => (shares ? [from === 'G1:L' ? 'G2:+' : from, to === 'G1:N' ? 'G2:-' : to] : [from, to]),
  );
  const logic: Wire[] =
    name === 'safety-relay'
      ? [
          ['X:S11', 'S7:11'],
          ['S7:12', 'X:S12'],
          ['X:S21', 'S7:21'],
          ['S7:22', 'X:S22'],
          ...(loadFamily === 'contactor-3-aux'
            ? ([
                ['X:S33', 'Y:21'],
                ['Y:22', 'X:S34'],
              ] as Wire[])
            : ([['X:S33', 'X:S34']] as Wire[])),
        ]
      : loopOf(name, wants);
  // an output that shares its own supply is fed by it
  const isOwnFed = own.some(([, to]) => to === `X:${contact.a}`);
  const made = rigged(
    {
      G1: ['supply-1ph', { volts: 120, hz: '60', legOhms: 0.01, legReactanceOhms: 0 }],
      G3: ['supply-1ph', { volts: 240, hz: '60', legOhms: 0.01, legReactanceOhms: 0 }],
      G2: ['dc-supply-module', { inputV: 120, outputV: asked.isDc ? asked.volts : 24, bonded: 'no' }],
      G4: ['supply-3ph-wye', { volts: 120, hz: '60' }],
      Z9: ['heater', { volts: 120, watts: 600 }],
      G9: ['dc-supply-module', { inputV: 120, outputV: 24, bonded: 'no' }],
      T9: ['control-transformer-24', { va: 100, bonded: 'none' }],
      S8: ['switch-1', { form: 'NO' }],
      S9: ['switch-1', { form: 'NO' }],
      S7: ['e-stop-2', {}],
      X: [name as FamilyName, plate],
      Y: [loadFamily, loadPlate],
    },
    [
      ['G1:L', 'G2:L'],
      ['G1:N', 'G2:N'],
      ['G1:L', 'G9:L'],
      ['G1:N', 'G9:N'],
      ['G1:L', 'T9:120'],
      ['G1:N', 'T9:COM'],
      ['T9:R', 'S8:1'],
      [shares ? 'G2:+' : 'G1:L', 'S9:1'],
      ...own,
      ...logic,
      ...(isOwnFed ? [] : [[hot!, `X:${contact.a}`] as Wire]),
      [`X:${contact.b}`, `Y:${ends[0]}`],
      [`Y:${ends[1]}`, back!],
    ],
  );
  const always = { scanMs: 10, rows: [{ when: [[{ name: 'I0', not: true }]], does: 'drives' as const, to: 'Q0' }] };
  return name.startsWith('controller') ? { ...made, programs: { dX: always } as Circuit['programs'] } : made;
}

/** Two phases on two poles of one relay: each breaks 277 V, and 480 V stand between them. */
const betweenRig = (name: string): Circuit => {
  const plate = plateOf(name, { resistiveA: 10, mostV: 300, poleV: 1000 });
  const own = feeds(name, plate);
  const [first, second] = [
    ...new Map(
      partsIn(name, plate).flatMap((part) => (part.kind === 'contact' && part.form === 'NO' ? [[part.a, part] as const] : [])),
    ).values(),
  ];
  const load = (volts: number): [FamilyName, Plate] => ['heater' as FamilyName, { volts, watts: 554 }];
  return rigged(
    {
      G1: line(120),
      G3: ['supply-3ph-wye', { volts: 480, hz: '60' }],
      S9: ['switch-1', { form: 'NO' }],
      X: [name as FamilyName, plate],
      Y: load(277),
      Z: load(277),
    },
    [
      ['G1:L', 'S9:1'],
      ...own,
      ['G3:L1', `X:${first!.a}`],
      [`X:${first!.b}`, 'Y:1'],
      ['Y:2', 'G3:N'],
      ...(second
        ? ([
            ['G3:L2', `X:${second.a}`],
            [`X:${second.b}`, 'Z:1'],
            ['Z:2', 'G3:N'],
          ] as Wire[])
        : []),
    ],
  );
};

/** A coil alone, called by a switch; what is printed on it besides, so that the field counts. */
const COIL_PLATES: { readonly [F in FieldName]?: Plate } = {
  coilHighV: { coilV: 100, coilHighV: 120 },
  coilDualV: { coilV: 240, coilDualV: 120, coilHalves: 'parallel' },
  coilHalves: { coilV: 240, coilDualV: 120, coilHalves: 'parallel' },
  coilOtherV: { coilHz: '50', coilV: 110, coilOtherV: 120 },
  coilPlus: { coilKind: 'DC', coilV: 24 },
};

function coilRig(name: string, field: FieldName): Circuit {
  const isDc = field === 'coilPlus';
  const bare = plateOf(name, { ...COIL_PLATES[field], coilDuty: 'continuous' });
  const coils = partsIn(name, bare).filter((part) => part.kind === 'coil');
  // of a pre-wired relay the lead for these volts, of a latching one the coil that sets it
  const used = coils.filter(({ id }) => id !== (isDc ? 'coil-120' : 'coil-24') && id !== 'reset');
  const plus = used[0]!.a;
  const plate = isDc ? { ...bare, coilPlus: plus } : bare;
  const [hot, back] = isDc ? ['G2:+', 'G2:-'] : ['G1:L', 'G1:N'];
  return rigged(
    {
      G1: line(120),
      G2: ['dc-supply-module', { inputV: 120, outputV: 24 }],
      S8: ['switch-1', { form: 'NO' }],
      S9: ['push-button', { form: 'NO' }],
      X: [name as FamilyName, plate],
    },
    [
      ['G1:L', 'G2:L'],
      ['G1:N', 'G2:N'],
      [hot!, 'S8:1'],
      [hot!, 'S9:1'],
      ...used.flatMap(({ a, b }, index): Wire[] => [
        [`S${index === 0 ? 8 : 9}:2`, `X:${a}`],
        [`X:${b}`, back!],
      ]),
    ],
  );
}

/** A load on the volts that it is made for. */
function loadRig(name: string): Circuit {
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
      X: [name as FamilyName, plateOf(name, { volts, inputV: 120, outputV: 24 })],
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
const directMotorRig = (name: string): Circuit =>
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
const LINKS: Readonly<Record<string, readonly Wire[]>> = {
  'motor-9-lead-wye': HALVES,
  'motor-9-lead-delta': HALVES,
  'motor-12-lead': [...HALVES, ['X:T10', 'X:T2'], ['X:T11', 'X:T3'], ['X:T12', 'X:T1']],
};

/** A motor behind an overload that its service factor allows. */
function overloadedRig(name: string): Circuit {
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
const timerRig = (): Circuit =>
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
function guardRig(name: string): Circuit {
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
function directRig(name: string): Circuit {
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
function supplyRig(name: string): Circuit {
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
function transformerRig(name: string): Circuit {
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
const fanRig = (): Circuit =>
  rigged(
    {
      G1: line(120),
      T9: ['control-transformer-24', { va: 40, bonded: 'none' }],
      S8: ['switch-1', { form: 'NO' }],
      X: ['fan-timer', { onDelayS: 5, offDelayS: 60, motorA: 10, lockedA: 60, mostV: 250 }],
      M: ['motor-1ph', { volts: 120, runA: 4 }],
      E: ['heater', { volts: 120, watts: 500 }],
    },
    [
      ['G1:L', 'T9:120'],
      ['G1:N', 'T9:COM'],
      ['T9:R', 'X:R'],
      ['X:C', 'T9:C'],
      ['T9:R', 'S8:1'],
      ['S8:2', 'X:W'],
      ['G1:L', 'X:COM'],
      ['X:NO', 'M:1'],
      ['M:2', 'G1:N'],
      ['G1:L', 'E:1'],
      ['E:2', 'G1:N'],
    ],
  );

/** A strip between a supply and a heater. */
const jointRig = (name: string): Circuit => {
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

const rigs = new Map<string, Circuit>();
/** One place serves every field of its part. */
function known(key: string, make: () => Circuit): Circuit {
  const there = rigs.get(key) ?? make();
  rigs.set(key, there);
  return there;
}

/** Placed with what it is made for elsewhere, a contact of it is asked like any other here. */
const isAskedPlainly = (name: string): boolean =>
  /^(time-clock|zone-valve-(5|heat)|defrost-clock|level-relay|thermistor-relay|jumper-bar|neutral-bar)/.test(name);

function rigFor(name: string, field: FieldName): Circuit | undefined {
  const { group } = familyList.find(([one]) => one === name)![1];
  const placed = field === 'dcCode' ? (PLACED_ON_DC[name as FamilyName] ?? PLACED[name as FamilyName]) : PLACED[name as FamilyName];
  if (
    placed &&
    !(name.startsWith('actuator') && field !== 'motorV') &&
    !isAskedPlainly(name) &&
    !(field === 'serviceFactor' && (name in LINKS || name === 'motor-two-speed')) &&
    !(name === 'relay-solid-state' && field !== 'ratedV') &&
    !(group === 'protection' && field === 'dcV')
  )
    return known(`${name} ${field === 'dcCode'}`, () => placed({}));
  if (group === 'joint') return jointRig(name);
  if (name.startsWith('supply-') || name === 'battery') return supplyRig(name);
  if (name.includes('transformer')) return transformerRig(name);
  if (field === 'poleV') return betweenRig(name);
  if (field === 'onDelayS' || field === 'offDelayS') return fanRig();
  if (field === 'dcV' && group === 'protection') return directRig(name);
  if (name === 'on-delay-two-wire') return timerRig();
  if (field.startsWith('coil')) return coilRig(name, field);
  if (field === 'serviceFactor') return overloadedRig(name);
  if (name === 'motor-dc') return directMotorRig(name);
  if (group === 'load' || name === 'dc-supply-module' || name === 'battery-charger') return loadRig(name);
  if (field === 'base' || field === 'pins' || field === 'ratedV' || field === 'motorV') return contactRig(name, 'mostV');
  if (group === 'protection' && !name.startsWith('isolator') && field !== 'pilotCode' && field !== 'dcCode') return guardRig(name);
  return contactRig(name, field);
}

const looked = new WeakMap<Circuit, Finding[]>();
/** What is found of the device under test; a rig is looked at once, however often it is asked about. */
function about(circuit: Circuit): Finding[] {
  const known = looked.get(circuit);
  if (known) return known;
  const found = checkStudy(studyOf(circuit, explore(circuit))).filter(({ devices }) =>
    devices.some((id) => circuit.devices[id]?.tag === 'X'),
  );
  looked.set(circuit, found);
  return found;
}

const isBad = ({ verdict }: Finding): boolean => verdict === 'danger' || verdict === 'block' || verdict === 'cannot-clear';

const pairs = familyList.flatMap(([family, { fields }]) => Object.keys(fields).map((field) => [family, field as FieldName] as const));
const claimed = (use: string) => pairs.filter(([family, field]) => claimOf(family, field).use === use);

/** The figure that is too little here: half of what a small output needs where the usual one would still do. */
const tooLittle = (family: string, field: FieldName, rig: Circuit): number | string => {
  if (field === 'coilPlus')
    return rig.devices.dX!.nameplate.coilPlus!.value === 'A1' ? 'A2' : otherEnd(family, String(rig.devices.dX!.nameplate.coilPlus!.value));
  if ((isOn24(family) || isBoardOn24(family) || family === 'output-transistor') && field !== 'mostV') return 0.1;
  if (isOn24(family) || isBoardOn24(family) || family === 'output-transistor') return 12;
  if (field === 'ratedV' && (family.startsWith('controller') || rig.devices.dX!.nameplate.ratedV?.value === TOO_LITTLE.ratedV)) return 12;
  if (
    family === 'diode-1' ||
    family === 'transmitter-volts' ||
    family === 'relay-solid-state' ||
    (family.startsWith('actuator') && field === 'motorV')
  )
    return field === 'ratedV' || field === 'motorV' ? 12 : (TOO_LITTLE[field] ?? 1);
  return TOO_LITTLE[field] ?? 1;
};
const otherEnd = (family: string, end: string): string =>
  familyList.find(([one]) => one === family)![1].fields.coilPlus!.choices!.find((one) => one !== end)!;

/** Findings that a change brings and that name the field. */
const brings = (rig: Circuit, field: FieldName, to: number | string | null): Finding[] => {
  const before = about(rig).map(({ id, verdict }) => `${id} ${verdict}`);
  return about(edited(rig, set('dX', field, to))).filter((one) => one.by.includes(field) && !before.includes(`${one.id} ${one.verdict}`));
};

/** A figure of a field other than the one that stands. */
const another = (facts: FieldFacts, now: number | string | undefined): number | string =>
  facts.kind === 'choice'
    ? [...facts.choices!].reverse().find((one) => one !== now)!
    : typeof now === 'number' && now !== 0
      ? now * 1.5
      : 3;

const factsOf = (family: string, field: FieldName): FieldFacts => familyList.find(([one]) => one === family)![1].fields[field]!;

/** Of the rows of one frame that have the same fields the first: they are one function, and differ by how many of a thing they have. */
const FRAMES = familyList
  .map(([family, { variant, fields }]) => [family, variant ? `${variant.of} ${Object.keys(fields).join(' ')}` : family] as const)
  .filter(([, frame], index, all) => all.findIndex(([, other]) => other === frame) === index)
  .map(([family]) => family);

describe('every field of every nameplate is judged, or what follows from it is', () => {
  it('every field has a claim, and most of those that limit are there', () => {
    expect(pairs.every(([family, field]) => claimOf(family, field) !== undefined)).toBe(true);
    expect(pairs.length).toBeGreaterThan(500);
    expect(claimLines().flatMap(({ families }) => families)).toHaveLength(pairs.length);
    const rules = claimLines().flatMap(({ claim }) => (claim.use === 'physics' ? [] : claim.rules));
    expect(rules.filter((rule) => !(RULE_IDS as readonly string[]).includes(rule))).toEqual([]);
    expect(claimed('limit').length).toBeGreaterThan(200);
  });

  // the two generated tests over all families and fields: too little is found and named, unread is not cleared
  describe.each(FRAMES.filter((family) => [...claimed('limit'), ...claimed('match')].some(([one]) => one === family)))('%s', (family) => {
    const own = [...claimed('limit'), ...claimed('match')].filter(([one]) => one === family).map(([, field]) => field);
    it.each(own)('%s', (field) => {
      const rig = rigFor(family, field)!;
      expect(
        about(rig)
          .filter(isBad)
          .map(({ id }) => id),
      ).toEqual([]);
      const low = brings(rig, field, tooLittle(family, field, rig));
      expect(low.map(({ verdict }) => verdict)).not.toEqual([]);
      const claim = claimOf(family, field);
      if (claim.use === 'physics' || claim.unread !== 'cannot-clear') return;
      expect(brings(rig, field, null).map(({ verdict }) => verdict)).toContain('cannot-clear');
      expect(claim.rules).toContain(low[0]!.rule);
    });
  });

  it.each(claimed('physics'))('%s: %s moves what the part is made of', (family, field) => {
    const plate = plateOf(family, { watts: 480, volts: 120 });
    const device = (more: Plate) => ({
      ...Object.values(rigged({ X: [family as FamilyName, { ...plate, ...more }] }, []).devices)[0]!,
      reads: processIdSchema.parse('vA'),
    });
    const facts = factsOf(family, field);
    const now = plate[field] ?? facts.typical?.value;
    expect(partsOf(device({ [field]: another(facts, now) }))).not.toEqual(partsOf(device(now === undefined ? {} : { [field]: now })));
  });

  it.each(pairs.filter(([family, field]) => !factsOf(family, field).typical && !factsOf(family, field).optional))(
    '%s is not cleared while nobody has read its %s',
    (family, field) => {
      const rig = rigFor(family, field) ?? rigFor(family, 'mostV')!;
      expect(
        about(edited(rig, set('dX', field, null)))
          .filter(({ verdict }) => verdict === 'cannot-clear')
          .flatMap(({ by }) => by),
      ).toContain(field);
    },
  );
});

it('every contact that may break direct current has a figure for it to be read', () => {
  const without = familyList.flatMap(([family, { fields }]) =>
    partsIn(family, plateOf(family, {})).some(
      (part) =>
        part.kind === 'contact' &&
        part.ratings.driver === undefined &&
        part.ratings.dcA === undefined &&
        !part.ratings.isWorkedDead &&
        !part.ratings.isStart,
    ) && !('dcA' in fields || 'dcCode' in fields)
      ? [family]
      : [],
  );
  // these outputs stand on their own 24 V alone, a three-screw valve and a defrost clock on the line of their motors, and thyristors on direct current never let go
  expect(without).toEqual([
    'thermostat-powered',
    'thermostat-2-2',
    'thermostat-heat-pump',
    'zone-valve-3-screw',
    'defrost-clock',
    'relay-solid-state',
  ]);
});
