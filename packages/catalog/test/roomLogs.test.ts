import { calibrateRoom, readRoomLog, warmUpIn } from '@ingle/core'
import { describe, expect, it } from 'vitest'
import { demoRoomLogs } from '../src/demo/roomLogs.ts'

describe.each(demoRoomLogs().map((one) => [one.name, one] as const))('the log of %s', (name, { csv, truth }) => {
  it('is the one that lies in docs/demo-logs, to be pasted', async () => {
    await expect(csv).toMatchFileSnapshot(`../../../docs/demo-logs/${name}.csv`)
  })
  it('tells the room that made it, to within three of its standard errors', () => {
    const log = readRoomLog(csv, false)
    if (!log.ok) throw new Error(log.reason)
    const stretch = warmUpIn(log.value)
    if (!stretch) throw new Error('no warm-up')
    const part = {
      timesMin: log.value.timesMin.slice(stretch.from, stretch.to + 1),
      readingsF: log.value.readingsF.slice(stretch.from, stretch.to + 1),
    }
    const told = calibrateRoom(part, truth.kind, truth)
    if (!told.ok) throw new Error(told.reason)
    const { uaBtuHPerF, holds } = told.value
    expect(Math.abs(uaBtuHPerF.value - truth.room.uaBtuHPerF)).toBeLessThan(3 * uaBtuHPerF.error)
    expect(Math.abs(holds.value - truth.room.airBtuPerF / truth.kind.airBtuPerF)).toBeLessThan(3 * holds.error)
    // It tells it well: no wider than a third of the loss.
    expect(uaBtuHPerF.error).toBeLessThan(0.33 * uaBtuHPerF.value)
  })
})
