import { vi } from 'vitest';

/** Waits until what is looked at holds. The library's own second is short for two cores that are busy with other tests. */
export const until = (looksAt: () => void | Promise<void>): Promise<void> => vi.waitFor(looksAt, { timeout: 30_000 });
