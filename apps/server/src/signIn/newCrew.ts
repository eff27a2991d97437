import 'reflect-metadata'
import { randomBytes, randomUUID } from 'node:crypto'
import { openDatabase } from '../data/database.ts'
import { addCrew } from './accounts.ts'

/** PostgreSQL's code for a value that must be the only one of its kind and is not. */
const TAKEN = '23505'

/**
 * Makes a crew with its first account, a lead, from the words of a command line.
 * @returns the sentence that says how to sign in; the password stands in it and nowhere else
 */
export async function newCrew(databaseUrl: string | undefined, words: readonly string[]): Promise<string> {
  const [crewName, name, initials] = words
  if (!databaseUrl || !crewName || !name || !initials)
    throw new Error('Like: DATABASE_URL=postgres://… npm run crew -- "Lantern Lane" mr MR')
  const db = await openDatabase(databaseUrl)
  const account = {
    name: name.toLowerCase(),
    initials: initials.toUpperCase(),
    role: 'lead',
    password: randomBytes(9).toString('base64url'),
  }
  try {
    await addCrew(db, { id: randomUUID(), name: crewName }, [account])
  } catch (error) {
    if ((error as { code?: string }).code === TAKEN) throw new Error('That name is taken: choose another one.')
    throw error
  } finally {
    await db.destroy()
  }
  return `${crewName}: sign in as ${account.name} with the password ${account.password}`
}
