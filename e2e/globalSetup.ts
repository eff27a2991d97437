import { keepDatabase, newDatabase, serverOn, throwawayPostgres } from '../tools/throwaway.mjs'

/** One throwaway PostgreSQL for the whole run, with the demo world seeded once; each worker gets a copy of its own. */
export default async function globalSetup() {
  const postgres = await throwawayPostgres()
  const seeded = await newDatabase(postgres.url)
  const server = await serverOn(seeded)
  await server.stop()
  await keepDatabase(seeded)
  process.env.INGLE_TEST_POSTGRES = postgres.url
  process.env.INGLE_TEST_SEEDED = seeded
  return () => postgres.stop()
}
