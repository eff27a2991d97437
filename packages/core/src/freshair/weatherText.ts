import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'

export interface WeatherText {
  dryBulbF: number[]
  relativeHumidityPct: number[]
  /** Lines without both figures. */
  left: number
}

const MOST_LINES = 9000
/** Humidity that is taken where a log has none would be a guess: such a log is refused. */
const DRY = /\b(?:dry|temp|temperature|db|outdoor|oat|air)\b|°[CF]/i
const DEW = /\bdew|\bdp\b|\btd\b/i
const WET = /\brh\b|humid|%/i

/** Saturation over dew point: relative humidity, percent. Source: Magnus form, WMO guide to instruments; within 0.4 % from −40 to 50 °C. */
const relativeHumidity = (t: number, dew: number) => 100 * Math.exp((17.625 * dew) / (243.04 + dew) - (17.625 * t) / (243.04 + t))

/**
 * Hours of weather from pasted text: a head that names dry bulb and humidity or dew point, then a line an hour. Degrees by
 * what the head says, else as the reader has them. Columns that are not known are passed over.
 */
export function readWeather(text: string, isCelsius: boolean): Result<WeatherText> {
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '')
  if (lines.length > MOST_LINES) return refuse('weather-too-long', { count: lines.length })
  const split = (line: string) => {
    const mark = line.includes('\t') ? '\t' : line.includes(';') ? ';' : ','
    return line.split(mark).map((cell) => cell.trim())
  }
  const head = split(lines[0] ?? '')
  if (!head.some((cell) => /[a-z]/i.test(cell))) return refuse('weather-without-head')
  const dew = head.findIndex((cell) => DEW.test(cell))
  const wet = head.findIndex((cell, i) => i !== dew && WET.test(cell))
  const dry = head.findIndex((cell, i) => i !== dew && i !== wet && DRY.test(cell))
  if (dry < 0) return refuse('weather-without-dry-bulb', { head: head.join(', ').slice(0, 80) })
  if (wet < 0 && dew < 0) return refuse('weather-without-moisture', { head: head.join(', ').slice(0, 80) })
  const inCelsius = (at: number) =>
    /°?\bC\b|celsius/.test(head[at] ?? '') ? true : /°?\bF\b|fahrenheit/.test(head[at] ?? '') ? false : isCelsius
  const number = (cell: string | undefined, semicolons: boolean) =>
    cell === undefined || cell === '' ? Number.NaN : Number(semicolons ? cell.replace(',', '.') : cell)
  const dryBulbF: number[] = []
  const relativeHumidityPct: number[] = []
  let left = 0
  for (const line of lines.slice(1)) {
    const cells = split(line)
    const semicolons = !line.includes(',') || line.includes(';') || line.includes('\t')
    const t = number(cells[dry], semicolons)
    const celsius = inCelsius(dry) ? t : (t - 32) / 1.8
    const dewRead = dew >= 0 ? number(cells[dew], semicolons) : Number.NaN
    const rh =
      wet >= 0
        ? number(cells[wet]?.replace('%', ''), semicolons)
        : relativeHumidity(celsius, inCelsius(dew) ? dewRead : (dewRead - 32) / 1.8)
    if (!(celsius > -60 && celsius < 65 && rh >= 0 && rh <= 104)) {
      left += 1
      continue
    }
    dryBulbF.push(celsius * 1.8 + 32)
    relativeHumidityPct.push(Math.min(100, rh))
  }
  return dryBulbF.length === 0 ? refuse('weather-unread', { count: left }) : ok({ dryBulbF, relativeHumidityPct, left })
}
