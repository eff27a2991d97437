import { DEMO_CREWS, LANTERN_LANE, TIDEWELL_ID, TIDEWELL_PHOTOS, tidewellChanges } from '@ingle/catalog/demo'
import type { DataSource } from 'typeorm'
import { CrewData } from './data/crewData.ts'
import { Crew } from './data/entities.ts'
import { addCrew } from './signIn/accounts.ts'

/** Fills an empty database with the demo world; one that has crews already is left as it is. */
export async function seedDemo(db: DataSource, now: Date): Promise<boolean> {
  if ((await db.getRepository(Crew).count()) > 0) return false
  for (const crew of DEMO_CREWS) await addCrew(db, crew, crew.accounts)
  const photos = TIDEWELL_PHOTOS.map(({ base64, ...photo }) => ({ ...photo, content: Buffer.from(base64, 'base64') }))
  const outcomes = await new CrewData(db, LANTERN_LANE.id).importRecord(TIDEWELL_ID, tidewellChanges(now), photos, now.getTime())
  return outcomes.length > 0
}
