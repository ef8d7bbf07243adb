import { describe, expect, it } from 'vitest';
import {
  applyChanges,
  type Circuit,
  deviceOf,
  type EditChange,
  emptyCircuit,
  isTerminal,
  readCircuitDocument,
  spellTerminal,
  type TerminalId,
  terminalId,
} from '#core/circuit';
import { catalogue, familyOf, partsOf } from '#core/devices';
import { planCircuit } from '#core/graph';
import { DEMO, demo, seededNumbers } from '../testing/demo';
import { DRAWN } from '../testing/drawn';
import { unitPanel } from '../testing/panel';
import {
  AS_MARKED,
  addPart,
  addWire,
  alikeDevices,
  cellsOf,
  fromWireList,
  kindsFor,
  listedDevices,
  nextTag,
  readCommand,
  readWireList,
  seatPart,
  tagProblem,
  takeOut,
  traceWire,
  usualSwitching,
} from './index';

const done = (circuit: Circuit, changes: readonly EditChange[]): Circuit => {
  const applied = applyChanges(circuit, [...changes]);
  if (!applied.ok) throw new Error(applied.problems.map(({ message }) => message).join(' '));
  return applied.value.circuit;
};
const problemsOf = (circuit: Circuit): string[] => {
  const read = readCircuitDocument(JSON.parse(JSON.stringify(circuit)), catalogue);
  return read.ok ? [] : read.problems.map(({ message }) => message);
};
/** Terminals that wires join, by their spelling. */
const netsOf = (circuit: Circuit): string[] => {
  const groups = new Map<string, Set<string>>();
  for (const { ends } of Object.values(circuit.conductors)) {
    const [a, b] = ends.map((end) => end && spellTerminal(circuit, end));
    if (!a || !b) continue;
    const all = new Set([...(groups.get(a) ?? [a]), ...(groups.get(b) ?? [b])]);
    for (const one of all) groups.set(one, all);
  }
  return [...new Set(groups.values())].map((group) => [...group].sort().join(' ')).sort();
};

