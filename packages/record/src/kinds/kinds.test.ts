import { describe, expect, it } from 'vitest'
import { fold } from '../state/fold.ts'
import { begun, HERE, Pen, SYSTEM, uuid, VISIT } from '../testing/pen.ts'
import { KINDS } from './kinds.ts'

const stateOf = (pen: Pen) => fold(uuid(0), pen.changes)
const hereOf = (pen: Pen) => stateOf(pen).visits[0]!.systems[SYSTEM]!

it('these fields were read off something, and have a row each among the readings', () => {
  const read = KINDS.map((spec): [string, string] => [
    spec.kind,
    Object.entries((spec.fields ?? {}) as Record<string, { in?: string; unit?: string; read?: boolean } | undefined>)
      .flatMap(([name, field]) => (field?.read ? [`${name} ${field.in ?? field.unit ?? ''}`.trim()] : []))
      .join(', '),
  ]).filter(([, fields]) => fields !== '')
  expect(Object.fromEntries(read)).toMatchInlineSnapshot(`
    {
      "baseline.read": "outdoorF temperature, returnDbF temperature, returnWbF temperature, supplyDbF temperature, supplyInWc static, returnInWc static, flowCfm flow, volts voltage, amps current, suctionSatF temperature, suctionLineF temperature, liquidSatF temperature, liquidLineF temperature, driveHz Hz, starts, hours h",
      "cooling.set": "dryingPct percent, outdoorF temperature, superheatF temperatureDifference, subcoolingF temperatureDifference, wantedSuperheatF temperatureDifference, wantedSubcoolingF temperatureDifference",
      "counter.read": "value",
      "damper.point": "outdoorF temperature, returnF temperature, mixedF temperature, signal V, flowCfm flow",
      "firing.set": "inputBtuH heatRate, efficiencyPct percent, returnF temperature, supplyF temperature, riseLowF temperatureDifference, riseHighF temperatureDifference, meterFt3 gasVolume, meterS s, heatingValueBtuFt3 heatingValue, flowCfm flow, toStartS s, firingS s, lowInputBtuH heatRate, lowReturnF temperature, lowSupplyF temperature, lowRiseLowF temperatureDifference, lowRiseHighF temperatureDifference, gasInWc static, gasF temperature, manifoldInWc static, plateManifoldInWc static, lowManifoldInWc static, lowPlateManifoldInWc static, inletInWc static, inletLeastInWc static, inletMostInWc static, oxygenPct percent, coAirFreePpm ppm, flueF temperature, startSupplyF temperature, lossBtuH heatRate, colderByF temperatureDifference, warmUpFPerH temperatureDifference, setbackF temperatureDifference",
      "outlet.reading": "flowCfm flow",
      "reading.grille": "faceFpm velocity, widthIn length, heightIn length, freeArea",
      "reading.hood": "flowCfm flow",
      "reading.plate": "factor cfm at 1 in.wc, dpInWc static, normalStaticInWc static, testStaticInWc static",
      "reading.probes": "supply static, return static, before-filter static, after-filter static, after-coil static, trunk static",
      "reading.rise": "returnDbF temperature, supplyDbF temperature, volts voltage, amps current",
      "reading.split": "returnDbF temperature, supplyDbF temperature, returnWbF temperature, supplyWbF temperature, returnRhPct humidity",
      "roof.reading": "outdoorF temperature, returnF temperature, mixedF temperature, commandPct percent, nearbyF temperature, feedbackPct percent, co2Ppm ppm, outdoorRhPct humidity",
      "sensor.pair": "shownF temperature, referenceF temperature",
      "stroke.reading": "feedbackPct percent, seenPct percent, seconds s",
      "traverse.point": "pressureInWc static",
      "traverse.set": "widthIn length, heightIn length, diameterIn length, straightBeforeIn length, straightAfterIn length, airF temperature",
      "zones.reading": "supplyInWc static, returnInWc static, flowCfm flow",
    }
  `)
})

describe('kinds folded', () => {
  it('a visit begins once, whoever sends it again', () => {
    const { pen } = begun()
    pen.write('visit.start', { visitId: VISIT, reason: 'Again' })
    expect(stateOf(pen).visits.map((one) => one.reason)).toEqual(['Test'])
  })
  it('an altitude is known once somebody says it', () => {
    const pen = new Pen()
    pen.write('site.set', { name: 'Quay' })
    expect(stateOf(pen)).toMatchObject({ altitudeKnown: false })
    pen.write('site.set', { altitudeFt: 0 })
    expect(stateOf(pen)).toMatchObject({ altitudeKnown: true, altitudeFt: 0 })
  })
  it('a profile is taken by its key only where the record holds it', () => {
    const { pen } = begun()
    pen.write('profile.use', { systemId: SYSTEM, place: 'controller', profileKey: 'wall@9' })
    expect(JSON.stringify(stateOf(pen).systems)).not.toContain('wall@9')
  })
  it('a bridge is one, whichever end is named first, on its own board', () => {
    const { pen } = begun()
    const bridge = (board: 'controller' | 'equipment', a: 'Rc' | 'Rh' | 'R', b: 'Rc' | 'Rh' | 'R', there: boolean) =>
      pen.write('bridge.set', { ...HERE, column: 'found', board, a, b, there })
    bridge('controller', 'Rc', 'Rh', true)
    bridge('controller', 'Rh', 'Rc', false)
    bridge('equipment', 'Rc', 'Rh', true)
    bridge('controller', 'Rc', 'R', true)
    expect(hereOf(pen).wiring.found.bridges.map(({ board, there }) => [board, there])).toEqual([
      ['controller', false],
      ['equipment', true],
      ['controller', true],
    ])
  })
  it('an aim that is taken back leaves the house rules’ own', () => {
    const { pen } = begun()
    pen.write('aim.set', { systemId: SYSTEM, role: 'airflow.cool', value: '3', why: 'x', from: 'unit' } as never)
    pen.write('aim.set', { systemId: SYSTEM, role: 'airflow.cool', value: null, why: '', from: 'unit' } as never)
    const given = Object.values(hereGiven(pen))[0] ?? []
    expect(given.map((one) => one.value)).toEqual(['3', null])
  })
})

const hereGiven = (pen: Pen) => stateOf(pen).systems[0]?.given ?? {}
