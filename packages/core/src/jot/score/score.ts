import { roleOf } from '../../device/roles.ts'
import type { DeviceSetting } from '../../device/setting.ts'
import { BASE_UNITS, METRIC_UNITS } from '../../quantity/units.ts'
import type { JotSetting } from '../grammar.ts'
import { parseJot } from '../parseJot.ts'
import type { JotContext, JotReading } from '../reading.ts'
import { SPOKEN_LINES, type SpokenLine } from './lines.ts'

const of = (role: string, more: Partial<DeviceSetting>): JotSetting => {
  const known = roleOf(role)
  if (!known) throw new Error(`No role ${role}`)
  return {
    key: role,
    word: known.word,
    label: known.label,
    setting: { role, label: known.label, values: [], access: '', ...more },
  }
}
const TAPS = { values: ['1', '2', '3', '4', '5'] }
const SATISFIED = { values: ['0', '1', '2'], means: { 0: 'off', 1: 'trickle', 2: 'as-set' } }
const ON_OFF = (off: string, on: string) => ({ values: ['0', '1'], means: { 0: off, 1: on } })
const PERCENT = { range: { min: 0, max: 100, step: 1, unit: '%' } }
const degrees = (min: number, max: number) => ({ range: { min, max, step: 1, unit: '°F' } })

/** A system that has a bit of everything, so that lines of each stage find what they are about. Its devices count in °F. */
const SETTINGS: readonly JotSetting[] = [
  of('airflow.cool', TAPS),
  of('airflow.heat', TAPS),
  of('airflow.continuous', TAPS),
  of('sensor.source', { values: ['1', '2', '3', '4'], means: { 1: 'average', 2: 'return', 3: 'wall', 4: 'jump' } }),
  of('sensor.trim', { range: { min: -5, max: 5, step: 1, unit: 'Δ°F' } }),
  of('fan.satisfied.heat', { ...SATISFIED, code: 'P-21' }),
  of('fan.satisfied.cool', { ...SATISFIED, code: 'P-22' }),
  of('fan.mode', { values: ['A', 'O', 'C'], means: { A: 'auto', O: 'on', C: 'circulate' } }),
  of('setpoint.heat', degrees(40, 90)),
  of('setpoint.cool', degrees(60, 99)),
  of('control.differential', { values: ['0.5', '1', '1.5', '2', '3'] }),
  of('control.dead-band', { range: { min: 1, max: 9, step: 1, unit: 'Δ°F' } }),
  of('control.cycle-rate', { range: { min: 1, max: 9, step: 1, unit: '/h' } }),
  of('control.changeover', ON_OFF('manual', 'auto')),
  of('control.changeover-band', { range: { min: 1, max: 6, step: 1, unit: 'Δ°F' } }),
  of('control.aux-lockout', degrees(0, 70)),
  of('system.kind', { values: ['1', '2'], means: { 1: 'furnace', 2: 'heat-pump' } }),
  of('system.reversing', { values: ['C', 'H'], means: { C: 'cool', H: 'heat' } }),
  of('control.min-off', { range: { min: 0, max: 10, step: 1, unit: 'min' } }),
  of('fan.step.low', PERCENT),
  of('fan.step.mid', PERCENT),
  of('fan.step.high', PERCENT),
  of('zone.count', { range: { min: 1, max: 8, step: 1, unit: 'count' } }),
  of('freshair.limit', degrees(50, 80)),
  of('freshair.min.low', PERCENT),
  of('freshair.min.high', PERCENT),
  of('freshair.co2.low', { range: { min: 400, max: 1500, step: 50, unit: 'ppm' } }),
  of('time.program', { values: ['7', '52'] }),
  of('time.recovery', ON_OFF('off', 'on')),
  of('time.hold', ON_OFF('off', 'on')),
  of('time.override', { range: { min: 0, max: 12, step: 1, unit: 'h' } }),
]

const GRILLES = ['desk', 'hall', 'bedroom'].map((name) => ({
  name,
  side: 'supply' as const,
  widthIn: null,
  heightIn: null,
  freeArea: null,
}))
const reads = { plusMinus: 0.5, traced: false }

/** What that system tells the jot line. */
export const scoreContext = (units: SpokenLine['units']): JotContext => ({
  units: units === 'base' ? BASE_UNITS : METRIC_UNITS,
  taps: ['1', '2', '3', '4', '5'],
  adjust: { stands: 0, offers: [-10, 0, 10] },
  settings: SETTINGS,
  grilles: GRILLES,
  burnsFuel: true,
  running: {
    runId: 'r',
    readings: [
      { word: 'supply', says: 'supply air', quantity: 'temperature', least: -40, most: 250, ...reads },
      { word: 'volts', says: 'control voltage', quantity: 'voltage', least: 0, most: 40, ...reads },
    ],
  },
  wanted: [],
})

/** Figures typed in another unit come back to a few parts in a million. */
const near = (a: number, b: number) => Math.abs(a - b) <= 1e-6 * Math.max(1, Math.abs(a))

function holds(meant: unknown, got: unknown): boolean {
  if (typeof meant === 'number') return typeof got === 'number' && near(meant, got)
  if (typeof meant !== 'object' || meant === null) return meant === got
  if (typeof got !== 'object' || got === null) return false
  if (Array.isArray(meant) && (!Array.isArray(got) || got.length !== meant.length)) return false
  return Object.entries(meant).every(([key, value]) => holds(value, (got as Record<string, unknown>)[key]))
}

export interface Scored extends SpokenLine {
  got: JotReading
  /** `understood`: read as it was meant; `answered`: not written, and a way on is said; else read as something else or left alone. */
  as: 'understood' | 'answered' | 'misread' | 'lost'
}

/** How each line is taken. */
export const scoreLines = (lines: readonly SpokenLine[] = SPOKEN_LINES): Scored[] =>
  lines.map((one) => {
    const got = parseJot(one.line, scoreContext(one.units))
    if (got.state === 'ready')
      return { ...one, got, as: one.is !== 'asks' && holds(one.is, got.intent) ? 'understood' : 'misread' }
    const isAnswered = got.state === 'incomplete' || (got.state === 'wrong' && (got.instead !== undefined || got.remedy !== ''))
    return { ...one, got, as: isAnswered ? 'answered' : 'lost' }
  })