describe('a list of wires, line by line', () => {
  it.each([
    ['101 TC1:Y DT1:1 yellow 18', { number: '101', colour: 'yellow', size: { awg: 18 }, ends: ['TC1:Y', 'DT1:1'] }],
    [
      'TC1:Y\tDT1:1\t101\tYE\t0.75 mm²\t2.5 m',
      { number: '101', colour: 'yellow', size: { mm2: 0.75 }, lengthM: 2.5, ends: ['TC1:Y', 'DT1:1'] },
    ],
    ['-K1:13;-S2/2;W7;bk;1,5mm2;12 ft', { number: 'W7', colour: 'black', size: { mm2: 1.5 }, lengthM: 3.6576, ends: ['K1:13', 'S2:2'] }],
    ['k1:a1,g1:l1', { number: undefined, colour: undefined, size: undefined, ends: ['K1:a1', 'G1:l1'] }],
    ['18 K1:A1 G1:L1', { number: '18', size: undefined, ends: ['K1:A1', 'G1:L1'] }],
    ['7 K1:A1 G1:L1 #14 green-yellow', { number: '7', size: { awg: 14 }, colour: 'green-yellow', ends: ['K1:A1', 'G1:L1'] }],
    ['K1:A1 G2:+ 24', { number: undefined, size: { awg: 24 }, ends: ['K1:A1', 'G2:+'] }],
  ])('%s', (text, { ends, ...facts }) => {
    const { wires, bad } = readWireList(cellsOf(text));
    expect(bad).toEqual([]);
    expect(wires).toHaveLength(1);
    expect(wires[0]).toMatchObject(facts);
    expect(wires[0]!.ends.map(({ tag, mark }) => `${tag}:${mark}`)).toEqual(ends);
  });
  it.each([
    ['101 TC1:Y', 'has one terminal'],
    ['101 red 18', 'has no terminal'],
    ['1 K1:A1 K1:A1', 'one terminal'],
  ])('%s is told: %s', (text, why) => {
    const { wires, bad } = readWireList(cellsOf(`1 S1:1 S1:2\n${text}`));
    expect([wires.length, bad.length, bad[0]!.line]).toEqual([1, 1, 2]);
    expect(bad[0]!.why).toContain(why);
  });
  it('passes over a heading and empty lines, and reads device and terminal from columns of their own', () => {
    expect(readWireList(cellsOf('No;From;To;Colour\n\n1;K1:A1;S1:2;red\n')).wires).toHaveLength(1);
    const { wires, bad } = readWireList(
      cellsOf(
        'Wire,From device,From terminal,To device,To terminal,Colour,Size\n101,TC1,Y,DT1,1,yellow,18 AWG\n102,K1,A2,T1,C,blue,\n103,K1,,T1,C,blue,',
      ),
    );
    expect(wires).toMatchObject([
      {
        number: '101',
        colour: 'yellow',
        size: { awg: 18 },
        ends: [
          { tag: 'TC1', mark: 'Y' },
          { tag: 'DT1', mark: '1' },
        ],
      },
      {
        number: '102',
        colour: 'blue',
        ends: [
          { tag: 'K1', mark: 'A2' },
          { tag: 'T1', mark: 'C' },
        ],
      },
    ]);
    expect(bad.map(({ line }) => line)).toEqual([4]);
  });
  it.each([
    ['24V K1:A1 T1:R red', '24V', undefined],
    ['120V K1:A1 T1:R red', '120V', undefined],
    ['K1:A1 T1:R 24V red', '24V', undefined],
    ['7 K1:A1 T1:R red 600V', '7', 600],
    ['7\tK1:A1\tT1:R\tred\t50V ins', '7', 50],
    ['7\tK1:A1\tT1:R\tred\tW1 core 2\t300 V', '7', 300],
  ])('%s: a wire may be called by its volts; insulation is said, or is as it is sold', (line, number, insulationV) => {
    const [wire] = readWireList(cellsOf(line)).wires;
    expect([wire?.number, wire?.insulationV]).toEqual([number, insulationV]);
  });
  it('a wire that a list says twice is told, one way round or the other; of a plan of strips it is one', () => {
    const twice = (a: string, b: string) => {
      const list = readWireList(cellsOf(`7 ${a} ${b}\n7 ${b} ${a}`));
      return fromWireList(
        emptyCircuit,
        list.wires,
        new Map([
          ['S1', 'switch-1'],
          ['S2', 'switch-1'],
          ['X1', 'terminal-6'],
          ['X2', 'terminal-6'],
        ]),
      );
    };
    expect(twice('S1:2', 'S2:1').bad.map(({ why }) => why)).toEqual(['is there already, as wire 7.']);
    expect(twice('X1:1', 'X2:1').bad).toEqual([]);
    expect(twice('X1:1', 'X2:1').changes.filter(({ type }) => type === 'addConductor')).toHaveLength(1);
  });
  it('throws at nothing', () => {
    const chance = seededNumbers(5);
    const signs = 'K1:A- \t;,"\n18mm²\u0000é:/+=#';
    for (let turn = 0; turn < 3000; turn++) {
      const text = Array.from({ length: Math.floor(chance() * 60) }, () => signs[Math.floor(chance() * signs.length)]).join('');
      const { wires, bad } = readWireList(cellsOf(text));
      expect(wires.length + bad.length).toBeLessThanOrEqual(cellsOf(text).length);
    }
  });
});

