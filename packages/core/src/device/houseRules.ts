import type { WrongField } from '../result.ts'
import { isCommon, roleOf } from './roles.ts'

/** When a rule counts. Every list that is there must be met by one of its entries. */
export interface RuleCondition {
  /** Kinds of equipment in the system, as profiles name them. */
  equipment?: readonly string[]
  climate?: readonly string[]
  /** What the occupant wants. */
  wish?: readonly string[]
}

interface RuleAim {
  role: string
  /** In the language of roles. */
  value: string
  why: string
  when?: RuleCondition
}

/** A named set of a crew's ways: what it aims for, why, and what that costs. */
export interface HouseRule {
  id: string
  name: string
  reason: string
  cost: string
  when?: RuleCondition
  aims: readonly RuleAim[]
}

/** What a condition is held against. */
interface RuleSubject {
  equipment: readonly string[]
  climate: string
  wishes: readonly string[]
}

export interface RuledAim {
  role: string
  value: string
  why: string
  rule: { id: string; name: string; cost: string }
  /** What earlier rules said, oldest first. */
  refined: { rule: string; value: string }[]
}

const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()

/** Whether a condition is met; a subject that does not say its climate or wish meets no condition on it. */
export function conditionMet(condition: RuleCondition | undefined, subject: RuleSubject): boolean {
  if (!condition) return true
  const { equipment, climate, wish } = condition
  return (
    (!equipment?.length || equipment.some((one) => subject.equipment.some((kind) => same(kind, one)))) &&
    (!climate?.length || climate.some((one) => same(one, subject.climate))) &&
    (!wish?.length || wish.some((one) => subject.wishes.some((said) => same(said, one))))
  )
}

/**
 * What the chosen rules aim for, by role. Rules count in their order: a later one refines an earlier one, and the aim
 * names both. A value that is never an aim is passed over, whatever a rule says, and so is one device's own letter or number.
 */
export function ruledAims(rules: readonly HouseRule[], subject: RuleSubject): Map<string, RuledAim> {
  const aims = new Map<string, RuledAim>()
  for (const rule of rules) {
    if (!conditionMet(rule.when, subject)) continue
    for (const aim of rule.aims) {
      const role = roleOf(aim.role)
      if (!role || !conditionMet(aim.when, subject) || role.never?.[aim.value] || !isCommon(role, aim.value)) continue
      const before = aims.get(aim.role)
      aims.set(aim.role, {
        role: aim.role,
        value: aim.value,
        why: aim.why,
        rule: { id: rule.id, name: rule.name, cost: rule.cost },
        refined: before ? [...before.refined, { rule: before.rule.name, value: before.value }] : [],
      })
    }
  }
  return aims
}

/** What is wrong with the aims of a rule: unknown roles, values that the role does not have, values that are never an aim. */
export function ruleDoubts(rule: Pick<HouseRule, 'name' | 'aims'>): WrongField[] {
  const doubts: WrongField[] = []
  const seen = new Set<string>()
  for (const [i, aim] of rule.aims.entries()) {
    const doubt = (field: 'role' | 'value', says: string) => doubts.push({ path: `aims.${i}.${field}`, says })
    const role = roleOf(aim.role)
    if (!role) {
      doubt('role', `“${aim.role}” is not a need that Ingle knows.`)
      continue
    }
    const never = role.never?.[aim.value]
    if (never) doubt('value', `${role.label} “${aim.value}” is never an aim. ${never}`)
    else if (role.values.kind === 'choice' && !role.values.mayBeOwn && !isCommon(role, aim.value))
      doubt('value', `${role.label} has no “${aim.value}”: it is one of ${Object.keys(role.values.options).join(', ')}.`)
    else if (role.values.kind === 'number' && (aim.value.trim() === '' || !Number.isFinite(Number(aim.value))))
      doubt('value', `${role.label} needs a number, not “${aim.value}”.`)
    const key = JSON.stringify([aim.role, aim.when ?? null])
    if (seen.has(key)) doubt('role', `${role.label} stands twice under the same conditions.`)
    seen.add(key)
  }
  return doubts
}
