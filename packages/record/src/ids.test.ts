import { describe, expect, it } from 'vitest'
import { idMaker, parseId, type SiteId } from './ids.ts'

const ID = '0a1b2c3d-4e5f-4a6b-8c7d-9e0f1a2b3c4d'

describe('an id out of foreign text', () => {
  it('is one when it looks like one', () => {
    expect(parseId<SiteId>(ID, 'site')).toEqual({ ok: true, value: ID })
    expect(parseId<SiteId>(ID.toUpperCase(), 'site').ok).toBe(true)
  })
  it.each([undefined, '', 'tidewell', `${ID}0`, ` ${ID}`, ID.replace('-', '')])('%j is none, and is named', (text) => {
    const read = parseId<SiteId>(text, 'site')
    expect(read.ok ? '' : read.reason).toBe(`“${text}” is no id of a site.`)
  })
  it('is named in part when it is long', () => {
    const read = parseId<SiteId>('x'.repeat(90), 'visit')
    expect(read.ok ? '' : read.reason).toBe(`“${'x'.repeat(40)}” is no id of a visit.`)
  })
  it('is made by whatever gives chance', () => expect(idMaker(() => ID)<SiteId>()).toBe(ID))
})
