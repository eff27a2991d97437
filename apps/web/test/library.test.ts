// First: Dexie looks for IndexedDB when it is loaded.
import 'fake-indexeddb/auto'

import { randomUUID } from 'node:crypto'
import { HOUSE_RULES, PROFILES, profileById } from '@ingle/catalog'
import { BASE_UNITS, METRIC_UNITS, pasteSettingsList } from '@ingle/core'
import { blowerOf, type Profile, parseProfile } from '@ingle/record'
import fc from 'fast-check'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { cellBase, cellText } from '../src/library/cells.ts'
import { doubtsAs, pastedToForm } from '../src/library/pastedSettings.ts'
import { formToProfile, formToSetting, profileToForm, readTie, settingToForm, tieText } from '../src/library/profileForm.ts'
import { readCellText } from '../src/library/readCellText.ts'
import { libraryNow } from '../src/library/useLibrary.ts'
import { useSession } from '../src/session/session.ts'
import { Desk } from '../src/sync/desk.ts'
import { browserWith, FakeEventSource, FakeServer } from './fakeServer.ts'

const plain = (one: unknown) => JSON.parse(JSON.stringify(one))

describe('a cell of a table in the reader’s units', () => {
  it('is shown in them and read in them', () => {
    expect(cellText('flow', 762.797, METRIC_UNITS)).toBe('360')
    expect(cellText('static', 0.1, METRIC_UNITS)).toBe('24.909')
    expect(cellText('flow', null, METRIC_UNITS)).toBe('')
    expect(cellBase('flow', '360', METRIC_UNITS, null)).toMatchObject({ ok: true, value: expect.closeTo(762.797, 2) })
    expect(cellBase('flow', '—', METRIC_UNITS, 5)).toEqual({ ok: true, value: null })
    expect(cellBase('flow', '36O', METRIC_UNITS, 5)).toMatchObject({ ok: false })
  })
  it('keeps its exact figure while nobody types over it', () =>
    fc.assert(
      fc.property(fc.double({ min: 1, max: 5000, noNaN: true }), (flow) => {
        expect(cellBase('flow', cellText('flow', flow, METRIC_UNITS), METRIC_UNITS, flow)).toEqual({ ok: true, value: flow })
      }),
    ))
})

