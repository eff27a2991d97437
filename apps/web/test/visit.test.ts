import { airflowRows } from '@ingle/bench'
import { HOUSE_RULES, profileById } from '@ingle/catalog'
import { BASE_UNITS, nextMove, parseJot, showIn } from '@ingle/core'
import { type Change, findSystem, findVisit, fold, ledgerOf, pictureOf, systemVisit } from '@ingle/record'
import { beforeEach, describe, expect, it } from 'vitest'
import { jotContextOf, withAim } from '../src/visit/jotContext.ts'
import { HANDOVER_CHECKS, stagesOf } from '../src/visit/stages.ts'
import type { Visit } from '../src/visit/useVisit.ts'

const SITE = '00000000-0000-4000-8000-000000000001'
const HERE = { systemId: '00000000-0000-4000-8000-000000000002', visitId: '00000000-0000-4000-8000-000000000003' }
const TRY = '00000000-0000-4000-8000-000000000004'

let changes: Change[]
const write = (kind: Change['kind'], body: object, id = crypto.randomUUID()) => {
  changes.push({
    id,
    siteId: SITE,
    at: new Date(Date.UTC(2026, 10, 24, 8, changes.length)).toISOString(),
    by: 'MR',
    kind,
    body,
  } as unknown as Change)
}

/** What a stage of the visit is given, from the changes so far. */
function visitNow(): Visit {
  const state = fold(SITE, changes)
  const [system, visit] = [findSystem(state, HERE.systemId), findVisit(state, HERE.visitId)]
  if (!system || !visit) throw new Error('The visit is not begun')
  const here = systemVisit(visit, system.id)
  const picture = pictureOf(state, system, visit)
  const show = showIn(BASE_UNITS)
  const ledger = ledgerOf(state, system, visit, picture)
  return {
    state,
    system,
    visit,
    here,
    picture,
    show,
    units: BASE_UNITS,
    move: nextMove(picture, show),
    ledger,
    blowerRows: airflowRows(ledger),
  } as Visit
}
const stages = () => {
  return Object.fromEntries(stagesOf(visitNow()).map((stage) => [stage.id, stage]))
}

beforeEach(() => {
  changes = []
  write('site.set', { name: 'Quay', altitudeFt: 310 })
  write('system.set', { systemId: HERE.systemId, name: 'AH-1' })
  write('visit.start', { visitId: HERE.visitId, reason: 'x' })
})

function surveyed(): void {
  write('profile.use', { systemId: HERE.systemId, profile: profileById('merrowby-vx-42') })
  write('rules.use', { systemId: HERE.systemId, rules: HOUSE_RULES.slice(0, 1) })
  write('system.set', { systemId: HERE.systemId, capacityTons: 3.5, heaterKw: 9 })
  write('part.set', {
    systemId: HERE.systemId,
    partId: crypto.randomUUID(),
    role: 'return-grille',
    name: 'return',
    widthIn: 24,
    heightIn: 24,
    freeArea: 0.68,
  })
  write('complaint.set', { ...HERE, text: 'none' })
}

