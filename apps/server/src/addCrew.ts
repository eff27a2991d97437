import 'reflect-metadata'
import { randomBytes, randomUUID } from 'node:crypto'
import { openDatabase } from './data/database.ts'
import { addCrew } from './signIn/accounts.ts'

/** `npm run crew -- "Crew name" NAME INITIALS`: a crew with its first account. Prints the password once. */
async function main(): Promise<void> {
  const [crewName, name, initials] = process.argv.slice(2)
  const url = process.env.DATABASE_URL
  if (!url || !crewName || !name || !initials) {
    process.stderr.write('Like: DATABASE_URL=postgres://… npm run crew -- "Lantern Lane" mr MR\n')
    process.exit(1)
  }
  const db = await openDatabase(url)
  const password = randomBytes(9).toString('base64url')
  await addCrew(db, { id: randomUUID(), name: crewName }, [
    { name: name.toLowerCase(), initials: initials.toUpperCase(), role: 'lead', password },
  ])
  await db.destroy()
  process.stdout.write(`${crewName}: sign in as ${name.toLowerCase()} with the password ${password}\n`)
}

main().catch((error: Error) => {
  const taken = (error as { code?: string }).code === '23505'
  process.stderr.write(`${taken ? 'That name is taken: choose another one.' : error.message}\n`)
  process.exit(1)
})
