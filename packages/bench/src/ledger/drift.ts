import { list, PLACE_WORDS, SCOPE_WORDS } from '@ingle/core'
import type { SiteState, SystemState, VisitState } from '@ingle/record'
import { devicesOf } from '../visit/devices.ts'
import type { VisitView } from '../visit/visitView.ts'
import type { LedgerRow } from './ledger.ts'
import { type Stood, stoodAt, visitBefore } from './stood.ts'

/** A setting that is not as the last visit left it. */
export interface Drift {
  key: string
  label: string
  before: Stood
  now: string
  /** Who or what may have changed it, likeliest first. */
  causes: string[]
}

/** What changed since last time: found on this visit against how the visits before it ended. */
export function driftOf({ state, system, visit, ledger, devices }: VisitView): Drift[] {
  const last = visitBefore(state, system.id, visit)
  if (!last) return []
  const devicesThen = devicesOf(state, system, last).map((one) => `${one.place} ${one.profile.id}`)
  return ledger.flatMap((row) => {
    if (!row.found) return []
    const before = stoodAt(state, system.id, row.key, last)
    if (!before || before.entry.value === row.found.value) return []
    const replaced =
      !devicesThen.includes(`${row.place} ${row.device.id}`) && devicesThen.some((one) => one.startsWith(row.place))
    return [
      {
        key: row.key,
        label: row.label,
        before,
        now: row.found.value,
        causes: causesOf(state, system, visit, row, replaced && devices.length > 0),
      },
    ]
  })
}

function causesOf(state: SiteState, system: SystemState, visit: VisitState, row: LedgerRow, replaced: boolean): string[] {
  const { setting } = row
  const now = row.found?.value
  const causes: string[] = []
  if (replaced) causes.push(`${PLACE_WORDS[row.place]} was replaced since.`)
  if (setting.default !== undefined && now === setting.default)
    causes.push(
      setting.volatile
        ? 'It is the factory value, and a power cut brings that back.'
        : 'It is the factory value: a reset, or a new board.',
    )
  if (setting.scope && setting.scope !== 'unit') {
    const others = state.systems.filter(
      (one) => one.id !== system.id && stoodAt(state, one.id, row.key, visit)?.entry.value === now,
    )
    if (others.length > 0)
      causes.push(
        `It reaches ${SCOPE_WORDS[setting.scope]}: it may have been set at ${list(others.slice(0, 3).map((one) => one.name))}.`,
      )
  }
  if (setting.open) causes.push('Anyone at the wall can change it.')
  if (causes.length === 0) causes.push('Somebody who knows the installer menu, or a reading that was wrong last time.')
  return causes
}
