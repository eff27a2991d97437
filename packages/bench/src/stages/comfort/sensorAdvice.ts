import {
  express,
  type Found,
  list,
  meaningOf,
  SENSOR_PLACES,
  type SensorDiagnosis,
  type SensorFault,
  type SensorPlace,
} from '@ingle/core'
import { found } from '../../findingWords.ts'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { rowFor, standsAt } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { sensingOf } from './sensing.ts'

export const SENSOR_PLACE_WORDS: Readonly<Record<SensorPlace, string>> = {
  wall: 'wall controller',
  return: 'return sensor',
  average: 'average of both',
  remote: 'remote sensor',
}

export interface SensorAdvice {
  place: SensorPlace
  told: SensorDiagnosis
  /** In one sentence, on screen and on the record. */
  says: string
  /** What to do, in its order; empty for a good sensor. */
  steps: string[]
  /** What speaks against it; null for a good sensor and where nobody can tell. */
  finding: Found | null
}

type Seen = Pick<VisitView, 'here' | 'ledger' | 'show' | 'system'>

const UNTESTED: Readonly<Record<string, string>> = {
  fan: 'with the fan off and with it on',
  supply: 'while supply air is on, and while it is not',
  rate: 'while the room warms or cools',
  sun: 'with the sun on it and without',
}

/** What the pairs say of each sensor that was read, in the order seal, move, trim. */
export function sensorAdvice(v: Seen): SensorAdvice[] {
  const sensing = sensingOf(v)
  return SENSOR_PLACES.flatMap((place): SensorAdvice[] => {
    const told = sensing.at(place)
    if (!told) return []
    const name = SENSOR_PLACE_WORDS[place]
    if (told.found === null) {
      const more = told.notTestable.map((one) => UNTESTED[one] ?? one)
      return [
        {
          place,
          told,
          says: `The ${name} cannot be judged yet: ${sensing.counts[place]} ${sensing.counts[place] === 1 ? 'pair is' : 'pairs are'} too few.`,
          steps: [`Read it again, ten minutes apart${more.length > 0 ? `, ${list(more)}` : ''}.`],
          finding: null,
        },
      ]
    }
    if (told.found.length === 0)
      return [{ place, told, says: `The ${name} agrees with the reference.`, steps: [], finding: null }]
    const says = `The ${name} ${list(told.found.map((one) => faultSaid(one, told, v.show)))}.`
    const steps = stepsFor(v, place, told)
    return [{ place, told, says, steps, finding: found('sensor-off', { says, does: steps[0] ?? '' }) }]
  })
}

function faultSaid(fault: SensorFault, told: SensorDiagnosis, show: VisitView['show']): string {
  const degrees = (value: number) => show('temperatureDifference', Math.abs(value))
  const side = (value: number) => (value > 0 ? 'too high' : 'too low')
  if (fault === 'offset') return `reads ${degrees(told.offset?.value ?? 0)} ${side(told.offset?.value ?? 0)}`
  if (fault === 'draught')
    return `reads ${degrees(told.fan?.value ?? 0)} ${(told.fan?.value ?? 0) > 0 ? 'higher' : 'lower'} while the fan runs: other air reaches it`
  if (fault === 'supply-air')
    return `reads ${degrees(told.supply?.value ?? 0)} ${(told.supply?.value ?? 0) > 0 ? 'higher' : 'lower'} while supply air blows on it`
  if (fault === 'sun')
    return `reads ${degrees(told.sun?.value ?? 0)} ${(told.sun?.value ?? 0) > 0 ? 'higher' : 'lower'} while the sun or a lamp is on it`
  return `is ${Math.round(told.lag?.value ?? 0)} min behind the room`
}

/** First what lets other air in, then where it hangs, last what it is trimmed by: a trim hides the rest. Each with what is left. */
function stepsFor(v: Seen, place: SensorPlace, told: SensorDiagnosis): string[] {
  const { show, ledger } = v
  const faults = told.found ?? []
  const degrees = (value: number) => show('temperatureDifference', value, { signed: true })
  const offsetF = told.offset?.value ?? 0
  const steps: string[] = []
  if (faults.includes('draught'))
    steps.push(
      `Seal the hole behind it, or the gap around the unit, and read it again with the fan on and off. Sealed, ${degrees(faults.includes('offset') ? offsetF : 0)} is left.`,
    )
  if (faults.includes('supply-air')) steps.push('Turn the grille away from it, or move the sensor out of the stream.')
  if (faults.includes('sun')) steps.push('Shade it, or move it to a wall that neither sun nor lamp reaches.')
  if (faults.includes('lag')) steps.push('Take another sensor, or one that hangs free on an inner wall: nothing trims a lag.')
  const better = betterPlace(v, place, told)
  if (better) steps.push(better)
  if (faults.includes('offset') || faults.includes('draught')) {
    const { trim } = sensingOf(v)
    const row = rowFor(ledger, 'sensor.trim')
    const toF = (Number(standsAt(row)?.meaning ?? 0) || 0) + told.trimF
    const spelled = row ? express(row.setting, String(toF)) : null
    const code = row?.setting.code && spelled && spelled.fit !== 'none' ? ` (${row.setting.code}: ${spelled.value})` : ''
    steps.push(
      trim && told.trimF !== 0
        ? `Trim it by ${degrees(told.trimF)}, to ${degrees(toF)}${code}; then it is ${degrees(told.remainingFanOffF)} with the fan off and ${degrees(told.remainingFanOnF)} with it on.`
        : trim
          ? 'A trim gains nothing: what is left with the fan off and on lies on either side.'
          : 'This device has no trim: control by another sensor where there is one.',
    )
  }
  return steps
}

/** Another sensor of this device that was read and is nearer the reference. */
function betterPlace(v: Seen, place: SensorPlace, told: SensorDiagnosis): string | null {
  const worstOf = (one: SensorDiagnosis) => {
    const offset = one.found?.includes('offset') ? (one.offset?.value ?? 0) : 0
    const draught = one.found?.includes('draught') ? (one.fan?.value ?? 0) : 0
    const sun = one.found?.includes('sun') ? (one.sun?.value ?? 0) : 0
    return Math.max(Math.abs(offset), Math.abs(offset + draught), Math.abs(offset + sun))
  }
  const offered = rowFor(v.ledger, 'sensor.source')?.setting
  const others = SENSOR_PLACES.flatMap((other) => {
    const read = other === place ? null : sensingOf(v).at(other)
    return read && read.found !== null && offered && everyMeaning(offered).includes(other)
      ? [{ other, worstF: worstOf(read) }]
      : []
  }).sort((a, b) => a.worstF - b.worstF)
  const [best] = others
  if (!best || best.worstF >= worstOf(told) - 0.2) return null
  return `Control by the ${SENSOR_PLACE_WORDS[best.other]}: read beside the reference it is ${v.show('temperatureDifference', best.worstF)} off at the most.`
}

const everyMeaning = (setting: LedgerRow['setting']): string[] => setting.values.map((value) => meaningOf(setting, value))
