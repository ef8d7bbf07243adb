// A thread of its own reads TypeScript as the main one does; what it is asked for stands in tasks.ts.
import { register } from 'tsx/esm/api';

register();
export const { body, document, picture, summary } = await import('./tasks.ts');
