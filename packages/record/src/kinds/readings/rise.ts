import 'reflect-metadata'
import { PLAUSIBLE } from '@ingle/core'
import { IsIn, IsNumber, Max, Min } from 'class-validator'
import { exact, exactly } from '../exact.ts'
import { OnTry } from '../onVisit.ts'
import { reading } from '../spec.ts'

const [LOW, HIGH] = PLAUSIBLE.temperature

class ReadingRise extends OnTry {
  @IsNumber() @Min(LOW) @Max(HIGH) returnDbF!: number
  @IsNumber() @Min(LOW) @Max(HIGH) supplyDbF!: number
  @IsNumber() @Min(1) @Max(700) volts!: number
  @IsNumber() @Min(0.1) @Max(1000) amps!: number
  @IsIn([1, 3]) phases!: 1 | 3
}

/** Temperature rise over the electric heater. */
export const rise = reading('rise', {
  body: ReadingRise,
  says: ({ returnDbF, supplyDbF, volts, amps, phases }, show) =>
    `heater ${show('temperature', returnDbF)} to ${show('temperature', supplyDbF)}, ${volts} V, ${amps} A${phases === 3 ? ', three-phase' : ''}`,
  fields: {
    returnDbF: { says: 'return dry bulb', in: 'temperature', read: true },
    supplyDbF: { says: 'supply dry bulb', in: 'temperature', read: true },
    volts: { says: 'heater volts', in: 'voltage', read: true },
    amps: { says: 'heater amps', in: 'current', read: true },
    phases: { says: 'phases' },
  },
  rowName: () => ' (heater)',
  line({ returnDbF, supplyDbF, volts, amps, phases }, { units }) {
    const degrees = exactly('temperature', [returnDbF, supplyDbF], units)
    return `rise ${degrees(returnDbF)} ${degrees(supplyDbF)} ${exact('voltage', volts, units)} ${exact('current', amps, units)}${phases === 3 ? ' 3ph' : ''}`
  },
  jotted: { rise: ({ kind: _, ...values }) => values },
})
