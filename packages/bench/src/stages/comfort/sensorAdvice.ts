import { type Found, list, SENSOR_PLACES, type SensorDiagnosis, type SensorFault, type SensorPlace } from '@ingle/core'
import { found } from '../../findingWords.ts'
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

const UNTESTED: Readonly<Record<string, string>> = {
  fan: 'with the fan off and with it on',
  supply: 'while supply air is on, and while it is not',
  rate: 'while the room warms or cools',
}

/** What the pairs say of each sensor that was read, in the order seal, move, trim. */
export function sensorAdvice(v: Pick<VisitView, 'here' | 'ledger' | 'show'>): SensorAdvice[] {
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
    const steps = stepsFor(told.found, told, sensing.trim !== null, v.show)
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
  return `is ${Math.round(told.lag?.value ?? 0)} min behind the room`
}

/** First what lets other air in, then where it hangs, last what it is trimmed by: a trim hides the rest. */
function stepsFor(faults: readonly SensorFault[], told: SensorDiagnosis, hasTrim: boolean, show: VisitView['show']): string[] {
  const steps: string[] = []
  if (faults.includes('draught'))
    steps.push('Seal the hole behind it, or the gap around the unit, and read it again with the fan on and off.')
  if (faults.includes('supply-air')) steps.push('Turn the grille away from it, or move the sensor out of the stream.')
  if (faults.includes('lag')) steps.push('Take another sensor, or one that hangs free on an inner wall: nothing trims a lag.')
  if (faults.includes('offset') || faults.includes('draught'))
    steps.push(
      hasTrim && told.trimF !== 0
        ? `Trim it by ${show('temperatureDifference', told.trimF, { signed: true })}; then it is ${show('temperatureDifference', told.remainingFanOffF, { signed: true })} with the fan off and ${show('temperatureDifference', told.remainingFanOnF, { signed: true })} with it on.`
        : hasTrim
          ? 'A trim gains nothing: what is left with the fan off and on lies on either side.'
          : 'This device has no trim: control by another sensor where there is one.',
    )
  return steps
}
