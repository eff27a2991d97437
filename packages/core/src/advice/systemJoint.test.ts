import { describe, expect, it } from 'vitest'
import { airflowPicture } from '../airflow/picture.ts'
import { BASE_UNITS } from '../quantity/units.ts'
import { attempt, scenario } from '../testing/scenario.ts'
import type { ZoneCase } from '../zones/judge.ts'
import { solveJoint } from './joint.ts'
import { showIn } from './show.ts'
import { type JointInput, optionSaid, systemJoint } from './systemJoint.ts'

const TAPS = ['1', '2', '3', '4', '5']
const knob = (need: JointInput['taps'][number]['need'], label: string, same = false): JointInput['taps'][number] => ({
  need,
  label,
  values: same ? ['same', ...TAPS] : TAPS,
  tapOf: same ? [null, 0, 1, 2, 3, 4] : [0, 1, 2, 3, 4],
})
function problem(change: Partial<JointInput> = {}, readings = { supply: 0.2, return: -0.25 }) {
  const picture = airflowPicture(scenario({ tries: [attempt({ probes: readings, filter: 'clean' })] }))
  const joint = systemJoint({
    picture,
    taps: [knob('cool', 'Cooling tap'), knob('heat', 'Heater tap', true)],
    fires: null,
    zones: null,
    show: showIn(BASE_UNITS),
    ...change,
  })
  if (!joint) throw new Error('not enough is known?')
  return joint
}

