export { checkStudy } from './checkStudy';
export type { CoilJudgement, CoilOpinion } from './judge/coil';
export { held, judgeExposure, judgeLeak } from './judge/coil';
export type { Instead, PoleJudgement } from './judge/pole';
export { demandOf } from './judge/pole';
export type { Finding, RuleId, Told } from './rules';
export { isSound, RULE_IDS } from './rules';
export type { Study } from './study';
export { studyOf } from './study';
