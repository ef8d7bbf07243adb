import { describe, expect, it } from 'vitest';
import { type Circuit, readCircuitDocument } from '#core/circuit';
import { catalogue } from '#core/devices';
import { explore } from '#core/explore';
import { demo, SHIPPED } from '../testing/demo';
import { edited } from '../testing/edits';
import { end, wire } from '../testing/ids';
import { intoCable, spliced, takenOn } from './index';

const sound = (circuit: Circuit): string[] => {
  const read = readCircuitDocument(JSON.parse(JSON.stringify(circuit)), catalogue);
  return read.ok ? [] : read.problems.map(({ message }) => message);
};
const pullIns = (circuit: Circuit): number[] => {
  const seen = explore(circuit);
  return [...seen.coils.values()].flatMap(({ pullIn }) => (pullIn ? [pullIn.volts] : []));
};

describe('a wire', () => {
  it.each(SHIPPED.slice(0, 6))('of %s, cut and spliced, carries on: the coils get what they got, but for the splice’s milliohm', (name) => {
    const circuit = demo(name);
    const before = pullIns(circuit);
    const id = Object.values(circuit.conductors).find(({ ends }) => ends.every((at) => at !== null))!.id;
    const after = edited(circuit, ...spliced(circuit, id, 'x'));
    expect(sound(after)).toEqual([]);
    expect(Object.keys(after.conductors)).toHaveLength(Object.keys(circuit.conductors).length + 1);
    for (const [index, volts] of pullIns(after).entries()) expect(Math.abs(volts - before[index]!)).toBeLessThan(0.3);
  });
  it('goes into a cable as its next core, into one of its own, and out again', () => {
    const circuit = demo('L1A');
    const cable = Object.values(circuit.cables)[0]!;
    const loose = Object.values(circuit.conductors).find((one) => one.cable === null)!.id;
    const most = Math.max(...Object.values(circuit.conductors).flatMap((one) => (one.cable === cable.id ? [one.core ?? 0] : [])));
    const inside = edited(circuit, ...intoCable(circuit, loose, cable.id));
    expect(inside.conductors[loose]).toMatchObject({ cable: cable.id, core: most + 1 });
    const own = edited(inside, ...intoCable(inside, loose, 'new'));
    const tag = own.cables[own.conductors[loose]!.cable!]!.tag;
    expect(Object.values(circuit.cables).map((one) => one.tag)).not.toContain(tag);
    expect(own.conductors[loose]!.core).toBe(1);
    expect(sound(own)).toEqual([]);
    const out = edited(own, ...intoCable(own, loose, null));
    expect(out.conductors[loose]).toMatchObject({ cable: null, core: null });
    // asked again nothing is done
    expect(intoCable(out, loose, null)).toEqual([]);
  });
  it('is taken on to another terminal under its own number, and not onto itself', () => {
    const circuit = demo('Q1');
    const [first] = Object.values(circuit.conductors).filter(({ number }) => number === '102');
    const more = edited(circuit, ...takenOn(circuit, first!.id, 1, end('dK2:3'), 'x'));
    const added = Object.values(more.conductors).find(({ id }) => !circuit.conductors[id])!;
    expect(added).toMatchObject({ number: '102', ends: [first!.ends[1], end('dK2:3')], colour: first!.colour });
    expect(takenOn(circuit, first!.id, 1, first!.ends[1]!, 'x')).toEqual([]);
    expect(takenOn(circuit, wire('wgone'), 1, end('dK2:3'), 'x')).toEqual([]);
  });
});
