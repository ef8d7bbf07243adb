import { type DeviceFamily, field, type Plate } from '../family';
import type { Coil, Contact, Join, Part, PoleRatings } from '../part';

/** Coil fields without any default for volts, kind or frequency: what nobody has read stays unknown. */
const coilFields = (inrushVa: number, inrushPf: number, sealedVa: number, sealedPf: number) => ({
  coilKind: field.choice('Coil current', ['AC', 'DC']),
  coilV: field.number('Coil volts', 'V', 1, 700),
  coilHighV: field.number('Coil volts, high end of a range', 'V', 1, 700),
  coilHz: field.choice('Coil frequency', ['50', '60', '50/60']),
  inrushVa: field.typical('Coil at pull-in', 'VA', inrushVa, undefined, 0.05, 3000),
  inrushPf: field.typical('Power factor at pull-in', '', inrushPf, undefined, 0.05, 1),
  sealedVa: field.typical('Coil held', 'VA', sealedVa, undefined, 0.05, 1000),
  sealedPf: field.typical('Power factor held', '', sealedPf, undefined, 0.05, 1),
});

interface Speeds {
  readonly operateMs: number;
  readonly releaseMs: number;
}

/** Guaranteed pick-up by IEC 60947-4-1 and NEMA ICS 1 (0.85 AC, 0.80 DC relay); typical pick-up and drop-out common practice. */
const coil = (plate: Plate, a: string, b: string, { operateMs, releaseMs }: Speeds): Coil => {
  const dc = plate.text('coilKind') === 'DC';
  const hz = plate.text('coilHz');
  const ratedV = plate.number('coilV');
  const sealedVa = plate.certain('sealedVa');
  return {
    kind: 'coil',
    id: 'coil',
    a,
    b,
    current: plate.text('coilKind') as 'AC' | 'DC' | undefined,
    ratedV,
    ratedHighV: plate.number('coilHighV') ?? ratedV,
    hz: dc ? 0 : hz === undefined ? undefined : hz === '50/60' ? 60 : Number(hz),
    inrushVa: dc ? sealedVa : plate.certain('inrushVa'),
    inrushPf: dc ? 1 : plate.certain('inrushPf'),
    sealedVa,
    sealedPf: dc ? 1 : plate.certain('sealedPf'),
    pickUpGuaranteedRatio: dc ? 0.8 : 0.85,
    pickUpTypicalRatio: dc ? 0.65 : 0.75,
    dropOutTypicalRatio: dc ? 0.25 : 0.45,
    mustReleaseRatio: dc ? 0.1 : 0.2,
    operateMs,
    releaseMs,
  };
};

const armature = { by: 'armature' } as const;

const throwOf = (common: string, nc: string, no: string, duty: Contact['duty'], ratings: PoleRatings, ncRatings = ratings): Contact[] => [
  { kind: 'contact', id: `${common}-${nc}`, a: common, b: nc, form: 'NC', mover: armature, duty, symbol: 'contact', ratings: ncRatings },
  { kind: 'contact', id: `${common}-${no}`, a: common, b: no, form: 'NO', mover: armature, duty, symbol: 'contact', ratings },
];

const relayRatingFields = {
  motorA: field.number('Motor, NO', 'A', 0.1, 200),
  lockedA: field.number('Locked rotor, NO', 'A', 0.1, 2000),
  motorNcA: field.number('Motor, NC', 'A', 0.1, 200),
  resistiveA: field.number('Resistive, NO', 'A', 0.1, 200),
  resistiveNcA: field.number('Resistive, NC', 'A', 0.1, 200),
  pilotCode: field.choice('Pilot duty', ['A300', 'A600', 'B300', 'B600', 'C300', 'C600', 'D300', 'R300']),
};

