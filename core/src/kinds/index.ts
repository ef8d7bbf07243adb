export type { CapacitorMotor } from './capacitorMotor';
export type { Coil, Ill } from './coil';
export { canBeIll, coilDriveOf, coilValue, illOf, plusEnd, signedVolts } from './coil';
export type { Contact, DriverKind, Mover, PoleRatings } from './contact';
export { DIRTY_CONTACT_OHMS, isHandWorked } from './contact';
export type { Controller, Program } from './controller';
export type { CurveName } from './curves';
export { CURVES, openingMs } from './curves';

export type { Fuse } from './fuse';
export type {
  BlockSymbol,
  BranchValue,
  Drawn,
  Hindrance,
  How,
  LoadClass,
  Look,
  Next,
  Own,
  Phase,
  Printed,
  Role,
  Sight,
  State,
  SymbolName,
  Trial,
} from './kind';
export { EARTH, OPEN_SIEMENS } from './kind';
export type { AnyKind, FaultOf, ModeOf, Part, PartKind } from './kinds';
export { isKind, KINDS, recordOf } from './kinds';
export type { Load } from './load';
export type { Motor } from './motor';
export type { Motor3 } from './motor3';
export type { Sensor } from './sensor';
export type { Join, Source } from './source';
export { isBond } from './source';
export type { SeriesTimer, Timing } from './timer';
export { coreBranch, isCoreAlive, topSection } from './transformer';
export type { TwoSpeedMotor } from './twoSpeedMotor';

export type { Transformer } from './windingModel';
export { CLASS_2_MODEL, fullVolts, windingModel } from './windingModel';