describe.each(DEMO)('%s, told as a list of wires', (name) => {
  const circuit = demo(name);
  const known = new Map(Object.values(circuit.devices).map(({ tag, family }) => [tag, family]));
  const wires = Object.values(circuit.conductors).filter(({ ends }) => ends.every((end) => end !== null && isTerminal(end)));
  const text = wires
    .map(({ number, ends, colour, size }) => {
      const [a, b] = ends.map((end) => spellTerminal(circuit, end as TerminalId));
      return `${number}\t${a}\t${b}\t${colour}\t${'awg' in size ? `${size.awg} AWG` : `${size.mm2} mm²`}`;
    })
    .join('\n');

  it('comes back with the same wires on the same terminals, and is a sound document', () => {
    const list = readWireList(cellsOf(text));
    expect([list.wires.length, list.bad]).toEqual([wires.length, []]);
    const made = fromWireList(emptyCircuit, list.wires, known);
    const twice = wires.length - new Set(wires.map(({ ends }) => [...ends].sort().join())).size;
    expect(made.bad).toHaveLength(twice);
    const grown = done({ ...emptyCircuit, number: name, title: 't', site: 's', practice: circuit.practice }, made.changes);
    const whole = done(grown, usualSwitching(grown));
    expect(netsOf(whole)).toEqual(netsOf(circuit));
    expect(problemsOf(whole)).toEqual([]);
    if (twice === 0)
      expect(Object.values(whole.conductors).map(({ number, colour, size }) => [number, colour, size])).toEqual(
        wires.map(({ number, colour, size }) => [number, colour, size]),
      );
  });
  it('told as what is joined, in four ways of writing it, joins the same', () => {
    const nets = netsOf(circuit).map((net, index) => ({ name: `N${index + 1}`, ends: net.split(' ') }));
    const parted = nets.flatMap(({ name: net, ends }) => ends.map((end) => [net, ...end.split(':')] as const));
    for (const written of [
      nets.map(({ name: net, ends }) => `${net}: ${ends.join(' ')}`).join('\n'),
      `Potential\tJoins\n${nets.map(({ name: net, ends }) => `${net}\t${ends.join(', ')}`).join('\n')}`,
      `Net,Device,Pin\n${parted.map((row) => row.join(',')).join('\n')}`,
      parted.map(([net, tag, mark]) => `${net} ${tag}:${mark}`).join('\n'),
    ]) {
      const list = readWireList(cellsOf(written));
      expect(list.bad).toEqual([]);
      const made = fromWireList(emptyCircuit, list.wires, known);
      expect(netsOf(done({ ...emptyCircuit, number: name, title: 't', site: 's', practice: circuit.practice }, made.changes))).toEqual(
        netsOf(circuit),
      );
    }
  });
  it('a second time it is all there already: no device is added, and what is asked for is told', () => {
    const list = readWireList(cellsOf(text));
    const again = fromWireList(circuit, list.wires, new Map());
    expect(again.changes).toEqual([]);
    expect(again.bad.every(({ why }) => why.startsWith('is there already'))).toBe(true);
    expect(listedDevices(list.wires, circuit).every(({ isKnown, kinds }) => isKnown && kinds.length === 0)).toBe(true);
    const strange = fromWireList(circuit, readWireList(cellsOf('1 K9X:1 K1:ZZ')).wires, new Map());
    expect(strange.bad[0]!.why).toMatch(/nobody has said what K9X is|no terminal ZZ/);
  });
});

it('the kind is proposed by what is wired: first or among the first', () => {
  let [devices, first, among] = [0, 0, 0];
  for (const circuit of [...DEMO.map(demo), ...Object.values(DRAWN)]) {
    const wires = Object.values(circuit.conductors).flatMap(({ ends }) => ends.filter((end): end is TerminalId => end !== null));
    for (const device of Object.values(circuit.devices)) {
      const marks = [
        ...new Set(wires.filter((end) => deviceOf(end) === device.id).map((end) => spellTerminal(circuit, end).split(':')[1]!)),
      ];
      if (marks.length === 0 || device.family.startsWith('own-')) continue;
      const kinds = kindsFor(device.tag, marks).map(({ family }) => family);
      devices++;
      if (kinds[0] === device.family) first++;
      if (kinds.slice(0, 8).includes(device.family)) among++;
    }
  }
  console.log(`panel: of ${devices} devices the kind is proposed first for ${first}, among eight for ${among}`);
  expect(first / devices).toBeGreaterThan(0.6);
  expect(among / devices).toBeGreaterThan(0.85);
});

describe.each(DEMO)('parts put into %s and taken out', (name) => {
  const circuit = demo(name);
  it('into every wire and out again: the same joints as before, each step a sound document, each undone', () => {
    for (const { id, ends } of Object.values(circuit.conductors)) {
      const tag = nextTag(circuit, 'S');
      const seated = seatPart(circuit, { family: 'push-button', tag }, ['1', '2'], { in: id });
      if (!ends[0] || !ends[1]) {
        expect(seated).toBeUndefined();
        continue;
      }
      const applied = applyChanges(circuit, seated!.changes);
      if (!applied.ok) throw new Error('not applied');
      const { circuit: after, inverse } = applied.value;
      expect(problemsOf(after)).toEqual([]);
      expect(netsOf(after)).not.toEqual(netsOf(circuit));
      expect(netsOf(done(after, takeOut(after, seated!.device)!))).toEqual(netsOf(circuit));
      expect(done(after, inverse)).toEqual(circuit);
    }
  });
  it('every device is taken out: nothing names it any more', () => {
    for (const { id, tag } of Object.values(circuit.devices)) {
      const left = done(circuit, takeOut(circuit, id)!);
      expect([tag, problemsOf(left)]).toEqual([tag, []]);
      expect(JSON.stringify(left)).not.toContain(`"${id}"`);
      expect(JSON.stringify(left)).not.toContain(`"${id}:`);
      expect(() => planCircuit(left)).not.toThrow();
    }
  });
});

