import { profileById } from '@ingle/catalog'
import { COMPLAINTS, type ComplaintId, runRoom } from '@ingle/core'
import { HERE, Pen, SYSTEM, VISIT } from '@ingle/record/testing'
import { expect, it } from 'vitest'
import { judgeComplaint, type WayIn, wayIn } from '../src/stages/comfort/complaints.ts'
import { viewOf } from '../src/testing/view.ts'

/**
 * Every complaint as it is ranked on one house: to be read by somebody who knows the trade, and to see in the difference
 * what a change of a figure does. When it is meant: `npm run unit -- -u packages/bench`.
 */
type Answer = readonly [trial: string, answer: 'yes' | 'no']
type Found = readonly [role: string, value: string, place: 'controller' | 'equipment']

function house(way: ComplaintId, found: readonly Found[], room: object, answers: readonly Answer[]) {
  const pen = new Pen()
  pen.write('site.set', { name: 'Quay', climate: 'damp coast' })
  pen.write('system.set', { systemId: SYSTEM, name: 'AH', capacityTons: 2, heaterKw: 5 })
  pen.write('profile.use', {
    systemId: SYSTEM,
    place: 'equipment',
    profile: profileById(way === 'auxiliary-all-day' ? 'merrowby-vx-42' : 'aldergate-gx-80'),
  })
  pen.write('profile.use', { systemId: SYSTEM, place: 'controller', profile: profileById('fenwarm-p2') })
  pen.write('visit.start', { visitId: VISIT, reason: '' })
  pen.write('wiring.set', { ...HERE, kind: 'heat-pump', heatStages: 1 })
  pen.write('room.set', { systemId: SYSTEM, areaFt2: 1000, kind: 'usual', ...room })
  pen.write('complaint.set', { ...HERE, text: '', way })
  for (const [role, value, place] of found) pen.write('setting.set', { ...HERE, place, role, column: 'found', value })
  for (const [trial, answer] of answers) pen.write('trial.set', { ...HERE, trial, answer })
  return viewOf(pen.changes)
}

/** Settings that speak for their causes, and the others that speak against them. */
const FOR: readonly Found[] = [
  ['control.differential', 'wide', 'controller'],
  ['control.cycle-rate', '6', 'controller'],
  ['control.changeover', 'no', 'controller'],
  ['control.compressor-lockout', '30', 'controller'],
  ['control.aux-droop', 'near', 'controller'],
  ['control.aux-lockout', '60', 'controller'],
  ['control.emergency-heat', 'yes', 'controller'],
  ['control.min-off', '2', 'controller'],
  ['control.min-on', '2', 'controller'],
  ['fan.mode', 'on', 'controller'],
  ['time.recovery', 'off', 'controller'],
  ['fan.delay.off.heat', '200', 'equipment'],
  ['fan.delay.on.heat', '10', 'equipment'],
  ['control.second-stage', 'oFF', 'equipment'],
]
const AGAINST: readonly Found[] = [
  ['control.differential', 'narrow', 'controller'],
  ['control.cycle-rate', '3', 'controller'],
  ['control.changeover', 'yes', 'controller'],
  ['control.changeover-band', '4', 'controller'],
  ['control.compressor-lockout', '0', 'controller'],
  ['control.aux-droop', 'far', 'controller'],
  ['control.aux-lockout', '40', 'controller'],
  ['control.emergency-heat', 'no', 'controller'],
  ['control.min-off', '5', 'controller'],
  ['control.min-on', '5', 'controller'],
  ['fan.mode', 'auto', 'controller'],
  ['time.recovery', 'on', 'controller'],
  ['fan.delay.off.heat', '110', 'equipment'],
  ['fan.delay.on.heat', '50', 'equipment'],
  ['control.second-stage', 'AUt', 'equipment'],
]
const NO_ROOM = {}
const ROOM_FOR = { gap: 'open', sun: 'afternoon', furnace: 'other-duct', other: 'above' }
const ROOM_AGAINST = { gap: 'sealed', sun: 'none', furnace: 'here', other: 'below' }

