import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // Both cores of a small machine: left to itself Vitest keeps one for a person who waits beside it.
    maxWorkers: '100%',
    projects: [
      {
        test: {
          name: 'core',
          root: 'packages/core',
          include: ['src/**/*.test.ts'],
          setupFiles: ['src/testing/seed.ts'],
          testTimeout: 60_000,
        },
      },
      { test: { name: 'schema', root: 'packages/schema', include: ['src/**/*.test.ts'], testTimeout: 60_000 } },
      { test: { name: 'demo', root: 'packages/demo', include: ['src/**/*.test.ts'], testTimeout: 60_000 } },
      {
        test: {
          name: 'server',
          root: 'packages/server',
          include: ['src/**/*.test.ts'],
          globalSetup: ['src/testing/database.ts'],
          testTimeout: 120_000,
          fileParallelism: false,
        },
      },
      { test: { name: 'web', root: 'packages/web', include: ['src/**/*.test.{ts,tsx}'], testTimeout: 60_000 } },
    ],
  },
});
