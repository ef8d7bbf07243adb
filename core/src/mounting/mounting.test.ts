import { describe, expect, it } from 'vitest';
import { applyChanges, type Circuit, type EditChange, type Mount, PLAIN_PLACE, placeIdSchema, problemsText } from '#core/circuit';
import { type Exploration, explore } from '#core/explore';
import { planNetwork } from '#core/network';
import { PATTERNS } from '#core/panel';
import { TABLES } from '#core/size';
import { at, must } from '#core/units';
import { demo, SHIPPED } from '../testing/demo';
import { laidPattern } from '../testing/laidPattern';
import { rowPanel } from '../testing/panel';
import { bodyOf } from './bodies';
import { freeSpot, newLengths, type PanelPlan, panelPlan, panelsOf, placing, proposedPlaces, snapped, stepped } from './index';

const PUMP = placeIdSchema.parse('lpanel-Pump-panel');
const changed = (circuit: Circuit, changes: readonly EditChange[]): Circuit => {
  const applied = applyChanges(circuit, [...changes]);
  if (!applied.ok) throw new Error(problemsText(applied.problems));
  return applied.value.circuit;
};
/** A panel placed by the program; the circuit is explored once, for where things stand moves no volts. */
const laid = (
  before: Circuit,
  id: string,
  change: readonly EditChange[] = [],
): { plan: PanelPlan; circuit: Circuit; seen: Exploration } => {
  const first = planNetwork(before);
  const placed = changed(before, placing(first, must(before.places[id], 'a place'), TABLES).changes);
  const circuit = changed(placed, change);
  const seen = explore(circuit);
  return { plan: panelPlan(seen, must(circuit.places[id], 'a place'), TABLES), circuit, seen };
};
const codes = ({ doubts }: PanelPlan): string[] => doubts.map(({ code, verdict }) => `${verdict} ${code}`);
const IMPOSSIBLE = /in one another|on a duct|beyond the edge|not placed|off its rail|no room to bend|no size/;

describe.each(SHIPPED)('panels of %s', (name) => {
  const circuit = demo(name);
  const panels = panelsOf(circuit);
  it.each(panels.map(({ id, name: called }) => [called, id]))('%s is placed so that it can be built, every wire in its ducts', (_, id) => {
    const { plan, circuit: after } = laid(circuit, id);
    expect(codes(plan).filter((code) => IMPOSSIBLE.test(code))).toEqual([]);
    for (const route of plan.routes) {
      for (const [index, corner] of route.corners.slice(1).entries()) {
        const before = at(route.corners, index);
        expect(Math.min(Math.abs(before.xMm - corner.xMm), Math.abs(before.yMm - corner.yMm))).toBeLessThan(0.01);
      }
      // no wire is shorter than the straight way between its screws
      const [from, to] = [route.corners.at(0), route.corners.at(-1)];
      if (route.isWhole && from && to)
        expect(1000 * route.metres).toBeGreaterThan(Math.abs(from.xMm - to.xMm) + Math.abs(from.yMm - to.yMm));
    }
    // every wire between two devices of the panel has a length
    const inside = (end: string | null): boolean => {
      const place = end && after.devices[end.split(':')[0]!]?.place;
      return place === id || (typeof place === 'string' && after.places[place]?.parent === id);
    };
    const whole = Object.values(after.conductors).filter(({ ends }) => ends.every(inside));
    expect(plan.routes.filter(({ isWhole }) => isWhole)).toHaveLength(whole.length);
  });
});

