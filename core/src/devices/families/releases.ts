import type { Contact, CurveName, Fuse, Part } from '#core/kinds';
import { define, field, variant } from '../family';

const breakerFields = {
  ratingA: field.number('Rating', 'A', 0.5, 1000),
  curve: field.choice('Kind', ['breaker-na', 'mcb-B', 'mcb-C', 'mcb-D'], 'breaker-na'),
  mostV: field.mostV(),
  dcV: field.rating('Rated volts on DC', 'V', 1, 1500),
  breaksA: field.rating('Breaks', 'A', 1, 300_000),
};
const auxiliaryFields = {
  auxiliaryCode: field.choice('Auxiliary code', ['A600', 'B600', 'B300', 'C300'], 'B300'),
  dcCode: field.dcCode('Auxiliary code on DC'),
};
const RESET = {
  name: 'reset',
  on: 'Switch it on again',
  off: 'Let go',
  state: 'switched on again',
  kind: 'momentary',
  use: 'reset',
  rest: false,
} as const;

interface Plated {
  number(name: 'ratingA' | 'mostV' | 'dcV' | 'breaksA'): number | undefined;
  text(name: 'curve'): string | undefined;
}

const poles = (plate: Plated, count: 1 | 3, more: Pick<Fuse, 'pulledBy'>): Fuse[] =>
  Array.from({ length: count }, (_, index) => ({
    kind: 'fuse',
    id: `L${index + 1}-T${index + 1}`,
    a: `L${index + 1}`,
    b: `T${index + 1}`,
    ratingA: plate.number('ratingA'),
    curve: (plate.text('curve') ?? 'breaker-na') as CurveName,
    mostV: plate.number('mostV'),
    dcV: plate.number('dcV'),
    breaksA: plate.number('breaksA'),
    ohms: 0.005,
    trip: 'linked',
    resetBy: 'reset',
    symbol: 'breaker',
    ...more,
  }));

const marks = (count: 1 | 3): string[] => Array.from({ length: count }, (_, index) => [`L${index + 1}`, `T${index + 1}`]).flat();
const poleIds = (count: 1 | 3): string[] => Array.from({ length: count }, (_, index) => `L${index + 1}-T${index + 1}`);
const named = (count: 1 | 3): string => (count === 1 ? '1 pole' : '3 poles');

const auxiliary = (
  plate: { text(name: 'auxiliaryCode' | 'dcCode'): string | undefined },
  [a, b]: readonly [string, string],
  form: 'NO' | 'NC',
  parts: readonly string[],
): Contact => ({
  kind: 'contact',
  id: `${a}-${b}`,
  a,
  b,
  form,
  mover: { parts },
  duty: 'control',
  symbol: 'contact',
  ratings: { pilotCode: plate.text('auxiliaryCode'), dcCode: plate.text('dcCode'), surface: 'auxiliary' },
});

const releaseFields = (draws: number) => ({
  ratedV: field.number('Release', 'V', 12, 690),
  va: field.typical('Release draws', 'VA', draws, undefined, 0.5, 200),
});

/** With a coil that trips it. It cannot trip without volts. */
const shunt = (count: 1 | 3) =>
  define({
    ...variant('Breaker with shunt release', named(count)),
    letter: 'F',
    group: 'protection',
    terminals: [...marks(count), 'C1', 'C2'],
    inputs: [RESET],
    fields: { ...breakerFields, ...releaseFields(60) },
    parts: (plate): Part[] => [
      { kind: 'shunt-release', id: 'release', a: 'C1', b: 'C2', ratedV: plate.number('ratedV'), va: plate.certain('va'), cutBy: 'L1-T1' },
      ...poles(plate, count, { pulledBy: ['release'] }),
    ],
    source: 'shunt release C1–C2 with its own cut-off, trips from 70 to 110 %: IEC 60947-1, from memory; VA common practice',
  });

const undervoltage = (count: 1 | 3) =>
  define({
    ...variant('Breaker with undervoltage release', named(count)),
    letter: 'F',
    group: 'protection',
    terminals: [...marks(count), 'D1', 'D2'],
    inputs: [RESET],
    fields: {
      ...breakerFields,
      ...releaseFields(4),
    },
    parts: (plate): Part[] => [
      { kind: 'undervoltage', id: 'release', a: 'D1', b: 'D2', ratedV: plate.number('ratedV'), va: plate.certain('va'), resetBy: 'reset' },
      ...poles(plate, count, { pulledBy: ['release'] }),
    ],
    source: 'undervoltage release D1–D2: closes from 85 %, trips between 70 and 35 %: IEC 60947-1, from memory; VA common practice',
  });

const withAuxiliaries = (count: 1 | 3) =>
  define({
    ...variant('Breaker with auxiliaries', named(count)),
    letter: 'F',
    group: 'protection',
    terminals: [...marks(count), '11', '12', '14'],
    inputs: [RESET],
    fields: { ...breakerFields, ...auxiliaryFields },
    parts: (plate): Part[] => [
      ...poles(plate, count, {}),
      auxiliary(plate, ['11', '12'], 'NO', poleIds(count)),
      auxiliary(plate, ['11', '14'], 'NC', poleIds(count)),
    ],
    source: '11–14 closed while it is on, 11–12 while it is off or tripped: EN 50005, common practice',
  });

/** Breakers that more than their own amps open, or that say how they stand. */
export const releases = {
  'breaker-1-shunt': shunt(1),
  'breaker-3-shunt': shunt(3),
  'breaker-1-undervoltage': undervoltage(1),
  'breaker-3-undervoltage': undervoltage(3),
  'breaker-1-auxiliary': withAuxiliaries(1),
  'breaker-3-auxiliary': withAuxiliaries(3),
};
