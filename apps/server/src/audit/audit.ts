import type { AuditKind } from '@ingle/record/wire'
import type { DataSource } from 'typeorm'

export interface Deed {
  /** Null where nobody knows of which crew it is: a name that does not exist. */
  crewId: string | null
  /** Initials of an account; the name that was tried, where it is none; the command, where one was run. */
  who: string
  what: AuditKind
  /** What it was done to: a site, a person, an address, a file. */
  about?: string
  /** From where it came. */
  address?: string
}

/** Writes down what was done. Rows are only added; a lead reads those of the crew. */
export async function audit(on: Pick<DataSource, 'query'>, { crewId, who, what, about = '', address = '' }: Deed): Promise<void> {
  await on.query('INSERT INTO audit (crew_id, at, who, what, about, address) VALUES ($1, now(), $2, $3, $4, $5)', [
    crewId,
    who.slice(0, 80),
    what,
    about.slice(0, 300),
    address.slice(0, 80),
  ])
}
