import { describe, expect, it } from 'vitest';
import { applyChanges, type Circuit, spellTerminal, wrong } from '#core/circuit';
import { familyOf } from '#core/devices';
import { cellsOf, fromWireList, readWireList } from '#core/panel';
import { demo, SHIPPED } from '../testing/demo';
import { createAsker } from './index';

const none = () => wrong({ code: 'no-such-file', at: '', message: 'no files here' });
const shop = { circuit: none, stock: none };

/** A wire as a list carries it; what it does not carry is not in it. */
const told = (circuit: Circuit) =>
  Object.values(circuit.conductors)
    .filter(({ ends }) => ends.every((end) => end !== null))
    .map(({ number, ends, colour, size, lengthM, insulationV, cable, core }) =>
      JSON.stringify([
        number,
        ends.map((end) => end && spellTerminal(circuit, end)).sort(),
        colour,
        size,
        lengthM.value,
        insulationV,
        cable && circuit.cables[cable]?.tag,
        core,
      ]),
    )
    .sort();
const bare = (circuit: Circuit): Circuit => ({ ...circuit, conductors: {}, cables: {} });
const taken = (into: Circuit, text: string) => {
  const { wires, bad } = readWireList(cellsOf(text));
  const made = fromWireList(into, wires, new Map());
  const applied = applyChanges(into, [...made.changes]);
  if (!applied.ok) throw new Error(applied.problems.map(({ message }) => message).join(' '));
  return { circuit: applied.value.circuit, bad: [...bad, ...made.bad].map(({ why }) => why) };
};

describe.each(SHIPPED)('%s as files that come back in', (name) => {
  const circuit = demo(name);
  const asked = createAsker(shop).ask('wirelist', { circuit });
  if (!asked.ok) throw new Error('no list');
  const { csv, strips } = asked.value;
  const wires = Object.values(circuit.conductors).filter(({ ends }) => ends.every((end) => end !== null));
  const isTwice = new Set(wires.map(({ ends }) => [...ends].sort().join())).size < wires.length;

  it.skipIf(isTwice)('the wire list: number, ends, colour, size, length, insulation, cable and core as they were', () => {
    const back = taken(bare(circuit), csv);
    expect(told(back.circuit)).toEqual(told(circuit));
  });
  it('the strip plans: every wire that lies on a strip, once', () => {
    const ways = new Set(
      Object.values(circuit.devices)
        .filter((device) => familyOf(device, circuit).group === 'joint' && familyOf(device, circuit).terminals.length > 1)
        .map(({ tag }) => tag),
    );
    const onStrips = {
      ...circuit,
      conductors: Object.fromEntries(
        Object.entries(circuit.conductors).filter(([, { ends }]) =>
          ends.some((end) => end !== null && ways.has(spellTerminal(circuit, end).split(':')[0] ?? '')),
        ),
      ),
    };
    const back = taken(bare(circuit), strips);
    expect(told(back.circuit)).toEqual(told(onStrips));
    expect(back.bad.filter((why) => !why.startsWith('has one terminal'))).toEqual([]);
  });
});

it('a cell that a spreadsheet would reckon with is kept a text, and comes back as it was', () => {
  const circuit = demo('L1A');
  const [first] = Object.values(circuit.conductors);
  const odd: Circuit = { ...circuit, conductors: { ...circuit.conductors, [first!.id]: { ...first!, number: '-5' } } };
  const asked = createAsker(shop).ask('wirelist', { circuit: odd });
  if (!asked.ok) throw new Error('no list');
  expect(asked.value.csv).toContain("\n'-5,");
  expect(told(taken(bare(odd), asked.value.csv).circuit)).toEqual(told(odd));
});
