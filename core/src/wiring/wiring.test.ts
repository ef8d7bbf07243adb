import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyChanges, type Circuit, conductorsAt, type EditChange, spellTerminal, terminalId } from '#core/circuit';
import { drain, explore } from '#core/explore';
import { planNetwork } from '#core/network';
import { DEFAULT_PRACTICE } from '#core/schools';
import { demo, SHIPPED } from '../testing/demo';
import { edited } from '../testing/edits';
import { dev, end, wire } from '../testing/ids';
import { line, rigged } from '../testing/rigged';
import {
  between,
  changeSet,
  endKey,
  followWire,
  handedOver,
  type LandingAct,
  type LaterAct,
  openersOf,
  putOff,
  readingsOf,
  stayingLive,
  ticksOf,
  wireClasses,
  wiringDoubts,
} from './index';

const doubts = (circuit: Circuit) => wiringDoubts(explore(circuit), DEFAULT_PRACTICE);
const codes = (circuit: Circuit): string[] => doubts(circuit).map(({ code }) => code);
const describeWire = (id: string, to: object): EditChange => ({ type: 'describeConductor', conductor: wire(id), to });

describe('what a wire is by its volts', () => {
  const classOf = (name: string, number: string) => {
    const circuit = demo(name);
    const id = Object.values(circuit.conductors).find((one) => one.number === number)!.id;
    return wireClasses(explore(circuit)).get(id)!;
  };
  it.each([
    ['Q1', '101', 'extra-low', false],
    ['Q1', '102', 'extra-low', true],
    ['Q1', '203', 'mains', false],
    ['Q1', 'PE', 'earth', false],
    ['Q3', '10', 'mains', true],
    ['Q3', '20', 'extra-low', true],
    ['L1A', '7', 'extra-low', true],
    ['L1A', '2', 'mains', true],
    ['L1A', '4', 'mains', false],
  ] as const)('%s wire %s: %s, return %s', (name, number, is, isReturn) => {
    const of = classOf(name, number);
    expect(of.is).toBe(is);
    if (is !== 'earth' && number !== '7') expect(of.isReturn).toBe(isReturn);
  });
  it('a call pair beside mains in one sheath is no mains: what capacitance brings is a ghost', () => {
    expect(classOf('L1A', '6').mostV).toBeLessThan(31);
  });
});

