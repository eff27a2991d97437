import { BASE_UNITS } from '@ingle/core'
import { parseHouseRule, parseProfile, RULES_FORMAT } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import { emptySetting, fieldOfPath, formToProfile, type ProfileForm, profileToForm } from '../src/library/profileForm.ts'

const NONE = { input: '', from: '', to: '' }
const FULL = { input: '60000', from: '35', to: '65' }
const blank = (): ProfileForm =>
  profileToForm({
    format: 'ingle-profile/1',
    id: 'brinefold',
    version: 1,
    maker: 'Brinefold',
    family: 'KL 7',
    kind: 'furnace',
    description: '',
    settings: [],
    cautions: [],
  })
/** The fields of a form that are wrong, as the form that was typed finds them. */
function wrongIn(form: ProfileForm): (string | null)[] {
  const read = parseProfile(JSON.parse(JSON.stringify(formToProfile(form, null, 'brinefold', 1, BASE_UNITS))))
  return read.ok ? [] : (read.at ?? []).map((one) => fieldOfPath(one.path, form))
}
const setting = (more: Partial<ReturnType<typeof emptySetting>>) => ({
  ...emptySetting(),
  label: 'Swing',
  access: 'menu',
  ...more,
})

describe('what is wrong with a profile is said beside the field that it was typed in', () => {
  it.each<[string, (form: ProfileForm) => void, string]>([
    ['a maker that is not named', (form) => (form.maker = ' '), 'maker'],
    ['a family that is not named', (form) => (form.family = ''), 'family'],
    ['a description too long', (form) => (form.description = 'x'.repeat(601)), 'description'],
    ['wires without number', (form) => (form.wires = '1.5'), 'wires'],
    ['an efficiency that is none', (form) => Object.assign(form, { efficiency: '', fires: [FULL, NONE] }), 'efficiency'],
    [
      'a rise of the low fire',
      (form) => Object.assign(form, { efficiency: '80', fires: [FULL, { ...FULL, from: 'warm' }] }),
      'fires.1.from',
    ],
    [
      'a rise of the second fire where the first is empty',
      (form) => Object.assign(form, { efficiency: '80', fires: [NONE, { ...FULL, to: '' }] }),
      'fires.1.to',
    ],
    ['the name of a setting', (form) => form.settings.push(setting({}), setting({ label: '' })), 'settings.1.label'],
    ['the end of a range', (form) => form.settings.push(setting({ min: '1', max: 'two' })), 'settings.0.max'],
    ['a wait', (form) => form.settings.push(setting({ values: '1\n2', waitS: '-5' })), 'settings.0.waitS'],
    ['a setting as a whole', (form) => form.settings.push(setting({ values: '1\n2', default: '9' })), 'settings.0'],
    ['how many times it holds', (form) => Object.assign(form.program, { shape: 'periods', count: 'some' }), 'program.count'],
  ])('%s', (_, spoil, field) => {
    const form = blank()
    spoil(form)
    expect(wrongIn(form)[0]).toBe(field)
  })

  it('and nothing is wrong with one that is right', () => {
    const form = blank()
    Object.assign(form, { efficiency: '80', fires: [FULL, NONE] })
    form.settings.push(setting({ min: '1', max: '2' }))
    expect(wrongIn(form)).toEqual([])
  })

  it('what has no field of its own is said in the sentence', () => {
    for (const path of ['blower.table.flowsCfm', 'keypad.keys', 'furnace.fires.7.inputBtuH', 'strip.0.id'])
      expect(fieldOfPath(path, blank())).toBeNull()
  })
})

describe('what is wrong with house rules', () => {
  const rules = (more: object) =>
    parseHouseRule({ format: RULES_FORMAT, id: 'nights', name: 'nights', reason: '', cost: '', aims: [], ...more })
  const at = (read: ReturnType<typeof rules>) => (read.ok ? [] : (read.at ?? []).map((one) => one.path))

  it('names every field at once', () => {
    const airflow = { cfmPerTon: Number.NaN, bandPct: 7, keepMass: true, maxFaceFpm: 9999 }
    expect(at(rules({ name: '', airflow }))).toEqual(['name', 'airflow.cfmPerTon', 'airflow.maxFaceFpm'])
  })

  it('names the aim whose value its need does not have', () => {
    const aims = [{ role: 'control.differential', value: '1', why: '' }]
    expect(at(rules({ aims: [...aims, { role: 'fan.mode', value: 'sideways', why: '' }] }))).toEqual(['aims.1.value'])
    expect(at(rules({ aims: [...aims, ...aims] }))).toEqual(['aims.1.role'])
  })
})
