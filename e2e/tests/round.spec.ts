import { expect, SITE, signedIn, stage, Tech, test } from '../bench.ts'

test.describe('with the app kept on the device', () => {
  test.use({ serviceWorkers: 'allow' })

  test('a site begun without a signal is worked on at once and reaches the crew later', async ({ tech, server, browser }) => {
    const { page } = tech
    await tech.open('/')
    await tech.inStep()
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
    await page.reload()
    await expect(page.getByRole('heading', { name: 'Round' })).toBeVisible()
    await server.stop('SIGKILL')
    await page.getByRole('button', { name: 'New site' }).click()
    await page.getByLabel('Name of the site').fill('Rope Walk')
    await page.getByRole('button', { name: 'Begin the visit' }).click()
    await expect(page.getByRole('heading', { name: 'System and nameplate' })).toBeVisible()
    await tech.addDevice('VX-42', 'Merrowby VX-42')
    await tech.jot('capacity 3 ton')
    await tech.jot('note panel screws missing')
    await expect(tech.sync('offline · 6 kept here')).toBeVisible()
    await page.getByRole('link', { name: 'Ingle, to the Round' }).click()
    await expect(page.getByText('The server does not answer')).toBeVisible()
    await expect(page.getByRole('region', { name: 'Visits under way' }).getByRole('link', { name: /Rope Walk/ })).toBeVisible()
    await server.start()
    await tech.inStep()
    const lead = await signedIn(browser, server, 'JT')
    await lead.open('/')
    await lead.page
      .getByRole('region', { name: 'Visits under way' })
      .getByRole('link', { name: /Rope Walk/ })
      .click()
    await lead.page
      .getByRole('link', { name: /Survey/ })
      .first()
      .click()
    await expect(lead.page.getByText('panel screws missing')).toBeVisible()
    await expect(lead.page.getByLabel('Capacity')).toHaveValue('3.0 ton')
    await lead.page.context().close()
  })
})

test('the site’s altitude moves the aim, and says how', async ({ tech }) => {
  const { page } = tech
  await tech.open(`/sites/${SITE}`)
  await page.getByLabel('Altitude').fill('1500 m')
  await page.getByLabel('Altitude').press('Enter')
  await expect(page.getByLabel('Altitude')).toHaveValue('4,921 ft')
  await tech.open(stage('airflow'))
  const aim = page.getByRole('region', { name: 'How it was worked out' }).getByRole('button', { name: /^Aim/ })
  await expect(aim).toContainText('3.5 ton × 380 = 1,330 cfm; ÷ 0.834')
  await aim.click()
  await expect(page.getByText('Result 1,594 cfm')).toBeVisible()
})

test('a visit is begun from the site, and the earlier ones stay readable', async ({ tech }) => {
  const { page } = tech
  await tech.open(`/sites/${SITE}`)
  await page.getByRole('button', { name: 'Begin a visit' }).click()
  await expect(page.getByRole('heading', { name: 'System and nameplate' })).toBeVisible()
  await page
    .getByRole('link', { name: /Airflow/ })
    .first()
    .click()
  await expect(tech.headline).toHaveText('Read which tap pin the blower runs on.')
  await page.getByRole('link', { name: 'Tidewell Pottery' }).first().click()
  await expect(
    page
      .getByRole('region', { name: 'Visits' })
      .getByRole('listitem')
      .filter({ hasText: /^Visit 3/ }),
  ).toContainText('under way')
  const first = page
    .getByRole('region', { name: 'Visits' })
    .getByRole('listitem')
    .filter({ hasText: /^Visit 1/ })
  await expect(first).toContainText('closed')
  await first.getByRole('link', { name: /AH-1/ }).click()
  await expect(page.getByRole('region', { name: 'Set and proved' })).toContainText(
    'Flow by table, return grille and heater rise agree.',
  )
})

test('a second system is added to the site and opens under its visit with nothing known yet', async ({ tech }) => {
  const { page } = tech
  await tech.open(`/sites/${SITE}`)
  const systems = page.getByRole('region', { name: 'Systems' })
  await systems.getByLabel('New system').fill('AH-2 Kiln room')
  await systems.getByRole('button', { name: 'Add' }).click()
  await expect(systems.getByRole('listitem')).toHaveCount(2)
  await page.getByRole('region', { name: 'Visits' }).getByRole('link', { name: 'AH-2 Kiln room' }).first().click()
  await expect(tech.headline).toHaveText('Say what this air handler is.')
  await tech.jot('note no nameplate on this one')
  await tech.inStep()
  await tech.open(stage('survey'))
  await expect(page.getByText('no nameplate on this one')).toHaveCount(0)
})

