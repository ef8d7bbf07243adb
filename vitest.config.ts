import { defineConfig } from 'vitest/config';

/**
 * Node's own modules instead of the ones that Vite rewrites: there each name that is imported is a getter,
 * which in the solver's loops costs more than the solving.
 */
const native = { execArgv: ['--import', 'tsx'], experimental: { viteModuleRunner: false, nodeLoader: false } };

export default defineConfig({
  test: {
    // a worker for each core: the default leaves one of two idle
    maxWorkers: '100%',
    projects: [
      {
        test: {
          ...native,
          name: 'unit',
          include: ['core/src/**/*.test.ts', 'cli/test/**/*.test.ts', 'web/test/**/*.test.ts'],
          // pure functions leave nothing behind: each module is read once for a worker, not once for a file
          isolate: false,
          testTimeout: 120_000,
        },
      },
      {
        test: {
          name: 'screens',
          include: ['web/test/screens/**/*.test.tsx'],
          environment: 'jsdom',
          setupFiles: ['web/test/screens/browser.ts'],
          testTimeout: 120_000,
        },
      },
      {
        test: {
          name: 'database',
          include: ['server/test/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
          // the library's own second is short for two cores that are busy with something else
          expect: { poll: { timeout: 20_000 } },
          fileParallelism: false,
        },
      },
    ],
  },
});
