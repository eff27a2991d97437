import { type PastedSetting, roleOf, sizesOf } from '@ingle/core'
import { emptySetting, type SettingForm } from './profileForm.ts'

/** A pasted row as the form holds it. Meanings are taken where the text itself says them ("0 = off"); nothing is guessed. */
export function pastedToForm(pasted: PastedSetting, role: string): SettingForm {
  const options = roleOf(role)?.values
  const meanings = options?.kind === 'choice' ? options.options : {}
  const sizes = sizesFor(pasted, role)
  const numeric = pasted.range && pasted.values.every((one) => Number.isFinite(Number(plain(one))))
  const [min = '', max = '', step = '1'] = pasted.values
  const unit = options?.kind === 'number' ? UNIT_OF_ROLE[options.unit] : 'count'
  return {
    ...emptySetting(),
    role,
    code: pasted.code,
    label: pasted.label,
    values: numeric
      ? ''
      : pasted.values
          .map((one) => (sizes?.tons.has(one) ? `${one} = ${sizes.tons.get(one)}` : withMeaning(one, meanings)))
          .join('\n'),
    ...(numeric && { min: plain(min), max: plain(max), step: plain(step), unit: unit ?? 'count' }),
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
  return sizes ? [...pasted.doubts, sizes.doubt] : pasted.doubts
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