it('a part beside another, and a wire of its own', () => {
  const circuit = demo('Q1');
  const ps1 = Object.values(circuit.devices).find(({ tag }) => tag === 'PS1')!;
  const ends = ['1', '2'].map((mark) => `${ps1.id}:${mark}` as TerminalId) as [TerminalId, TerminalId];
  const beside = done(circuit, seatPart(circuit, { family: 'push-button', tag: 'S1' }, ['1', '2'], { beside: ends })!.changes);
  expect(netsOf(beside).some((net) => net.includes('PS1:1') && net.includes('S1:1'))).toBe(true);
  expect(problemsOf(beside)).toEqual([]);
  const { changes, device } = addPart(beside, { family: 'lamp', tag: nextTag(beside, 'H') });
  const lit = done(beside, changes);
  const wired = done(lit, addWire(lit, { ends: [`${device}:1` as TerminalId, ends[0]] }));
  expect(netsOf(wired).some((net) => net.includes('H1:1') && net.includes('PS1:1'))).toBe(true);
  expect(problemsOf(wired)).toEqual([]);
  expect(familyOf(wired.devices[device]!, wired).title).toBe('Lamp');
});

it('two people who add wires at once take no id twice', () => {
  const circuit = demo('Q1');
  const ends = Object.values(circuit.conductors)[0]!.ends as [TerminalId, TerminalId];
  const idOf = ([change]: readonly EditChange[]): string => (change?.type === 'addConductor' ? change.conductor.id : '');
  const [one, other] = [addWire(circuit, { ends }, 'a1_'), addWire(circuit, { ends }, 'b2_')];
  expect(idOf(one)).not.toBe(idOf(other));
  expect(problemsOf(done(done(circuit, one), other))).toEqual([]);
});

it('what uses volts leaves a gap where it was: its wires are never joined into a short', () => {
  for (const name of DEMO) {
    const circuit = demo(name);
    for (const { id, tag, family } of Object.values(circuit.devices)) {
      if (familyOf({ tag, family }, circuit).group !== 'load' && familyOf({ tag, family }, circuit).group !== 'relay') continue;
      const landed = (one: Circuit) => netsOf(one).map((net) => net.split(' '));
      const before = landed(circuit);
      // no two terminals that stood on different nets stand on one afterwards, but over what was a contact of it
      const isContact = partsOf(circuit.devices[id]!, circuit).every(({ kind }) => kind === 'contact');
      if (isContact) continue;
      for (const net of landed(done(circuit, takeOut(circuit, id)!)))
        expect([name, tag, before.some((was) => net.every((end) => was.includes(end)))]).toEqual([name, tag, true]);
    }
  }
});

it.each([
  ['K9', undefined],
  ['K1', 'There is already a K1'],
  ['k9', 'A tag is a capital letter'],
  ['', 'A tag is a capital letter'],
  ['K1234567890123', 'A tag is a capital letter'],
])('the tag %j: %s', (tag, said) => {
  const why = tagProblem(demo('Q1'), tag);
  expect(said === undefined ? why === undefined : why?.includes(said)).toBe(true);
  expect(tagProblem(demo('Q1'), 'K1', 'K1')).toBeUndefined();
});

it('many alike are asked about once, a few one by one, and each apart when somebody wants it', () => {
  const lines = (count: number) =>
    Array.from({ length: count }, (_, n) => `K${n + 1}:A1 K${n + 1}:A2\nS${n + 1}:1 K${n + 1}:A1`).join('\n');
  const asked = (count: number, apart: readonly string[] = []) =>
    alikeDevices(listedDevices(readWireList(cellsOf(lines(count))).wires, emptyCircuit), new Set(apart)).map((group) =>
      group.map(({ tag }) => tag),
    );
  expect(asked(2).sort()).toEqual([['K1'], ['K2'], ['S1'], ['S2']]);
  expect(asked(71).map((group) => group.length)).toEqual([71, 71]);
  expect(
    asked(71, ['K3'])
      .map((group) => group.length)
      .sort((a, b) => b - a),
  ).toEqual([71, 70, 1]);
});
const changesOf = (command: ReturnType<typeof readCommand>): readonly EditChange[] =>
  command && 'changes' in command ? command.changes : [];

