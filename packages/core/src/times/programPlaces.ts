import type { DeviceSetting } from '../device/setting.ts'
import { sayDays } from './clockText.ts'
import { actionId, groupsOf, type ProgramForm, slotId } from './deviceProgram.ts'

/** What the places of a program can be set to, as its manual prints it. */
export interface PlacesOf {
  stepMin: number
  clock: '12 h clock' | '24 h clock'
  degrees: '°F' | '°C'
  stepDegrees: number
  /** Lowest and highest set point, in those degrees; null: it has none. */
  heat: readonly [low: number, high: number] | null
  cool: readonly [low: number, high: number] | null
  /** What it shows for a period that is off; empty: periods are never off. */
  off: string
  access: string
  source: string
}

const DATES = { min: 1, max: 366, step: 1 }
const DAY_SETS = ['daily', 'mo-fr', 'mo-sa', 'tu-fr', 'tu-sa', 'sa-su', 'mo', 'tu', 'we', 'th', 'fr', 'sa', 'su']

/** Every place of a program as a setting of its own, in the order in which it is gone through. */
export function programPlaces(form: ProgramForm, of: PlacesOf): DeviceSetting[] {
  const { access, source } = of
  const shared = { access, source, open: true }
  const time = (role: string, label: string, canBeOff: boolean): DeviceSetting => ({
    role,
    label,
    values: canBeOff && of.off !== '' ? [of.off] : [],
    ...(canBeOff && of.off !== '' && { means: { [of.off]: 'off' } }),
    range: { min: 0, max: Math.floor(1439 / of.stepMin) * of.stepMin, step: of.stepMin, unit: of.clock },
    ...shared,
  })
  const set = (role: string, label: string, [min, max]: readonly [number, number]): DeviceSetting => ({
    role,
    label,
    values: [],
    range: { min, max, step: of.stepDegrees, unit: of.degrees },
    ...shared,
  })
  if (form.shape === 'actions')
    return Array.from({ length: form.count }, (_, i) => i + 1).flatMap((line) => [
      { role: actionId('do', line), label: `Line ${line} does`, values: ['none', 'on', 'off', 'set'], ...shared },
      time(actionId('at', line), `Line ${line} at`, false),
      { role: actionId('days', line), label: `Line ${line} days`, values: DAY_SETS, ...shared },
      {
        role: actionId('from', line),
        label: `Line ${line} first day`,
        values: [],
        range: { ...DATES, unit: 'day.month' },
        ...shared,
      },
      {
        role: actionId('to', line),
        label: `Line ${line} last day`,
        values: [],
        range: { ...DATES, unit: 'day.month' },
        ...shared,
      },
      ...(of.heat ? [set(actionId('heat', line), `Line ${line} heat`, of.heat)] : []),
      ...(of.cool ? [set(actionId('cool', line), `Line ${line} cool`, of.cool)] : []),
    ])
  const groups = groupsOf(form, null) ?? []
  return groups.flatMap(([first, last], g) => {
    const days = sayDays(Array.from({ length: last - first + 1 }, (_, i) => first + i))
    return Array.from({ length: form.count }, (_, p) => p).flatMap((p): DeviceSetting[] => {
      const name = `${days} ${p + 1}`
      if (form.shape === 'timer')
        return [time(slotId('on', g, p), `${name} on`, true), time(slotId('off', g, p), `${name} off`, true)]
      const sets = { heat: of.heat, cool: of.cool }
      const channels = (['heat', 'cool'] as const).filter((one) => sets[one] !== null)
      if (form.starts === 'separate')
        return channels.flatMap((one) => [
          time(slotId(`${one}-start`, g, p), `${name} ${one}, from`, true),
          set(slotId(`${one}-set`, g, p), `${name} ${one}`, sets[one] as readonly [number, number]),
        ])
      return [
        time(slotId('start', g, p), `${name}, from`, true),
        ...channels.map((one) => set(slotId(`${one}-set`, g, p), `${name} ${one}`, sets[one] as readonly [number, number])),
      ]
    })
  })
}

/** Groups of days that are typed: `mo-fr, sa-su`; null where they do not make a week from Monday on, each day once. */
export function readGroups(ranges: readonly (readonly number[])[]): [number, number][] | null {
  let next = 0
  const out: [number, number][] = []
  for (const days of ranges) {
    const [first = -1, last = -1] = [days[0], days.at(-1)]
    if (first !== next || days.length !== last - first + 1) return null
    out.push([first, last])
    next = last + 1
  }
  return next === 7 ? out : null
}
