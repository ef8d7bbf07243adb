import { expect, it } from 'vitest';
import type { Circuit, EditChange, TerminalId } from '#core/circuit';
import { explore } from '#core/explore';
import { addWire } from '#core/panel';
import { demo } from '../testing/demo';
import { edited, set } from '../testing/edits';
import { checkStudy, studyOf } from './index';

/** The wire between two terminals, as told by its ends. */
const wire = (circuit: Circuit, a: string, b: string) => {
  const found = Object.values(circuit.conductors).find(
    ({ ends: [one, other] }) => (one === a && other === b) || (one === b && other === a),
  );
  if (!found) throw new Error(`no wire ${a} ${b}`);
  return found;
};
/** The end of a wire that lies on one terminal, put on another. */
const moved = (circuit: Circuit, from: string, far: string, to: string): EditChange => {
  const { id, ends } = wire(circuit, from, far);
  return { type: 'moveEnd', conductor: id, end: ends[0] === from ? 0 : 1, to: to as TerminalId };
};
const without = (circuit: Circuit, a: string, b: string): EditChange => ({ type: 'removeConductor', conductor: wire(circuit, a, b).id });

/** Each circuit with one mistake: what it is, which rule tells it, of which device, how badly. */
const MISTAKES: readonly [
  circuit: string,
  mistake: string,
  changes: (circuit: Circuit) => EditChange[],
  rule: string,
  device: string,
  verdict: string,
][] = [
  ['Q4', 'an output that its coil overloads', () => [set('dK1', 'sealedVa', 30)], 'contact-rating', 'dA1', 'danger'],
  ['Q4', 'valves for 12 V', () => [set('dY1', 'coilV', 12)], 'coil-window', 'dY1', 'block'],
  [
    'Q8',
    'an emergency stop of one channel, the other one bridged',
    (c) => [moved(c, 'dS1:21', 'dA1:S21', 'dA1:S22'), without(c, 'dS1:22', 'dA1:S22')],
    'safety-loops',
    'dA1',
    'danger',
  ],
  [
    'Q8',
    'both channels through one contact of the stop',
    (c) => [moved(c, 'dS1:21', 'dA1:S21', 'dS1:12'), moved(c, 'dS1:22', 'dA1:S22', 'dS1:12')],
    'safety-loops',
    'dA1',
    'danger',
  ],
  ['Q8', 'its contactors left out of the reset', (c) => [moved(c, 'dK1:21', 'dS2:2', 'dA1:S34')], 'safety-loops', 'dK1', 'danger'],
  ['Q10', 'two speed leads on one terminal', (c) => [moved(c, 'dX3:P', 'dM1:LO', 'dM1:HI')], 'speed-leads', 'dM1', 'danger'],
  ['Q10', 'its fan relay with a coil for 240 V', () => [set('dK1', 'coilV', 240)], 'coil-window', 'dK1', 'danger'],
  [
    'L2',
    'neither interlock',
    (c) => [
      { type: 'setPair', a: c.pairs[0]!.a, b: c.pairs[0]!.b, to: null },
      moved(c, 'dK2:21', 'dB1:22', 'dK1:A1'),
      moved(c, 'dK1:21', 'dB2:22', 'dK2:A1'),
    ],
    'short-circuit',
    'dG1',
    'block',
  ],
  [
    'L2',
    'a stop that is bridged',
    (c) => addWire(c, { ends: ['dS2:1', 'dS2:2'] as [TerminalId, TerminalId] }),
    'stops-nothing',
    'dS2',
    'danger',
  ],
  ['L3', 'set and reset on the wrong volts', () => [set('dK1', 'coilV', 24)], 'coil-window', 'dK1', 'danger'],
  [
    'L5',
    'the 180 V of the lift straight on a pole of the relay',
    (c) => [moved(c, 'dF1:T1', 'dK1:11', 'dF3:2'), moved(c, 'dH1:1', 'dK1:9', 'dM1:A1'), without(c, 'dK2:T1', 'dM1:A1')],
    'contact-rating',
    'dK1',
    // a figure for 30 V DC says nothing at 180 V
    'cannot-clear',
  ],
  ['L6', 'a relay in the base of another', () => [set('dK1', 'base', '11-pin')], 'wrong-base', 'dK1', 'block'],
];

it.each(MISTAKES)('%s with %s is told', (name, _, changes, rule, device, verdict) => {
  const circuit = demo(name);
  const wrong = edited(circuit, ...changes(circuit));
  const findings = checkStudy(studyOf(wrong, explore(wrong)));
  expect(findings.map((one) => [one.rule, one.devices[0], one.verdict].join(' '))).toContain([rule, device, verdict].join(' '));
});