describe('a circuit that nobody has said the places of', () => {
  it.each(PATTERNS.map(({ name }) => name))('pattern %s: its devices go where such devices are, and its panel can be built', (name) => {
    const { circuit } = laidPattern(name);
    const bare = {
      ...circuit,
      places: {},
      devices: Object.fromEntries(Object.entries(circuit.devices).map(([id, one]) => [id, { ...one, place: null }])),
    };
    const placed = changed(bare, proposedPlaces(bare, TABLES));
    expect(Object.values(placed.devices).filter(({ place }) => place === null)).toEqual([]);
    expect(proposedPlaces(placed, TABLES)).toEqual([]);
    for (const { id } of panelsOf(placed)) expect(codes(laid(placed, id).plan).filter((code) => IMPOSSIBLE.test(code))).toEqual([]);
  });
  it('a box too small for a rail is left alone and told', () => {
    const circuit = demo('Q3');
    for (const size of [
      { widthMm: 100, heightMm: 100 },
      { widthMm: 20, heightMm: 900 },
      { widthMm: 170, heightMm: 150 },
    ]) {
      const small = changed(circuit, [{ type: 'describePlace', place: PUMP, to: { size } }]);
      const place = must(small.places['lpanel-Pump-panel'], 'the panel');
      const { changes, tooWide } = placing(planNetwork(small), place, TABLES);
      expect([changes.length, tooWide.length > 0]).toEqual([0, true]);
      expect(codes(panelPlan(explore(small), place, TABLES))).toContain('cannot-clear not placed');
    }
  });
  it('a box lower than its rows is filled as far as it goes, and what lies beyond is told', () => {
    const low = changed(demo('Q3'), [{ type: 'describePlace', place: PUMP, to: { size: { widthMm: 400, heightMm: 300 } } }]);
    expect(codes(laid(low, 'lpanel-Pump-panel').plan)).toContain('block beyond the edge');
  });
});

describe('a panel that is laid out badly', () => {
  const id = 'lpanel-Pump-panel';
  const pump = laid(demo('Q3'), id);
  const box = (tag: string) => must(pump.plan.panel.all.find(({ device }) => device.tag === tag)?.box, tag);
  const move = (tag: string, xMm: number, yMm: number): EditChange => ({
    type: 'describeDevice',
    device: must(
      pump.plan.panel.all.find(({ device }) => device.tag === tag),
      tag,
    ).device.id,
    to: { at: { xMm, yMm } },
  });
  /** every duct so deep */
  const deep =
    (depthMm: number) =>
    (one: Mount): Mount =>
      one.kind === 'duct' ? { ...one, depthMm } : one;
  it('a duct twice as deep is half as full, and no longer taken as usual', () => {
    const fill = (depthMm?: number) => {
      const change: EditChange[] =
        depthMm === undefined ? [] : [{ type: 'describePlace', place: PUMP, to: { mounts: pump.plan.panel.mounts.map(deep(depthMm)) } }];
      return must(
        laid(demo('Q3'), id, change).plan.fills.find(({ share }) => share > 0),
        'a duct with wires',
      );
    };
    expect(fill().isDepthTypical).toBe(true);
    expect(fill(80).isDepthTypical).toBe(false);
    expect(fill(40).share).toBeCloseTo(2 * fill(80).share, 9);
  });
  /** where the duct above a body ends */
  const above = (tag: string): number =>
    Math.max(
      ...pump.plan.panel.mounts.flatMap(({ kind, yMm, heightMm, widthMm }) =>
        kind === 'duct' && widthMm > heightMm && yMm + heightMm <= box(tag).yMm ? [yMm + heightMm] : [],
      ),
    );
  const cases: [string, () => EditChange[], string][] = [
    ['a body in another', () => [move('K1', box('T1').xMm + 10, box('T1').yMm)], 'block in one another'],
    ['a body beyond the edge', () => [move('T1', 530, 200)], 'block beyond the edge'],
    ['a body on a duct', () => [move('T1', 0, 300)], 'block on a duct'],
    ['a rail body off its rail', () => [move('K1', box('K1').xMm, box('K1').yMm + 12)], 'look off its rail'],
    ['a body against its duct', () => [move('T1', box('T1').xMm, above('T1') + 5)], 'look no room to bend'],
    ['more air than devices are made for', () => [{ type: 'describePlace', place: PUMP, to: { aroundC: 52 } }], 'block hot'],
    [
      'a duct too small for its wires',
      () => [
        {
          type: 'describePlace',
          place: PUMP,
          to: {
            mounts: pump.plan.panel.mounts.map((one) =>
              one.kind === 'duct' && one.widthMm > one.heightMm ? { ...one, heightMm: 4 } : one,
            ),
          },
        },
      ],
      'look duct full',
    ],
    [
      'a duct too shallow for its wires',
      () => [{ type: 'describePlace', place: PUMP, to: { mounts: pump.plan.panel.mounts.map(deep(6)) } }],
      'look duct full',
    ],
    [
      'a duct that the door does not close over',
      () => [{ type: 'describePlace', place: PUMP, to: { depthMm: 200, mounts: pump.plan.panel.mounts.map(deep(230)) } }],
      'block duct too deep',
    ],
    [
      'a coil that nobody has read',
      () => [
        {
          type: 'setField',
          device: must(
            pump.plan.panel.all.find(({ device }) => device.tag === 'K1'),
            'K1',
          ).device.id,
          field: 'coilV',
          to: null,
        },
      ],
      'cannot-clear heat not known',
    ],
    [
      'insulation for extra-low volts beside the mains',
      () => [
        {
          type: 'describeConductor',
          conductor: must(
            Object.values(pump.circuit.conductors).find(({ number }) => number === '104'),
            'wire 104',
          ).id,
          to: { insulationV: 100 },
        },
      ],
      'danger ducts mixed',
    ],
  ];
  it.each(cases)('%s is told', (_, change, told) => {
    expect(codes(pump.plan)).not.toContain(told);
    expect(codes(laid(demo('Q3'), id, change()).plan)).toContain(told);
  });
  it('without a size, or with a device that stands nowhere, is not cleared', () => {
    const bare = demo('Q3');
    const seen = explore(bare);
    const plan = panelPlan(seen, must(bare.places[id], 'the panel'), TABLES);
    expect(codes(plan)).toEqual(['cannot-clear no size', 'cannot-clear not placed']);
    expect(plan.heat).toBeUndefined();
  });
});

