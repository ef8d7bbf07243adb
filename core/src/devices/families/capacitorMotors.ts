import type { Part } from '#core/kinds';
import { define, field } from '../family';
import { motorFields, motorNumbers } from './loads';

const ratedV = field.number('Rated volts', 'V', 50, 1000);

/** A single-phase motor with its run and start windings brought out. */
const capacitorMotor = (title: string, hermetic: boolean, does: 'cools' | 'moves') =>
  define({
    title,
    letter: 'M',
    group: 'load',
    is: { hermetic, does },
    terminals: ['C', 'R', 'S', 'PE'],
    inputs: [],
    fields: {
      ...motorFields(hermetic ? 6 : 4, 'NEC 430.251(A), from memory; a fan motor 3 to 5: common practice', !hermetic),
      microFarads: field.rating('Run capacitor that it is made for', 'µF', 0.5, 200),
    },
    parts: (plate): Part[] => [
      {
        kind: 'capacitor-motor',
        id: 'winding',
        common: 'C',
        run: 'R',
        start: 'S',
        ...motorNumbers(plate),
        runMicroFarads: plate.number('microFarads'),
        protector: hermetic,
      },
    ],
    source:
      'start winding four times the ohms of the run winding, 1.15 times its turns; starts with 60 % of the push of its own capacitor: common practice',
  });

const startFields = {
  startA: field.rating('Contact, start amps', 'A', 0.5, 200),
  mostV: field.mostV('Rated volts of its contact'),
};

const BLEED_OHMS = 15_000;

