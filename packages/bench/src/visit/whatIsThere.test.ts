import { profileById } from '@ingle/catalog'
import type { Profile } from '@ingle/record'
import { HERE, Pen, SYSTEM, uuid, VISIT } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { sawOf } from '../ledger/ledger.ts'
import { rowFor } from '../ledger/standsAt.ts'
import { airflow } from '../stages/airflow/airflow.ts'
import { delaysOf } from '../stages/airflow/delays.ts'
import { roofOf } from '../stages/freshair/roof.ts'
import { handOverOf } from '../stages/handOver/list.ts'
import { power } from '../stages/power/power.ts'
import { casesOf } from '../stages/proof/cases.ts'
import { factsOf } from '../stages/proof/facts.ts'
import { viewOf } from '../testing/view.ts'
import { jotContextOf } from './jotContext.ts'
import { jotLater } from './jotLater.ts'

const own = (kind: string, settings: Profile['settings']): Profile => ({
  format: 'ingle-profile/1',
  id: 'own',
  version: 1,
  maker: 'Own',
  family: 'X',
  kind,
  description: '',
  cautions: [],
  settings,
})
/** A system on its first visit, with devices by place. */
function view(devices: Readonly<Record<string, Profile>>, more: (pen: Pen) => void = () => undefined) {
  const pen = new Pen()
  pen.write('system.set', { systemId: SYSTEM, name: 'AH-1', capacityTons: 3 })
  for (const [place, profile] of Object.entries(devices))
    pen.write('profile.use', { systemId: SYSTEM, place: place as 'equipment', profile })
  pen.write('visit.start', { visitId: VISIT, reason: '' })
  more(pen)
  return viewOf(pen.changes)
}
const choice = (role: string, values: string[]): Profile['settings'][number] => ({ role, label: role, values, access: '' })

describe('what a system has decides what is asked of it', () => {
  it('a heater of any size has a limit to prove; none has none', () => {
    const ids = (kw: number) =>
      casesOf(view({}, (pen) => pen.write('system.set', { systemId: SYSTEM, heaterKw: kw }))).map((one) => one.key)
    expect(ids(0.8)).toContain('limit-electric')
    expect(ids(0)).not.toContain('limit-electric')
  })
  it('a rooftop unit that is known to burn is asked for its plate; one that may not burn, or whose plate is known, is not', () => {
    const ids = (more: (pen: Pen) => void) => airflow.findings(view({ equipment: own('rooftop', []) }, more)).map((one) => one.id)
    const burns = (pen: Pen) => pen.write('wiring.set', { ...HERE, kind: 'furnace' })
    expect(ids(() => undefined)).not.toContain('fire-unknown')
    expect(ids(burns)).toContain('fire-unknown')
    const known = ids((pen) => {
      burns(pen)
      pen.write('firing.set', { ...HERE, inputBtuH: 120_000, efficiencyPct: 80, riseLowF: 30, riseHighF: 60 })
    })
    expect(known).not.toContain('fire-unknown')
    expect(known).toContain('input-not-clocked')
  })
  it('one delay alone is a delay', () => {
    const one = own('furnace', [choice('fan.delay.off.heat', ['60', '90', '120'])])
    expect(delaysOf(view({ equipment: one }))).not.toBeNull()
    expect(delaysOf(view({ equipment: own('furnace', []) }))).toBeNull()
  })
  it('a board without an adjust has none on the jot line; one with an adjust says where it stands', () => {
    const plain = profileById('aldergate-gx-80')
    const adjusted = profileById('merrowby-hx-36')
    const without = { ...plain, settings: plain.settings.filter((one) => one.role !== 'airflow.adjust') }
    expect(jotContextOf(view({ equipment: without }), jotLater(view({ equipment: without }), 'airflow')).adjust).toBeNull()
    expect(jotContextOf(view({ equipment: adjusted }), jotLater(view({ equipment: adjusted }), 'airflow')).adjust).toMatchObject({
      stands: 0,
    })
  })
  it('the flow is aimed at within a tenth while no house rule was chosen', () => {
    const { picture } = view({ equipment: profileById('merrowby-hx-36') })
    expect([picture.input.rule.cfmPerTon, picture.input.rule.bandPct]).toEqual([400, 10])
  })
  it('a number on the display that no document explains is a row with that number', () => {
    const { ledger } = view({ controller: profileById('fenwarm-p2') }, (pen) =>
      pen.write('setting.set', { ...HERE, role: 'alone.47', place: 'controller', column: 'found', value: '3' }),
    )
    expect(ledger.find((one) => one.id === 'alone.47')).toMatchObject({ label: '47', need: 'alone', found: { value: '3' } })
  })
})

