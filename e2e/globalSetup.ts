import { throwawayPostgres } from '../tools/throwaway.mjs'

/** One throwaway PostgreSQL for the whole run; each worker makes databases of its own in it. */
export default async function globalSetup() {
  const postgres = await throwawayPostgres()
  process.env.INGLE_TEST_POSTGRES = postgres.url
  return () => postgres.stop()
}
