export type { CoilExposure, ContactExposure, Exploration, Served, TransformerExposure } from './states';
export { explore, inputStates, secondaryOf } from './states';
