import 'reflect-metadata'
import { IsNumber, IsOptional, Max, Min } from 'class-validator'
import { exactly } from '../exact.ts'
import { OnTry } from '../onVisit.ts'
import { reading } from '../spec.ts'

/** A metering plate in the place of the filter. */
class ReadingPlate extends OnTry {
  /** cfm at 1 in.wc, as printed on the plate. */
  @IsNumber() @Min(10) @Max(20_000) factor!: number
  @IsNumber() @Min(0) @Max(5) dpInWc!: number
  /** Supply static with the filter in, and with the plate in. */
  @IsOptional() @IsNumber() @Min(0.01) @Max(5) normalStaticInWc?: number
  @IsOptional() @IsNumber() @Min(0.01) @Max(5) testStaticInWc?: number
}

export const plate = reading('plate', {
  body: ReadingPlate,
  says: ({ factor, dpInWc, normalStaticInWc, testStaticInWc }, show) =>
    `plate of ${factor} at ${show('static', dpInWc, { signed: true })}${normalStaticInWc === undefined ? '' : `, static ${show('static', normalStaticInWc, { signed: true })} with the filter`}${testStaticInWc === undefined ? '' : `, ${show('static', testStaticInWc, { signed: true })} with the plate`}`,
  fields: {
    factor: { says: 'plate factor', unit: 'cfm at 1 in.wc', read: true },
    dpInWc: { says: 'pressure over the plate', in: 'static', read: true },
    normalStaticInWc: { says: 'supply static, filter in', in: 'static', read: true },
    testStaticInWc: { says: 'supply static, plate in', in: 'static', read: true },
  },
  line({ factor, dpInWc, normalStaticInWc, testStaticInWc }, { units }) {
    const both = normalStaticInWc !== undefined && testStaticInWc !== undefined
    if (!both && (normalStaticInWc !== undefined || testStaticInWc !== undefined)) return null
    const inWc = exactly('static', [dpInWc, normalStaticInWc, testStaticInWc], units)
    return `plate ${factor} ${inWc(dpInWc)}${both ? ` ${inWc(normalStaticInWc)} ${inWc(testStaticInWc)}` : ''}`
  },
  jotted: {
    plate: ({ factor, dpInWc, normalStaticInWc, testStaticInWc }) => ({
      factor,
      dpInWc,
      ...(normalStaticInWc !== null && { normalStaticInWc }),
      ...(testStaticInWc !== null && { testStaticInWc }),
    }),
  },
})