describe('doubts about the wiring', () => {
  it.each(SHIPPED)('%s, as it ships, has none that is a danger', (name) => {
    expect(doubts(demo(name)).filter(({ verdict }) => verdict === 'danger')).toEqual([]);
  });
  const peOf = (circuit: Circuit): string => conductorsAt(circuit, terminalId(dev('dM1'), 'PE'))[0]!.id;
  it.each([
    [
      'a motor without its protective conductor',
      (c: Circuit) => [{ type: 'removeConductor', conductor: wire(peOf(c)) }],
      'no protective conductor',
    ],
    [
      'one that is lifted at the bar',
      (c: Circuit) => [{ type: 'moveEnd', conductor: wire(peOf(c)), end: 0, to: null }],
      'no protective conductor',
    ],
    ['mains in insulation for 50 V', () => [describeWire('w09', { insulationV: 50 })], 'insulation'],
    ['a green wire that is live', () => [describeWire('w09', { colour: 'green' })], 'colour'],
    ['a protective conductor in red', (c: Circuit) => [describeWire(peOf(c), { colour: 'red' })], 'colour'],
  ] as const)('%s', (_what, changes, code) => {
    const circuit = demo('Q1');
    const mains = [...wireClasses(explore(circuit))].find(([, { is, isReturn, mostV }]) => is === 'mains' && !isReturn && mostV > 100)![0];
    const made = edited(
      circuit,
      ...(changes(circuit) as EditChange[]).map((change) =>
        change.type === 'describeConductor' && change.conductor === 'w09' ? { ...change, conductor: mains } : change,
      ),
    );
    expect(codes(made)).toContain(code);
    expect(codes(circuit)).not.toContain(code);
  });
  it('a live end that hangs loose, and a number on two potentials', () => {
    const circuit = demo('Q1');
    const mains = [...wireClasses(explore(circuit))].find(([, { is, mostV }]) => is === 'mains' && mostV > 100)![0];
    const loose = edited(circuit, { type: 'moveEnd', conductor: mains, end: 1, to: null });
    expect(codes(loose)).toContain('loose and live');
    expect(codes(edited(circuit, describeWire(mains, { number: '102' })))).toContain('one number, two potentials');
  });
  it('two supplies whose hot ends meet are told, and so is a return that comes back another way', () => {
    const circuit = demo('Q3');
    const like = Object.values(circuit.conductors)[0]!;
    const joined = edited(circuit, {
      type: 'addConductor',
      conductor: { ...like, id: wire('wjoin'), number: '', ends: [end('dT1:X1'), end('dG2:+')] },
    });
    expect(codes(joined)).toContain('supplies joined');
    expect(codes(circuit)).not.toContain('supplies joined');
    const heating = demo('L1A');
    const [neutral] = Object.values(heating.conductors).filter(({ ends }) => ends.includes(end('dY1:N')));
    const apart = edited(heating, describeWire(neutral!.id, { cable: null, core: null }));
    // a valve draws little: it is told where the amps are worth it
    expect(codes(apart)).not.toContain('line apart from return');
    const strong = edited(apart, { type: 'setField', device: dev('dY1'), field: 'va', to: { value: 230, evidence: 'print' } });
    expect(codes(strong)).toContain('line apart from return');
  });
  it('a contact with a supply on either side is told; fuses before it are as good as wire', () => {
    const volts = { volts: 120, hz: '60' } as const;
    const devices = {
      G1: ['supply-1ph', volts],
      G2: ['supply-1ph', volts],
      F1: ['fuse-1', { ratingA: 5 }],
      S1: ['switch-1', {}],
      H1: ['lamp', { volts: 120, watts: 5 }],
    } as const;
    const wires = [
      ['G1:L', 'F1:1'],
      ['F1:2', 'S1:1'],
      ['S1:2', 'H1:1'],
      ['H1:2', 'G1:N'],
    ] as const;
    expect(codes(rigged(devices, wires))).not.toContain('contact joins supplies');
    const joined = doubts(rigged(devices, [...wires, ['S1:2', 'G2:L'], ['G1:N', 'G2:N']]));
    expect(joined.filter(({ code }) => code === 'contact joins supplies')).toEqual([
      expect.objectContaining({ verdict: 'danger', device: dev('dS1'), others: [dev('dG1'), dev('dG2')] }),
    ]);
  });
  it.each([
    ['two breakers and one neutral in a cable', 'breaker-1', 1, true],
    ['a neutral for each', 'breaker-1', 2, false],
    ['one handle for both lines', 'breaker-2', 1, false],
  ] as const)('shared neutral: %s', (_, guard, neutrals, isShared) => {
    const guards: Parameters<typeof rigged>[0] =
      guard === 'breaker-2'
        ? { F1: ['breaker-2', { ratingA: 10 }] }
        : { F1: ['breaker-1', { ratingA: 10 }], F2: ['breaker-1', { ratingA: 10 }] };
    const second = guard === 'breaker-2' ? (['F1:L2', 'F1:T2'] as const) : (['F2:L1', 'F2:T1'] as const);
    const lamp = ['lamp', { volts: 120, watts: 60 }] as const;
    const circuit = rigged(
      { G1: ['supply-3ph-wye', { volts: 208, hz: '60' }], ...guards, H1: lamp, H2: lamp },
      [
        ['G1:L1', 'F1:L1'],
        ['G1:L2', second[0]],
        ['F1:T1', 'H1:1', 10, 'cA'],
        [second[1], 'H2:1', 10, 'cA'],
        ['G1:N', 'H1:2', 10, 'cA'],
        neutrals === 1 ? ['H1:2', 'H2:2'] : ['G1:N', 'H2:2', 10, 'cA'],
      ],
      10,
    );
    expect(codes(circuit).includes('shared neutral')).toBe(isShared);
  });
  it('three ends under a screw, but as many as there are on a bar', () => {
    const found = doubts(demo('Q1')).filter(({ code }) => code === 'crowded');
    expect(found.map((one) => one.code === 'crowded' && spellTerminal(demo('Q1'), one.at))).toEqual(['K1:L2', 'K1:T1', 'K1:T2']);
  });
  it('a coil’s wire to an overload contact in its return is no neutral', () => {
    expect(codes(demo('Q3'))).toEqual([]);
  });
  it('a thermostat wire may be green where thermostat wires are', () => {
    const circuit = demo('Q1');
    const fan = conductorsAt(circuit, end('dTC1:G'))[0]!;
    expect(codes(edited(circuit, describeWire(fan.id, { colour: 'green' })))).not.toContain('colour');
  });
});

