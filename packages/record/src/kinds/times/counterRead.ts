import 'reflect-metadata'
import { IsIn, IsNumber, Max, Min } from 'class-validator'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'
import { COUNTERS, type Counter } from '../words.ts'

/** A usage counter as the device shows it. */
class CounterRead extends OnVisit {
  @IsIn(Object.keys(COUNTERS)) counter!: Counter
  @IsNumber() @Min(0) @Max(10_000_000) value!: number
}

export const counterRead = kind('counter.read', {
  body: CounterRead,
  fields: { value: { says: 'count', read: true } },
  rowName: ({ counter }) => COUNTERS[counter].says,
  says: ({ counter, value }) => `${COUNTERS[counter].says}: ${value}`,
  fold(into, { id, at, by, body: { counter, value, ...where } }) {
    into.here(where)?.counterReads.push({ id, at, by, counter, value })
  },
})
