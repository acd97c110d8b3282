import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          setupFiles: ['tests/soak.ts'],
          testTimeout: process.env['SOAK'] ? 1_500_000 : 20_000,
          include: ['core/**/*.test.ts', 'src/**/*.test.ts', 'devices/**/*.test.ts', 'tests/reference/**/*.test.ts'],
        },
      },
      {
        test: {
          name: 'database',
          include: ['db/**/*.test.ts', 'tests/faults/**/*.test.ts'],
          globalSetup: ['tests/database.setup.ts'],
          fileParallelism: false,
          testTimeout: 30_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
