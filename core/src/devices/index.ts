export type { ClaimLine } from './claims';
export { claimLines, claimOf } from './claims';
export { faceOf } from './faces';
export type { Brings, FamilyName, FieldName } from './families';
export {
  catalogue,
  countedFor,
  families,
  familyList,
  familyNamed,
  familyOf,
  inputsOf,
  kindsIn,
  missingFacts,
  partsOf,
  plateField,
  plateNumber,
  plateText,
} from './families';
export type { DeviceFamily, InputFacts } from './family';
export { plainName } from './own';
export type { StockPart } from './stock';
export { asDevice, asPart, bringing, kindOfPart, knowing, loneDevice, printed, stockPartSchema, stockProblems } from './stock';
export { kindText } from './tradeWords';
