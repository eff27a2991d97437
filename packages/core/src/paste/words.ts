/** Words and units of tables in manuals. */

/** 1 in.wc = 249.08891 Pa, so 1 Pa = 0.00401463 in.wc. Source: NIST SP 811. */
const IN_WC_PER_PA = 0.00401463
/** 1 L/s = 2.118880 cfm. Source: NIST SP 811. */
const CFM_PER_LPS = 2.11888

const STATIC_UNITS: readonly (readonly [RegExp, number])[] = [
  [/\bkpa\b/i, IN_WC_PER_PA * 1000],
  [/\bpa\b/i, IN_WC_PER_PA],
  [/\bin\.?\s*(?:of\s+)?w\.?\s*[cg]\b\.?|\bi\.?w\.?[cg]\b\.?|\bin\.?\s*h2o\b|["″”]\s*(?:w\.?\s*[cg]\b\.?)?/i, 1],
]
const FLOW_UNITS: readonly (readonly [RegExp, number])[] = [
  [/\bcfm\b|\bft[³3]\s*\/\s*min\b/i, 1],
  [/\bl\s*\/\s*s\b|\blps\b/i, CFM_PER_LPS],
  [/\bm[³3]\s*\/\s*h\b/i, 0.588578],
  [/\bm[³3]\s*\/\s*min\b/i, 35.31468],
]

/** The factor to the base unit of the first unit that a text names; null when it names none. */
function firstUnit(text: string, units: typeof STATIC_UNITS): number | null {
  let best: { at: number; factor: number } | null = null
  for (const [pattern, factor] of units) {
    const at = text.search(pattern)
    if (at >= 0 && (!best || at < best.at)) best = { at, factor }
  }
  return best?.factor ?? null
}
/** The flow units that a text names outside brackets, each once. */
export const flowUnitsIn = (text: string): string[] => {
  const plain = text.replace(/\([^)]*\)/g, ' ')
  return FLOW_UNITS.flatMap(([pattern]) => pattern.exec(plain)?.[0].replace(/\s+/g, '') ?? [])
}
export const staticUnitIn = (text: string): number | null => firstUnit(text, STATIC_UNITS)
export const flowUnitIn = (text: string): number | null => firstUnit(text, FLOW_UNITS)

const UNIT_AT_END =
  /(?:\s*(?:in\.?\s*(?:of\s+)?w\.?\s*[cg]\.?|i\.?w\.?[cg]\.?|in\.?\s*h2o|["″”](?:\s*w\.?\s*[cg]\.?)?|kpa|pa|cfm|ft[³3]\/min|l\/s|lps|m[³3]\/h|m[³3]\/min|kw|w|watts?|a|amps?|rpm|°?[fc]))$/i

/** The unit that ends a cell which begins with a figure; null when none does. */
export function unitAtEnd(text: string): string | null {
  const match = UNIT_AT_END.exec(text)
  // Only after a figure: “Tap A” ends in no unit.
  return match &&
    /[\dOolISsBZz½¼¾⅛⅜⅝⅞⅓⅔.]\s*$/.test(text.slice(0, match.index)) &&
    /\d|[½¼¾⅛⅜⅝⅞⅓⅔]/.test(text.slice(0, match.index))
    ? match[0]
    : null
}

const OTHER_QUANTITY =
  /^(?:watts?|power|rpm|r\/min|amps?|amperes?|current|(?:temp(?:erature)?\.?\s*)?rise\b.*|.*\brise|sones?|db\(?a?\)?|kw|b?hp|(?:deg\.?\s*|°)[fc])$/i
const plainWord = (text: string) => text.replace(/^[\s(,]+|[\s),:.]+$/g, '')

/** Watts, rpm, amps, rise: not flow, whatever stands beside it. */
export const isOtherQuantity = (text: string): boolean =>
  OTHER_QUANTITY.test(plainWord(text)) ||
  (/^(?:w|watts?|rpm|amps?|power|rise)\b[\s,(]*(?:°?[fc]|w|a|in|at)?\)?$/i.test(plainWord(text)) && plainWord(text).length > 1)
/** The electric power of a blower, in watts. */
export const isWatts = (text: string): boolean =>
  /^(?:(?:input|motor|fan|blower)\s+)?(?:(?:input\s+)?power|watts?|w)\b[\s,(]*(?:w|watts?|in)?\)?$/i.test(plainWord(text))
/** W and A alone: watts and amps beside a flow, else the name of a tap. */
export const isLoneLetter = (text: string): boolean => /^[WA]$/.test(plainWord(text))
export const isFlowWord = (text: string): boolean =>
  flowUnitIn(text) !== null &&
  /^(?:air\s*)?(?:flow\b)?[\s,(]*(?:cfm|ft[³3]\s*\/\s*min|l\s*\/\s*s|lps|m[³3]\s*\/\s*(?:h|min))\)?$/i.test(plainWord(text))
export const isStaticWord = (text: string): boolean =>
  /\b(?:static|esp|pressure|e\.s\.p)\b/i.test(text) || (staticUnitIn(text) !== null && flowUnitIn(text) === null)

/** Cooling or heating, when a line is the caption of a table; null for a note or anything else. */
export function modeOfCaption(line: string): string | null {
  const text = line.trim()
  if (/^[*†‡§¹²³(]/.test(text) || /[.!]$/.test(text) || text.split(/\s+/).length > 9) return null
  const mode = /\b(cool|heat|continuous|dehumidif|fan only)/i.exec(text)
  return mode?.[1]?.toLowerCase() ?? null
}
