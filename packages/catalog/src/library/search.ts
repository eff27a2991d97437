import { ROLE_WORDS, ROLES, type Role, roleOf } from '@ingle/core'
import type { Profile, ProfileSetting } from '@ingle/record'
import MiniSearch from 'minisearch'

/** A family that spells a need, and how. */
interface NeedAnswer {
  profile: Profile
  settings: ProfileSetting[]
}

/** A need that a question is about, and who can meet it. */
export interface NeedHit {
  role: Role
  families: NeedAnswer[]
}

interface LibrarySearch {
  /** Families whose maker, name, looks, codes or labels fit; all of them for an empty question. */
  families: (question: string) => Profile[]
  /** Needs that a question in plain words is about ("stop the fan after cooling"), best first. */
  needs: (question: string) => NeedHit[]
}

/** Words that say nothing about which need is meant. */
const SAYS_NOTHING = new Set(
  'which what who how can could do does of ours our the a an and or to in on at is it its be with for that this when by me my we'.split(
    ' ',
  ),
)
const words = (text: string) => text.split(/[^\p{L}\p{N}°₂]+/u).filter((one) => one !== '')
const term = (one: string) => {
  const low = one.toLowerCase()
  if (SAYS_NOTHING.has(low)) return null
  // One spelling for one word: "heating", "heats" and "heat" are asked for alike.
  return low.replace(/(?<=\p{L}{3})(ing|ed|es|s)$/u, '')
}

/** Built once for a library and asked many times. */
export function librarySearch(profiles: readonly Profile[]): LibrarySearch {
  const families = new MiniSearch<{ id: number; name: string; seen: string; says: string; settings: string }>({
    fields: ['name', 'seen', 'says', 'settings'],
    tokenize: words,
    processTerm: term,
    searchOptions: { boost: { name: 6, seen: 3 }, prefix: true, combineWith: 'AND' },
  })
  families.addAll(
    profiles.map((profile, id) => ({
      id,
      name: `${profile.maker} ${profile.family} ${profile.id} ${(profile.seen?.plate ?? []).join(' ')}`,
      seen: profile.seen?.looks ?? '',
      says: `${profile.kind} ${profile.description}`,
      settings: profile.settings.map((one) => `${one.code ?? ''} ${one.label}`).join(' '),
    })),
  )
  const needs = new MiniSearch<{ id: string; label: string; meaning: string; called: string; values: string }>({
    fields: ['label', 'meaning', 'called', 'values'],
    tokenize: words,
    processTerm: term,
    searchOptions: {
      boost: { label: 3, called: 3, values: 1.5 },
      prefix: (one) => one.length > 2,
      fuzzy: (one) => (one.length > 4 ? 0.2 : false),
    },
  })
  needs.addAll(
    ROLES.map((role) => ({
      id: role.id,
      label: `${role.label} ${role.word}`,
      meaning: role.meaning,
      called: ROLE_WORDS[role.id] ?? '',
      values: role.values.kind === 'choice' ? Object.values(role.values.options).join(' ') : '',
    })),
  )
  const byRole = spellingsByRole(profiles)
  return {
    families: (question) => {
      if (question.trim() === '') return [...profiles]
      return families.search(question).flatMap((hit) => {
        // A question in a whole sentence meets some list of labels by chance: that is for `needs` to answer.
        const byChance =
          hit.queryTerms.length > 2 && Object.values(hit.match).every((fields) => fields.every((one) => one === 'settings'))
        return byChance ? [] : (profiles[hit.id] ?? [])
      })
    },
    needs: (question) => {
      const hits = needs.search(question)
      const best = hits[0]?.score ?? 0
      // Far weaker hits share one common word with the question and nothing else.
      return hits
        .filter((hit) => hit.score >= best * 0.45)
        .slice(0, 6)
        .flatMap((hit) => {
          const role = roleOf(String(hit.id))
          return role ? [{ role, families: byRole.get(role.id) ?? [] }] : []
        })
    },
  }
}

function spellingsByRole(profiles: readonly Profile[]): Map<string, NeedAnswer[]> {
  const byRole = new Map<string, NeedAnswer[]>()
  for (const profile of profiles) {
    for (const setting of profile.settings) {
      const role = setting.role === undefined ? null : roleOf(setting.role)
      if (!role) continue
      const answers = byRole.get(role.id) ?? []
      byRole.set(role.id, answers)
      const last = answers.at(-1)
      if (last?.profile === profile) last.settings.push(setting)
      else answers.push({ profile, settings: [setting] })
    }
  }
  return byRole
}

/** What can be seen on site. */
export interface Seen {
  plate: string
  looks: string
  wires: number | null
}

interface Recognised {
  profile: Profile
  /** What of it was seen. */
  because: string[]
}

/** Which families it may be, by what can be seen: a fragment of the model code, the looks, the number of wires. */
export function recognise(profiles: readonly Profile[], search: LibrarySearch, seen: Seen): Recognised[] {
  const plate = plain(seen.plate)
  const looks = new Set(seen.looks.trim() === '' ? [] : search.families(seen.looks).map((one) => one.id))
  const hits = profiles.map((profile) => {
    const because: string[] = []
    let score = 0
    const fragment = plate === '' ? undefined : fits(profile, plate)
    if (fragment) {
      because.push(`plate ${fragment}`)
      score += 4
    }
    if (looks.has(profile.id)) {
      because.push('looks')
      score += 2
    }
    if (seen.wires !== null && profile.seen?.wires === seen.wires) {
      because.push(`${seen.wires} wires`)
      score += 1
    }
    return { profile, because, score }
  })
  return hits
    .filter((one) => one.score > 0)
    .sort((a, b) => b.score - a.score)
    .map(({ profile, because }) => ({ profile, because }))
}

/** Two characters at least: a single letter is on every plate. */
function fits(profile: Profile, plate: string): string | undefined {
  if (plate.length < 2) return undefined
  return [...(profile.seen?.plate ?? []), profile.family].find((one) => {
    const known = plain(one)
    return known.includes(plate) || plate.includes(known)
  })
}

const plain = (text: string) => text.toLowerCase().replace(/[^a-z0-9]/g, '')
