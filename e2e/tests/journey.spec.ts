import { readFile } from 'node:fs/promises'
import { closeVisit, expect, SITE, signedIn, stage, type Tech, test } from '../bench.ts'

/** From the advice on a dirty filter to a proved tap: the readings that a clean filter gives. */
async function fromAdviceToProof(tech: Tech) {
  await expect(tech.headline).toHaveText('Change the filter, stay on tap 3, measure again.')
  await tech.move.getByRole('button', { name: 'Log the next try' }).click()
  await expect(tech.headline).toHaveText('Measure static on both sides of the cabinet.')
  await expect(tech.jotLine).toHaveValue('esp ')
  await tech.jot('esp +0.21 -0.25')
  await expect(tech.headline).toHaveText('Measure the split, dry and wet.')
  await tech.jot('filter -0.06 -0.18')
  await tech.jot('split 75.6 53.2 wb 63.9')
  await expect(tech.headline).toHaveText('Leave it on tap 3.')
  await tech.move.getByRole('button', { name: 'Set Left to tap 3' }).click()
  await expect(tech.ledgerRow('Cooling and heat-pump tap').getByRole('button', { name: /left: 3$/ })).toBeVisible()
  await expect(tech.headline).toHaveText('Prove the flow by the heater’s temperature rise.')
  await tech.jot('rise 75.6 97.7 240 V 37.4 A')
  await expect(tech.headline).toHaveText('Airflow is set and proved. Go to Hand over.')
  await tech.jot('proved cool table and heater rise agree')
  await expect(tech.ledgerRow('Cooling and heat-pump tap').getByRole('img', { name: 'proved' })).toBeVisible()
}

test('one system from the advice to the sheet in the panel, and into another crew', async ({ tech, server, browser }) => {
  const { page } = tech
  await tech.open('/')
  await page
    .getByRole('region', { name: 'Visits under way' })
    .getByRole('link', { name: /Tidewell Pottery/ })
    .click()
  await fromAdviceToProof(tech)
  await expect(tech.tries).toHaveCount(5)
  await expect(tech.tries.last()).toContainText('inside the aim')

  await page
    .getByRole('link', { name: /Hand over/ })
    .first()
    .click()
  for (const check of await page.getByRole('region', { name: 'Before you leave' }).getByRole('checkbox').all()) {
    await check.check()
    await expect(check).toBeChecked()
  }
  await page.getByRole('textbox', { name: 'New open item' }).fill('Close the knockout behind the controller')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await tech.inStep()
  await closeVisit(page)
  await tech.inStep()

  const [cardPdf] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Card as PDF' }).click()])
  expect((await readFile(await cardPdf.path())).subarray(0, 5).toString()).toBe('%PDF-')
  const [csv] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Readings as CSV' }).click()])
  expect(await readFile(await csv.path(), 'utf8')).toContain('heater volts')
  const [record] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Export the record' }).click(),
  ])
  const recordPath = await record.path()

  await page.getByRole('link', { name: 'Settings card' }).click()
  const card = page.getByRole('article')
  await expect(card.getByRole('heading', { name: 'AH-1 Upper studio' })).toBeVisible()
  await expect(card.getByRole('row', { name: /Cooling and heat-pump tap 3 table and heater rise agree/ })).toBeVisible()
  await expect(card).toContainText('Close the knockout behind the controller')
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden()
  await expect(page.getByRole('banner')).toBeHidden()

  const other = await signedIn(browser, server, 'EB')
  await other.open('/')
  await expect(other.page.getByRole('heading', { name: 'No sites yet' })).toBeVisible()
  await other.page.getByLabel('Record file').setInputFiles(recordPath)
  await expect(other.page.getByRole('heading', { name: 'Tidewell Pottery' })).toBeVisible()
  await other.open(stage('airflow'))
  await expect(other.tries).toHaveCount(5)
  await expect(other.ledgerRow('Cooling and heat-pump tap').getByRole('img', { name: 'proved' })).toBeVisible()
  await other.page.context().close()
})

