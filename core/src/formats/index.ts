export { circuitJsonSchema, MOST_CHARACTERS, readCircuit, writeCircuit } from './json';
export { withAnalysis, writeSpice } from './spice';
export type { BadRow, CsvRow } from './stockCsv';
export { headProblems, stockFromRows, stockToRows } from './stockCsv';
