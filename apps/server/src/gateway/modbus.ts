import { registerRuns } from '@ingle/core'
import ModbusRTU from 'modbus-serial'
import { LineError } from './lineError.ts'

export interface Address {
  host: string
  port: number
  unitId: number
  /** What the name was found to be; absent: the name itself is asked for. */
  address?: string
}

/** What a device says when it takes a request and will not do it. Source: Modbus application protocol 1.1b3, chapter 7. */
const EXCEPTIONS: Readonly<Record<number, string>> = {
  1: 'it does not know that function',
  2: 'it has no such register',
  3: 'it does not take that value',
  4: 'it failed while doing it',
  6: 'it is busy',
}

/** One connection to a device, for as long as `work` needs it; always closed again. */
export async function onLine<T>(at: Address, timeoutMs: number, work: (line: Line) => Promise<T>): Promise<T> {
  const client = new ModbusRTU()
  // A line that breaks between two requests is told by the request, not by an event that nobody hears.
  client.on('error', () => undefined)
  try {
    const { address = at.host } = at
    await within(client.connectTCP(address, { port: at.port, timeout: timeoutMs }), timeoutMs).catch((error: unknown) => {
      throw connectError(error, at, timeoutMs)
    })
    client.setID(at.unitId)
    client.setTimeout(timeoutMs)
    return await work(new Line(client, at, timeoutMs))
  } finally {
    client.destroy(() => undefined)
  }
}

export class Line {
  constructor(
    private readonly client: ModbusRTU,
    private readonly at: Address,
    private readonly timeoutMs: number,
  ) {}

  /** Registers by number. */
  async read(registers: readonly number[]): Promise<Map<number, number>> {
    const out = new Map<number, number>()
    for (const { from, count } of registerRuns(registers)) {
      const { data } = await this.ask(this.client.readHoldingRegisters(from, count))
      if (!Array.isArray(data) || data.length < count) throw garbage(this.at)
      for (const [i, word] of data.entries()) out.set(from + i, word)
    }
    return out
  }

  async write(register: number, word: number): Promise<void> {
    await this.ask(this.client.writeRegister(register, word))
  }

  private ask<T>(request: Promise<T>): Promise<T> {
    return within(request, this.timeoutMs * 2).catch((error: unknown) => {
      throw lineError(error, this.at)
    })
  }
}

const where = (at: Address) => `${at.host}:${at.port}`
const garbage = (at: Address) =>
  new LineError(
    'garbage',
    `What comes back from ${where(at)} is not an answer that can be read.`,
    'Look whether a Modbus device listens there, and nothing else; nothing was taken from it.',
  )

/** Why no connection came about: refused, no way there, no such name, or silence; each is looked for elsewhere. */
export function connectError(error: unknown, at: Address, timeoutMs: number): LineError {
  const { code, message } = error as { code?: string; message?: string }
  if (code === 'ECONNREFUSED')
    return new LineError(
      'no-answer',
      `${where(at)} is there and refuses the connection: nothing listens on that port.`,
      'Look at the port, and whether Modbus is switched on in the device; what was entered here is kept.',
    )
  if (code === 'EHOSTUNREACH' || code === 'ENETUNREACH')
    return new LineError(
      'no-answer',
      `No way leads to ${where(at)}.`,
      'Look at the power of the device, its cable and its address; what was entered here is kept.',
    )
  if (code === 'ENOTFOUND' || code === 'EAI_AGAIN')
    return new LineError(
      'no-answer',
      `No address is known for the name ${at.host}.`,
      'Look at the name, or use the address itself; what was entered here is kept.',
    )
  if (code === 'ETIMEDOUT' || /timed? ?out/i.test(message ?? ''))
    return new LineError(
      'no-answer',
      `Nothing came back from ${where(at)} in ${timeoutMs / 1000} s: neither a connection nor a refusal.`,
      'The device may be off or the address another one; a firewall on the way answers like this too.',
    )
  return lineError(error, at)
}

function lineError(error: unknown, at: Address): LineError {
  if (error instanceof LineError) return error
  const { code, errno, name, message, modbusCode } = error as {
    code?: string
    errno?: string | number
    name?: string
    message?: string
    modbusCode?: number
  }
  if (modbusCode !== undefined)
    return new LineError(
      'refused',
      `The device refuses: ${EXCEPTIONS[modbusCode] ?? `its reason has the number ${modbusCode}`}.`,
      'Look in its manual whether that setting may be written over the wire, and whether the unit has to be stopped first.',
    )
  if (name === 'TransactionTimedOutError' || errno === 'ETIMEDOUT' || code === 'ETIMEDOUT' || /timed? ?out/i.test(message ?? ''))
    return new LineError(
      'slow',
      `${where(at)} took the connection and did not answer in time.`,
      'It may be busy, or no Modbus device. Try again; if it goes on, read it at its keypad.',
    )
  if (/crc|unexpected|length|port not open|data/i.test(message ?? '') || name === 'PortNotOpenError') return garbage(at)
  return new LineError(
    'no-answer',
    `The line to ${where(at)} broke off.`,
    'Look at cable and power, then try again. What was written before is listed.',
  )
}

function within<T>(work: Promise<T>, ms: number): Promise<T> {
  let timer: NodeJS.Timeout | undefined
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(Object.assign(new Error('timed out'), { code: 'ETIMEDOUT' })), ms)
  })
  return Promise.race([work, late]).finally(() => clearTimeout(timer))
}
