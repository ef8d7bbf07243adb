export { CALLER_WORDS, tellArrangement, tellTaking } from './en/brief';
export { tellCalls } from './en/calls';
export { tellCoil } from './en/coils';
export { tellChange } from './en/events';
export { tellFault, tellSuspect } from './en/faults';
export type { MethodName } from './en/find';
export { METHOD_WORDS, tellAgainst, tellMind, tellOutcome, tellTest } from './en/find';
export { tellFinding } from './en/findings';
export type { FindingWords } from './en/findingWords';
export type { CellWords, DifferenceWords } from './en/fit';
export { tellAsked, tellCells, tellDifference, tellFit, tellTwin, tellWhyMissing } from './en/fit';
export { tellHindrance, tellLeft } from './en/hindrances';
export type { Label } from './en/label';
export { labelOf } from './en/label';
export { tellRunLimit } from './en/limits';
export { type MendWords, tellMend } from './en/mends';
export { tellDuct, tellMountingDoubt } from './en/mounting';
export { placeName } from './en/places';
export { listed, tagOf } from './en/points';
export { tellCoilPrint, tellPrintDoubts, tellRatingDoubts, tellRatingPrint, tellSupplyDoubts, tellSupplyPrint } from './en/prints';
export type { ReadingWords } from './en/readings';
export { tellReading } from './en/readings';
export { tellAsks, tellFigure, tellLife, tellRating } from './en/rows';
export { schoolWords } from './en/schools';
export { tellBand, tellSpare } from './en/sheet';
export { tellBlind, tellSized } from './en/sized';
export type { SupplyWords } from './en/supplies';
export { tellLoad, tellSupply } from './en/supplies';
export type { RehearsedWords } from './en/wiring';
export {
  tellBetween,
  tellChangeSet,
  tellHarm,
  tellHop,
  tellLiveStage,
  tellOhms,
  tellRehearsed,
  tellStillLive,
  tellWireClass,
  tellWiringDoubt,
  VARIANT_FIGURES,
} from './en/wiring';
