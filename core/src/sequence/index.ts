export { PROTECTED, RUNNING, STARTING, STOPPED } from './actors';
export type { Hindrance } from './explain';
export { whyNotOn } from './explain';
export type { Moment, Rig } from './rig';
export { conditionAt, copyMoment, createRig, restMoment, showMoment, showOhms } from './rig';
export type { Change, Chatter, Frame, Trace } from './run';
export { frameAt, runLog } from './run';
export { acrossCoil, coilDriveOf, type Ill, illOf, plusEnd, settleMoment, sightOf, signedVolts } from './sight';
export { tellChange } from './tell';
