import type { AirflowInput } from '../airflow/input.ts'
import type { AirflowPicture, TryResult } from '../airflow/picture.ts'
import { PART_NAMES } from '../airflow/staticWalk.ts'
import { type Constraint, isSameSet, outcomeAt, type TapChoice, type TapOutcome } from '../airflow/tapChoice.ts'
import { type Finding, findings, HEAVY_SHARE } from './findings.ts'
import { capital, percent, type Show, tapSetName } from './show.ts'

/** What the one button beside the advice does. */
type MoveAction =
  | { kind: 'jot'; label: string; text: string }
  | { kind: 'try'; label: string; tap: number | null; adjustPct: number; filter: 'as-found' | 'clean' }
  | { kind: 'leave'; label: string; tap: number; adjustPct: number }
  | { kind: 'stage'; label: string; stage: 'survey' | 'hand-over' }

export interface NextMove {
  /** Names the rule, so that an override can say what it overrides. */
  key: string
  headline: string
  because: string
  action: MoveAction
  /** What is still not known, in words; the advice gets surer with each. */
  missing: string[]
  /** Ids of the workings it rests on. */
  rests: string[]
  /** Keys of the findings that it already speaks of. */
  covers?: string[]
  /** What else one could do; taking one asks for a reason. */
  otherTaps: number[]
  findings: Finding[]
}

type Draft = Omit<NextMove, 'missing' | 'findings' | 'otherTaps'> & { otherTaps?: number[] }

/**
 * What to do now, and why, from whatever is known. The rules are tried in order; the first that applies speaks:
 * what must be known first, readings that contradict each other, readings outside the table, then choosing, leaving,
 * proving. Never empty: it always says something true. Pure.
 */
export function nextMove(picture: AirflowPicture, show: Show): NextMove {
  const found = findings(picture, show)
  const missing = stillMissing(picture)
  const rules: (() => Draft | null)[] = [
    () => needBlower(picture),
    () => needCapacity(picture),
    () => needHeater(picture),
    () => needTap(picture),
    () => needStatic(picture),
    () => fromFinding(found, 'contradiction', 'These readings cannot all be right.'),
    () => fromFinding(found, 'out-of-table', 'The table cannot say what flows.'),
    () => clearStatic(picture, show),
    () => changeTap(picture, show),
    () =>
      fromFinding(
        found.filter((one) => one.key === 'odd-split'),
        'watch',
        isInBand(picture) ? 'Flow is right, the split is not.' : 'The split is not what this flow gives.',
      ),
    () => needSplit(picture, show),
    () => leaveIt(picture, show),
    () => proveIt(picture, show),
  ]
  for (const rule of rules) {
    const draft = rule()
    if (draft) return { otherTaps: otherTaps(picture, draft), ...draft, missing, findings: found }
  }
  return { ...handOver(picture, show), missing, findings: found, otherTaps: otherTaps(picture, null) }
}

const jot = (label: string, text: string): MoveAction => ({ kind: 'jot', label, text })

function otherTaps(picture: AirflowPicture, draft: Draft | null): number[] {
  const named = draft && 'tap' in draft.action ? draft.action.tap : picture.current?.input.tap
  return (picture.input.blower?.table.taps ?? []).map((_, tap) => tap).filter((tap) => tap !== named)
}

function stillMissing(picture: AirflowPicture): string[] {
  const { current, input } = picture
  const out: string[] = []
  if (!input.blower) out.push(input.equipment ? 'the blower table' : 'the equipment profile')
  if (input.capacityTons === null) out.push('capacity from the nameplate')
  if (input.heaterKw === null && !input.burnsFuel) out.push('heater kit, or that there is none')
  if (!current || current.input.tap === null) out.push('the tap it runs on')
  if (current?.input.probes.supply === undefined) out.push('supply static')
  if (current?.input.probes.return === undefined) out.push('return static')
  if (current && current.filterCoefficient === null && current.input.filter === 'as-found')
    out.push('static on both sides of the filter')
  if (current && !current.input.split && isCoolingWeather(input)) out.push('the split')
  if (current && !current.loudest) out.push('air speed at the loudest grille')
  if (current && (current.flow?.estimates.length ?? 0) < 2) out.push('a second way of knowing the flow')
  return out
}

