import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { setting } from '../testing/devices.ts'
import { fromWord, registerRuns, toWord } from './registers.ts'
import { everyValue } from './spelling.ts'

const CHOICE = setting({ code: 'A', label: 'Input', values: ['off', 'on', 'auto'] })
const SIGNED = setting({ code: 'T', label: 'Trim', range: { min: -4, max: 4, step: 0.5, unit: 'Δ°F' } })
const AT = { id: 'alone.T', register: 12, scale: 10 }

describe('a setting in a register', () => {
  it('holds what sixteen bits hold, with a sign or without', () => {
    const wide = setting({ code: 'W', label: 'Wide', range: { min: -90_000, max: 90_000, step: 1, unit: 's' } })
    const at = { id: 'alone.W', register: 3 }
    expect(toWord(wide, '-32768', at)).toEqual({ ok: true, value: 32_768 })
    expect(toWord(wide, '65535', at)).toEqual({ ok: true, value: 65_535 })
    for (const over of ['-32769', '65536']) expect(toWord(wide, over, at)).toMatchObject({ ok: false, code: 'over-register' })
  })
  it('comes back as it went, whatever it stood at', () => {
    for (const one of [CHOICE, SIGNED])
      for (const value of everyValue(one)) {
        const word = toWord(one, value, AT)
        expect(word.ok && word.value).toBeGreaterThanOrEqual(0)
        expect(word.ok ? fromWord(one, word.value, AT) : word).toEqual({ ok: true, value })
      }
    expect(toWord(SIGNED, '-0.5', AT)).toEqual({ ok: true, value: 65_531 })
  })
  it('is never guessed: any word either is one of its values or is refused with the register', () => {
    fc.assert(
      fc.property(fc.nat(65_535), fc.constantFrom(CHOICE, SIGNED), (word, one) => {
        const read = fromWord(one, word, AT)
        if (read.ok) expect(everyValue(one)).toContain(read.value)
        else expect(read.reason).toContain('Register 12')
      }),
    )
  })
  it.each([
    [CHOICE, 'warm', /no value “warm”/],
    [SIGNED, '9', /cannot be 9/],
    [SIGNED, 'x', /cannot be x/],
    [setting({ label: 'Name', range: { min: 0, max: 90_000, step: 1, unit: 'h' } }), '70000', /does not fit/],
    [setting({ label: 'Words' }), 'x', /cannot be x/],
  ])('%# is refused in words', (one, value, reason) => {
    const word = toWord(one, value, { id: '', register: 1 })
    expect(word.ok ? 'taken' : word.reason).toMatch(reason)
  })
  it('registers are asked for in runs that cover them all and are short enough', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.nat(600), { maxLength: 80 }), (registers) => {
        const runs = registerRuns(registers)
        expect(registers.every((at) => runs.some((run) => at >= run.from && at < run.from + run.count))).toBe(true)
        expect(runs.every((run) => run.count <= 125)).toBe(true)
      }),
    )
    expect(registerRuns([1, 2, 5, 100])).toEqual([
      { from: 1, count: 5 },
      { from: 100, count: 1 },
    ])
  })
})

it('a setting of free words stands in no register, whichever way it is asked', () => {
  const words = { label: 'Name', values: [], access: '' }
  const at = { id: 'name', register: 7 }
  expect(fromWord(words, 5, at)).toMatchObject({ ok: false, code: 'register-means-nothing' })
  expect(toWord(words, 'hall', at)).toMatchObject({ ok: false, code: 'setting-not-a-number' })
})

it('a word is read as negative only where the setting goes below nothing', () => {
  const range = (min: number) => ({ label: 'Trim', values: [], access: '', range: { min, max: 40_000, step: 1, unit: '%' } })
  const at = { id: 'trim', register: 7 }
  expect(fromWord(range(-5), 65_533, at)).toEqual({ ok: true, value: '-3' })
  expect(fromWord(range(0), 32_768, at)).toEqual({ ok: true, value: '32768' })
  expect(fromWord(range(-5), 32_767, at)).toEqual({ ok: true, value: '32767' })
})
