import { idOfKey, keyWords, planKeys, settableOn, startState } from '@ingle/core'
import { type LedgerRow, machineOf, type SystemDevice, toSet } from '@ingle/record'
import type { SheetSection } from './sheet.ts'

/**
 * Which keys, for paper: what is still to be set, from as it was found; where nothing is, the way from factory values to
 * how it was left, for the day when a device has lost its memory or is exchanged for one like it.
 */
export function keysSections(devices: readonly SystemDevice[], ledger: readonly LedgerRow[]): SheetSection[] {
  const partners = devices.map((one) => one.profile.id)
  const waiting = toSet(ledger)
  return devices.flatMap(({ place, profile }): SheetSection[] => {
    const machine = machineOf(profile, partners)
    if (!machine) return []
    const here = ledger.filter((row) => row.place === place)
    const stands = Object.fromEntries(
      here.flatMap((row) => {
        const value = row.left?.value ?? row.found?.value
        return value === undefined ? [] : [[idOfKey(row.key), value]]
      }),
    )
    const open = waiting.filter((row) => row.place === place)
    const wanted = open.length > 0 ? Object.fromEntries(open.map((row) => [idOfKey(row.key), row.aim?.value ?? ''])) : stands
    const settable = settableOn(machine)
    const reachable = Object.fromEntries(Object.entries(wanted).filter(([id]) => settable.has(id)))
    const plan = planKeys(machine, startState(machine, open.length > 0 ? stands : {}), reachable)
    if (!plan.ok || plan.value.steps.length === 0) return []
    return [
      {
        title:
          open.length > 0
            ? `Which keys on the ${profile.family}, for what is still to be set`
            : `Which keys on the ${profile.family}, from factory values to this`,
        blocks: [
          {
            kind: 'table',
            head: ['', 'Step', 'Keys', 'Reads'],
            rows: plan.value.steps.map((step, i) => [
              String(i + 1),
              step.says,
              keyWords(machine, step.events).join('  '),
              step.reads === '' ? '(dark)' : step.reads,
            ]),
            figures: [0],
            empty: '',
          },
        ],
      },
    ]
  })
}
