import { roleOf } from '../device/roles.ts'
import { meaningOf, offeredValues, sayBoth } from '../device/spelling.ts'
import { JOT_COMMANDS, type JotSetting, PROBE_WORDS } from './grammar.ts'
import type { JotContext } from './reading.ts'

export interface Completion {
  text: string
  says: string
}

/** Lines to offer: what this system still needs first, then every command that starts as typed. At most eight. */
export function completions(text: string, context: JotContext): Completion[] {
  const typed = text.trimStart().toLowerCase()
  const says = (line: string) => JOT_COMMANDS.find((one) => line.startsWith(one.word))?.says ?? ''
  const wanted = context.wanted
    .filter((line) => line.startsWith(typed) && line !== typed)
    .map((line) => ({ text: line, says: says(line) }))
  const words = typed.includes(' ')
    ? withinLine(typed, context)
    : JOT_COMMANDS.filter((one) => one.word.startsWith(typed) && one.word !== typed).map((one) => ({
        text: `${one.word} `,
        says: one.says,
      }))
  const seen = new Set<string>()
  return [...wanted, ...words].filter((one) => !seen.has(one.text) && seen.add(one.text)).slice(0, 8)
}

function withinLine(typed: string, context: JotContext): Completion[] {
  const [head = '', second = '', third] = typed.split(/\s+/)
  const offer = (stem: string, options: readonly string[], part: string) =>
    options
      .filter((one) => one.toLowerCase().startsWith(part) && one.toLowerCase() !== part)
      .map((one) => ({ text: `${stem} ${one}${stem.includes(' ') ? '' : ' '}`, says: '' }))
  if (head === 'tap' && third === undefined)
    return offer('tap', context.taps, second).map((one) => ({ ...one, text: one.text.trim() }))
  if (head === 'static' && third === undefined) return offer('static', Object.keys(PROBE_WORDS), second)
  if (head === 'grille' && third === undefined)
    return offer(
      'grille',
      context.grilles.map((one) => one.name.toLowerCase()),
      second,
    )
  if (head === 'found' || head === 'left' || head === 'proved' || head === 'aim') {
    if (third === undefined)
      return context.settings
        .filter((one) => one.word.startsWith(second) && one.word !== second)
        .map((one) => ({ text: `${head} ${one.word} `, says: one.label }))
    const row = context.settings.find((one) => one.word === second)
    if (head !== 'proved' && row) return valuesOf(`${head} ${second}`, row, third, context)
  }
  return []
}

/** The values of a setting in the words of this device: by what they mean, or as its display shows them. */
function valuesOf(stem: string, row: JotSetting, part: string, context: JotContext): Completion[] {
  return offeredValues(row.setting).flatMap((value) => {
    const { means, shows } = sayBoth(row.setting, value, context.units)
    const word = roleOf(row.setting.role ?? '')?.values.kind === 'choice' ? meaningOf(row.setting, value) : value
    const fits = [word, value, means].some((one) => one.toLowerCase().startsWith(part))
    return fits && word.toLowerCase() !== part
      ? [{ text: `${stem} ${word}`, says: shows === null ? '' : `${shows} on the device` }]
      : []
  })
}
