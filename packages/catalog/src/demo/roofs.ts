import {
  type ChangeoverKind,
  type Damper,
  lineThrough,
  meaningOf,
  NO_ROOF_FAULTS,
  numberOf,
  type RoofFaults,
  type RoofUnit,
  settingId,
} from '@ingle/core'
import type { Profile } from '@ingle/record'

/** A made-up rooftop unit and the weather that it stands in: behind the demo's readings and behind the stand-in on a line. */
export interface RoofPlant {
  fullCfm: number
  /** Low, medium and high fan, percent. */
  speeds: readonly [number, number, number]
  damper: Damper
  faults: RoofFaults
  outdoorF: number
  outdoorRhPct: number
  returnF: number
  returnRhPct: number
  people: number
}

const shares = (values: readonly number[]): Damper => ({
  kind: 'share',
  share: { at: values.map((_, i) => 10 * i), values },
})

/** By family: the truth that nobody on site knows. */
export const ROOF_PLANTS: Readonly<Record<string, RoofPlant>> = {
  'hollin-e2': {
    fullCfm: 3400,
    speeds: [60, 60, 100],
    damper: shares([0.03, 0.1, 0.19, 0.31, 0.45, 0.58, 0.69, 0.78, 0.86, 0.92, 0.97]),
    faults: NO_ROOF_FAULTS,
    outdoorF: 47.5,
    outdoorRhPct: 82,
    returnF: 71.5,
    returnRhPct: 44,
    people: 24,
  },
  // Its outdoor sensor lies on the warm roof.
  'hollin-rv': {
    fullCfm: 2600,
    speeds: [40, 60, 100],
    damper: shares([0.02, 0.07, 0.16, 0.28, 0.42, 0.55, 0.67, 0.77, 0.84, 0.9, 0.95]),
    faults: { ...NO_ROOF_FAULTS, outdoorOffsetF: 14 },
    outdoorF: 56,
    outdoorRhPct: 70,
    returnF: 73,
    returnRhPct: 45,
    people: 30,
  },
}
const FALLBACK = ROOF_PLANTS['hollin-e2'] as RoofPlant
export const roofPlant = (profileId: string): RoofPlant => ROOF_PLANTS[profileId] ?? FALLBACK

const KINDS: Readonly<Record<string, ChangeoverKind>> = {
  fixed: 'fixed-dry-bulb',
  zone: 'fixed-dry-bulb',
  difference: 'differential-dry-bulb',
  'fixed-enthalpy': 'fixed-enthalpy',
  'difference-enthalpy': 'differential-enthalpy',
}

/** The simulated unit as its settings make it: least line, changeover and delays by what its profile calls them. */
export function roofUnitOf(profile: Profile, values: ReadonlyMap<string, string>, plant: RoofPlant): RoofUnit {
  const meaning = (role: string): string | null => {
    const setting = profile.settings.find((one) => settingId(one) === role)
    const value = setting && (values.get(role) ?? setting.default)
    return setting && value !== undefined ? meaningOf(setting, value) : null
  }
  const number = (role: string): number | null => {
    const value = Number(meaning(role) ?? Number.NaN)
    return Number.isFinite(value) ? value : null
  }
  const [low, mid, high] = plant.speeds
  const fixed = [
    [number('fan.step.low') ?? low, number('freshair.min.low')],
    [number('fan.step.mid') ?? mid, number('freshair.min.mid')],
    [number('fan.step.high') ?? high, number('freshair.min.high')],
  ] as const
  const pairs = profile.settings.flatMap((one) => {
    const n = one.role?.startsWith('freshair.line.speed.') ? numberOf(one.role) : null
    return n === null ? [] : [[number(`freshair.line.speed.${n}`), number(`freshair.line.position.${n}`)] as const]
  })
  const points = [...fixed, ...pairs].flatMap(([speedPct, positionPct]) =>
    speedPct === null || positionPct === null || speedPct <= 0 ? [] : [{ speedPct, positionPct }],
  )
  return {
    damper: plant.damper,
    fullCfm: plant.fullCfm,
    strokeS: 90,
    least: lineThrough(points.length > 0 ? points : [{ speedPct: high, positionPct: 0 }]),
    changeover: {
      kind: KINDS[meaning('freshair.changeover') ?? 'fixed'] ?? 'fixed-dry-bulb',
      limitF: number('freshair.limit') ?? 65,
      limitBtuLb: number('freshair.limit.enthalpy'),
      lockoutBelowF: number('freshair.lockout'),
      offsetF: number('freshair.limit.offset') ?? 0,
    },
    supplyF: number('freshair.supply.target') ?? 55,
    speedsPct: [low, mid, high],
    stageDropF: 9,
    compressorDelayS: 60 * (number('freshair.compressor-delay') ?? 5),
    minRunS: 180,
    minRestS: 240,
    faults: plant.faults,
  }
}
