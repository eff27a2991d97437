import { refuse } from '../refusals.ts'
import 'reflect-metadata'
import { ok, type Result } from '@ingle/core'
import { IsISO8601, IsOptional, IsString, IsUUID, MaxLength } from 'class-validator'
import { checked } from '../checks.ts'
import type { ChangeId, SiteId } from '../ids.ts'
import { type BodyOf, type ChangeKind, isKind, kindOf } from '../kinds/kinds.ts'

/** What every change carries. `at` is the writer's clock and gives the order; `replaces` names the change it corrects. */
class Envelope {
  @IsUUID() id!: ChangeId
  @IsUUID() siteId!: SiteId
  @IsISO8601({ strict: true }) at!: string
  @IsString() @MaxLength(40) by!: string
  @IsOptional() @IsUUID() replaces?: ChangeId
}

export type ChangeOf<K extends ChangeKind> = Envelope & { kind: K; body: BodyOf<K> }
/** One fact, as written down. */
export type Change = { [K in ChangeKind]: ChangeOf<K> }[ChangeKind]
/** A change before it has an id, a time and a writer. */
export type Draft = { [K in ChangeKind]: { kind: K; id?: ChangeId; body: BodyOf<K> } }[ChangeKind]

/** Ingle did not exist before; a clock that says so is wrong. */
const EARLIEST = Date.UTC(2020, 0, 1)
const DAY_MS = 86_400_000

/**
 * Reads one change from foreign data: shape, body, and a date that can be. Refuses with a sentence and a remedy;
 * never throws. `nowMs` is the reader's clock.
 */
export function parseChange(plain: unknown, nowMs: number): Result<Change> {
  const envelope = checked(Envelope, plain, 'Change')
  if (!envelope.ok) return envelope
  const { kind, body: plainBody } = plain as { kind?: unknown; body?: unknown }
  if (!isKind(kind)) {
    return refuse('kind-unknown', { kind: String(kind).slice(0, 40) })
  }
  for (const at of [envelope.value.at, (plainBody as { readAt?: string } | null)?.readAt]) {
    const dated = at === undefined || typeof at !== 'string' ? null : badDate(at, nowMs)
    if (dated) return dated
  }
  const spec = kindOf(kind)
  const body = checked(spec.body, plainBody, kind)
  if (!body.ok) return body
  return spec.doubts?.(body.value) ?? ok(plain as Change)
}

function badDate(at: string, nowMs: number) {
  const time = Date.parse(at)
  if (Number.isFinite(time) && time >= EARLIEST && time <= nowMs + DAY_MS) return null
  const when = time > nowMs ? 'in the future' : 'long before this record could have begun'
  return refuse('date-impossible', { day: at.slice(0, 10), when })
}
