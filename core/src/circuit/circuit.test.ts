import { readFileSync } from 'node:fs';
import Ajv2020 from 'ajv/dist/2020';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogue } from '#core/devices';
import { circuitJsonSchema, readCircuit, writeCircuit } from '#core/formats';
import { DEMO, demo } from '../testing/demo';
import { dev } from '../testing/ids';
import { unitPanel } from '../testing/panel';
import {
  applyChanges,
  type Circuit,
  clash,
  type EditChange,
  emptyCircuit,
  findTerminal,
  patchBetween,
  patched,
  spellChanges,
  touches,
} from './index';

const circuit = demo('Q1');
const devices = Object.keys(circuit.devices);
const wires = Object.values(circuit.conductors);
const terminals = wires.flatMap(({ ends }) => ends.filter((end) => end !== null));

const change = fc.oneof(
  fc.record({
    type: fc.constant('setField' as const),
    device: fc.constantFrom(...devices),
    field: fc.constantFrom('va', 'coilV', 'delayS', 'watts'),
    to: fc.option(fc.record({ value: fc.double({ min: 1, max: 500, noNaN: true }), evidence: fc.constantFrom('print', 'assumed') })),
  }),
  fc.record({
    type: fc.constant('moveEnd' as const),
    conductor: fc.constantFrom(...wires.map(({ id }) => id)),
    end: fc.constantFrom(0, 1),
    to: fc.option(fc.constantFrom(...terminals)),
  }),
  fc.record({ type: fc.constant('swapLandings' as const), device: fc.constant('dK2'), marks: fc.constant(['4', '5']) }),
  fc.record({
    type: fc.constant('renameDevice' as const),
    device: fc.constantFrom(...devices),
    to: fc.stringMatching(/^[A-Z][A-Z0-9]{1,6}$/),
  }),
  fc.record({ type: fc.constant('removeConductor' as const), conductor: fc.constantFrom(...wires.map(({ id }) => id)) }),
  fc.record({ type: fc.constant('retitleCircuit' as const), to: fc.string({ minLength: 1, maxLength: 40 }) }),
) as fc.Arbitrary<EditChange>;

describe('edits', () => {
  it('an edit and its inverse give the same document', () => {
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 8 }), (changes) => {
        const applied = applyChanges(circuit, changes);
        if (!applied.ok) return;
        const undone = applyChanges(applied.value.circuit, applied.value.inverse);
        expect(undone.ok && undone.value.circuit).toEqual(circuit);
      }),
      { numRuns: 200, seed: 9 },
    );
  });

  it('a patch across a border makes the same document, order and all, of the one before, and leaves alone what an edit left alone', () => {
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 8 }), (changes) => {
        const applied = applyChanges(circuit, changes);
        if (!applied.ok) return;
        const after = applied.value.circuit;
        for (const [from, to] of [
          [circuit, after],
          [after, circuit],
        ] as const) {
          const made = patched(from, structuredClone(patchBetween(from, to)));
          expect(JSON.stringify(made)).toBe(JSON.stringify(to));
          for (const id of Object.keys(to.devices) as (keyof Circuit['devices'])[])
            expect(made.devices[id] === from.devices[id]).toBe(to.devices[id] === from.devices[id]);
        }
        expect(patchBetween(after, after)).toEqual({ whole: {}, within: {} });
      }),
      { numRuns: 200, seed: 11 },
    );
  });

  it('a patch carries the order of things where it is another, and names that no object should have', () => {
    const views = { a: 1, b: 2, c: 3 } as never;
    const before: Circuit = { ...circuit, views };
    for (const other of [{ c: 3, a: 1 }, { b: 2, a: 1, c: 3 }, JSON.parse('{"__proto__":4,"a":1}'), {}]) {
      const after: Circuit = { ...circuit, views: other };
      expect(JSON.stringify(patched(before, structuredClone(patchBetween(before, after))))).toBe(JSON.stringify(after));
      expect(JSON.stringify(patched(after, structuredClone(patchBetween(after, before))))).toBe(JSON.stringify(before));
    }
  });

  it('an act as large as a panel of 5,000 devices is applied and undone whole, and says in a line what it was', () => {
    const { devices, conductors } = unitPanel(5000);
    const changes: EditChange[] = [
      ...Object.values(devices).map((device): EditChange => ({ type: 'addDevice', device })),
      ...Object.values(conductors).map((conductor): EditChange => ({ type: 'addConductor', conductor })),
      ...Object.values(devices).map((device): EditChange => ({ type: 'describeDevice', device: device.id, to: { notes: 'x' } })),
    ];
    const before = JSON.stringify(emptyCircuit);
    const applied = applyChanges(emptyCircuit, changes);
    expect(JSON.stringify(emptyCircuit)).toBe(before);
    if (!applied.ok) throw new Error(applied.problems[0]?.message);
    expect(Object.values(applied.value.circuit.devices).every(({ notes }) => notes === 'x')).toBe(true);
    expect(Object.keys(applied.value.circuit.conductors)).toHaveLength(Object.keys(conductors).length);
    const undone = applyChanges(applied.value.circuit, applied.value.inverse);
    expect(undone.ok && undone.value.circuit).toEqual(emptyCircuit);
    expect(spellChanges(emptyCircuit, changes)).toMatch(/; and \d{5} more$/);
    // what fails on the way changes nothing of what was handed in
    expect(applyChanges(applied.value.circuit, [...applied.value.inverse.slice(0, 10), ...changes.slice(0, 1)]).ok).toBe(false);
    expect(Object.values(applied.value.circuit.devices).every(({ notes }) => notes === 'x')).toBe(true);
  });

  it('edits that touch different things give the same in either order', () => {
    fc.assert(
      fc.property(change, change, (a, b) => {
        if (clash(touches([a], circuit), touches([b], circuit)).length > 0) return;
        const [ab, ba] = [applyChanges(circuit, [a, b]), applyChanges(circuit, [b, a])];
        if (ab.ok && ba.ok) expect(ab.value.circuit).toEqual(ba.value.circuit);
      }),
      { numRuns: 200, seed: 10 },
    );
  });

  it.each([
    [
      'the same field',
      { type: 'setField', device: 'dT1', field: 'va', to: null },
      { type: 'setField', device: 'dT1', field: 'va', to: null },
      true,
    ],
    [
      'another field',
      { type: 'setField', device: 'dT1', field: 'va', to: null },
      { type: 'setField', device: 'dT1', field: 'bonded', to: null },
      false,
    ],
    [
      'a wire end and the removal of that wire',
      { type: 'moveEnd', conductor: 'w01', end: 0, to: null },
      { type: 'removeConductor', conductor: 'w01' },
      true,
    ],
    ['two tags made alike', { type: 'renameDevice', device: 'dK1', to: 'K9' }, { type: 'renameDevice', device: 'dK2', to: 'K9' }, true],
    [
      'swapped landings and a wire end there',
      { type: 'swapLandings', device: 'dK2', marks: ['2', '5'] },
      { type: 'moveEnd', conductor: wires.find(({ ends }) => ends[0] === 'dK2:5')!.id, end: 0, to: null },
      true,
    ],
  ] as const)('%s', (_name, a, b, meets) =>
    expect(clash(touches([a as never], circuit), touches([b as never], circuit)).length > 0).toBe(meets),
  );

  it('are taken whole or not at all, and say what is wrong', () => {
    const refused = applyChanges(circuit, [
      { type: 'retitleCircuit', to: 'x' },
      { type: 'removeDevice', device: dev('dK1') },
    ]);
    expect(refused.ok ? [] : refused.problems.map(({ code }) => code)).toEqual(['still-wired']);
  });
});

