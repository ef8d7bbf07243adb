export { circuitJsonSchema, MOST_CHARACTERS, readCircuit, writeCircuit } from './json';
export { withAnalysis, writeSpice } from './spice';
export type { BadRow } from './stockCsv';
export { headProblems, stockFromRows, stockToRows } from './stockCsv';
