import { type ItemId, type RunId, type SystemId } from '@ingle/record'
import { HERE, Pen, SYSTEM, uuid, VISIT } from '@ingle/record/testing'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { viewOf } from '../../testing/view.ts'
import { closeDraft, handOverOf, openSinceClose, visitHandOver } from './list.ts'

const TODAY = '2026-11-25'
const OTHER: SystemId = uuid(12)
const ITEM: ItemId = uuid(81)
const box = (settings: object[], more: object = {}) => ({
  format: 'ingle-profile/1',
  id: 'own-box',
  version: 1,
  maker: 'Nobody',
  family: 'Box',
  kind: 'thermostat',
  description: '',
  settings,
  cautions: [],
  ...more,
})
const setting = (role: string, values: string[], means: Record<string, string>, more: object = {}) => ({
  role,
  label: role,
  values,
  means,
  access: '',
  ...more,
})

function site(settings: object[] = []) {
  const pen = new Pen()
  pen.write('site.set', { name: 'Lamp Yard' })
  for (const systemId of [SYSTEM, OTHER]) pen.write('system.set', { systemId, name: systemId === SYSTEM ? 'One' : 'Two' })
  if (settings.length > 0) pen.write('profile.use', { systemId: SYSTEM, place: 'controller', profile: box(settings) })
  pen.write('visit.start', { visitId: VISIT, reason: '' })
  pen.write('note.add', { ...HERE, text: 'here', standing: 'fine' })
  return pen
}
const says = (pen: Pen, standing: 'open' | 'done' = 'open') =>
  handOverOf(viewOf(pen.changes), TODAY)
    .filter((one) => one.standing === standing && !one.tick)
    .map((one) => one.says)
const closing = (pen: Pen, more: { owner?: string; until?: string } = {}) => {
  const v = viewOf(pen.changes)
  return closeDraft(v.visit, visitHandOver(v, TODAY), { owner: '', until: '', today: TODAY, ...more })
}

describe('what stands in the way', () => {
  it('a password from the factory, until it is replaced', () => {
    const pen = site([setting('service.password', ['1234', 'own'], { '1234': 'factory', own: 'own' }, { default: '1234' })])
    expect(says(pen)).toContain('Nobody looked whether the Box still has the password from the factory')
    pen.write('setting.set', { ...HERE, role: 'service.password', place: 'controller', column: 'found', value: '1234' })
    expect(says(pen)).toContain('The Box still has the password from the factory')
    pen.write('setting.set', { ...HERE, role: 'service.password', place: 'controller', column: 'left', value: 'own' })
    expect(says(pen, 'done')).toContain('The Box has a password of its own')
  })
  it('a hold that is on, and one that is off', () => {
    const pen = site([setting('time.hold', ['on', 'off'], { on: 'held', off: 'run' })])
    pen.write('setting.set', { ...HERE, role: 'time.hold', place: 'controller', column: 'found', value: 'on' })
    expect(says(pen)).toContain('A hold is on: the program does not run')
    pen.write('setting.set', { ...HERE, role: 'time.hold', place: 'controller', column: 'left', value: 'off' })
    expect(says(pen, 'done')).toContain('No hold is on')
  })
  it('what was found off its aim and never left, and what was left away from it without a reason', () => {
    const pen = site([setting('fan.mode', ['A', 'B'], { A: 'auto', B: 'on' })])
    pen.write('aim.set', { ...HERE, role: 'fan.mode', place: 'controller', value: 'auto', why: 'quiet', from: 'hand' })
    pen.write('setting.set', { ...HERE, role: 'fan.mode', place: 'controller', column: 'found', value: 'B' })
    expect(says(pen)).toContain('Fan mode was found at B and never left at its aim')
    pen.write('setting.set', { ...HERE, role: 'fan.mode', place: 'controller', column: 'left', value: 'B' })
    expect(says(pen)).toContain('Fan mode was left away from its aim, and nobody said why')
    pen.write('setting.set', {
      ...HERE,
      role: 'fan.mode',
      place: 'controller',
      column: 'left',
      value: 'B',
      why: 'the owner likes it',
    })
    expect(says(pen).filter((one) => one.startsWith('Fan mode'))).toEqual([])
  })
  it('an open item is answered for by a name and a day, and no longer once the day is past', () => {
    const pen = site()
    pen.write('item.open', { ...HERE, itemId: ITEM, text: 'Larger grille.' })
    expect(says(pen)).toContain('Larger grille, and nobody takes it on')
    pen.write('item.hand-on', { ...HERE, itemId: ITEM, to: 'owner', until: '2026-12-24' })
    expect(handOverOf(viewOf(pen.changes), TODAY).find((one) => one.id.startsWith('item'))).toMatchObject({
      explained: 'owner until 2026-12-24',
    })
    expect(handOverOf(viewOf(pen.changes), '2026-12-25').find((one) => one.id.startsWith('item'))?.says).toContain(
      'should have done it by 2026-12-24',
    )
    pen.write('item.close', { ...HERE, itemId: ITEM, how: 'fitted' })
    expect(says(pen)).toEqual([])
  })
  it('a visit that was closed before any of it was asked is asked for nothing now', () => {
    const pen = site([setting('service.password', ['1234', 'own'], { '1234': 'factory', own: 'own' }, { default: '1234' })])
    pen.write('check.set', { ...HERE, checkId: 'panels-back', done: true })
    pen.write('visit.close', { visitId: VISIT })
    expect(handOverOf(viewOf(pen.changes), TODAY)).toMatchObject([{ id: 'tick-panels-back', standing: 'done' }])
  })
  it('a tick that it was closed over, after it was closed too', () => {
    const pen = site([])
    const draft = closing(pen, { owner: 'JT', until: '2026-12-24' })
    if (!draft.ok) throw new Error('does not close')
    const before = handOverOf(viewOf(pen.changes), TODAY)
    pen.write(draft.value.kind, draft.value.body as never)
    expect(before.some((one) => one.tick === 'panels-back')).toBe(true)
    expect(handOverOf(viewOf(pen.changes), TODAY)).toEqual(before)
  })
  it('every line opens a stage that there is', () => {
    const pen = site([setting('fan.mode', ['A'], { A: 'auto' })])
    for (const one of handOverOf(viewOf(pen.changes), TODAY))
      expect(one.opens).toMatch(/^(survey|power|airflow|zones|settings|comfort|fresh-air|times|proof|hand-over)/)
  })
})

