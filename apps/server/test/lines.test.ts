import { createServer, type Server } from 'node:net'
import { afterEach, describe, expect, it } from 'vitest'
import { freePort } from '../../../tools/postgres.mjs'
import { LineError } from '../src/gateway/lineError.ts'
import { connectError, type Line, onLine } from '../src/gateway/modbus.ts'
import { whereTo } from '../src/gateway/whereTo.ts'

const TIMEOUT_MS = 300
let device: Server | null = null
afterEach(() => {
  device?.close()
  device = null
})

/** A device that answers every request with these bytes behind its own header, or hangs up for null. */
async function answering(reply: (request: Buffer) => readonly number[] | null): Promise<number> {
  const port = await freePort()
  device = createServer((socket) => {
    socket.on('error', () => undefined)
    socket.on('data', (request) => {
      const body = reply(request)
      if (!body) return void socket.destroy()
      // Modbus TCP: transaction, protocol 0, length, unit; then the function and what it says.
      const head = Buffer.from([request[0] ?? 0, request[1] ?? 0, 0, 0, 0, body.length + 1, request[6] ?? 0])
      socket.write(Buffer.concat([head, Buffer.from(body)]))
    })
  })
  await new Promise<void>((done) => device?.listen(port, '127.0.0.1', done))
  return port
}
const on = <T>(port: number, work: (line: Line) => Promise<T>, unitId = 1) =>
  onLine({ host: '127.0.0.1', port, unitId }, TIMEOUT_MS, work)
const failure = async (work: Promise<unknown>): Promise<LineError> => {
  const error = await work.then(
    () => null,
    (thrown: unknown) => thrown,
  )
  if (!(error instanceof LineError)) throw new Error(`no failure of a line: ${error}`)
  return error
}
const READ = 3
const REFUSED = 0x80

describe('what a device refuses', () => {
  it.each([
    [1, 'it does not know that function'],
    [2, 'it has no such register'],
    [3, 'it does not take that value'],
    [4, 'it failed while doing it'],
    [6, 'it is busy'],
    [11, 'its reason has the number 11'],
  ])('with the number %i is said: %s', async (code, words) => {
    const port = await answering(([, , , , , , , order = 0]) => [order | REFUSED, code])
    const reading = await failure(on(port, (line) => line.read([100])))
    expect([reading.kind, reading.reason]).toEqual(['refused', `The device refuses: ${words}.`])
    expect((await failure(on(port, (line) => line.write(100, 1)))).kind).toBe('refused')
  })
})

describe('reading registers', () => {
  /** A device whose every register holds its own number; counts what it was asked. */
  const numbered = async () => {
    const asked: [unit: number, from: number, count: number][] = []
    const port = await answering((request) => {
      const [from, count] = [request.readUInt16BE(8), request.readUInt16BE(10)]
      asked.push([request[6] ?? 0, from, count])
      const words = Array.from({ length: count }, (_, i) => [(from + i) >> 8, (from + i) & 0xff])
      return [READ, count * 2, ...words.flat()]
    })
    return { port, asked }
  }
  it('asks runs of neighbours at once, of the unit that is meant, and gives each by its number', async () => {
    const { port, asked } = await numbered()
    const words = await on(port, (line) => line.read([300, 100, 101, 102]), 7)
    expect([100, 101, 102, 300].map((one) => words.get(one))).toEqual([100, 101, 102, 300])
    expect(asked.every(([unit]) => unit === 7)).toBe(true)
    expect(asked.map(([, from, count]) => [from, count])).toEqual([
      [100, 3],
      [300, 1],
    ])
  })
})

describe('a line that fails', () => {
  it('by hanging up is said to have broken off or not to have answered', async () => {
    const port = await answering(() => null)
    expect(['no-answer', 'slow', 'garbage']).toContain((await failure(on(port, (line) => line.read([100])))).kind)
  })
  it('by giving fewer words than were asked for is not believed', async () => {
    const port = await answering(() => [READ, 2, 0, 5])
    const { kind, reason } = await failure(on(port, (line) => line.read([100, 101, 102])))
    expect(kind).not.toBe('refused')
    expect(reason).toContain(`127.0.0.1:${port}`)
  })
  it('by silence is called slow', async () => {
    const port = await freePort()
    device = createServer(() => undefined)
    await new Promise<void>((done) => device?.listen(port, '127.0.0.1', done))
    const { kind, reason, remedy } = await failure(on(port, (line) => line.read([100])))
    expect([kind, reason]).toEqual(['slow', `127.0.0.1:${port} took the connection and did not answer in time.`])
    expect(remedy).toContain('read it at its keypad')
  })
  it('because nobody is there, or there is no such place', async () => {
    const port = await freePort()
    expect((await failure(on(port, async () => 1))).reason).toBe(
      `127.0.0.1:${port} is there and refuses the connection: nothing listens on that port.`,
    )
    const nowhere = onLine({ host: 'no-such-host.invalid', port, unitId: 1 }, 5000, async () => 1)
    expect((await failure(nowhere)).reason).toBe('No address is known for the name no-such-host.invalid.')
  })
  it('leaves a fault that is no line’s as it is', async () => {
    const port = await answering(() => [READ, 2, 0, 5])
    await expect(
      on(port, async () => {
        throw new TypeError('a fault of ours')
      }),
    ).rejects.toThrow(TypeError)
  })
})

describe('where a line may lead', () => {
  it.each([
    '127.0.0.1',
    '127.9.9.9',
    '::1',
    '::ffff:127.0.0.1',
    '169.254.169.254',
    'fe80::1',
    '0.0.0.0',
    '224.0.0.1',
    'localhost',
  ])('not to %s, outside a demo', async (host) => {
    await expect(whereTo(host, false)).rejects.toMatchObject({ code: 'gateway-not-allowed' })
    expect(await whereTo(host, true)).toBeUndefined()
  })
  it.each(['10.0.0.9', '192.168.4.20', '172.20.1.1', '203.0.114.7'])('to %s', async (host) =>
    expect(await whereTo(host, false)).toBe(host),
  )
  it('to a name that nobody knows as far as the connection, which says so', async () =>
    expect(await whereTo('no-such-host.invalid', false)).toBeUndefined())
  it('says silence where nothing came back, and not that somebody took the connection', async () => {
    const { reason } = connectError(
      Object.assign(new Error('timed out'), { code: 'ETIMEDOUT' }),
      { host: '10.0.0.9', port: 502, unitId: 1 },
      4000,
    )
    expect(reason).toBe('Nothing came back from 10.0.0.9:502 in 4 s: neither a connection nor a refusal.')
    const noWay = connectError(
      Object.assign(new Error('x'), { code: 'EHOSTUNREACH' }),
      { host: '10.0.0.9', port: 502, unitId: 1 },
      4000,
    )
    expect(noWay.reason).toBe('No way leads to 10.0.0.9:502.')
  })
})
