export type { Caption } from './captions';
export {
  captionsOf,
  edgeCaptions,
  flagCaption,
  isBlock,
  JOG_R,
  jogAt,
  linkedOf,
  markerCaption,
  pinCaption,
  symbolCaptions,
  underOf,
} from './captions';
export { foldBands } from './fold';
export { layingOut, layoutPaths } from './layout';
export type { Band, BandName, Flag, Marker, Pin, PlacedSymbol, Segment, Sheet, SymbolKind } from './sheet';
export { CELL, LANE, MARGIN } from './sheet';
export type { Stroke, SymbolFamily } from './symbols';
export { strokesOf } from './symbols';
export { verifyBand } from './verify';
