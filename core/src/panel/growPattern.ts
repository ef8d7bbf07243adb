import { applyChanges, type Circuit, type Result, wrong } from '#core/circuit';
import { fromWireList } from './fromList';
import { type PatternAnswers, patternList } from './patternList';
import type { Pattern } from './patterns';
import { usualSwitching } from './switching';
import { cellsOf, readWireList } from './wireList';

/**
 * A circuit with a pattern in it, wired, its power switch as is usual. What the answers say of its parts is assumed until it is read.
 * @returns the problems of the first line that could not be landed
 */
export function growPattern(into: Circuit, pattern: Pattern, answers: PatternAnswers): Result<Circuit> {
  const list = patternList(pattern, into, answers);
  const read = readWireList(cellsOf(list.text));
  const grown = fromWireList(into, read.wires, new Map(Object.entries(list.kinds)), list);
  const [bad] = [...read.bad, ...grown.bad];
  if (bad) return wrong({ code: 'pattern', at: pattern.name, message: `${pattern.title}: ${bad.why}` });
  const landed = applyChanges(into, [...grown.changes]);
  if (!landed.ok) return landed;
  const switched = applyChanges(landed.value.circuit, usualSwitching(landed.value.circuit));
  return switched.ok ? { ok: true, value: switched.value.circuit } : switched;
}
