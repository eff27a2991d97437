import { describe, expect, it } from 'vitest'
import { SAFETY_ACTION_WORDS, safetyKind } from '../safety/safetyKinds.ts'
import { pointKind, ROOF_POINT_IDS, SAFETY_POINTS, whenTripped } from './roofPoints.ts'

describe('safeties on the strip of a rooftop unit', () => {
  it('say what the one table of safeties says, and nothing of their own', () => {
    const protecting = ROOF_POINT_IDS.filter((id) => pointKind(id).protects !== undefined)
    expect(protecting).toEqual(['smoke', 'freeze', 'high-limit', 'float'])
    for (const id of protecting) {
      const { protects } = pointKind(id)
      if (!protects) throw new Error(id)
      expect(SAFETY_POINTS).toContain(id)
      expect(whenTripped(id)).toContain(SAFETY_ACTION_WORDS[safetyKind(protects).action])
    }
  })
  it('a smoke detector reaches every unit on its air and is reset by hand; a float stops the whole unit', () => {
    expect(whenTripped('smoke')).toMatch(/it reaches every unit on the same plenum or zone; reset by hand$/)
    expect(whenTripped('float')).toMatch(/^the whole unit stops, its fan too; /)
    expect(whenTripped('filter')).toBe('nothing stops: it only tells')
    expect(whenTripped('outdoor-temp')).toBeNull()
  })
})
