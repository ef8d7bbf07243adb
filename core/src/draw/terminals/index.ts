export type { TerminalBlock, TerminalSheet, TerminalSpot, TerminalWire } from './layout';
export { devicesOfPlace, layingTerminals, layoutTerminals } from './layout';
export { verifyTerminals } from './verify';
