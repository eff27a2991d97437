import type { Profile } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import { PROFILES } from './index.ts'

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve']
const COLOURS = 'black|white|red|green|blue|amber|grey|gray|yellow|orange'

/** Every text of a profile, wherever it stands. */
function textsOf(of: unknown): string[] {
  if (typeof of === 'string') return [of]
  if (typeof of !== 'object' || of === null) return []
  return Object.values(of).flatMap(textsOf)
}
const matches = (text: string, pattern: RegExp) => [...text.matchAll(pattern)].map((one) => one[1] ?? '')

/** Keys that a text names: behind press, hold or tap, before “key” or “button”, and the arrows by themselves. */
const keysNamed = (text: string): string[] => [
  ...matches(text, /(?:\b[Pp]ress|\b[Hh]old|\bheld|\b[Tt]ap) ([A-Z]{2,}|[▲▼◀▶△▽◁▷‹›●])(?![A-Za-z])/gu),
  ...matches(text, /\bwith ([A-Z]{2,}) held\b/gu),
  ...matches(text, /\b([A-Z]{2,}) (?:key|button)\b/gu),
  ...matches(text, /([▲▼◀▶△▽◁▷‹›])/gu),
]
/** Abbreviations that stand before a key or behind “with”, and are no key. */
const NO_KEY = new Set(['AM', 'PM', 'DC', 'AC', 'LED'])

/** What is wrong with the words of a profile for its own keys, lamps and codes. */
function wordDoubts({ keypad, settings, ...rest }: Profile): string[] {
  const texts = textsOf([settings, rest, keypad?.screens])
  const out: string[] = []
  if (keypad && keypad.keys.length > 0) {
    const labels = keypad.keys.map((one) => one.label)
    for (const text of texts) {
      // Signs of the display are arrows too: only texts that tell what to do name keys.
      for (const key of keysNamed(text))
        if (
          !NO_KEY.has(key) &&
          !labels.some((one) => one === key || one.includes(key)) &&
          /\b(?:press|hold|held|tap|key|button|with)\b/i.test(text)
        )
          out.push(`“${text}” names ${key}; its keys are ${labels.join(' ')}`)
      for (const [said = '', number = ''] of text.matchAll(
        new RegExp(`\\b(${NUMBERS.join('|')}) (?:\\w+ )?(?:keys|buttons)\\b`, 'gi'),
      ))
        if (NUMBERS.indexOf(number.toLowerCase()) !== labels.length) out.push(`“${said}”; it has ${labels.length}`)
    }
  }
  for (const { code, access } of settings) {
    if (code === undefined || !access) continue
    // “Item 12.” is the code; “Item 02 of group 2” is a part of it.
    for (const item of matches(access, /\b[Ii]tem ([A-Za-z]{0,2}\d+)\b(?! of)/g))
      if (!code.endsWith(item) && Number(item) !== Number(code)) out.push(`“${access}” stands at code ${code}`)
  }
  const codes = new Set(settings.flatMap((one) => (one.code === undefined || !/^[A-Za-z]+\d/.test(one.code) ? [] : [one.code])))
  for (const text of texts)
    for (const word of matches(text, /\b([A-Za-z]{1,2}\d{1,3}[a-z]?)\b/g))
      for (const code of codes)
        if (word !== code && word.toLowerCase() === code.toLowerCase()) out.push(`“${text}” says ${word} for code ${code}`)
  // One thing has one colour: a button, a switch, a lamp that is called by its name.
  const colours = new Map<string, string>()
  for (const text of texts)
    for (const [, colour = '', name = ''] of text.matchAll(
      new RegExp(`\\b(${COLOURS}) ([A-Z]{2,} (?:button|switch|key)|button)\\b`, 'gi'),
    )) {
      const there = colours.get('button') ?? colour.toLowerCase()
      if (there !== colour.toLowerCase()) out.push(`${name} is ${there}, and ${colour.toLowerCase()} elsewhere`)
      colours.set('button', there)
    }
  const lamps = textsOf(rest.seen).flatMap((text) => matches(text, new RegExp(`\\b(${COLOURS}) lamps?\\b`, 'gi')))
  const signs = (rest.occupant?.signs ?? []).flatMap(({ sign }) => matches(sign, new RegExp(`\\blamp (${COLOURS})\\b`, 'gi')))
  if (lamps.length > 0)
    for (const one of signs) if (!lamps.includes(one)) out.push(`its lamps are ${lamps.join(', ')}, and one is ${one}`)
  return [...new Set(out)]
}

describe('words for keys, lamps and codes', () => {
  it.each(PROFILES.map((one) => [`${one.maker} ${one.family}`, one] as const))('%s: are those of its own', (_, profile) =>
    expect(wordDoubts(profile)).toEqual([]),
  )
  const [some] = PROFILES.filter((one) => (one.keypad?.keys.length ?? 0) > 0)
  it.each<[string, (of: Profile) => Profile, RegExp]>([
    ['a key that it does not have', (of) => ({ ...of, description: 'Hold SETUP for 4 s.' }), /names SETUP/],
    ['another number of keys', (of) => ({ ...of, description: 'Grey plate with eleven keys' }), /eleven keys/],
    [
      'another code',
      (of) => ({ ...of, settings: [{ ...(of.settings[0] as never as object), code: '74', access: 'Item 88.' } as never] }),
      /code 74/,
    ],
    [
      'a code in another case',
      (of) => ({
        ...of,
        description: 'See a1.',
        settings: [{ ...(of.settings[0] as never as object), code: 'A1', access: '' } as never],
      }),
      /says a1/,
    ],
    [
      'two colours of one button',
      (of) => ({ ...of, description: 'A black WORK button; the white button beside it' }),
      /is black, and white/,
    ],
    [
      'a lamp of no such colour',
      (of) =>
        ({
          ...of,
          seen: { ...of.seen, looks: 'six green lamps' },
          occupant: { signs: [{ sign: 'lamp red', means: 'heating' }] },
        }) as never,
      /one is red/,
    ],
  ])('%s is found', (_, spoil, says) => expect(wordDoubts(spoil(some as Profile)).join('; ')).toMatch(says))
})
