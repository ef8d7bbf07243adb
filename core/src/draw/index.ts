export type { Caption } from './captions';
export {
  captionsOf,
  edgeCaptions,
  flagCaption,
  isBlock,
  linkedOf,
  markerCaption,
  pinCaption,
  refCaptions,
  tagCaptions,
  underCaption,
  underOf,
} from './captions';
export { layingOut, layoutPaths } from './layout';
export type { Band, BandName, Marker, Pin, PlacedSymbol, Segment, Sheet, SymbolKind } from './sheet';
export { CELL, MARGIN } from './sheet';
export type { Stroke, SymbolFamily } from './symbols';
export { strokesOf } from './symbols';
export { verifyBand } from './verify';
