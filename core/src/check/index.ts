export type { Finding } from './finding';
export type { CoilJudgement, PoleJudgement } from './judge';
export { weakestEvidence } from './judge';
export type { Rule, Study } from './rules';
export { checkStudy, isSound, rules, studyOf } from './rules';