test('what is open stands on the Round until somebody says how it was done', async ({ tech }) => {
  const { page } = tech
  await tech.open(stage('hand-over'))
  await tech.jot('open enlarge the desk grille')
  await tech.inStep()
  await page.getByRole('link', { name: 'Ingle, to the Round' }).click()
  await expect(page.getByRole('region', { name: 'Sites' })).toContainText('enlarge the desk grille')
  await expect(page.getByRole('region', { name: 'Sites' })).toContainText('2 open')
  await tech.open(stage('hand-over'))
  const item = page
    .getByRole('region', { name: 'Open items' })
    .getByRole('listitem')
    .filter({ hasText: 'enlarge the desk grille' })
  await item.getByRole('button', { name: 'Done…' }).click()
  await item.getByLabel('How it was done').fill('fitted 18×8')
  await item.getByRole('button', { name: 'Close it' }).click()
  await expect(item).toHaveCount(0)
})

test('the record shows found, tries, left, proof, decisions and every formula, in the reader’s units', async ({ tech }) => {
  const { page } = tech
  await tech.open(stage('sheets/record'))
  const record = page.getByRole('article')
  for (const title of [
    'Condition',
    'As found',
    'Tries',
    'As left',
    'Proof',
    'What speaks against it',
    'Advice and decisions',
    'Still open',
    'How it was worked out',
    'Cautions',
  ]) {
    await expect(record.getByRole('heading', { name: title, exact: true })).toBeVisible()
  }
  await expect(record.getByRole('img', { name: 'Filter grey and bowed in.' })).toBeVisible()
  await expect(
    record.getByRole('img', { name: /^Blower and duct: now 1,2\d\d cfm at 0\.6\d in\.wc, aim 1,345 cfm/ }),
  ).toBeVisible()
  await expect(record.getByRole('row', { name: /^1 tap 5 as found 0\.8\d in\.wc 1,4\d\d cfm/ })).toBeVisible()
  await page.getByRole('button', { name: /^Units:/ }).click()
  await expect(record.getByRole('row', { name: /^1 tap 5 as found 21\d Pa 6\d\d L\/s/ })).toBeVisible()
})

test('a part that is added in the survey is known to the jot line', async ({ tech }) => {
  const { page } = tech
  await tech.open(stage('survey'))
  await page.getByRole('button', { name: 'Supply grille' }).last().click()
  const parts = page.getByRole('region', { name: 'Parts' })
  const field = (label: string) => parts.getByLabel(label).last()
  await field('Name').fill('glaze shelf')
  await field('Width').fill('30 cm')
  await field('Height').fill('6')
  await field('Free area, %').fill('400')
  await field('Free area, %').press('Enter')
  await expect(parts.getByRole('alert')).toBeVisible()
  await field('Free area, %').fill('80')
  await field('Free area, %').press('Enter')
  await expect(parts).toContainText('glaze shelf · 11.8×6 in · 80% free')
  await tech.jotLine.fill('grille gl')
  await tech.jotLine.press('Tab')
  await expect(tech.jotLine).toHaveValue('grille glaze shelf ')
  await parts.getByRole('button', { name: 'Take out Supply grille glaze shelf' }).click()
  await expect(parts.getByText('glaze shelf')).toHaveCount(0)
})

test.describe('with the app kept on the device', () => {
  test.use({ serviceWorkers: 'allow' })

  test('a second tab of one device shares what is kept and sends it once', async ({ tech, server }) => {
    await tech.open(stage('airflow'))
    await tech.inStep()
    await tech.page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
    await tech.page.reload()
    const second = new Tech(await tech.page.context().newPage())
    await second.open(stage('airflow'))
    await expect(second.tries).toHaveCount(4)
    await server.stop('SIGKILL')
    await tech.jot('tap 4')
    await expect(second.tries).toHaveCount(5)
    await second.jot('esp +0.24 -0.55')
    await expect(tech.sync('offline · 2 kept here')).toBeVisible()
    await server.start()
    await tech.inStep()
    await second.inStep()
    const answer = await tech.page.request.get(`/api/sites/${SITE}/changes`)
    const { changes } = (await answer.json()) as { changes: { change: { kind: string; body: { tap?: string } } }[] }
    expect(changes.slice(-2).map((one) => one.change.kind)).toEqual(['try.start', 'reading.probes'])
  })
})

test('the time zone of a site is chosen, and its times follow it', async ({ tech }) => {
  const { page } = tech
  const firstHour = async () => {
    await tech.open(stage('airflow'))
    await page.getByRole('button', { name: 'Trail' }).first().click()
    return page.getByRole('dialog').getByRole('listitem').first().innerText()
  }
  const before = await firstHour()
  await tech.open(`/sites/${SITE}`)
  const site = page.getByRole('region', { name: 'Site data' })
  const zone = site.getByLabel('Time zone')
  await zone.fill('Moon/Crater')
  await zone.press('Enter')
  await expect(site.getByRole('alert')).toContainText('There is no time zone “Moon/Crater”. Type a part of its city')
  await zone.fill('Pacific/Kiritimati')
  await zone.press('Enter')
  await expect(site.getByRole('alert')).toHaveCount(0)
  // The same line, at another hour.
  const after = await firstHour()
  expect(after).not.toBe(before)
  expect(after.replace(/^\d\d:\d\d/, '')).toBe(before.replace(/^\d\d:\d\d/, ''))
})
