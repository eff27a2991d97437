import { readFile } from 'node:fs/promises'
import { newDatabase, serverOn } from '../../tools/throwaway.mjs'
import { expect, MILL, SITE, signedIn, stage, Tech, test } from '../bench.ts'

test('a lead lets a reader in by a code; the reader reads and prints, and writes nothing', async ({ server, browser, tech }) => {
  const lead = await signedIn(browser, server, 'JT')
  await lead.open('/crew')
  await lead.page.getByRole('region', { name: 'Let somebody in' }).getByLabel('As').selectOption('reader')
  await lead.page.getByRole('button', { name: 'Make a code' }).click()
  const code = await lead.page.getByRole('status', { name: 'Code' }).textContent()
  await lead.page.keyboard.press('Escape')
  await expect(lead.page.getByRole('dialog')).toHaveCount(0)
  await expect(lead.page.getByText('A code for one reader')).toBeVisible()

  const context = await browser.newContext({ baseURL: server.base, serviceWorkers: 'block' })
  const page = await context.newPage()
  await page.goto(`/join/${code}`)
  await page.getByRole('button', { name: 'Go on' }).click()
  await expect(page.getByText('You will be a reader')).toBeVisible()
  await page.getByLabel('Name to sign in with').fill('ada')
  await page.getByLabel('Your initials').fill('mr')
  await page.getByLabel('Password').fill('four words of mine')
  await page.getByRole('button', { name: 'Join the crew' }).click()
  await expect(page.getByRole('alert')).toContainText('MR is somebody else in this crew.')
  await page.getByLabel('Your initials').fill('ak')
  await page.getByRole('button', { name: 'Join the crew' }).click()
  const reader = new Tech(page)
  await expect(page.getByRole('region', { name: 'Sites' })).toContainText('Tidewell Pottery')
  await expect(page.getByRole('button', { name: 'New site' })).toBeHidden()
  await reader.open(stage('hand-over'))
  await expect(page.getByText('You read along: your account writes nothing.')).toBeVisible()
  await expect(reader.jotLine).toHaveCount(0)
  const [pdf] = await Promise.all([
    page.waitForEvent('download'),
    page
      .getByRole('link', { name: /record/i })
      .filter({ hasText: 'PDF' })
      .first()
      .click(),
  ])
  expect((await readFile(await pdf.path())).subarray(0, 5).toString()).toBe('%PDF-')

  await lead.page.reload()
  const people = lead.page.getByRole('region', { name: 'People' })
  await expect(people.getByRole('listitem').filter({ hasText: 'AK' })).toContainText('reader')
  await expect(lead.page.getByRole('region', { name: 'What was done' })).toContainText('joined the crew')
  await context.close()
  await lead.page.context().close()
  // A technician sees who is there, and lets nobody in.
  await tech.open('/crew')
  await expect(tech.page.getByText('The crew’s lead lets people in and out.')).toBeVisible()
  await expect(tech.page.getByRole('button', { name: 'Make a code' })).toHaveCount(0)
})

test('an account that is ended lets go of the device at once; what was not sent is saved for the lead, who imports it', async ({
  server,
  browser,
  tech,
}) => {
  const { page } = tech
  await tech.open(stage('survey'))
  await tech.inStep()
  // Changes do not get through; everything else does.
  await page.route('**/api/sites/*/changes*', (route) => (route.request().method() === 'POST' ? route.abort() : route.continue()))
  await tech.jot('note panel screws missing')
  const lead = await signedIn(browser, server, 'JT')
  await lead.open('/crew')
  await lead.page.getByRole('button', { name: 'End the account of MR' }).click()
  await lead.page.getByRole('dialog').getByRole('button', { name: 'End it' }).click()
  const ended = page.getByRole('region', { name: 'Ended account' })
  await expect(ended).toContainText('The account MR of Lantern Lane Heating & Air was ended.')
  await expect(ended).toContainText('1 entry was never sent')
  const [file] = await Promise.all([page.waitForEvent('download'), ended.getByRole('button', { name: /^Save what/ }).click()])
  const path = await file.path()
  await ended.getByRole('button', { name: 'Throw it away' }).click()
  await expect(ended).toHaveCount(0)
  expect(await page.evaluate(async () => (await indexedDB.databases()).map((one) => one.name))).toEqual([])

  await lead.open('/')
  await lead.page
    .getByLabel('Record file')
    .setInputFiles({ name: 'unsent.ingle.json', mimeType: 'application/json', buffer: await readFile(path) })
  await expect(lead.page.getByRole('heading', { name: 'Tidewell Pottery' })).toBeVisible()
  await lead.open(stage('survey'))
  await expect(lead.page.getByText('panel screws missing').first()).toBeVisible()
  await lead.page.context().close()
})

