import { dental, expect, test } from '../bench.ts'

test('the worst combination of a dental practice is found, mended, and its settings go into the ledger', async ({ tech }) => {
  const { page } = tech
  await tech.open(dental('zones/combinations'))
  const counted = page.getByRole('heading', { name: /^(\d+ of|All) \d+ combinations/ })
  await expect(counted).toHaveText(/^\d+ of 32/)
  const asItIs = (await counted.textContent()) ?? ''
  const chosen = page.getByRole('region', { name: 'The chosen combination' })
  await expect(chosen.getByRole('heading')).toHaveText('Everything shut')
  await page
    .getByRole('region', { name: 'Combinations, the worst first' })
    .getByRole('button', { name: /^Only Store open: beyond/ })
    .click()
  await expect(chosen.getByRole('heading')).toHaveText('Only Store open')
  await expect(chosen).toContainText(/1,[34]\d\d fpm at Store, heard above 700 fpm/)
  await expect(chosen).toContainText('is under the 961 cfm that the heater needs')
  await expect(chosen.getByRole('note').filter({ hasText: 'Do not close zones' })).toContainText('a duct can burst')
  // Seen in the matrix first, then taken.
  const mends = page.getByRole('region', { name: 'Corrections' })
  const relief = mends.getByText(/^A relief damper that opens at/).locator('../..')
  await relief.getByRole('button', { name: 'See it in the matrix' }).click()
  // It opens above what all zones open make, so that it does not bleed all day: it mends some of them, and says how many stay.
  await expect(counted).not.toHaveText(asItIs)
  await relief.getByRole('button', { name: 'See it in the matrix' }).click()
  await expect(counted).toHaveText(asItIs)
  const keep = mends.getByText(/^Keep Waiting open\.$/).locator('../..')
  await keep.getByRole('button', { name: 'Take it' }).click()
  await expect(page.getByRole('heading', { name: /^\d+ of 16 combinations break a limit$/ })).toBeVisible()
  // Shares in the steps of this controller.
  await page.getByRole('link', { name: 'Outlets and shares' }).click()
  const shares = page.getByRole('region', { name: 'Shares in the controller’s steps' })
  await expect(shares.getByRole('row', { name: /Waiting/ })).toContainText('35%')
  await shares.getByRole('button', { name: /^Put \d into the ledger as aims$/ }).click()
  await expect(shares).toContainText('All of it stands in the ledger as aims.')
  await tech.stage('Settings')
  await expect(tech.ledgerRow('Minimum open zone')).toContainText('1')
  await expect(tech.ledgerRow('Zone airflow 1')).toContainText('35')
})

test('outlets are balanced by the damper that is named next', async ({ tech }) => {
  const { page } = tech
  await tech.open(dental('zones/balance'))
  const panel = page.getByRole('region', { name: 'Next damper' })
  await panel.getByLabel('Balance').selectOption({ label: 'within Surgery 1' })
  await expect(panel.getByRole('heading')).toHaveText(/^Close Surgery 1 a until it reads 1[34]\d cfm$/)
  const aimed = /reads (\d+)/.exec(await panel.getByRole('heading').innerText())?.[1] ?? ''
  await tech.fill(panel, 'Handle stands at, % open', '60')
  await tech.fill(panel, 'Surgery 1 a reads now', aimed)
  await tech.fill(page.getByRole('region', { name: 'Outlets in balance' }), 'Surgery 1 b, read again', aimed)
  await expect(panel.getByRole('heading')).toHaveText('In balance: all within 10%')
  await expect(page.getByRole('region', { name: 'Tries of the balance' }).getByRole('listitem').first()).toContainText(
    'Surgery 1 b',
  )
  await expect(page.getByRole('row', { name: /Surgery 1 a/ })).toContainText('60% open')
})

test('bad input in zones: no area, no outlets, crossed hoses, everything shut', async ({ tech }) => {
  const { page } = tech
  await tech.open(dental('zones'))
  const zones = page.getByRole('region', { name: 'Zones and outlets' })
  await zones.getByRole('button', { name: /Store/ }).click()
  await tech.fill(zones, 'Width', '0')
  await expect(zones.getByRole('alert')).toContainText('0 in is outside what a length can be here.')
  const log = page.getByRole('region', { name: 'Statics with zones open' })
  await log.getByRole('button', { name: 'Log this reading' }).click()
  await expect(log.getByRole('alert')).toContainText('Both statics are needed')
  await tech.fill(log, 'Supply static', '-0.2')
  await tech.fill(log, 'Return static', '-0.3')
  await log.getByRole('button', { name: 'Log this reading' }).click()
  await expect(log).toContainText('pushes no air out')
  await tech.jot('undo')
  for (const zone of ['Waiting', 'Surgery 1', 'Surgery 2', 'Office', 'Store'])
    await log.getByRole('button', { name: zone, exact: true }).click()
  await tech.fill(log, 'Supply static', '0.5')
  await tech.fill(log, 'Return static', '-0.1')
  await log.getByRole('button', { name: 'Log this reading' }).click()
  await expect(log).toContainText('A reading was taken with everything shut.')
  await page.getByLabel('Name of the zone').fill('Stairs')
  await page.getByRole('button', { name: 'Add zone' }).click()
  await expect(zones).toContainText('Stairs has no outlets.')
  // The combinations say what stands in the way, and lead back.
  await page.getByRole('link', { name: 'Combinations' }).click()
  await expect(page.getByText('The combinations cannot be worked out yet')).toBeVisible()
})

test('a controller with named fan steps: by feel beside what they should bring, and the values it takes', async ({ tech }) => {
  const { page } = tech
  await tech.open(dental('survey'))
  await tech.addDevice('QC4', 'Quernstone C4')
  await tech.open(dental('zones'))
  await expect(page.getByText('The controller knows 4 zones.')).toBeVisible()
  await page.getByRole('link', { name: 'Fan steps and draught' }).click()
  const steps = page.getByRole('region', { name: 'Fan steps' })
  await expect(steps.getByRole('heading')).toHaveText('Fan steps as they stand: low 40%, mid 65%, high 100%')
  await expect(steps.getByRole('row', { name: /^low/ })).toContainText('floor')
  await steps.getByRole('button', { name: 'Put the steps into the ledger as aims' }).click()
  await tech.stage('Settings')
  await expect(tech.ledgerRow('Low fan speed')).toContainText('90')
})
