import type { Locator } from '@playwright/test'
import { expect, hall, signedIn, test } from '../bench.ts'
import { endStandIns, standIn } from '../standIn.ts'

test.afterEach(endStandIns)

test('the lead allows an address; settings are read as found and written with every outcome named', async ({
  tech,
  server,
  browser,
}) => {
  const { port, stop } = await standIn('hollin-d7', 'refuses')
  const lead = await signedIn(browser, server, 'JT')
  await lead.open(hall('settings'))
  await lead.page.getByRole('button', { name: 'Modbus: D7' }).click()
  const theirs = lead.page.getByRole('region', { name: 'Modbus: D7' })
  await theirs.getByRole('button', { name: 'Allow an address…' }).click()
  await theirs.getByLabel('What is there').fill('Bench drive')
  await theirs.getByRole('textbox', { name: 'Address' }).fill('127.0.0.1')
  await theirs.getByLabel('Port').fill(String(port))
  await theirs.getByRole('button', { name: 'Allow it' }).click()
  await expect(theirs.getByRole('button', { name: 'No longer allow Bench drive' })).toBeVisible()
  await lead.page.context().close()

  const { page } = tech
  await tech.open(hall('settings'))
  await page.getByRole('button', { name: 'Modbus: D7' }).click()
  const wire = page.getByRole('region', { name: 'Modbus: D7' })
  await expect(wire.getByRole('button', { name: 'Allow an address…' })).toHaveCount(0)
  // The demo's own drive is not running here.
  await wire.getByLabel('Through').selectOption({ label: 'Harbour Hall, drive on the roof (127.0.0.1:7502)' })
  await wire.getByLabel('Through').selectOption({ label: `Bench drive (127.0.0.1:${port})` })
  await wire.getByRole('button', { name: 'Read as found' }).click()
  await expect(wire.getByRole('status', { name: 'What was read' })).toContainText('15 read at')
  const low = tech.ledger.getByRole('row').filter({ has: page.getByRole('button', { name: /^Preset low, left/ }) })
  await expect(low.getByRole('button', { name: /Preset low, found: 50/ })).toBeVisible()
  await low.getByRole('rowheader').getByRole('button').first().click()
  await expect(page.getByRole('region', { name: 'Low fan speed' })).toContainText('register 100 of Bench drive')

  // Two aims by hand: one is taken, one is refused half way.
  const aim = async (setting: string, choose: (panel: Locator) => Promise<unknown>) => {
    const row = tech.ledger.getByRole('row').filter({ has: page.getByRole('button', { name: `${setting}, left: empty` }) })
    await row.getByRole('rowheader').getByRole('button').first().click()
    const panel = page.getByRole('region').filter({ has: page.getByRole('button', { name: 'Close the setting' }) })
    await panel.getByRole('button', { name: /Aim otherwise…|Give it an aim…/ }).click()
    await choose(panel)
    await panel.getByLabel('Why this aim').fill('a quiet hall')
    await panel.getByRole('button', { name: 'Aim for it' }).click()
    await expect(panel.getByLabel('Why this aim')).toBeHidden()
  }
  await aim('Preset low', (panel) => panel.getByLabel('Aim', { exact: true }).fill('60'))
  await aim('Keys', (panel) => panel.getByLabel('Aim', { exact: true }).selectOption('full'))
  await wire.getByRole('button', { name: /^Write \d that wait/ }).click()
  await expect(wire.getByRole('region', { name: 'Before it is written' })).toContainText('50 → 60')
  await wire.getByRole('button', { name: 'Write and read back' }).click()
  const result = wire.getByRole('status', { name: 'What was written' })
  await expect(result).toContainText('it failed while doing it')
  await expect(low.getByRole('button', { name: /Preset low, left: 60/ })).toBeVisible()
  stop()
  await wire.getByRole('button', { name: 'Read as found' }).click()
  await expect(wire.getByRole('alert')).toContainText('is there and refuses the connection')
})
