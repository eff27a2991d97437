import { describe, expect, it } from 'vitest'
import { PROFILES } from '../profiles/index.ts'
import { librarySearch, recognise } from './search.ts'

const search = librarySearch(PROFILES)

describe('asking the library', () => {
  it.each([
    ['which of ours can stop the fan after cooling, and how', 'fan.satisfied.cool'],
    ['stop the fan after heating', 'fan.satisfied.heat'],
    ['read the temperature at the wall', 'sensor.source'],
    ['offset', 'sensor.trim'],
    ['auto changeover', 'control.changeover'],
    ['tight swing', 'control.differential'],
    ['minimum position low speed', 'freshair.min.low'],
    ['master or slave', 'control.rank'],
    ['burst duct', 'zone.last-open'],
    ['cold air at first', 'fan.delay.on.heat'],
    ['float switch', 'input.function'],
    ['early start', 'time.recovery'],
    ['defrots interval', 'defrost.interval'],
  ])('“%s” is about %s', (question, role) => expect(search.needs(question)[0]?.role.id).toBe(role))

  it('names the families that can, each with its code and way', () => {
    const [hit] = search.needs('stop the fan after cooling')
    const w2 = hit?.families.find((one) => one.profile.id === 'skerrick-w2')
    expect(w2?.settings.map((one) => [one.code, one.home])).toEqual([['22', 'controller']])
    expect(hit?.families.map((one) => one.profile.id)).not.toContain('fenwarm-p2')
  })

  it.each([
    ['fenwarm', 5],
    ['W2', 1],
    ['colour touch', 1],
    ['three pointers', 1],
  ])('finds families by “%s”', (question, count) => expect(search.families(question)).toHaveLength(count))
  it('leaves a whole sentence to the needs', () => expect(search.families('stop the fan after cooling')).toEqual([]))
  it('finds a family by a code of one of its settings', () =>
    expect(search.families('CHi').map((one) => one.id)).toEqual(['aldergate-gx-80']))
  it('shows everything while nothing is asked, and nothing for nonsense', () => {
    expect(search.families(' ')).toHaveLength(PROFILES.length)
    expect(search.families('zzzz')).toEqual([])
    expect(search.needs('zzzz')).toEqual([])
  })
})

describe('recognising what is seen', () => {
  const ids = (seen: Partial<Parameters<typeof recognise>[2]>) =>
    recognise(PROFILES, search, { plate: '', looks: '', wires: null, ...seen }).map((one) => one.profile.id)
  it('by a fragment of the plate', () => {
    expect(ids({ plate: 'SKW2' })[0]).toBe('skerrick-w2')
    expect(ids({ plate: 'gx80' })).toEqual(['aldergate-gx-80'])
    expect(ids({ plate: 'vx-42 mb' })[0]).toBe('merrowby-vx-42')
  })
  it('by the looks and the wires together, the better fit first', () => {
    const hits = recognise(PROFILES, search, { plate: '', looks: 'square white', wires: 2 })
    expect(hits[0]).toMatchObject({ profile: { id: 'skerrick-w2' }, because: ['looks', '2 wires'] })
    expect(hits.length).toBeGreaterThan(1)
  })
  it('says nothing when nothing was seen', () => expect(ids({ plate: 'x' })).toEqual([]))
})
