import 'reflect-metadata'
import { Type } from 'class-transformer'
import { ValidateNested } from 'class-validator'
import { Instrument } from '../../library/instrument.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** Which instrument measures something on this visit; kept whole, so that the record says what it was then. */
class InstrumentUse extends OnVisit {
  @ValidateNested() @Type(() => Instrument) instrument!: Instrument
}

export const instrumentUse = kind('instrument.use', {
  body: InstrumentUse,
  says: ({ instrument }) => `measured with ${instrument.name}`,
  fold(into, { body }) {
    const here = into.here(body)
    if (here) here.instruments[body.instrument.measures] = body.instrument
  },
})