describe('documents from outside', () => {
  const broken = (alter: (circuit: Record<string, never>) => void) => {
    const copy = structuredClone(circuit) as never;
    alter(copy);
    const read = readCircuit(JSON.stringify(copy), catalogue);
    return read.ok ? [] : read.problems.map(({ code, message }) => [code, message.length > 20]);
  };
  it.each([
    ['another version', (c: never) => Object.assign(c, { schema: 7 }), 'unknown-version'],
    ['a tag twice', (c: { devices: Record<string, { tag: string }> }) => Object.assign(c.devices.dK2!, { tag: 'K1' }), 'tag-twice'],
    [
      'an unknown family',
      (c: { devices: Record<string, { family: string }> }) => Object.assign(c.devices.dK2!, { family: 'warp-drive' }),
      'unknown-family',
    ],
    [
      'a field of no such name',
      (c: { devices: Record<string, { nameplate: object }> }) =>
        Object.assign(c.devices.dK2!.nameplate, { luck: { value: 1, evidence: 'print' } }),
      'unknown-field',
    ],
    [
      'a number out of range',
      (c: { devices: Record<string, { nameplate: object }> }) =>
        Object.assign(c.devices.dT1!.nameplate, { va: { value: 90_000, evidence: 'print' } }),
      'out-of-range',
    ],
    [
      'a terminal that is not there',
      (c: { conductors: Record<string, { ends: unknown[] }> }) => Object.assign(c.conductors.w01!, { ends: ['dK1:A3', null] }),
      'no-such-terminal',
    ],
    ['a shape that is none', (c: { conductors: unknown }) => Object.assign(c, { conductors: 4 }), 'bad-shape'],
  ])('%s is told with code, place and remedy', (_name, alter, code) => expect(broken(alter as never)).toEqual([[code, true]]));

  it('text that is no JSON, or far too long, gets an answer and no exception', () => {
    expect(readCircuit('{"schema": 1,', catalogue)).toMatchObject({ ok: false, problems: [{ code: 'not-json' }] });
    expect(readCircuit('x'.repeat(4_000_001), catalogue)).toMatchObject({ ok: false, problems: [{ code: 'too-large' }] });
  });

  it('K1:A3 is answered with what K1 has', () => {
    const found = findTerminal(circuit, catalogue, 'K1:A3');
    expect(found.ok ? '' : found.problems[0]!.message).toContain('A1, A2');
    expect(findTerminal(circuit, catalogue, 'k1:a1')).toEqual({ ok: true, value: 'dK1:A1' });
  });
});

describe('the file format', () => {
  const validate = new Ajv2020({ strict: false }).compile(circuitJsonSchema() as object);
  it.each(DEMO)('%s: read(write(x)) is x, and the published schema takes it', (name) => {
    const one: Circuit = demo(name);
    const read = readCircuit(writeCircuit(one), catalogue);
    expect(read.ok && read.value).toEqual(one);
    expect(validate(JSON.parse(writeCircuit(one)))).toBe(true);
  });
  it('the published schema refuses a circuit without devices', () => expect(validate({ ...circuit, devices: undefined })).toBe(false));
  it('the schema file in docs is the one the program has', () => {
    expect(JSON.parse(readFileSync(new URL('../../../docs/circuit.schema.json', import.meta.url), 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(circuitJsonSchema())),
    );
  });
});
