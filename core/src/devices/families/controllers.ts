import { define, field } from '../family';

/** Nothing is programmed: outputs stay off. */
const NO_PROGRAM = { scanMs: 10, rows: [] };

const numbered = (letter: string, count: number): string[] => Array.from({ length: count }, (_, index) => `${letter}${index}`);

/** Outputs with two terminals each. */
const apart = (count: number): Map<string, readonly [string, string]> =>
  new Map(numbered('Q', count).map((name) => [name, [`${name}.1`, `${name}.2`]]));

/** Outputs that share a common, so many to each. */
const grouped = (...groups: readonly number[]): Map<string, readonly [string, string]> =>
  new Map(
    groups.flatMap((size, group) => {
      const before = groups.slice(0, group).reduce((sum, one) => sum + one, 0);
      return Array.from({ length: size }, (_, index) => [`Q${before + index}`, [`C${group + 1}`, `Q${before + index}`]] as const);
    }),
  );

/** A programmable controller with digital inputs on one common. @param outputs the two ends of each relay output, its common first */
const controller = (title: string, digital: number, outputs: ReadonlyMap<string, readonly [string, string]>, analog = 0) => {
  const inputs = numbered('I', digital);
  const analogs = numbered('A', analog);
  return define({
    title,
    letter: 'A',
    group: 'control',
    drives: [...outputs.keys()],
    terminals: ['L+', 'M', '1M', ...inputs, ...analogs, ...new Set([...outputs.values()].flat())],
    inputs: [
      { name: 'run', on: 'Switch to run', off: 'Switch to stop', state: 'in run', offState: 'in stop', kind: 'maintained', rest: true },
    ],
    fields: {
      ratedV: field.typical('Supply', 'V DC', 24, undefined, 12, 48),
      va: field.typical('Own use', 'W', 6, undefined, 0.5, 60),
      startS: field.typical('Starts up in', 's', 4, undefined, 0, 60),
      inputMa: field.typical('An input draws at 24 V', 'mA', 7, 'IEC 61131-2 type 1: 2 to 15 mA; 7 mA common practice', 1, 30),
      carryA: field.typical('An output carries', 'A', 2, undefined, 0.1, 10),
      makeA: field.typical('An output makes', 'A', 5, undefined, 0.1, 30),
      leastMa: field.typical('Least load', 'mA', 5, undefined, 0.1, 100),
      mostV: field.unasked(field.mostV('Rated volts of its outputs'), 'what is usual for its kind of output stands in'),
    },
    parts: (plate) => [
      {
        kind: 'controller',
        id: 'cpu',
        a: 'L+',
        b: 'M',
        ratedV: plate.certain('ratedV'),
        va: plate.certain('va'),
        startS: plate.certain('startS'),
        inputs: inputs.map((name) => ({ name, a: name, b: '1M' })),
        analogs: analogs.map((name) => ({ name, a: name, b: 'M' })),
        outputs: [...outputs.keys()],
        inputV: 24,
        inputMa: plate.certain('inputMa'),
        program: plate.program ?? NO_PROGRAM,
      },
      ...[...outputs].map(([name, [a, b]]) => {
        return {
          kind: 'contact',
          id: name,
          a,
          b,
          form: 'NO',
          mover: { parts: ['cpu'], inputs: ['run'], channel: name },
          duty: 'control',
          symbol: 'contact',
          ratings: {
            driver: 'relay-output',
            carryA: plate.certain('carryA'),
            makeA: plate.certain('makeA'),
            leastMa: plate.certain('leastMa'),
            mostV: plate.number('mostV'),
          },
        } as const;
      }),
    ],
    source: 'IEC 61131-2; 2 A a point, 5 mA least, outputs off on stop and on loss: common practice',
  });
};

export const controllers = {
  'controller-4-4': controller('Controller, 4 inputs, 4 relay outputs', 4, apart(4)),
  'controller-8-6': controller('Controller, 8 inputs, 6 relay outputs, 2 analogue', 8, apart(6), 2),
  'controller-8-8': controller('Controller, 8 inputs, 8 relay outputs in groups of 1, 1, 2 and 4', 8, grouped(1, 1, 2, 4)),
  'safety-relay': define({
    title: 'Safety relay, two channels',
    letter: 'K',
    group: 'control',
    terminals: ['A1', 'A2', 'S11', 'S12', 'S21', 'S22', 'S33', 'S34', '13', '14', '23', '24', '41', '42'],
    inputs: [],
    fields: {
      ratedV: field.number('Supply', 'V', 12, 240),
      va: field.typical('Own use', 'VA', 3, undefined, 0.5, 20),
      starts: field.choice('Start', ['automatic', 'manual', 'monitored'], 'monitored'),
      crossFault: field.choice('Sees a short between its channels', ['yes', 'no'], 'yes'),
      discrepancyS: field.typical('Channels may differ for', 's', 0.5, undefined, 0.05, 10),
      dropMs: field.typical('Drops out in', 'ms', 20, undefined, 5, 200),
      resistiveA: field.rating('Output, resistive', 'A', 0.1, 20),
      ac15A: field.rating('Output, AC-15', 'A', 0.1, 10),
      pilotCode: field.mark('Pilot duty', ['A300', 'B300', 'C300', 'D300', 'R300']),
      dcCode: field.dcCode(),
      mostV: field.mostV('Rated volts of its outputs'),
    },
    parts: (plate) => {
      const starts = plate.text('starts');
      const ratings = {
        resistiveA: plate.number('resistiveA'),
        ac15A: plate.number('ac15A'),
        pilotCode: plate.text('pilotCode'),
        dcCode: plate.text('dcCode'),
        mostV: plate.number('mostV'),
      };
      const guided = (a: string, b: string, form: 'NO' | 'NC') =>
        ({
          kind: 'contact',
          id: `${a}-${b}`,
          a,
          b,
          form,
          mover: { parts: ['logic'] },
          duty: 'control',
          symbol: 'contact',
          ratings,
        }) as const;
      return [
        {
          kind: 'safety',
          id: 'logic',
          a: 'A1',
          b: 'A2',
          ratedV: plate.number('ratedV'),
          va: plate.certain('va'),
          channels: [
            ['S11', 'S12'],
            ['S21', 'S22'],
          ],
          start: ['S33', 'S34'],
          starts: starts === 'automatic' || starts === 'manual' ? starts : 'monitored',
          seesCrossFault: plate.text('crossFault') !== 'no',
          discrepancyMs: plate.certain('discrepancyS') * 1000,
          dropMs: plate.certain('dropMs'),
          recoverMs: 500,
          plusNode: '#plus',
          zeroNode: '#zero',
        },
        guided('13', '14', 'NO'),
        guided('23', '24', 'NO'),
        guided('41', '42', 'NC'),
      ];
    },
    source: 'ISO 13849-1 category 4 practice, terminal marks EN 50005; 41–42 is a signal, never a safe contact: common practice',
  }),
};
