/**
 * `npm run mutants`: puts small faults into the code, one at a time, and counts which of them a test notices. A sample of
 * each workspace, the same for the same seed: `npm run mutants -- --seed 2 --of core,bench --times 0.5`. Writes
 * docs/mutants.md when all were tried.
 */
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join, relative } from 'node:path'
import { parseArgs } from 'node:util'
import { createVitest } from 'vitest/node'
import { ensurePostgres, ROOT } from './install.mjs'
import { lineOf, sitesOf, withFaults } from './mutants/sites.mjs'
import { say } from './say.mjs'

/** How many faults, and by which tests they should be noticed. */
const GROUPS = {
  core: { code: 'packages/core/src', size: 130, tests: 'unit' },
  record: { code: 'packages/record/src', size: 90, tests: 'unit' },
  bench: { code: 'packages/bench/src', size: 90, tests: 'unit' },
  report: { code: 'packages/report/src', size: 40, tests: 'unit' },
  server: { code: 'apps/server/src', size: 80, tests: 'db' },
}
/** Run as processes of their own, where a fault cannot be woken: the end-to-end tests start them, and they only call. */
const ENTRIES = new Set(['apps/server/src/main.ts', 'apps/server/src/addCrew.ts', 'apps/server/src/standIn.ts'])
const SUITES = {
  unit: { include: ['packages/*/{src,test}/**/*.test.ts'] },
  db: { include: ['apps/server/test/**/*.test.ts'], globalSetup: [join(ROOT, 'apps/server/test/postgres.setup.ts')] },
}
/** Come by this many times more often than without the fault: it runs in circles. */
const CIRCLES = 20
const LONGEST_MS = 90_000

const { values } = parseArgs({
  options: { seed: { type: 'string', default: '1' }, of: { type: 'string' }, times: { type: 'string', default: '1' } },
})
const groups = values.of ? values.of.split(',') : Object.keys(GROUPS)
const folder = mkdtempSync(join(tmpdir(), 'mutants-'))
process.env.MUTANTS_FOLDER = folder

