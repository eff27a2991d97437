import type { TestProject } from 'vitest/node'
import { throwawayPostgres } from '../../../tools/throwaway.mjs'

/** One throwaway PostgreSQL for all database tests; each test file makes databases of its own in it. */
export default async function setup(project: TestProject) {
  const postgres = await throwawayPostgres()
  project.provide('databaseUrl', postgres.url)
  return () => postgres.stop()
}

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string
  }
}
