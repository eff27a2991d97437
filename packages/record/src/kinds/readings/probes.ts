import 'reflect-metadata'
import { PLAUSIBLE, POINT_NAMES, type ProbeReadings } from '@ingle/core'
import { IsNumber, IsOptional, Max, Min } from 'class-validator'
import { exactly } from '../exact.ts'
import { OnTry } from '../onVisit.ts'
import { reading } from '../spec.ts'

const [LOW, HIGH] = PLAUSIBLE.static

class ReadingProbes extends OnTry {
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) supply?: number
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) return?: number
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) 'before-filter'?: number
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) 'after-filter'?: number
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) 'after-coil'?: number
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) trunk?: number
}

/** The probe points that a reading names, in the order air meets them. */
export function probeEntries(probes: ProbeReadings): [keyof ProbeReadings, number][] {
  const order = ['before-filter', 'after-filter', 'return', 'supply', 'after-coil', 'trunk'] as const
  return order.flatMap((point) => (typeof probes[point] === 'number' ? [[point, probes[point] as number] as const] : [])) as [
    keyof ProbeReadings,
    number,
  ][]
}

/** Static at one or several points along the air path. */
export const probes = reading('probes', {
  body: ReadingProbes,
  says: (body, show) =>
    probeEntries(body)
      .map(([point, value]) => `static ${POINT_NAMES[point]} ${show('static', value, { signed: true })}`)
      .join(', '),
  fields: {
    supply: { says: 'static supply', in: 'static', read: true },
    return: { says: 'static return', in: 'static', read: true },
    'before-filter': { says: 'static before filter', in: 'static', read: true },
    'after-filter': { says: 'static after filter', in: 'static', read: true },
    'after-coil': { says: 'static after coil', in: 'static', read: true },
    trunk: { says: 'static trunk', in: 'static', read: true },
  },
  line(body, { units }) {
    const entries = probeEntries(body)
    const inWc = exactly(
      'static',
      entries.map(([, value]) => value),
      units,
      true,
    )
    const { supply, return: back, 'before-filter': before, 'after-filter': after } = body
    if (entries.length === 2 && before !== undefined && after !== undefined) return `filter ${inWc(before)} ${inWc(after)}`
    if (entries.length === 2 && supply !== undefined && back !== undefined) return `esp ${inWc(supply)} ${inWc(back)}`
    return entries.length === 0 ? null : `static ${entries.map(([point, value]) => `${point} ${inWc(value)}`).join(' ')}`
  },
  jotted: { probes: ({ probes: read }) => ({ ...read }) },
})