describe('the stage ladder', () => {
  it('begins with nothing looked at', () => {
    expect(stages()).toMatchObject({
      survey: { standing: 'not-looked-at', done: 0, of: 6 },
      airflow: { standing: 'not-looked-at', of: 0 },
      'hand-over': { standing: 'not-looked-at', done: 0, of: HANDOVER_CHECKS.length },
    })
  })
  it('counts what the survey knows', () => {
    write('system.set', { systemId: HERE.systemId, capacityTons: 3.5 })
    expect(stages().survey).toMatchObject({ standing: 'found', done: 1 })
    surveyed()
    expect(stages().survey).toMatchObject({ standing: 'proved', done: 6 })
  })
  it('follows the ledger on the airflow stage', () => {
    surveyed()
    const set = (role: string, column: string, value: string, why: string | null = null) =>
      write('setting.set', { ...HERE, role, column, value, why })
    write('try.start', { ...HERE, tap: '3', adjustPct: 0, filter: 'clean' }, TRY)
    write('reading.probes', { ...HERE, tryId: TRY, supply: 0.2, return: -0.25 })
    expect(stages().airflow).toMatchObject({ standing: 'found', done: 0, of: 4 })
    set('airflow.cool', 'left', '2')
    expect(stages().airflow).toMatchObject({ standing: 'watch' })
    set('airflow.cool', 'left', '3')
    for (const [role, value] of [
      ['airflow.heat', 'same'],
      ['airflow.adjust', '0'],
      ['airflow.ramp', 'B'],
    ] as const)
      set(role, 'left', value)
    expect(stages().airflow).toMatchObject({ standing: 'set', done: 4 })
    for (const role of ['airflow.cool', 'airflow.heat', 'airflow.adjust', 'airflow.ramp']) set(role, 'proof', 'seen')
    expect(stages().airflow).toMatchObject({ standing: 'proved', done: 4 })
  })
  it('has a key of its own for each stage', () => {
    const keys = Object.values(stages()).map((stage) => stage.key)
    expect(new Set(keys).size).toBe(keys.length)
    expect(keys).not.toContain('r')
  })
  it('ticks off the handing over', () => {
    for (const [id] of HANDOVER_CHECKS) write('check.set', { ...HERE, checkId: id, done: true })
    expect(stages()['hand-over']).toMatchObject({ standing: 'proved', done: 5 })
    write('check.set', { ...HERE, checkId: 'panels-back', done: false })
    expect(stages()['hand-over']).toMatchObject({ standing: 'found', done: 4 })
  })
})

describe('what the jot line knows', () => {
  it('has no taps before the equipment is named, and says so', () => {
    expect(parseJot('tap 3', jotContextOf(visitNow()))).toMatchObject({
      state: 'wrong',
      reason: 'This system has no blower table yet.',
    })
  })
  it('has this system’s taps, settings and grilles, and wants first what the advice wants', () => {
    surveyed()
    const context = jotContextOf(visitNow())
    expect(context.taps).toEqual(['1', '2', '3', '4', '5'])
    expect(context.settings.map((one) => one.word)).toEqual(['cool', 'heat', 'adjust', 'ramp'])
    expect(context.grilles).toEqual([{ name: 'return', side: 'return', widthIn: 24, heightIn: 24, freeArea: 0.68 }])
    expect(context.wanted).toEqual(['tap ', 'found cool ', 'esp ', 'filter ', 'split ', 'grille '])
  })
  it('wants less as more is read', () => {
    surveyed()
    write('setting.set', { ...HERE, role: 'airflow.cool', column: 'found', value: '5' })
    write('try.start', { ...HERE, tap: '3', adjustPct: 0, filter: 'clean' }, TRY)
    write('reading.probes', { ...HERE, tryId: TRY, supply: 0.2, return: -0.25, 'before-filter': -0.05, 'after-filter': -0.15 })
    expect(jotContextOf(visitNow()).wanted).toEqual(['split ', 'grille '])
  })
})

describe('a left value that differs from its aim', () => {
  const read = (line: string) => {
    const visit = visitNow()
    return withAim(parseJot(line, jotContextOf(visit)), visit)
  }
  beforeEach(() => {
    surveyed()
    write('try.start', { ...HERE, tap: '3', adjustPct: 0, filter: 'clean' }, TRY)
    write('reading.probes', { ...HERE, tryId: TRY, supply: 0.2, return: -0.25 })
  })
  it('is held until it says why', () => {
    expect(read('left cool 5')).toMatchObject({
      state: 'incomplete',
      needs: expect.stringMatching(/^the aim is 3 .* say why 5$/),
    })
    expect(read('left cool 5 because the owner asked')).toMatchObject({ state: 'ready', intent: { why: 'the owner asked' } })
  })
  it('and one that is the aim, or has none, goes through', () => {
    expect(read('left cool 3')).toMatchObject({ state: 'ready' })
    expect(read('left adjust 0')).toMatchObject({ state: 'ready' })
    expect(read('found cool 5')).toMatchObject({ state: 'ready' })
  })
})
