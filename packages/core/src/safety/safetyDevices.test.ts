import { describe, expect, it } from 'vitest'
import { NEVER_STOOD_IN, STAND_IN_PARTS, safetyRefusal } from './safetyDevices.ts'

describe('safety devices', () => {
  it.each([
    'high limit switch',
    'limits',
    'the float on the pan',
    'flame sensor',
    'rollout switch',
    'low-pressure switch',
    'Pressure switch of the inducer',
    'fuse F2',
    'door switch',
    'CO alarm',
    'freezestat on the coil',
    'thermal link',
    'gas valve',
    'HPS',
    'the LPS at the compressor',
    'HP sw',
    'press. sw',
    'hi pressure cut out',
    'LWCO',
    'low-water cut-off',
    'looped fusible link',
    'condensate overflow',
    'pan switch',
  ])('“%s” is refused as a temporary fix, with the reason and a way', (text) =>
    expect(safetyRefusal(text)).toMatchObject({
      reason: expect.stringContaining('never bridged'),
      remedy: expect.stringContaining('locked'),
    }),
  )
  it.each([
    'stand-in thermostat on the wall',
    'outdoor damper',
    'capacity input of the compressor',
    'drive at 42 Hz',
    'humidistat in series',
    'unlimited patience',
    'static pressure probe',
    'pan of the humidifier',
  ])('“%s” is none', (text) => expect(safetyRefusal(text)).toBeNull())
})

describe('parts that something may stand in for', () => {
  it('are none that the second net of words would refuse, and every safety is one that it does', () => {
    for (const words of Object.values(STAND_IN_PARTS)) expect([words, safetyRefusal(words)]).toEqual([words, null])
    for (const words of NEVER_STOOD_IN) expect([words, safetyRefusal(words)?.ok]).toEqual([words, false])
  })
})