describe('whether two points share a node', () => {
  const plan = planNetwork(demo('Q1'));
  it.each([
    ['F1:1', 'T1:R', 'one node', false],
    ['K1:A1', 'TC1:Y', 'contacts', false],
    ['K1:A1', 'T1:C', 'loads', false],
    ['K1:L1', 'T1:C', 'supplies', true],
  ] as const)('%s and %s: %s', (a, b, is, byEarth) => {
    const [one, other] = [end(`d${a}`), end(`d${b}`)];
    const found = between(plan, one, other);
    expect([found.is, found.byEarth]).toEqual([is, byEarth]);
    // the way back is as good
    expect(between(plan, other, one).is).toBe(is);
  });
  it('what earth alone joins is said, and what nothing joins', () => {
    const bare = rigged({ G1: ['supply-1ph', { volts: 120, hz: '60' }], S1: ['switch-1', {}], H1: ['lamp', { volts: 120, watts: 5 }] }, [
      ['S1:1', 'H1:1'],
    ]);
    expect(between(planNetwork(bare), end('dG1:L'), end('dH1:1'))).toEqual({ is: 'none', byEarth: false, passed: [] });
  });
});

describe('what stays live', () => {
  const live = (circuit: Circuit, ...tags: string[]): string[] =>
    drain(
      stayingLive(
        circuit,
        tags.map((tag) => Object.values(circuit.devices).find((one) => one.tag === tag)!.id),
      ),
    )
      .live.filter(({ isHot }) => isHot)
      .map(({ terminal }) => spellTerminal(circuit, terminal))
      .sort();
  it.each([
    ['Q1', ['Q1'], ['G1:L1', 'G1:L2', 'Q1:L1', 'Q1:L2']],
    ['Q1', ['G1'], []],
    ['L1A', ['Q1'], ['G1:L', 'Q1:L1']],
  ] as const)('%s with %s open', (name, tags, terminals) => {
    expect(live(demo(name), ...tags)).toEqual(terminals);
  });
  it('a fuse in one leg leaves the other leg and all before it; what hangs on that leg is told with its load', () => {
    const circuit = demo('Q1');
    const { live: all } = drain(stayingLive(circuit, [dev('dF1')]));
    const motor = all.find(({ terminal }) => terminal === 'dM3:1')!;
    expect([motor.isHot, motor.from]).toEqual([true, 'dG1']);
  });
  it.each(SHIPPED)('%s: every source that may be opened, opened, leaves nothing hot', (name) => {
    const circuit = demo(name);
    const sources = Object.values(circuit.devices).filter(({ family }) => /supply-|battery|heat-source|phase/.test(family));
    expect(live(circuit, ...sources.map(({ tag }) => tag))).toEqual([]);
  });
  it('opening more never leaves more live', () => {
    const circuit = demo('Q10');
    const openers = openersOf(circuit);
    fc.assert(
      fc.property(fc.subarray(openers), fc.subarray(openers), (some, more) => {
        const few = live(circuit, ...some.map(({ tag }) => tag));
        const fewer = live(circuit, ...new Set([...some, ...more].map(({ tag }) => tag)));
        return fewer.every((terminal) => few.includes(terminal));
      }),
      { numRuns: 12, seed: 7 },
    );
  });
});