function needBlower(picture: AirflowPicture): Draft | null {
  if (picture.input.blower) return null
  if (picture.input.equipment)
    return {
      key: 'need-table',
      headline: `Enter the blower table of the ${picture.input.equipment}.`,
      because:
        'Its profile in the library has none: without it a static reading says nothing about the flow. Until then a hood, a traverse or a plate measures it.',
      action: { kind: 'stage', label: 'Open Survey', stage: 'survey' },
      rests: [],
    }
  return {
    key: 'need-profile',
    headline: 'Say what this air handler is.',
    because: 'Without its blower table a static reading says nothing about the flow.',
    action: { kind: 'stage', label: 'Open Survey', stage: 'survey' },
    rests: [],
  }
}

function needCapacity(picture: AirflowPicture): Draft | null {
  if (picture.input.capacityTons !== null) return null
  return {
    key: 'need-capacity',
    headline: 'Read the capacity from the nameplate.',
    because: 'The aim is capacity times flow per ton; without it there is nothing to aim at.',
    action: jot('Enter the capacity', 'capacity '),
    rests: [],
  }
}

function needHeater(picture: AirflowPicture): Draft | null {
  if (picture.input.heaterKw !== null || picture.input.burnsFuel) return null
  return {
    key: 'need-heater',
    headline: 'Say which heater kit is fitted, or that there is none.',
    because: 'An electric heater sets the least flow; below it the elements overheat.',
    action: jot('Enter the heater', 'heater '),
    rests: [],
  }
}

function needTap(picture: AirflowPicture): Draft | null {
  const current = picture.current
  if (current && current.input.tap !== null) return null
  const word = picture.input.blower?.tapWord ?? 'tap'
  return {
    key: 'need-tap',
    headline: `Read which ${word} the blower runs on.`,
    because: 'As found comes first: it is the only chance to know what was there, and the table needs it.',
    action: jot('Enter the tap', 'tap '),
    rests: [],
  }
}

function needStatic(picture: AirflowPicture): Draft | null {
  const probes = picture.current?.input.probes ?? {}
  if (probes.supply !== undefined && probes.return !== undefined) return null
  if (probes.supply === undefined && probes.return === undefined) {
    return {
      key: 'need-static',
      headline: 'Measure static on both sides of the cabinet.',
      because: 'Blower running, panels on, every grille open. The difference of the two is what the blower works against.',
      action: jot('Enter both statics', 'esp '),
      rests: [],
    }
  }
  const side = probes.supply === undefined ? 'supply' : 'return'
  return {
    key: `need-static-${side}`,
    headline: `Measure the ${side} static too.`,
    because: `One side alone tells nothing about the flow: the blower works against the difference.`,
    action: jot(`Enter the ${side} static`, `${side} `),
    rests: [],
  }
}

function fromFinding(found: readonly Finding[], kind: Finding['kind'], lead: string): Draft | null {
  const first = found.find((one) => one.kind === kind)
  if (!first) return null
  const [doFirst = first.remedy] = first.remedy.split(/(?<=[.:])\s/)
  return {
    key: `${kind}:${first.key}`,
    headline: capital(doFirst.replace(/:$/, '.')),
    because: `${lead} ${first.text} ${capital(first.remedy.slice(doFirst.length).trim())}`.trim(),
    action: first.jot ? jot('Read it again', first.jot) : { kind: 'stage', label: 'Open Survey', stage: 'survey' },
    rests: ['static', 'flow-combined', 'walk'],
    covers: [first.key],
  }
}

/** A tap as it is to be set; the adjust is said where there is one, or where there is one now that has to go. */
const setName = ({ input, current }: AirflowPicture, { tap, adjustPct }: { tap: number; adjustPct: number }): string =>
  tapSetName(input.blower?.table.taps[tap] ?? '', adjustPct, (current?.input.adjustPct ?? 0) !== 0)

/** What the blower runs on now. */
const setNow = ({ input }: TryResult): string => tapSetName(input.tapLabel, input.adjustPct)

const inBand = (picture: AirflowPicture, flowCfm: number) =>
  flowCfm >= (picture.aimLowCfm ?? 0) && flowCfm <= (picture.aimHighCfm ?? Number.POSITIVE_INFINITY)

/** Within the band of the rule, as far as methods that agree can say. */
const isInBand = (picture: AirflowPicture): boolean => {
  const flow = flowOf(picture.current)
  return flow !== null && inBand(picture, flow)
}

/** Below this outdoors a cooling circuit runs unlike its rating, and its coil may ice. An estimate from practice. */
const COOLING_FROM_F = 60
const isCoolingWeather = ({ outdoorF }: AirflowInput): boolean => outdoorF === null || outdoorF >= COOLING_FROM_F

