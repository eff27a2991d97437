import {
  CALDER_GATEWAY,
  DEMO_CREWS,
  DEMO_GATEWAY,
  DEMO_SITES,
  demoInstruments,
  LANTERN_LANE,
  LIBRARY_GATEWAYS,
} from '@ingle/catalog/demo'
import type { DataSource } from 'typeorm'
import { CrewData } from './data/crewData.ts'
import { Crew } from './data/entities.ts'
import { addCrew } from './signIn/accounts.ts'

/** Fills an empty database with the demo world; one that has crews already is left as it is. */
export async function seedDemo(db: DataSource, now: Date): Promise<boolean> {
  if ((await db.getRepository(Crew).count()) > 0) return false
  for (const crew of DEMO_CREWS) await addCrew(db, crew, crew.accounts)
  const crew = new CrewData(db, LANTERN_LANE.id)
  for (const one of [DEMO_GATEWAY, ...LIBRARY_GATEWAYS, CALDER_GATEWAY]) await crew.allowGateway({ ...one, allowedAt: now })
  for (const one of demoInstruments(now)) await crew.saveDocument('instrument', one, 'JT', now)
  for (const site of DEMO_SITES) {
    const photos = site.photos.map(({ base64, ...photo }) => ({ ...photo, content: Buffer.from(base64, 'base64') }))
    await crew.importRecord(site.id, site.changes(now), photos, now.getTime())
  }
  return true
}
