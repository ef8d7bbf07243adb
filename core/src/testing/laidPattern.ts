import { applyChanges, type Circuit, type EditChange, emptyCircuit } from '#core/circuit';
import { cellsOf, fromWireList, PATTERNS, patternList, readWireList, usualSwitching } from '#core/panel';

const done = (circuit: Circuit, changes: readonly EditChange[]): Circuit => {
  const applied = applyChanges(circuit, [...changes]);
  if (!applied.ok) throw new Error(applied.problems.map(({ message }) => message).join(' '));
  return applied.value.circuit;
};
const volts = (kinds: Readonly<Record<string, string>>) => (Object.values(kinds).includes('supply-3ph-wye') ? 208 : 120);

/** A pattern as a circuit, by itself or put into one that is there. */
export function laidPattern(name: string, into: Circuit = { ...emptyCircuit, number: 'P1', title: 't', site: 's' }) {
  const pattern = PATTERNS.find((one) => one.name === name)!;
  const list = patternList(pattern, into, { supplyV: volts(pattern.kinds), hz: 60, loadA: 6 });
  const { wires, bad } = readWireList(cellsOf(list.text));
  const grown = fromWireList(into, wires, new Map(Object.entries(list.kinds)), list);
  const circuit = done(into, grown.changes);
  return { pattern, bad: [...bad, ...grown.bad], circuit: done(circuit, usualSwitching(circuit)) };
}
