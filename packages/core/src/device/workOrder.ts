import type { ResolvedSetting } from './resolve.ts'

/** One setting to be set, and what has to be so before. */
interface OrderedStep {
  key: string
  /** Why it stands where it does; empty when its place does not matter. */
  because: string[]
}

/**
 * A legal order for settings to be set: what others require comes first, what needs the power off is done together,
 * what appears only after a restart comes after what makes it appear, and a heater has its tap before
 * cooling has another. Settings that wait for one another in a ring
 * cannot be ordered; they are named. Source: Kahn's topological sort, ties broken by power, restart and ledger order.
 */
export function workOrder(rows: readonly ResolvedSetting[]): { steps: OrderedStep[]; ring: string[] } {
  const before = new Map<string, Map<string, string>>()
  for (const row of rows) {
    const waits = new Map<string, string>()
    for (const tie of row.setting.requires ?? []) {
      const other = sameDeviceFirst(rows, row, tie.of)
      if (other) waits.set(other.key, `${other.label} first: ${tie.why}`)
    }
    const appears = row.setting.needs?.appearsAfter
    const maker = appears === undefined ? undefined : sameDeviceFirst(rows, row, appears)
    if (maker)
      waits.set(
        maker.key,
        `It appears only once ${maker.label} is set${maker.setting.needs?.restart ? ' and the power has been off' : ''}.`,
      )
    // A heater that blows with the cooling tap loses its air with it: its own tap is set before that one is lowered.
    const heat = row.id === 'airflow.cool' ? rows.find((one) => one.id === 'airflow.heat' && one.place === row.place) : undefined
    if (heat && mayBlowWithCooling(heat) && !waitsFor(heat, row))
      waits.set(heat.key, `${heat.label} first: until it has a tap of its own, the heater blows with this one.`)
    before.set(row.key, waits)
  }
  const turn = (row: ResolvedSetting) =>
    row.setting.needs?.powerOff ? 0 : row.setting.needs?.restart ? 1 : row.setting.needs?.stopped ? 2 : 3
  const steps: OrderedStep[] = []
  const done = new Set<string>()
  const asked = new Set<string>()
  const open = rows.map((row, i) => ({ row, i, turn: turn(row) })).sort((a, b) => a.turn - b.turn || a.i - b.i)
  while (open.length > 0) {
    const at = open.findIndex(({ row }) => [...(before.get(row.key)?.keys() ?? [])].every((key) => done.has(key)))
    if (at < 0) break
    const [next] = open.splice(at, 1)
    if (!next) break
    done.add(next.row.key)
    steps.push({
      key: next.row.key,
      because: [...lookUp(next.row, asked), ...(before.get(next.row.key)?.values() ?? []), ...needsOf(next.row)],
    })
  }
  return { steps, ring: open.map(({ row }) => row.key) }
}

/** A heating tap that may stand at “same”: the heater then blows with the cooling tap. */
const mayBlowWithCooling = ({ setting }: ResolvedSetting): boolean =>
  setting.values.some((one) => (setting.means?.[one] ?? one) === 'same')

const waitsFor = (row: ResolvedSetting, other: ResolvedSetting): boolean =>
  (row.setting.requires ?? []).some((tie) => tie.of === other.id || tie.of === other.setting.code) ||
  row.setting.needs?.appearsAfter === other.id

function sameDeviceFirst(rows: readonly ResolvedSetting[], row: ResolvedSetting, of: string): ResolvedSetting | undefined {
  const named = rows.filter(
    (one) => one.key !== row.key && (one.id === of || (one.place === row.place && one.setting.code === of)),
  )
  return named.find((one) => one.place === row.place) ?? named[0]
}

/** A menu behind a service code needs that code once, before the first of its settings. */
function lookUp({ device, place, setting }: ResolvedSetting, asked: Set<string>): string[] {
  if (!device.serviceCode || setting.open || asked.has(place)) return []
  asked.add(place)
  return [`Look up the service code first: it follows from “${device.serviceCode.shows}”.`]
}

/** What has to be so while it is set. */
export function needsOf(row: Pick<ResolvedSetting, 'setting'>): string[] {
  const { needs } = row.setting
  const out: string[] = []
  if (needs?.powerOff) out.push('Power off, proved dead: it is read when power returns.')
  if (needs?.stopped) out.push('The unit must be stopped.')
  if (needs?.waitS) out.push(`Wait ${needs.waitS < 120 ? `${needs.waitS} s` : `${Math.round(needs.waitS / 60)} min`} afterwards.`)
  if (needs?.restart) out.push('It takes effect after a power cycle.')
  return out
}
