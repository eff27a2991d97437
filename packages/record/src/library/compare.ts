import { BASE_UNITS, meaningOf, NEEDS, type NeedId, ROLES, roleLabel, roleOf, sayMeaning, sayOffer } from '@ingle/core'
import type { Profile, ProfileSetting } from '../profile/profile.ts'

/** One need in two families. */
interface ComparedRole {
  role: string
  label: string
  need: NeedId
  first: ProfileSetting[]
  second: ProfileSetting[]
  /** What one offers and the other does not; null when both mean the same, or one has nothing to compare. */
  differs: string | null
}

const ROLE_ORDER = new Map(ROLES.map((role, i) => [role.id, i]))
const NEED_ORDER = Object.keys(NEEDS)

/** Two families role by role: every need that either has, in the order of the ledger. */
export function compareProfiles(first: Profile, second: Profile): ComparedRole[] {
  const ids = [...new Set([...first.settings, ...second.settings].flatMap((one) => (one.role ? [one.role] : [])))]
  const of = (profile: Profile, id: string) => profile.settings.filter((one) => one.role === id)
  return ids
    .flatMap((id) => {
      const role = roleOf(id)
      if (!role) return []
      const [a, b] = [of(first, id), of(second, id)]
      return [{ role: id, label: roleLabel(id), need: role.need, first: a, second: b, differs: difference(a, b) }]
    })
    .sort((a, b) => order(a) - order(b) || a.role.localeCompare(b.role, 'en', { numeric: true }))
}

const order = (one: ComparedRole) => NEED_ORDER.indexOf(one.need) * 1000 + (ROLE_ORDER.get(roleOf(one.role)?.id ?? '') ?? 0)

function difference(first: readonly ProfileSetting[], second: readonly ProfileSetting[]): string | null {
  const [a] = first
  const [b] = second
  if (!a || !b) return null
  if (a.range || b.range) {
    const [left, right] = [sayOffer(a, BASE_UNITS), sayOffer(b, BASE_UNITS)]
    return left === right ? null : 'other range or steps'
  }
  const means = (some: readonly ProfileSetting[]) =>
    new Set(some.flatMap((one) => one.values.map((value) => sayMeaning(one, meaningOf(one, value), BASE_UNITS))))
  const [left, right] = [means(first), means(second)]
  const only = (some: Set<string>, other: Set<string>) => [...some].filter((one) => !other.has(one))
  const said = [
    only(left, right).length > 0 ? `first only: ${only(left, right).slice(0, 5).join(', ')}` : '',
    only(right, left).length > 0 ? `second only: ${only(right, left).slice(0, 5).join(', ')}` : '',
  ].filter(Boolean)
  return said.length > 0 ? said.join('; ') : null
}
