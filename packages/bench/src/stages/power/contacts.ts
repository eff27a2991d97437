import { type ContactJudgement, type InputContact, judgeContact, safetyKindNamed } from '@ingle/core'
import type { ContactState } from '@ingle/record'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { rowFor, seenAt } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'

/** The settings that say what an input does. */
export const inputRows = ({ ledger }: VisitView): LedgerRow[] => ledger.filter((row) => /^input\.function\.[\w-]+$/.test(row.id))

/** The number of an input, as in `input.function.1`. */
export const inputNumber = (row: LedgerRow): string => row.id.split('.').at(-1) ?? '1'

/** Units that a trip may reach: those that hang together with this one. Others on the site have nothing to do with it. */
const unitsAlong = ({ state, system }: VisitView): number =>
  state.twins.find((one) => one.systemIds.includes(system.id))?.systemIds.length ?? 1

interface JudgedContact {
  number: string
  contact: InputContact
  /** What hangs on it, as somebody wrote it; empty while nobody did. */
  device: string
  /** Nobody said what it protects from: its words did. */
  guessed: boolean
  judged: ContactJudgement
}

/** What it protects from: as somebody said, else by its words. */
const kindOf = (hung: ContactState | undefined): InputContact['kind'] => {
  if (!hung?.device) return null
  return hung.protects === 'nobody' ? null : (hung.protects ?? safetyKindNamed(hung.device))
}

/** What hangs on an input, and what happens when it trips. */
export function contactOf(v: VisitView, row: LedgerRow): JudgedContact {
  const number = inputNumber(row)
  const hung = v.here.contacts[`${row.place} ${number}`]
  const device = hung?.device ?? ''
  const stands = (id: string): string | null => seenAt(rowFor(v.ledger, id, row.place))?.meaning ?? null
  const scope = rowFor(v.ledger, `input.scope.${number}`, row.place)
  const contact: InputContact = {
    device: device || 'contact',
    rests: hung?.rests ?? null,
    does: stands(row.id) as InputContact['does'],
    acts: stands(`input.sense.${number}`) as InputContact['acts'],
    reach: scope ? (stands(scope.id) as InputContact['reach']) : 'one',
    kind: kindOf(hung),
  }
  return { number, device, contact, guessed: hung?.protects === undefined, judged: judgeContact(contact, unitsAlong(v)) }
}