const relayRatings = (plate: Plate): { no: PoleRatings; nc: PoleRatings } => ({
  no: {
    motorA: plate.number('motorA'),
    lockedA: plate.number('lockedA'),
    resistiveA: plate.number('resistiveA'),
    pilotCode: plate.text('pilotCode'),
  },
  nc: {
    motorA: plate.number('motorNcA'),
    resistiveA: plate.number('resistiveNcA') ?? half(plate.number('resistiveA')),
    pilotCode: plate.text('pilotCode'),
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
): DeviceFamily => ({
  title,
  letter: 'K',
  group: 'relay',
  terminals,
  inputs: [],
  source,
  fields: { ...coilFields(9, 0.75, 4.5, 0.5), ...relayRatingFields },
  parts: (plate) => {
    const { no, nc } = relayRatings(plate);
    return [
      coil(plate, coilEnds[0], coilEnds[1], { operateMs: 15, releaseMs: 12 }),
      ...throws.flatMap(([common, closed, open]) => throwOf(common, closed, open, 'control', no, nc)),
    ];
  },
});

const contactor = (poles: 1 | 2 | 3, bar: boolean, auxiliaries: readonly (readonly [string, string, 'NO' | 'NC'])[]): DeviceFamily => {
  const numbers = Array.from({ length: poles }, (_, i) => i + 1);
  const barTerminals = bar ? ['L2', 'T2'] : [];
  return {
    title: `Contactor, ${poles} pole${poles > 1 ? 's' : ''}${bar ? ' and solid bar' : ''}${auxiliaries.length ? ', auxiliaries' : ''}`,
    letter: 'K',
    group: 'relay',
    inputs: [],
    terminals: [
      'A1',
      'A2',
      ...numbers.flatMap((n) => [`L${n}`, `T${n}`]),
      ...barTerminals,
      ...auxiliaries.flatMap(([a, b]) => [a, b] as const),
    ],
    fields: {
      ...coilFields(
        auxiliaries.length ? 220 : 35,
        auxiliaries.length ? 0.6 : 0.7,
        auxiliaries.length ? 27 : 7,
        auxiliaries.length ? 0.3 : 0.35,
      ),
      motorA: field.number('Motor, each pole', 'A', 0.1, 1000),
      lockedA: field.number('Locked rotor, each pole', 'A', 0.1, 8000),
      resistiveA: field.number('Resistive, each pole', 'A', 0.1, 1200),
      auxiliaryCode: field.choice('Auxiliary code', ['A600', 'B600', 'B300', 'C300'], 'A600'),
    },
    parts: (plate): Part[] => [
      coil(plate, 'A1', 'A2', { operateMs: 18, releaseMs: 12 }),
      ...numbers.map(
        (n): Contact => ({
          kind: 'contact',
          id: `L${n}-T${n}`,
          a: `L${n}`,
          b: `T${n}`,
          form: 'NO',
          mover: armature,
          duty: 'power',
          symbol: 'contact',
          ratings: { motorA: plate.number('motorA'), lockedA: plate.number('lockedA'), resistiveA: plate.number('resistiveA') },
        }),
      ),
      ...(bar ? [{ kind: 'join', id: 'bar', a: 'L2', b: 'T2', ohms: 0.001 } satisfies Join] : []),
      ...auxiliaries.map(
        ([a, b, form]): Contact => ({
          kind: 'contact',
          id: `${a}-${b}`,
          a,
          b,
          form,
          mover: armature,
          duty: 'control',
          symbol: 'contact',
          ratings: { pilotCode: plate.text('auxiliaryCode') },
        }),
      ),
    ],
    source: 'terminal marks EN 50005; coil VA common practice for definite-purpose and NEMA sizes',
  };
};

export const relays = {
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
  'relay-interface-1': {
    title: 'Interface relay, one changeover',
    letter: 'K',
    group: 'relay',
    terminals: ['A1', 'A2', '11', '12', '14'],
    inputs: [],
    fields: { ...coilFields(4, 0.75, 2.5, 0.5), ...relayRatingFields },
    parts: (plate) => {
      const { no, nc } = relayRatings(plate);
      return [coil(plate, 'A1', 'A2', { operateMs: 12, releaseMs: 10 }), ...throwOf('11', '12', '14', 'control', no, nc)];
    },
    source: 'terminal marks EN 50005; VA common practice',
  },
  'contactor-1-bar': contactor(1, true, []),
  'contactor-2': contactor(2, false, []),
  'contactor-3': contactor(3, false, []),
  'contactor-3-aux': contactor(3, false, [
    ['13', '14', 'NO'],
    ['21', '22', 'NC'],
    ['43', '44', 'NO'],
    ['53', '54', 'NO'],
  ]),
} satisfies Record<string, DeviceFamily>;