const flowOf = (current: TryResult | null): number | null => current?.flow?.flowCfm ?? null

/** Static over the rating: find out which part takes it, and take it out, before any tap. */
function clearStatic(picture: AirflowPicture, show: Show): Draft | null {
  const { current, input } = picture
  const rated = input.blower?.ratedStaticInWc ?? null
  if (!current || current.externalInWc === null || rated === null || current.externalInWc <= rated) return null
  const tap = setNow(current)
  const over = `${show('static', current.externalInWc)} across the cabinet against a rated ${show('static', rated)}.`
  if (current.input.filter === 'as-found' && current.filterCoefficient === null) {
    return {
      key: 'walk-filter',
      headline: 'Measure static before and after the filter.',
      because: `${over} The filter is the part most often to blame and the cheapest to change; these two readings say how much of it is the filter.`,
      action: jot('Enter both sides of the filter', 'filter '),
      rests: ['static'],
      covers: ['over-rated-static'],
    }
  }
  const filterStep = current.walk.steps.find((step) => step.parts.length === 1 && step.parts[0] === 'filter')
  const filterHeavy = (filterStep?.share ?? 0) >= HEAVY_SHARE
  const cleanHere = outcomeAt(picture.cleanChoice, current.input)
  const filterTakes = filterStep
    ? `The filter alone takes ${show('static', filterStep.dropInWc)}, ${percent(filterStep.share ?? 0)} of it.`
    : ''
  if (current.input.filter === 'as-found' && (filterHeavy || cleanHere)) {
    if (!cleanHere?.point) {
      return {
        key: 'change-filter-blind',
        headline: `Change the filter, stay on ${tap}, measure again.`,
        because: `${over} ${filterTakes} The clean drop of this filter is not known, so what it will bring cannot be worked out yet.`,
        action: {
          kind: 'try',
          label: 'Log the next try',
          tap: current.input.tap,
          adjustPct: current.input.adjustPct,
          filter: 'clean',
        },
        rests: ['static', 'walk'],
        covers: ['over-rated-static', 'heavy-filter'],
      }
    }
    const best = picture.cleanChoice?.best ?? cleanHere
    const stay = isSameSet(best, current.input)
    const target = stay ? cleanHere : best
    const point = target.point ?? cleanHere.point
    const name = setName(picture, target)
    return {
      key: 'change-filter',
      headline: `Change the filter, ${stay ? 'stay on' : 'move to'} ${name}, measure again.`,
      because:
        `${over} ${filterTakes} A clean filter should bring the static to about ${show('static', point.staticInWc)} and the flow to ${show('flow', point.flowCfm)}${
          inBand(picture, point.flowCfm) ? ': inside the aim' : ''
        }. ${whyNotFaster(picture, show)}`.trim(),
      action: { kind: 'try', label: 'Log the next try', tap: target.tap, adjustPct: target.adjustPct, filter: 'clean' },
      rests: ['static', 'walk', 'clean', 'aim'],
      covers: ['over-rated-static', 'heavy-filter'],
    }
  }
  const best = picture.choice?.best
  if (best?.point && !isSameSet(best, current.input)) return null // a lower tap brings it under the rating: let changeTap say so
  const worst = current.walk.worst
  const unknownWalk = current.walk.steps.some((step) => step.parts.length > 1 && !step.parts.includes('cabinet'))
  if (unknownWalk) {
    return {
      key: 'walk-rest',
      headline: 'Measure along the rest of the air path.',
      because: `${over} The readings so far do not show which part takes it: one at the end of the supply trunk parts the trunk from the branches.`,
      action: jot('Enter the trunk static', 'static trunk '),
      rests: ['static', 'walk'],
      covers: ['over-rated-static'],
    }
  }
  return {
    key: 'open-duct',
    headline: worst
      ? `Open up the ${PART_NAMES[worst.parts[0] ?? 'branches']}; no tap can mend this.`
      : 'The duct must give way; no tap can mend this.',
    because: `${over} ${worst ? `It takes ${show('static', worst.dropInWc)}, ${percent(worst.share ?? 0)} of the whole.` : ''} No tap meets the aim inside every limit on this duct. ${whatMustChange(picture, show)}`,
    action: jot('Note it as an open item', 'open '),
    rests: ['static', 'walk', 'taps'],
    covers: ['over-rated-static', ...(worst ? [`heavy-${worst.parts[0]}`] : [])],
  }
}

