import 'reflect-metadata'
import { ok, type Refusal, type Result, refuse, roleOf, ruleDoubts, safetyRefusal } from '@ingle/core'
import { IsISO8601, IsOptional, IsString, IsUUID, MaxLength } from 'class-validator'
import { checked } from '../checks.ts'
import { parseProfile } from '../profile/profile.ts'
import * as air from './airBodies.ts'
import * as body from './bodies.ts'
import * as power from './powerBodies.ts'
import * as work from './workBodies.ts'
import * as zones from './zoneBodies.ts'

/** Every kind of change and the class that its body must meet. These names are stored: renaming one loses data. */
export const BODIES = {
  'site.set': body.SiteSet,
  'system.set': body.SystemSet,
  'part.set': body.PartSet,
  'part.remove': body.PartRemove,
  'profile.use': body.ProfileUse,
  'rule.use': body.RuleUse,
  'rules.use': body.RulesUse,
  'twins.set': body.TwinsSet,
  'visit.start': body.VisitStart,
  'visit.close': body.VisitClose,
  'complaint.set': body.ComplaintSet,
  'note.add': body.NoteAdd,
  'photo.add': body.PhotoAdd,
  'try.start': body.TryStart,
  'reading.probes': body.ReadingProbes,
  'reading.split': body.ReadingSplit,
  'reading.rise': body.ReadingRise,
  'reading.grille': body.ReadingGrille,
  'reading.heard': body.ReadingHeard,
  'setting.set': body.SettingSet,
  'aim.set': body.AimSet,
  'advice.override': body.AdviceOverride,
  'item.open': work.ItemOpen,
  'item.close': work.ItemClose,
  'fix.put': work.FixPut,
  'fix.undo': work.FixUndo,
  'fix.hand-on': work.FixHandOn,
  'wiring.set': power.WiringSet,
  'wire.set': power.WireSet,
  'bridge.set': power.BridgeSet,
  'contact.set': power.ContactSet,
  'firing.set': air.FiringSet,
  'cooling.set': air.CoolingSet,
  'drive.set': air.DriveSet,
  'traverse.set': air.TraverseSet,
  'traverse.point': air.TraversePoint,
  'reading.hood': air.ReadingHood,
  'reading.plate': air.ReadingPlate,
  'instrument.use': air.InstrumentUse,
  'zone.set': zones.ZoneSet,
  'zone.remove': zones.ZoneRemove,
  'outlet.set': zones.OutletSet,
  'outlet.remove': zones.OutletRemove,
  'zoning.set': zones.ZoningSet,
  'zones.reading': zones.ZonesReading,
  'outlet.reading': zones.OutletReading,
  'check.set': power.CheckSet,
  undo: body.Undo,
} as const

export type ChangeKind = keyof typeof BODIES
export type BodyOf<K extends ChangeKind> = InstanceType<(typeof BODIES)[K]>

/** Who wrote what, when. `at` is the writer's clock and gives the order; `replaces` names the change it corrects. */
export class Envelope {
  @IsUUID() id!: string
  @IsUUID() siteId!: string
  @IsISO8601({ strict: true }) at!: string
  @IsString() @MaxLength(40) by!: string
  @IsOptional() @IsUUID() replaces?: string
}

export type ChangeOf<K extends ChangeKind> = Envelope & { kind: K; body: BodyOf<K> }
/** A change of one of some kinds. */
export type OneOf<K extends ChangeKind> = { [P in K]: ChangeOf<P> }[K]
/** One fact, as written down. */
export type Change = { [K in ChangeKind]: ChangeOf<K> }[ChangeKind]

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
  if (typeof kind !== 'string' || !Object.hasOwn(BODIES, kind)) {
    return refuse(
      `This Ingle does not know changes of the kind “${String(kind).slice(0, 40)}”.`,
      'It was written by a newer version: update, then send it again. It stays kept until then.',
    )
  }
  for (const at of [envelope.value.at, (plainBody as { readAt?: string } | null)?.readAt]) {
    const dated = at === undefined || typeof at !== 'string' ? null : badDate(at, nowMs)
    if (dated) return dated
  }
  const checkedBody = checked<object>(BODIES[kind as ChangeKind], plainBody, kind)
  if (!checkedBody.ok) return checkedBody
  const deep = insideDoubts(kind, checkedBody.value)
  return deep ?? ok(plain as Change)
}

/** What the classes cannot say of a body: a profile that contradicts itself, a rule that no device could follow. */
function insideDoubts(kind: string, checkedBody: object): Refusal | null {
  if (kind === 'profile.use') {
    const use = checkedBody as body.ProfileUse
    if (use.profile === undefined && use.profileKey === undefined)
      return refuse('It names no profile.', 'Send the profile, or the key of one that the record holds.')
    const profile = use.profile === undefined ? null : parseProfile(use.profile)
    return profile && !profile.ok ? profile : null
  }
  if (kind === 'rules.use') {
    for (const rule of (checkedBody as body.RulesUse).rules) {
      const [doubt] = ruleDoubts(rule)
      if (doubt)
        return refuse(`House rule “${rule.name}”: ${doubt}`, 'Put that aim right under House rules, then choose it again.')
    }
  }
  if (kind === 'fix.put') {
    const { what, instead } = checkedBody as work.FixPut
    return safetyRefusal(instead) ?? safetyRefusal(what)
  }
  if (kind === 'photo.add') {
    const { noteId, fixId } = checkedBody as body.PhotoAdd
    if ((noteId === undefined) === (fixId === undefined))
      return refuse('A photo belongs to one note or to one temporary fix.', 'Name the one that it shows.')
  }
  if (kind === 'bridge.set') {
    const { a, b } = checkedBody as power.BridgeSet
    if (a === b) return refuse(`A bridge from ${a} to ${b} ties nothing.`, 'Name two different terminals.')
  }
  if (kind === 'fix.hand-on') {
    const { until } = checkedBody as work.FixHandOn
    if (!Number.isFinite(Date.parse(until))) return refuse(`${until} is no day.`, 'Write it as year, month, day: 2026-12-31.')
  }
  if (kind === 'aim.set') {
    const { role, value } = checkedBody as body.AimSet
    const never = value ? roleOf(role)?.never?.[value] : undefined
    if (never) return refuse('That is never an aim.', never)
  }
  return null
}

function badDate(at: string, nowMs: number) {
  const time = Date.parse(at)
  if (Number.isFinite(time) && time >= EARLIEST && time <= nowMs + DAY_MS) return null
  const when = time > nowMs ? 'in the future' : 'long before this record could have begun'
  return refuse(`It is dated ${at.slice(0, 10)}, ${when}.`, 'Set the date of the device that wrote it, then enter it again.')
}
