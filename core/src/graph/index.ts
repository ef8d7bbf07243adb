export { beyond, fusesAt, partsOn } from './beyond';
export { coneOf } from './cone';

export { endsOfBranch, graphOf } from './graph';
export { joinedTo, potentialsOf, tiedByWire } from './joined';
export { idleChains, loopScrews } from './loops';
export { EXTRA_LOW_V, isOfMains, nominalAt } from './nominal';
export type { Partition } from './partition';
export { numberPartition, partition } from './partition';
export type { CircuitPlan, PlannedBranch, PlannedInput, PlannedPart } from './plan';
export { EARTH_NODE, isWired, partNamed, planCircuit } from './plan';
export type { Lever, LeverGroup } from './reach';
export { leverGroups, leverKey, leversOn } from './reach';
export type { Step } from './search';
export { cheapestWay, reached } from './search';
export { segmentsOf } from './segments';
export { isWiredAlike } from './wiring';
export { workOf } from './work';
