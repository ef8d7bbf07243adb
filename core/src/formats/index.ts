export { circuitJsonSchema, MOST_CHARACTERS, readCircuit, writeCircuit } from './json';
export { sheetText } from './sheet';
export { withAnalysis, writeSpice } from './spice';
export type { BadRow } from './stockCsv';
export { headProblems, stockFromRows, stockFromTable, stockToRows } from './stockCsv';
export type { Shown } from './svg';
export { writeSvg } from './svg';
export { wiresToCsv, wireTable } from './wireCsv';
