import { type Fact, meaningAs } from '@ingle/core'
import { meaningAt, rowFor, seenAt, standsAt } from '../../ledger/standsAt.ts'
import { burnsIn } from '../../visit/plant.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { isRoof } from '../freshair/roof.ts'

/** What a system has, as far as devices, ledger and what was said of it tell: tests are chosen by it. */
export function factsOf(v: VisitView): ReadonlySet<Fact> {
  const there = kept.get(v)
  if (there) return there
  const made = workOut(v)
  kept.set(v, made)
  return made
}

const kept = new WeakMap<VisitView, ReadonlySet<Fact>>()

function workOut(v: VisitView): ReadonlySet<Fact> {
  const { devices, ledger, system } = v
  const { kind, heatStages, coolStages, controller } = v.wired.kind
  const has = new Set<Fact>()
  const add = (fact: Fact, when: boolean) => {
    if (when) has.add(fact)
  }
  // Asked for three dozen times: every need that there is, and everything that one begins with.
  const ids = new Set<string>()
  for (const { id } of ledger) for (let at = id.length; at > 0; at = id.lastIndexOf('.', at - 1)) ids.add(id.slice(0, at))
  const any = (id: string) => ids.has(id)
  const meaning = <const Id extends string>(id: Id) => meaningAt(ledger, id)
  const isDriven = devices.length > 0
  const burns = burnsIn(devices, v.here)
  const electric = (system.heaterKw ?? 0) > 0
  // Of a rooftop unit of which only the economizer is named nobody knows how it heats.
  const isTold = v.here.wiring.set.kind !== undefined || any('system.kind') || any('system.reversing')
  const pumps = isDriven && (kind === 'heat-pump' || kind === 'dual-fuel') && (isTold || !isRoof(v))
  const isMechanical = any('fan.on-at')
  const heats = burns || electric || (isDriven && kind !== 'cool-only')
  const cools =
    isDriven && kind !== 'heat-only' && coolStages > 0 && (kind !== 'furnace' || system.capacityTons !== null) && !isMechanical
  add('heat', heats)
  add('cool', cools)
  add('gas', burns)
  add('heat-pump', pumps)
  add('reversing-valve', pumps && (any('system.reversing') || controller.valveSet !== null))
  add('second-heat', heats && (heatStages === 2 || any('control.second-stage') || any('control.upstage-time')))
  add('second-cool', cools && coolStages === 2)
  add('auxiliary', pumps && (electric || burns))
  add('electric-heat', electric)
  add('fan-limit', isMechanical)
  for (const mode of ['heat', 'cool'] as const) {
    // What the fan should do: as it was left, else as it is aimed at, else as somebody saw it.
    const row = rowFor(ledger, `fan.satisfied.${mode}`)
    const should = row ? ((row.left ? standsAt(row)?.meaning : row.aim?.meaning) ?? standsAt(row)?.meaning ?? 'off') : null
    const stops = isMechanical || (row ? should === 'off' : isDriven && !isRoof(v))
    add(`satisfied-${mode}`, stops && (mode === 'heat' ? heats : cools))
    add(`satisfied-runs-${mode}`, !stops && row !== undefined)
    add(`delays-${mode}`, any(`fan.delay.on.${mode}`) || any(`fan.delay.off.${mode}`))
  }
  add('changeover', any('control.changeover') && heats && cools)
  add('ramp', any('airflow.ramp'))
  add('warm-start', any('fan.wait-for-warm') && meaning('fan.wait-for-warm') !== 'no')
  add('defrost', any('defrost'))
  add('damper', isRoof(v))
  add('economizer', any('freshair.changeover'))
  add('co2', any('freshair.co2'))
  add('exhaust', any('freshair.exhaust'))
  add('alarm', any('freshair.alarm'))
  add('drying', any('control.dehumidify') && meaning('control.dehumidify') !== 'off')
  const inputs = ledger.filter((row) => row.id.startsWith('input.function.'))
  add('input', inputs.length > 0)
  add(
    'remote',
    inputs.some((row) => meaningAs('input.function', seenAt(row)?.meaning) === 'remote'),
  )
  add('clock', any('time.program') || any('time.clock') || any('time.start'))
  add('sensor', any('sensor'))
  add('zones', system.zones.length > 0)
  add(
    'force',
    devices.some(({ profile }) => (profile.force ?? []).length > 0),
  )
  return has
}
