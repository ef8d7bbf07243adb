export { CURVES, openingMs } from './curves';
export { catalogue, families, familyOf, missingFacts, partsOf } from './families';
export type { DeviceFamily, InputFacts } from './family';
export type {
  Coil,
  Contact,
  CurveName,
  DcOutput,
  DriverKind,
  Electronics,
  Fuse,
  Join,
  Load,
  Load3,
  Motor,
  Motor3,
  Mover,
  Part,
  PartKind,
  PoleRatings,
  SeriesTimer,
  Source,
  Timer,
  Transformer,
  Travel,
} from './part';
export { EARTH, endsOf } from './part';
export type { StockPart } from './stock';
export { asDevice, loneDevice, printed, stockPartSchema, stockProblems } from './stock';
