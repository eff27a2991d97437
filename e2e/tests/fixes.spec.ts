import { closeVisit, expect, test } from '../bench.ts'

/** A picture of one point. */
const DOT = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='
const HALL =
  '/sites/4a2b0a11-0000-4000-8000-000000000001/visits/4a2b0a11-0000-4000-8000-0000000000b2/systems/4a2b0a11-0000-4000-8000-0000000000a1'

test('nobody hands over with a fix that nobody answers for, and a safety device is never one', async ({ tech }) => {
  const { page } = tech
  await tech.open(`${HALL}/settings`)
  await page.getByRole('link', { name: '4 temporary fixes in place' }).first().click()
  const fixes = page.getByRole('region', { name: 'Temporary fixes' })
  const close = page.getByRole('region', { name: 'Close the visit' })
  await expect(fixes.getByRole('listitem')).toHaveCount(4)
  await close.getByRole('button', { name: /^Close the visit, with/ }).click()
  await expect(close.getByRole('alert')).toContainText('nobody answers for them')
  await expect(page.getByRole('region', { name: 'Before you leave' })).toContainText(
    'D7 drive fixed at 42 Hz instead of the ramping fan, and nobody answers for it',
  )

  await fixes.getByRole('button', { name: 'Write down a temporary fix…' }).click()
  const form = fixes.getByRole('form', { name: 'New temporary fix' })
  await form.getByLabel('What was put in, locked or bridged').fill('jumper wire')
  // A safety is a part that nothing can be chosen to stand in for.
  const kinds = form.getByLabel('Which part it stands in for')
  await expect(kinds.getByRole('option', { name: 'blocked-vent or spill switch' })).toBeDisabled()
  await kinds.selectOption({ label: 'room, return or outdoor sensor of temperature or humidity' })
  await form.getByLabel('Instead of what').fill('high limit switch')
  await form.getByLabel('What it cannot do').fill('trip')
  await form.getByLabel('How to undo it').fill('pull it')
  await form.getByRole('button', { name: 'Write it down' }).click()
  await expect(form.getByRole('alert')).toContainText('a safety device is never bridged')
  // The words are right now; a photo goes with them.
  await form.getByLabel('Instead of what').fill('humidity sensor')
  const png = Buffer.from(DOT, 'base64')
  await form.locator('input[type=file]').setInputFiles({ name: 'jumper.png', mimeType: 'image/png', buffer: png })
  await expect(form).toContainText('One photo goes with it.')
  await form.getByRole('button', { name: 'Write it down' }).click()
  const fifth = fixes.getByRole('listitem').filter({ hasText: 'jumper wire' })
  await expect(fifth.getByRole('img', { name: 'jumper wire' })).toBeVisible()
  await fifth.getByRole('button', { name: 'Undone…' }).click()
  await fifth.getByRole('textbox', { name: 'How it was undone' }).fill('pulled')
  await fifth.getByRole('button', { name: 'It is out' }).click()

  const first = fixes.getByRole('listitem').filter({ hasText: 'Outdoor damper locked' })
  await first.getByRole('button', { name: 'Undone…' }).click()
  await first.getByRole('textbox', { name: 'How it was undone' }).fill('clamp off, stroked shut to open')
  await first.getByRole('button', { name: 'It is out' }).click()
  await expect(fixes.getByRole('listitem')).toHaveCount(3)
  for (const what of ['S0 thermostat', 'D7 drive', 'Capacity input']) {
    const fix = fixes.getByRole('listitem').filter({ hasText: what })
    await fix.getByRole('button', { name: 'Hand it on…' }).click()
    await fix.getByLabel('To whom').selectOption('JT')
    await fix.getByRole('button', { name: 'Hand it on', exact: true }).click()
    await expect(fix.getByRole('alert')).toContainText('still to come')
    await fix.getByLabel('Until').fill('2099-12-31')
    await fix.getByRole('button', { name: 'Hand it on', exact: true }).click()
    await expect(fix).toContainText('JT answers for it until 2099-12-31')
  }
  await expect(page.getByRole('region', { name: 'Before you leave' })).not.toContainText('nobody answers for it')
  await closeVisit(page)
  await page.goto(`${HALL}/sheets/card`)
  await expect(page.getByRole('article')).toContainText('Temporary: D7 drive fixed at 42 Hz instead of the ramping fan.')
})
