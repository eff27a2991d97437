import type { CombinedFlow, FlowEstimate } from '../airflow/combine.ts'
import { methodOf } from '../airflow/methods/methods.ts'
import { type AirflowPicture, floorBindsCooling, type TryResult } from '../airflow/picture.ts'
import { PART_NAMES, POINT_NAMES } from '../airflow/staticWalk.ts'
import { outcomeAt, type TapOutcome } from '../airflow/tapChoice.ts'
import { formatScientific } from '../quantity/format.ts'
import { counted, list, tapSetName } from './show.ts'
import { f, inWc, type Working } from './working.ts'

/** Every number of the airflow stage, opened. Order: aim, limits, static, flow, duct, taps, split. */
export function workings(picture: AirflowPicture): Working[] {
  const { current } = picture
  return [
    ...aim(picture),
    ...floor(picture),
    ...(current
      ? [
          ...staticWorking(current),
          ...walk(current),
          ...methodWorkings(picture, current),
          ...combined(current),
          ...duct(picture, current),
          ...clean(picture, current),
        ]
      : []),
    ...taps(picture),
    ...ceiling(picture),
    ...(current ? split(picture, current) : []),
  ]
}

function aim(picture: AirflowPicture): Working[] {
  const { target, input } = picture
  if (!target || picture.aimCfm === null) return []
  const rated = input.ratedCfm
  const tons = input.capacityTons ?? 0
  const base = rated
    ? `rated ${f(rated)} cfm`
    : `${Math.round(tons * 1000) / 1000} ton × ${input.rule.cfmPerTon} = ${f(target.standardCfm)} cfm`
  return [
    {
      id: 'aim',
      label: 'Aim',
      formula: input.rule.keepMass ? `${base}; ÷ ${f(target.densityRatio, 4)} = ${f(target.altitudeCfm)} cfm` : base,
      result: { quantity: 'flow', value: picture.aimCfm, plusMinus: (picture.aimCfm * input.rule.bandPct) / 100 },
      inputs: [
        ...(rated
          ? [{ name: 'rated airflow', value: `${f(rated)} cfm of standard air`, from: 'plate or maker’s sheet' }]
          : [
              { name: 'capacity', value: `${tons} ton`, from: 'nameplate' },
              { name: 'flow per ton', value: `${input.rule.cfmPerTon} cfm`, from: `house rule “${input.rule.name}”` },
            ]),
        { name: 'altitude', value: `${f(input.altitudeFt)} ft`, from: 'site' },
      ],
      source: `${rated ? 'Rated airflow, standard air' : 'Capacity × flow per ton'}; standard-atmosphere pressure ratio, ASHRAE Fundamentals 2017, ch. 1, eq. 3.`,
      note: `${rated ? 'The plate goes before the rule’s flow per ton.' : input.rule.reason} ${input.rule.keepMass ? 'Actual cfm at this altitude that carries the same mass of air.' : 'Standard cfm; altitude not corrected, by the rule.'}`,
    },
    {
      id: 'air',
      label: 'Air',
      formula: `60 × (0.240 + 0.444 × ${f(picture.air.humidityRatio, 4)}) ÷ ${f(picture.air.specificVolumeFt3Lb, 2)} = ${f(picture.sensibleFactor, 3)} Btu/h per cfm·°F`,
      result: null,
      inputs: [
        {
          name: 'density',
          value: `${f(picture.air.densityLbFt3, 4)} lb/ft³`,
          from: `${f(input.altitudeFt)} ft, ${f(picture.air.dryBulbF, 1)} °F, ${f(picture.air.relativeHumidityPct)}%`,
        },
        { name: 'pressure', value: `${f(picture.pressurePsia, 2)} psia`, from: 'standard atmosphere' },
      ],
      source: 'ASHRAE Fundamentals 2017, ch. 1, eqs. 26 and 30.',
      ...(picture.airAssumed && { note: 'Humidity was not measured: 50% taken. It moves the factor by less than 1%.' }),
    },
  ]
}

