// A thread of its own reads TypeScript as the main one does; what it is asked for stands in judgeTasks.ts.
import { register } from 'tsx/esm/api';

register();
export const { picture, summary } = await import('./judgeTasks.ts');
