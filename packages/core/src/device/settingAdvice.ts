import { list } from '../advice/show.ts'
import { found } from '../findingWords.ts'
import type { UnitChoice } from '../quantity/units.ts'
import type { Found } from '../result.ts'
import type { ResolvedSetting } from './resolve.ts'
import { numberOf, roleOf } from './roles.ts'
import { PLACE_WORDS, type SettingTie } from './setting.ts'
import { meaningOf, sayMeaning } from './spelling.ts'

/** One condition of a rule about settings. Every one that it names must hold. */
interface SettingClause {
  role: string
  is?: readonly string[]
  not?: readonly string[]
  over?: number
  under?: number
  /** Below the value of another role. */
  below?: string
  /** Nearer than so much above the value of another role. */
  near?: { to: string; by: number }
  /** At least this many devices stand at `is`. */
  places?: number
}

/** A rule about settings, as data: when all clauses hold, it says so. */
export interface SettingRule {
  id: string
  when: readonly SettingClause[]
  /** Counts only with one of these kinds of equipment. */
  equipment?: readonly string[]
  /** Counts only when the survey says so. */
  fact?: 'heater-fitted' | 'no-heater' | 'second-uncalled'
  /** What it looks at: how things will stand when the aims are left (the usual), or how they stand now. */
  looksAt?: 'aimed' | 'now'
  says: string
  remedy: string
}

/** A row as advice looks at it. Values are the device's own. */
export interface AdviceRow extends ResolvedSetting {
  found: string | null
  aim: string | null
  left: string | null
}

export interface SettingFinding {
  /** Names the finding: the rule's id, or the tie of a profile. */
  id: string
  says: string
  remedy: string
  /** Rows that it is about. */
  keys: string[]
}

export interface SettingFacts {
  equipment: readonly string[]
  heaterKw: number | null
  /** A conductor from the controller calls the second stage of heat: then no rule of its own needs to. */
  secondCalled?: boolean
}

/** What is wrong, or will be, with the settings of one system: by rules, and by what its devices require and exclude. */
export function settingFindings(
  rows: readonly AdviceRow[],
  rules: readonly SettingRule[],
  facts: SettingFacts,
  units: UnitChoice,
): SettingFinding[] {
  const byRole = new Map<string, AdviceRow[]>()
  for (const row of rows) {
    const there = byRole.get(row.id)
    if (there) there.push(row)
    else byRole.set(row.id, [row])
  }
  return [
    ...rules.flatMap((rule) => ruleFindings(rule, byRole, facts)),
    ...rows.flatMap((row) => tieFindings(row, byRole, units)),
  ]
}

const standing = (row: AdviceRow, looksAt: 'aimed' | 'now'): string | null => {
  const value = row.left ?? (looksAt === 'aimed' ? (row.aim ?? row.found) : row.found)
  return value === null ? null : meaningOf(row.setting, value)
}

function ruleFindings(rule: SettingRule, byRole: ReadonlyMap<string, AdviceRow[]>, facts: SettingFacts): SettingFinding[] {
  if (rule.equipment && !rule.equipment.some((kind) => facts.equipment.includes(kind))) return []
  if (rule.fact === 'heater-fitted' && !(facts.heaterKw !== null && facts.heaterKw > 0)) return []
  if (rule.fact === 'no-heater' && facts.heaterKw !== 0) return []
  if (rule.fact === 'second-uncalled' && facts.secondCalled) return []
  const findings: SettingFinding[] = []
  for (const number of numbersFor(rule, byRole)) {
    const keys: string[] = []
    const holds = rule.when.every((clause) => {
      const hit = clauseHits(clause, number, byRole, rule.looksAt ?? 'aimed')
      if (hit) keys.push(...hit.map((row) => row.key))
      return hit !== null
    })
    if (holds && keys.length > 0)
      findings.push({
        id: number === null ? rule.id : `${rule.id}.${number}`,
        says: number === null ? rule.says : rule.says.replaceAll('{n}', String(number)),
        remedy: rule.remedy,
        keys,
      })
  }
  return findings
}

