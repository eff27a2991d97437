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
const jot = async (page, text) => {
  await page.getByRole('textbox', { name: 'Jot line' }).fill(text)
  await page.keyboard.press('Enter')
  await page
    .getByText(/^(Written|Taken back)/)
    .first()
    .waitFor()
}

/** name, address, and what is done before the picture. */
const VIEWS = [
  { name: 'round', path: '/' },
  { name: 'survey', path: visit('survey') },
  { name: 'power', path: hall('power') },
  {
    name: 'airflow',
    path: visit('airflow'),
    before: (page) => page.getByRole('textbox', { name: 'Jot line' }).fill('esp +0.20 -0.24'),
  },
  { name: 'airflow-phone', path: visit('airflow'), size: { width: 390, height: 844 } },
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
    name: 'gateway',
    path: hall('settings'),
    before: async (page) => {
      await page.getByRole('button', { name: 'Modbus: D7' }).click()
      await page.getByRole('button', { name: 'Read as found' }).click()
      await page.getByRole('status', { name: 'What was read' }).waitFor()
      await page.getByRole('region', { name: 'Modbus: D7' }).scrollIntoViewIfNeeded()
    },
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
    name: 'practice',
    path: '/practice/skerrick-w2',
    before: async (page) => {
      await page.getByLabel('Add a setting').selectOption('fan.satisfied.heat')
      await page.getByLabel('Fan, heat off to').selectOption('0')
      await page.getByLabel('Add a setting').selectOption('sensor.source')
      await page.getByLabel('Room sensor to').selectOption('3')
    },
  },
  {
    name: 'zones',
    path: dental('zones/combinations'),
    before: (page) => page.getByRole('region', { name: 'Corrections' }).waitFor(),
  },
  { name: 'hand-over', path: visit('hand-over') },
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
  { name: 'fresh-air-line', path: rooftop(1, 'fresh-air/line') },
  {
    name: 'fresh-air-changeover',
    path: rooftop(2, 'fresh-air/cooling'),
    before: (page) => page.getByRole('table', { name: 'A year of each kind' }).waitFor(),
  },
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
    name: 'times-device',
    path: row('times'),
    before: async (page) => {
      await page.getByRole('button', { name: /^Take \d+ as aims/ }).click()
      await page.getByRole('button', { name: 'Try it on a simulated P2' }).click()
      await page.getByRole('button', { name: 'Press all of them' }).click()
      await page.getByRole('dialog').getByLabel('Time', { exact: true }).fill('05:45')
      await page.getByRole('dialog').getByText('It stands as aimed.').waitFor()
    },
  },
  // Last: it writes to the record that the others show.
  {
    name: 'sensing',
    path: flat(3, 'comfort/sensing'),
    before: async (page) => {
      const pairs = ['70.6 ref 70.4 fan off', '70.5 ref 70.4 fan off', '67.0 ref 70.5 fan on', '66.8 ref 70.5 fan on']
      for (const pair of [...pairs, '70.7 ref 70.4 fan off', '66.9 ref 70.6 fan on', '67.1 ref 70.5 fan on'])
        await jot(page, `wall ${pair}`)
      await page.getByRole('status', { name: 'Sync: in step' }).waitFor()
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
  if (view.theme)
    await context.addInitScript(
      (theme) => localStorage.setItem('ingle.prefs', JSON.stringify({ state: { theme }, version: 0 })),
      view.theme,
    )
  const page = await context.newPage()
  await page.request.post('/api/sign-in', { data: { name: 'mr', password: 'kiln-and-harbour' } })
  await page.goto(view.path)
  await page.locator('main').first().waitFor()
  await page.evaluate(() => document.fonts.ready)
  await page.waitForFunction(() => !document.body.innerText.includes('Opening …'))
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
