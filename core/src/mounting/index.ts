export type { MountingDoubt, PanelPlan } from './judge';
export { newLengths, panelPlan } from './judge';
export type { Panel, Spot } from './panel';
export { panelsOf } from './panel';
export { newPlace, proposedPlaces } from './places';
export { placing } from './placing';
export type { Around } from './snap';
export { freeSpot, snapped, stepped } from './snap';
