import { refuse } from '../refusals.ts'
import 'reflect-metadata'
import { capital, ok, type Refusal, type Result } from '@ingle/core'
import { Type } from 'class-transformer'
import { ArrayMaxSize, IsArray, IsISO8601, IsOptional, IsString, IsUUID, MaxLength, ValidateNested } from 'class-validator'
import { checked, readSafely } from '../checks.ts'
import type { ChangeId, SiteId } from '../ids.ts'
import { type BodyOf, type ChangeKind, isKind, kindOf } from '../kinds/kinds.ts'
import { clean } from './clean.ts'

/** Who brought a change into this crew's records, when, and from whose file: it was not written here. */
class Imported {
  @IsString() @MaxLength(40) by!: string
  @IsISO8601({ strict: true }) at!: string
  /** The crew that exported it, as its file says. */
  @IsString() @MaxLength(200) from!: string
  /** What file it was: the first signs of a hash over its changes. Absent in what was brought in before it was asked. */
  @IsOptional() @IsString() @MaxLength(64) file?: string
}

/**
 * What every change carries. `at` is the writer's clock, for reading. The order is by `clock` where there is one: a writer
 * whose clock is behind what it has seen puts there a moment after that, so that a change always comes after what it
 * answers. `replaces` names the change it corrects.
 * Source: hybrid logical clocks, Kulkarni et al., OPODIS 2014.
 */
class Envelope {
  @IsUUID() id!: ChangeId
  @IsUUID() siteId!: SiteId
  @IsISO8601({ strict: true }) at!: string
  @IsOptional() @IsISO8601({ strict: true }) clock?: string
  @IsString() @MaxLength(40) by!: string
  @IsOptional() @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => Imported) imported?: Imported[]
  @IsOptional() @IsUUID() replaces?: ChangeId
}

export type ChangeOf<K extends ChangeKind> = Envelope & { kind: K; body: BodyOf<K> }
/** One fact, as written down. */
export type Change = { [K in ChangeKind]: ChangeOf<K> }[ChangeKind]
/** A change before it has an id, a time and a writer. */
export type Draft = { [K in ChangeKind]: { kind: K; id?: ChangeId; body: BodyOf<K> } }[ChangeKind]

/** Where a change stands in the order of writing, ms. */
export const orderOf = (change: Pick<Change, 'at' | 'clock'>): number => Date.parse(change.clock ?? change.at)

/** Ingle did not exist before; a clock that says so is wrong. */
const EARLIEST = Date.UTC(2020, 0, 1)
const DAY_MS = 86_400_000

/**
 * Reads one change from foreign data: shape, body, and a date that can be. Refuses with a sentence and a remedy;
 * never throws. `nowMs` is the reader's clock.
 */
export function parseChange(foreign: unknown, nowMs: number): Result<Change> {
  return readSafely('Change', () => readChange(foreign, nowMs))
}

function readChange(foreign: unknown, nowMs: number): Result<Change> {
  const fit = clean(foreign)
  if (!fit.ok) return fit
  const plain = fit.value
  const envelope = checked(Envelope, plain, 'Change')
  if (!envelope.ok) return envelope
  const { kind, body: plainBody } = plain as { kind?: unknown; body?: unknown }
  if (!isKind(kind)) {
    return refuse('kind-unknown', { kind: String(kind).slice(0, 40) })
  }
  // A clock may be ahead of the time of writing by as much as another device was.
  const late = envelope.value.clock === undefined ? null : badDate(envelope.value.clock, nowMs + DAY_MS)
  if (late) return late
  for (const at of [envelope.value.at, (plainBody as { readAt?: string } | null)?.readAt]) {
    const dated = at === undefined || typeof at !== 'string' ? null : badDate(at, nowMs)
    if (dated) return dated
  }
  const spec = kindOf(kind)
  const body = checked(spec.body, plainBody, kind)
  if (!body.ok) return inWords(body, (spec.fields ?? {}) as Record<string, { says: string } | undefined>)
  return spec.doubts?.(body.value) ?? ok(plain as Change)
}

/** A refusal of fields by what people call them; one that has no name for them stays as it is. */
function inWords(refusal: Refusal, fields: Record<string, { says: string } | undefined>): Refusal {
  const at = refusal.at ?? []
  const nameOf = (path: string) => (Object.hasOwn(fields, path) ? fields[path]?.says : undefined)
  if (at.length === 0 || at.some((one) => nameOf(one.path) === undefined)) return refusal
  const said = at.map(({ path, says }) => {
    // The bound is in base units, and whoever reads this may not be: how far is too far is left to the field.
    const bound = /must not be (greater|less) than/.exec(says)
    const why = bound
      ? `cannot be so ${bound[1] === 'greater' ? 'large' : 'small'}`
      : says.replace(/^(?:It|This) /, '').replace(/\.$/, '')
    return `${nameOf(path)} ${why}`
  })
  const shown = [...said.slice(0, 3), ...(said.length > 3 ? [`and ${said.length - 3} more`] : [])].join('; ')
  return { ...refuse('field-refused', { shown: capital(shown) }), at }
}

/**
 * Whether a change that was read may be written now. What stands in a record already, comes in from a file or is taken back
 * after a restore is not asked: old records stay readable, whatever was learnt since.
 */
export const refusedAsNew = ({ kind, body }: Change): Refusal | null => {
  const spec = kindOf(kind) as { refusesNew?: (body: unknown) => Refusal | null }
  return spec.refusesNew?.(body) ?? null
}

function badDate(at: string, nowMs: number) {
  const time = Date.parse(at)
  if (Number.isFinite(time) && time >= EARLIEST && time <= nowMs + DAY_MS) return null
  const when = time > nowMs ? 'in the future' : 'long before this record could have begun'
  return refuse('date-impossible', { day: at.slice(0, 10), when })
}
