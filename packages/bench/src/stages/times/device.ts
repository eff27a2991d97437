import {
  type DeviceSetting,
  type HeldProgram,
  heldProgram,
  holdingOf,
  type MeaningOf,
  meaningAs,
  type ProgramForm,
  type ProgramHolding,
  sayDays,
} from '@ingle/core'
import type { Profile } from '@ingle/record'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { seenAt, standsAt } from '../../ledger/standsAt.ts'
import type { SystemDevice } from '../../visit/devices.ts'
import type { VisitView } from '../../visit/visitView.ts'

/** Whose times count for a system: the device that has a program, or the set points that are held. */
export interface TimesDevice {
  device: SystemDevice
  form: (ProgramForm & Profile['program']) | null
  rows: ReadonlyMap<string, LedgerRow>
}

const known = new WeakMap<readonly LedgerRow[], TimesDevice | null>()

export function timesDevice(v: Pick<VisitView, 'devices' | 'ledger'>): TimesDevice | null {
  const there = known.get(v.ledger)
  if (there !== undefined) return there
  const device =
    v.devices.find((one) => one.profile.program) ??
    v.devices.find((one) => v.ledger.some((row) => row.place === one.place && row.id.startsWith('setpoint.'))) ??
    null
  const made = device && {
    device,
    form: (device.profile.program ?? null) as TimesDevice['form'],
    rows: new Map(v.ledger.filter((row) => row.place === device.place).map((row) => [row.id, row])),
  }
  known.set(v.ledger, made)
  return made
}

/** How a program is looked at: as somebody found it, as it stands now, as it is aimed at. */
export type HeldAs = 'found' | 'stands' | 'aimed'

const aimedMeaning = (row: LedgerRow): string | null =>
  row.aim?.value
    ? (standsAt({ ...row, left: { value: row.aim.value } as never })?.meaning ?? null)
    : (standsAt(row)?.meaning ?? null)

/** A setting's meaning by need, on that device. */
export const meaningIn =
  ({ rows }: TimesDevice, as: HeldAs) =>
  <const Id extends string>(id: Id): MeaningOf<Id> | null => {
    const row = rows.get(id)
    if (!row) return null
    return meaningAs(id, as === 'aimed' ? aimedMeaning(row) : standsAt(as === 'found' ? { ...row, left: null } : row)?.meaning)
  }

/** What that device follows. */
export const heldProgramOf = (times: TimesDevice, as: HeldAs): HeldProgram =>
  heldProgram(times.form, meaningIn(times, as), (id) => times.rows.has(id))

/** Rows of the program itself: starts, set points, lines. */
export const isSlot = ({ id }: Pick<LedgerRow, 'id'>): boolean =>
  /^time\.(start|heat-start|cool-start|heat-set|cool-set|on|off|act\.)/.test(id)

export const slotRows = ({ rows }: TimesDevice): LedgerRow[] => [...rows.values()].filter(isSlot)

/** Whether anybody looked at any place of it. */
export const isProgramSeen = (times: TimesDevice): boolean => slotRows(times).some((row) => seenAt(row) !== null)

export const settingIn =
  ({ rows }: TimesDevice) =>
  (id: string): DeviceSetting | null =>
    rows.get(id)?.setting ?? null

/** How far apart heating and cooling have to be: as it stands, else as shipped. */
export function leastGapF(times: TimesDevice): number | null {
  const number = Number(meaningIn(times, 'aimed')('control.dead-band') ?? Number.NaN)
  return Number.isFinite(number) ? number : null
}

/** Ways in which this device can divide the week, with what it can hold in each. */
export function holdingsOf(times: TimesDevice): { divided: string | null; holding: ProgramHolding }[] {
  const { form, rows } = times
  if (form?.shape !== 'periods') return []
  const row = rows.get('time.program')
  const ways = row
    ? row.setting.values.map((value) => row.setting.means?.[value] ?? value).filter((one) => one !== 'none')
    : [null]
  return ways.flatMap((divided) => {
    const holding = holdingOf(form, divided, settingIn(times), leastGapF(times))
    return holding ? [{ divided, holding }] : []
  })
}

/** Whether a period of it can be switched off. */
export const canBeOff = (times: TimesDevice): boolean =>
  slotRows(times).some((row) => Object.values(row.setting.means ?? {}).includes('off'))

/** How a device holds times, in a sentence. */
export function formSaid({ form, rows }: TimesDevice): string {
  if (!form) return 'No program: it holds one set point until somebody changes it.'
  const apart = form.starts === 'separate' ? 'heating and cooling apart' : 'heating and cooling at the same times'
  if (form.shape === 'periods') {
    const row = rows.get('time.program')
    const ways = row
      ? row.setting.values.filter((one) => (row.setting.means?.[one] ?? one) !== 'none').join(' or ')
      : (form.groups ?? [[0, 6]]).map(([a, b]) => sayDays(Array.from({ length: b - a + 1 }, (_, i) => a + i))).join(' / ')
    const start = rows.get(form.starts === 'separate' ? 'time.heat-start.11' : 'time.start.11')?.setting.range
    return `${form.count} periods a day (${ways}), ${apart}${start ? `, in steps of ${start.step} min` : ''}.`
  }
  if (form.shape === 'timer')
    return `A timer: on and off ${form.count === 1 ? 'once' : `${form.count} times`} a day, and no set points.`
  return `A list of ${form.count} dated lines: on, off or set points, each with its days and its dates.`
}