function changeTap(picture: AirflowPicture, show: Show): Draft | null {
  const { current, choice, input } = picture
  const flow = flowOf(current)
  if (!current || !choice || flow === null || input.blower === null) return null
  const label = (outcome: TapOutcome) => setName(picture, outcome)
  const here = outcomeAt(choice, current.input)
  // Whether the flow is within the aim is what was measured, not what the table foresees.
  const breaks = here?.breaks.filter((one) => one !== 'aim-low' && one !== 'aim-high') ?? []
  // Within the band and inside every limit is good enough: no change for the sake of a few cfm.
  if (here && breaks.length === 0 && inBand(picture, flow)) return null
  const next = stepDown(choice, here) ?? choice.best
  if (!next) {
    return {
      key: 'none-fits',
      headline: 'No tap fits this duct: something else must change.',
      because: whatMustChange(picture, show),
      action: jot('Note it as an open item', 'open '),
      rests: ['taps', 'aim'],
    }
  }
  if (isSameSet(next, current.input)) return null
  const point = next.point
  if (!point) return null
  const direction = flow < (picture.aimCfm ?? 0) ? 'under' : 'over'
  const off = picture.aimCfm ? percent(Math.abs(flow - picture.aimCfm) / picture.aimCfm) : ''
  return {
    key: 'change-tap',
    headline: `Move to ${label(next)} and measure again.`,
    because: `${setNow(current)} gives ${show('flow', flow)}, ${off} ${direction} the aim${
      breaks.length > 0 ? `, and ${breaks.map((one) => constraintText(one, picture, show)).join(' and ')}` : ''
    }. ${capital(label(next))} should give ${show('flow', point.flowCfm)} at ${show('static', point.staticInWc)}. ${next === choice.best ? whyNotFaster(picture, show) : 'One step at a time: noise is heard, not worked out; listen again there.'}`.trim(),
    action: {
      kind: 'try',
      label: 'Log the next try',
      tap: next.tap,
      adjustPct: next.adjustPct,
      filter: current.input.filter,
    },
    rests: ['taps', 'aim', 'duct'],
  }
}

/**
 * The next slower set that stays inside the aim, where noise is all that speaks against the present one: the ceiling was
 * worked out from one face speed, so a step is taken and listened to. Null where noise is not the reason.
 */
function stepDown({ outcomes }: TapChoice, here: TapOutcome | undefined): TapOutcome | null {
  const byNoise = here?.breaks.includes('noise') && here.breaks.every((one) => one === 'noise' || one === 'aim-high')
  if (!here?.point || !byNoise) return null
  const now = here.point.flowCfm
  const slower = outcomes.filter(
    ({ point, breaks }) => point && point.flowCfm < now * (1 - LEAST_STEP) && breaks.every((one) => one === 'noise'),
  )
  return slower.reduce<TapOutcome | null>(
    (most, one) => ((one.point?.flowCfm ?? 0) > (most?.point?.flowCfm ?? 0) ? one : most),
    null,
  )
}
/** Less than this between two sets is not heard. An estimate from practice. */
const LEAST_STEP = 0.03

/** Names the tap one would wish for and what keeps it from being taken. */
function whyNotFaster(picture: AirflowPicture, show: Show): string {
  const choice = picture.current?.input.filter === 'as-found' && picture.cleanChoice ? picture.cleanChoice : picture.choice
  if (!choice?.binding || !choice.wished) return ''
  const label = capital(setName(picture, choice.wished))
  return `${label} comes nearer the aim, but ${constraintText(choice.binding, picture, show)}.`
}

export function constraintText(constraint: Constraint, picture: AirflowPicture, show: Show): string {
  switch (constraint) {
    case 'static':
      return `breaks the rated static of ${show('static', picture.input.blower?.ratedStaticInWc ?? 0)}`
    case 'floor':
      return `is under the ${show('flow', picture.floorCfm ?? 0)} that the heater needs`
    case 'noise':
      return `passes ${show('velocity', picture.input.rule.maxFaceFpm)} at the loudest grille`
    case 'rise-low':
      return 'falls below the temperature-rise window'
    case 'rise-high':
      return 'goes above the temperature-rise window'
    case 'aim-low':
      return `stays under the ${show('flow', picture.aimLowCfm ?? 0)} that the coil should have at least`
    case 'aim-high':
      return `passes the ${show('flow', picture.aimHighCfm ?? 0)} that the aim allows at most`
    case 'adjust-of-heat':
      return 'moves the heating taps too, and leaves heating none that serves it'
    case 'off-table':
      return 'does not meet this duct inside the table'
  }
}

