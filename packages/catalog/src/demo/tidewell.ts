import { type Plant, type PlantReadings, runPlant } from '@ingle/core'
import { blowerOf, type Change, knownId, type PhotoId, type SiteId, type SystemId, type VisitId } from '@ingle/record'
import { subMonths } from 'date-fns'
import { xoroshiro128plus } from 'pure-rand'
import { profileById } from '../profiles/index.ts'
import { HOUSE_RULES } from '../rules/houseRules.ts'
import photos from './photos.json' with { type: 'json' }
import { demoRun } from './testRuns.ts'
import { DemoWriter } from './writer.ts'

export const TIDEWELL_ID = knownId<SiteId>('71de0e11-0000-4000-8000-000000000001')
export const TIDEWELL_SYSTEM_ID = knownId<SystemId>('71de0e11-0000-4000-8000-0000000000a1')
export const TIDEWELL_PAST_VISIT_ID = knownId<VisitId>('71de0e11-0000-4000-8000-0000000000b1')
export const TIDEWELL_VISIT_ID = knownId<VisitId>('71de0e11-0000-4000-8000-0000000000b2')

const FILTER_PHOTO_ID = knownId<PhotoId>('71de0e11-0000-4000-8000-0000000000c1')

/** The photos of the demo's notes: drawn for it, as JPEG in base64. */
export const TIDEWELL_PHOTOS = [{ id: FILTER_PHOTO_ID, mediaType: 'image/jpeg', base64: photos.bowedFilter }]

/** What really stands at Tidewell Pottery: the duct, a filter that has clogged since spring, and a desk grille too small. */
export function tidewellPlant(): Plant {
  const blower = blowerOf(profileById('merrowby-vx-42'))
  if (!blower) throw new Error('The VX-42 ships with a blower table')
  const at = 1251 ** 2
  return {
    altitudeFt: 310,
    table: blower.table,
    tableError: 0.012,
    path: {
      returnGrille: 0.06 / at,
      filterDirty: 0.34 / at,
      filterClean: 0.105 / at,
      returnDrop: 0.05 / at,
      trunk: 0.1 / at,
      branches: 0.1 / at,
    },
    capacityTons: 3.42,
    sensibleRatio: 0.75,
    heaterKw: 9,
    heaterVolts: 240,
    room: { dryBulbF: 75.6, relativeHumidityPct: 52 },
    returnGrilles: [{ name: 'return', areaFt2: (24 * 24) / 144, freeArea: 0.68, share: 1 }],
    supplyGrilles: [
      { name: 'desk', areaFt2: (14 * 8) / 144, freeArea: 0.75, share: 0.3 },
      { name: 'wheel bench', areaFt2: (20 * 8) / 144, freeArea: 0.75, share: 0.36 },
      { name: 'kiln window', areaFt2: (20 * 8) / 144, freeArea: 0.75, share: 0.34 },
    ],
  }
}

const HERE = { visitId: TIDEWELL_VISIT_ID, systemId: TIDEWELL_SYSTEM_ID }
const BEFORE = { visitId: TIDEWELL_PAST_VISIT_ID, systemId: TIDEWELL_SYSTEM_ID }

/** What a heat pump’s air may rise by, where no plate gives a window. */
const RISE_LIMITS = { 'plate.rise.low': 8, 'plate.rise.high': 60 }

/** Tidewell Pottery: a past visit left on tap 3 with a clean filter, and one in progress, three tries in. */
export function tidewellChanges(now: Date): Change[] {
  const morning = new Date(now.getTime() - 95 * 60_000)
  const spring = subMonths(morning, 6)
  const writer = new DemoWriter(TIDEWELL_ID, xoroshiro128plus(310), spring.getTime(), 'MR')
  const plant = tidewellPlant()
  survey(writer)
  pastVisit(writer, plant)
  writer.goOn(morning.getTime(), 'MR')
  openVisit(writer, plant)
  writer.goOn(spring.getTime() + 55 * 60_000, 'MR')
  for (const [test, back, supply, answer] of [
    ['heat-call', 68.4, 93.1, 'call.runs'],
    ['cool-call', 75.2, 56.3, 'call.runs'],
  ] as const)
    demoRun(writer, BEFORE, {
      test,
      answers: [[answer, 1]],
      values: { return: back, supply },
      limits: RISE_LIMITS,
      stepMin: 8,
      ends: 'done',
    })
  return writer.changes
}

function survey(writer: DemoWriter): void {
  const systemId = TIDEWELL_SYSTEM_ID
  writer.write('site.set', {
    name: 'Tidewell Pottery',
    place: 'Slip Quay, Wrenmoor',
    altitudeFt: 310,
    timeZone: 'Europe/London',
    climate: 'damp coast',
  })
  writer.write('system.set', {
    systemId,
    name: 'AH-1 Upper studio',
    serves: 'Studio over the kiln room',
    capacityTons: 3.5,
    heaterKw: 9,
  })
  writer.write('profile.use', { systemId, profile: profileById('merrowby-vx-42') })
  writer.write('rules.use', { systemId, rules: HOUSE_RULES.slice(0, 1) })
  const part = (body: Omit<Parameters<typeof partSet>[1], 'systemId'>) => partSet(writer, { systemId, ...body })
  part({ role: 'air-handler', maker: 'Merrowby', model: 'VX-42', serial: 'MB-0420-1187' })
  part({ role: 'outdoor-unit', maker: 'Merrowby', model: 'HP-42', serial: 'MB-0420-3321' })
  part({ role: 'heater-kit', maker: 'Merrowby', model: 'VXH-09' })
  part({ role: 'controller', maker: 'Fenwarm', model: 'P2 wall controller' })
  part({ role: 'filter', name: 'Filter 16×25×1', widthIn: 25, heightIn: 16 })
  part({ role: 'return-grille', name: 'return', widthIn: 24, heightIn: 24, freeArea: 0.68 })
  for (const grille of tidewellPlant().supplyGrilles)
    part({
      role: 'supply-grille',
      name: grille.name,
      widthIn: (grille.areaFt2 * 144) / 8,
      heightIn: 8,
      freeArea: grille.freeArea,
    })
}

