import { closeVisit, expect, readsMetric, signedIn, test } from '../bench.ts'

/** Copied out of a manual that names its pascals and forgets its litres. */
const TABLE = `Tap;50 Pa;100 Pa;125 Pa;150 Pa;175 Pa
Red;420;398;384;366;341
Yellow;505;481;466;446;418
Blue;590;563;546;523;491
Black;668;640;621;594;559`

test('one’s own furnace, on a phone and in metric: pasted, judged, clocked, closed; a second visit on a desk in imperial', async ({
  server,
  browser,
}) => {
  const tech = await signedIn(browser, server, 'MR', { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  const { page } = tech
  await readsMetric(page)
  const stageOf = async (name: string) => {
    await page.getByRole('button', { name: /of 10$/ }).click()
    await page
      .getByRole('dialog', { name: 'All stages' })
      .getByRole('link', { name: new RegExp(name) })
      .click()
  }

  // A table without its unit of flow is nobody's until somebody says whose.
  await tech.open('/library/new')
  await page.getByLabel('Maker').fill('Sandmoor')
  await page.getByLabel('Family', { exact: true }).fill('GF-2 Dune')
  await page.getByLabel('Kind').selectOption('furnace')
  await page.getByLabel('Parts of the model code, by commas').fill('GF2')
  const plate = page.getByRole('region', { name: 'Plate of each fire' })
  await plate.getByLabel('High fire, or the only one: kW').fill('21')
  await plate.getByLabel('Rise from, °C', { exact: true }).fill('20')
  await plate.getByLabel('Rise to, °C', { exact: true }).fill('38')
  await plate.getByLabel('Efficiency, %').fill('ninety')
  await page.getByRole('button', { name: 'Paste a blower table' }).click()
  const dialog = page.getByRole('dialog', { name: 'Paste a blower table' })
  await dialog.getByRole('textbox').fill(TABLE)
  await expect(dialog).toContainText('The text names no unit of flow. Which does the manual use?')
  await expect(dialog.getByRole('button', { name: /^Take/ })).toHaveCount(0)
  await dialog.getByRole('button', { name: 'cfm' }).click()
  await expect(dialog.getByRole('textbox', { name: 'Red at 50 Pa' })).toHaveValue(/^198/)
  await dialog.getByRole('button', { name: 'L/s' }).click()
  await expect(dialog.getByRole('textbox', { name: 'Red at 50 Pa' })).toHaveValue('420')
  await dialog.getByRole('button', { name: 'Take 4 taps' }).click()
  await page.getByLabel(/^Rated static/).fill('125')
  await page.getByRole('button', { name: 'Save the profile' }).click()
  await expect(plate.getByLabel('Efficiency, %')).toBeFocused()
  await expect(plate.getByLabel('Efficiency, %')).toHaveAccessibleDescription('This needs a figure.')
  await plate.getByLabel('Efficiency, %').fill('92')
  await page.getByRole('button', { name: 'Save the profile' }).click()
  await expect(page.getByRole('region', { name: 'Blower table' })).toContainText('rated to 125 Pa')
  await expect(plate).toContainText('21.0 kW, rises 20.0 °C to 38.0 °C')

  await tech.open('/')
  await page.getByRole('button', { name: 'New site' }).click()
  await page.getByLabel('Name of the site').fill('Tarn Cottage')
  await page.getByLabel(/Altitude/).fill('650')
  await page.getByLabel('First system').fill('F-1 Cellar')
  await page.getByRole('button', { name: 'Begin the visit' }).click()
  await tech.addDevice('GF2', 'Sandmoor GF-2 Dune')
  await tech.fill(page.getByRole('region', { name: 'System and nameplate' }), 'Capacity', '8.8')
  await page.getByLabel('Add a house rule').selectOption({ label: 'middle of the road, 53.7 L/s·kW' })
  await expect(page.getByLabel('Less by the local code')).toHaveAttribute('placeholder', 'usual: 3.9 % per 300 m')
  await page.getByLabel('Burner derated for 650 m').selectOption({ label: 'no, as it was shipped' })

  // 8.8 kW are 2.502 ton; × 400 ÷ 0.9253 = 1,082 cfm, 511 L/s; Blue at 140 Pa, 140 ÷ 0.9253 = 151.3 Pa on its sheet: 523 − 32 × 1.3 ÷ 25 = 521.
  await stageOf('Airflow')
  await expect(tech.headline).toHaveText('Read which tap the blower runs on.')
  await tech.jot('tap blue')
  await tech.jot('esp 78 -62')
  await expect(tech.move).toContainText('140 Pa across the cabinet against a rated 125 Pa')
  await expect(tech.tries.filter({ hasText: 'Blue' })).toContainText('521')
  await tech.jot('filter -18 -51')
  await tech.jot('tap yellow')
  await tech.jot('esp 62 -48')
  await expect(tech.tries.filter({ hasText: 'Yellow' })).toContainText('470')
  await tech.jot('split 24.5 13.5 wb 17.5')
  await tech.jot('left tap.cool yellow')
  await tech.jot('left tap.heat yellow')
  // 19.32 kW into 34.5 K at this height: 500 L/s, and the split of the cooling stays what it was.
  await tech.jot('rise 20.5 55')
  await expect(tech.tries.filter({ hasText: 'Yellow' })).toContainText('11.0')
  await tech.jot('clock 0.02 m3 36.5 s')
  await expect(tech.headline).toHaveText('Airflow is set and proved. Go to Hand over.')
  await page.getByRole('link', { name: 'Heat', exact: true }).click()
  const rise = page.getByRole('region', { name: 'Temperature rise' })
  await expect(rise.getByRole('heading')).toHaveText('A rise of 34.5 °C: within the window')
  await expect(rise).toContainText('It means a flow of 500 L/s')
  await expect(page.getByRole('main')).toContainText('The meter was read, and nothing says yet how much heat its gas holds.')
  // 0.02 m³ in 36.5 s at 38.5 MJ/m³: 21.1 kW, more or less as the gas is.
  await tech.fill(page.getByRole('main'), 'Heating value', '38.5 MJ/m³')
  await expect(page.getByRole('main')).not.toContainText('The meter was read, and nothing says')

  await stageOf('Hand over')
  await expect(page.getByRole('region', { name: 'Before and after' })).toBeVisible()
  await closeVisit(page)
  await expect(page.getByText(/in step/).first()).toBeAttached()
  await page.getByRole('link', { name: 'Settings card' }).click()
  const card = page.getByRole('article')
  await expect(card).toContainText('Yellow')
  expect(await card.textContent()).not.toMatch(/cfm|in\.wc|°F|\bton\b/)
  const site = new URL(page.url()).pathname.split('/').slice(0, 3).join('/')
  await page.context().close()

  const desk = await signedIn(browser, server, 'MR')
  await desk.open(site)
  await desk.page.getByLabel('Why you are there').fill('First frost')
  await desk.page.getByRole('button', { name: 'Begin a visit' }).click()
  await desk.stage('Airflow')
  // What the first visit left is where this one begins, in this reader's units.
  await expect(desk.ledgerRow(/^Tap for cooling/)).toContainText('Yellow')
  await expect(desk.ledgerRow(/^Tap for cooling/)).toContainText('visit 1')
  await expect(desk.page.getByRole('region', { name: 'Fan and system curves' })).toContainText('aim 1,082 ±7%')
  await desk.page.context().close()
})
