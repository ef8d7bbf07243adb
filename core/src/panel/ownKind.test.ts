import { describe, expect, it } from 'vitest';
import { type Circuit, conductorIdSchema, emptyCircuit, ownFamilyNameSchema, readCircuitDocument, terminalIdSchema } from '#core/circuit';
import { catalogue, familyOf } from '#core/devices';
import { on } from '../testing/demo';
import { edited } from '../testing/edits';
import { onAt } from '../testing/onAt';
import { chains, line, rigged } from '../testing/rigged';
import { type ElementKind, type OwnElement, ownKind, ownKindName, ownKindProblem } from './index';

const rows = (text: string): OwnElement[] =>
  text.split('|').map((row) => {
    const [kind, ...marks] = row.trim().split(/\s+/);
    return { kind: kind as ElementKind, marks };
  });

/** A circuit in which a device of one's own stands beside others. */
function withOwn(elements: string, wires: string, plate: Record<string, number | string>): Circuit {
  const family = ownKind('Mine', 'K', rows(elements));
  const name = ownFamilyNameSchema.parse('own-mine');
  const base = rigged(
    {
      G1: line(120),
      S1: ['switch-1', { form: 'NO' }],
      H1: ['lamp', { volts: 120, watts: 5 }],
      H2: ['lamp', { volts: 120, watts: 5 }],
      K1: ['lamp', plate],
    },
    [],
  );
  const own = { ...base, families: { [name]: family }, devices: { ...base.devices, dK1: { ...base.devices.dK1!, family: name } } };
  return chains(wires).reduce<Circuit>((circuit, ends, index) => {
    const like = Object.values(rigged({}, [['X:1', 'Y:1']]).conductors)[0]!;
    return edited(circuit, {
      type: 'addConductor',
      conductor: {
        ...like,
        id: conductorIdSchema.parse(`w${index}`),
        ends: [terminalIdSchema.parse(`d${ends[0]}`), terminalIdSchema.parse(`d${ends[1]}`)],
      },
    });
  }, own);
}
const coilOn120 = { coilKind: 'AC', coilV: 120, coilHz: '60', volts: 120, watts: 5 };

