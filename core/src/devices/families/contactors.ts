import type { Contact, Join, Part, PoleRatings } from '#core/kinds';
import { define, field, only, type Plate, variant } from '../family';
import { ARMATURE, coil, coilFields, DUTIES } from './coils';

const powerFields = {
  motorA: field.rating('Motor, each pole', 'A', 0.1, 1000),
  lockedA: field.rating('Locked rotor, each pole', 'A', 0.1, 8000),
  resistiveA: field.rating('Resistive, each pole', 'A', 0.1, 1200),
  ac3A: field.rating('AC-3, each pole', 'A', 0.1, 1000),
  lampA: field.rating('Lamps (AC-5), each pole', 'A', 0.1, 1000),
  peakA: field.rating('Peak make, each pole', 'A', 1, 20_000),
  dcA: field.rating('On DC', 'A', 0.01, 400),
  dcV: field.rating('On DC, at', 'V', 1, 1000),
  mostV: field.rating('Rated volts', 'V', 1, 1000),
};

const auxiliaryFields = {
  auxiliaryCode: field.choice('Auxiliary code', ['A600', 'B600', 'B300', 'C300'], 'A600'),
  dcCode: field.dcCode('Auxiliary code on DC'),
};

type Pole = readonly [a: string, b: string, form: 'NO' | 'NC'];

interface Frame {
  /** what tells it from the others */
  readonly as: string;
  readonly poles: readonly Pole[];
  readonly bar?: boolean;
  readonly auxiliaries?: readonly Pole[];
  /** contacts of a block that follow the others late: as it comes in, or as it lets go */
  readonly delayed?: { readonly as: 'in' | 'out' | 'overlapping'; readonly contacts: readonly Pole[] };
  /** in-rush and held VA, with their power factors */
  readonly va?: readonly [number, number, number, number];
}

/** A late-break contact stays closed for so long after the others have moved. Common practice: 2 to 5 ms and more. */
const OVERLAP_S = 0.005;

const SMALL_VA = [35, 0.7, 7, 0.35] as const;
const LARGE_VA = [220, 0.6, 27, 0.3] as const;
/** Contactors and control relays on a rail: 9 to 25 A. Common practice. */
const RAIL_VA = [60, 0.75, 8, 0.3] as const;

const main = (...numbers: readonly number[]): Pole[] => numbers.map((n) => [`L${n}`, `T${n}`, 'NO']);

const marksOf = (poles: readonly Pole[]): string[] => poles.flatMap((pole) => pole.slice(0, 2));

const polePart = ([a, b, form]: Pole, more: Pick<Contact, 'duty' | 'ratings'>, mover: Contact['mover']): Contact => ({
  kind: 'contact',
  id: `${a}-${b}`,
  a,
  b,
  form,
  mover,
  symbol: 'contact',
  ...more,
});

/** How the contacts of a block are drawn. */
const LATE = { in: 'late', out: 'late-back', overlapping: 'contact' } as const;

const contactor = ({ as, poles, bar = false, auxiliaries = [], delayed, va: [inrush, inrushPf, sealed, sealedPf] = SMALL_VA }: Frame) =>
  define({
    ...variant('Contactor', as),
    letter: 'K',
    group: 'relay',
    inputs: [],
    terminals: ['A1', 'A2', ...marksOf(poles), ...(bar ? ['L2', 'T2'] : []), ...marksOf([...auxiliaries, ...(delayed?.contacts ?? [])])],
    fields: {
      ...coilFields(['A1', 'A2'], inrush, inrushPf, sealed, sealedPf),
      ...powerFields,
      ...only(auxiliaries.length > 0 || delayed !== undefined, auxiliaryFields),
      ...only(delayed !== undefined && delayed.as !== 'overlapping', { delayS: field.number('Its block waits', 's', 0.1, 600) }),
    },
    parts: (plate): Part[] => [
      coil(plate, 'A1', 'A2', { operateMs: 18, releaseMs: 12 }),
      ...poles.map((pole) => polePart(pole, { duty: 'power', ratings: { ...powerRatings(plate), surface: 'power' } }, ARMATURE)),
      ...(bar ? [{ kind: 'join', id: 'bar', a: 'L2', b: 'T2', ohms: 0.001 } satisfies Join] : []),
      ...auxiliaries.map((pole) => polePart(pole, { duty: 'control', ratings: auxiliaryRatings(plate) }, ARMATURE)),
      ...(delayed
        ? [
            {
              kind: 'delay-block',
              id: 'block',
              on: 'coil',
              onDelayS: delayed.as === 'in' ? plate.number('delayS') : delayed.as === 'out' ? 0 : OVERLAP_S,
              offDelayS: delayed.as === 'out' ? plate.number('delayS') : 0,
            } satisfies Part,
            ...delayed.contacts.map(
              (pole): Contact => ({
                ...polePart(pole, { duty: 'control', ratings: auxiliaryRatings(plate) }, { parts: ['block'] }),
                symbol: LATE[delayed.as],
              }),
            ),
          ]
        : []),
    ],
    source: 'terminal marks EN 50005; coil VA common practice for definite-purpose and NEMA sizes',
  });

