import { type PastedSetting, roleOf, sizesOf } from '@ingle/core'
import { emptySetting, type SettingForm } from './profileForm.ts'

/** A pasted row as the form holds it. Meanings are taken where the text itself says them ("0 = off"); nothing is guessed. */
export function pastedToForm(pasted: PastedSetting, role: string): SettingForm {
  const options = roleOf(role)?.values
  const meanings = options?.kind === 'choice' ? options.options : {}
  const sizes = sizesFor(pasted, role)
  const numeric = pasted.range && pasted.values.every((one) => Number.isFinite(Number(plain(one))))
  const [min = '', max = '', step = '1'] = pasted.values
  const unit = unitFor(pasted, role).unit
  return {
    ...emptySetting(),
    role,
    code: pasted.code,
    address: pasted.address ?? '',
    label: pasted.label,
    values: numeric
      ? ''
      : pasted.values
          .map((one) => (sizes?.tons.has(one) ? `${one} = ${sizes.tons.get(one)}` : withMeaning(one, meanings)))
          .join('\n'),
    ...(numeric && { min: plain(min), max: plain(max), step: plain(step), unit }),
    default: pasted.default === null ? '' : plainDefault(pasted.default),
    access: '',
    source: 'pasted from the manual',
  }
}

const sizesFor = (pasted: PastedSetting, role: string) => {
  const values = roleOf(role)?.values
  return values?.kind === 'number' && values.unit === 'ton' && !pasted.range ? sizesOf(pasted.values) : null
}

/** What is doubted of a row, with what its need makes of its values. */
export function doubtsAs(pasted: PastedSetting, role: string): string[] {
  const sizes = sizesFor(pasted, role)
  const { doubt } = unitFor(pasted, role)
  return [...pasted.doubts, ...(sizes ? [sizes.doubt] : []), ...(doubt ? [doubt] : [])]
}

/** The unit that a role counts in, as a device would name it; the form shows it to be put right. */
const UNIT_OF_ROLE: Readonly<Record<string, string>> = {
  F: '°F',
  dF: 'Δ°F',
  s: 's',
  min: 'min',
  h: 'h',
  '/h': '/h',
  pct: '%',
  ppm: 'ppm',
  count: 'count',
  ton: 'ton',
  inWc: 'in.wc',
  cfm: 'cfm',
  BtuLb: 'Btu/lb',
  Hz: 'Hz',
  A: 'A',
}

/** Units as manuals write them, by the unit of a role; each as a device names it. */
const WRITTEN: readonly (readonly [string, RegExp, string])[] = [
  ['F', /^(?:°|deg\.?)?\s?c$/i, '°C'],
  ['F', /^(?:°|deg\.?)?\s?f$/i, '°F'],
  ['dF', /^(?:k|δ?(?:°|deg\.?)?\s?c)$/i, 'Δ°C'],
  ['dF', /^δ?(?:°|deg\.?)?\s?f$/i, 'Δ°F'],
  ['s', /^s(?:ec(?:onds?)?)?\.?$/i, 's'],
  ['s', /^min(?:utes?)?\.?$/i, 'min as s'],
  ['min', /^min(?:utes?)?\.?$/i, 'min'],
  ['min', /^s(?:ec(?:onds?)?)?\.?$/i, 's as min'],
  ['min', /^h(?:ours?)?\.?$/i, 'h as min'],
  ['h', /^h(?:ours?)?\.?$/i, 'h'],
  ['h', /^min(?:utes?)?\.?$/i, 'min as h'],
  ['h', /^d(?:ays?)?\.?$/i, 'days as h'],
  ['pct', /^(?:%|percent)$/i, '%'],
  ['pct', /^steps?$/i, 'step of n'],
  ['ppm', /^ppm$/i, 'ppm'],
  ['inWc', /^pa$/i, 'Pa'],
  ['inWc', /^in\.?\s?w\.?[cg]\.?$/i, 'in.wc'],
  ['BtuLb', /^kj\/kg$/i, 'kJ/kg'],
  ['BtuLb', /^btu\/lb$/i, 'Btu/lb'],
  ['Hz', /^hz$/i, 'Hz'],
  ['A', /^a(?:mps?)?$/i, 'A'],
  ['ton', /^tons?$/i, 'ton'],
  ['/h', /^(?:\/h|per hour|1\/h)$/i, '/h'],
]

/**
 * The unit in which a pasted row counts: its own where it names one. One that names none is doubted where degrees Celsius
 * and Fahrenheit could be taken for one another; one that does not fit its need is doubted too. Steps that are no percent
 * (0 to 255, 1 to 15) keep theirs.
 */
export function unitFor(pasted: PastedSetting, role: string): { unit: string; doubt: string | null } {
  const values = roleOf(role)?.values
  if (values?.kind !== 'number') return { unit: 'count', doubt: null }
  const usual = UNIT_OF_ROLE[values.unit] ?? 'count'
  const where = `${pasted.code} ${pasted.label}`.trim()
  if (pasted.unit !== null) {
    const text = pasted.unit.trim()
    const known = WRITTEN.find(([of, pattern]) => of === values.unit && pattern.test(text))
    return known
      ? { unit: known[2], doubt: null }
      : { unit: usual, doubt: `Its unit “${text}” does not fit what ${where} stands for: it is taken in ${usual}.` }
  }
  const most = Number(plain(pasted.values[1] ?? ''))
  if (values.unit === 'pct' && pasted.range && Number.isFinite(most) && most > 0 && most !== 100)
    return { unit: 'step of n', doubt: null }
  const isDegrees = values.unit === 'F' || values.unit === 'dF'
  return {
    unit: usual,
    doubt:
      isDegrees && pasted.range
        ? `No unit is named for ${where}: ${pasted.values.join(' to ')} is taken in ${usual}. See whether it is °C.`
        : null,
  }
}

function withMeaning(text: string, meanings: Readonly<Record<string, string>>): string {
  const [value = '', ...words] = text.split('=').map((one) => one.trim())
  const said = words.join(' = ').toLowerCase()
  if (said === '') {
    const own = Object.keys(meanings).find((id) => id === value.toLowerCase() || meanings[id] === value.toLowerCase())
    return own && own !== value ? `${value} = ${own}` : value
  }
  const known = Object.keys(meanings).find((id) => id === said || meanings[id]?.toLowerCase() === said)
  return `${value} = ${known ?? said}`
}

/** The part before the equals sign is what the display shows. */
const plainDefault = (text: string) => {
  const [value = ''] = text.split('=')
  return Number.isFinite(Number(plain(value))) ? plain(value) : value.trim()
}
const plain = (text: string) => text.trim().replace(/[−–]/g, '-').replace(',', '.').replace(/^\+/, '')
