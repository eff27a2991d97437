import { randomUUID } from 'node:crypto'
import { profileById } from '@ingle/catalog'
import {
  DEMO_SITES,
  HARBOUR_ID,
  HARBOUR_SYSTEM_ID,
  HARBOUR_VISIT_ID,
  LIBRARY_ID,
  LIBRARY_RTU1,
  LIBRARY_VISIT_ID,
} from '@ingle/catalog/demo'
import ModbusRTU from 'modbus-serial'
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import { freePort } from '../../../tools/postgres.mjs'
import { CrewData } from '../src/data/crewData.ts'
import { type Line, onLine } from '../src/gateway/modbus.ts'
import { type Fault, type StandIn, startStandIn } from '../src/gateway/standIn.ts'
import { type Bench, NOW, openBench } from './bench.ts'

let bench: Bench
let standIn: StandIn | null = null
beforeAll(async () => {
  bench = await openBench()
  const hall = DEMO_SITES.find((one) => one.id === HARBOUR_ID)
  await bench.data('lantern').importRecord(HARBOUR_ID, hall?.changes(NOW) ?? [], [], NOW.getTime())
  const library = DEMO_SITES.find((one) => one.id === LIBRARY_ID)
  await bench.data('lantern').importRecord(LIBRARY_ID, library?.changes(NOW) ?? [], [], NOW.getTime())
})
afterAll(() => bench.close())
afterEach(async () => {
  await standIn?.close()
  standIn = null
})

const DRIVE = { siteId: HARBOUR_ID, visitId: HARBOUR_VISIT_ID, systemId: HARBOUR_SYSTEM_ID, place: 'drive' }
const registerOf = (id: string) =>
  profileById('hollin-d7').gateway?.registers.find((one) => one.id === id)?.register ?? Number.NaN
const allow = async (port: number, as: 'mr' | 'jt' = 'jt', more: object = {}) =>
  bench.ask('POST', '/api/gateways', { as, body: { name: 'Roof', host: '127.0.0.1', port, unitId: 1, ...more } })
/** A simulated drive with a fault, and the id of its allowed address. */
const drive = async (fault: Fault = 'none'): Promise<{ id: string; standIn: StandIn }> => {
  standIn = await startStandIn(profileById('hollin-d7'), await freePort(), fault)
  return { id: ((await (await allow(standIn.port)).json()) as { id: string }).id, standIn }
}
const call = (id: string, what: 'read' | 'write', more: object = {}, as: 'mr' | 'eb' = 'mr') =>
  bench.ask('POST', `/api/gateways/${id}/${what}`, { as, body: { ...DRIVE, ...more } })
interface Answered {
  at: string
  settings: {
    id: string
    register: number
    value: string | null
    reason: string | null
    outcome: string
    now: string | null
    says: string
  }[]
}
const answered = async (answer: Response) => (await answer.json()) as Answered
const problem = async (answer: Response) => (await answer.json()) as { type: string; title: string; detail: string }
const write = (...pairs: [id: string, from: string | null, to: string][]) => ({
  wanted: pairs.map(([id, from, to]) => ({ id, from, to })),
})

describe('reading over a line', () => {
  it('gives every mapped setting with its register', async () => {
    const { id } = await drive()
    const { settings, at } = await answered(await call(id, 'read'))
    expect(at).toBe(NOW.toISOString())
    expect(settings).toContainEqual({ id: 'fan.step.low', register: 100, value: '50', reason: null })
    expect(settings).toContainEqual({ id: 'airflow.continuous', register: 104, value: 'off', reason: null })
    expect(settings).toHaveLength(profileById('hollin-d7').gateway?.registers.length ?? 0)
  })
  it('names a register that makes no sense, and keeps the others', async () => {
    const { id } = await drive('out-of-range')
    const { settings } = await answered(await call(id, 'read'))
    const bad = settings.filter((one) => one.value === null)
    expect(bad).toHaveLength(1)
    expect(bad[0]?.reason).toMatch(/reads 54321/)
  })
  it.each<[Fault, RegExp]>([
    ['other-device', /Another device answers: register 1 reads 1708, and a D7 says 1707/],
    ['slow', /took the connection and did not answer in time/],
    ['silent', /took the connection and did not answer in time/],
    ['garbage', /is not an answer that can be read|did not answer in time/],
  ])('%s: said in words, nothing taken', async (fault, says) => {
    const { id } = await drive(fault)
    const answer = await call(id, 'read')
    expect(answer.status).toBe(422)
    const { title, detail } = await problem(answer)
    expect(title).toMatch(says)
    expect(detail.length).toBeGreaterThan(20)
  })
  it('nobody there: said in words', async () => {
    const { id } = (await (await allow(await freePort())).json()) as { id: string }
    expect((await problem(await call(id, 'read'))).title).toMatch(/127\.0\.0\.1:\d+ is there and refuses the connection/)
  })
})

