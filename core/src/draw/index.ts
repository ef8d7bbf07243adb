export { layoutPaths } from './layout';
export type { Band, Dot, Flag, Marker, Pin, PlacedSymbol, RailMark, Segment, Sheet, SymbolKind, VoltageClass } from './sheet';
export { CELL, MARGIN, PIN } from './sheet';
export type { Stroke, SymbolFamily } from './symbols';
export { strokesOf } from './symbols';
export type { Discrepancy } from './verify';
export { verifyBand } from './verify';