describe('a profile in forms', () => {
  it.each(PROFILES.map((one) => [one.family, one] as const))('%s comes out of the form as it went in', (_, profile) => {
    const back = formToProfile(profileToForm(profile), profile, profile.id, profile.version, BASE_UNITS)
    expect(plain(back)).toEqual(plain({ ...profile, settings: profile.settings.map(withoutEmpty) }))
  })
  it('keeps the plate of each fire of a furnace, and a rated static that nobody knows', () => {
    const form = profileToForm(profileById('aldergate-gx-80'))
    const typed = {
      ...form,
      efficiency: '82',
      fires: [
        { input: '100000', from: '30', to: '60' },
        { input: '65000', from: '25', to: '55' },
      ] as typeof form.fires,
    }
    const back = formToProfile(typed, null, 'mine', 1, BASE_UNITS)
    expect(back.furnace).toEqual({
      efficiencyPct: 82,
      fires: [
        { inputBtuH: 100000, riseLowF: 30, riseHighF: 60 },
        { inputBtuH: 65000, riseLowF: 25, riseHighF: 55 },
      ],
      source: 'plate of the furnace',
    })
    // Kept with its unit, a figure means the same to whoever saves it next.
    expect(profileToForm(back).fires[1]).toEqual({ input: '65,000 Btu/h', from: '25 °F', to: '55 °F' })
    expect(formToProfile(profileToForm(back), back, 'mine', 2, METRIC_UNITS).furnace).toEqual(back.furnace)
    const { ratedStaticInWc: _, ...unrated } = form.blower as NonNullable<typeof form.blower>
    const parsed = parseProfile(plain(formToProfile({ ...typed, blower: unrated }, null, 'mine', 1, BASE_UNITS)))
    expect(parsed.ok && blowerOf(parsed.value)?.ratedStaticInWc).toBe(null)
  })
  it('takes a plate in kilowatts and kelvins from whoever reads metric', () => {
    const form = profileToForm(profileById('aldergate-gx-80'))
    const [fire] = (
      formToProfile(
        {
          ...form,
          fires: [
            { input: '24', from: '18', to: '60 °F' },
            { input: '', from: '', to: '' },
          ],
        },
        null,
        'mine',
        1,
        METRIC_UNITS,
      ).furnace as NonNullable<Profile['furnace']>
    ).fires
    expect(fire?.inputBtuH).toBeCloseTo(81_891, -1)
    expect([fire?.riseLowF, fire?.riseHighF]).toEqual([expect.closeTo(32.4, 6), 60])
  })
  it('refuses a plate that is half typed', () => {
    const form = profileToForm(profileById('aldergate-gx-80'))
    form.fires[0] = { input: '100000', from: '', to: '60' }
    expect(parseProfile(plain(formToProfile(form, null, 'mine', 1, BASE_UNITS)))).toMatchObject({
      ok: false,
      reason: expect.stringContaining('riseLowF'),
    })
  })
  it('keeps what the form has no field for', () => {
    const newer = plain({ ...profileById('fenwarm-c3'), glow: 'ember' }) as Profile & { glow: string }
    Object.assign(newer.settings[0] as object, { hum: 3 })
    const back = formToProfile(profileToForm(newer), newer, newer.id, 2, BASE_UNITS)
    expect(back).toMatchObject({ glow: 'ember', version: 2 })
    expect(back.settings[0]).toMatchObject({ hum: 3 })
  })
  it('refuses a range that is no number, by the check and not by a guess', () => {
    const form = profileToForm(profileById('fenwarm-c3'))
    form.settings[0] = { ...settingToForm({ label: 'x', values: [], access: '' }), label: 'x', min: 'low', max: '4' }
    expect(parseProfile(plain(formToProfile(form, null, 'x', 1, BASE_UNITS)))).toMatchObject({
      ok: false,
      reason: expect.stringContaining('range'),
    })
  })
  it('takes a comma and a real minus for a number', () =>
    expect(
      formToSetting({ ...settingToForm({ label: 'x', values: [], access: '' }), min: '−3,5', max: '4', unit: 'Δ°C' }).range,
    ).toEqual({
      min: -3.5,
      max: 4,
      step: 1,
      unit: 'Δ°C',
    }))
  it('reads a requirement as it is said', () => {
    expect(readTie('sensor.source is wall or remote when off because the return reads still air')).toEqual({
      of: 'sensor.source',
      is: ['wall', 'remote'],
      when: ['off'],
      why: 'the return reads still air',
    })
    const word = fc.stringMatching(/^[a-z]{1,8}$/).filter((one) => !['is', 'or', 'when', 'because'].includes(one))
    fc.assert(
      fc.property(
        word,
        fc.array(word, { minLength: 1, maxLength: 3 }),
        fc.option(fc.array(word, { minLength: 1 })),
        word,
        (of, is, when, why) => {
          const tie = { of, is, ...(when && { when }), why }
          expect(readTie(tieText(tie))).toEqual(tie)
        },
      ),
    )
  })
})

/** An empty list in a shipped file is the same as none. */
const withoutEmpty = (setting: Profile['settings'][number]) => {
  const { requires, ...rest } = setting
  return requires && requires.length > 0 ? setting : rest
}