describe('writing over a line', () => {
  it('writes, reads back, and leaves alone what stands already', async () => {
    const { id, standIn: device } = await drive()
    const { settings } = await answered(
      await call(
        id,
        'write',
        write(['fan.step.low', '50', '62'], ['fan.step.mid', '75', '75'], ['airflow.continuous', 'off', '42']),
      ),
    )
    expect(settings.map((one) => [one.outcome, one.now])).toEqual([
      ['written', '62'],
      ['stood', '75'],
      ['written', '42'],
    ])
    expect(device.values.get('fan.step.low')).toBe('62')
  })
  it('stops at what somebody changed in between, and says what was not tried', async () => {
    const { id, standIn: device } = await drive()
    const { settings } = await answered(
      await call(id, 'write', write(['fan.step.low', '55', '62'], ['fan.step.mid', '75', '80'])),
    )
    expect(settings.map((one) => one.outcome)).toEqual(['changed-between', 'not-tried'])
    expect(settings[0]?.says).toMatch(/it was 55, and it reads 50 now\. Nothing was written/)
    expect(device.values.get('fan.step.low')).toBe('50')
  })
  it('a refused write half way: what went before stands, the refused one and the rest are named', async () => {
    const { id, standIn: device } = await drive('refuses')
    const { settings } = await answered(
      await call(id, 'write', write(['fan.step.low', '50', '62'], ['service.lock', '0', '1'], ['fan.step.mid', '75', '80'])),
    )
    expect(settings.map((one) => one.outcome)).toEqual(['written', 'refused', 'not-tried'])
    expect(device.values.get('fan.step.low')).toBe('62')
    expect(settings[1]?.says).toMatch(/it failed while doing it/)
  })
  it.each<[Fault, string, RegExp]>([
    ['drops', 'line-broke', /Whether it was written is not known: read again/],
    ['meddled', 'not-kept', /It took 1 and reads 0/],
  ])('%s at the second setting: the first stands, and what became of the second is said', async (fault, outcome, says) => {
    const { id } = await drive(fault)
    const { settings } = await answered(
      await call(id, 'write', write(['fan.step.low', '50', '62'], ['service.lock', '0', '1'], ['fan.step.mid', '75', '80'])),
    )
    expect(settings.map((one) => one.outcome)).toEqual(['written', outcome, 'not-tried'])
    expect(settings[1]?.says).toMatch(says)
  })
  it('a line that breaks while the first setting is read back: it was sent, and nobody says that nothing was written', async () => {
    const { id, standIn: device } = await drive('drops-after')
    const { settings } = await answered(
      await call(id, 'write', write(['fan.step.low', '50', '62'], ['fan.step.mid', '75', '80'])),
    )
    expect(settings.map((one) => one.outcome)).toEqual(['line-broke', 'not-tried'])
    expect(settings[0]?.says).toMatch(/It was sent, and could not be read back: read again/)
    expect(device.values.get('fan.step.low')).toBe('62')
  })
  it('a line that breaks before the second setting: the first stands, the second was not written yet', async () => {
    const { id, standIn: device } = await drive('drops-next')
    const { settings } = await answered(
      await call(id, 'write', write(['fan.step.low', '50', '62'], ['fan.step.mid', '75', '80'], ['service.lock', '0', '1'])),
    )
    expect(settings.map((one) => [one.id, one.outcome])).toEqual([
      ['fan.step.low', 'written'],
      ['fan.step.mid', 'line-broke'],
      ['service.lock', 'not-tried'],
    ])
    expect(settings[1]).toMatchObject({ register: 101, now: null, says: expect.stringMatching(/It was not written yet\.$/) })
    expect(settings[2]).toMatchObject({ says: 'Not tried.', now: null, register: registerOf('service.lock') })
    expect([device.values.get('fan.step.low'), device.values.get('fan.step.mid')]).toEqual(['62', '75'])
  })
  it('a line that is not there before the first setting is an answer, and nothing was written', async () => {
    const { id, standIn: device } = await drive()
    await device.close()
    const answer = await call(id, 'write', write(['fan.step.low', '50', '62']))
    expect([answer.status, (await problem(answer)).title]).toEqual([422, expect.stringMatching(/nothing listens on that port/)])
    expect(device.values.get('fan.step.low')).toBe('50')
  })
  it('what stands in no register is refused by name, and what comes after is not tried', async () => {
    const { id } = await drive()
    const { settings } = await answered(await call(id, 'write', write(['mode.fan', null, 'auto'], ['fan.step.low', '50', '62'])))
    expect(settings).toEqual([
      expect.objectContaining({ outcome: 'refused', register: 0, now: null, says: expect.stringContaining('no register') }),
      expect.objectContaining({ outcome: 'not-tried', register: 100 }),
    ])
  })
  it('is written into the log: by whom, where, and what became of each', async () => {
    const { id } = await drive()
    await call(id, 'write', write(['fan.step.low', '50', '62'], ['fan.step.mid', '70', '80']))
    expect(bench.log).toContainEqual(
      expect.objectContaining({
        msg: 'written over a gateway',
        gateway: 'Roof',
        by: 'MR',
        settings: ['fan.step.low: written', 'fan.step.mid: changed-between'],
      }),
    )
  })
  it('a fault of the server itself is none of the line', async () => {
    const { id } = await drive()
    const broken = vi.spyOn(CrewData.prototype, 'site').mockRejectedValueOnce(new Error('no table'))
    expect((await call(id, 'read')).status).toBe(500)
    broken.mockRestore()
    const lines = vi.spyOn(ModbusRTU.prototype, 'setID').mockImplementationOnce(() => {
      throw new TypeError('a fault of ours')
    })
    expect((await call(id, 'read')).status).toBe(500)
    lines.mockRestore()
  })
  it('a register that can only be read is not written', async () => {
    const { id } = await drive()
    const { settings } = await answered(await call(id, 'write', write(['service.password', null, 'own'])))
    expect(settings[0]).toMatchObject({ outcome: 'refused', says: expect.stringContaining('can only be read') })
  })
  it('a value that the setting cannot have is never sent', async () => {
    const { id, standIn: device } = await drive()
    const { settings } = await answered(await call(id, 'write', write(['fan.step.low', '50', '900'])))
    expect(settings[0]).toMatchObject({ outcome: 'refused', says: expect.stringContaining('cannot be 900') })
    expect(device.values.get('fan.step.low')).toBe('50')
  })
})

