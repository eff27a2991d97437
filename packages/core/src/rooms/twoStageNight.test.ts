import { describe, expect, it } from 'vitest'
import { figuresOf, house, ran } from '../testing/house.ts'
import type { RoomSystem } from './roomModel.ts'
import { PLANT_ON, STAGE_2_ON } from './roomRun.ts'

const DAY_S = 86_400

/** The same room by another method: the midpoint rule on the whole of it, the day that is counted being the second from rest. */
function byMidpoint({ room, day, equipment, controller, startF }: RoomSystem) {
  const { differentialF, rule, stage2, setHeatF } = controller
  const stepH = 1 / 3600
  let [air, mass, call, plant, second] = [startF, startF, false, false, false]
  let [startedS, stoppedS] = [Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY]
  const sum = { starts: 0, stage2Starts: 0, plantH: 0, stage2H: 0, plantHeatBtu: 0, airMeanF: 0, longestRunMin: 0 }
  for (let s = 0; s < 2 * DAY_S; s += 1) {
    const counts = s >= DAY_S ? 1 : 0
    const outdoorAt = (atS: number) => {
      const [hour, share] = [Math.floor(atS / 3600) % 24, (atS % 3600) / 3600]
      const [from, to] = [day.outdoorF[hour] as number, day.outdoorF[(hour + 1) % 24] as number]
      return from + share * (to - from)
    }
    const error = setHeatF - air
    if (error >= differentialF) call = true
    else if (error <= (rule === 'symmetric' ? -differentialF : 0)) call = false
    if (!plant && call && s - stoppedS >= equipment.minOffS) {
      plant = true
      startedS = s
      sum.starts += counts
    } else if (plant && !call && s - startedS >= equipment.minOnS) {
      plant = false
      stoppedS = s
      if (counts) sum.longestRunMin = Math.max(sum.longestRunMin, (s - startedS) / 60)
    }
    const before = second
    if (!plant || !stage2) second = false
    else if (stage2.by === 'time') second = before || s - startedS >= stage2.afterMin * 60
    else if (error >= stage2.onF) second = true
    else if (error <= stage2.offF) second = false
    if (second && !before) sum.stage2Starts += counts
    const given = plant ? (equipment.heat.btuH[second ? 1 : 0] as number) : 0
    const slopes = (a: number, m: number, outdoorF: number) => [
      (room.uaBtuHPerF * (outdoorF - a) + room.airMassBtuHPerF * (m - a) + given) / room.airBtuPerF,
      (room.airMassBtuHPerF * (a - m)) / room.massBtuPerF,
    ]
    const [a1, m1] = slopes(air, mass, outdoorAt(s)) as [number, number]
    const [a2, m2] = slopes(air + (a1 * stepH) / 2, mass + (m1 * stepH) / 2, outdoorAt(s + 0.5)) as [number, number]
    air += a2 * stepH
    mass += m2 * stepH
    if (!counts) continue
    sum.plantH += plant ? stepH : 0
    sum.stage2H += second ? stepH : 0
    sum.plantHeatBtu += given * stepH
    sum.airMeanF += air / DAY_S
  }
  return sum
}

/** A night that the second stage has to carry: 2 °F before sunrise, 24 °F in the afternoon. */
const night = (controller: Partial<RoomSystem['controller']>, btuH: [number, number] = [22_000, 36_000]) =>
  house({
    day: { outdoorF: Array.from({ length: 24 }, (_, h) => 13 - 11 * Math.cos((2 * Math.PI * (h - 16)) / 24 + Math.PI)) },
    equipment: { kind: 'two-stage', heat: { btuH, slopeBtuHPerF: [] }, minOnS: 180, minOffS: 300 },
    controller,
  })
const GAP = { by: 'gap', onF: 1.6, offF: 0.3, afterMin: 0 } as const
const TIME = { by: 'time', afterMin: 12 } as const

describe('a two-stage plant that runs through midnight', () => {
  it.each([
    ['symmetric, by the gap', night({ rule: 'symmetric', differentialF: 0.8, stage2: GAP })],
    ['one-sided, by the gap', night({ rule: 'one-sided', differentialF: 0.8, stage2: GAP })],
    ['symmetric, by time', night({ rule: 'symmetric', differentialF: 0.8, stage2: TIME })],
    ['one-sided, by time', night({ rule: 'one-sided', differentialF: 0.6, stage2: TIME })],
    ['at full output for part of the night', night({ rule: 'symmetric', differentialF: 0.8, stage2: GAP }, [20_000, 31_000])],
  ])('%s: as by another method, over the second day', (_, system) => {
    const [own, other] = [figuresOf(system), byMidpoint(system)]
    expect(other.stage2H).toBeGreaterThan(2)
    expect([own.starts, own.stage2Starts]).toEqual([other.starts, other.stage2Starts])
    expect(own.plantH).toBeCloseTo(other.plantH, 1)
    expect(own.stage2H).toBeCloseTo(other.stage2H, 1)
    expect(own.airMeanF).toBeCloseTo(other.airMeanF, 2)
    expect(Math.abs(own.plantHeatBtu - other.plantHeatBtu)).toBeLessThan(0.002 * other.plantHeatBtu)
    expect(own.longestRunMin ?? 0).toBeCloseTo(other.longestRunMin, 0)
  })
  it('counts a run from the day before whole where it ends, and no start for it', () => {
    const system = night({ rule: 'one-sided', differentialF: 0.8, stage2: GAP }, [24_000, 34_000])
    const { figures, trace } = ran(system, { traceEveryS: 60 })
    const on = [...(trace?.machines ?? [])].map((one) => (one & PLANT_ON) !== 0)
    expect([on[0], on.indexOf(false) > 0]).toEqual([true, true])
    // It began before midnight: it is longer than what is seen of it on its last day.
    expect(figures.longestRunMin).toBeGreaterThan(on.indexOf(false))
    expect(figures.starts).toBe(on.filter((one, i) => one && i > 0 && !on[i - 1]).length)
  })
  it('brings its second stage under a rule of demand too', () => {
    const { trace } = ran(night({ rule: 'cycle-rate', stage2: TIME }), { traceEveryS: 60 })
    expect([...(trace?.machines ?? [])].some((one) => (one & STAGE_2_ON) !== 0)).toBe(true)
  })
})