describe('taps of a system as one problem', () => {
  it('holds no static against a rating that nobody knows, and says so', () => {
    const base = scenario({ tries: [attempt({ probes: { supply: 0.2, return: -0.25 }, filter: 'clean' })] })
    const picture = airflowPicture({ ...base, blower: base.blower && { ...base.blower, ratedStaticInWc: null } })
    const joint = problem({ picture })
    expect(joint.constraints.map((one) => one.id)).not.toContain('static')
    expect(joint.unknown).toContain('the rated static of the cabinet, from its plate or manual')
  })
  it('takes the tap nearest the aim, and lets the heater blow with it where that is enough', () => {
    const joint = problem()
    const answer = solveJoint(joint)
    if (answer.kind !== 'fits') throw new Error('conflict?')
    expect(joint.knobs[0]?.options[answer.choice[0] as number]).toBe('3')
    expect(joint.constraints.map((one) => one.id)).toEqual(['aim', 'static', 'heater'])
    for (const one of joint.constraints) expect(one.beyond(answer.choice)).toBeLessThanOrEqual(0)
  })

  it('names aim and static where the duct is too tight for both', () => {
    const answer = solveJoint(problem({}, { supply: 0.28, return: -0.33 }))
    if (answer.kind !== 'conflict') throw new Error('it fits?')
    expect(answer.conflict.map((one) => one.id).sort()).toEqual(['aim', 'static'])
    expect(answer.relaxations).toHaveLength(2)
    for (const one of answer.relaxations) expect(one.beyond).toBeGreaterThan(0)
  })

  it('keeps each fire inside its own window and the stages in their order', () => {
    const joint = problem({
      taps: [knob('cool', 'Cooling'), knob('heat', 'High fire'), knob('heatLow', 'Low fire'), knob('continuous', 'Continuous')],
      fires: { high: { heatBtuH: 64_000, lowF: 35, highF: 65 }, low: { heatBtuH: 43_000, lowF: 25, highF: 45 } },
    })
    const answer = solveJoint(joint)
    if (answer.kind !== 'fits') throw new Error(answer.conflict.map((one) => one.id).join())
    const flows = joint.knobs.map((_, i) => joint.pointAt(i, answer.choice)?.flowCfm ?? 0)
    expect(64_000 / (1.07 * (flows[1] as number))).toBeLessThan(65)
    expect(flows[2]).toBeLessThanOrEqual(flows[1] as number)
    expect(flows[3]).toBeLessThanOrEqual(flows[0] as number)
  })

  it('takes the zones in: no tap of a motor that holds its flow keeps a small zone quiet', () => {
    const held = scenario({
      tries: [attempt({ tap: 1, tapLabel: 'B', probes: { supply: 0.2, return: -0.15 }, filter: 'clean' })],
    })
    const blower = held.blower!
    const picture = airflowPicture({
      ...held,
      blower: { ...blower, table: { kind: 'constant-airflow', taps: ['A', 'B'], tapFlowsCfm: [1200, 1340], maxStaticInWc: 0.9 } },
    })
    const zones: ZoneCase = {
      network: {
        commonResistance: 1e-7,
        branchResistances: [3e-7, 4e-6],
        alwaysOpen: [],
        fan: { kind: 'constant-airflow', setCfm: 1340, maxStaticInWc: 0.9 },
      },
      branches: [
        { name: 'Hall', designCfm: 1000, loudest: null },
        { name: 'Store', designCfm: 300, loudest: { name: 'Store', fpmPerCfm: 3, maxFaceFpm: 700 } },
      ],
      limits: { heaterFloorCfm: 1050, coilFloorCfm: null, maxStaticInWc: 0.5 },
      steps: null,
      keepsLast: true,
    }
    const joint = problem({ picture, zones, taps: [{ need: 'cool', label: 'Cooling', values: ['A', 'B'], tapOf: [0, 1] }] })
    const answer = solveJoint(joint)
    if (answer.kind !== 'conflict') throw new Error('it fits?')
    expect(answer.conflict.map((one) => one.id)).toEqual(['zones'])
  })

  it('takes the zones in for a blower with a curve too', () => {
    const zones: ZoneCase = {
      network: {
        commonResistance: 1e-7,
        branchResistances: [2.5e-7, 5e-6],
        alwaysOpen: [0],
        fan: { kind: 'constant-airflow', setCfm: 1, maxStaticInWc: 1 },
      },
      branches: [
        { name: 'Hall', designCfm: 900, loudest: { name: 'Hall', fpmPerCfm: 0.52, maxFaceFpm: 700 } },
        { name: 'Store', designCfm: null, loudest: null },
      ],
      limits: { heaterFloorCfm: null, coilFloorCfm: null, maxStaticInWc: null },
      steps: null,
      keepsLast: false,
    }
    const joint = problem({ zones })
    const beyond = joint.constraints.find((one) => one.id === 'zones')?.beyond
    // The hall alone: quiet on the slow taps, heard on the fast ones.
    const by = [0, 1, 2, 3, 4].map((tap) => beyond?.([tap, 0]) ?? Number.NaN)
    expect(by[0]).toBe(0)
    expect(by[4]).toBeGreaterThan(0)
    expect([...by].sort((a, b) => a - b)).toEqual(by)
  })

  it('searches the adjust together with the taps, and takes one only where it is worth it', () => {
    const adjusted = (supply: number, back: number, capacityTons: number) => {
      const { blower, ...rest } = scenario({ tries: [attempt({ probes: { supply, return: back }, filter: 'clean' })] })
      const picture = airflowPicture({
        ...rest,
        capacityTons,
        heaterKw: 0,
        blower: blower && { ...blower, adjustsPct: [-10, 0, 10] },
      })
      const joint = problem({ picture, taps: [knob('cool', 'Cooling tap')] })
      const answer = solveJoint(joint)
      if (answer.kind !== 'fits') throw new Error(answer.conflict.map((one) => one.id).join())
      return [joint.knobs.map((one, i) => optionSaid(one, answer.choice[i] as number)), joint.pointAt(0, answer.choice)?.flowCfm]
    }
    // Tap 3 by itself is inside the band.
    expect(adjusted(0.2, -0.25, 3.5)[0]).toEqual(['3', '0%'])
    // An aim of 1,229 cfm lies between tap 2 (1,154) and tap 3 (1,308), more than 5% from both: tap 2 and 10% meets it.
    const [set, flow] = adjusted(0.2, -0.25, 3.2)
    expect(set).toEqual(['2', '+10%'])
    // By hand: 1.1 × the table at 0.416 in.wc, 1.1 × 1,143 = 1,257.
    expect(flow).toBeCloseTo(1257, -1)
  })

  it('gives a heater the least flow that passes where it has a tap of its own', () => {
    const picture = airflowPicture(
      scenario({ tries: [attempt({ probes: { supply: 0.2, return: -0.25 }, filter: 'clean' })], heaterOnThisTap: false }),
    )
    const joint = problem({ picture, taps: [knob('cool', 'Cooling tap'), knob('heat', 'Heater tap')] })
    const answer = solveJoint(joint)
    // 9 kW wants 1,050 cfm; tap 2 gives 1,154, tap 1 989.
    expect(answer.kind === 'fits' && joint.knobs[1]?.options[answer.choice[1] as number]).toBe('2')
  })

  it.each([
    ['the high fire', { high: null, low: { heatBtuH: 43_000, lowF: 25, highF: 45 } }, [/high fire/]],
    ['the low fire', { high: { heatBtuH: 64_000, lowF: 35, highF: 65 }, low: null }, [/low fire/]],
    ['both', { high: null, low: null }, [/high fire/, /low fire/]],
  ] as const)('says that %s is not known', (_, fires, unknown) => {
    const joint = problem({ taps: [knob('cool', 'Cooling'), knob('heat', 'High'), knob('heatLow', 'Low')], fires })
    expect(joint.unknown).toEqual(unknown.map((one) => expect.stringMatching(one)))
  })

  it('says which heater is not known, or its least flow', () => {
    const of = (heaterKw: number | null) =>
      problem({
        picture: airflowPicture(
          scenario({ heaterKw, tries: [attempt({ probes: { supply: 0.2, return: -0.25 }, filter: 'clean' })] }),
        ),
      }).unknown
    expect([of(0), of(9), of(null), of(7)]).toEqual([
      [],
      [],
      [expect.stringContaining('which heater')],
      [expect.stringContaining('7 kW')],
    ])
  })

  it('has nothing to say before the duct is known', () => {
    const picture = airflowPicture(scenario())
    expect(
      systemJoint({ picture, taps: [knob('cool', 'Cooling')], fires: null, zones: null, show: showIn(BASE_UNITS) }),
    ).toBeNull()
  })
})