describe('a pasted list of settings', () => {
  const read = (text: string) => {
    const pasted = pasteSettingsList(text)
    if (!pasted.ok) throw new Error(pasted.reason)
    return pasted.value.settings
  }
  const LIST =
    'Code\tSetting\tRange\tDefault\nP-1\tFan when satisfied\t0 = off / 1 = trickle / 2 = As set\t1\nP-2\tSwing\t0.5 to 3 step 0.5\t1'

  it('takes meanings that the text itself says, and the unit of the need for a range', () => {
    const [fan, swing] = read(LIST)
    expect(pastedToForm(fan!, 'fan.satisfied.heat')).toMatchObject({
      code: 'P-1',
      values: '0 = off\n1 = trickle\n2 = as-set',
      default: '1',
    })
    expect(pastedToForm(swing!, 'control.differential')).toMatchObject({
      values: '',
      min: '0.5',
      max: '3',
      step: '0.5',
      unit: 'Δ°F',
    })
  })
  it('becomes a profile that reads without a doubt', () => {
    const [fan, swing] = read(LIST)
    const settings = [pastedToForm(fan!, 'fan.satisfied.heat'), pastedToForm(swing!, 'control.differential')]
    const form = { ...profileToForm(profileById('fenwarm-n1')), settings }
    expect(parseProfile(plain(formToProfile(form, null, 'pasted', 1, BASE_UNITS)))).toMatchObject({ ok: true })
  })
  it('gives a size jumper its tons, with a doubt', () => {
    const [jumper] = read('Code\tName\tOptions\nJ1\tSize\t24 / 30 / 36')
    if (!jumper) throw new Error('not read')
    expect(pastedToForm(jumper, 'system.capacity').values).toBe('24 = 2\n30 = 2.5\n36 = 3')
    expect(doubtsAs(jumper, 'system.capacity')).toEqual([expect.stringContaining('thousands of Btu/h')])
    expect([pastedToForm(jumper, '').values, doubtsAs(jumper, '')]).toEqual(['24\n30\n36', []])
  })
  it('guesses nothing without a need', () =>
    expect(pastedToForm(read(LIST)[0]!, '').values).toBe('0 = off\n1 = trickle\n2 = as set'))
})

it.each([
  ['1,205', 1205],
  ['−4', -4],
  ['', null],
  ['—', null],
])('a cell typed “%s” reads as %s', (text, value) => expect(readCellText(text)).toEqual({ ok: true, value }))
it('a cell that is no number says so', () =>
  expect(readCellText('98O')).toMatchObject({ ok: false, reason: '“98O” is no number.' }))

describe('the library on a device', () => {
  let server: FakeServer
  let desk: Desk
  const me = { accountId: randomUUID(), name: 'jt', initials: 'JT', role: 'lead', crewId: randomUUID(), crewName: 'Lantern Lane' }
  const mine = (version: number, more: Partial<Profile> = {}): Profile => ({ ...profileById('fenwarm-c3'), version, ...more })
  const shown = () => libraryNow().profiles.find((one) => one.id === 'fenwarm-c3')
  const until = (check: () => unknown) => vi.waitFor(check, { timeout: 4000, interval: 5 })
  beforeEach(() => {
    server = new FakeServer()
    browserWith(server)
    useSession.setState({ status: 'asking' })
    desk = new Desk(me)
  })
  afterEach(async () => {
    await desk.db.documents.clear()
    desk.close()
  })

  it('ships with every family and school, and shows a crew’s version over the shipped one', async () => {
    expect(libraryNow().rules).toHaveLength(HOUSE_RULES.length)
    expect(shown()).toMatchObject({ version: 4, from: 'shipped', earlier: [] })
    expect(await desk.library.save('profile', mine(5, { family: 'C3 mended' }))).toEqual({ ok: true })
    await until(() =>
      expect(shown()).toMatchObject({ version: 5, from: 'crew', content: { family: 'C3 mended' }, earlier: [{ version: 4 }] }),
    )
  })

  it('hears of what another device saved', async () => {
    server.saveDocument('profile', mine(4))
    FakeEventSource.open.at(-1)?.tell('library', { seq: 1 })
    await until(() => expect(shown()).toMatchObject({ version: 4, savedBy: 'JT' }))
  })

  it('says when somebody was first, and when nobody answers, and loses nothing', async () => {
    server.saveDocument('profile', mine(4))
    expect(await desk.library.save('profile', mine(4))).toMatchObject({
      ok: false,
      reason: 'JT saved version 1 of it meanwhile.',
    })
    server.fault = 'down'
    expect(await desk.library.save('profile', mine(5))).toMatchObject({
      ok: false,
      remedy: expect.stringContaining('stays on this device'),
    })
  })

  it('serves what it has while the server is away', async () => {
    await desk.library.save('profile', mine(4))
    server.fault = 'down'
    await desk.library.catchUp()
    await until(() => expect(shown()?.version).toBe(4))
  })
})
