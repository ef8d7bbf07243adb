export type { CableRoom } from './cable';
export { cableRoom, coilWire } from './cable';
export type { Candidate } from './candidate';
export type { WhyMissing } from './candidates';
export { candidatesFor, judgePart, judgingParts, whyMissing } from './candidates';
export type { CellName, Cells } from './cells';
export { CELL_NAMES } from './cells';

export type { PolesCell, PoleWant } from './cells/poles';
export { tellingRows } from './cells/telling';

export type { Corner } from './corners';
export { cornersOf } from './corners';
export type { Deed } from './deeds';
export type { Difference } from './differences';
export { hasMore, isTelling } from './differences';
export { exposureOf } from './exposure';

export { mapTerminals } from './mapping';
export type { Asked } from './need';
export { askedOf } from './need';
export type { Place } from './place';
export { coilInUse, preparing } from './place';
export type { PoleCount } from './poles';
export { replacing } from './replacing';
export type { Twin } from './twin';
export { twinning } from './twin';
export { usualCoil, usualVolts } from './usualCoil';
export type { FitWord } from './word';
