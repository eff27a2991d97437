/**
 * `npm run screenshots [-- name …]`: one picture of each main view, from the demo world, into docs/screenshots.
 * With INGLE_SHOTS set, into that folder instead, for looking without committing.
 */
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { LAUNCH } from './browser.mjs'
import { ensureBuilt } from './build.mjs'
import { ensureChromium, ensurePackages, ROOT } from './install.mjs'
import { say } from './say.mjs'
import { startStandIns } from './standIns.mjs'
import { newDatabase, serverOn, throwawayPostgres } from './throwaway.mjs'

ensurePackages()
ensureChromium()
ensureBuilt()
const { chromium } = await import('@playwright/test')
const out = process.env.INGLE_SHOTS ?? join(ROOT, 'docs/screenshots')
mkdirSync(out, { recursive: true })
const only = process.argv.slice(2)
const postgres = await throwawayPostgres()
const server = await serverOn(await newDatabase(postgres.url))
const browser = await chromium.launch(LAUNCH)
const stopDevices = startStandIns(() => undefined)

const SITE = '71de0e11-0000-4000-8000-000000000001'
const visit = (stage) =>
  `/sites/${SITE}/visits/71de0e11-0000-4000-8000-0000000000b2/systems/71de0e11-0000-4000-8000-0000000000a1/${stage}`
const MILL = 'beac0e11-0000-4000-8000-000000000001'
const MILL_VISIT = `/sites/${MILL}/visits/beac0e11-0000-4000-8000-0000000000b2`
const flat = (n, stage) => `${MILL_VISIT}/systems/beac0e11-0000-4000-8000-0000000000f${n}/${stage}`
const hall = (stage) =>
  `/sites/4a2b0a11-0000-4000-8000-000000000001/visits/4a2b0a11-0000-4000-8000-0000000000b2/systems/4a2b0a11-0000-4000-8000-0000000000a1/${stage}`
const dental = (stage) =>
  `/sites/ca1de411-0000-4000-8000-000000000001/visits/ca1de411-0000-4000-8000-0000000000b2/systems/ca1de411-0000-4000-8000-0000000000a1/${stage}`
const row = (stage) =>
  `/sites/077e4a11-0000-4000-8000-000000000001/visits/077e4a11-0000-4000-8000-0000000000b2/systems/077e4a11-0000-4000-8000-0000000000a1/${stage}`
const rooftop = (n, stage) =>
  `/sites/11b2a211-0000-4000-8000-000000000001/visits/11b2a211-0000-4000-8000-0000000000b2/systems/11b2a211-0000-4000-8000-0000000000a${n}/${stage}`

const METRIC = { temperature: '°C', flow: 'L/s', static: 'Pa', length: 'cm', altitude: 'm', capacity: 'kW', velocity: 'm/s' }

