import { RATES_EDITION, spaceUse } from '@ingle/catalog'
import {
  type ExhaustBalance,
  exhaustBalance,
  type Need,
  ok,
  type Result,
  SIMPLIFIED_2019,
  type Space,
  ventilationNeed,
  type Working,
} from '@ingle/core'
import type { SpaceState } from '@ingle/record'
import { found as finding } from '../../findingWords.ts'
import { refuse } from '../../refusals.ts'
import type { VisitView } from '../../visit/visitView.ts'

/** A space with the rates that hold for it, and where they come from. */
export interface SpaceNeed {
  state: SpaceState
  space: Space
  /** Where its rates come from. */
  from: string
  peopleFrom: string
  /** At the people, and through the grilles, cfm. */
  breathingCfm: number
  zoneCfm: number
}

export interface AirNeed {
  spaces: SpaceNeed[]
  need: Need | null
  balance: ExhaustBalance | null
  /** What the unit has to bring: by spaces and exhaust, or as somebody's paper has it. */
  cfm: number
  /** With nobody in: the floor's own part, and what is blown out. */
  emptyCfm: number
  /** What is blown out, with the surplus: it goes on when nobody is in. */
  exhaustCfm: number
  /** The most that is still called right. */
  mostCfm: number
  bandPct: number
  from: 'spaces' | 'exhaust' | 'paper'
  workings: Working[]
  doubts: ReturnType<typeof finding>[]
}

/** How far over the need is still right, percent, where nobody has said. */
export const USUAL_BAND_PCT = 15

function spaceOf(state: SpaceState): { space: Space; from: string; peopleFrom: string } {
  const use = spaceUse(state.use)
  const own = (rate: number | undefined) => (rate !== undefined && (rate > 0 || !use) ? rate : undefined)
  const perPersonCfm = own(state.perPersonCfm) ?? use?.perPersonCfm ?? 0
  const perAreaCfmFt2 = own(state.perAreaCfmFt2) ?? use?.perAreaCfmFt2 ?? 0
  const isOwn = own(state.perPersonCfm) !== undefined || own(state.perAreaCfmFt2) !== undefined
  const areaFt2 = state.areaFt2 ?? 0
  const usual = Math.round(((use?.per1000Ft2 ?? 0) * areaFt2) / 1000)
  return {
    space: {
      name: state.name ?? use?.label ?? 'A space',
      people: state.people ?? usual,
      areaFt2,
      perPersonCfm,
      perAreaCfmFt2,
      effectiveness: state.effectiveness ?? 1,
      ...(state.primaryCfm !== undefined && { primaryCfm: state.primaryCfm }),
    },
    from: isOwn ? state.edition || 'own rates' : use ? RATES_EDITION : 'no rates',
    peopleFrom: state.people !== undefined ? 'counted' : use ? `${use.per1000Ft2} on 1,000 ft², ${RATES_EDITION}` : 'not said',
  }
}

/** Outdoor air that this unit has to bring, with its working. */
export function needOf(v: Pick<VisitView, 'system' | 'show'>): Result<AirNeed> {
  const { system, show } = v
  const { roof } = system
  const spaces = system.spaces.map((state) => ({ state, ...spaceOf(state) }))
  const doubts = spaces.flatMap(({ space, state }) => {
    // More people than one on 5 ft² is a floor typed as people.
    if (space.people > 20 && space.areaFt2 > 0 && space.people > space.areaFt2 / 5)
      return [finding('people-as-area', { space: space.name, people: space.people, areaFt2: space.areaFt2 }, show)]
    if (state.areaFt2 === undefined || space.areaFt2 === 0) return [finding('space-without-area', { space: space.name }, show)]
    if (space.perPersonCfm === 0 && space.perAreaCfmFt2 === 0) return [finding('space-without-rate', { space: space.name }, show)]
    return []
  })
  const serves = roof.serves ?? (spaces.length > 1 ? 'simplified' : 'single')
  if (roof.serves === undefined && spaces.length > 1) doubts.push(finding('serves-guessed'))
  if (spaces.length === 0 && !roof.needCfm && !roof.exhaustCfm) return refuse('no-spaces')
  const population = roof.population ?? spaces.reduce((sum, one) => sum + one.space.people, 0)
  const primary = spaces.reduce((sum, one) => sum + (one.space.primaryCfm ?? 0), 0)
  if (serves === 'general') {
    const without = spaces.find((one) => !one.space.primaryCfm)
    if (without) return refuse('space-without-primary', { space: without.space.name })
  }
  const need =
    spaces.length === 0
      ? null
      : ventilationNeed(
          spaces.map((one) => one.space),
          serves === 'simplified'
            ? { kind: 'simplified', population, rule: SIMPLIFIED_2019 }
            : serves === 'general'
              ? { kind: 'general', population, primaryCfm: primary }
              : { kind: serves === 'all-outdoor' ? 'all-outdoor' : 'single-zone' },
        )
  const exhaust = roof.exhaustCfm ?? 0
  const forPeople = roof.needCfm ? roof.needCfm : (need?.intakeCfm ?? 0)
  const balance =
    roof.exhaustCfm === undefined
      ? null
      : exhaustBalance({
          intakesCfm: [forPeople],
          exhaustsCfm: [exhaust],
          ventilationCfm: forPeople,
          surplusCfm: roof.surplusCfm ?? 0,
          neutralBandCfm: 0.05 * Math.max(exhaust, forPeople),
        })
  const cfm = balance?.requiredCfm ?? forPeople
  const efficiency = need?.efficiency ?? 1
  // By the way of the occupied need: one that takes Ev for all spaces reckons with the floor at the people, not through Ez.
  const floorCfm = spaces.reduce((sum, { space }) => sum + space.perAreaCfmFt2 * space.areaFt2, 0)
  const emptyCfm = Math.max(
    need?.efficiency == null ? (need?.areaCfm ?? 0) : floorCfm / efficiency,
    balance ? exhaust + (roof.surplusCfm ?? 0) : 0,
  )
  const bandPct = roof.bandPct ?? USUAL_BAND_PCT
  return ok({
    spaces: spaces.map((one, i) => ({
      ...one,
      breathingCfm: need?.breathingCfm[i] ?? 0,
      zoneCfm: need?.zoneCfm[i] ?? 0,
    })),
    need,
    balance,
    cfm,
    emptyCfm,
    exhaustCfm: balance && exhaust > 0 ? Math.max(0, exhaust + (roof.surplusCfm ?? 0)) : 0,
    mostCfm: cfm * (1 + bandPct / 100),
    bandPct,
    from: balance?.binding === 'exhaust' ? 'exhaust' : roof.needCfm ? 'paper' : 'spaces',
    workings: workingsOf(spaces, need, balance, { population, serves, paperCfm: roof.needCfm ?? 0 }, v),
    doubts,
  })
}

