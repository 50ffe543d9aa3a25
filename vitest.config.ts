import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          include: ['{core,gate,edge,scanner,server,web,cli,demo,catalogue}/**/*.test.ts'],
          // A limit against hanging, not on speed: some machines are ten times slower than others.
          testTimeout: 60_000,
          // What files import is read once, not once for each of them; none leaves anything behind in it.
          isolate: false,
          hookTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'whole',
          include: ['tests/**/*.test.ts'],
          globalSetup: 'tests/support/global.ts',
          testTimeout: 120_000,
          hookTimeout: 120_000,
          expect: { poll: { timeout: 15_000, interval: 100 } },
          // Each file starts a server and a worker of its own and often waits for pages: two cores carry three of them.
          maxWorkers: 3,
          // Tests of a file that say they may run beside each other; more would be in each other's way.
          maxConcurrency: 3,
          isolate: false,
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
});
