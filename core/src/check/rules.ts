import type { Finding } from './finding';
import { coilRule, leakRule } from './rules/coils';
import { baseRule, groupsRule, interposingRule, latchRule, learningRule, oneLegRule, poleRule, throwsRule } from './rules/contacts';
import { validRule } from './rules/document';
import { conductorRule, deviceRule, fanRule, insulationRule, loadVoltsRule, overloadRule, voltFreeRule } from './rules/power';
import { fuseRule, loadRule, tapRule } from './rules/transformers';
import type { Rule, Study } from './study';

/** In the order in which they are told. */
export const rules: readonly Rule[] = [
  validRule,
  voltFreeRule,
  throwsRule,
  latchRule,
  baseRule,
  coilRule,
  leakRule,
  poleRule,
  loadVoltsRule,
  tapRule,
  loadRule,
  fuseRule,
  conductorRule,
  deviceRule,
  overloadRule,
  insulationRule,
  fanRule,
  groupsRule,
  oneLegRule,
  interposingRule,
  learningRule,
];

export const checkStudy = (study: Study): Finding[] => rules.flatMap((rule) => rule.run(study));

/** Sound: nothing that is a danger or a block. Notes to look at are allowed. */
export const isSound = (findings: readonly Finding[]): boolean => findings.every(({ verdict }) => verdict === 'good' || verdict === 'look');
