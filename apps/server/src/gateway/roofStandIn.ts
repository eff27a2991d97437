import { roofPlant, roofUnitOf } from '@ingle/catalog/demo'
import {
  airState,
  co2Steady,
  LIVE_VALUES,
  type LiveId,
  liveKind,
  liveWord,
  lookAtRoof,
  type RoofAsked,
  type RoofFaults,
  roofAtRest,
  standardPressurePsia,
  stepRoof,
} from '@ingle/core'
import type { Profile } from '@ingle/record'

/** Faults that can be planted in a simulated unit, beside those that the demo world gives it. */
export const ROOF_FAULTS = ['damper-stuck', 'feedback-reversed', 'sensors-swapped', 'warm-roof'] as const
const PLANTED: Readonly<Record<string, Partial<RoofFaults>>> = {
  'damper-stuck': { stuckAtPct: 12 },
  'feedback-reversed': { feedbackReversed: true },
  'sensors-swapped': { outdoorAndReturnSwapped: true },
  'warm-roof': { outdoorOffsetF: 14 },
}

/** A unit leaves test mode by itself when nobody writes for so long, as real ones do. */
const TEST_ENDS_S = 1800
/** CO₂ outdoors, ppm, and that of one person, cfm. */
const OUTDOOR_PPM = 420
const PERSON_CFM = 0.0105

/**
 * A simulated rooftop unit behind its registers: it runs by the settings that stand in them, in the weather of the demo
 * world, with the faults that were planted there.
 */
export class RoofStandIn {
  private readonly state = roofAtRest()
  private readonly asked: RoofAsked
  private readonly people: number
  private test = { on: 0, fan: 0, damper: 0, sinceS: 0 }

  constructor(
    private readonly profile: Profile,
    private readonly values: ReadonlyMap<string, string>,
    private readonly fault: string = 'none',
  ) {
    const plant = roofPlant(profile.id)
    const pressure = standardPressurePsia(310)
    const heat = (f: number, rh: number) => {
      const air = airState(f, { relativeHumidityPct: rh }, pressure)
      return air.ok ? air.value.enthalpyBtuLb : 0
    }
    this.people = plant.people
    this.asked = {
      call: 'cool-1',
      test: null,
      outdoorF: plant.outdoorF,
      outdoorBtuLb: heat(plant.outdoorF, plant.outdoorRhPct),
      returnF: plant.returnF,
      returnBtuLb: heat(plant.returnF, plant.returnRhPct),
      occupied: true,
    }
    // It has been running for a while when somebody looks.
    this.advance(600)
  }

  private unit() {
    const plant = roofPlant(this.profile.id)
    return roofUnitOf(this.profile, this.values, { ...plant, faults: { ...plant.faults, ...PLANTED[this.fault] } })
  }

  advance(seconds: number): void {
    const unit = this.unit()
    for (let second = 0; second < seconds; second += 1) {
      this.test.sinceS += 1
      if (this.test.sinceS > TEST_ENDS_S) this.test.on = 0
      const asked = { ...this.asked, test: this.test.on ? { fanPct: this.test.fan, damperPct: this.test.damper } : null }
      stepRoof(unit, this.state, asked)
    }
  }

  /** A live or a test register as a word; undefined for one that is neither. */
  read(address: number): number | undefined {
    const { live = [], test } = this.profile.gateway ?? {}
    const at = live.find((one) => one.register === address)
    if (at) return liveWord(at, this.value(at.id))
    if (address === test?.on) return this.test.on
    if (address === test?.fan) return this.test.fan
    return address === test?.damper ? Math.round(this.test.damper * (test.damperScale ?? 1)) : undefined
  }

  /** Takes a word for test mode; false where the register is none of its. */
  write(address: number, word: number): boolean {
    const test = this.profile.gateway?.test
    if (!test) return false
    if (address === test.on) this.test.on = word ? 1 : 0
    else if (address === test.fan) this.test.fan = Math.min(100, word)
    else if (address === test.damper) this.test.damper = Math.min(100, word / (test.damperScale ?? 1))
    else return false
    this.test.sinceS = 0
    return true
  }

  private value(id: LiveId): number {
    const unit = this.unit()
    const look = lookAtRoof(unit, this.state, this.asked)
    const word = (text: string) => Math.max(0, liveKind(id).words?.indexOf(text) ?? 0)
    const exhaust = Number(this.values.get('freshair.exhaust') ?? Number.NaN)
    const values: Record<LiveId, number> = {
      mode: (LIVE_VALUES.mode.words as readonly string[]).indexOf(this.state.mode),
      call: this.asked.call === 'cool-2' ? 2 : this.asked.call === 'cool-1' ? 1 : 0,
      stage: this.state.stage,
      starts: this.state.compressorStarts,
      fan: this.state.fanPct,
      damper: this.state.commandPct,
      feedback: look.feedbackPct,
      outdoor: look.outdoorF,
      return: look.returnF,
      mixed: look.mixedF,
      leaving: look.leavingF,
      co2: Math.min(
        5000,
        co2Steady({ people: this.people, perPersonCfm: PERSON_CFM, outdoorPpm: OUTDOOR_PPM }, Math.max(60, look.outdoorCfm)),
      ),
      exhaust: word(Number.isFinite(exhaust) && this.state.actuatorPct >= 75 ? 'on' : 'off'),
      alarm: 0,
    }
    return values[id]
  }
}