describe('heat in a panel', () => {
  it('is what goes in and does not come out: over all places it is the power of the supplies, wires aside', () => {
    // one state, seen by hand: the practice board, both lamps on
    const circuit = demo('Q9');
    const { heat } = explore(circuit);
    const board = must(heat.get('lpanel-Practice-board') ?? [...heat.values()].sort((a, b) => b.watts - a.watts)[0], 'the board');
    const lamps = ['dH1', 'dH2'].map((id) => board.byDevice.get(id) ?? 0);
    // two lamps of 60 and 100 W at 120 V, on a board at its worst: within a twentieth of their print
    expect(lamps.reduce((sum, one) => sum + one, 0)).toBeGreaterThan(0.9 * 160);
    expect(lamps.reduce((sum, one) => sum + one, 0)).toBeLessThan(1.05 * 160);
  });
  it('warms the air by the skin of the box: 100 W, 600 × 800 × 250 mm, by hand', () => {
    // IEC TR 60890, from memory: on a wall 1.4·W·(H + D) + 1.8·H·D = 1.4·0.6·1.05 + 1.8·0.8·0.25 = 1.242 m²
    const { plan } = laid(demo('Q3'), 'lpanel-Pump-panel');
    const heat = must(plan.heat, 'heat');
    expect(heat.surfaceM2).toBeCloseTo(1.242, 6);
    expect(heat.insideC - heat.aroundC).toBeCloseTo(heat.watts / (5.5 * 1.242), 6);
  });
  it('is carried off by a fan: a watt warms a cubic metre an hour by 3.1 K, common practice', () => {
    const { plan } = laid(demo('Q3'), 'lpanel-Pump-panel', [{ type: 'describePlace', place: PUMP, to: { fanM3h: 50 } }]);
    const heat = must(plan.heat, 'heat');
    expect(heat.insideC - heat.aroundC).toBeCloseTo(heat.watts / (5.5 * 1.242 + 50 / 3.1), 6);
  });
});

describe('lengths from a plan', () => {
  it('of measured wires are kept apart from those that nobody measured', () => {
    const { plan, circuit } = laid(demo('Q3'), 'lpanel-Pump-panel');
    const { free, measured } = newLengths(circuit, plan.routes);
    expect(free).toEqual([]);
    expect(measured.length).toBeGreaterThan(10);
    const taken = changed(circuit, measured);
    const again = newLengths(taken, panelPlan(explore(taken), must(taken.places['lpanel-Pump-panel'], 'the panel'), TABLES).routes);
    expect(again).toEqual({ free: [], measured: [] });
  });
  it('move the volts of a coil: a contactor far from its transformer gets less', () => {
    const { circuit, plan } = laid(demo('Q3'), 'lpanel-Pump-panel');
    const volts = (of: Circuit): number => Math.max(...[...explore(of).coils.values()].map(({ pullIn }) => pullIn?.volts ?? 0));
    const far = changed(
      circuit,
      newLengths(circuit, plan.routes).measured.map((change) =>
        change.type === 'describeConductor' ? { ...change, to: { lengthM: { value: 80, evidence: 'assumed' as const } } } : change,
      ),
    );
    expect(volts(far)).toBeLessThan(volts(circuit) - 1);
  });
});