const auxiliaryRatings = (plate: Plate<keyof typeof auxiliaryFields>): PoleRatings => ({
  pilotCode: plate.text('auxiliaryCode'),
  dcCode: plate.text('dcCode'),
  surface: 'auxiliary',
});

/** A contactor relay: control contacts alone, by the numbers of EN 50011. */
const controlRelay = (as: string, contacts: readonly Pole[]) =>
  define({
    ...variant('Control relay', as),
    letter: 'K',
    group: 'relay',
    inputs: [],
    terminals: ['A1', 'A2', ...marksOf(contacts)],
    fields: { ...coilFields(['A1', 'A2'], ...RAIL_VA), ...auxiliaryFields },
    parts: (plate): Part[] => [
      coil(plate, 'A1', 'A2', { operateMs: 15, releaseMs: 10 }),
      ...contacts.map((pole) => polePart(pole, { duty: 'control', ratings: auxiliaryRatings(plate) }, ARMATURE)),
    ],
    source: 'contact numbers EN 50011; coil VA common practice',
  });

/** Held in by a pawl: one coil latches it, the other lets it go. */
const heldContactor = (poles: readonly Pole[], as: string) =>
  define({
    ...variant('Contactor, mechanically held', as),
    letter: 'K',
    group: 'relay',
    inputs: [
      {
        name: 'found',
        on: 'Push it in by hand',
        off: 'Trip its latch by hand',
        state: 'found latched',
        kind: 'maintained',
        puts: { part: 'set', on: 'in', off: 'out' },
        rest: false,
      },
    ],
    terminals: ['C', 'L', 'U', ...marksOf(poles)],
    fields: {
      ...coilFields(['L', 'C'], 200, 0.7, 100, 0.6),
      coilDuty: field.choice('Coil may stay on', DUTIES, 'pulse', 'common practice: latch coils are made for pulses'),
      ...powerFields,
    },
    parts: (plate): Part[] => {
      const speeds = { operateMs: 30, releaseMs: 20, plusFirst: 'L' };
      return [
        { ...coil(plate, 'L', 'C', speeds, { latch: 'set', undoneBy: 'reset' }), id: 'set' },
        { ...coil(plate, 'U', 'C', speeds, { latch: 'reset' }), id: 'reset' },
        ...poles.map((pole) =>
          polePart(pole, { duty: 'power', ratings: { ...powerRatings(plate), surface: 'power' } }, { parts: ['set'] }),
        ),
      ];
    },
    source: 'common C, latch L, unlatch U; pulses of 0.1 to 0.25 s; keeps its place through a power loss: common practice',
    is: { keepsPlace: true },
  });

/** A contactor with a block whose pawl keeps it in until the block's own coil is pulsed. */
const latchedContactor = (poles: readonly Pole[], as: string) =>
  define({
    ...variant('Contactor', as),
    letter: 'K',
    group: 'relay',
    inputs: [
      {
        name: 'found',
        on: 'Push it in by hand',
        off: 'Trip its latch by hand',
        state: 'found latched',
        kind: 'maintained',
        puts: { part: 'set', on: 'in', off: 'out' },
        rest: false,
      },
    ],
    terminals: ['A1', 'A2', 'E1', 'E2', ...marksOf(poles)],
    fields: {
      ...coilFields(['A1', 'A2'], ...RAIL_VA),
      coilDuty: field.choice('Coils may stay on', DUTIES, 'pulse', 'common practice: latch coils are made for pulses'),
      ...powerFields,
    },
    parts: (plate): Part[] => {
      const speeds = { operateMs: 20, releaseMs: 12, plusFirst: 'A1' };
      return [
        { ...coil(plate, 'A1', 'A2', speeds, { latch: 'set', undoneBy: 'reset' }), id: 'set' },
        { ...coil(plate, 'E1', 'E2', speeds, { latch: 'reset' }), id: 'reset' },
        ...poles.map((pole) =>
          polePart(pole, { duty: 'power', ratings: { ...powerRatings(plate), surface: 'power' } }, { parts: ['set'] }),
        ),
      ];
    },
    source: 'A1–A2 pulls in, E1–E2 trips the pawl, pulses of 0.1 to 0.3 s; keeps its place through a power loss: common practice',
    is: { keepsPlace: true },
  });

