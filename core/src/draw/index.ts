export type { Band, Dot, Flag, Marker, Pin, PlacedSymbol, RailMark, Segment, Sheet, SymbolKind, VoltageClass } from './sheet';
export { CELL, MARGIN, PIN } from './sheet';
export { layoutPaths } from './layout';
export type { Discrepancy } from './verify';
export { verifyBand } from './verify';
export type { Stroke, SymbolFamily } from './symbols';
export { strokesOf } from './symbols';
