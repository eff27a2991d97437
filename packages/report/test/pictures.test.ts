import {
  airflowPicture,
  BASE_UNITS,
  METRIC_UNITS,
  nextMove,
  showIn,
  type Wiring,
  type WiringSystem,
  wantedWiring,
  wiringFindings,
} from '@ingle/core'
import { scenario } from '@ingle/core/testing'
import { describe, expect, it } from 'vitest'
import { airLineScene, dayScene, meetingScene, partLabels, type Scene, sceneToSvg, wireMapScene } from '../src/index.ts'
import { demoVisit } from './demo.ts'

/**
 * Pictures as they are drawn today, to be opened and looked at. A change of one is seen in the difference: when it is
 * meant, `npm run unit -- -u packages/report` takes it over.
 */
const asFile = (scene: Scene | null, name: string) => {
  if (!scene) throw new Error(`${name} is not drawn`)
  const svg = sceneToSvg(scene, { words: 'sans-serif', figures: 'monospace' }).replaceAll('><', '>\n<')
  const spoken = [scene.says, ...scene.marks.flatMap((mark) => (mark.kind === 'dot' && mark.says ? [mark.says] : []))]
  return expect(`${svg}\n<!-- ${spoken.join('\n')} -->\n`).toMatchFileSnapshot(`./pictures/${name}.svg`)
}

describe('where blower and duct meet', () => {
  it.each([
    ['tidewell-pottery-ah-1-upper-studio-visit-2', 540, 320, BASE_UNITS],
    ['tidewell-pottery-ah-1-upper-studio-visit-2-metric', 340, 250, METRIC_UNITS],
    ['tidewell-pottery-ah-1-upper-studio-visit-1', 540, 320, BASE_UNITS],
    ['beacon-mill-flat-1-visit-1', 419, 300, BASE_UNITS],
    ['calder-street-dental-ah-1-practice-visit-2', 420, 300, BASE_UNITS],
    ['6-otterholt-row-f-1-upstairs-visit-2', 540, 320, BASE_UNITS],
  ] as const)('%s', async (name, width, height, units) => {
    const { picture, move } = demoVisit(name, units)
    await asFile(meetingScene(picture, move, units, width, height), `meeting-${name}`)
  })

  it('a blower that holds its flow, turned up, on a capacity that nobody knows', async () => {
    const input = scenario()
    const blower = {
      ...input.blower!,
      table: { kind: 'constant-airflow' as const, taps: ['A', 'B', 'C'], tapFlowsCfm: [900, null, 1200], maxStaticInWc: 0.8 },
    }
    const one = {
      ...demoVisit('tidewell-pottery-ah-1-upper-studio-visit-2').picture.current!.input,
      tap: 2,
      tapLabel: 'C',
      adjustPct: 10,
    }
    const picture = airflowPicture({ ...input, capacityTons: null, blower, tries: [{ ...one, filter: 'clean' }] })
    await asFile(meetingScene(picture, nextMove(picture, showIn(BASE_UNITS)), BASE_UNITS, 540, 320), 'meeting-constant-airflow')
  })
})

describe('the air line', () => {
  it.each([
    ['tidewell-pottery-ah-1-upper-studio-visit-2', 1080, BASE_UNITS],
    ['tidewell-pottery-ah-1-upper-studio-visit-2-metric', 340, METRIC_UNITS],
    ['6-otterholt-row-f-1-upstairs-visit-2', 720, BASE_UNITS],
    ['calder-street-dental-ah-1-practice-visit-2', 720, BASE_UNITS],
    ['harbour-hall-rtu-1-hall-visit-2', 640, BASE_UNITS],
  ] as const)('%s', async (name, width, units) => {
    const { picture, system } = demoVisit(name, units)
    await asFile(airLineScene(picture, partLabels(system), units, width, 138), `air-line-${name}`)
  })
})

describe('the terminal map', () => {
  const kind: WiringSystem = {
    kind: 'heat-pump',
    heatStages: 1,
    coolStages: 1,
    transformers: 2,
    reversing: 'cool',
    controller: { splitPower: true, power: 'common', valve: 'O/B', valveSet: 'cool' },
  }
  const maps: [string, WiringSystem, Wiring][] = [
    ['as-wanted', kind, wantedWiring(kind)],
    ['nothing-entered', { ...kind, transformers: 1 }, { wires: [], bridges: [] }],
    [
      'tied-and-crossed',
      kind,
      {
        wires: [
          { id: 'red', controller: 'Rc', equipment: { board: 'equipment', terminal: 'C' } },
          { id: 'yellow', controller: 'Y1', equipment: { board: 'equipment', terminal: 'Y1' } },
          { id: 'spare', controller: null, equipment: null },
        ],
        bridges: [
          { board: 'controller', a: 'Rc', b: 'Rh' },
          { board: 'equipment', a: 'R', b: 'C' },
        ],
      },
    ],
  ]
  it.each(maps)('%s', async (name, system, wiring) =>
    asFile(
      wireMapScene(system, wiring, wiringFindings(system, wiring, 8), name === 'as-wanted' ? { controller: 'W2' } : {}, 480),
      `wires-${name}`,
    ),
  )
})

describe('a day of the room', () => {
  it.each([
    ['beacon-mill-flat-3-visit-2', BASE_UNITS],
    ['marigold-hp-1-saloon-visit-2-metric', METRIC_UNITS],
  ] as const)('%s', async (name, units) => {
    await asFile(dayScene(demoVisit(name, units), 640, 240), `day-${name}`)
  })
  it('is not drawn where nothing heats or cools', () => {
    const visit = demoVisit('marigold-hp-1-saloon-visit-2')
    const nothing = Object.create(visit, { system: { value: { ...visit.system, capacityTons: 0, heaterKw: 0 } } })
    expect(dayScene(nothing, 640, 240)).toBeNull()
  })
})