describe('rows of terminals', () => {
  const blank: Circuit = { ...emptyCircuit, number: 'P1', title: 't', site: 's' };
  const proposed = (tag: string, ...marks: string[]) => kindsFor(tag, marks)[0]?.family;
  it.each([
    // as many ways as it takes; marks that count nothing are the screws themselves
    ['X1', ['1', '2', '9'], 'terminal-strip'],
    ['X1', ['1', '30', '31', '7', '12', '40', '2', '3'], 'terminal-40'],
    ['X2', ['101', '102'], 'terminals-as-marked'],
    ['TB4', ['R', 'C', '1N'], 'terminals-as-marked'],
    ['K1', ['A1', 'A2'], 'contactor-1'],
    ['K1', ['Q7', 'Q8'], undefined],
  ] as const)('%s with %j is first taken for %s', (tag, marks, family) => {
    expect(proposed(tag, ...marks)).toBe(family);
  });
  it('one is taken as it is marked, and grows with the next list, and with a hand that traces', () => {
    const read = (text: string) => readWireList(cellsOf(text)).wires;
    const take = (circuit: Circuit, text: string) => {
      const wires = read(text);
      const kinds = new Map(listedDevices(wires, circuit).flatMap(({ tag, kinds: [first] }) => (first ? [[tag, first.family]] : [])));
      const made = fromWireList(circuit, wires, kinds as Map<string, string>);
      return { circuit: done(circuit, made.changes), bad: made.bad };
    };
    const first = take(blank, 'X2:102 S1:1 1\nX2:101 S1:2 2\nX3:L S1:1 3');
    expect(first.bad).toEqual([]);
    const marksOf = (circuit: Circuit, tag: string) =>
      familyOf(Object.values(circuit.devices).find((one) => one.tag === tag)!, circuit).terminals;
    expect([marksOf(first.circuit, 'X2'), marksOf(first.circuit, 'X3')]).toEqual([['101', '102'], ['L']]);
    const second = take(first.circuit, 'X2:99 X3:N 4\nS1:9 X2:101 5');
    expect([marksOf(second.circuit, 'X2'), marksOf(second.circuit, 'X3')]).toEqual([
      ['99', '101', '102'],
      ['L', 'N'],
    ]);
    // a switch takes no screws
    expect(second.bad.map(({ why }) => why)).toEqual(['S1 has no terminal 9.']);
    const id = Object.values(second.circuit.devices).find(({ tag }) => tag === 'X2')!.id;
    const step = traceWire(second.circuit, { from: terminalId(id, '99'), to: terminalId(id, '7'), by: 'eye' });
    const third = done(second.circuit, 'why' in step ? [] : step.changes);
    expect([marksOf(third, 'X2'), problemsOf(third)]).toEqual([['7', '99', '101', '102'], []]);
    const bad = traceWire(third, { from: terminalId(id, '99'), to: { tag: 'X9', family: AS_MARKED, mark: 'no mark' }, by: 'eye' });
    expect('why' in bad && bad.why).toMatch(/up to 8 letters/);
    const other = traceWire(third, { from: terminalId(id, '99'), to: { tag: 'X9', family: AS_MARKED, mark: '12a' }, by: 'eye' });
    expect(marksOf(done(third, 'why' in other ? [] : other.changes), 'X9')).toEqual(['12a']);
  });
  it('of any number of ways there is a kind, and none of none or of a thousand', () => {
    const ways = (name: string) => catalogue.family(name, {})?.terminals.length;
    expect(['terminal-1', 'terminal-17', 'terminal-200', 'plug-9', 'neutral-bar-5', 'jumper-bar-4'].map(ways)).toEqual([
      1, 17, 200, 18, 5, 4,
    ]);
    expect(['terminal-0', 'terminal-017', 'terminal-201', 'terminal-1000', 'constructor-2', 'relay-17'].map(ways)).toEqual(
      Array(6).fill(undefined),
    );
    expect(done(blank, changesOf(readCommand(blank, 'add terminals 17 X7'))).devices).toMatchObject({
      dX7: { family: 'terminal-17' },
    });
  });
});
describe('a list of what is joined', () => {
  const SLIP = `${[1, 2, 3, 4, 5, 6].map((n) => `${n} K1:${n} K2:${n}`).join('\n')}\n7 K1:7 K2:8 K3:9`;
  const read = (text: string) => readWireList(cellsOf(text));
  const told = (text: string) =>
    read(text).wires.map(({ ends, number }) => `${number ?? '-'} ${ends.map((end) => `${end.tag}:${end.mark}`).join(' ')}`);
  it.each([
    ['R T1:R TC1:R K1:13', ['R T1:R TC1:R', 'R TC1:R K1:13']],
    ['C, T1:C, K1:A2, TC1:C', ['C T1:C K1:A2', 'C K1:A2 TC1:C']],
    ['24V = T1:R TC1:R T1:R', ['24V T1:R TC1:R']],
    ['24V: T1:R TC1:R\nC: T1:C TC1:C K1:A2', ['24V T1:R TC1:R', 'C T1:C TC1:C', 'C TC1:C K1:A2']],
    ['Net;Device;Terminal\nR;T1;R\nC;T1;C\nR;TC1;R\nC;TC1;C\nR;K1;13', ['R T1:R TC1:R', 'R TC1:R K1:13', 'C T1:C TC1:C']],
    // a slip in a list of wires stays a slip, a cable's core no device, a plan of free ways no net
    [SLIP, [1, 2, 3, 4, 5, 6].map((n) => `${n} K1:${n} K2:${n}`)],
    ['1 K1:A1 X1:1 W1/2\n2 K1:A2 X1:2 W1/3', []],
    ['X1:1,,free\nX1:2,,free\nX1:3,,free', []],
  ])('%j', (text, wires) => {
    expect(told(text)).toEqual(wires);
  });
  it('a name for one terminal alone is told, and the slip with how to mend it', () => {
    expect(read('R T1:R\nR TC1:R\nR K1:1\nY TC1:Y').bad.map(({ line, why }) => [line, why])).toEqual([
      [4, 'is a name for one terminal alone: it joins nothing.'],
    ]);
    expect(read(SLIP).bad[0]).toMatchObject({
      line: 7,
      why: expect.stringContaining('or all of the list by what is joined') as string,
    });
  });
});
it.each([
  ['3 K1:A1 X1:1 18', '3', { awg: 18 }],
  ['K1:A1 X1:1 3 blue 18', '3', { awg: 18 }],
  ['K1:A1 X1:1 18', undefined, { awg: 18 }],
  ['K1:A1 X1:1 3 1.5', '3', { mm2: 1.5 }],
  ['K1:A1 X1:1 blue 16 12', '16', { awg: 12 }],
  ['3 K1:A1 X1:1 18 6', '3', { awg: 18 }],
])('%s: number %s, size %j', (text, number, size) => {
  expect(readWireList(cellsOf(text)).wires[0]).toMatchObject({ number, size });
});
it('a contactor of two poles is proposed before one with a bar', () => {
  expect(
    kindsFor('K1', ['A1', 'A2', 'L1', 'L2', 'T1', 'T2'])
      .map(({ family }) => family)
      .slice(0, 2),
  ).toEqual(['contactor-2', 'contactor-1-bar']);
});
it('a panel of five hundred from its list is a document that the program takes', () => {
  const panel = unitPanel(500);
  const text = Object.values(panel.conductors)
    .map(({ number, ends }) => `${number} ${ends.map((end) => spellTerminal(panel, end as TerminalId)).join(' ')}`)
    .join('\n');
  const { wires } = readWireList(cellsOf(text));
  const kinds = new Map(listedDevices(wires, emptyCircuit).map(({ tag, kinds: [first] }) => [tag, first!.family]));
  const blank: Circuit = { ...emptyCircuit, number: 'P1', title: 't', site: 's' };
  const grown = done(blank, fromWireList(blank, wires, kinds).changes);
  const whole = done(grown, usualSwitching(grown));
  expect(Object.keys(whole.conductors)).toHaveLength(wires.length);
  expect(problemsOf(whole)).toEqual([]);
});
it('isolated opens a battery beside the isolator, and control on lifts what every power pole feeds', () => {
  const blank: Circuit = { ...emptyCircuit, number: 'P1', title: 't', site: 's' };
  const made = [
    ['isolator-2', 'Q1'],
    ['supply-1ph', 'G1'],
    ['battery', 'G2'],
    ['contactor-2no-2nc', 'K1'],
    ['heat-sequencer', 'K2'],
  ].reduce((circuit, [family, tag]) => done(circuit, addPart(circuit, { family: family!, tag: tag! }).changes), blank);
  const { control, isolated } = done(made, usualSwitching(made)).powerSwitch;
  expect([...isolated.open].sort()).toEqual(['dG2', 'dQ1']);
  expect([...control.lift].sort()).toEqual(['dK1:R2', 'dK1:R4', 'dK1:T1', 'dK1:T2', 'dK2:M2', 'dK2:M4']);
});
