import type { Contact } from '#core/kinds';
import { define, field, type InputFacts, type Plate } from '../family';
import { directFields, directOf, PILOT_CODES, sensorFields, sensorOf, workedBy } from './switches';

const calls = {
  heating: {
    name: 'heating',
    on: 'Call for heat',
    off: 'Stop heat call',
    state: 'calling for heat',
    kind: 'maintained',
    byProcess: true,
    rest: false,
  },
  cooling: {
    name: 'cooling',
    on: 'Call for cooling',
    off: 'Stop cooling call',
    state: 'calling for cooling',
    kind: 'maintained',
    byProcess: true,
    rest: false,
  },
  fan: { name: 'fan', on: 'Call for fan', off: 'Stop fan call', state: 'calling for fan', kind: 'maintained', rest: false },
} as const satisfies Record<string, InputFacts>;

const statContact = (to: string, mover: Contact['mover'], ratings: Contact['ratings']): Contact => ({
  kind: 'contact',
  id: `R-${to}`,
  a: 'R',
  b: to,
  form: 'NO',
  mover,
  duty: 'control',
  symbol: 'thermostat',
  ratings,
});

const statRatings = (plate: Plate<'carryA' | 'makeA' | 'mostV'>): Contact['ratings'] => ({
  carryA: plate.certain('carryA'),
  makeA: plate.certain('makeA'),
  mostV: plate.number('mostV'),
});

/** A call of electronics: they must be alive, and a person or the process they read asks for it. */
const calledBy = (plate: Pick<Plate, 'reads'>, input: string): Contact['mover'] => ({ ...workedBy(plate, input), needs: ['R-C'] });

/** What is printed on a thermostat that has a common. */
const poweredFields = {
  va: field.typical('Own use', 'VA', 2, undefined, 0.1, 10),
  bootS: field.typical('Starts up in', 's', 5, undefined, 0, 120),
  worksFromV: field.typical('Works from', 'V', 18, undefined, 5, 24),
  carryA: field.typical('Output carries', 'A', 1, undefined, 0.1, 5),
  makeA: field.typical('Output makes', 'A', 2, undefined, 0.1, 10),
  mostV: field.unasked(field.mostV('Rated volts of its outputs'), 'asked over 30 V alone, and its own supply has 24 V'),
};

const staging = <const I extends string>(name: I, on: string, off: string, state: string): InputFacts<I> => ({
  name,
  on,
  off,
  state,
  kind: 'maintained',
  group: 'call',
  rest: false,
});

/** A thermostat with a common of its own whose outputs answer one call at a time; a later stage keeps the earlier one on. */
const staged = <const I extends string>(
  title: string,
  outputs: readonly string[],
  inputs: readonly InputFacts<I>[],
  answers: Readonly<Record<string, readonly I[]>>,
) =>
  define({
    title,
    letter: 'B',
    group: 'control',
    terminals: ['R', 'C', ...outputs],
    inputs,
    fields: poweredFields,
    parts: (plate) => [
      {
        kind: 'electronics',
        id: 'R-C',
        a: 'R',
        b: 'C',
        ratedV: 24,
        va: plate.certain('va'),
        worksFromV: plate.certain('worksFromV'),
        bootS: plate.certain('bootS'),
      },
      ...outputs.map((mark) => statContact(mark, { inputs: answers[mark] ?? [], needs: ['R-C'] }, statRatings(plate))),
    ],
    source: 'O on in cooling, B on in heating, a stage keeps the one before it; 1 A carry and 2 A make: common practice',
  });

