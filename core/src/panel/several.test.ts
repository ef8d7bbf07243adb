import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  applyChanges,
  type Circuit,
  type DeviceId,
  deviceByTag,
  type EditChange,
  emptyCircuit,
  problemsText,
  readCircuitDocument,
} from '#core/circuit';
import { catalogue } from '#core/devices';
import { explore } from '#core/explore';
import { must } from '#core/units';
import { demo, SHIPPED } from '../testing/demo';
import { copied, copiedSchema, neighboursOf, pasted, takeOutSeveral } from './index';

const changed = (circuit: Circuit, changes: readonly EditChange[]): { circuit: Circuit; inverse: readonly EditChange[] } => {
  const applied = applyChanges(circuit, [...changes]);
  if (!applied.ok) throw new Error(problemsText(applied.problems));
  return applied.value;
};
const sound = (circuit: Circuit): string[] => {
  const read = readCircuitDocument(JSON.parse(JSON.stringify(circuit)), catalogue);
  return read.ok ? [] : read.problems.map(({ message }) => message);
};
const all = (circuit: Circuit): Set<string> => new Set(Object.keys(circuit.devices));
/** Wires by what they join, in tags. */
const nets = ({ devices, conductors }: Circuit): string[] =>
  Object.values(conductors)
    .map(({ ends }) =>
      ends
        .map((end) => (end ? `${devices[end.split(':')[0]!]?.tag}:${end.split(':')[1]}` : 'loose'))
        .sort()
        .join(' '),
    )
    .sort();

describe.each(SHIPPED)('%s, copied', (name) => {
  const circuit = demo(name);
  it('whole into an empty circuit is wired as it was, under its own tags, and gives its coils the same volts', () => {
    const empty: Circuit = { ...emptyCircuit, number: 'T1', title: 'empty', practice: circuit.practice };
    const copy = copied(circuit, all(circuit));
    const { changes, renamed } = pasted(empty, copy, 'x');
    const made = changed(empty, changes).circuit;
    expect([renamed, copy.left]).toEqual([[], 0]);
    expect(nets(made)).toEqual(nets(circuit));
    expect(sound(made)).toEqual([]);
    const volts = (of: Circuit) => {
      const seen = explore(of);
      return seen.plan.parts.flatMap(({ index, device }) => {
        const at = seen.coils.get(index)?.pullIn?.volts;
        return at === undefined ? [] : [`${device.tag} ${at.toFixed(6)}`];
      });
    };
    expect(volts(made).sort()).toEqual(volts(circuit).sort());
  });
  it('into itself takes new tags and numbers, leaves what was there alone, and is taken back whole', () => {
    const { changes, renamed, devices } = pasted(circuit, copied(circuit, all(circuit)), 'x');
    const { circuit: twice, inverse } = changed(circuit, changes);
    expect(renamed).toHaveLength(devices.length);
    expect(Object.keys(twice.conductors)).toHaveLength(2 * Object.keys(circuit.conductors).length);
    expect(sound(twice)).toEqual([]);
    expect(nets({ ...twice, conductors: circuit.conductors })).toEqual(nets(circuit));
    expect(changed(twice, inverse).circuit).toEqual(circuit);
  });
});

describe('some devices', () => {
  it('of any circuit go into any other, through the words of a clipboard, and the other stays sound', () => {
    const names = fc.constantFrom(...SHIPPED);
    fc.assert(
      fc.property(names, names, fc.array(fc.nat(40), { minLength: 1, maxLength: 12 }), (from, to, picks) => {
        const source = demo(from);
        const ids = Object.keys(source.devices);
        const copy = copiedSchema.parse(JSON.parse(JSON.stringify(copied(source, new Set(picks.map((pick) => ids[pick % ids.length]!))))));
        const there = demo(to);
        const { changes, devices } = pasted(there, copy, 'y');
        const { circuit: made, inverse } = changed(there, changes);
        expect(sound(made)).toEqual([]);
        expect(devices.every((id) => made.devices[id])).toBe(true);
        expect(changed(made, inverse).circuit).toEqual(there);
      }),
      { numRuns: 120 },
    );
  });
  it('leave the wires that lead elsewhere behind, and say how many', () => {
    const q1 = demo('Q1');
    const ids = new Set(['K1', 'K2'].map((tag) => must(deviceByTag(q1, tag), tag).id as string));
    const copy = copied(q1, ids);
    const touching = Object.values(q1.conductors).filter(({ ends }) => ends.some((end) => end && ids.has(end.split(':')[0]!)));
    expect(Object.keys(copy.conductors).length + copy.left).toBe(touching.length);
    expect(copy.left).toBeGreaterThan(0);
  });
  it('taken out together leave nothing behind that speaks of them; their neighbours are told', () => {
    const q1 = demo('Q1');
    const ids = ['K1', 'K2', 'M1', 'PS1'].map((tag) => must(deviceByTag(q1, tag), tag).id);
    const left = changed(q1, takeOutSeveral(q1, ids)).circuit;
    expect(ids.filter((id: DeviceId) => left.devices[id])).toEqual([]);
    expect(sound(left)).toEqual([]);
    const wider = neighboursOf(q1, new Set([ids[2]!]));
    expect([...wider].map((id) => q1.devices[id]?.tag).sort()).toEqual(expect.arrayContaining(['K1', 'M1']));
  });
});