test.describe('with the app kept on the device', () => {
  test.use({ serviceWorkers: 'allow' })

  test('the same, with the server killed in the middle, the page reloaded and the tab closed', async ({ tech, server }) => {
    await tech.open(stage('airflow'))
    await tech.inStep()
    // The app is on the device once its worker has it.
    await tech.page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
    await tech.page.reload()
    await expect(tech.headline).toHaveText('Change the filter, stay on tap 3, measure again.')
    await server.stop('SIGKILL')

    await tech.jot('filter clean')
    await tech.jot('esp +0.21 -0.25')
    await expect(tech.sync('offline · 2 kept here')).toBeVisible()
    await tech.page.reload()
    await expect(tech.sync('offline · 2 kept here')).toBeVisible()
    await expect(tech.tries).toHaveCount(5)
    await tech.jot('split 75.6 53.2 wb 63.9')

    const context = tech.page.context()
    await tech.page.close()
    const { Tech } = await import('../bench.ts')
    const again = new Tech(await context.newPage())
    await again.open(stage('airflow'))
    await expect(again.sync('offline · 3 kept here')).toBeVisible()
    await expect(again.headline).toHaveText('Leave it on tap 3.')

    await server.start()
    await again.inStep()
    await again.move.getByRole('button', { name: 'Set Left to tap 3' }).click()
    await again.jot('rise 75.6 97.7 240 V 37.4 A')
    await again.jot('proved cool table and heater rise agree')
    await again.inStep()

    // Nothing lost, nothing doubled: the server has each line once.
    const answer = await again.page.request.get(`/api/sites/${SITE}/changes`)
    const { changes } = (await answer.json()) as {
      changes: { seq: number; change: { id: string; kind: string; body: { filter?: string } } }[]
    }
    expect(new Set(changes.map((one) => one.change.id)).size).toBe(changes.length)
    expect(changes.filter((one) => one.change.kind === 'try.start' && one.change.body.filter === 'clean')).toHaveLength(2)
    expect(changes.slice(-7).map((one) => one.change.kind)).toEqual([
      'try.start',
      'reading.probes',
      'reading.split',
      'setting.set',
      'setting.set',
      'reading.rise',
      'setting.set',
    ])
    await again.page
      .getByRole('link', { name: /Hand over/ })
      .first()
      .click()
    await again.page.getByRole('link', { name: 'Settings card' }).click()
    await expect(again.page.getByRole('article')).toContainText('table and heater rise agree')
  })
})

test('two devices on one site see each other’s lines at once', async ({ tech, server, browser }) => {
  await tech.open(stage('airflow'))
  const lead = await signedIn(browser, server, 'JT')
  await lead.open(stage('airflow'))
  await expect(lead.tries).toHaveCount(4)
  await tech.jot('tap 2')
  await expect(lead.tries).toHaveCount(5)
  await lead.jot('esp +0.15 -0.35')
  await expect(tech.tries.last()).toContainText('0.50')
  await lead.page.context().close()
})

test('what is written while a device is still opening the site is not missed', async ({ tech, server, browser }) => {
  await tech.open(stage('airflow'))
  await expect(tech.tries).toHaveCount(4)
  const lead = await signedIn(browser, server, 'JT')
  // The site was read before the line, and arrives after its news.
  let release = () => {}
  const written = new Promise<void>((resolve) => {
    release = resolve
  })
  let held = () => {}
  const read = new Promise<void>((resolve) => {
    held = resolve
  })
  await lead.page.route('**/api/sites/*/changes?*', async (route) => {
    const response = await route.fetch()
    held()
    await written
    await route.fulfill({ response })
  })
  const news = lead.page.waitForRequest('**/api/news')
  await Promise.all([lead.page.goto(stage('airflow')), read, news])
  await tech.jot('tap 2')
  await expect(tech.tries).toHaveCount(5)
  await tech.inStep()
  release()
  await expect(lead.tries).toHaveCount(5)
  await lead.page.context().close()
})

test('a system that nobody knows yet: the advice asks for one thing after another', async ({ tech }) => {
  const { page } = tech
  await tech.open('/')
  await page.getByRole('button', { name: 'New site' }).click()
  await page.getByLabel('Name of the site').fill('Net Loft')
  await page.getByLabel(/Altitude/).fill('120 m')
  await page.getByLabel('First system').fill('AH-2 Loft')
  await page.getByRole('button', { name: 'Begin the visit' }).click()
  await expect(page.getByRole('heading', { name: 'System and nameplate' })).toBeVisible()
  await page
    .getByRole('link', { name: /Airflow/ })
    .first()
    .click()
  await expect(tech.headline).toHaveText('Say what this air handler is.')
  await tech.move.getByRole('button', { name: 'Open Survey' }).click()
  await tech.addDevice('HX-36', 'Merrowby HX-36')
  await page.getByLabel('Add a house rule').selectOption({ label: 'middle of the road, 400 cfm/ton' })
  await page.getByLabel('Capacity').fill('36000 Btu/h')
  await page.getByLabel('Capacity').press('Enter')
  await expect(page.getByLabel('Capacity')).toHaveValue('3.0 ton')
  await page.keyboard.press('Tab')
  await page.getByRole('heading', { name: 'Parts' }).click()
  await page.keyboard.press('g')
  await page.keyboard.press('a')
  await expect(tech.headline).toHaveText('Say which heater kit is fitted, or that there is none.')
  await tech.jot('heater none')
  await expect(tech.headline).toHaveText('Read which dial position the blower runs on.')
  await tech.jot('tap C')
  await tech.jot('supply +0.30')
  await expect(tech.headline).toHaveText('Measure the return static too.')
  await tech.jot('return -0.25')
  await expect(tech.tries.last()).toContainText('1,200')
  await expect(tech.headline).toHaveText('Measure the split, dry and wet.')
  await tech.inStep()
})
