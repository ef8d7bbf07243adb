export type { Moment, Rig } from './rig';
export { conditionAt, copyMoment, createRig, restMoment, showMoment, showOhms } from './rig';
export type { Change, Chatter, Frame, Trace } from './run';
export { frameAt, runLog } from './run';
export { PROTECTED, RUNNING, STARTING, STOPPED } from './actors';
export { settleMoment, sightOf } from './sight';
export type { Hindrance } from './explain';
export { whyNotOn } from './explain';
export { tellChange } from './tell';