describe('a change set', () => {
  const before = demo('Q1');
  it('of a circuit and itself is empty', () => {
    const set = changeSet(before, before);
    expect(
      [set.added, set.removed, set.changed, set.devicesIn, set.devicesOut, set.devicesChanged, set.testAgain, set.terminals].flat(),
    ).toEqual([]);
  });
  it('names what was added, removed, moved and described, and what shares wiring with it', () => {
    const [first, second, third] = Object.values(before.conductors);
    const after = edited(
      before,
      { type: 'removeConductor', conductor: first!.id },
      { type: 'moveEnd', conductor: second!.id, end: 0, to: null },
      describeWire(third!.id, { colour: 'pink' }),
      { type: 'addConductor', conductor: { ...first!, id: wire('wnew'), number: '999' } },
    );
    const set = changeSet(before, after);
    expect(set.removed.map(({ id }) => id)).toEqual([first!.id]);
    expect(set.added.map(({ id }) => id)).toEqual(['wnew']);
    expect(set.changed.map(({ is, moved, facts }) => [is.id, moved, facts])).toEqual([
      [second!.id, [0], []],
      [third!.id, [], ['colour']],
    ]);
    expect(set.testAgain.length).toBeGreaterThan(1);
  });
  it('a conductor moved on paper leads back when the two change places', () => {
    const ends = Object.values(before.conductors);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: ends.length - 1 }), fc.constantFrom(0 as const, 1 as const), (index, side) => {
        const after = edited(before, { type: 'moveEnd', conductor: ends[index]!.id, end: side, to: null });
        const [there, back] = [changeSet(before, after), changeSet(after, before)];
        return there.changed.length === 1 && back.changed.length === 1 && there.terminals.join() === back.terminals.join();
      }),
      { numRuns: 30, seed: 3 },
    );
  });
});