function partSet(
  writer: DemoWriter,
  body: {
    systemId: SystemId
    role: PartRoleOf
    name?: string
    maker?: string
    model?: string
    serial?: string
    widthIn?: number
    heightIn?: number
    freeArea?: number
  },
): void {
  writer.write('part.set', { partId: writer.newId(), ...body }, 0.5)
}
type PartRoleOf = Extract<Change, { kind: 'part.set' }>['body']['role']

function pastVisit(writer: DemoWriter, plant: Plant): void {
  writer.write('visit.start', { visitId: BEFORE.visitId, reason: 'Spring commissioning' }, 2)
  writer.write('complaint.set', { ...BEFORE, text: 'New system; none.' })
  writer.write('setting.set', { ...BEFORE, role: 'airflow.cool', column: 'found', value: '4' })
  tryWith(writer, BEFORE, plant, '3', 'clean', { rise: true, faces: ['return', 'desk'] })
  writer.write('setting.set', { ...BEFORE, role: 'airflow.cool', column: 'left', value: '3' }, 3)
  writer.write('setting.set', {
    ...BEFORE,
    role: 'airflow.cool',
    column: 'proof',
    value: 'Flow by table, return grille and heater rise agree.',
  })
  writer.write('setting.set', { ...BEFORE, role: 'airflow.heat', column: 'left', value: 'same' })
  writer.write('setting.set', { ...BEFORE, role: 'airflow.adjust', column: 'left', value: '0' })
  writer.write('setting.set', { ...BEFORE, role: 'airflow.ramp', column: 'left', value: 'left' })
  writer.write('item.open', { ...BEFORE, itemId: writer.newId(), text: 'Owner to change the filter every 8 weeks: kiln dust.' })
  writer.write('visit.close', { visitId: BEFORE.visitId }, 10)
}

function openVisit(writer: DemoWriter, plant: Plant): void {
  writer.write('visit.start', { visitId: HERE.visitId, reason: 'Too loud and too warm' }, 1)
  writer.write('complaint.set', { ...HERE, text: 'Hiss over the desk since summer, and the studio bakes by noon.' })
  writer.write('note.add', {
    ...HERE,
    text: 'Knockout open behind the wall controller: kiln air gets at its sensor.',
    standing: 'watch',
  })
  const noteId = writer.write('note.add', { ...HERE, text: 'Filter grey and bowed in.', standing: 'watch' })
  writer.write(
    'photo.add',
    {
      ...HERE,
      noteId,
      photoId: FILTER_PHOTO_ID,
      mediaType: 'image/jpeg',
      bytes: Math.floor((photos.bowedFilter.length * 3) / 4),
    },
    0.2,
  )
  writer.write('setting.set', { ...HERE, role: 'airflow.cool', column: 'found', value: '5' })
  writer.write('setting.set', { ...HERE, role: 'airflow.heat', column: 'found', value: 'same' }, 0.5)
  writer.write('setting.set', { ...HERE, role: 'airflow.adjust', column: 'found', value: '0' }, 0.5)
  writer.write('setting.set', { ...HERE, role: 'airflow.ramp', column: 'found', value: 'none' }, 0.5)
  tryWith(writer, HERE, plant, '5', 'as-found', { faces: ['desk'], heard: 'Hiss at the desk from across the room' })
  tryWith(writer, HERE, plant, '4', 'as-found', { faces: ['desk'] })
  tryWith(writer, HERE, plant, '3', 'as-found', { faces: ['return', 'desk'], walk: true })
}

interface TryReadings {
  faces: readonly string[]
  walk?: boolean
  rise?: boolean
  heard?: string
}

function tryWith(
  writer: DemoWriter,
  where: typeof HERE,
  plant: Plant,
  tap: string,
  filter: 'as-found' | 'clean',
  also: TryReadings,
): void {
  const readings = runPlant(plant, Number(tap) - 1, filter === 'clean' ? 'clean' : 'dirty', writer.noise)
  if (!readings) throw new Error(`The demo plant does not run on tap ${tap}`)
  const tryId = writer.write('try.start', { ...where, tap, adjustPct: 0, filter }, 8)
  const { supply, return: back, ...rest } = readings.probes
  writer.write('reading.probes', { ...where, tryId, supply, return: back }, 4)
  if (also.walk || filter === 'clean') writer.write('reading.probes', { ...where, tryId, ...rest }, 2)
  writer.write('reading.split', { ...where, tryId, ...readings.split, supplyWbF: null, returnRhPct: null }, 6)
  for (const face of facesNamed(readings, also.faces))
    writer.write('reading.grille', { ...where, tryId, ...face, widthIn: null, heightIn: null, freeArea: null })
  if (also.rise) writer.write('reading.rise', { ...where, tryId, ...readings.rise, phases: 1 }, 5)
  if (also.heard) writer.write('reading.heard', { ...where, tryId, text: also.heard })
}

const facesNamed = (readings: PlantReadings, names: readonly string[]) =>
  readings.faces.filter((face) => names.includes(face.name))
