import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // a worker for each core: the default leaves one of two idle
    maxWorkers: '100%',
    projects: [
      {
        test: { name: 'unit', include: ['core/src/**/*.test.ts', 'cli/test/**/*.test.ts', 'web/test/**/*.test.ts'], testTimeout: 120_000 },
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
        test: { name: 'database', include: ['server/test/**/*.test.ts'], testTimeout: 60_000, hookTimeout: 60_000, fileParallelism: false },
      },
    ],
  },
});