const SERVES_FORMULA: Record<string, string> = {
  single: 'Vot = Voz',
  'all-outdoor': 'Vot = Σ Voz',
  simplified: 'Vot = (D·ΣRp·Pz + ΣRa·Az) ÷ Ev; D = Ps ÷ ΣPz; Ev = 0.88·D + 0.22 below D = 0.60, else 0.75',
  general: 'Vot = Vou ÷ Ev; Ev = least of 1 + Xs − Zpz',
}

function workingsOf(
  spaces: readonly { space: Space; from: string; peopleFrom: string }[],
  need: Need | null,
  balance: ExhaustBalance | null,
  { population, serves, paperCfm }: { population: number; serves: string; paperCfm: number },
  { show }: Pick<VisitView, 'show'>,
): Working[] {
  const each: Working[] = spaces.map(({ space, from, peopleFrom }, i) => ({
    id: `space-${i}`,
    label: space.name,
    formula: 'Voz = (Rp·Pz + Ra·Az) ÷ Ez',
    result: { quantity: 'flow', value: need?.zoneCfm[i] ?? 0 },
    inputs: [
      { name: 'Rp', value: `${show('flow', space.perPersonCfm)} a person`, from },
      { name: 'Pz', value: String(space.people), from: peopleFrom },
      { name: 'Ra', value: show('airRate', space.perAreaCfmFt2), from },
      { name: 'Az', value: show('floorArea', space.areaFt2), from: 'entered' },
      { name: 'Ez', value: String(space.effectiveness), from: 'how air comes in' },
    ],
    source: 'ventilation-rate procedure, ASHRAE 62.1 §6.2',
  }))
  const whole: Working[] = need
    ? [
        {
          id: 'intake',
          label: 'Outdoor air for the spaces',
          formula: SERVES_FORMULA[serves] ?? '',
          result: { quantity: 'flow', value: need.intakeCfm },
          inputs: [
            ...(need.diversity === null
              ? []
              : [
                  { name: 'Ps', value: String(population), from: 'people at once' },
                  { name: 'D', value: need.diversity.toFixed(2), from: 'worked out' },
                  { name: 'Vou', value: show('flow', need.uncorrectedCfm ?? 0), from: 'worked out' },
                  {
                    name: 'Ev',
                    value: (need.efficiency ?? 1).toFixed(2),
                    from: need.critical ? `decided by ${need.critical}` : 'worked out',
                  },
                ]),
            ...spaces.map(({ space }, i) => ({
              name: `Voz, ${space.name}`,
              value: show('flow', need.zoneCfm[i] ?? 0),
              from: 'worked out',
            })),
          ],
          source: 'ventilation-rate procedure, ASHRAE 62.1-2019 §6.2',
        },
      ]
    : []
  const paper: Working[] = paperCfm
    ? [
        {
          id: 'paper',
          label: 'Outdoor air as asked for',
          formula: 'taken as it is written',
          result: { quantity: 'flow', value: paperCfm },
          inputs: [],
          source: 'drawings, permit or owner: as entered',
        },
      ]
    : []
  const exhaust: Working[] = balance
    ? [
        {
          id: 'exhaust',
          label: 'Intake with exhaust',
          formula: 'the larger of what the spaces need and exhaust + surplus',
          result: { quantity: 'flow', value: balance.requiredCfm },
          inputs: [{ name: 'surplus now', value: show('flow', balance.netCfm), from: `the building is ${balance.pressure}` }],
          source: 'mass balance of the building',
        },
      ]
    : []
  return [...each, ...whole, ...paper, ...exhaust]
}
