import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          include: ['packages/*/{src,test}/**/*.test.ts', 'apps/web/{src,test}/**/*.test.ts', 'tools/**/!(*.db).test.ts'],
          environment: 'node',
          setupFiles: ['tools/properties.setup.ts'],
          // Fuzz and property tests on a machine that does other things too.
          testTimeout: 30_000,
          // Core and record are pure: loading every module anew for each file was two thirds of the time.
          isolate: false,
          maxWorkers: 2,
        },
      },
      {
        test: {
          name: 'db',
          include: ['apps/server/test/**/*.test.ts', 'tools/**/*.db.test.ts'],
          environment: 'node',
          setupFiles: ['tools/properties.setup.ts'],
          globalSetup: ['apps/server/test/postgres.setup.ts'],
          testTimeout: 20_000,
          hookTimeout: 30_000,
        },
      },
    ],
  },
})