function floor(picture: AirflowPicture): Working[] {
  const { input } = picture
  if (!input.heaterKw || !input.blower) return []
  const known = picture.floorCfm !== null
  return [
    {
      id: 'floor',
      label: 'Floor',
      formula: known
        ? `${input.heaterKw} kW heater ≥ ${f(picture.floorCfm ?? 0)} cfm`
        : `No least flow printed for ${input.heaterKw} kW`,
      result: known ? { quantity: 'flow', value: picture.floorCfm ?? 0 } : null,
      inputs: [
        { name: 'heater kit', value: `${input.heaterKw} kW`, from: 'survey' },
        ...(known && input.blower.densityRatio !== undefined
          ? [
              {
                name: 'least flow as printed, of standard air',
                value: `${f((picture.floorCfm ?? 0) * input.blower.densityRatio)} cfm`,
                from: `its sheet; ÷ ${f(input.blower.densityRatio, 3)} for the air of the site`,
              },
            ]
          : []),
      ],
      source: `Heater-kit table of the ${input.blower.name}: ${input.blower.source}`,
      note: floorBindsCooling(input)
        ? 'The heater blows with this tap, so the floor binds here.'
        : input.heaterOnThisTap
          ? 'The heater can have a tap of its own, and the floor binds there; while it blows with the cooling tap, here.'
          : 'The heater has a tap of its own; the floor binds there.',
    },
  ]
}

function staticWorking(current: TryResult): Working[] {
  const { supply, return: back } = current.input.probes
  if (supply === undefined || back === undefined || current.externalInWc === null) return []
  return [
    {
      id: 'static',
      label: 'Static',
      formula: `${inWc(supply)} − (${inWc(back)}) = ${inWc(current.externalInWc)} in.wc`,
      result: { quantity: 'static', value: current.externalInWc, plusMinus: 0.02 },
      inputs: [
        { name: 'supply', value: `${inWc(supply)} in.wc`, from: `try ${current.input.number}` },
        { name: 'return', value: `${inWc(back)} in.wc`, from: `try ${current.input.number}` },
      ],
      source: 'External static = supply − return, signed, against the room.',
    },
  ]
}

function walk(current: TryResult): Working[] {
  if (current.walk.steps.length < 2) return []
  return [
    {
      id: 'walk',
      label: 'Static walk',
      formula: current.walk.steps
        .filter((step) => !step.parts.includes('cabinet'))
        .map(
          (step) =>
            `${list(step.parts.map((part) => PART_NAMES[part]))} ${inWc(step.fromInWc)} − (${inWc(step.toInWc)}) = ${inWc(step.dropInWc)}`,
        )
        .join('; '),
      result: null,
      inputs: current.walk.steps.slice(0, -1).map((step) => ({
        name: POINT_NAMES[step.toPoint],
        value: `${inWc(step.toInWc)} in.wc`,
        from: `try ${current.input.number}`,
      })),
      source: 'Loss over a part = difference of the probes on its two sides.',
    },
  ]
}

/** One working for each way in which the flow of a try is known. */
export function methodWorkings({ input }: AirflowPicture, current: TryResult): Working[] {
  return (current.flow?.estimates ?? []).map((one) => ({
    ...methodOf(one).working(current.input, { input, air: current.air, sensibleFactor: current.sensibleFactor }, one),
    result: { quantity: 'flow', value: one.flowCfm, plusMinus: one.plusMinusCfm },
  }))
}

function combinedNote({ verdict, used, outside, birgeRatio }: CombinedFlow): string {
  const wider = birgeRatio > 1 ? ` They scatter more than their uncertainties say: widened ${f(birgeRatio, 2)} times.` : ''
  if (verdict === 'cannot-tell')
    return `Nobody can tell which of them is right: taken from all, widened ${f(birgeRatio, 2)} times.`
  if (outside.length === 0) return `They agree within their uncertainties.${wider}`
  const names = (some: readonly FlowEstimate[]) => list(some.map((one) => methodOf(one).name))
  return `Taken from ${names(used)}. Outside of them: ${names(outside.map((one) => one.estimate))}, until read again.${wider}`
}