const powerRatings = (plate: Plate<keyof typeof powerFields>): PoleRatings => ({
  motorA: plate.number('motorA'),
  lockedA: plate.number('lockedA'),
  resistiveA: plate.number('resistiveA'),
  ac3A: plate.number('ac3A'),
  lampA: plate.number('lampA'),
  peakA: plate.number('peakA'),
  dcA: plate.number('dcA'),
  dcV: plate.number('dcV'),
  mostV: plate.number('mostV'),
});

const NO = (a: number): Pole => [String(a), String(a + 1), 'NO'];
const NC = (a: number): Pole => [String(a), String(a + 1), 'NC'];

export const contactors = {
  'contactor-1': contactor({ as: '1 pole', poles: main(1) }),
  'contactor-1-bar': contactor({ as: '1 pole and solid bar', poles: main(1), bar: true }),
  'contactor-2': contactor({ as: '2 poles', poles: main(1, 2) }),
  'contactor-3': contactor({ as: '3 poles', poles: main(1, 2, 3) }),
  'contactor-4': contactor({ as: '4 poles', poles: main(1, 2, 3, 4) }),
  'contactor-3-aux': contactor({
    as: '3 poles, auxiliaries',
    poles: main(1, 2, 3),
    auxiliaries: [NO(13), NC(21), NO(43), NO(53)],
    va: LARGE_VA,
  }),
  'contactor-2-1no': contactor({ as: '2 poles, 1 NO', poles: main(1, 2), auxiliaries: [NO(13)], va: RAIL_VA }),
  'contactor-3-1no': contactor({ as: '3 poles, 1 NO', poles: main(1, 2, 3), auxiliaries: [NO(13)], va: RAIL_VA }),
  'contactor-3-1nc': contactor({ as: '3 poles, 1 NC', poles: main(1, 2, 3), auxiliaries: [NC(21)], va: RAIL_VA }),
  'contactor-3-1no-1nc': contactor({ as: '3 poles, 1 NO and 1 NC', poles: main(1, 2, 3), auxiliaries: [NO(13), NC(21)], va: RAIL_VA }),
  'contactor-3-2no-2nc': contactor({
    as: '3 poles, 2 NO and 2 NC',
    poles: main(1, 2, 3),
    auxiliaries: [NO(13), NC(21), NC(31), NO(43)],
    va: RAIL_VA,
  }),
  'contactor-4-1no-1nc': contactor({ as: '4 poles, 1 NO and 1 NC', poles: main(1, 2, 3, 4), auxiliaries: [NO(13), NC(21)], va: RAIL_VA }),
  'contactor-2no-2nc': contactor({
    as: '2 NO and 2 NC poles',
    poles: [...main(1, 2), ['R1', 'R2', 'NC'], ['R3', 'R4', 'NC']],
    va: RAIL_VA,
  }),
  'contactor-3-on-delay': contactor({
    as: '3 poles, block on delay',
    poles: main(1, 2, 3),
    auxiliaries: [NO(13)],
    delayed: { as: 'in', contacts: [NC(55), NO(67)] },
    va: RAIL_VA,
  }),
  'contactor-3-off-delay': contactor({
    as: '3 poles, block off delay',
    poles: main(1, 2, 3),
    auxiliaries: [NO(13)],
    delayed: { as: 'out', contacts: [NO(57), NC(65)] },
    va: RAIL_VA,
  }),
  'contactor-3-overlap': contactor({
    as: '3 poles, overlapping block',
    poles: main(1, 2, 3),
    auxiliaries: [NO(17)],
    delayed: { as: 'overlapping', contacts: [NC(25)] },
    va: RAIL_VA,
  }),
  'contactor-3-latched': latchedContactor(main(1, 2, 3), '3 poles, latch block'),
  'contactor-held-2': heldContactor(main(1, 2), '2 poles'),
  'contactor-held-3': heldContactor(main(1, 2, 3), '3 poles'),
  'control-relay-40': controlRelay('4 NO', [NO(13), NO(23), NO(33), NO(43)]),
  'control-relay-31': controlRelay('3 NO and 1 NC', [NO(13), NC(21), NO(33), NO(43)]),
  'control-relay-22': controlRelay('2 NO and 2 NC', [NO(13), NC(21), NC(31), NO(43)]),
  'control-relay-44': controlRelay('4 NO and 4 NC', [NO(13), NC(21), NC(31), NO(43), NO(53), NC(61), NC(71), NO(83)]),
};
