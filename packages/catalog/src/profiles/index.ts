import { type Profile, parseProfile } from '@ingle/record'
import hx36 from './merrowby-hx36.json' with { type: 'json' }
import vx42 from './merrowby-vx42.json' with { type: 'json' }

const shipped = (plain: unknown): Profile => {
  const profile = parseProfile(plain)
  if (!profile.ok) throw new Error(`A shipped profile does not read: ${profile.reason}`)
  return plain as Profile
}

/** Equipment families that ship with Ingle. All makers, models and figures are invented. */
export const PROFILES: readonly Profile[] = [shipped(vx42), shipped(hx36)]

export function profileById(id: string): Profile {
  const profile = PROFILES.find((one) => one.id === id)
  if (!profile) throw new Error(`No shipped profile ${id}`)
  return profile
}
