import { type LiveId, liveKind, liveWord, meaningOf, settingId } from '@ingle/core'
import type { Profile } from '@ingle/record'

/** What calls it: a simulated thermostat, or whoever stands at it. */
export const AIR_CALLS = ['none', 'heating', 'cooling'] as const
export type AirCall = (typeof AIR_CALLS)[number]

/** Left alone it heats for so long and rests for so long, s. */
const HEATS_S = 360
const RESTS_S = 900
/** The blower runs on after a call by its own board, s. */
const RUN_ON_S = 45
/** A purge blows slowly for so long, s. */
const PURGE_S = 120
const PURGE_PCT = 30
const RETURN_F = 70
const HOT_F = 112
const COLD_F = 54
/** How fast the supply follows: with the fan, and in still air. */
const BLOWN_S = 40
const STILL_S = 240

/**
 * A simulated forced-air unit behind a controller's registers: it heats or cools when called, and what its fan does once
 * it is satisfied is what the settings in those registers say.
 */
export class AirStandIn {
  private call: AirCall = 'heating'
  private sinceS = 0
  private told = false
  private supplyF = RETURN_F
  private starts = 0
  private last: 'heat' | 'cool' = 'heat'

  constructor(
    private readonly profile: Profile,
    private readonly values: ReadonlyMap<string, string>,
  ) {
    // It has been heating for a while when somebody looks.
    this.advance(200)
  }

  /** Somebody turns the set point: from then on it does as it is told. */
  tell(call: AirCall): void {
    this.told = true
    this.turn(call)
  }

  private turn(call: AirCall): void {
    if (call === this.call) return
    if (call === 'none') this.last = this.call === 'cooling' ? 'cool' : 'heat'
    else this.starts += 1
    this.call = call
    this.sinceS = 0
  }

  advance(seconds: number): void {
    for (let second = 0; second < seconds; second += 1) {
      this.sinceS += 1
      if (!this.told && this.call !== 'none' && this.sinceS >= HEATS_S) this.turn('none')
      else if (!this.told && this.call === 'none' && this.sinceS >= RESTS_S) this.turn('heating')
      const towards = this.call === 'heating' ? HOT_F : this.call === 'cooling' ? COLD_F : RETURN_F
      this.supplyF += (towards - this.supplyF) / (this.fanPct() > 0 ? BLOWN_S : STILL_S)
    }
  }

  private fanPct(): number {
    if (this.call !== 'none') return 100
    if (this.sinceS < RUN_ON_S) return 100
    const id = `fan.satisfied.${this.last}`
    const setting = this.profile.settings.find((one) => settingId(one) === id)
    const meaning = setting && meaningOf(setting, this.values.get(id) ?? '')
    if (meaning === 'as-set') return 60
    return meaning === 'trickle' && this.sinceS < RUN_ON_S + PURGE_S ? PURGE_PCT : 0
  }

  /** A live register as a word; undefined for one that is none. */
  read(address: number): number | undefined {
    const at = this.profile.gateway?.live?.find((one) => one.register === address)
    return at && liveWord(at, this.value(at.id))
  }

  write(): boolean {
    return false
  }

  private value(id: LiveId): number {
    if (id === 'call') return liveKind('call').words?.indexOf(this.call) ?? 0
    if (id === 'fan') return this.fanPct()
    if (id === 'return') return RETURN_F
    if (id === 'leaving') return Math.round(this.supplyF * 10) / 10
    return id === 'starts' ? this.starts : 0
  }
}
