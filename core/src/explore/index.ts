export type { CoilExposure, ContactExposure, Exploration, Served } from './states';
export { explore, inputStates } from './states';
