import { type Problem, validateCircuit } from '#core/circuit';
import { catalogue } from '#core/devices';
import { ruleOf } from '../finding';

/** The document hangs together. */
export const validRule = ruleOf<Problem>()({
  id: 'valid',
  source: 'the document format',
  find: ({ circuit }) =>
    validateCircuit(circuit, catalogue).map((problem) => ({ about: [], key: problem.at, verdict: 'danger' as const, told: problem })),
});