/** Numbers from 0 to 1 by a seed (mulberry32). */
function chance(seed) {
  let state = seed
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

const modulesIn = (path) =>
  readdirSync(join(ROOT, path), { recursive: true })
    .map((name) => join(ROOT, path, name))
    .filter((name) => !ENTRIES.has(relative(ROOT, name)))
    .filter((name) => name.endsWith('.ts') && !/\.test\.ts$|[\\/]testing[\\/]/.test(name))
    .sort()

/** A sample without two faults that overlap: each must be able to sleep while another is tried. */
function sample(group) {
  const next = chance(Number(values.seed))
  const all = modulesIn(GROUPS[group].code).flatMap((file) => sitesOf(file, readFileSync(file, 'utf8')))
  const wanted = Math.round(GROUPS[group].size * Number(values.times))
  const chosen = []
  const left = [...all]
  while (chosen.length < wanted && left.length > 0) {
    const [site] = left.splice(Math.floor(next() * left.length), 1)
    const overlaps = chosen.some((one) => one.file === site.file && one.start < site.end && site.start < one.end)
    if (!overlaps) chosen.push({ ...site, group })
  }
  return { chosen, sites: all.length }
}

function throwSwitch(active, most = 0) {
  writeFileSync(join(folder, 'active.json'), JSON.stringify({ active, most }))
}

function stopRunaways() {
  for (const name of readdirSync(folder).filter((one) => one.startsWith('pid-'))) {
    try {
      process.kill(Number(name.slice(4)), 'SIGKILL')
    } catch {
      // It has ended by itself.
    }
  }
}

const complaints = (module) => [
  ...module.errors().map(({ message }) => `${module.moduleId}: ${message}`),
  ...[...module.children.allTests('failed')].map((test) => `${test.fullName}: ${test.result().errors?.[0]?.message}`),
]

async function tryAll(suite, faults) {
  const inFile = (file) => faults.filter((one) => one.file === file)
  const vitest = await createVitest(
    'test',
    {
      ...SUITES[suite],
      root: ROOT,
      config: false,
      watch: false,
      pool: 'forks',
      maxWorkers: 2,
      bail: 1,
      testTimeout: 30_000,
      hookTimeout: 30_000,
      setupFiles: [join(ROOT, 'tools/mutants/switch.ts')],
      reporters: [{}],
    },
    {
      plugins: [
        {
          name: 'faults',
          enforce: 'pre',
          transform(code, id) {
            const chosen = inFile(id.split('?')[0])
            return chosen.length > 0 ? { code: withFaults(code, chosen), map: null } : null
          },
        },
      ],
    },
  )
  const specs = await vitest.globTestSpecifications()
  throwSwitch(null)
  const { testModules, unhandledErrors } = await vitest.runTestSpecifications(specs, true)
  const failed = testModules.filter((one) => !one.ok())
  if (failed.length > 0 || unhandledErrors.length > 0)
    throw new Error(`The tests fail without any fault: ${[...failed.flatMap(complaints), ...unhandledErrors].join('\n')}`)
  const lasted = new Map(testModules.map((one) => [one.moduleId, one.diagnostic().duration]))
  const came = readdirSync(folder)
    .filter((name) => name.startsWith('came-'))
    .map((name) => JSON.parse(readFileSync(join(folder, name), 'utf8')))
  for (const [n, fault] of faults.entries()) {
    const by = came.flatMap(({ file, counts }) => counts.filter(([id]) => id === fault.id).map(([, count]) => ({ file, count })))
    const near = (file) => (dirname(file) === dirname(fault.file) ? 0 : 1)
    by.sort((a, b) => near(a.file) - near(b.file) || lasted.get(a.file) - lasted.get(b.file))
    throwSwitch(fault.id, CIRCLES * Math.max(1000, ...by.map(({ count }) => count)))
    fault.noticed = false
    for (const some of [by.slice(0, 2), by.slice(2, 8), by.slice(8)]) {
      const chosen = specs.filter((spec) => some.some(({ file }) => file === spec.moduleId))
      if (fault.noticed || chosen.length === 0) continue
      const watch = setTimeout(stopRunaways, LONGEST_MS)
      const run = await vitest.runTestSpecifications(chosen)
      clearTimeout(watch)
      for (const name of readdirSync(folder).filter((one) => one.startsWith('pid-'))) rmSync(join(folder, name))
      // The run's list holds every module that ever ran, and a failure of an earlier fault stays in it.
      const mine = run.testModules.filter((one) => chosen.some(({ moduleId }) => moduleId === one.moduleId))
      fault.noticed = run.unhandledErrors.length > 0 || mine.some((one) => one.state() === 'failed')
    }
    fault.unseen = by.length === 0
    const where = `${relative(ROOT, fault.file)}:${fault.line}`
    say(
      `${n + 1}/${faults.length} ${fault.noticed ? 'noticed' : fault.unseen ? 'NO TEST COMES BY' : 'LIVES'}  ${where}  ${fault.what}`,
    )
  }
  process.exitCode = 0
  await vitest.close()
}

const faults = []
const sizes = {}
for (const group of groups) {
  const { chosen, sites } = sample(group)
  sizes[group] = sites
  faults.push(...chosen)
}
for (const [id, fault] of faults.entries()) {
  const code = readFileSync(fault.file, 'utf8')
  Object.assign(fault, { id, line: lineOf(code, fault.start), was: code.slice(fault.start, fault.end).replace(/\s+/g, ' ') })
}
if (groups.some((group) => GROUPS[group].tests === 'db')) ensurePostgres()
for (const suite of Object.keys(SUITES)) {
  const some = faults.filter(({ group }) => GROUPS[group].tests === suite)
  if (some.length > 0) await tryAll(suite, some)
}
rmSync(folder, { recursive: true, force: true })

const rows = groups.map((group) => {
  const own = faults.filter((one) => one.group === group)
  const noticed = own.filter((one) => one.noticed).length
  return `| ${group} | ${sizes[group]} | ${own.length} | ${noticed} | ${Math.round((100 * noticed) / own.length)} % |`
})
const lived = faults.filter((one) => !one.noticed)
const report = [
  '# Faults that the tests notice',
  '',
  `\`npm run mutants\` with seed ${values.seed}: small faults are put into the code one at a time (a comparison or an operation turned, a`,
  'condition always or never, branches swapped, a number one off, a call left out), and the tests that come by are run.',
  '',
  '| workspace | places for a fault | tried | noticed | share |',
  '| --- | --- | --- | --- | --- |',
  ...rows,
  '',
  `## The ${lived.length} that lived`,
  '',
  ...lived.map(
    ({ file, line, what, was, unseen }) =>
      `- \`${relative(ROOT, file)}:${line}\` ${what}${unseen ? ' (no test comes by)' : ''}: \`${was.slice(0, 90).replaceAll('`', '´')}\``,
  ),
  '',
].join('\n')
if (values.of || values.times !== '1') say(report)
else {
  mkdirSync(join(ROOT, 'docs'), { recursive: true })
  writeFileSync(join(ROOT, 'docs/mutants.md'), report)
  say(`\n${rows.join('\n')}\nWritten to docs/mutants.md.`)
}
