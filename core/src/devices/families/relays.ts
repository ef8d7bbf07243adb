import type { Contact, PoleRatings } from '#core/kinds';
import { define, field, only, type Plate, variant } from '../family';
import { ARMATURE, coil, coilFields, DUTIES } from './coils';

/** A changeover: common, NC, NO. */
export const throwOf = (
  [common, nc, no]: readonly [string, string, string],
  duty: Contact['duty'],
  { no: ratings, nc: ncRatings }: { readonly no: PoleRatings; readonly nc: PoleRatings },
  mover: Contact['mover'] = ARMATURE,
  symbol: Contact['symbol'] = 'contact',
): Contact[] => [
  { kind: 'contact', id: `${common}-${nc}`, a: common, b: nc, form: 'NC', mover, duty, symbol, ratings: ncRatings },
  { kind: 'contact', id: `${common}-${no}`, a: common, b: no, form: 'NO', mover, duty, symbol, ratings },
];

const PILOT = [
  'A150',
  'A300',
  'A600',
  'B150',
  'B300',
  'B600',
  'C150',
  'C300',
  'C600',
  'D150',
  'D300',
  'E150',
  'R150',
  'R300',
  'Q300',
  'P300',
  'N300',
];

/** What is printed on the makes of a relay. */
export const makeFields = {
  motorA: field.rating('Motor, NO', 'A', 0.1, 200),
  lockedA: field.rating('Locked rotor, NO', 'A', 0.1, 2000),
  resistiveA: field.rating('Resistive, NO', 'A', 0.1, 200),
  hp120: field.rating('Motor at 120 V', 'hp', 0.01, 5),
  hp240: field.rating('Motor at 240 V', 'hp', 0.01, 10),
  pilotCode: field.mark('Pilot duty', PILOT),
  dcCode: field.dcCode(),
  ac15A: field.rating('AC-15', 'A', 0.1, 20),
  dcA: field.rating('On DC', 'A', 0.01, 60),
  dcV: field.rating('On DC, at', 'V', 1, 1000),
  mostV: field.rating('Rated volts', 'V', 1, 1000),
  leastMa: field.rating('Least load', 'mA', 0.001, 1000),
  surface: field.mark('Contact surface', ['relay', 'gold', 'power']),
};

/** The same of a changeover, whose break is printed apart. */
export const relayRatingFields = {
  ...makeFields,
  motorNcA: field.rating('Motor, NC', 'A', 0.1, 200),
  lockedNcA: field.rating('Locked rotor, NC', 'A', 0.1, 2000),
  resistiveNcA: field.rating('Resistive, NC', 'A', 0.1, 200),
};

/** A part of several poles may stand between several supplies. */
export const poleFields = { poleV: field.rating('Between poles', 'V', 1, 6000) };

/** The same as ratings of a contact. */
export const makeRatings = (plate: Plate<keyof typeof makeFields>): PoleRatings => ({
  ...shared(plate),
  motorA: plate.number('motorA'),
  lockedA: plate.number('lockedA'),
  resistiveA: plate.number('resistiveA'),
  hp120: plate.number('hp120'),
  hp240: plate.number('hp240'),
});

const shared = (plate: Plate<keyof typeof makeFields>): PoleRatings => ({
  pilotCode: plate.text('pilotCode'),
  dcCode: plate.text('dcCode'),
  ac15A: plate.number('ac15A'),
  dcA: plate.number('dcA'),
  dcV: plate.number('dcV'),
  mostV: plate.number('mostV'),
  leastMa: plate.number('leastMa'),
  surface: plate.text('surface') as PoleRatings['surface'],
});

/** The same as ratings of a NO and of a NC throw. */
export const relayRatings = (plate: Plate<keyof typeof relayRatingFields>): { no: PoleRatings; nc: PoleRatings } => ({
  no: makeRatings(plate),
  nc: {
    ...shared(plate),
    motorA: plate.number('motorNcA'),
    lockedA: plate.number('lockedNcA'),
    resistiveA: plate.number('resistiveNcA') ?? half(plate.number('resistiveA')),
  },
});

/** An NC throw is often rated about half of the NO one (common practice); used only while the NC figure is unknown. */
const half = (value: number | undefined) => (value === undefined ? undefined : value / 2);

