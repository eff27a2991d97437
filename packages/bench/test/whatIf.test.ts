import { DEMO_SITES } from '@ingle/catalog/demo'
import { BASE_UNITS } from '@ingle/core'
import { type ChangeKind, fold, parseChange, type SiteId, type SystemState, type VisitState } from '@ingle/record'
import { Pen } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { visitOf } from '../src/index.ts'
import { tidy, told } from './told.ts'

const NOW = new Date('2026-11-24T10:15:00Z')
type Written = readonly (readonly [kind: ChangeKind, body: (on: object) => object])[]

/** What somebody may still write down on a visit, and what then changes in every stage. */
const WHAT_IF: Record<string, Written> = {
  'less capacity': [['system.set', (on) => ({ ...on, capacityTons: 0.5 })]],
  'no heater': [['system.set', (on) => ({ ...on, heaterKw: 0 })]],
  'a heater of 9.04 kW': [['system.set', (on) => ({ ...on, heaterKw: 9.04 })]],
  'another tap, adjusted': [
    ['try.start', (on) => ({ ...on, tap: '2', adjustPct: -10, filter: 'clean' })],
    ['note.add', (on) => ({ ...on, text: 'quieter', standing: 'fine' })],
  ],
  'a tap that nobody named': [['try.start', (on) => ({ ...on, tap: null, adjustPct: 0, filter: 'as-found' })]],
  'the coil with less air': [
    [
      'cooling.set',
      (on) => ({ ...on, dryingPct: 45, superheatF: 20, subcoolingF: 4, wantedSuperheatF: 12, wantedSubcoolingF: 10 }),
    ],
  ],
  'a fan behind a drive': [
    [
      'drive.set',
      (on) => ({
        ...on,
        baseHz: 50,
        minHz: 15,
        maxHz: 55,
        baseFlowCfm: 2400,
        baseStaticInWc: 1.2,
        basePowerW: 1500,
        baseRpm: 1100,
        airF: 40,
      }),
    ],
  ],
  'a drive without its density': [['drive.set', (on) => ({ ...on, baseFlowCfm: 1200 })]],
  'a furnace that fires': [
    [
      'firing.set',
      (on) => ({
        ...on,
        inputBtuH: 80_000,
        efficiencyPct: 80,
        returnF: 66,
        supplyF: 118,
        riseLowF: 35,
        riseHighF: 65,
        toStartS: 42,
        startSupplyF: 112,
      }),
    ],
    [
      'firing.set',
      (on) => ({ ...on, lowInputBtuH: 52_000, lowReturnF: 66, lowSupplyF: 100, lossBtuH: 30_000, warmUpFPerH: 3, setbackF: 5 }),
    ],
  ],
  'a clocked meter': [
    [
      'firing.set',
      (on) => ({
        ...on,
        inputBtuH: 80_000,
        efficiencyPct: 80,
        riseLowF: 35,
        riseHighF: 65,
        meterFt3: 2,
        meterS: 92,
        heatingValueBtuFt3: 1030,
        flowCfm: 1100,
      }),
    ],
  ],
  'one check ticked, one step of making dead confirmed': [
    ['check.set', (on) => ({ ...on, checkId: 'panels-back', done: true })],
    ['check.set', (on) => ({ ...on, checkId: 'isolation.told', done: true })],
  ],
  'a cooling tap found, left and proved': [
    ['setting.set', (on) => ({ ...on, role: 'airflow.cool', column: 'found', value: '2' })],
    ['setting.set', (on) => ({ ...on, role: 'airflow.cool', column: 'left', value: '3', why: 'quieter' })],
    ['setting.set', (on) => ({ ...on, role: 'airflow.cool', column: 'proof', value: 'seen at the board' })],
  ],
  'a float on the first input, proved': [
    ['contact.set', (on) => ({ ...on, place: 'equipment', input: '1', device: 'float switch', rests: 'closed' })],
    ['setting.set', (on) => ({ ...on, role: 'input.function.1', column: 'left', value: 'fault' })],
    ['setting.set', (on) => ({ ...on, role: 'input.function.1', column: 'proof', value: 'tripped' })],
  ],
  'a heater of 15 kW': [['system.set', (on) => ({ ...on, heaterKw: 15 })]],
  'an outlet of nothing in a zone': [
    ['zone.set', (on) => ({ ...on, zoneId: '00000000-0000-4000-8000-00000000aa01', name: 'Loft' })],
    [
      'outlet.set',
      (on) => ({
        ...on,
        outletId: '00000000-0000-4000-8000-00000000aa02',
        zoneId: '00000000-0000-4000-8000-00000000aa01',
        name: 'slot',
        widthIn: 0,
        heightIn: 4,
      }),
    ],
  ],
  'heat alone, wired right': [
    [
      'wiring.set',
      (on) => ({
        ...on,
        kind: 'heat-only',
        heatStages: 1,
        coolStages: 0,
        transformers: 1,
        splitPower: false,
        controllerPower: 'battery',
        cable: 2,
      }),
    ],
    ['wire.set', (on) => ({ ...on, column: 'found', wire: 'red', controller: 'R', board: 'equipment', terminal: 'R' })],
    ['wire.set', (on) => ({ ...on, column: 'found', wire: 'white', controller: 'W1', board: 'equipment', terminal: 'W1' })],
  ],
  'a heat pump, wired wrong': [
    [
      'wiring.set',
      (on) => ({
        ...on,
        kind: 'heat-pump',
        heatStages: 1,
        coolStages: 1,
        transformers: 1,
        reversing: 'cool',
        splitPower: true,
        controllerPower: 'battery',
        valve: 'O and B',
        cable: 4,
      }),
    ],
    ['wire.set', (on) => ({ ...on, column: 'found', wire: 'red', controller: 'R', board: 'equipment', terminal: 'R' })],
    ['wire.set', (on) => ({ ...on, column: 'found', wire: 'blue', controller: 'B', board: 'equipment', terminal: 'O' })],
    ['bridge.set', (on) => ({ ...on, column: 'found', board: 'controller', a: 'Rc', b: 'Rh', there: true })],
  ],
}

