export type { CoilBandCode, CoilWindow, CoilWord } from './coil';
export { coilBand, coilWindow, judgeDrive } from './coil';
export type { CoilIll } from './coilIlls';
export { COIL_ILLS } from './coilIlls';
export type { CoilFacts, CoilSupply } from './coilOn';
export { coilOn, sameFrameOhms } from './coilOn';
export type { CoilPrint, PrintQuestion } from './coilPrint';
export { readCoilPrint } from './coilPrint';
export type { Laying } from './conductor';
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

export { bleeder, judgeCommon, judgeDriver, judgeResistor, leakHolds, sizeDcSupply, snubberLeakA } from './driver';

export { judgeGuard } from './guard';
export { sizeHeater } from './heater';
export { insulationLifeShare, lifeHoursAt, lifeYears, type PoleLife, poleLife, restLeftS } from './life';

export { formulaAmps, iecFrameFor, lockedAmps, nemaSizeFor, overloadShare, sizeMotor, tableAmps } from './motor';
export { pilotLimits } from './pilotDuty';
export type { PoleDemand } from './pole';
export { codeVolts, judgePole, lampUnits, NO_DEMAND, poleClasses, sharedRow } from './pole';
export { practiceSchema, WORKING_VALUE } from './practiceSchema';
export { type PrintedRating, type RatingPrint, type RatingQuestion, ratingFigures, readRatingPrint } from './ratingPrint';
export type { Asks, Rating, Row } from './row';
export { atMost, voltsRow } from './row';

export type { Figure, FigureName, Missing, Said, Sized } from './sized';
export { figure, figureOf, notKnown, rowOf } from './sized';
export { nextSize } from './standardSizes';
export {
  readSupplyPrint,
  type SupplyPrint,
  type SupplyQuestion,
  type SupplySide,
  type SupplySystem,
  supplyFigures,
} from './supplyPrint';
export type { TableName, Tables } from './tables';
export { TABLES } from './tables';
export type { Table } from './tables/table';
export { numberAt } from './tables/table';
export { tablesFor } from './tablesFor';
export type {
  FusesSized,
  ShortKind,
} from './transformer';
export {
  closingVolts,
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
export { byWorst, worse, worstVerdict } from './verdict';