const hvacRelay = (
  title: string,
  terminals: readonly string[],
  coilEnds: readonly [string, string],
  throws: readonly (readonly [string, string, string])[],
  source: string,
) =>
  define({
    title,
    letter: 'K',
    group: 'relay',
    terminals,
    inputs: [],
    source,
    fields: { ...coilFields(coilEnds, 9, 0.75, 4.5, 0.5), ...relayRatingFields, ...only(throws.length > 1, poleFields) },
    parts: (plate) => {
      const ratings = relayRatings(plate);
      return [
        coil(plate, coilEnds[0], coilEnds[1], { operateMs: 15, releaseMs: 12 }),
        ...throws.flatMap((one) => throwOf(one, 'control', ratings)),
      ];
    },
  });

/** Volts of a pre-wired relay are those of its leads: its plate has none to read. */
const { coilV, coilHighV, coilDualV, coilHalves, coilOtherV, ...leadFields } = coilFields(['C24', 'CC'], 9, 0.75, 4.5, 0.5);
const leadVolts = { coilV, coilHighV, coilDualV, coilHalves, coilOtherV };

/** A relay that plugs into a base; which base stands in the panel is a fact of its own. */
const plugIn = (
  [of, as]: readonly [of: string, as: string],
  base: string,
  coilEnds: readonly [string, string],
  throws: readonly (readonly [string, string, string])[],
  vas: readonly [number, number],
) =>
  define({
    ...variant(of, as),
    letter: 'K',
    group: 'relay',
    terminals: [...coilEnds, ...throws.flat()],
    inputs: [],
    source: 'pins as usual for this base; a print on the part or the base wins',
    fields: {
      ...coilFields(coilEnds, vas[0], 0.75, vas[1], 0.5),
      ...relayRatingFields,
      ...poleFields,
      base: field.mark('Base in the panel', BASES),
      baseA: field.unasked(field.rating('Base carries', 'A', 0.1, 100), 'a base is listed for its relay unless it is read'),
      baseV: field.unasked(field.rating('Base, rated volts', 'V', 1, 1000), 'a base is listed for its relay unless it is read'),
      pins: field.choice('Plugs into', BASES, base),
    },
    parts: (plate) => {
      const ratings = inBase(plate, relayRatings(plate));
      return [
        coil(plate, coilEnds[0], coilEnds[1], { operateMs: 15, releaseMs: 12 }),
        ...throws.flatMap((one) => throwOf(one, 'control', ratings)),
      ];
    },
  });

/** A base often carries less than the relay in it; one that is not read is listed for its relay. */
const inBase = (plate: Plate<'baseA' | 'baseV'>, { no, nc }: { readonly no: PoleRatings; readonly nc: PoleRatings }) => {
  const [carryA, baseV] = [plate.number('baseA'), plate.number('baseV')];
  const both = (one: PoleRatings): PoleRatings => ({
    ...one,
    ...(carryA === undefined ? {} : { carryA }),
    mostV: one.mostV === undefined || baseV === undefined ? one.mostV : Math.min(one.mostV, baseV),
  });
  return { no: both(no), nc: both(nc) };
};

/** Marks of EN 50005: the common ends in 1, its NC in 2, its NO in 4. */
const interfaceRelay = (as: string, places: readonly number[]) =>
  define({
    ...variant('Interface relay', as),
    letter: 'K',
    group: 'relay',
    terminals: ['A1', 'A2', ...places.flatMap((n) => [`${n}1`, `${n}2`, `${n}4`])],
    inputs: [],
    fields: { ...coilFields(['A1', 'A2'], 4, 0.75, 2.5, 0.5), ...relayRatingFields, ...only(places.length > 1, poleFields) },
    parts: (plate) => [
      coil(plate, 'A1', 'A2', { operateMs: 12, releaseMs: 10 }),
      ...places.flatMap((n) => throwOf([`${n}1`, `${n}2`, `${n}4`], 'control', relayRatings(plate))),
    ],
    source: 'terminal marks EN 50005; VA common practice',
  });

const BASES = ['8-pin', '11-pin', '8-blade', '14-blade', 'print'];