function whatMustChange(picture: AirflowPicture, show: Show): string {
  const wished = picture.choice?.wished
  if (!wished?.point) return 'No tap of this blower meets the duct inside its table: check the readings, then the duct.'
  const label = setName(picture, wished)
  const breaks = wished.breaks.map((one) => constraintText(one, picture, show)).join(' and ')
  const worst = picture.current?.walk.worst
  const where = wished.breaks.includes('noise')
    ? ' Give the loudest grille more area, or the room another one; slowing the blower further would starve the coil.'
    : worst
      ? ` Start with the ${PART_NAMES[worst.parts[0] ?? 'filter']}: it takes ${show('static', worst.dropInWc)}.`
      : ''
  return `${capital(label)} would come nearest with ${show('flow', wished.point.flowCfm)} at ${show('static', wished.point.staticInWc)}, but it ${breaks}.${where}`
}

function needSplit(picture: AirflowPicture, show: Show): Draft | null {
  const { current } = picture
  const flow = flowOf(current)
  if (!current || flow === null || current.input.split || !isCoolingWeather(picture.input)) return null
  return {
    key: 'need-split',
    headline: 'Measure the split, dry and wet.',
    because: `Flow is ${show('flow', flow)}, ${isInBand(picture) ? 'where it should be' : 'as near as a tap comes'}. The split shows that the coil does its work at this flow; take it after ten minutes of steady running.${picture.input.outdoorF === null ? ' In heating weather say on the Coil view how warm it is outdoors: then it is left for another day.' : ''}`,
    action: jot('Enter the split', 'split '),
    rests: ['flow-combined', 'aim'],
  }
}

function leaveIt(picture: AirflowPicture, show: Show): Draft | null {
  const { current, input } = picture
  const flow = flowOf(current)
  if (!current || flow === null || current.input.tap === null) return null
  const { adjustPct } = current.input
  const adjustLeft = input.adjustStandsPct === null || Math.abs(input.adjustStandsPct - adjustPct) < 1e-9
  if (input.leftTap === current.input.tap && adjustLeft) return null
  const tap = setNow(current)
  return {
    key: 'leave',
    headline: `Leave it on ${tap}.`,
    because: `${show('flow', flow)} at ${show('static', current.externalInWc ?? 0)} meets ${
      inBand(picture, flow) ? `the aim of ${show('flow', picture.aimCfm ?? 0)}` : 'every limit and comes nearest the aim'
    }, and nothing read so far speaks against it.`,
    action: { kind: 'leave', label: `Set Left to ${tap}`, tap: current.input.tap, adjustPct },
    rests: ['flow-combined', 'aim', 'taps'],
  }
}

function proveIt(picture: AirflowPicture, show: Show): Draft | null {
  const { current } = picture
  if (!current || current.input.tap === null || (current.flow?.estimates.length ?? 0) >= 2) return null
  // A heater is advised to run only where its least flow is known, and there.
  const byHeater =
    Boolean(picture.input.heaterKw) &&
    picture.input.heaterOnThisTap &&
    picture.floorCfm !== null &&
    (flowOf(current) ?? 0) >= picture.floorCfm
  return {
    key: 'second-method',
    headline: byHeater ? 'Prove the flow by the heater’s temperature rise.' : 'Prove the flow at the return grilles.',
    because: `So far only the table says ${show('flow', flowOf(current) ?? 0)}. A second way that agrees makes it proved rather than set.`,
    action: byHeater ? jot('Enter the rise', 'rise ') : jot('Enter the return grille', 'grille return '),
    rests: ['flow-combined'],
  }
}

function handOver(picture: AirflowPicture, show: Show): Draft {
  const { current } = picture
  const count = current?.flow?.estimates.length ?? 0
  return {
    key: 'done',
    headline: 'Airflow is set and proved. Go to Hand over.',
    because: `${count} ways of knowing the flow agree on ${show('flow', flowOf(current) ?? 0)} ± ${show('flow', current?.flow?.plusMinusCfm ?? 0)}. Write the proof into the ledger and print the card.`,
    action: { kind: 'stage', label: 'Open Hand over', stage: 'hand-over' },
    rests: ['flow-combined'],
  }
}