describe('a kind of one’s own does what its rows say', () => {
  it.each([
    ['coil A1 A2 | NO 13 14 | NC 21 22', 'K1:13 H1:1 | K1:14 G1:L | K1:21 H2:1 | K1:22 G1:L', false, 'H2'],
    ['coil A1 A2 | NO 13 14 | NC 21 22', 'K1:13 H1:1 | K1:14 G1:L | K1:21 H2:1 | K1:22 G1:L', true, 'H1'],
    ['coil A1 A2 | pole 1 2 | NC 5 6', 'K1:1 H1:1 | K1:2 G1:L | K1:5 H2:1 | K1:6 G1:L', true, 'H1'],
    ['coil A1 A2 | changeover 9 1 5 | changeover 12 4 8', 'K1:9 G1:L | K1:5 H1:1 | K1:1 H2:1', true, 'H1'],
    ['coil A1 A2 | changeover 9 1 5 | changeover 12 4 8', 'K1:12 G1:L | K1:8 H1:1 | K1:4 H2:1', false, 'H2'],
  ] as const)('%s, wired %s, called %s: %s', (elements, wires, called, expected) => {
    const circuit = withOwn(elements, `G1:L S1:1 | S1:2 K1:A1 | K1:A2 G1:N | H1:2 H2:2 G1:N | ${wires}`, coilOn120);
    expect(onAt(circuit, [on('S1', 'on', 1000, called)], 5000, /^H/)).toBe(expected);
  });
  it('has its terminals alone, and a document with it is read again', () => {
    const circuit = withOwn('coil A1 A2 | NO 13 14 | lamp X1 X2', 'K1:A1 G1:L | K1:A2 G1:N', coilOn120);
    expect([...familyOf(circuit.devices.dK1!, circuit).terminals].sort()).toEqual(['13', '14', 'A1', 'A2', 'X1', 'X2']);
    const read = readCircuitDocument(
      JSON.parse(JSON.stringify({ ...emptyCircuit, ...circuit, number: 'P1', title: 't', site: 's' })),
      catalogue,
    );
    expect(read.ok ? [] : read.problems).toEqual([]);
  });
  it('two blocks may share a terminal', () => {
    const circuit = withOwn('coil A1 A2 | lamp A1 A2 | on-delay 15 16 18', 'K1:A1 G1:L | K1:A2 G1:N', coilOn120);
    expect([...familyOf(circuit.devices.dK1!, circuit).terminals].sort()).toEqual(['15', '16', '18', 'A1', 'A2']);
  });
  it.each([
    ['off-delay 15 16 18', 'K1:15 G1:L | K1:18 H1:1', [true, true, false]],
    ['on-delay 15 16 18', 'K1:15 G1:L | K1:18 H1:1', [true, false, false]],
  ] as const)('coil C1 C2 | %s: called for 20 s, seen then, 5 s and 30 s after', (element, wires, seen) => {
    const circuit = withOwn(`coil C1 C2 | ${element}`, `G1:L S1:1 | S1:2 K1:C1 | K1:C2 G1:N | H1:2 G1:N | ${wires}`, {
      ...coilOn120,
      ratedV: 120,
      onDelayS: 10,
      offDelayS: 10,
    });
    const log = [on('S1', 'on', 0, false), on('S1', 'on', 1000), on('S1', 'on', 21_000, false)];
    expect([20_500, 26_000, 51_000].map((ms) => onAt(circuit, log, ms, /^H1/) === 'H1')).toEqual(seen);
  });
  it.each([
    ['switch 1 2', 'on', true],
    ['limit 1 2', 'hot', false],
  ] as const)('%s, worked: %s', (element, input, lit) => {
    const circuit = withOwn(`coil A1 A2 | ${element}`, 'K1:1 G1:L | K1:2 H1:1 | H1:2 G1:N', {});
    expect(onAt(circuit, [on('K1', input, 1000)], 3000, /^H/) === 'H1').toBe(lit);
    expect(onAt(circuit, [on('K1', input, 0, false)], 3000, /^H/) === 'H1').toBe(!lit);
  });
  it('of several buttons each is a hand of its own', () => {
    const circuit = withOwn('button-NC 1 2 | button-NO 3 4', 'K1:1 G1:L | K1:2 K1:3 H2:1 | K1:4 H1:1 | H1:2 H2:2 G1:N', {});
    expect([...familyOf(circuit.devices.dK1!, circuit).terminals].sort()).toEqual(['1', '2', '3', '4']);
    expect(onAt(circuit, [], 2000, /^H/)).toBe('H2');
    expect(onAt(circuit, [on('K1', 'second', 1000)], 1200, /^H/)).toBe('H1 H2');
    expect(onAt(circuit, [on('K1', 'first', 1000)], 1200, /^H/)).toBe('');
    const one = withOwn('button-NC 8 9', 'K1:8 G1:L | K1:9 H1:1 | H1:2 G1:N', {});
    expect([onAt(one, [], 2000, /^H/), onAt(one, [on('K1', 'pressed', 1000)], 1200, /^H/)]).toEqual(['H1', '']);
  });
  it('without a coil a hand works its contacts', () => {
    const circuit = withOwn('NO 3 4 | NC 1 2', 'K1:3 G1:L | K1:4 H1:1 | K1:1 G1:L | K1:2 H2:1 | H1:2 H2:2 G1:N', {});
    expect(onAt(circuit, [], 2000, /^H/)).toBe('H2');
    expect(onAt(circuit, [on('K1', 'pressed', 1000)], 2000, /^H/)).toBe('H1');
  });
});

it.each([
  ['', 'coil A1 A2', /name that stands on its label/],
  ['x', 'coil A1', /has 2 terminals/],
  ['x', 'coil A1 A1', /names one twice/],
  ['x', 'button-NO 1 2 | NC 3 4', /Say each as a button of its own/],
  ['x', 'button-NO 1 2 | button-NO 3 4 | button-NC 5 6 | button-NC 7 8', /At most three buttons/],
  ['x', 'coil A1 A2 | pole L1 T1 | pole L1 T2', /L1 is named twice/],
  ['x', 'pole L1 T1', /What moves its poles/],
  ['x', 'coil A1 A2 | coil B1 B2', /One coil/],
  ['x', 'coil A1 A2 | NO 1 2 | NO 3 4 | NO 5 6 | NO 7 8 | NO 9 10', /At most 4/],
  ['x', 'coil A1 A/2', /no mark of a terminal/],
  ['x', Array.from({ length: 9 }, (_, n) => `lamp ${n}a ${n}b`).join(' | '), /more than one device can have/],
] as const)('%s %s is refused with what to do', (title, elements, why) => {
  expect(ownKindProblem(title, rows(elements))).toMatch(why);
});
it('a sound one has no problem, and each gets a name of its own', () => {
  expect(ownKindProblem('Boiler relay 24 V', rows('coil A1 A2 | changeover 11 12 14'))).toBeUndefined();
  expect(ownKindProblem('x', [])).toMatch(/at least one/);
  expect(ownKindName({}, 'Boiler relay, 24 V')).toBe('own-boiler-relay-24-v');
  expect(ownKindName({ 'own-boiler-relay-24-v': 1 }, 'Boiler relay, 24 V')).toBe('own-boiler-relay-24-v-2');
  expect(ownKindName({}, '—')).toBe('own-part');
});
