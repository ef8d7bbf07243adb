export type { Fault, WireFault } from './faults';
export { faultsOf, faultsOfPart, isSameFault, parseFault, spellFault } from './faults';
export { areTied, floatingNodes, isOpenBranch } from './floating';
export type { Net } from './live';
export {
  acrossBranch,
  branchAmps,
  branchAmpsRms,
  branchVoltsRms,
  createNet,
  endsOf,
  nortonOf,
  pairVolts,
  partAmps,
  partVolts,
  rmsOver,
  roundStamp,
  setBranch,
  setConductor,
  setPart,
  solveNet,
  toEarthRms,
  unitResponse,
  voltsAt,
} from './live';
export type { MeterMode } from './meter';
export { BEEP_OHMS, HIGH_Z, LOW_Z_OHMS, loadedVolts, meterImpedance, pairSource, readOhms, readVolts } from './meter';
export type { NetworkPlan } from './plan';
export { planNetwork } from './plan';
