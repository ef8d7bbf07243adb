export { type Mend, mending } from './trying';
