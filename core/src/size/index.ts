export type { CoilWindow, CoilWord, WindowBand } from './coil';
export { coilBand, coilVerdict, coilWindow, coilWord } from './coil';
export type { CoilFacts, CoilPoint, CoilSupply } from './coilOn';
export { coilOn, parseCoilPrint, sameFrameOhms } from './coilOn';
export type { DropFacts, Laying } from './conductor';
export {
  ampacity,
  awgKey,
  conductorFor,
  conductorOhms,
  feet,
  judgeConductor,
  longestRunM,
  smallConductorLimit,
  voltDrop,
} from './conductor';
export type { Driven, DriverFacts } from './driver';
export { bleeder, judgeCommon, judgeDriver, judgeResistor, leakHolds, sizeDcSupply, snubberLeakA } from './driver';
export type { HeaterFacts } from './heater';
export { sizeHeater } from './heater';
export { insulationLifeShare, lifeHoursAt, lifeWords, lifeYears, type PoleLife, poleLife, restLeftS } from './life';
export type { MotorFacts } from './motor';
export { formulaAmps, lockedAmps, nemaSizeFor, overloadShare, sizeMotor, tableAmps } from './motor';
export { pilotCodes, pilotLimits } from './pilotDuty';
export type { PoleDemand } from './pole';
export { judgePole, lampUnits, NO_DEMAND } from './pole';
export type { Practice, School, SchoolName } from './practice';
export { DEFAULT_PRACTICE, rulesOf, SCHOOLS, schoolOf, tablesFor } from './practice';
export type { Figure, Row, Sized } from './row';
export { atLeast, atMost, notKnown } from './row';
export { nextSize, sizeUpTo } from './standardSizes';
export type { TableName, Tables } from './tables';
export { TABLES } from './tables';
export type { Mark, Table } from './tables/table';
export { numberAt } from './tables/table';
export type { CoilOnTransformer, FuseSchool, ProtectionFacts, SecondarySource, TransformerNeed } from './transformer';
export {
  classTwoNameplate,
  closingVolts,
  FUSE_CLEARS,
  jointVolts,
  largestInrushVa,
  loadedVolts,
  percentImpedance,
  resistiveVolts,
  secondarySource,
  shortCircuitA,
  sizeTransformer,
  sizeTransformerFuses,
  tapVolts,
  windingOhms,
} from './transformer';
export type { Verdict } from './verdict';
export { VERDICTS, worse, worstVerdict } from './verdict';
