import { describe, expect, it } from 'vitest'
import { fixRefusal, NEVER_STOOD_IN, STAND_IN_PARTS, safetyRefusal } from './safetyDevices.ts'
import { SAFETY_KIND_IDS, safetyKind, safetyKindNamed } from './safetyKinds.ts'

/** As technicians write them. Whoever wrote the words wrote both lists, after them: that all are refused says little of what others write. */
const SAFETIES = [
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
  'the blocked-vent switch',
  'blocked flue switch',
  'overload of the compressor',
  'motor overloads',
  'sail switch',
  'airflow proving switch',
  'air-proving switch',
  'spill switch',
  'spillage sensor at the hood',
  'refrigerant leak sensor',
  'A2L sensor',
  'leak detector of the R-32 circuit',
  'residual-current device',
  'RCD',
  'GFCI outlet',
  'thermocouple',
  'thermopile',
  'fire-alarm contact',
  'fire alarm relay',
  'fire damper',
  'smoke damper actuator',
  'duct detector',
  'emergency stop',
  'e-stop',
  'protective earth',
  'ground wire',
  'earthing strap',
  'phase monitor',
  'phase-loss relay',
  'thermal cut-out',
  'thermal cutoff',
  'door button held in with tape',
  'blower door interlock',
  'relief valve',
  'carbon-monoxide sensor',
  'gas detector in the plant room',
  'winding protector',
  'belt guard',
  'high-static switch',
]
const MORE_SAFETIES = [
  'draft safety switch',
  'draught proving switch',
  'vent limit',
  'combustion air proving switch',
  'roll out',
  'pilot safety',
  'ignition lockout',
  'isolator',
  'circuit breaker 12',
  'MCB',
  'earth leakage breaker',
  'ground fault',
  'heat detector',
  'smoke head',
  'kill switch',
  'panel switch',
  'access door contact',
  'duct pressure limit',
  'oil safety',
  'frost protection stat',
  'low-temp cutout',
  'water leak detector',
  'fan proving relay',
  'flow switch',
  'aquastat',
  'voltage monitor',
  'jumper across the two wires of the switch on the flue',
  'bypassed the protector',
  'taped down the stop button',
  'link over the alarm',
]
const HARMLESS = [
  'stand-in thermostat on the wall',
  'outdoor damper',
  'capacity input of the compressor',
  'drive at 42 Hz',
  'humidistat in series',
  'unlimited patience',
  'static pressure probe',
  'pan of the humidifier',
  'ground floor thermostat',
  'jumper wire',
  'humidity sensor',
  'fan switch held on',
  'reversing valve',
  'zone damper propped open',
  'blower motor',
]

describe('safety devices', () => {
  it.each([...SAFETIES, ...MORE_SAFETIES])('“%s” is refused as a temporary fix, with the reason and what to do instead', (text) =>
    expect(safetyRefusal(text)).toMatchObject({
      reason: expect.stringContaining('never bridged'),
      remedy: expect.stringMatching(/(off|shut|Shut|drained|air the room).*open item/s),
    }),
  )
  it.each(HARMLESS)('“%s” is none', (text) => expect(safetyRefusal(text)).toBeNull())
  it('what is done to it and what it is done to are read together', () => {
    expect(fixRefusal('jumper', 'the switch on the flue pipe')).toMatchObject({ ok: false })
    expect(fixRefusal('a jumper wire', 'humidity sensor')).toBeNull()
  })
})

describe('parts that something may stand in for', () => {
  it('are a closed list, none of which the second net of words would refuse, each with its reason', () => {
    for (const { words, harmless } of Object.values(STAND_IN_PARTS)) {
      expect([words, safetyRefusal(words)]).toEqual([words, null])
      expect(harmless).toMatch(/\.$/)
    }
    expect(Object.keys(STAND_IN_PARTS)).not.toContain('other')
  })
  it('and every safety is one that it does refuse, as the kind that it is', () => {
    for (const id of SAFETY_KIND_IDS) expect([id, safetyKindNamed(safetyKind(id).name)]).toEqual([id, id])
    for (const words of NEVER_STOOD_IN) expect([words, safetyRefusal(words)?.ok]).toEqual([words, false])
  })
})

it('no remedy and no test of a safety bridges anything', () => {
  for (const id of SAFETY_KIND_IDS) {
    const { instead, tripBy } = safetyKind(id)
    expect(`${instead} ${tripBy}`).not.toMatch(/\b(?:jumper|bridge it|bypass|tape)\b/i)
  }
})
