import 'reflect-metadata'
import { PLAUSIBLE, SENSOR_PLACES, type SensorPlace } from '@ingle/core'
import { IsBoolean, IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator'
import { exactly } from '../exact.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

const [LOW, HIGH] = PLAUSIBLE.temperature

/** What the controller showed and what a reference read at the same moment. */
class SensorPair extends OnVisit {
  @IsIn(SENSOR_PLACES) place!: SensorPlace
  @IsNumber() @Min(LOW) @Max(HIGH) shownF!: number
  @IsNumber() @Min(LOW) @Max(HIGH) referenceF!: number
  @IsBoolean() fan!: boolean
  @IsBoolean() supply!: boolean
  /** The sun, or a lamp, shone on it. */
  @IsOptional() @IsBoolean() sun?: boolean
}

export const sensorPair = kind('sensor.pair', {
  body: SensorPair,
  fields: {
    shownF: { says: 'shown', in: 'temperature', read: true },
    referenceF: { says: 'reference', in: 'temperature', read: true },
    fan: { says: 'fan' },
    supply: { says: 'supply air on' },
    sun: { says: 'sun on it' },
  },
  rowName: ({ place }) => place,
  says: ({ place, shownF, referenceF, fan, supply, sun }, show) =>
    `${place} shows ${show('temperature', shownF)}, reference ${show('temperature', referenceF)}, fan ${fan ? 'on' : 'off'}${supply ? ', supply air on' : ''}${sun ? ', sun on it' : ''}`,
  line: ({ place, shownF, referenceF, fan, supply, sun }, { units }) => {
    const degrees = exactly('temperature', [shownF, referenceF], units)
    return `sensor ${place} ${degrees(shownF)} ref ${degrees(referenceF)} fan ${fan ? 'on' : 'off'}${supply ? ' supply' : ''}${sun ? ' sun' : ''}`
  },
  jotted: { 'sensor-pair': ({ kind: _, ...values }) => values },
  fold(into, { id, at, by, body }) {
    const { place, shownF, referenceF, fan, supply, sun } = body
    const { gap } = into.system(body.systemId).room
    into
      .here(body)
      ?.sensorPairs.push({ id, at, by, place, shownF, referenceF, fan, supply, ...(sun && { sun }), ...(gap && { gap }) })
  },
})
