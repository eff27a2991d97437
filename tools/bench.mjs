/** `npm run bench`: how fast the things are that a technician waits for, as figures and ratios. No pass, no fail. */
import { spawn, spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { gzipSync } from 'node:zlib'
import { benchFirstSeconds } from './bench/firstSeconds.mjs'
import { benchGrowth } from './bench/growth.mjs'
import { benchPapers, benchProof } from './bench/proof.mjs'
import { benchTimes } from './bench/times.mjs'
import { LAUNCH } from './browser.mjs'
import { ensureBuilt } from './build.mjs'
import { checkNode, ensureChromium, ensurePackages, ROOT } from './install.mjs'
import { freePort } from './postgres.mjs'
import { say } from './say.mjs'
import { newDatabase, serverOn, throwawayPostgres } from './throwaway.mjs'

checkNode()
ensurePackages()
ensureBuilt()
ensureChromium()
const { runnerImport } = await import('vite')
const load = async (path) =>
  (await runnerImport(join(ROOT, path), { root: ROOT, configFile: join(ROOT, 'vitest.config.ts'), logLevel: 'error' })).module
const core = await load('packages/core/src/index.ts')
const record = await load('packages/record/src/index.ts')
const meaning = await load('packages/bench/src/index.ts')
const demo = await load('packages/catalog/src/demo/index.ts')

/** Median, ms, of `times` runs after a warm-up. */
function median(times, run) {
  for (let i = 0; i < Math.min(times, 20); i += 1) run()
  const all = Array.from({ length: times }, () => {
    const started = performance.now()
    run()
    return performance.now() - started
  })
  return all.sort((a, b) => a - b)[Math.floor(times / 2)]
}
const line = (what, ms, goalMs) =>
  say(`${what.padEnd(52)} ${ms.toFixed(3).padStart(9)} ms   ${(ms / goalMs).toFixed(3)} of the ${goalMs} ms allowed`)

/** The same solver in C with -O2, in the same run: how much of its speed is reached. */
function withC(network) {
  const folder = mkdtempSync(join(tmpdir(), 'ingle-bench-'))
  const made = spawnSync('cc', ['-O2', '-o', join(folder, 'zones'), join(ROOT, 'tools/bench/zones.c'), '-lm'], {
    encoding: 'utf8',
  })
  if (made.error || made.status !== 0) {
    say(`the same solver in C: not compared, ${made.error ? 'there is no C compiler here' : made.stderr.trim()}`)
    return
  }
  const runs = 20_000
  const run = spawnSync(join(folder, 'zones'), [String(runs)], { encoding: 'utf8' })
  rmSync(folder, { recursive: true, force: true })
  const [nsEach, checksum] = run.stdout.trim().split(' ').map(Number)
  const kept = core.solveCombinations(network).value
  for (let i = 0; i < 4000; i += 1) core.solveCombinations(network, kept)
  const started = performance.now()
  let sum = 0
  for (let i = 0; i < runs; i += 1) sum += core.solveCombinations(network, kept).value.totalCfm[170]
  const ours = ((performance.now() - started) * 1e6) / runs
  say(
    `256 combinations: ${(ours / 1000).toFixed(1)} µs here, ${(nsEach / 1000).toFixed(1)} µs in C -O2: ratio ${(ours / nsEach).toFixed(2)} of the 2.5 aimed at${Math.abs(sum - checksum) / checksum > 1e-9 ? '; THE ANSWERS DIFFER' : ', the same answers'}`,
  )
}

/** The room of the benchmark: a two-stage furnace in a middling house on a frosty day, sensed at the wall, the fan trickling. */
function benchSystem() {
  const room = core.roomOfKind('usual', 1200)
  return {
    room,
    other: null,
    moisture: null,
    day: core.dayOf('frosty', 'damp coast', 1200),
    sensor: core.sensorAt('wall', false),
    equipment: {
      ...core.PLAIN_EQUIPMENT,
      kind: 'two-stage',
      heat: { btuH: [28_000, 42_000], slopeBtuHPerF: [] },
      cool: { btuH: [30_000], slopeBtuHPerF: [] },
      referenceOutdoorF: 47,
      lowestShare: 1,
      minOnS: 120,
      minOffS: 180,
      exchanger: { btuPerF: 20, fanOnBtuHPerF: 700, fanOffBtuHPerF: 25 },
      blowerOnDelayS: 30,
      blowerOffDelayS: 90,
      flowBtuHPerF: 1200,
    },
    controller: {
      rule: 'symmetric',
      differentialF: 1,
      maxRatePerH: 3,
      gainPerF: 0.4,
      integralMin: 40,
      stage2: { by: 'time', afterMin: 8 },
      mode: 'heat',
      firstMode: 'heat',
      setHeatF: 70,
      setCoolF: 75,
      changeoverMin: 30,
      changeoverMarginF: 0.5,
      fanHeat: 'trickle',
      fanCool: 'off',
      trickleShare: 0.3,
      fanShare: 0,
      circulateMin: 0,
      drying: null,
    },
    startF: 70,
  }
}

/** A week of a room by steps of a second, here and in C with -O2; and what a search of combinations takes. */
function benchRoom() {
  const system = benchSystem()
  const week = () => core.runRoom(system, { warmUpDays: 0, countedDays: 7 }).value.figures
  for (let i = 0; i < 3; i += 1) week()
  const all = Array.from({ length: 31 }, () => {
    const started = performance.now()
    week()
    return performance.now() - started
  }).sort((a, b) => a - b)
  line('a week of a room by steps of a second', all[15], 60)
  const { room, day, sensor, equipment, controller } = system
  const hourly = (of) => Array.from({ length: 24 }, (_, hour) => of[hour])
  const numbers = [
    1 / 3600 / room.airBtuPerF,
    1 / 3600 / room.massBtuPerF,
    room.uaBtuHPerF,
    room.airMassBtuHPerF,
    room.voidOutdoorShare,
    1 / 3600 / equipment.exchanger.btuPerF,
    equipment.exchanger.fanOnBtuHPerF,
    equipment.exchanger.fanOffBtuHPerF,
    1 - Math.exp(-1 / sensor.lagS),
    sensor.wallShare.off,
    sensor.wallShare.on - sensor.wallShare.off,
    sensor.voidShare.off,
    sensor.voidShare.on - sensor.voidShare.off,
    controller.differentialF,
    -controller.differentialF,
    controller.setHeatF,
    controller.trickleShare,
    ...equipment.heat.btuH,
    controller.stage2.afterMin * 60,
    equipment.minOnS,
    equipment.minOffS,
    equipment.blowerOnDelayS,
    equipment.blowerOffDelayS,
    1,
    equipment.flowBtuHPerF,
    equipment.ductBtuHPerF,
    system.startF,
    ...hourly(day.outdoorF),
    ...hourly(day.airGainBtuH),
    ...hourly(day.massGainBtuH),
    31,
  ]
  const folder = mkdtempSync(join(tmpdir(), 'ingle-bench-'))
  const made = spawnSync('cc', ['-O2', '-o', join(folder, 'room'), join(ROOT, 'tools/bench/room.c'), '-lm'], { encoding: 'utf8' })
  if (made.error || made.status !== 0)
    say(`the same room in C: not compared, ${made.error ? 'there is no C compiler here' : made.stderr.trim()}`)
  else {
    const [ms, starts, mean] = spawnSync(join(folder, 'room'), numbers.map(String), { encoding: 'utf8' })
      .stdout.trim()
      .split(' ')
      .map(Number)
    const ours = week()
    const same = ours.starts === starts && Math.abs(ours.airMeanF - mean) < 1e-6
    say(
      `a week of a room: ${all[0].toFixed(1)} ms here, ${ms.toFixed(1)} ms in C -O2: ratio ${(all[0] / ms).toFixed(2)} of the 2 aimed at${same ? ', the same answer' : '; THE ANSWERS DIFFER'}`,
    )
  }
  rmSync(folder, { recursive: true, force: true })
  line(
    '500 combinations of a day, as the worker tries them',
    median(1, () => {
      for (let i = 0; i < 500; i += 1)
        core.runRoom(
          { ...system, controller: { ...controller, differentialF: 0.5 + (i % 10) / 5, setHeatF: 68 + (i % 7) / 2 } },
          { stepS: 2 },
        )
    }),
    5000,
  )
}

/** A year of hours for every kind of changeover, here and in C with -O2; and the line of a damper over all its speeds. */
function benchFreshAir() {
  const weather = core.weatherYear({
    seed: 12_345,
    altitudeFt: 310,
    meanF: 54,
    seasonF: 18,
    coldestDay: 20,
    dayF: 9,
    coldestHour: 5,
    noiseF: 8,
    dewMeanF: 44,
    dewSeasonF: 16,
    dewNoiseF: 8,
  })
  const back = core.airState(75, { relativeHumidityPct: 50 }, weather.pressurePsia).value
  const of = { supplyF: 55, back, supplyCfm: 4000, minShare: 0.2, fromHour: 7, toHour: 19, daysPerWeek: 5 }
  const limits = { limitF: 72, limitBtuLb: 28, lockoutBelowF: null }
  const kinds = ['fixed-dry-bulb', 'differential-dry-bulb', 'fixed-enthalpy', 'differential-enthalpy'].flatMap((kind) =>
    [false, true].map((integrated) => ({ changeover: { kind, ...limits }, integrated })),
  )
  const years = () => kinds.map(({ changeover, integrated }) => core.freeCoolingYear(weather, changeover, { ...of, integrated }))
  for (let i = 0; i < 20; i += 1) years()
  const all = Array.from({ length: 51 }, () => {
    const started = performance.now()
    years()
    return performance.now() - started
  }).sort((a, b) => a - b)
  line('a year of hours, four kinds, integrated and not', all[25], 100)
  const saturated = core.saturatedRatio(of.supplyF, weather.pressurePsia)
  const water = Math.min(back.humidityRatio, saturated)
  const volume = (0.370486 * (of.supplyF + 459.67) * (1 + 1.607858 * water)) / weather.pressurePsia
  const input = [
    weather.outdoorF.length,
    kinds.length,
    51,
    ...weather.outdoorF,
    ...weather.humidityRatio,
    ...weather.enthalpyBtuLb,
    of.supplyF,
    saturated,
    (60 * of.supplyCfm) / volume,
    back.dryBulbF,
    back.humidityRatio,
    back.enthalpyBtuLb,
    of.minShare,
    of.fromHour,
    of.toHour,
    of.daysPerWeek,
    ...kinds.flatMap(({ integrated }, i) => [Math.floor(i / 2), integrated ? 1 : 0, limits.limitF, limits.limitBtuLb, -999, 0]),
  ].join('\n')
  const folder = mkdtempSync(join(tmpdir(), 'ingle-bench-'))
  const made = spawnSync('cc', ['-O2', '-o', join(folder, 'years'), join(ROOT, 'tools/bench/freeCooling.c'), '-lm'], {
    encoding: 'utf8',
  })
  if (made.error || made.status !== 0)
    say(`the same years in C: not compared, ${made.error ? 'there is no C compiler here' : made.stderr.trim()}`)
  else {
    const [ms, ...totals] = spawnSync(join(folder, 'years'), { input, encoding: 'utf8' }).stdout.trim().split(' ').map(Number)
    const same = years().every((one, i) => Math.abs(one.totalBtu - totals[i]) <= 1e-6 * one.totalBtu)
    say(
      `a year of hours: ${all[0].toFixed(2)} ms here, ${ms.toFixed(2)} ms in C -O2: ratio ${(all[0] / ms).toFixed(2)} of the 2 aimed at${same ? ', the same answer' : '; THE ANSWERS DIFFER'}`,
    )
  }
  rmSync(folder, { recursive: true, force: true })
  const speedsPct = Array.from({ length: 61 }, (_, i) => 40 + i)
  const damper = { kind: 'share', share: core.USUAL_DAMPER }
  const points = core.lineThrough([
    { speedPct: 40, positionPct: 45 },
    { speedPct: 100, positionPct: 20 },
  ])
  line(
    'the damper line: worst error at 61 speeds, next point',
    median(50, () => core.nextPoint({ damper, fullCfm: 4000, wantedCfm: 800, speedsPct }, points)),
    20,
  )
}

say('── computation')
const changes = demo.tidewellChanges(new Date())
const state = record.fold(demo.TIDEWELL_ID, changes)
const system = record.findSystem(state, demo.TIDEWELL_SYSTEM_ID)
const visit = record.findVisit(state, demo.TIDEWELL_VISIT_ID)
const viewNow = () => meaning.visitOf({ state, system, visit, units: core.BASE_UNITS })
const { picture } = viewNow()
line(
  'tap choice, five taps',
  median(2000, () =>
    core.chooseTap(picture.input.blower.table, picture.current.ductCoefficient, picture.aimCfm, {
      floorCfm: 1050,
      maxStaticInWc: 0.5,
    }),
  ),
  1,
)
const sixty = {
  kind: 'constant-torque',
  taps: Array.from({ length: 60 }, (_, i) => `${i}`),
  staticsInWc: Array.from({ length: 40 }, (_, i) => 0.05 * (i + 1)),
  flowsCfm: Array.from({ length: 60 }, (_, t) => Array.from({ length: 40 }, (_, i) => 800 + 20 * t - 8 * i)),
}
line(
  'tap choice, sixty taps of forty statics',
  median(500, () => core.chooseTap(sixty, 4e-7, 1300, { maxStaticInWc: 1 })),
  1,
)
line(
  'the whole picture and next move of a visit',
  median(500, () => core.nextMove(viewNow().picture, core.showIn(core.BASE_UNITS))),
  16,
)
const last = changes.findLast((one) => one.kind === 'reading.probes')
const many = [
  ...changes,
  ...Array.from({ length: 10_000 - changes.length }, (_, i) => ({
    ...last,
    id: randomUUID(),
    at: new Date(Date.parse(last.at) + i * 1000).toISOString(),
  })),
]
line(
  'folding 10,000 changes',
  median(30, () => record.fold(demo.TIDEWELL_ID, many)),
  50,
)
const context = { units: core.BASE_UNITS, taps: ['1', '2', '3', '4', '5'], settings: [], grilles: [], wanted: ['esp '] }
const typed = 'grille wheel bench 620 fpm 20x8 free 0.75'
const keystrokes = Array.from({ length: typed.length }, (_, i) => typed.slice(0, i + 1))
line(
  'jot preview and completion, a keystroke',
  median(300, () => {
    for (const text of keystrokes) {
      core.parseJot(text, context)
      core.completions(text, context)
    }
  }) / keystrokes.length,
  16,
)

say('\n── settings')
const catalog = await load('packages/catalog/src/index.ts')
/** A site of forty flats like those of Beacon Mill, every one of them found and half of them left. */
function fortyUnits() {
  const mill = demo.beaconChanges(new Date())
  const first = demo.BEACON_FLAT_IDS[0]
  const own = mill.filter((one) => one.body.systemId === first)
  const extra = Array.from({ length: 32 }, (_, i) => {
    const systemId = `beac0e11-0000-4000-8000-${String(1000 + i).padStart(12, '0')}`
    // A run belongs to one unit: each has ids of its own.
    const runs = new Map()
    const runOf = (id) => runs.get(id) ?? runs.set(id, randomUUID()).get(id)
    return own.map((one) => ({
      ...one,
      id: randomUUID(),
      body: { ...one.body, systemId, ...(one.body.runId && { runId: runOf(one.body.runId) }) },
    }))
  })
  return [...mill, ...extra.flat()]
}
const fortyChanges = fortyUnits()
const forty = record.fold(demo.BEACON_ID, fortyChanges)
const fortyVisit = record.findVisit(forty, demo.BEACON_VISIT_ID)
const viewOfUnit = (unit) => meaning.visitOf({ state: forty, system: unit, visit: fortyVisit, units: core.BASE_UNITS })
const ledgerOfUnit = (unit) => viewOfUnit(unit).ledger
say(`forty units: ${forty.systems.length} systems, ${ledgerOfUnit(forty.systems[0]).length} settings each`)
line(
  'all aims of a site of forty units',
  median(60, () => forty.systems.map(ledgerOfUnit)),
  50,
)
benchProof({ meaning, core, forty, fortyVisit, median, line, say })
line(
  'twins compared, forty units',
  median(30, () => meaning.compareTwins(forty, forty.systems, fortyVisit, core.BASE_UNITS)),
  200,
)
line(
  'the ledger of one unit with findings and order',
  median(300, () => {
    const ledger = ledgerOfUnit(forty.systems[0])
    meaning.speaksAgainst(viewOfUnit(forty.systems[0]))
    core.workOrder(meaning.toSet(ledger))
  }),
  16,
)
const thousand = Array.from({ length: 1000 }, (_, i) => {
  const profile = catalog.PROFILES[i % catalog.PROFILES.length]
  return { ...profile, id: `${profile.id}-${i}`, family: `${profile.family}-${i}` }
})
line(
  'library of a thousand profiles, index built',
  median(5, () => catalog.librarySearch(thousand)),
  1000,
)
const search = catalog.librarySearch(thousand)
for (const question of ['skerrick w2', 'stop the fan after cooling', 'colour', 'f'])
  line(
    `library of a thousand: “${question}”`,
    median(60, () => {
      search.families(question)
      search.needs(question)
    }),
    30,
  )
line(
  'a device recognised among a thousand',
  median(60, () => catalog.recognise(thousand, search, { plate: 'SKW2', looks: 'square white', wires: 2 })),
  30,
)

say('\n── keys')
/** The largest shipped keypads: twelve settings at once, each moved as far as it goes. */
for (const id of ['quernstone-c4', 'quernstone-z6', 'skerrick-m8', 'skerrick-w2', 'aldergate-gx-80']) {
  const profile = catalog.profileById(id)
  const machine = core.keypadMachine(profile, record.keypadOf(profile.keypad), ['skerrick-da'])
  const start = core.startState(machine)
  const inLists = Object.values(machine.pad.screens).flatMap((screen) => core.itemsOf(screen))
  const wanted = Object.fromEntries(
    inLists
      .filter((one) => !one.appears && machine.settings.has(one.id))
      .slice(0, 12)
      .map((one) => [one.id, machine.settings.get(one.id).values.findLast((value) => value !== start.saved[one.id])]),
  )
  line(
    `a plan for ${Object.keys(wanted).length} settings, ${profile.family}`,
    median(20, () => core.planKeys(machine, start, wanted)),
    50,
  )
}

const pump = {
  kind: 'heat-pump',
  heatStages: 2,
  coolStages: 2,
  transformers: 1,
  reversing: 'cool',
  controller: { splitPower: true, power: 'common', valve: 'O and B', valveSet: null },
}
const crossed = { ...core.wantedWiring(pump), bridges: [] }
line(
  'wiring findings and every call, found and wanted',
  median(500, () => [
    core.wiringFindings(pump, crossed, 8),
    core.truthTable(pump, crossed),
    core.truthTable(pump, core.wantedWiring(pump)),
  ]),
  5,
)

const eight = {
  commonResistance: 1.2e-7,
  branchResistances: [8.8e-7, 1.8e-6, 3.5e-6, 9.8e-6, 2.2e-6, 5e-6, 1.1e-6, 7e-6],
  alwaysOpen: [],
  fan: { kind: 'curve', flowsCfm: [0, 400, 800, 1200, 1600, 1800], staticsInWc: [1.2, 1.15, 1.02, 0.78, 0.36, 0] },
  relief: { opensAtInWc: 0.4 },
}
line(
  'all 256 combinations of eight zones',
  median(200, () => core.solveCombinations(eight)),
  100,
)
const eightCase = {
  network: eight,
  branches: eight.branchResistances.map((_, i) => ({
    name: `Zone ${i + 1}`,
    designCfm: 150,
    loudest: { name: `outlet ${i + 1}`, fpmPerCfm: 3, maxFaceFpm: 600 },
  })),
  limits: { heaterFloorCfm: 950, coilFloorCfm: 900, maxStaticInWc: 0.5 },
  steps: null,
  keepsLast: false,
}
line(
  'eight zones solved and judged',
  median(200, () => core.judgeZones(eightCase)),
  100,
)
line(
  'every mend at every size on eight zones',
  median(20, () => core.zoneMends(eightCase)),
  1000,
)
withC(eight)
benchRoom()
benchFreshAir()
const allTaps = core.chooseTap(sixty, 4e-7, 1300)
line(
  `every tap of the largest table, ${allTaps.outcomes.length} taps`,
  median(500, () => core.chooseTap(sixty, 4e-7, 1300, { maxStaticInWc: 1, floorCfm: 900 })),
  2,
)
const knobs = [5, 5, 5, 5, 3].map((count, i) => ({
  id: `k${i}`,
  label: `k${i}`,
  options: Array.from({ length: count }, (_, j) => `${j}`),
}))
line(
  'one set for the whole system, 1,875 sets, eight constraints',
  median(50, () =>
    core.solveJoint({
      knobs,
      constraints: Array.from({ length: 8 }, (_, c) => ({
        id: `c${c}`,
        says: '',
        knobs: [0],
        beyond: (choice) => 1 - choice[c % 5] / (1 + c / 4),
      })),
      cost: (choice) => choice.reduce((sum, one) => sum + one, 0),
    }),
  ),
  16,
)
const day = Array.from({ length: 96 }, (_, i) => [i * 900, i * 900 + 480])
const furnace = {
  capacity: 8,
  burnerBtuH: 64_000,
  uaOn: 330,
  uaOff: 45,
  air: { capacity: 1.2, streamOn: 1296, streamOff: 18 },
}
line(
  'a day of a heat exchanger, 96 firings',
  median(10, () =>
    core.runFanLimit(furnace, { fanOnF: 120, fanOffF: 80 }, { calls: day, endS: 86_400, returnF: 68, startF: 68 }),
  ),
  50,
)

say('\n── what the browser loads, compressed')
const assets = join(ROOT, 'apps/web/dist/assets')
const files = readdirSync(assets).filter((name) => name.endsWith('.js'))
const size = (name) => gzipSync(readFileSync(join(assets, name))).length / 1000
const imports = (name, seen = new Set()) => {
  if (seen.has(name)) return seen
  seen.add(name)
  for (const [, other] of readFileSync(join(assets, name), 'utf8').matchAll(/(?:from|import)\s*["']\.\/([^"']+\.js)["']/g))
    imports(other, seen)
  return seen
}
const entry = readFileSync(join(ROOT, 'apps/web/dist/index.html'), 'utf8').match(/assets\/(index-[^"]+\.js)/)[1]
const chunk = (stem) => files.find((name) => name.startsWith(`${stem}-`))
const first = imports(entry, new Set())
const firstPage = new Set([...first, ...imports(chunk('Round'))])
const kb = (names) => [...names].reduce((sum, name) => sum + size(name), 0)
say(
  `first page (sign-in and Round)                       ${kb(firstPage).toFixed(1)} kB, ${(kb(firstPage) / 200).toFixed(2)} of the 200 kB allowed`,
)
say(
  `airflow stage, its own chunk                         ${size(chunk('Airflow')).toFixed(1)} kB; with what the first page lacks ${kb([...imports(chunk('Airflow'))].filter((name) => !firstPage.has(name))).toFixed(1)} kB`,
)

say('\n── server')
const postgres = await throwawayPostgres()
const databaseUrl = await newDatabase(postgres.url)
const server = await serverOn(databaseUrl)
const signed = await fetch(`${server.base}/api/sign-in`, {
  method: 'POST',
  body: JSON.stringify({ name: 'mr', password: 'kiln-and-harbour' }),
})
const cookie = signed.headers.get('set-cookie').split(';')[0]
// The same query behind a bare Hono handler: what the framework, sign-in and the seam add.
const barePort = await freePort()
const bare = spawn(
  process.execPath,
  [
    '--input-type=module',
    '-e',
    `
  import { serve } from ${JSON.stringify(pathToFileURL(join(ROOT, 'node_modules/@hono/node-server/dist/index.mjs')).href)}
  import { Hono } from ${JSON.stringify(pathToFileURL(join(ROOT, 'node_modules/hono/dist/index.js')).href)}
  import pg from ${JSON.stringify(pathToFileURL(join(ROOT, 'node_modules/pg/esm/index.mjs')).href)}
  const pool = new pg.Pool({ connectionString: ${JSON.stringify(databaseUrl)}, max: 12 })
  const app = new Hono()
  app.get('/site/:id', async (c) => c.json((await pool.query('SELECT state, seq FROM fold WHERE crew_id = $1 AND site_id = $2', [${JSON.stringify(demo.LANTERN_LANE.id)}, c.req.param('id')])).rows[0]))
  serve({ fetch: app.fetch, port: ${barePort}, hostname: '127.0.0.1' }, () => console.log('up'))
`,
  ],
  { stdio: ['ignore', 'pipe', 'inherit'] },
)
await new Promise((up) => bare.stdout.once('data', up))
const { default: autocannon } = await import('autocannon')
const load5 = (url, headers) => autocannon({ url, headers, connections: 16, duration: 5 })
await load5(`${server.base}/api/sites/${demo.TIDEWELL_ID}`, { cookie })
const ours = await load5(`${server.base}/api/sites/${demo.TIDEWELL_ID}`, { cookie })
const theirs = await load5(`http://127.0.0.1:${barePort}/site/${demo.TIDEWELL_ID}`, {})
say(
  `reading a site: ${ours.requests.average.toFixed(0)} a second; bare handler with the same query ${theirs.requests.average.toFixed(0)}: ratio ${(ours.requests.average / theirs.requests.average).toFixed(2)}`,
)
bare.kill()

const batchMs = []
for (let i = 0; i < 12; i += 1) {
  const batch = Array.from({ length: 100 }, () => ({ ...last, id: randomUUID() }))
  const started = performance.now()
  await fetch(`${server.base}/api/sites/${demo.TIDEWELL_ID}/changes`, {
    method: 'POST',
    headers: { cookie },
    body: JSON.stringify({ changes: batch }),
  })
  batchMs.push(performance.now() - started)
}
const middle = (some) => [...some].sort((a, b) => a - b)[Math.floor(some.length / 2)]
line('a batch of 100 changes stored, a site of a few hundred', middle(batchMs.slice(1, 5)), 100)
line('a batch of 100 changes stored, a site of a thousand', middle(batchMs.slice(8)), 100)

await benchGrowth({ server: { base: server.base, fold: record.FOLD_VERSION }, say, middle })
await benchPapers({ server, cookie, demo, fortyChanges, say, middle })

say('\n── in the browser, a site of forty units')
for (let i = 0; i < fortyChanges.length; i += 400)
  await fetch(`${server.base}/api/sites/${demo.BEACON_ID}/changes`, {
    method: 'POST',
    headers: { cookie },
    body: JSON.stringify({ changes: fortyChanges.slice(i, i + 400) }),
  })
const { chromium } = await import('@playwright/test')
benchTimes({ core, meaning, record, demo, line, median })
const browser = await chromium.launch(LAUNCH)
const page = await browser.newPage({ baseURL: server.base, serviceWorkers: 'block', reducedMotion: 'reduce' })
await page.request.post('/api/sign-in', { data: { name: 'mr', password: 'kiln-and-harbour' } })
await page.goto(`/sites/${demo.BEACON_ID}/visits/${demo.BEACON_VISIT_ID}/systems/${demo.BEACON_FLAT_IDS[0]}/survey`)
const settings = page
  .getByRole('navigation', { name: 'Stages' })
  .getByRole('link', { name: /Settings/ })
  .first()
await settings.waitFor()
/** From the click until the ledger stands on the screen. The first opening loads the stage's own chunk too. */
const openings = []
for (let i = 0; i < 7; i += 1) {
  await page
    .getByRole('link', { name: /Survey/ })
    .first()
    .click()
  await page.getByRole('heading', { name: 'System and nameplate' }).waitFor()
  openings.push(
    await settings.evaluate(
      (link) =>
        new Promise((done) => {
          const started = performance.now()
          const look = () =>
            document.querySelector('table.ledger')
              ? requestAnimationFrame(() => done(performance.now() - started))
              : requestAnimationFrame(look)
          link.click()
          look()
        }),
    ),
  )
}
line('ledger opened, the first time', openings[0], 200)
line('ledger opened again', middle(openings.slice(1)), 200)
await page.getByRole('button', { name: 'Reach, left: empty' }).click()
/** What a keystroke costs on the main thread: the event and everything that React does in it. */
const keys = await page.getByRole('textbox', { name: 'Reach, left' }).evaluate((input) => {
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set
  return Array.from({ length: 60 }, (_, i) => {
    const started = performance.now()
    set.call(input, `0.${i}`)
    input.dispatchEvent(new Event('input', { bubbles: true }))
    return performance.now() - started
  })
})
line('a keystroke in the ledger', middle(keys), 16)
await page.goto(`/sites/${demo.BEACON_ID}/visits/${demo.BEACON_VISIT_ID}/systems/${demo.BEACON_FLAT_IDS[0]}/comfort`)
await page.getByRole('region', { name: 'What it will be like' }).waitFor()
/** From a moved control until the figures of the new run are painted. */
const moved = await page.evaluate(async () => {
  const fan = [...document.querySelectorAll('fieldset')].find((one) => one.textContent.startsWith('Fan when satisfied, heating'))
  const buttons = [...fan.querySelectorAll('button')]
  const figures = () => document.querySelector('section[aria-label="What it will be like"]').textContent
  const times = []
  for (let i = 0; i < 9; i += 1) {
    const before = figures()
    const started = performance.now()
    buttons[(i + 1) % buttons.length].click()
    await new Promise((done) => {
      const look = () =>
        figures() !== before
          ? requestAnimationFrame(() => done())
          : performance.now() - started > 3000
            ? done()
            : requestAnimationFrame(look)
      look()
    })
    times.push(performance.now() - started)
  }
  return times
})
line('a moved control of comfort, from input to paint', middle(moved.slice(1)), 100)
await benchFirstSeconds({ browser, server, say })
await browser.close()

await server.stop()
postgres.stop()
process.exit(0)