test('what waits on this device is listed; signing out with it is refused, and without it clears the device', async ({
  tech,
}) => {
  const { page } = tech
  await tech.open(stage('survey'))
  await tech.inStep()
  // No call gets through; the pages themselves do, as a device that keeps the app has them.
  await page.context().route('**/api/**', (route) => route.abort())
  await tech.jot('note belt squeals')
  await tech.sync('offline · 1 kept here').click()
  const waits = page.getByRole('region', { name: 'What waits' })
  await expect(waits).toContainText('note: belt squeals')
  await expect(page.getByRole('region', { name: 'What is kept here' })).toContainText(/\d+ sites? with \d/)
  await expect(page.getByRole('button', { name: 'Sign out and clear this device' })).toBeDisabled()
  await page.getByRole('button', { name: 'Account MR' }).click()
  await expect(page.getByRole('button', { name: 'Sign out', exact: true })).toBeDisabled()
  await page.keyboard.press('Escape')
  await page.context().unroute('**/api/**')
  await expect(waits).toContainText('Nothing: the server has everything')
  await page.getByRole('button', { name: 'Sign out and clear this device' }).click()
  await expect(page.getByLabel('Password')).toBeVisible()
  await expect.poll(() => page.evaluate(async () => (await indexedDB.databases()).length)).toBe(0)
})

test('one’s own password, and a session elsewhere that is ended and let go', async ({ tech, server, browser }) => {
  const phone = await signedIn(browser, server, 'MR')
  await phone.open(MILL)
  const { page } = tech
  await tech.open('/account')
  const sessions = page.getByRole('region', { name: 'Where you are signed in' })
  await expect(sessions.getByRole('listitem')).toHaveCount(2)
  await sessions.getByRole('button', { name: /^End it/ }).click()
  await expect(sessions.getByRole('listitem')).toHaveCount(1)
  await expect(phone.page.getByLabel('Password')).toBeVisible()
  await phone.page.context().close()
  await page.getByLabel('Password of now').fill('not it')
  await page.getByLabel('New password').fill('another four words')
  await page.getByRole('button', { name: 'Change it' }).click()
  await expect(page.getByRole('alert')).toContainText('That is not your password of now.')
  await page.getByLabel('Password of now').fill('kiln-and-harbour')
  await page.getByRole('button', { name: 'Change it' }).click()
  await expect(page.getByText('It is changed.')).toBeVisible()
})

test('a device whose clock is off says so', async ({ tech }) => {
  const { page } = tech
  await page.clock.install({ time: Date.now() + 3 * 3_600_000 })
  await tech.open('/')
  await page.getByRole('link', { name: 'clock 3 h ahead' }).click()
  await expect(page.getByText('This device’s clock is 3 h ahead of the server’s.')).toBeVisible()
})

test('a fresh server: the first account is made in the browser, with the code that the server printed', async ({ browser }) => {
  const { INGLE_TEST_POSTGRES: postgres = '' } = process.env
  const server = await serverOn(await newDatabase(postgres), { demo: false })
  const page = await browser.newPage({ baseURL: server.base })
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'Nobody is here yet' })).toBeVisible()
  await page.getByLabel('Code of this server').fill('AAAA-AAAA-AAAA')
  await page.getByLabel('Name of your crew').fill('Lamp Yard Air')
  await page.getByLabel('Name to sign in with').fill('first')
  await page.getByLabel('Your initials').fill('fi')
  await page.getByLabel('Password').fill('four words of mine')
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByRole('alert')).toContainText('That is not the code of this server.')
  await page.getByLabel('Code of this server').fill(server.said(/code of this server is (\S+)/))
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByRole('heading', { name: 'No sites yet' })).toBeVisible()
  await page.close()
  await server.stop('SIGKILL')
})

test('the Round finds a site by a word of it, and says when there is none', async ({ tech }) => {
  const { page } = tech
  await tech.open('/')
  const sites = page.getByRole('region', { name: 'Sites' })
  const look = page.getByRole('searchbox', { name: 'Look for a site' })
  await look.fill('boiler')
  await expect(sites).toContainText('Nothing here has “boiler”')
  await look.fill('tidewell')
  await expect(sites.getByRole('listitem').filter({ has: page.getByRole('link') })).toHaveCount(1)
  await expect(sites.getByRole('link', { name: /Tidewell Pottery/ })).toHaveAttribute('href', `/sites/${SITE}`)
  await look.fill('')
  await expect(page.getByRole('region', { name: 'Visits under way' })).toBeVisible()
})