describe('ticks', () => {
  const circuit = demo('L1A');
  const act = (what: LandingAct['act'], terminal = 'dY1:L', more: Partial<LandingAct> = {}): LandingAct => ({
    conductor: wire('w08'),
    side: 1,
    act: what,
    terminal: end(terminal),
    by: 'Wren',
    at: '2026-11-29T02:00:00.000Z',
    revision: 0,
    signed: '',
    ...more,
  });
  const at = (log: readonly LandingAct[], of: Circuit = circuit) => ticksOf(of, log).get(endKey('w08', 1));
  it.each([
    ['landed', [act('landed')], { landed: true, tugged: false, times: 1 }],
    ['landed and tugged', [act('landed'), act('tugged')], { landed: true, tugged: true, times: 1 }],
    ['tugged before it was landed', [act('tugged')], { landed: false, tugged: false, times: 0 }],
    ['taken back', [act('landed'), act('tugged'), act('undone')], { landed: false, tugged: false, times: 1 }],
    ['done again', [act('landed'), act('undone'), act('landed')], { landed: true, tugged: false, times: 2 }],
    ['landed where it no longer goes', [act('landed', 'dY1:N')], { landed: false, tugged: false, times: 1 }],
  ] as const)('%s', (_what, log, wanted) => {
    const is = at(log);
    expect({ landed: is?.landed !== undefined, tugged: is?.tugged !== undefined, times: is?.times ?? 0 }).toEqual(wanted);
  });
  it('are void once the end is moved, and say who landed it before', () => {
    const moved = edited(circuit, { type: 'moveEnd', conductor: wire('w08'), end: 1, to: end('dY1:N') });
    expect(at([act('landed'), act('tugged')], moved)).toMatchObject({ landed: undefined, tugged: undefined, moved: { by: 'Wren' } });
  });
  it('come to a record for the next person: who did what, what was signed for, what was done again, what is open', () => {
    const other = { conductor: wire('w08'), side: 0 as const, terminal: circuit.conductors.w08!.ends[0]! };
    const record = handedOver(circuit, [
      act('landed'),
      act('undone'),
      act('landed', 'dY1:L', { signed: 'isolated by the utility', at: '2026-11-29T03:00:00.000Z' }),
      act('landed', 'dY1:L', { ...other, by: 'Tern' }),
      act('tugged', 'dY1:L', { ...other, by: 'Tern' }),
    ]);
    expect(record.people).toEqual([
      { by: 'Wren', landed: 1, tugged: 0, last: '2026-11-29T03:00:00.000Z' },
      { by: 'Tern', landed: 1, tugged: 1, last: '2026-11-29T02:00:00.000Z' },
    ]);
    expect(record.signed.map(({ signed }) => signed)).toEqual(['isolated by the utility']);
    expect(record.again.map(({ times }) => times)).toEqual([2]);
    const ends = Object.values(circuit.conductors).flatMap((one) => one.ends.filter((at) => at !== null)).length;
    expect(record.open).toHaveLength(ends - 1);
    expect(record.open.filter(({ wants }) => wants === 'a tug')).toEqual([{ conductor: wire('w08'), side: 1, wants: 'a tug' }]);
  });
  it('of a wire that is gone are nothing', () => {
    const gone = applyChanges(circuit, [{ type: 'removeConductor', conductor: wire('w08') }]);
    expect(gone.ok && ticksOf(gone.value.circuit, [act('landed')]).size).toBe(0);
  });
});

describe('the log of a plan', () => {
  const circuit = demo('L1A');
  const done = { by: 'Wren', at: '2026-11-29T02:00:00.000Z' };
  const read = (stage: string, text: string) => ({ ...done, act: 'read' as const, stage, asks: '', text });
  const later = (id: string, act: 'later' | 'now', why = '') => ({ ...done, act, conductor: wire(id), why });
  it('keeps the last reading of each stage; one that was taken back is none', () => {
    const log = [read('a', '0.1'), read('b', 'OL'), read('a', '0.3'), read('b', '')];
    expect([...readingsOf(log)].map(([stage, { text }]) => [stage, text])).toEqual([['a', '0.3']]);
  });
  it('puts a wire off until it can be done, is landed, or is gone', () => {
    const off = (log: LaterAct[], ticks = ticksOf(circuit, [])) => [...putOff(circuit, log, ticks).keys()];
    expect(off([later('w08', 'later', 'no valve yet')])).toEqual(['w08']);
    expect(off([later('w08', 'later'), later('w08', 'now')])).toEqual([]);
    expect(off([later('w08', 'now'), later('w08', 'later')])).toEqual(['w08']);
    expect(off([later('wGone', 'later')])).toEqual([]);
    const landed = ([0, 1] as const).map(
      (side): LandingAct => ({
        ...done,
        act: 'landed',
        conductor: wire('w08'),
        side,
        terminal: circuit.conductors[wire('w08')]!.ends[side]!,
        revision: 0,
        signed: '',
      }),
    );
    expect(off([later('w08', 'later')], ticksOf(circuit, landed.slice(0, 1)))).toEqual(['w08']);
    expect(off([later('w08', 'later')], ticksOf(circuit, landed))).toEqual([]);
  });
});

