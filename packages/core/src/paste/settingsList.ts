import { counted } from '../advice/show.ts'
import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import { isLoneLine, type Parting, partings, placeByColumns, type Row } from './grid.ts'
import { unrotatedWords } from './rotated.ts'
import { bare, DASHES, isMissing, PASTE_LIMIT } from './text.ts'

export interface PastedSetting {
  code: string
  label: string
  /** As in the source; a range is its ends, and its step where one is given. */
  values: string[]
  /** True when `values` are the ends (and step) of a range. */
  range: boolean
  default: string | null
  /** As in the source: of its own column, or after its values. */
  unit: string | null
  /** Where it is found over a wire, as in the source. */
  address: string | null
  doubts: string[]
}
interface PastedSettings {
  settings: PastedSetting[]
  /** Of the whole list: columns that nothing was read of. */
  notes: string[]
}

type Head = 'default' | 'min' | 'max' | 'step' | 'unit' | 'values' | 'address' | 'code' | 'label' | 'mode'

const HEADS: readonly (readonly [Head, RegExp])[] = [
  ['default', /\b(?:default|factory|preset|as shipped)\b/i],
  ['min', /^min(?:imum)?\b/i],
  ['max', /^max(?:imum)?\b/i],
  ['step', /^(?:step|increment)s?\b/i],
  ['unit', /^(?:units?|dim(?:ension)?|u\/m|uom)$/i],
  ['values', /\b(?:choices?|options?|selections?|selectable|range|values?|available|allowed|positions?)\b/i],
  ['address', /^(?:registers?|reg|address|addr|modbus(?: (?:register|address))?|object|instance)\b/i],
  ['code', /^(?:(?:code|no|nr|item|number|par|param|index|id)\b|#)(?!ameter)/i],
  // In which mode or on which stage a setting counts: two rows may differ in nothing else.
  ['mode', /^(?:mode|modes|stage|applies(?: to)?|when|for)$/i],
  ['label', /\b(?:setting|name|description|function|parameter)\b/i],
]
const headOf = (cell: string): Head | null => {
  const text = bare(cell).replace(/[.:]+$/, '')
  return text.split(/\s+/).length > 3 ? null : (HEADS.find(([, pattern]) => pattern.test(text))?.[0] ?? null)
}

/** Reads a list of settings with their codes. Texts stay as in the source. The rules are in docs/formats/paste.md. */
export function pasteSettingsList(text: string): Result<PastedSettings> {
  if (text.length > PASTE_LIMIT) return refuse('list-too-long', { count: text.length.toLocaleString('en-US') })
  for (const { parting, rows } of partings(text)) {
    const settings = listOf(rows, parting)
    if (settings) return ok(settings)
  }
  const turned = unrotatedWords(text, (cell) => headOf(cell) !== null).map((cells) => ({
    cells: cells.map((one) => ({ text: one, start: 0, end: 0 })),
    line: cells.join('  '),
  }))
  const settings = listOf(turned, 'tab')
  return settings ? ok(settings) : refuse('no-settings-list')
}

function listOf(rows: readonly Row[], parting: Parting): PastedSettings | null {
  const at = rows.findIndex((row) => {
    const heads = row.cells.map((one) => headOf(one.text))
    return (
      heads.filter((one) => one !== null).length >= 2 &&
      (heads.includes('code') || heads.includes('address')) &&
      !row.cells.slice(1).every((one) => /^\d/.test(one.text))
    )
  })
  const header = rows[at]
  if (!header) return null
  const heads = header.cells.map((one) => headOf(one.text))
  const codeAt = heads.includes('code') ? heads.indexOf('code') : heads.indexOf('address')
  const lines: { cells: string[]; doubt: string | null }[] = []
  for (const row of rows.slice(at + 1)) {
    if (sameHeader(row, header)) continue
    const { cells, doubt } = placed(row, header, parting)
    const last = lines.at(-1)
    if (bare(cells[codeAt] ?? '') === '' && cells.some((one) => one !== '') && last && (row.cells.length > 1 || doubt === null)) {
      cells.forEach((cell, i) => {
        if (cell !== '') last.cells[i] = `${last.cells[i] ?? ''} ${cell}`.trim()
      })
      continue
    }
    if (isLoneLine(row) || bare(cells[codeAt] ?? '') === '') continue
    lines.push({ cells, doubt })
  }
  if (lines.length === 0) return null
  const settings = lines.map(({ cells, doubt }) => settingOf(cells, heads, doubt))
  doubtColumns(settings, lines, header, heads)
  doubtCodes(settings)
  return { settings, notes: columnsLeft(lines, header, heads) }
}

/** Columns that hold something and that nothing was read of: said, so that none is lost in silence. */
function columnsLeft(lines: readonly { cells: string[] }[], header: Row, heads: readonly (Head | null)[]): string[] {
  return header.cells.flatMap((cell, at) => {
    const isSecond = heads[at] !== null && heads.indexOf(heads[at] as Head) !== at
    if ((heads[at] !== null && !isSecond) || bare(cell.text) === '') return []
    const held = lines.map((line) => bare(line.cells[at] ?? '')).filter((one) => !isMissing(one))
    return held.length > 0 ? [`The column “${bare(cell.text)}” was not read (“${held[0]}” and so on).`] : []
  })
}

/** A column under a head that says nothing known may hold the values: it is said, not dropped. */
function doubtColumns(
  settings: readonly PastedSetting[],
  lines: readonly { cells: string[] }[],
  header: Row,
  heads: readonly (Head | null)[],
): void {
  for (const [i, setting] of settings.entries()) {
    if (setting.values.length > 0) continue
    const unread = header.cells.flatMap((cell, at) => {
      const held = bare(lines[i]?.cells[at] ?? '')
      return heads[at] === null && !isMissing(held) && bare(cell.text) !== '' ? [`“${held}” under “${bare(cell.text)}”`] : []
    })
    if (unread.length > 0) setting.doubts.push(`Not read: ${unread.join(', ')}. If these are its values, name the column Values.`)
  }
}

const sameHeader = (row: Row, header: Row) =>
  row.cells.length === header.cells.length && row.cells.every((one, i) => bare(one.text) === bare(header.cells[i]?.text ?? ''))

function placed(row: Row, header: Row, parting: Parting): { cells: string[]; doubt: string | null } {
  const width = header.cells.length
  const cells = row.cells.map((one) => one.text)
  while (cells.length > width && cells.at(-1) === '') cells.pop()
  if (cells.length === width) return { cells, doubt: null }
  if (parting === 'spaces' && cells.length < width) {
    const under = placeByColumns(row, header.cells)
    if (under) return { cells: under, doubt: null }
  }
  return { cells: cells.slice(0, width), doubt: `The row has ${counted(cells.length, 'cell')} where the header has ${width}.` }
}

function settingOf(cells: readonly string[], heads: readonly (Head | null)[], rowDoubt: string | null): PastedSetting {
  const raw = (head: Head) => cells[heads.indexOf(head)] ?? ''
  const filled = (head: Head) => (heads.includes(head) && !isMissing(raw(head)) ? bare(raw(head)) : null)
  const read = readValues(heads.includes('values') ? raw('values') : '')
  const ends = [filled('min'), filled('max'), filled('step')].filter((one) => one !== null)
  const addressed = filled('address')
  const setting: PastedSetting = {
    // A list that numbers its settings by their registers alone has those for codes.
    code: heads.includes('code') ? bare(raw('code')) : (addressed ?? ''),
    label: [bare(raw('label')), filled('mode')].filter((one) => one !== null && one !== '').join(', '),
    values: ends.length > 0 ? ends : read.values,
    range: ends.length > 0 ? filled('min') !== null && filled('max') !== null : read.range,
    default: heads.includes('default') && !isMissing(raw('default')) ? bare(raw('default')) : read.default,
    unit: filled('unit') ?? read.unit,
    address: addressed,
    doubts: rowDoubt ? [rowDoubt] : [],
  }
  doubtValues(setting)
  return setting
}

const END = `[+${DASHES}]?\\s?\\d+(?:[.,]\\d+)?`
const RANGE = new RegExp(`^(${END})\\s*(?:to|\\.{2,}|…)\\s*(${END})\\s*(?:,?\\s*(?:step|in steps of)\\s*(\\S+))?$`, 'i')
const DASHED = /^(\d+(?:[.,]\d+)?)–(\d+(?:[.,]\d+)?)\s*(?:,?\s*(?:step|in steps of)\s*(\S+))?$/i

/** A unit after the last figure of a range: “5 to 15 °C”. */
const UNIT_AFTER = /(?<=\d)\s*(°\s?[CF]|K|%|ppm|sec|s|min|h|hours?|Hz|k?Pa|in\.?\s?w\.?[cg]\.?|V|mA|A)$/i
const HYPHENED = /^(\d+(?:[.,]\d+)?)-(\d+(?:[.,]\d+)?)\s*(?:,?\s*(?:step|in steps of)\s*(\S+))?$/i
/** “0-255” is a range; “10-3” is a name. */
const hyphened = (text: string) => {
  const match = HYPHENED.exec(text)
  return match && Number((match[1] as string).replace(',', '.')) < Number((match[2] as string).replace(',', '.')) ? match : null
}

function readValues(cell: string): { values: string[]; range: boolean; default: string | null; unit: string | null } {
  let marked: string | null = null
  let text = cell.trim().replace(/\s*\(\s*(?:factory|default)\s+([^)]+)\)\s*$/i, (_, value: string) => {
    marked = bare(value)
    return ''
  })
  if (isMissing(text)) return { values: [], range: false, default: marked, unit: null }
  const whole = bare(text)
  const unit = UNIT_AFTER.exec(whole)?.[1]?.replace(/\s/g, '') ?? null
  for (const [one, of] of [
    [whole, null],
    [whole.replace(UNIT_AFTER, ''), unit],
  ] as const) {
    const ranged = RANGE.exec(one) ?? DASHED.exec(one) ?? hyphened(one)
    if (ranged) return { values: ranged.slice(1).filter((end) => end !== undefined), range: true, default: marked, unit: of }
  }
  text = text.replace(/,\s*$/, '')
  // “01 = off, 02 = on/off”: each value names what it means, and a stroke stands within a meaning.
  const named = /=[^,;]*[,;][^=]*=/.test(text)
  const values = (named ? text.split(/[,;](?=[^,;]*=)/) : text.includes('/') ? text.split('/') : text.split(','))
    .map((part) => {
      const value = bare(part)
      if (/[*<]|\(\s*(?:factory|default)\s*\)/i.test(part)) marked = value
      return value
    })
    .filter((one) => one !== '')
  return { values, range: false, default: marked, unit: null }
}

const numberOf = (text: string): number | null => {
  const plain = text.replace(new RegExp(`^[${DASHES}]\\s?`), '-').replace(',', '.')
  return plain.trim() !== '' && Number.isFinite(Number(plain)) ? Number(plain) : null
}

function doubtValues(setting: PastedSetting): void {
  const [low, high] = setting.values.map(numberOf)
  if (setting.range && low !== null && high !== null && low !== undefined && high !== undefined && low > high)
    setting.doubts.push(`Its least value ${setting.values[0]} is over its most, ${setting.values[1]}.`)
  const { default: given } = setting
  if (given === null || setting.values.length === 0) return
  const number = numberOf(given)
  if (setting.range) {
    if (number === null || low == null || high == null || number < low || number > high)
      setting.doubts.push(`The default ${given} lies outside ${setting.values[0]} to ${setting.values[1]}.`)
    return
  }
  const keys = setting.values.map((one) => one.split('=')[0]?.trim() ?? one)
  const own = given.split('=')[0]?.trim() ?? given
  const offered =
    keys.some((key) => key === own || (number !== null && numberOf(key) === number)) || setting.values.includes(given)
  if (!offered) setting.doubts.push(`The default ${given} is not among the values.`)
}

const SLIPS: Record<string, string> = { O: '0', o: '0', l: '1', I: '1', S: '5', s: '5', B: '8', Z: '2', z: '2' }
/** Figures and letters of a code, without which ones: "P01" is "LDD". */
const shape = (code: string) => code.replace(/[A-Za-z]/g, 'L').replace(/\d/g, 'D')

function doubtCodes(settings: readonly PastedSetting[]): void {
  for (const setting of settings) {
    const others = settings.filter((one) => one !== setting)
    if (others.some((one) => one.code === setting.code)) setting.doubts.push(`The code ${setting.code} stands twice.`)
    if (!/[OolISsBZz]/.test(setting.code) || others.some((one) => shape(one.code) === shape(setting.code))) continue
    const shapes = new Set(others.map((one) => shape(one.code)))
    if (slipsOf(setting.code).some((one) => shapes.has(shape(one))))
      setting.doubts.push(`The code ${setting.code} may have a letter where a figure belongs.`)
  }
}

/** The code with each set of its doubtful letters taken for figures. */
function slipsOf(code: string): string[] {
  const at = [...code].flatMap((one, i) => (Object.hasOwn(SLIPS, one) ? [i] : [])).slice(0, 6)
  return Array.from({ length: 2 ** at.length - 1 }, (_, mask) =>
    [...code].map((one, i) => (at.includes(i) && ((mask + 1) >> at.indexOf(i)) & 1 ? (SLIPS[one] ?? one) : one)).join(''),
  )
}