describe('closing', () => {
  it('with something open asks for a name and a day, and takes neither a past one nor none', () => {
    const pen = site()
    expect(closing(pen)).toMatchObject({ ok: false, code: 'close-without-owner' })
    expect(closing(pen, { owner: 'JT', until: 'soon' })).toMatchObject({ ok: false, code: 'close-without-day' })
    expect(closing(pen, { owner: 'JT', until: '2026-11-01' })).toMatchObject({ ok: false, code: 'close-day-past' })
    const closed = closing(pen, { owner: 'JT', until: '2026-12-01' })
    expect(closed).toMatchObject({ ok: true, value: { body: { owner: 'JT', until: '2026-12-01' } } })
  })
  it('counts every machine of the visit, not only the one that is looked at', () => {
    const pen = site()
    for (const checkId of ['panels-back', 'power-restored', 'card-in-panel'])
      pen.write('check.set', { ...HERE, checkId, done: true })
    expect(closing(pen)).toMatchObject({ ok: true, value: { body: { open: [] } } })
    pen.write('note.add', { visitId: VISIT, systemId: OTHER, text: 'here too', standing: 'fine' })
    expect(closing(pen)).toMatchObject({ ok: false })
  })
  it('what comes up after it was closed, by another hand, is named', () => {
    const pen = site()
    const draft = closing(pen, { owner: 'JT', until: '2026-12-01' })
    if (draft.ok) pen.write('visit.close', draft.value.body as never)
    const since = () => {
      const v = viewOf(pen.changes)
      return openSinceClose(v.visit, visitHandOver(v, TODAY)).map(({ item }) => item.says)
    }
    expect(since()).toEqual([])
    pen.write('item.open', { ...HERE, itemId: ITEM, text: 'Rattle' })
    expect(since()).toEqual(['Rattle, and nobody takes it on'])
  })

  it('no sequence of changes closes a visit over an open point that nobody explained', () => {
    const acts = fc.constantFrom('tick', 'untick', 'item', 'hand-on', 'done', 'fix', 'skip', 'run', 'other', 'found', 'left')
    fc.assert(
      fc.property(fc.array(acts, { maxLength: 14 }), fc.boolean(), (all, named) => {
        const pen = site([setting('fan.mode', ['A', 'B'], { A: 'auto', B: 'on' })])
        pen.write('aim.set', { ...HERE, role: 'fan.mode', place: 'controller', value: 'auto', why: 'quiet', from: 'hand' })
        let n = 0
        for (const act of all) {
          n += 1
          if (act === 'tick' || act === 'untick')
            pen.write('check.set', { ...HERE, checkId: n % 2 ? 'panels-back' : 'power-restored', done: act === 'tick' })
          if (act === 'item') pen.write('item.open', { ...HERE, itemId: uuid(200 + n), text: `thing ${n}` })
          if (act === 'hand-on')
            pen.write('item.hand-on', {
              ...HERE,
              itemId: uuid(200 + n - 1),
              to: 'JT',
              until: n % 2 ? '2026-12-01' : '2026-01-01',
            })
          if (act === 'done') pen.write('item.close', { ...HERE, itemId: uuid(200 + n - 1), how: 'done' })
          if (act === 'fix')
            pen.write('fix.put', {
              ...HERE,
              fixId: uuid(300 + n),
              what: 'clamp',
              part: 'damper',
              instead: 'damper motor',
              cannot: 'move',
              undo: 'off',
            })
          if (act === 'skip') pen.write('test.skip', { ...HERE, testId: 'heat-call', reason: 'late' })
          if (act === 'run') pen.write('test.start', { ...HERE, runId: uuid<RunId>(400 + n), testKey: 'heat-call@1' })
          if (act === 'other') pen.write('note.add', { visitId: VISIT, systemId: OTHER, text: 'x', standing: 'fine' })
          if (act === 'found')
            pen.write('setting.set', {
              ...HERE,
              role: 'fan.mode',
              place: 'controller',
              column: 'found',
              value: n % 2 ? 'A' : 'B',
            })
          if (act === 'left')
            pen.write('setting.set', { ...HERE, role: 'fan.mode', place: 'controller', column: 'left', value: n % 2 ? 'A' : 'B' })
        }
        const v = viewOf(pen.changes)
        const systems = visitHandOver(v, TODAY)
        const open = systems.flatMap((one) => one.open)
        const draft = closeDraft(v.visit, systems, { owner: named ? 'JT' : '', until: named ? '2026-12-31' : '', today: TODAY })
        expect(draft.ok).toBe(open.length === 0 || named)
        if (!draft.ok) return
        pen.write('visit.close', draft.value.body as never)
        const after = viewOf(pen.changes)
        expect(after.visit.closing?.open).toHaveLength(open.length)
        if (open.length > 0) expect(after.visit.closing).toMatchObject({ owner: 'JT', until: '2026-12-31' })
        expect(openSinceClose(after.visit, visitHandOver(after, TODAY))).toEqual([])
      }),
      { numRuns: 80 },
    )
  })
})