describe('a body that is let go', () => {
  const rail = { kind: 'rail' as const, xMm: 50, yMm: 100, widthMm: 300, heightMm: 35 };
  const duct = { kind: 'duct' as const, xMm: 0, yMm: 0, widthMm: 400, heightMm: 40 };
  const around = { widthMm: 400, heightMm: 300, mounts: [rail, duct], others: [{ xMm: 60, yMm: 75, widthMm: 45, heightMm: 85 }] };
  const breaker = { widthMm: 18, heightMm: 85, heldBy: 'rail' as const };
  const plate = { widthMm: 60, heightMm: 65, heldBy: 'plate' as const };
  it.each([
    ['snaps to its rail, against its neighbour', breaker, { xMm: 108, yMm: 60 }, { xMm: 105, yMm: 75 }],
    ['stays on its rail', breaker, { xMm: 390, yMm: 200 }, { xMm: 332, yMm: 75 }],
    ['stands on the grid when it is screwed', plate, { xMm: 203, yMm: 171 }, { xMm: 205, yMm: 170 }],
    ['stays on the plate', plate, { xMm: 900, yMm: -40 }, { xMm: 340, yMm: 0 }],
  ] as const)('%s', (_, body, wanted, rests) => {
    expect(snapped(around, body, wanted)).toEqual(rests);
  });
  it.each([
    ['right', false, { xMm: 205, yMm: 75 }],
    ['left', true, { xMm: 199, yMm: 75 }],
    ['down', false, { xMm: 200, yMm: 75 }],
  ] as const)('goes %s by keys', (key, isFine, to) => {
    expect(stepped(around, breaker, { xMm: 200, yMm: 75 }, key, isFine)).toEqual(to);
  });
  it('finds the first free place, and none where there is none', () => {
    expect(freeSpot(around, breaker)).toEqual({ xMm: 105, yMm: 75 });
    expect(freeSpot({ ...around, others: [{ xMm: 0, yMm: 0, widthMm: 400, heightMm: 300 }] }, breaker)).toBeUndefined();
  });
});

it.each([
  ['terminal-24', 24 * 6.2 + 16],
  ['terminal-17', 17 * 6.2 + 16],
  ['terminal-3, marked', 3 * 6.2 + 16],
])('a row of terminals is as wide as its ways, however it is marked: %s', (what, widthMm) => {
  const isMarked = what.endsWith('marked');
  const row = { title: 'X2', letter: 'X', blocks: [{ family: 'terminal-3', marks: { '1': '101', '2': '102', '3': 'R' }, follows: false }] };
  const circuit = { ...demo('Q1'), families: isMarked ? { 'own-x2': row } : {} } as Circuit;
  const [like] = Object.values(circuit.devices);
  expect(bodyOf({ ...like!, body: null, family: isMarked ? 'own-x2' : what, nameplate: {} }, circuit, TABLES).widthMm).toBeCloseTo(
    widthMm,
    1,
  );
});
it('a panel of five hundred devices is placed, or told what it has no room for', () => {
  const place = { ...PLAIN_PLACE, id: placeIdSchema.parse('lbig'), name: 'Big', kind: 'panel' };
  const rows = rowPanel(500);
  const circuit = {
    ...rows,
    places: { lbig: place },
    devices: Object.fromEntries(Object.entries(rows.devices).map(([id, device]) => [id, { ...device, place: 'lbig' }])),
  } as unknown as Circuit;
  const placed = changed(circuit, placing(planNetwork(circuit), must(circuit.places.lbig, 'the place'), TABLES).changes);
  expect(Object.values(placed.devices).every(({ at: spot }) => spot !== null)).toBe(true);
});