function combined(current: TryResult): Working[] {
  const flow = current.flow
  if (!flow || flow.estimates.length < 2) return []
  return [
    {
      id: 'flow-combined',
      label: 'Flow',
      formula: `${flow.estimates.map((one) => `${f(one.flowCfm)} ± ${f(one.plusMinusCfm)}`).join(', ')} → ${f(flow.flowCfm)} ± ${f(flow.plusMinusCfm)} cfm`,
      result: { quantity: 'flow', value: flow.flowCfm, plusMinus: flow.plusMinusCfm },
      inputs: flow.estimates.map((one) => ({
        name: methodOf(one).name,
        value: `${f(one.flowCfm)} cfm`,
        from: `± ${f(one.plusMinusCfm)}`,
      })),
      source:
        'Largest consistent subset by chi-square at 95% (Cox, Metrologia 2002 and 2007); generalized least squares, what methods share counted once; widened by the Birge ratio where they scatter.',
      note: combinedNote(flow),
    },
  ]
}

function duct(picture: AirflowPicture, current: TryResult): Working[] {
  if (current.ductCoefficient === null || !current.flow || current.externalInWc === null) return []
  return [
    {
      id: 'duct',
      label: 'Duct',
      formula: `${inWc(current.externalInWc)} ÷ ${f(current.flow.flowCfm)}² = ${formatScientific(current.ductCoefficient)} in.wc/cfm²`,
      result: null,
      inputs: [
        { name: 'static', value: `${inWc(current.externalInWc)} in.wc`, from: `try ${current.input.number}` },
        {
          name: 'flow',
          value: `${f(current.flow.flowCfm)} cfm`,
          from: current.flow.estimates.length > 1 ? 'methods combined' : 'blower table',
        },
      ],
      source: 'Turbulent duct flow, p = c·Q², through the measured point.',
      ...(picture.tries.length > 1 && { note: 'One duct has one coefficient: tries with the same filter must agree on it.' }),
    },
  ]
}

function clean(picture: AirflowPicture, current: TryResult): Working[] {
  const { cleanFilter } = picture.input
  const here = outcomeAt(picture.cleanChoice, current.input)?.point
  if (
    current.input.filter === 'clean' ||
    !here ||
    !cleanFilter ||
    current.filterCoefficient === null ||
    current.ductCoefficient === null
  )
    return []
  return [
    {
      id: 'clean',
      label: 'Clean filter',
      formula: `${formatScientific(current.ductCoefficient)} − ${formatScientific(current.filterCoefficient)} + ${inWc(cleanFilter.dropInWc)} ÷ ${f(cleanFilter.atFlowCfm)}² = ${formatScientific(picture.cleanCoefficient ?? 0)} → ${f(here.flowCfm)} cfm at ${inWc(here.staticInWc)}`,
      result: { quantity: 'flow', value: here.flowCfm },
      inputs: [
        {
          name: 'filter now',
          value: `${formatScientific(current.filterCoefficient)} in.wc/cfm²`,
          from: 'static on both sides of it',
        },
        {
          name: 'filter when clean',
          value: `${inWc(cleanFilter.dropInWc)} in.wc at ${f(cleanFilter.atFlowCfm)} cfm`,
          from: cleanFilter.source,
        },
      ],
      source: 'Parts in one path add up: c = Σ cᵢ; the tap is solved against the new sum.',
    },
  ]
}

function taps(picture: AirflowPicture): Working[] {
  const { choice, input } = picture
  if (!choice || !input.blower) return []
  const names = input.blower.table.taps
  const named = (one: TapOutcome) => tapSetName(names[one.tap] ?? '', one.adjustPct)
  // Of many adjusts, those that somebody asks about: none, the one it runs on, the one that is best.
  const asked = [0, picture.current?.input.adjustPct ?? 0, choice.best?.adjustPct ?? 0, choice.wished?.adjustPct ?? 0]
  const adjustNote =
    choice.outcomes.length > names.length
      ? ` ${counted(choice.outcomes.length, 'tap')} with adjusts were tried; a tap that by itself comes inside the aim goes first.`
      : ''
  return [
    {
      id: 'taps',
      label: 'Taps',
      formula: choice.outcomes
        .filter((one) => asked.includes(one.adjustPct))
        .map(
          (one) =>
            `${tapSetName(names[one.tap] ?? '', one.adjustPct)} ${one.point ? `${f(one.point.flowCfm)} @ ${inWc(one.point.staticInWc)}` : 'off the table'}`,
        )
        .join(' · '),
      result: choice.best?.point ? { quantity: 'flow', value: choice.best.point.flowCfm } : null,
      inputs: [{ name: 'limits', value: limitsText(picture), from: 'aim, floor, rating, grilles' }],
      source: `Operating point = tap line ∩ duct curve, each segment solved in closed form.${picture.basis && picture.basis !== picture.current ? ` Foreseen from the duct of try ${picture.basis.input.number}.` : ''}`,
      note: choice.best
        ? `Best ${named(choice.best)}${choice.runnerUp ? `, then ${named(choice.runnerUp)}` : ', no other is allowed'}.${adjustNote}${choice.binding ? ` Binding: ${choice.binding}.` : ''}`
        : 'No tap is inside every limit.',
    },
  ]
}