describe('what is wired follows from what is there', () => {
  const kindTold = (kind: string) =>
    view(
      { controller: own('thermostat', [choice('system.kind', ['heat-pump', 'dual-fuel', 'furnace', 'electric', 'cool-only'])]) },
      (pen) => pen.write('setting.set', { ...HERE, role: 'system.kind', place: 'controller', column: 'found', value: kind }),
    ).wired.kind.kind
  it.each(['heat-pump', 'dual-fuel', 'furnace', 'electric', 'cool-only'])('what the controller says: %s', (kind) =>
    expect(kindTold(kind)).toBe(kind),
  )
  it('a controller that is set for a heat pump before a furnace is set wrong: the furnace stays one', () => {
    const v = view(
      {
        controller: own('thermostat', [choice('system.kind', ['heat-pump', 'furnace'])]),
        equipment: { ...own('furnace', []), id: 'board' },
      },
      (pen) =>
        pen.write('setting.set', { ...HERE, role: 'system.kind', place: 'controller', column: 'found', value: 'heat-pump' }),
    )
    expect(v.wired.plant).toMatchObject({ kind: 'furnace', setFor: { kind: 'heat-pump' } })
    expect(power.findings(v).map((one) => one.says)).toEqual([
      'The controller is set for heat pump, before furnace with cooling.',
    ])
    expect(v.wired.findings.map((one) => one.key)).toEqual([])
  })
  it('what is set is taken where what stands there leaves it open, and a guess says that it is one', () => {
    const airHandler = (kind?: string) =>
      view(
        {
          controller: own('thermostat', [choice('system.kind', ['electric', 'furnace'])]),
          equipment: { ...own('air-handler', []), id: 'board' },
        },
        (pen) =>
          kind && pen.write('setting.set', { ...HERE, role: 'system.kind', place: 'controller', column: 'found', value: kind }),
      )
    expect(airHandler('electric').wired.plant).toMatchObject({ kind: 'electric', from: 'set' })
    expect(power.findings(airHandler('electric'))).toEqual([])
    expect(airHandler().wired.plant).toMatchObject({ kind: 'heat-pump', from: 'guess' })
    expect(airHandler('furnace').wired.plant).toMatchObject({ kind: 'heat-pump', from: 'guess' })
    expect(power.findings(airHandler('furnace'))).toHaveLength(1)
  })
  it('a rooftop unit with a defrost is a heat pump: no gas is asked for, and its heat is priced by the current', () => {
    const pump = own('rooftop', [choice('defrost.interval', ['30', '60', '90'])])
    const roof = (profile: Profile) =>
      view({ equipment: profile }, (pen) => {
        pen.write('roof.set', { systemId: SYSTEM, fullCfm: 2000, perKwh: 0.2, perTherm: 1.5 })
      })
    const v = roof(pump)
    expect(v.wired.plant).toMatchObject({ kind: 'heat-pump', from: 'equipment' })
    expect(factsOf(v).has('gas')).toBe(false)
    expect(handOverOf(v, '2026-12-02').map((one) => one.id)).not.toContain('gas-on')
    expect(roofOf(v).prices).toMatchObject({ efficiency: 2.5, perTherm: expect.closeTo((0.2 * 100_000) / 3412.14, 1) })
    const gas = roof(own('rooftop', []))
    expect(factsOf(gas).has('gas')).toBe(true)
    expect(roofOf(gas).prices).toMatchObject({ efficiency: 0.8, perTherm: 1.5 })
  })
  it('a rooftop unit burns gas, an air handler does not', () => {
    const with_ = (kind: string) => view({ equipment: own(kind, []) }).wired.kind.kind
    expect([with_('rooftop'), with_('furnace'), with_('air-handler')]).toEqual(['furnace', 'furnace', 'heat-pump'])
  })
  it.each([0, 1, 2] as const)('%i stages of heat, as the controller says', (count) => {
    const stages = own('thermostat', [choice('system.stages.heat', ['0', '1', '2'])])
    const { wired } = view({ controller: stages }, (pen) =>
      pen.write('setting.set', {
        ...HERE,
        role: 'system.stages.heat',
        place: 'controller',
        column: 'found',
        value: String(count),
      }),
    )
    expect(wired.kind.heatStages).toBe(count)
  })
})

describe('what a writer had before their eyes', () => {
  it('goes along, the shown entry first, sixty at most', () => {
    const { ledger } = view({ equipment: profileById('merrowby-hx-36') }, (pen) =>
      pen.write('setting.set', { ...HERE, role: 'airflow.cool', column: 'found', value: 'C' }),
    )
    const row = rowFor(ledger, 'airflow.cool')
    if (!row?.found) throw new Error('no row')
    const many = Array.from({ length: 80 }, (_, i) => uuid<never>(4000 + i))
    expect(sawOf(row, 'found')).toEqual([row.found.id])
    const saw = sawOf({ ...row, found: { ...row.found, saw: many } }, 'found')
    expect([saw.length, saw[0]]).toEqual([60, row.found.id])
  })
})
