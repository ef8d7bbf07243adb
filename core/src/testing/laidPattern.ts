import { type Circuit, emptyCircuit } from '#core/circuit';
import { growPattern, PATTERNS } from '#core/panel';

const volts = (kinds: Readonly<Record<string, string>>) => (Object.values(kinds).includes('supply-3ph-wye') ? 208 : 120);

/** A pattern as a circuit, by itself or put into one that is there. */
export function laidPattern(name: string, into: Circuit = { ...emptyCircuit, number: 'P1', title: 't', site: 's' }) {
  const pattern = PATTERNS.find((one) => one.name === name)!;
  const grown = growPattern(into, pattern, { supplyV: volts(pattern.kinds), hz: 60, loadA: 6 });
  if (!grown.ok) throw new Error(grown.problems.map(({ message }) => message).join(' '));
  return { pattern, circuit: grown.value };
}
