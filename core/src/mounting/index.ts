export type { MountingDoubt, PanelHeat, PanelPlan } from './judge';
export { newLengths, panelPlan } from './judge';
export type { Box, Mounted, Panel, Spot, Surface } from './panel';
export { PLATE_INSET_MM, panelsOf } from './panel';
export { placing, RAIL_MM } from './placing';
export type { DuctFill, WireRoute } from './routes';
export type { Around, Carried } from './snap';
export { freeSpot, snapped, stepped } from './snap';