describe('a wire that is followed by hand', () => {
  const circuit = rigged(
    {
      G1: line(120),
      S1: ['switch-1', {}],
      S2: ['switch-1', {}],
      X1: ['terminal-6', {}],
      X2: ['splice', {}],
      X3: ['plug-2', {}],
      EH1: ['heater', { volts: 120, watts: 500 }],
      EH2: ['heater', { volts: 120, watts: 500 }],
    },
    [
      ['G1:L', 'S1:1'], // 1
      ['S1:2', 'X1:1'], // 2
      ['X1:1', 'X3:1s'], // 3
      ['X3:1p', 'X2:J'], // 4
      ['X2:J', 'EH1:1'], // 5
      ['X2:J', 'EH2:1'], // 6
      ['EH1:2', 'EH2:2'], // 7
      ['EH2:2', 'G1:N'], // 8
      ['S2:1', 'S1:1'], // 9
    ],
  );
  const plan = planNetwork(circuit);
  const way = (from: string, to: string) => {
    const is = Object.values(circuit.conductors).find(
      ({ ends }) => ends.map((one) => one && spellTerminal(circuit, one)).join() === [from, to].join(),
    )!;
    const { start, hops, ends } = followWire(plan, is.id);
    const spelled = (one: Parameters<typeof spellTerminal>[1] | null) => (one ? spellTerminal(circuit, one) : 'loose');
    return {
      start: spelled(start),
      hops: hops.map(({ from: a, to: b, by, branch }) => `${branch} ${spelled(a)}${'wire' in by ? '-' : '='}${spelled(b)}`),
      ends: ends.map(spelled).sort(),
    };
  };
  const whole = ['0 S1:2-X1:1', '0 X1:1-X3:1s', '0 X3:1s=X3:1p', '0 X3:1p-X2:J', '1 X2:J-EH1:1', '1 X2:J-EH2:1'];
  it.each([
    ['S1:2', 'X1:1'],
    ['X1:1', 'X3:1s'],
    ['X3:1p', 'X2:J'],
    ['X2:J', 'EH2:1'],
  ])('from %s to %s is one way: strip, halves of a plug, splice, and there it parts', (from, to) => {
    const { hops, ends } = way(from, to);
    expect(ends).toEqual(['EH1:1', 'EH2:1', 'S1:2']);
    expect(hops).toHaveLength(6);
    if (from === 'S1:2') expect(hops).toEqual(whole);
  });
  it('stops at a device that does something, whatever else lies on its screw', () => {
    expect(way('EH1:2', 'EH2:2')).toEqual({ start: 'EH1:2', hops: ['0 EH1:2-EH2:2'], ends: ['EH1:2', 'EH2:2'] });
    expect(way('G1:L', 'S1:1').hops).toHaveLength(1);
  });
  it('goes round a ring once, and to an end that hangs loose', () => {
    const ring = rigged({ X1: ['terminal-2', {}], X2: ['terminal-2', {}], G1: line(120) }, [
      ['G1:L', 'X1:1'],
      ['X1:1', 'X2:1'],
      ['X2:1', 'X1:1'],
    ]);
    const [first, second] = Object.values(ring.conductors);
    expect(followWire(planNetwork(ring), second!.id).hops).toHaveLength(3);
    const loose = edited(ring, { type: 'moveEnd', conductor: first!.id, end: 1, to: null });
    expect(followWire(planNetwork(loose), first!.id).hops).toEqual([{ from: end('dG1:L'), to: null, by: { wire: first!.id }, branch: 0 }]);
    expect(followWire(planNetwork(ring), wire('wNone'))).toEqual({ start: null, hops: [], ends: [] });
  });
  it.each(SHIPPED)('in %s every wire is on its own way, and every wire of a way tells the same ends', (name) => {
    const shipped = demo(name);
    const network = planNetwork(shipped);
    for (const { id, ends } of Object.values(shipped.conductors)) {
      const followed = followWire(network, id);
      if (ends.every((one) => one === null)) continue;
      const wires = followed.hops.flatMap(({ by }) => ('wire' in by ? [by.wire] : []));
      expect(wires).toContain(id);
      expect(new Set(wires).size).toBe(wires.length);
      for (const other of wires) expect([...followWire(network, other).ends].sort()).toEqual([...followed.ends].sort());
    }
  });
});