describe('the simulated drive', () => {
  const on = async <T>(work: (line: Line) => Promise<T>) => {
    const { standIn: device } = await drive()
    return onLine({ host: '127.0.0.1', port: device.port, unitId: 1 }, 400, work)
  }
  it('says who it is, and holds nothing where its map has nothing', async () =>
    expect([...(await on((line) => line.read([1, 9000]))).entries()]).toEqual([
      [1, 1707],
      [9000, 0],
    ]))
  it.each([
    ['a register that it has not', 9000, 1, 'it has no such register'],
    ['a register that can only be read', registerOf('service.password'), 0, 'it does not take that value'],
    ['a value that it cannot hold', 100, 60_000, 'it does not take that value'],
  ])('refuses %s', async (_, register, word, words) => {
    const error = await on((line) => line.write(register, word)).catch((thrown: unknown) => thrown)
    expect(error).toMatchObject({ kind: 'refused', reason: `The device refuses: ${words}.` })
  })
  it('cannot be made of a profile without registers, nor on a port that is taken', async () => {
    await expect(startStandIn(profileById('fenwarm-c3'), await freePort())).rejects.toThrow('C3 has no register map')
    const { standIn: device } = await drive()
    await expect(startStandIn(profileById('hollin-d7'), device.port)).rejects.toThrow(/EADDRINUSE/)
  })
})

