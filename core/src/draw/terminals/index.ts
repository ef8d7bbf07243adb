export type { TerminalBlock, TerminalCaption, TerminalSheet, TerminalSpot, TerminalStub, TerminalWire, TerminalZone } from './layout';
export { devicesOfPlace, layingTerminals, layoutTerminals } from './layout';
export { verifyTerminals } from './verify';
