export type { Caption } from './caption';
export { earthSign, isBlock, JOG_R } from './caption';
export {
  captionsOf,
  edgeCaptions,
  flagCaption,
  jogAt,
  linkedOf,
  markerCaption,
  pinCaption,
  symbolCaptions,
  underOf,
} from './captions';
export { foldBands } from './fold';
export { layingOut, layoutPaths } from './layout';
export { lineMoved, PATH_VIEW } from './nudge';
export type { Band, BandName, Flag, Marker, Pin, PlacedSymbol, Segment, Sheet, SymbolKind } from './sheet';
export { CELL, LANE, MARGIN } from './sheet';
export { STANDING_WIDER, standSheet } from './stand';
export type { Stroke, SymbolFamily } from './symbols';
export { signAt, strokesOf, turnOf } from './symbols';
export type { TerminalBlock, TerminalSheet, TerminalSpot, TerminalWire } from './terminals';
export { devicesOfPlace, layingTerminals, layoutTerminals, verifyTerminals } from './terminals';
export { verifyBand } from './verify';