describe('a list of dated lines over the wire', () => {
  it('is written as the device spells it, and read back the same', async () => {
    const profile = profileById('hollin-t4')
    standIn = await startStandIn(profile, await freePort(), 'none')
    const { id } = (await (await allow(standIn.port, 'jt', { unitId: 4 })).json()) as { id: string }
    const place = { siteId: LIBRARY_ID, visitId: LIBRARY_VISIT_ID, systemId: LIBRARY_RTU1, place: 'controller' }
    const wanted = [
      { id: 'time.act.do.2', from: '-', to: 'set' },
      { id: 'time.act.at.2', from: '00:00', to: '09:05' },
      { id: 'time.act.days.2', from: '1-7', to: '2-5' },
      { id: 'time.act.from.2', from: '1/1', to: '10/16' },
      { id: 'time.act.to.2', from: '12/31', to: '4/15' },
    ]
    const { settings } = await answered(
      await bench.ask('POST', `/api/gateways/${id}/write`, { as: 'mr', body: { ...place, wanted } }),
    )
    expect(settings.map((one) => [one.id, one.outcome, one.now])).toEqual(wanted.map((one) => [one.id, 'written', one.to]))
    const read = await answered(await bench.ask('POST', `/api/gateways/${id}/read`, { as: 'mr', body: place }))
    for (const { id: setting, to } of wanted) expect(read.settings.find((one) => one.id === setting)?.value).toBe(to)
    expect(read.settings.find((one) => one.id === 'time.act.at.3')?.value).toBe('00:00')
  })
})

describe('who may connect where', () => {
  it('only the lead allows an address, and takes it back', async () => {
    expect((await allow(7000, 'mr')).status).toBe(403)
    const { id } = await drive()
    expect((await bench.ask('DELETE', `/api/gateways/${id}`, { as: 'mr' })).status).toBe(403)
    const listed = async () => (await (await bench.ask('GET', '/api/gateways', { as: 'mr' })).json()) as { gateways: object[] }
    expect((await listed()).gateways).toContainEqual(expect.objectContaining({ id, name: 'Roof', allowedBy: 'JT', unitId: 1 }))
    expect((await bench.ask('DELETE', `/api/gateways/${id}`, { as: 'jt' })).status).toBe(200)
    expect(JSON.stringify(await listed())).not.toContain(id)
    expect((await bench.ask('DELETE', `/api/gateways/${id}`, { as: 'jt' })).status).toBe(404)
    expect((await call(id, 'read')).status).toBe(404)
  })
  it('an address of one crew is none for another', async () => {
    const { id } = await drive()
    expect((await call(id, 'read', {}, 'eb')).status).toBe(404)
    expect(((await (await bench.ask('GET', '/api/gateways', { as: 'eb' })).json()) as { gateways: object[] }).gateways).toEqual(
      [],
    )
  })
  it.each([{ host: 'http://evil' }, { host: '' }, { port: 0 }, { unitId: 999 }, { name: '' }])('%j is refused', async (more) =>
    expect((await allow(7000, 'jt', more)).status).toBe(422),
  )
  it.each([
    ['site', { siteId: randomUUID() }],
    ['device', { systemId: randomUUID() }],
    ['device', { visitId: randomUUID() }],
    ['device', { place: 'zone-controller' }],
  ])('there is no line to a %s that is none', async (what, where) => {
    const { id } = await drive()
    const answer = await call(id, 'read', where)
    expect([answer.status, (await problem(answer)).title]).toEqual([404, `There is no such ${what} in your crew’s records.`])
  })
  it('says nothing longer than a few settings', async () => {
    const { id } = await drive()
    const wanted = Array.from({ length: 3000 }, () => ({ id: 'fan.step.low', from: 'x'.repeat(20), to: '50' }))
    expect((await call(id, 'write', { wanted })).status).toBe(413)
  })
  it('a device without a register map is said to have none', async () => {
    const { id } = await drive()
    const answer = await bench.ask('POST', `/api/gateways/${id}/read`, { as: 'mr', body: { ...DRIVE, place: 'controller' } })
    expect((await problem(answer)).title).toBe('Nobody has written down the registers of a S0.')
  })
})

