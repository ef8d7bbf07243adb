import { describe, expect, it } from 'vitest';
import { applyChanges, type Circuit, type EditChange, type TerminalId } from '#core/circuit';
import { faceOf, familyOf } from '#core/devices';
import { planCircuit } from '#core/graph';
import { PATTERNS } from '#core/panel';
import { chanceOf } from '../testing/chance';
import { demo, SHIPPED } from '../testing/demo';
import { DRAWN } from '../testing/drawn';
import { laidPattern } from '../testing/laidPattern';
import { rowPanel, unitPanel } from '../testing/panel';
import { devicesOfPlace, layoutTerminals, type TerminalSheet, verifyTerminals } from './index';

/** Whether a drawing is right does not hang on how long its order was sought. */
const LITTLE = 0.05;

const ALL: Readonly<Record<string, () => Circuit>> = {
  ...Object.fromEntries(SHIPPED.map((name) => [name, () => demo(name)])),
  ...Object.fromEntries(Object.keys(DRAWN).map((name) => [name, () => DRAWN[name]!])),
  ...Object.fromEntries(PATTERNS.map(({ name }) => [`pattern ${name}`, () => laidPattern(name).circuit])),
};

describe.each(Object.keys(ALL))('terminals of %s', (name) => {
  it('are drawn equal to the netlist: every wire from its terminal to its terminal, lanes its own, no body crossed, no text on text', () => {
    const circuit = ALL[name]!();
    const sheet = layoutTerminals(planCircuit(circuit), undefined, { effort: LITTLE });
    expect(verifyTerminals(circuit, sheet)).toEqual([]);
    expect(sheet.blocks).toHaveLength(Object.keys(circuit.devices).length);
  });
});

/**
 * Crossings of each circuit as measured when this was written, which only fall, and of a general layered layout (elkjs, as the benchmark of
 * terminals lays it) of the same bodies without zones.
 */
const CROSSINGS: { readonly [name in (typeof SHIPPED)[number]]: readonly [ours: number, layered: number] } = {
  Q1: [26, 35],
  Q2: [25, 39],
  Q3: [39, 47],
  Q5: [24, 32],
  Q6: [28, 34],
  Q7: [4, 9],
  Q9: [8, 11],
  L1A: [26, 61],
  L1B: [23, 67],
  L4: [1, 3],
  Q4: [28, 31],
  Q8: [35, 30],
  Q10: [45, 40],
  L2: [55, 64],
  L3: [5, 8],
  L5: [15, 17],
  L6: [12, 23],
};

describe('a layout', () => {
  it('crosses no more often than was measured, and on all circuits together less often than a general layered layout', () => {
    let [ours, layered] = [0, 0];
    for (const name of SHIPPED) {
      const { crossings } = layoutTerminals(planCircuit(demo(name)));
      const [most, theirs] = CROSSINGS[name];
      expect(crossings, name).toBeLessThanOrEqual(most);
      ours += crossings;
      layered += theirs;
    }
    expect(ours).toBeLessThan(0.8 * layered);
  });
  it('comes out the same every time, whatever the order of the file', () => {
    const circuit = demo('L1A');
    const turned: Circuit = { ...circuit, devices: Object.fromEntries(Object.entries(circuit.devices).reverse()) };
    expect(layoutTerminals(planCircuit(turned))).toEqual(layoutTerminals(planCircuit(circuit)));
  });
  it('keeps what may stand over 50 V out of the extra-low zone', () => {
    const sheet = layoutTerminals(planCircuit(demo('Q3')));
    const low = sheet.zones.find(({ is }) => is === 'extra-low')!;
    const tags = sheet.blocks.filter(({ y }) => y >= low.y && y < low.y + low.height).map(({ tag }) => tag);
    // the earth bar stands with what it earths
    expect(tags.sort()).toEqual(['PLC1']);
  });
  it('after an edit leaves every device where it stands, and puts a new one at the end of its zone', () => {
    const circuit = demo('L1A');
    const first = layoutTerminals(planCircuit(circuit));
    const places = (sheet: TerminalSheet): string[] => sheet.order.map((row) => row.join(' '));
    const moved = applyChanges(circuit, [{ type: 'moveEnd', conductor: Object.values(circuit.conductors)[5]!.id, end: 1, to: null }]);
    if (!moved.ok) throw new Error('an end that cannot be lifted');
    const after = layoutTerminals(planCircuit(moved.value.circuit), undefined, { before: first.order });
    expect(places(after)).toEqual(places(first));
    expect(verifyTerminals(moved.value.circuit, after)).toEqual([]);
    const device = Object.values(circuit.devices).find(({ tag }) => tag === 'TC1')!;
    const added = applyChanges(circuit, [{ type: 'addDevice', device: { ...device, id: 'dTC9' as typeof device.id, tag: 'TC9' } }]);
    if (!added.ok) throw new Error('a device that cannot be added');
    const grown = layoutTerminals(planCircuit(added.value.circuit), undefined, { before: first.order });
    expect(grown.order.flat().filter((id) => id !== 'dTC9')).toEqual(first.order.flat());
    expect(verifyTerminals(added.value.circuit, grown)).toEqual([]);
    // a device that comes to mains leaves the zone of extra-low volts
    const low = layoutTerminals(planCircuit(added.value.circuit), undefined, { before: [['dTC9' as typeof device.id], ...first.order] });
    expect(low.zones.map(({ is }) => is)).toEqual(['extra-low', 'mains']);
  });
  it('of one place shows its devices, and where the other wires go', () => {
    const circuit = demo('L1A');
    const only = devicesOfPlace(circuit, 'lfield-Manifold');
    const sheet = layoutTerminals(planCircuit(circuit), only);
    expect(sheet.blocks.map(({ tag }) => tag).sort()).toEqual(['Y1', 'Y2']);
    expect(sheet.stubs.map(({ to }) => to)).toContain('X1:4');
    expect(verifyTerminals(circuit, sheet)).toEqual([]);
  });
  it('of five hundred devices, sixty at a time, is drawn whole', () => {
    const circuit = rowPanel(500);
    const only = Object.values(circuit.devices)
      .slice(0, 60)
      .map(({ id }) => id);
    const sheet = layoutTerminals(planCircuit(circuit), only, { effort: LITTLE });
    expect(sheet.blocks).toHaveLength(60);
    expect(verifyTerminals(circuit, sheet)).toEqual([]);
  });
  it('of five hundred devices at once takes its whole effort and comes to an end: what is tried shrinks as the panel grows', () => {
    const plan = planCircuit(unitPanel(500));
    const sheet = layoutTerminals(plan);
    expect(sheet.blocks).toHaveLength(Object.keys(plan.circuit.devices).length);
    expect(sheet.wires).toHaveLength(plan.conductors.length);
  });
  it('of nothing is nothing', () => {
    expect(layoutTerminals(planCircuit({ ...demo('Q1'), devices: {}, conductors: {} }))).toMatchObject({
      blocks: [],
      wires: [],
      crossings: 0,
    });
  });
});

