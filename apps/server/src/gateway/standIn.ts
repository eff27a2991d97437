import { createServer, type Server, type Socket } from 'node:net'
import { fromWord, settingId, toWord } from '@ingle/core'
import type { Profile } from '@ingle/record'
import { ServerTCP } from 'modbus-serial'
import { type AirCall, AirStandIn } from './airStandIn.ts'
import { ROOF_FAULTS, RoofStandIn } from './roofStandIn.ts'

/** What can go wrong with a device on a line; the last four are faults of a rooftop unit, which answers well. */
export const FAULTS = [
  'none',
  'other-device',
  'slow',
  'silent',
  'garbage',
  'refuses',
  'drops',
  'drops-after',
  'drops-next',
  'meddled',
  'out-of-range',
  ...ROOF_FAULTS,
] as const
export type Fault = (typeof FAULTS)[number]

export interface StandIn {
  port: number
  /** What stands in it now, by setting. */
  values: ReadonlyMap<string, string>
  /** Lets time pass for a simulated unit; nothing for a device that only holds settings. */
  advance: (seconds: number) => void
  /** Turns the set point of a forced-air unit: what it is called for. */
  tell: (call: AirCall) => void
  close: () => Promise<void>
}

/** Modbus exceptions: no such register, not that value, failed. */
const NO_REGISTER = 2
const NOT_THAT_VALUE = 3
const FAILED = 4

/**
 * A simulated controller on loopback that speaks Modbus TCP: registers by the profile's own map, values as it was shipped.
 * A value that the profile does not know is refused as a real device would.
 * @param fault the last register that can be written is the one that refuses, drops the line, is meddled with or reads
 *   nonsense; `drops-after` hangs up when the first one written is read back, `drops-next` when the one after it is looked at
 */
export async function startStandIn(
  profile: Profile,
  port: number,
  fault: Fault = 'none',
  secondsPerSecond = 1,
): Promise<StandIn> {
  const map = profile.gateway
  if (!map) throw new Error(`${profile.family} has no register map`)
  const settings = new Map(profile.settings.map((one) => [settingId(one), one]))
  const values = new Map<string, string>()
  for (const { id } of map.registers) {
    const setting = settings.get(id)
    if (setting) values.set(id, setting.default ?? setting.values[0] ?? String(setting.range?.min ?? 0))
  }
  const isRoof = map.live?.some((one) => one.id === 'damper')
  const unit = !map.live ? null : isRoof ? new RoofStandIn(profile, values, fault) : new AirStandIn(profile, values)
  const last = map.registers.filter((one) => !one.readOnly).at(-1)?.register
  const sockets = new Set<Socket>()
  if (fault === 'silent' || fault === 'garbage') {
    const raw = createServer((socket) => {
      sockets.add(socket)
      socket.on('error', () => undefined)
      socket.on('data', () => fault === 'garbage' && socket.write('HTTP/1.1 400 No\r\n\r\n'))
    })
    await new Promise<void>((done) => raw.listen(port, '127.0.0.1', done))
    return { port, values, advance: () => undefined, tell: () => undefined, close: () => closed(raw, sockets) }
  }
  let looked = 0
  let written = -1
  const server = new ServerTCP(
    {
      getHoldingRegister: async (address: number) => {
        if (fault === 'slow') await new Promise((done) => setTimeout(done, 60_000).unref())
        if (address === map.identity.register) return fault === 'other-device' ? map.identity.value + 1 : map.identity.value
        const live = unit?.read(address)
        if (live !== undefined) return live
        const at = map.registers.find((one) => one.register === address)
        if (!at) return 0
        const breaks = fault === 'drops-after' ? address === written : fault === 'drops-next' && address !== written
        if (written >= 0 && breaks) {
          hangUp()
          return 0
        }
        if (address === last && fault === 'out-of-range') return 54_321
        const setting = settings.get(at.id)
        if (address === last && fault === 'meddled' && setting) {
          looked += 1
          if (looked > 1) values.set(at.id, setting.values[0] ?? String(setting.range?.min ?? 0))
        }
        const word = setting && toWord(setting, values.get(at.id) ?? '', at)
        return word?.ok ? word.value : 0
      },
      setRegister: async (address: number, word: number) => {
        if (unit?.write(address, word)) return
        const at = map.registers.find((one) => one.register === address)
        const setting = at && settings.get(at.id)
        if (!at || !setting) throw exception(NO_REGISTER)
        if (address === last && fault === 'refuses') throw exception(FAILED)
        if (address === last && fault === 'drops') return hangUp()
        const value = fromWord(setting, word, at)
        if (!value.ok || at.readOnly) throw exception(NOT_THAT_VALUE)
        values.set(at.id, value.value)
        written = address
      },
    },
    { host: '127.0.0.1', port, unitID: map.unitId, debug: false },
  )
  const hangUp = () => {
    for (const socket of sockets) socket.destroy()
  }
  server.on('socketError', () => undefined)
  const inner = (server as unknown as { _server: Server })._server
  inner.on('connection', (socket) => {
    sockets.add(socket)
    socket.on('close', () => sockets.delete(socket))
  })
  await new Promise<void>((done, failed) => {
    server.once('initialized', () => done())
    server.once('serverError', failed)
  })
  const clock = unit && setInterval(() => unit.advance(secondsPerSecond), 1000).unref()
  return {
    port,
    values,
    advance: (seconds) => unit?.advance(seconds),
    tell: (call) => unit instanceof AirStandIn && unit.tell(call),
    close: () => {
      if (clock) clearInterval(clock)
      return closed(inner, sockets)
    },
  }
}

const exception = (modbusErrorCode: number) => Object.assign(new Error('refused'), { modbusErrorCode })

function closed(server: Server, sockets: ReadonlySet<Socket>): Promise<void> {
  for (const socket of sockets) socket.destroy()
  return new Promise((done) => server.close(() => done()))
}
