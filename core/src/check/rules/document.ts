import { validateCircuit } from '#core/circuit';
import { catalogue } from '#core/devices';
import type { Finding } from '../finding';
import type { Rule } from '../study';

export const validRule: Rule = {
  id: 'valid',
  title: 'The document hangs together',
  source: 'the document format',
  run: ({ circuit }) =>
    validateCircuit(circuit, catalogue).map(
      (problem): Finding => ({
        id: `valid:${problem.at}`,
        rule: 'valid',
        devices: [],
        state: 'every state',
        verdict: 'danger',
        title: problem.message,
        is: undefined,
        limit: undefined,
        limitKind: 'limit',
        unit: '',
        consequence: 'Part of the circuit cannot be computed.',
        reason: problem.message,
        remedy: 'Mend the document as said.',
        source: validRule.source,
        evidence: 'print',
      }),
    ),
};
