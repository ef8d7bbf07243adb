export type { Finding } from './finding';
export type { CoilJudgement, CoilOpinion, Instead, PoleJudgement } from './judge';
export { demandOf, judgeExposure, judgeLeak, weakestEvidence } from './judge';
export { checkStudy, isSound, rules } from './rules';
export type { Rule, Study } from './study';
export { studyOf } from './study';
