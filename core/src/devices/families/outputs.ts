import type { DriverKind } from '#core/kinds';
import { define, field, only } from '../family';

const USUAL = 'what is usual for its kind of output stands in';
const TERMINALS = ['1', '2'] as const;

interface Usual {
  /** what it passes while it is off, and the volts at which it does: a snubber's leak goes with the volts */
  readonly leakMa: number;
  readonly leakAtV: number;
}

/** One output of a controller: a contact, or electronics that act as one and leak while they are off. */
const output = (title: string, driver: DriverKind, source: string, usual?: Usual) =>
  define({
    title,
    letter: 'A',
    group: 'control',
    terminals: TERMINALS,
    inputs: [{ name: 'on', on: 'Switch it on', off: 'Switch it off', state: 'switched on', kind: 'maintained', rest: false }],
    fields: {
      carryA: field.unasked(field.rating('Carries', 'A', 0.01, 20), USUAL),
      makeA: field.unasked(field.rating('Makes', 'A', 0.01, 100), USUAL),
      mostV: field.unasked(field.mostV(), USUAL),
      // a contact does not leak
      ...only(usual !== undefined, {
        leakMa: field.typical(`Leaks while off, at ${usual?.leakAtV} V`, 'mA', usual?.leakMa ?? 0, undefined, 0, 20),
      }),
    },
    parts: (plate) => [
      {
        kind: 'contact',
        id: '1-2',
        a: '1',
        b: '2',
        form: 'NO',
        mover: { inputs: ['on'] },
        duty: 'control',
        symbol: 'contact',
        ratings: { driver, carryA: plate.number('carryA'), makeA: plate.number('makeA'), mostV: plate.number('mostV') },
        ...(usual ? { offOhms: (1000 * usual.leakAtV) / Math.max(plate.certain('leakMa'), 1e-6) } : {}),
      },
    ],
    source,
  });

export const outputs = {
  'output-relay': output('Controller output, relay', 'relay-output', '2 A a point, 5 mA least: common practice'),
  'output-triac': output('Controller output, triac', 'triac', '0.5 A a point, leaks 1 to 4 mA by its snubber: common practice', {
    leakMa: 4,
    leakAtV: 120,
  }),
  'output-transistor': output('Controller output, transistor', 'transistor', '24 V DC, 0.5 A a point: common practice', {
    leakMa: 0.5,
    leakAtV: 24,
  }),
  'output-board': output('Controller board output, 24 V AC', 'board', '1 A a point, inrush of the board counted: common practice'),
};