/** Motors that start and run by a capacitor, and what stands before their start winding. */
export const capacitorMotors = {
  'motor-capacitor': capacitorMotor('Motor, single phase, run and start windings', false, 'moves'),
  'compressor-capacitor': capacitorMotor('Compressor motor, run and start windings', true, 'cools'),
  'capacitor-run': define({
    title: 'Run capacitor',
    letter: 'C',
    group: 'load',
    terminals: ['1', '2'],
    inputs: [],
    fields: { microFarads: field.number('Capacitance', 'µF', 0.5, 200), ratedV },
    parts: (plate) => [
      { kind: 'capacitor', id: '1-2', a: '1', b: '2', microFarads: plate.number('microFarads'), ratedV: plate.number('ratedV') },
    ],
    source: 'bears 110 % of its volts: common practice',
  }),
  'capacitor-start': define({
    title: 'Start capacitor with its bleeder',
    letter: 'C',
    group: 'load',
    terminals: ['1', '2'],
    inputs: [],
    fields: { startMicroFarads: field.number('Capacitance', 'µF', 5, 2000), ratedV },
    parts: (plate) => [
      {
        kind: 'capacitor',
        id: '1-2',
        a: '1',
        b: '2',
        microFarads: plate.number('startMicroFarads'),
        ratedV: plate.number('startMicroFarads') === undefined ? undefined : plate.number('ratedV'),
        bleedOhms: BLEED_OHMS,
        isForStart: true,
      },
    ],
    source: 'with a bleeder of 15 kΩ, 2 W; in for parts of a second: common practice',
  }),
  'capacitor-dual': define({
    title: 'Run capacitor, two in one can',
    letter: 'C',
    group: 'load',
    terminals: ['C', 'HERM', 'FAN'],
    inputs: [],
    fields: {
      microFarads: field.number('Compressor side', 'µF', 0.5, 200),
      fanMicroFarads: field.number('Fan side', 'µF', 0.5, 50),
      ratedV,
    },
    parts: (plate): Part[] => [
      {
        kind: 'capacitor',
        id: 'HERM',
        a: 'HERM',
        b: 'C',
        microFarads: plate.number('microFarads'),
        ratedV: plate.number('ratedV'),
      },
      {
        kind: 'capacitor',
        id: 'FAN',
        a: 'FAN',
        b: 'C',
        microFarads: plate.number('fanMicroFarads'),
        ratedV: plate.number('ratedV'),
      },
    ],
    source: 'common C, compressor HERM, fan FAN: common practice',
  }),
  'start-relay-volts': define({
    title: 'Start relay of a motor, by volts',
    letter: 'K',
    group: 'control',
    terminals: ['1', '2', '5'],
    inputs: [],
    fields: {
      pickUpV: field.number('Comes in at', 'V', 50, 500),
      dropOutV: field.typical('Lets go below', 'V', 90, 'common practice: 40 to 140 V', 10, 300),
      ratedV: field.number('Coil, most volts for good', 'V', 100, 600),
      coilOhms: field.typical('Coil', 'Ω', 7000, undefined, 500, 50_000),
      ...startFields,
    },
    parts: (plate): Part[] => [
      {
        kind: 'volt-relay',
        id: 'coil',
        a: '5',
        b: '2',
        pickUpV: plate.number('pickUpV'),
        dropOutV: plate.certain('dropOutV'),
        ratedV: plate.number('ratedV'),
        ohms: plate.certain('coilOhms'),
      },
      {
        kind: 'contact',
        id: '1-2',
        a: '1',
        b: '2',
        form: 'NC',
        mover: { parts: ['coil'] },
        duty: 'power',
        symbol: 'contact',
        ratings: { carryA: plate.number('startA'), mostV: plate.number('mostV'), isStart: true },
      },
    ],
    source: '5 to C, 2 to S, 1 to the start capacitor, coil 5–2, NC 1–2; opens at about 75 % of speed: common practice',
  }),
  'start-relay-amps': define({
    title: 'Start relay of a motor, by amps',
    letter: 'K',
    group: 'control',
    terminals: ['L', 'M', 'S'],
    inputs: [],
    fields: {
      actsAt: field.number('Comes in at', 'A', 0.5, 60),
      ...startFields,
    },
    parts: (plate): Part[] => [
      { kind: 'amp-relay', id: 'coil', a: 'L', b: 'M', actsAtA: plate.number('actsAt') },
      {
        kind: 'contact',
        id: 'L-S',
        a: 'L',
        b: 'S',
        form: 'NO',
        mover: { parts: ['coil'] },
        duty: 'power',
        symbol: 'contact',
        ratings: { carryA: plate.number('startA'), mostV: plate.number('mostV'), isStart: true },
      },
    ],
    source: 'coil L–M in the line of the run winding, NO L–S to the start winding; lets go at 80 %: common practice',
  }),
  'thermistor-start': define({
    title: 'Start thermistor of a motor (PTC)',
    letter: 'R',
    group: 'control',
    terminals: ['1', '2'],
    inputs: [],
    fields: {
      coldOhms: field.typical('Cold', 'Ω', 25, undefined, 1, 200),
      hotOhms: field.typical('Hot', 'Ω', 20_000, undefined, 1000, 200_000),
      warmsS: field.typical('Is hot after', 's', 0.7, undefined, 0.1, 3),
      coolsS: field.typical('Is cold again after', 's', 240, undefined, 30, 600),
      startA: field.rating('Bears, start amps', 'A', 0.5, 60),
      ratedV: field.number('Most volts', 'V', 50, 600),
    },
    parts: (plate): Part[] => [
      {
        kind: 'start-thermistor',
        id: '1-2',
        a: '1',
        b: '2',
        coldOhms: plate.certain('coldOhms'),
        hotOhms: plate.certain('hotOhms'),
        warmsMs: plate.certain('warmsS') * 1000,
        coolsMs: plate.certain('coolsS') * 1000,
        mostA: plate.number('startA'),
        ratedV: plate.number('ratedV'),
      },
    ],
    source: '3 to 50 Ω cold, kΩ hot in 0.3 to 1 s; cools 3 to 5 min, and a motor restarted before that stands locked: common practice',
  }),
};