/** name, address, and what is done before the picture; `shows`: the part that it is a picture of, by its name or its words. */
const VIEWS = [
  { name: 'round', path: '/', before: (page) => page.getByRole('region', { name: 'Sites' }).getByRole('link').first().waitFor() },
  { name: 'survey', path: visit('survey'), shows: 'System and nameplate' },
  { name: 'power', path: hall('power'), shows: 'Sequence of operation' },
  {
    name: 'airflow',
    path: visit('airflow'),
    before: (page) => page.getByRole('textbox', { name: 'Jot line' }).fill('esp +0.20 -0.24'),
  },
  { name: 'airflow-phone', path: visit('airflow'), size: { width: 390, height: 844 }, shows: 'Next move' },
  {
    name: 'settings',
    path: flat(6, 'settings'),
    before: (page) =>
      page
        .getByRole('region', { name: 'Settings ledger' })
        .getByRole('button', { name: 'Fan when satisfied, heating', exact: true })
        .click(),
  },
  {
    name: 'plan',
    path: flat(6, 'settings'),
    before: (page) => page.getByRole('button', { name: /^Which keys on the W2/ }).click(),
  },
  {
    name: 'twins',
    path: `${MILL_VISIT}/twins`,
    before: (page) => page.getByRole('button', { name: /^Flat 6, Fan when satisfied, heating/ }).click(),
  },
  {
    name: 'library',
    path: '/library',
    before: (page) => page.getByRole('searchbox').fill('stop the fan after cooling'),
  },
  {
    name: 'zones',
    path: dental('zones/combinations'),
    before: (page) => page.getByRole('region', { name: 'Corrections' }).waitFor(),
  },
  { name: 'hand-over', path: visit('hand-over'), shows: 'Before you leave' },
  { name: 'occupant', path: visit('sheets/occupant'), shows: 'What was wrong' },
  { name: 'proof', path: flat(6, 'proof'), shows: 'The round' },
  {
    name: 'proof-run',
    path: dental('proof'),
    size: { width: 390, height: 844 },
    before: async (page) => {
      await page.getByText('Never run, not touched on this visit').click()
      await page.getByRole('button', { name: 'Run Fan when satisfied, heating' }).click()
      await page.getByRole('button', { name: 'It stands so: begin' }).click()
      await page.getByRole('button', { name: /^Next: Watch the grille/ }).click()
      // A picture of a test that runs has to run.
      await page.getByText(/^1:0\d$/).waitFor({ timeout: 90_000 })
    },
  },
  {
    name: 'comfort',
    path: flat(3, 'comfort'),
    before: async (page) => {
      await page.getByRole('group', { name: 'Gap at the sensor sealed' }).getByRole('button', { name: 'yes' }).click()
      await page.getByLabel(/^Sensor offset/).selectOption('0')
      await page.getByRole('heading', { name: /^(It stays|The room)/ }).waitFor()
      await page.evaluate(() => scrollTo(0, 0))
    },
  },
  { name: 'fresh-air-line', path: rooftop(1, 'fresh-air/line'), units: METRIC, shows: 'Damper line' },
  {
    name: 'times',
    path: row('times'),
    before: async (page) => {
      await page
        .getByText('Let the second stage be called')
        .or(page.getByText(/^Begin \d+ min earlier/))
        .first()
        .waitFor()
    },
  },
  {
    name: 'crew',
    path: '/crew',
    as: ['jt', 'lantern-on-the-quay'],
    before: async (page) => {
      await page.getByRole('button', { name: 'Make a code' }).click()
      await page.getByRole('dialog').waitFor()
      await page.keyboard.press('Escape')
      await page.getByRole('region', { name: 'Let somebody in' }).getByText('A code for one technician').waitFor()
    },
  },
  // Last: it writes on the record that the others show.
  {
    name: 'device',
    path: visit('survey'),
    before: async (page) => {
      await page.context().route('**/api/**', (route) => route.abort())
      const jot = page.getByRole('textbox', { name: 'Jot line' })
      for (const line of ['note panel screws missing', 'esp +0.21 -0.25', 'heard whistle']) {
        await jot.fill(line)
        await jot.press('Enter')
      }
      await page.getByRole('status', { name: /kept here/ }).click()
      await page.getByText('note: panel screws missing').waitFor()
    },
  },
]

for (const view of VIEWS) {
  if (only.length > 0 && !only.includes(view.name)) continue
  const context = await browser.newContext({
    viewport: view.size ?? { width: 1280, height: 800 },
    baseURL: server.base,
    serviceWorkers: 'block',
    reducedMotion: 'reduce',
  })
  if (view.units)
    await context.addInitScript(
      (units) => localStorage.setItem('ingle.prefs', JSON.stringify({ state: { units }, version: 0 })),
      view.units,
    )
  const page = await context.newPage()
  const [name, password] = view.as ?? ['mr', 'kiln-and-harbour']
  await page.request.post('/api/sign-in', { data: { name, password } })
  await page.goto(view.path)
  await page.locator('main').first().waitFor()
  // What the picture is of has to be there: without it the run fails, and no empty page is kept.
  await page.locator('h1').first().waitFor({ state: 'attached' })
  await page.waitForFunction(
    () =>
      document.querySelector('.frame-page') === null &&
      !document.body.innerText.includes('is coming …') &&
      [...document.fonts].some((font) => font.status === 'loaded'),
  )
  await page.evaluate(() => document.fonts.ready)
  if (view.shows) await page.getByRole('region', { name: view.shows }).or(page.getByText(view.shows)).first().waitFor()
  await page.getByRole('status', { name: 'Sync: in step' }).waitFor()
  if (view.before) await view.before(page)
  await page.screenshot({ path: join(out, `${view.name}.png`), fullPage: view.full ?? false })
  await context.close()
  say(`${view.name}.png`)
}
await browser.close()
stopDevices()
await server.stop()
postgres.stop()
