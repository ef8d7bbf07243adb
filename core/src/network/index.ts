export type { Fault, FaultMode } from './faults';
export { FAULT_MODES, faultsOfPart, parseFault, spellFault, tellFault } from './faults';
export { floatingNodes, isOpenBranch } from './floating';
export type { Net } from './live';
export {
  acrossBranch,
  branchAmps,
  createNet,
  nortonOf,
  pairVolts,
  partAmps,
  partVolts,
  rmsOver,
  roundStamp,
  STAMP_STEP,
  setBranch,
  setConductor,
  setPart,
  solveNet,
  unitResponse,
  voltsAt,
} from './live';
export type { MeterMode, PairSource } from './meter';
export { BEEP_OHMS, HIGH_Z, LOW_Z_OHMS, loadedVolts, meterImpedance, OPEN_LINE_OHMS, pairSource, readOhms, readVolts } from './meter';
export type { NetworkPlan, PlannedBranch, PlannedConductor, PlannedPart } from './plan';
export { EARTH_NODE, partNamed, planNetwork, pointsOfDevice } from './plan';
export type { BranchValue, Condition } from './stamps';
export { DIRTY_CONTACT_OHMS, motor3Admittances, OPEN_SIEMENS, valuesOf } from './stamps';
export type { WindingModel } from './transformer';
export { CLASS_2_MODEL, windingModel } from './transformer';