const lines = (v: ReturnType<typeof visitOf>) => JSON.stringify(told(v), tidy, 1).split('\n')

/** Lines of the second that the first has not as often, under the last line above them that both have at the margin. */
function news(before: readonly string[], after: readonly string[]): string[] {
  const left = new Map<string, number>()
  for (const line of before) left.set(line, (left.get(line) ?? 0) + 1)
  let part = ''
  const out: string[] = []
  for (const line of after) {
    if (/^ "/.test(line)) part = line
    const count = left.get(line) ?? 0
    if (count > 0) left.set(line, count - 1)
    else out.push(out.length > 0 && out.at(-2) === part ? line : `${part.trim()} ${line.trim()}`)
  }
  return out
}

describe('what one thing more that is written down changes', () => {
  it.each(DEMO_SITES.map((one) => [one.id, one] as const))('on demo site %s', async (_, site) => {
    const changes = site.changes(NOW)
    const state = fold(site.id, changes)
    const [system, visit] = [state.systems[0] as SystemState, state.visits.at(-1) as VisitState]
    const on = { systemId: system.id, visitId: visit.id }
    const view = (more: readonly unknown[]) => {
      const then = fold(site.id, [...changes, ...(more as typeof changes)])
      const here = then.visits.find((one) => one.id === visit.id) as VisitState
      return visitOf({ state: then, system: then.systems[0] as SystemState, visit: here, units: BASE_UNITS })
    }
    const before = lines(view([]))
    const said = Object.entries(WHAT_IF).map(([name, written]) => {
      const pen = new Pen(site.id as SiteId, NOW.getTime(), 7)
      for (const [kind, body] of written) pen.write(kind as never, body(on) as never)
      for (const change of pen.changes) expect(parseChange(change, NOW.getTime() + 3_600_000)).toMatchObject({ ok: true })
      return [`## ${name}`, ...news(before, lines(view(pen.changes))), ''].join('\n')
    })
    await expect(said.join('\n')).toMatchFileSnapshot(`./whatIf/${state.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.txt`)
  })
})
