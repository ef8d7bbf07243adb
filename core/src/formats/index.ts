export { circuitJsonSchema, MOST_CHARACTERS, readCircuit, writeCircuit } from './json';
export { withAnalysis, writeSpice } from './spice';
