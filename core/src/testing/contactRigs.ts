import type { Circuit } from '#core/circuit';
import { type FamilyName, type FieldName, familyList, partsOf } from '#core/devices';
import type { Contact, Part } from '#core/kinds';
import { line, rigged } from './rigged';

export type Plate = Record<string, number | string>;
export type Wire = readonly [string, string, number?, string?];

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
export const isOn24 = (name: string): boolean => /^thermostat-(powered|2-2|3-2|heat-pump(-2)?)$/.test(name);
/** A board whose relays switch its own 24 V. */
export const isBoardOn24 = (name: string): boolean => name === 'zone-board-2' || name === 'economizer-board';
const ON_24_V_DC: typeof CONTACT_RIGS = Object.fromEntries(
  (['carryA', 'makeA', 'mostV'] as const).map((field) => [
    field,
    { load: ['heater', { volts: 24, watts: 10 }], volts: 24, isDc: true, print: { carryA: 0.6, makeA: 1, mostV: 30 } } satisfies Asked,
  ]),
);

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
export const plateOf = (name: string, print: Plate): Plate => {
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

export const partsIn = (name: string, plate: Plate): readonly Part[] =>
  partsOf(Object.values(rigged({ X: [name as FamilyName, plate] }, []).devices)[0]!);

/** Loops that a device feeds itself and that must be closed for it to run. */
const OWN_LOOPS: Readonly<Record<string, readonly [string, string]>> = {
  'level-relay': ['X:C', 'X:H'],
  'thermistor-relay': ['X:T1', 'X:T2'],
};
/** Such a loop closed by what stays closed; where its NC contact is asked, by a stop that opens it. */
const loopOf = (name: string, form: Contact['form']): Wire[] => {
  const loop = OWN_LOOPS[name];
  if (!loop) return [];
  if (form === 'NO')
    return [
      [loop[0], 'Q9:L1'],
      ['Q9:T1', loop[1]],
    ];
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
export function contactRig(name: string, field: FieldName): Circuit | undefined {
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
      Q9: ['isolator-1', {}],
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
export const betweenRig = (name: string): Circuit => {
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

export function coilRig(name: string, field: FieldName): Circuit {
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