/** What a cause changes in the room that is run: leaf by leaf. */
function changes(before: unknown, after: unknown, path = ''): string[] {
  const isBranch = (one: unknown) => typeof one === 'object' && one !== null
  if (isBranch(before) && isBranch(after)) {
    const [a, b] = [before as Record<string, unknown>, after as Record<string, unknown>]
    return [...new Set([...Object.keys(a), ...Object.keys(b)])].flatMap((key) => changes(a[key], b[key], `${path}.${key}`))
  }
  return JSON.stringify(before) === JSON.stringify(after) ? [] : [`${path.slice(1)} ${short(before)} → ${short(after)}`]
}
const short = (value: unknown) => (typeof value === 'number' ? Number(value.toPrecision(6)) : JSON.stringify(value))

const shares = (way: WayIn, v: ReturnType<typeof house>) => {
  const { causes, trials } = judgeComplaint(v, way, {})
  return `${causes.map((one) => `${one.id} ${(one.share ?? 0).toFixed(4)}`).join(', ')} | ${trials.map((one) => `${one.id} ${one.bits.toFixed(4)}`).join(', ')}`
}

it.each(Object.keys(COMPLAINTS) as ComplaintId[])('%s is ranked as it was', async (id) => {
  // Of another storey nothing can be run until one is named.
  const plain = house(id, [], id === 'storeys' ? { other: 'above' } : NO_ROOM, [])
  const way = wayIn(plain) as WayIn
  const { trials, causes } = judgeComplaint(plain, way, {})
  const [first] = way.runs
  const lines = [
    COMPLAINTS[id],
    '',
    ...causes.map((one) => `${one.id}: ${one.says} ${one.mend}`),
    ...trials.map((one) => `${one.id}: ${one.asks} ${one.how}`),
    '',
    `nothing known: ${shares(way, plain)}`,
    `all speaks for: ${shares(way, house(id, FOR, ROOM_FOR, []))}`,
    `all speaks against: ${shares(way, house(id, AGAINST, ROOM_AGAINST, []))}`,
    ...trials.flatMap(({ id: trial }) =>
      (['yes', 'no'] as const).map((answer) => `${trial} ${answer}: ${shares(way, house(id, [], NO_ROOM, [[trial, answer]]))}`),
    ),
    '',
    ...way.runs.map((one) => `${one.cause}: ${changes(first?.system, one.system).slice(0, 12).join('; ') || 'the first'}`),
    '',
    ...way.runs.map(({ cause, system }) => {
      const run = runRoom(system, { ...way.options, stepS: 5 })
      const figures = run.ok ? { [cause]: run.value.figures } : {}
      return `${cause} alone: ${judgeComplaint(plain, way, figures).causes.find((one) => one.id === cause)?.why ?? 'shows it'}`
    }),
  ]
  await expect(`${lines.join('\n')}\n`).toMatchFileSnapshot(`./complaints/${id}.txt`)
})

it.each(Object.keys(COMPLAINTS) as ComplaintId[])('%s: no mend slows a blower without a floor for its coil', (id) => {
  const plain = house(id, [], id === 'storeys' ? { other: 'above' } : NO_ROOM, [])
  for (const { id: cause, mend } of judgeComplaint(plain, wayIn(plain) as WayIn, {}).causes)
    if (/\b(?:slow(?:er|ing)? (?:the |heating )?(?:fan|blower|tap)|less air|air only down|lower tap)\b/i.test(mend))
      expect([cause, mend]).toEqual([cause, expect.stringMatching(/never under|lower end|inside|window/)])
})
it('damp with a split that is low at its flow speaks of coil and charge, or of wet air, and not of too much air', () => {
  const v = house('damp', [], NO_ROOM, [['damp.split', 'yes']])
  const { causes } = judgeComplaint(v, wayIn(v) as WayIn, {})
  const share = (cause: string) => causes.find((one) => one.id === cause)?.share ?? 0
  expect(causes[0]?.id).toBe('weak-coil')
  expect(share('leaks')).toBeGreaterThan(share('much-air'))
})