describe('after a thousand random edits', () => {
  it('the drawing still is the netlist', () => {
    const chance = chanceOf(11);
    let circuit = demo('Q9');
    let looked = 0;
    for (let edits = 0; edits < 1000; edits++) {
      const wires = Object.values(circuit.conductors);
      const terminals = Object.values(circuit.devices).flatMap((device) =>
        familyOf(device, circuit).terminals.map((mark) => `${device.id}:${mark}` as TerminalId),
      );
      const pick = <T>(list: readonly T[]): T => list[Math.floor(chance() * list.length)]!;
      const wire = pick(wires);
      const change: EditChange =
        chance() < 0.7
          ? { type: 'moveEnd', conductor: wire.id, end: chance() < 0.5 ? 0 : 1, to: chance() < 0.1 ? null : pick(terminals) }
          : chance() < 0.5 && wires.length > 6
            ? { type: 'removeConductor', conductor: wire.id }
            : {
                type: 'addConductor',
                conductor: { ...wire, id: `wx${edits}` as typeof wire.id, ends: [pick(terminals), pick(terminals)] },
              };
      const applied = applyChanges(circuit, [change]);
      if (applied.ok) circuit = applied.value.circuit;
      if (edits % 40 !== 39) continue;
      expect(verifyTerminals(circuit, layoutTerminals(planCircuit(circuit), undefined, { effort: LITTLE }))).toEqual([]);
      looked++;
    }
    expect(looked).toBe(25);
  });
});

describe('the checker', () => {
  const circuit = demo('Q9');
  const sheet = layoutTerminals(planCircuit(circuit));
  const spoiled: readonly (readonly [string, (sheet: TerminalSheet) => TerminalSheet, string])[] = [
    ['a wire left out', (s) => ({ ...s, wires: s.wires.slice(1) }), 'not drawn'],
    [
      'a wire that ends beside its terminal',
      (s) => ({ ...s, wires: s.wires.map((one, index) => (index === 0 ? { ...one, points: [...one.points.slice(0, -1), [5, 5]] } : one)) }),
      'ends elsewhere',
    ],
    [
      'two wires in one lane',
      (s) => ({ ...s, wires: s.wires.map((one, index) => (index === 0 ? { ...one, points: s.wires[1]!.points } : one)) }),
      'lane shared',
    ],
    [
      'a wire through a body',
      (s) => ({
        ...s,
        wires: s.wires.map((one, index) =>
          index === 0
            ? {
                ...one,
                points: [
                  one.points[0]!,
                  [s.blocks[0]!.x - 5, s.blocks[0]!.y + 40],
                  [s.blocks[0]!.x + 90, s.blocks[0]!.y + 40],
                  one.points.at(-1)!,
                ],
              }
            : one,
        ),
      }),
      'through a body',
    ],
    [
      'two bodies on one another',
      (s) => ({ ...s, blocks: [{ ...s.blocks[0]!, x: s.blocks[1]!.x, y: s.blocks[1]!.y }, ...s.blocks.slice(1)] }),
      'bodies overlap',
    ],
    [
      'text on text',
      (s) => ({
        ...s,
        blocks: s.blocks.map((one, index) =>
          index === 0 ? { ...one, captions: one.captions.map((caption) => ({ ...caption, y: 10 })) } : one,
        ),
      }),
      'text on text',
    ],
  ];
  it.each(spoiled)('notices %s', (_what, spoil, code) => {
    expect(verifyTerminals(circuit, spoil(sheet)).map((flaw) => flaw.code)).toContain(code);
  });
});

describe('where the hand finds terminals', () => {
  it.each([
    ['Q1', 'K1', ['A1', 'L1', 'L2', 'A2'], ['T1', 'T2']],
    ['Q1', 'T1', ['COM', '120', '208', '240'], ['R', 'C']],
    ['Q1', 'M1', ['C', 'R', 'PE'], []],
    ['Q1', 'G1', [], ['L1', 'L2', 'N']],
    ['Q8', 'K1', ['A1', 'L1', 'A2'], ['T1']],
  ] as const)('%s %s', (name, tag, top, bottom) => {
    const circuit = demo(name);
    const device = Object.values(circuit.devices).find((one) => one.tag === tag)!;
    const face = faceOf(device, circuit);
    for (const mark of top) expect(face.top).toContain(mark);
    for (const mark of bottom) expect(face.bottom).toContain(mark);
    if (top.includes('A2' as never)) expect(face.top.at(-1)).toBe('A2');
  });
});