function limitsText(picture: AirflowPicture): string {
  const rated = picture.input.blower?.ratedStaticInWc ?? null
  const out = rated === null ? [] : [`static ≤ ${inWc(rated)}`]
  if (picture.floorCfm !== null && floorBindsCooling(picture.input)) out.push(`flow ≥ ${f(picture.floorCfm)}`)
  if (picture.ceilingCfm !== null) out.push(`flow ≤ ${f(picture.ceilingCfm)}`)
  return out.join(', ')
}

function ceiling(picture: AirflowPicture): Working[] {
  const { ceilingCfm } = picture
  const current = picture.tries.findLast((one) => one.loudest !== null && one.flow !== null)
  if (ceilingCfm === null || !current?.loudest || !current.flow) return []
  return [
    {
      id: 'ceiling',
      label: 'Noise ceiling',
      formula: `${f(current.flow.flowCfm)} × ${f(picture.input.rule.maxFaceFpm)} ÷ ${f(current.loudest.faceFpm)} = ${f(ceilingCfm)} cfm`,
      result: { quantity: 'flow', value: ceilingCfm },
      inputs: [
        {
          name: `face speed, ${current.loudest.name}`,
          value: `${f(current.loudest.faceFpm)} fpm`,
          from: `try ${current.input.number}`,
        },
        {
          name: 'most at a face',
          value: `${f(picture.input.rule.maxFaceFpm)} fpm`,
          from: `house rule “${picture.input.rule.name}”`,
        },
      ],
      source: 'Face speed ∝ flow while nothing is opened or shut.',
    },
  ]
}

function split(picture: AirflowPicture, current: TryResult): Working[] {
  const { expectedSplit } = current
  if (current.splitF === null || !current.input.split) return []
  const { returnDbF, supplyDbF } = current.input.split
  return [
    {
      id: 'split',
      label: 'Split',
      formula: `${f(returnDbF, 1)} − ${f(supplyDbF, 1)} = ${f(current.splitF, 1)} °F${expectedSplit ? ` · expected ${f(expectedSplit.lowF, 1)}–${f(expectedSplit.highF, 1)}` : ''}`,
      result: { quantity: 'temperatureDifference', value: current.splitF },
      inputs: [
        { name: 'return', value: `${f(returnDbF, 1)} °F`, from: `try ${current.input.number}` },
        { name: 'supply', value: `${f(supplyDbF, 1)} °F`, from: `try ${current.input.number}` },
        {
          name: 'flow',
          value: current.flow ? `${f(current.flow.flowCfm)} ± ${f(current.flow.plusMinusCfm)} cfm` : 'not known',
          from: 'as worked out',
        },
        {
          name: 'capacity',
          value: picture.input.capacityTons === null ? 'not known' : `${picture.input.capacityTons} ton ± 8%, bypass 6 to 20%`,
          from: 'nameplate',
        },
      ],
      source: 'The coil of the Coil view (bypass factor, energy balance) at every corner of these ranges.',
      note: expectedSplit?.takenRhPct
        ? `Humidity was not measured: ${expectedSplit.takenRhPct.join(' to ')}% taken, which widens the range. A wet bulb of the return narrows it.`
        : 'Near rated outdoor conditions; the maker’s charging table goes before this range.',
    },
  ]
}