describe('a rooftop unit on a line', () => {
  const RTU = { siteId: LIBRARY_ID, visitId: LIBRARY_VISIT_ID, systemId: LIBRARY_RTU1, place: 'economizer' }
  const rooftop = async (fault: Fault = 'none') => {
    standIn = await startStandIn(profileById('hollin-e2'), await freePort(), fault)
    const { id } = (await (await allow(standIn.port, 'jt', { unitId: 2 })).json()) as { id: string }
    const ask = (what: string, more: object = {}, as: 'mr' | 'eb' = 'mr') =>
      bench.ask('POST', `/api/gateways/${id}/${what}`, { as, body: { ...RTU, ...more } })
    const live = async () => {
      const { values } = (await (await ask('live')).json()) as {
        values: { id: string; register: number; value: number | null }[]
      }
      return new Map(values.map((one) => [one.id, one]))
    }
    return { device: standIn, ask, live }
  }

  it('says what it does now, each figure with its register', async () => {
    const { live, device } = await rooftop()
    const now = await live()
    expect(now.get('outdoor')).toEqual({ id: 'outdoor', register: 805, word: 475, value: 47.5 })
    // Called to cool at 47.5 °F outdoors it cools free, with the damper between its least and open.
    expect(now.get('mode')?.value).toBe(2)
    device.advance(120)
    expect((await live()).get('feedback')?.value).toBeCloseTo((await live()).get('damper')?.value ?? Number.NaN, 0)
  })

  it('goes into test mode, takes its time, and comes out again when it is told, or by itself', async () => {
    const { ask, live, device } = await rooftop()
    expect((await ask('test', { fanPct: 100, damperPct: 30 })).status).toBe(200)
    device.advance(1)
    expect((await live()).get('fan')?.value).toBe(100)
    expect((await live()).get('feedback')?.value).not.toBeCloseTo(30, 0)
    device.advance(90)
    expect((await live()).get('feedback')?.value).toBe(30)
    // 31 % of outdoor air at 30 % of the stroke: 71.5 − 0.31 × 24.
    expect((await live()).get('mixed')?.value).toBeCloseTo(64.1, 1)
    await ask('test')
    device.advance(1)
    expect((await live()).get('mode')?.value).not.toBe(5)
    await ask('test', { fanPct: 60, damperPct: 0 })
    device.advance(1801)
    expect((await live()).get('mode')?.value).not.toBe(5)
  })

  it('runs by the settings that are written into it', async () => {
    const { ask, live, device } = await rooftop()
    const body = {
      wanted: [
        { id: 'freshair.limit', from: '66', to: '50' },
        { id: 'freshair.min.low', from: '4.4', to: '3.8' },
      ],
    }
    const { settings } = await answered(await ask('write', body))
    expect(settings.map((one) => one.outcome)).toEqual(['written', 'written'])
    // Still 47.5 °F outdoors: it goes on cooling free; the least damper is now 22.5 %.
    device.advance(5)
    expect((await live()).get('mode')?.value).toBe(2)
    expect(device.values.get('freshair.min.low')).toBe('3.8')
  })

  it.each<[Fault, (look: (id: string) => number) => void]>([
    ['damper-stuck', (at) => expect(at('mixed')).toBeGreaterThan(67)],
    ['feedback-reversed', (at) => expect(at('feedback')).toBeCloseTo(100 - at('damper'), 0)],
    ['sensors-swapped', (at) => expect([at('outdoor'), at('return')]).toEqual([71.5, 47.5])],
    ['warm-roof', (at) => expect(at('outdoor')).toBe(61.5)],
  ])('shows a planted fault: %s', async (fault, sees) => {
    const { ask, live, device } = await rooftop(fault)
    await ask('test', { fanPct: 100, damperPct: 100 })
    device.advance(120)
    const now = await live()
    sees((id) => now.get(id)?.value ?? Number.NaN)
  })

  it('is not read for another crew, nor where another device answers', async () => {
    const { ask } = await rooftop('other-device')
    expect((await ask('live', {}, 'eb')).status).toBe(404)
    const answer = await ask('live')
    expect(answer.status).toBe(422)
    expect((await problem(answer)).title).toMatch(/Another device answers/)
    expect((await ask('test', { fanPct: 100, damperPct: 30 })).status).toBe(422)
  })

  it('has no test mode where its profile names none, and refuses a damper past its ends', async () => {
    const { id } = await drive()
    const answer = await bench.ask('POST', `/api/gateways/${id}/test`, {
      as: 'mr',
      body: { ...DRIVE, fanPct: 50, damperPct: 20 },
    })
    expect((await problem(answer)).title).toMatch(/no test mode/)
    const past = await bench.ask('POST', `/api/gateways/${id}/test`, { as: 'mr', body: { ...DRIVE, fanPct: 50, damperPct: 200 } })
    expect(past.status).toBe(422)
  })
})
