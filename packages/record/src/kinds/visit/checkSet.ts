import 'reflect-metadata'
import { IsBoolean, Matches, MaxLength } from 'class-validator'
import { kind } from '../kind.ts'
import { KEY, OnVisit } from '../onVisit.ts'

/** Steps of making dead are checks too: what each says on the trail. */
const ISOLATION_WORDS: ReadonlyMap<string, string> = new Map([
  ['isolation.told', 'whoever is in the building was told'],
  ['isolation.gas', 'gas shut'],
  ['isolation.open', 'every disconnect open'],
  ['isolation.locked', 'locked and tagged'],
  ['isolation.discharged', 'waited for stored charge'],
  ['isolation.dead', 'proved dead'],
])

class CheckSet extends OnVisit {
  @Matches(KEY) @MaxLength(60) checkId!: string
  @IsBoolean() done!: boolean
}

export const checkSet = kind('check.set', {
  body: CheckSet,
  says: ({ checkId, done }) => {
    const isolation = ISOLATION_WORDS.get(checkId)
    if (isolation) return `isolation: ${isolation}${done ? '' : ', taken back'}`
    return `${checkId.replaceAll('-', ' ')}: ${done ? 'done' : 'not done'}`
  },
  fold(into, { at, body }) {
    const here = into.here(body)
    if (!here) return
    here.checks[body.checkId] = body.done
    here.checkedAt[body.checkId] = at
  },
})