/** A rule about a numbered role is asked once for each number that the system has. */
function numbersFor(rule: SettingRule, byRole: ReadonlyMap<string, AdviceRow[]>): (number | null)[] {
  if (!rule.when.some((clause) => roleOf(clause.role)?.numbered)) return [null]
  return [...new Set([...byRole.keys()].map(numberOf).filter((one) => one !== null))]
}

function clauseHits(
  clause: SettingClause,
  number: number | null,
  byRole: ReadonlyMap<string, AdviceRow[]>,
  looksAt: 'aimed' | 'now',
): AdviceRow[] | null {
  const named = (role: string) => (number !== null && roleOf(role)?.numbered ? `${role}.${number}` : role)
  const hits = (byRole.get(named(clause.role)) ?? []).filter((row) => {
    const value = standing(row, looksAt)
    if (value === null) return false
    if (clause.is && !clause.is.includes(value)) return false
    if (clause.not?.includes(value)) return false
    if (clause.over !== undefined && !(Number(value) > clause.over)) return false
    if (clause.under !== undefined && !(Number(value) < clause.under)) return false
    if (clause.below !== undefined) {
      const other = byRole.get(named(clause.below))?.[0]
      const against = other ? standing(other, looksAt) : null
      if (against === null || !(Number(value) < Number(against))) return false
    }
    if (clause.near !== undefined) {
      const other = byRole.get(named(clause.near.to))?.[0]
      const against = other ? standing(other, looksAt) : null
      // A figure carried as text may be short of its last decimal.
      if (against === null || !(Number(value) - Number(against) < clause.near.by - 1e-6)) return false
    }
    return true
  })
  if (hits.length < (clause.places ?? 1)) return null
  const beside = clause.below ?? clause.near?.to
  const against = beside === undefined ? undefined : byRole.get(named(beside))?.[0]
  return against ? [...hits, against] : hits
}

const tied = (id: string, { says, mend }: Found, rows: readonly AdviceRow[]): SettingFinding => ({
  id,
  says,
  remedy: mend,
  keys: rows.map((row) => row.key),
})

/** What the device itself requires and excludes, from its profile. */
function tieFindings(row: AdviceRow, byRole: ReadonlyMap<string, AdviceRow[]>, units: UnitChoice): SettingFinding[] {
  const value = standing(row, 'aimed')
  if (value === null) return []
  const own = row.left ?? row.aim ?? row.found ?? ''
  const counts = (tie: SettingTie) => !tie.when || tie.when.includes(value) || tie.when.includes(own)
  const other = (tie: SettingTie) => partner(tie, row, byRole)
  const name = `${row.label} at ${sayMeaning(row.setting, value, units)}`
  const out: SettingFinding[] = []
  for (const tie of row.setting.requires ?? []) {
    const there = other(tie)
    const stands = there ? standing(there, 'aimed') : null
    if (!counts(tie) || !there || stands === null || tie.is.includes(stands)) continue
    const wanted = list(
      tie.is.map((one) => sayMeaning(there.setting, one, units)),
      'or',
    )
    const values = { setting: name, other: there.label, wanted, stands: sayMeaning(there.setting, stands, units), why: tie.why }
    out.push(tied(`requires.${row.key}.${tie.of}`, found('setting-needs', values), [row, there]))
  }
  for (const tie of row.setting.excludes ?? []) {
    const there = other(tie)
    const stands = there ? standing(there, 'aimed') : null
    if (!counts(tie) || !there || stands === null || !tie.is.includes(stands)) continue
    const where = there.place === row.place ? '' : ` (${PLACE_WORDS[there.place]})`
    const values = { setting: name, other: there.label, stands: sayMeaning(there.setting, stands, units), where, why: tie.why }
    out.push(tied(`excludes.${row.key}.${tie.of}`, found('setting-excludes', values), [row, there]))
  }
  return out
}

/** The row that a tie speaks of: on the same device first. */
function partner(tie: SettingTie, row: AdviceRow, byRole: ReadonlyMap<string, AdviceRow[]>): AdviceRow | undefined {
  const byName = byRole.get(tie.of)
  if (byName) return byName.find((one) => one.place === row.place) ?? byName[0]
  for (const some of byRole.values())
    for (const one of some) if (one.place === row.place && one.setting.code === tie.of) return one
  return undefined
}
