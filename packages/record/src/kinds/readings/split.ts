import 'reflect-metadata'
import { PLAUSIBLE } from '@ingle/core'
import { IsNumber, IsOptional, Max, Min } from 'class-validator'
import { exact, exactly } from '../exact.ts'
import { OnTry } from '../onVisit.ts'
import { reading } from '../spec.ts'

const [LOW, HIGH] = PLAUSIBLE.temperature

class ReadingSplit extends OnTry {
  @IsNumber() @Min(LOW) @Max(HIGH) returnDbF!: number
  @IsNumber() @Min(LOW) @Max(HIGH) supplyDbF!: number
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) returnWbF?: number | null
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) supplyWbF?: number | null
  @IsOptional() @IsNumber() @Min(0) @Max(100) returnRhPct?: number | null
}

/** Return and supply temperature, with what is known of the humidity. */
export const split = reading('split', {
  body: ReadingSplit,
  says: ({ returnDbF, supplyDbF, returnWbF, supplyWbF, returnRhPct }, show) =>
    `return ${show('temperature', returnDbF)}${returnWbF == null ? '' : `, wet bulb ${show('temperature', returnWbF)}`}${returnRhPct == null ? '' : `, ${show('humidity', returnRhPct)} humidity`}, supply ${show('temperature', supplyDbF)}${supplyWbF == null ? '' : `, wet bulb ${show('temperature', supplyWbF)}`}`,
  fields: {
    returnDbF: { says: 'return dry bulb', in: 'temperature', read: true },
    supplyDbF: { says: 'supply dry bulb', in: 'temperature', read: true },
    returnWbF: { says: 'return wet bulb', in: 'temperature', read: true },
    supplyWbF: { says: 'supply wet bulb', in: 'temperature', read: true },
    returnRhPct: { says: 'return humidity', in: 'humidity', read: true },
  },
  line({ returnDbF, supplyDbF, returnWbF, supplyWbF, returnRhPct }, { units }) {
    const degrees = exactly('temperature', [returnDbF, supplyDbF, returnWbF, supplyWbF], units)
    return [
      `split ${degrees(returnDbF)} ${degrees(supplyDbF)}`,
      returnWbF == null ? '' : `wb ${degrees(returnWbF)}`,
      supplyWbF == null ? '' : `swb ${degrees(supplyWbF)}`,
      returnRhPct == null ? '' : `rh ${exact('humidity', returnRhPct, units)}`,
    ]
      .filter(Boolean)
      .join(' ')
  },
  jotted: { split: ({ kind: _, ...values }) => values },
})