export const thermostats = {
  'thermostat-powered': define({
    title: 'Thermostat, powered',
    letter: 'B',
    group: 'control',
    terminals: ['R', 'C', 'W', 'Y', 'G'],
    inputs: [calls.cooling, calls.fan, calls.heating],
    fields: {
      ...poweredFields,
      ...sensorFields,
    },
    parts: (plate) => [
      {
        kind: 'electronics',
        id: 'R-C',
        a: 'R',
        b: 'C',
        ratedV: 24,
        va: plate.certain('va'),
        worksFromV: plate.certain('worksFromV'),
        bootS: plate.certain('bootS'),
      },
      ...sensorOf(plate),
      statContact('Y', calledBy(plate, 'cooling'), statRatings(plate)),
      statContact('G', { inputs: plate.reads === undefined ? ['fan', 'cooling'] : ['fan'], needs: ['R-C'] }, statRatings(plate)),
      statContact(
        'W',
        plate.reads === undefined ? calledBy(plate, 'heating') : { inputs: ['heating'], needs: ['R-C'] },
        statRatings(plate),
      ),
    ],
    source: '1 to 3 VA from R to C, outputs 1 A carry and 2 A make: common practice',
  }),
  'thermostat-two-wire': define({
    title: 'Room thermostat, two wires',
    letter: 'B',
    group: 'control',
    terminals: ['1', '2'],
    inputs: [calls.heating],
    fields: {
      resistiveA: field.rating('Contact', 'A', 0.1, 30),
      pilotCode: field.mark('Pilot duty', PILOT_CODES),
      dcCode: field.dcCode(),
      mostV: field.mostV(),
      ...sensorFields,
    },
    parts: (plate) => [
      ...sensorOf(plate),
      {
        kind: 'contact',
        id: '1-2',
        a: '1',
        b: '2',
        form: 'NO',
        mover: workedBy(plate, 'heating'),
        duty: 'control',
        symbol: 'thermostat',
        ratings: {
          resistiveA: plate.number('resistiveA'),
          motorA: plate.number('resistiveA'),
          pilotCode: plate.text('pilotCode'),
          dcCode: plate.text('dcCode'),
          mostV: plate.number('mostV'),
        },
      },
    ],
    source: 'common practice',
  }),
  'thermostat-2-2': staged(
    'Thermostat, two stages of heat and of cold',
    ['Y1', 'Y2', 'W1', 'W2', 'G'],
    [
      staging('cooling', 'Call for cooling', 'Stop cooling call', 'calling for cooling'),
      staging('cooling2', 'Call for more cooling', 'Stop the second stage', 'calling for more cooling'),
      staging('heating', 'Call for heat', 'Stop heat call', 'calling for heat'),
      staging('heating2', 'Call for more heat', 'Stop the second stage', 'calling for more heat'),
      { ...calls.fan, group: 'call' },
    ],
    {
      Y1: ['cooling', 'cooling2'],
      Y2: ['cooling2'],
      W1: ['heating', 'heating2'],
      W2: ['heating2'],
      G: ['fan', 'cooling', 'cooling2'],
    },
  ),
  'thermostat-3-2': staged(
    'Thermostat, three stages of heat and two of cold',
    ['Y1', 'Y2', 'W1', 'W2', 'W3', 'G'],
    [
      staging('cooling', 'Call for cooling', 'Stop cooling call', 'calling for cooling'),
      staging('cooling2', 'Call for more cooling', 'Stop the second stage', 'calling for more cooling'),
      staging('heating', 'Call for heat', 'Stop heat call', 'calling for heat'),
      staging('heating2', 'Call for more heat', 'Stop the second stage', 'calling for more heat'),
      staging('heating3', 'Call for all heat', 'Stop the third stage', 'calling for all heat'),
      { ...calls.fan, group: 'call' },
    ],
    {
      Y1: ['cooling', 'cooling2'],
      Y2: ['cooling2'],
      W1: ['heating', 'heating2', 'heating3'],
      W2: ['heating2', 'heating3'],
      W3: ['heating3'],
      G: ['fan', 'cooling', 'cooling2'],
    },
  ),
  'thermostat-heat-pump': staged(
    'Thermostat for a heat pump',
    ['Y', 'O', 'B', 'W2', 'G'],
    [
      staging('cooling', 'Call for cooling', 'Stop cooling call', 'calling for cooling'),
      staging('heating', 'Call for heat', 'Stop heat call', 'calling for heat'),
      staging('heating2', 'Call for auxiliary heat', 'Stop the auxiliary call', 'calling for auxiliary heat'),
      staging('emergency', 'Set to emergency heat', 'Set to normal', 'on emergency heat'),
      { ...calls.fan, group: 'call' },
    ],
    {
      Y: ['cooling', 'heating', 'heating2'],
      O: ['cooling'],
      B: ['heating', 'heating2'],
      W2: ['heating2', 'emergency'],
      G: ['fan', 'cooling', 'heating', 'heating2', 'emergency'],
    },
  ),
  'thermostat-heat-pump-2': staged(
    'Thermostat for a heat pump of two stages, with emergency heat',
    ['Y1', 'Y2', 'O', 'B', 'E', 'W2', 'G'],
    [
      staging('cooling', 'Call for cooling', 'Stop cooling call', 'calling for cooling'),
      staging('cooling2', 'Call for more cooling', 'Stop the second stage', 'calling for more cooling'),
      staging('heating', 'Call for heat', 'Stop heat call', 'calling for heat'),
      staging('heating2', 'Call for more heat', 'Stop the second stage', 'calling for more heat'),
      staging('heating3', 'Call for auxiliary heat', 'Stop the auxiliary call', 'calling for auxiliary heat'),
      staging('emergency', 'Set to emergency heat', 'Set to normal', 'on emergency heat'),
      { ...calls.fan, group: 'call' },
    ],
    {
      Y1: ['cooling', 'cooling2', 'heating', 'heating2', 'heating3'],
      Y2: ['cooling2', 'heating2', 'heating3'],
      O: ['cooling', 'cooling2'],
      B: ['heating', 'heating2', 'heating3'],
      E: ['emergency'],
      W2: ['heating3', 'emergency'],
      G: ['fan', 'cooling', 'cooling2', 'heating', 'heating2', 'heating3', 'emergency'],
    },
  ),
  'room-thermostat-changeover': define({
    title: 'Room thermostat, mains, changeover',
    letter: 'B',
    group: 'control',
    terminals: ['1', '2', '3'],
    inputs: [calls.heating],
    fields: {
      resistiveA: field.rating('Contact', 'A', 0.1, 30),
      pilotCode: field.mark('Pilot duty', PILOT_CODES),
      mostV: field.mostV(),
      ...directFields,
      ...sensorFields,
    },
    parts: (plate) => [
      ...sensorOf(plate),
      ...(
        [
          ['2', 'NO'],
          ['3', 'NC'],
        ] as const
      ).map(
        ([b, form]): Contact => ({
          kind: 'contact',
          id: `1-${b}`,
          a: '1',
          b,
          form,
          mover: workedBy(plate, 'heating'),
          duty: 'control',
          symbol: 'thermostat',
          ratings: {
            resistiveA: plate.number('resistiveA'),
            motorA: plate.number('resistiveA'),
            pilotCode: plate.text('pilotCode'),
            mostV: plate.number('mostV'),
            ...directOf(plate),
          },
        }),
      ),
    ],
    source: '1 common, 2 heat, 3 cold: common practice',
  }),
};
