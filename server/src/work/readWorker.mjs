// A thread of its own reads TypeScript as the main one does; what it is asked for stands in readTasks.ts.
import { register } from 'tsx/esm/api';

register();
export const { body, document } = await import('./readTasks.ts');
