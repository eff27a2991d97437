import { idOfKey, type KeypadMachine, keyWords, type Place, planKeys, settableOn, startState, wantsVersion } from '@ingle/core'
import { machineOf } from '@ingle/record'
import { type LedgerRow, toSet } from '../../ledger/ledger.ts'
import { seenAt } from '../../ledger/standsAt.ts'
import type { PlacedSection } from '../../sheet.ts'
import type { SystemDevice } from '../../visit/devices.ts'
import type { VisitView } from '../../visit/visitView.ts'

/** What stands on a device, as far as anybody looked: as it spells it, by need. */
const seenOn = (ledger: readonly LedgerRow[], place: Place): Record<string, string> =>
  Object.fromEntries(
    ledger.flatMap((row) => {
      const seen = row.place === place ? seenAt(row) : null
      return seen ? [[idOfKey(row.key), seen.value]] : []
    }),
  )

/** What rows are to be set to, by need. */
export const wantedOf = (rows: readonly LedgerRow[]): Record<string, string> =>
  Object.fromEntries(rows.map((row) => [row.id, row.aim?.value ?? '']))

/** A device whose keys are described, with what is still to be set on it. */
interface KeyStop {
  key: string
  view: VisitView
  device: SystemDevice
  machine: KeypadMachine
  rows: LedgerRow[]
  found: Record<string, string>
}

export function keyStops(view: VisitView): KeyStop[] {
  const waiting = toSet(view.ledger)
  const partners = view.devices.map((one) => one.profile.id)
  return view.devices.flatMap((device) => {
    // A device on a wall: its version is its own, and nobody has read it yet.
    const machine = machineOf(device.profile, partners, null, view.units)
    if (!machine) return []
    const settable = settableOn(machine)
    return [
      {
        key: `${view.system.id} ${device.place}`,
        view,
        device,
        machine,
        rows: waiting.filter((row) => row.place === device.place && settable.has(row.id)),
        found: seenOn(view.ledger, device.place),
      },
    ]
  })
}

/**
 * Which keys, for paper: what is still to be set, from as it was found; where nothing is, the way from factory values to
 * how it was left, for the day when a device has lost its memory or is exchanged for one like it.
 */
export function keysSections(view: VisitView): PlacedSection[] {
  const waiting = toSet(view.ledger)
  const partners = view.devices.map((one) => one.profile.id)
  return view.devices.flatMap(({ place, profile }): PlacedSection[] => {
    const machine = machineOf(profile, partners, null, view.units)
    if (!machine) return []
    const stands = seenOn(view.ledger, place)
    const open = waiting.filter((row) => row.place === place)
    const wanted = open.length > 0 ? Object.fromEntries(open.map((row) => [idOfKey(row.key), row.aim?.value ?? ''])) : stands
    const settable = settableOn(machine)
    const reachable = Object.fromEntries(Object.entries(wanted).filter(([id]) => settable.has(id)))
    const plan = planKeys(machine, startState(machine, open.length > 0 ? stands : {}), reachable)
    const rule = wantsVersion(machine)
    if (rule && Object.keys(reachable).length > 0)
      return [
        {
          title: `Which keys on the ${profile.family}`,
          card: 'keys',
          blocks: [
            {
              kind: 'lines',
              lines: [
                `Its installer page asks for a code that follows from “${rule.shows}” (like ${rule.example}): read it, and work the code out first. A wrong code, tried a few times, locks it.`,
              ],
              empty: '',
            },
          ],
        },
      ]
    if (!plan.ok || plan.value.steps.length === 0) return []
    return [
      {
        title:
          open.length > 0
            ? `Which keys on the ${profile.family}, for what is still to be set`
            : `Which keys on the ${profile.family}, from factory values to this`,
        card: 'keys',
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