export const relays = {
  'relay-8-pin': plugIn(
    ['Plug-in relay', '8 pins, two changeover'],
    '8-pin',
    ['2', '7'],
    [
      ['1', '4', '3'],
      ['8', '5', '6'],
    ],
    [5, 2.7],
  ),
  'relay-11-pin': plugIn(
    ['Plug-in relay', '11 pins, three changeover'],
    '11-pin',
    ['2', '10'],
    [
      ['1', '4', '3'],
      ['6', '5', '7'],
      ['11', '8', '9'],
    ],
    [5, 2.7],
  ),
  'relay-8-blade': plugIn(
    ['Miniature relay', '8 blades, two changeover'],
    '8-blade',
    ['13', '14'],
    [
      ['9', '1', '5'],
      ['12', '4', '8'],
    ],
    [2, 1.3],
  ),
  'relay-14-blade': plugIn(
    ['Miniature relay', '14 blades, four changeover'],
    '14-blade',
    ['13', '14'],
    [
      ['9', '1', '5'],
      ['10', '2', '6'],
      ['11', '3', '7'],
      ['12', '4', '8'],
    ],
    [2, 1.3],
  ),
  'relay-multi-lead': define({
    title: 'Pre-wired relay, one coil common, a 24 V and a 120 V lead',
    letter: 'K',
    group: 'relay',
    terminals: ['CC', 'C24', 'C120', 'COM', 'NO', 'NC'],
    inputs: [],
    fields: { ...leadFields, ...only(false, leadVolts), ...relayRatingFields },
    parts: (plate) => {
      const speeds = { operateMs: 15, releaseMs: 12, plusFirst: 'C24' };
      const lead = (id: string, mark: string, ratedV: number) => ({
        ...coil(plate, mark, 'CC', speeds),
        id,
        ratedV,
        ratedHighV: ratedV,
        alsoAt: undefined,
      });
      return [
        lead('coil-24', 'C24', 24),
        lead('coil-120', 'C120', 120),
        ...throwOf(['COM', 'NC', 'NO'], 'control', relayRatings(plate), { parts: ['coil-24', 'coil-120'] }),
      ];
    },
    source: 'exactly one of the voltage leads is used, the other is capped: common practice',
    is: { oneCoilUsed: true },
  }),
  'relay-latching': define({
    title: 'Latching relay, set and reset coils',
    letter: 'K',
    group: 'relay',
    terminals: ['A1', 'A2', 'B1', 'B2', '11', '12', '14'],
    inputs: [
      {
        name: 'found',
        on: 'Push its lever to set',
        off: 'Push its lever to reset',
        state: 'found set',
        kind: 'maintained',
        puts: { part: 'set', on: 'in', off: 'out' },
        rest: false,
      },
    ],
    fields: {
      ...coilFields(['A1', 'A2'], 2, 0.75, 1.5, 0.5),
      coilDuty: field.choice('Coil may stay on', DUTIES, 'pulse', 'common practice: latching coils are often made for pulses'),
      ...relayRatingFields,
    },
    parts: (plate) => {
      const speeds = { operateMs: 20, releaseMs: 12, plusFirst: 'A1' };
      return [
        { ...coil(plate, 'A1', 'A2', speeds, { latch: 'set', undoneBy: 'reset' }), id: 'set' },
        { ...coil(plate, 'B1', 'B2', speeds, { latch: 'reset' }), id: 'reset' },
        ...throwOf(['11', '12', '14'], 'control', relayRatings(plate), { parts: ['set'] }),
      ];
    },
    source: 'keeps its place through a power loss; pulse 20 to 100 ms: common practice',
    is: { keepsPlace: true },
  }),
  'relay-five-blade': hvacRelay(
    'Switching relay, five blades',
    ['1', '2', '3', '4', '5'],
    ['1', '3'],
    [['2', '5', '4']],
    'coil 1–3, common 2, NO 4, NC 5: common practice, makers differ: verify with an ohmmeter',
  ),
  'relay-six-blade': hvacRelay(
    'Fan relay, six blades',
    ['CA', 'CB', '1', '2', '3', '4', '5', '6'],
    ['CA', 'CB'],
    [
      ['1', '2', '3'],
      ['4', '5', '6'],
    ],
    'coil on two unnumbered side tabs, 1–2 NC, 1–3 NO, 4–5 NC, 4–6 NO: common practice, makers differ: verify with an ohmmeter',
  ),
  'relay-interface-1': interfaceRelay('one changeover', [1]),
  'relay-interface-2': interfaceRelay('two changeover', [1, 2]),
  'relay-interface-4': interfaceRelay('four changeover', [1, 2, 3, 4]),
};
