import { expect, stage, test } from '../bench.ts'

test.beforeEach(async ({ tech }) => {
  await tech.open(stage('airflow'))
  await tech.inStep()
})

test('readings that contradict each other change the advice, and a correction mends it', async ({ tech }) => {
  await tech.jot('filter clean')
  await tech.jot('esp +0.21 -0.25')
  await tech.jot('grille return 300')
  await expect(tech.headline).toHaveText('Repeat the return grilles, then the static on both sides, and look at the tap again.')
  await expect(tech.move).toContainText(/by the return grilles 816 cfm: nothing here tells which is right/)
  await tech.page.getByRole('button', { name: 'Trail' }).first().click()
  await tech.page
    .getByRole('listitem')
    .filter({ hasText: 'return grille return 300 fpm' })
    .getByRole('button', { name: 'Correct' })
    .click()
  await expect(tech.jotLine).toHaveValue(/^grille return 300/)
  await tech.jot('grille return 480')
  await expect(tech.headline).toHaveText('Measure the split, dry and wet.')
  await tech.page.getByRole('button', { name: 'Trail' }).first().click()
  await expect(tech.page.getByRole('listitem').filter({ hasText: '300 fpm' })).toContainText('corrected')
})

test('a static outside the table gets no invented flow', async ({ tech }) => {
  await tech.jot('tap 3')
  await tech.jot('esp +0.60 -0.70')
  await expect(tech.move).toContainText('1.30 in.wc is above the 0.89 in.wc where the Merrowby VX-42 table ends')
  await expect(tech.tries.last()).toContainText('—')
})

test('every line can be taken back, and brought back', async ({ tech }) => {
  await tech.jot('tap 4')
  await expect(tech.tries).toHaveCount(5)
  await tech.page.getByRole('button', { name: 'Undo' }).click()
  await expect(tech.tries).toHaveCount(4)
  await tech.jot('tap 2')
  await tech.jot('undo')
  await expect(tech.tries).toHaveCount(4)
  await tech.page.getByRole('button', { name: 'Trail' }).first().click()
  const line = tech.page.getByRole('listitem').filter({ hasText: 'try: tap 2' }).first()
  await expect(line).toContainText('taken back')
  await line.getByRole('button', { name: 'Bring back' }).click()
  await tech.page.getByRole('button', { name: 'Close' }).click()
  await expect(tech.tries).toHaveCount(5)
})

test('deciding otherwise asks for the reason and keeps it', async ({ tech }) => {
  await tech.move.getByRole('button', { name: 'Decide otherwise…' }).click()
  const dialog = tech.page.getByRole('dialog', { name: 'Decide otherwise' })
  await dialog.getByLabel('Tap to try').selectOption('tap 4')
  await expect(dialog).toContainText('breaks: static')
  await dialog.getByRole('button', { name: /Log this try/ }).click()
  await expect(dialog.getByRole('alert')).toContainText('Say why')
  await dialog.getByLabel('Why').fill('no filter in the van today')
  await dialog.getByRole('button', { name: /Log this try/ }).click()
  await expect(tech.tries).toHaveCount(5)
  await expect(tech.move).toContainText(
    'Decided otherwise by MR: Tap 4, adjust 0%, filter as found. Because no filter in the van today',
  )
  await tech.page.goto(stage('sheets/record'))
  await expect(tech.page.getByRole('article')).toContainText('no filter in the van today')
})

test('the ledger takes found, left and proof; a left value away from its aim asks why', async ({ tech }) => {
  const row = tech.ledgerRow('Cooling and heat-pump tap')
  await row.getByRole('button', { name: /left: empty/ }).click()
  await row.getByRole('combobox').selectOption('4')
  await row.getByRole('button', { name: 'Set', exact: true }).click()
  await expect(row.getByRole('alert')).toContainText('The aim is 3. Say why 4 is left.')
  await row.getByRole('textbox', { name: 'Why' }).fill('owner wants more air until spring')
  await row.getByRole('button', { name: 'Set', exact: true }).click()
  await expect(row).toContainText('Left otherwise because owner wants more air until spring')
  await row.getByRole('button', { name: /proof: empty/ }).click()
  await row.getByRole('textbox', { name: /proof/ }).fill('seen on the gauge')
  await row.getByRole('button', { name: 'Set', exact: true }).click()
  await expect(row.getByRole('img', { name: 'proved' })).toBeVisible()
})

test('every number opens to its formula, inputs and source', async ({ tech }) => {
  const panel = tech.page.getByRole('region', { name: 'How it was worked out' })
  await panel.getByRole('button', { name: /^Clean filter/ }).click()
  await expect(panel).toContainText('measured clean on visit 1')
  await expect(panel).toContainText('Parts in one path add up')
  const buttons = panel.getByRole('button')
  expect(await buttons.count()).toBeGreaterThan(11)
  // An earlier try opens the same way.
  await tech.page.getByRole('button', { name: 'Numbers of try 1' }).click()
  await expect(panel).toContainText('try 1')
  await expect(panel.getByRole('button', { name: /^Flow, table/ })).toContainText('tap 5 at 0.8')
  await tech.page.getByRole('button', { name: /ways of knowing/ }).waitFor({ state: 'hidden' })
})

test('a part of the air line opens to its readings', async ({ tech }) => {
  await tech.page.getByRole('button', { name: 'Open filter' }).click()
  const part = tech.page.getByRole('region', { name: 'Filter', exact: true })
  await expect(part).toContainText(/It takes 0\.3\d in\.wc, 5\d% of the external static/)
  await part.getByRole('button', { name: 'Enter a reading' }).click()
  await expect(tech.jotLine).toHaveValue('filter ')
})

test('all figures follow the chosen units', async ({ tech }) => {
  await tech.page.getByRole('button', { name: /^Units:/ }).click()
  await expect(tech.move).toContainText(/about 1[12]\d Pa and the flow to 61\d L\/s/)
  await tech.jotLine.fill('esp 52 -62')
  await expect(tech.page.getByText('total 114 Pa')).toBeVisible()
})

test('the keyboard alone does it', async ({ tech }) => {
  const { page } = tech
  await page.keyboard.press('/')
  await expect(tech.jotLine).toBeFocused()
  await page.keyboard.type('sta')
  await page.keyboard.press('Tab')
  await expect(tech.jotLine).toHaveValue('static ')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await expect(tech.jotLine).not.toBeFocused()
  await page.keyboard.press('g')
  await page.keyboard.press('h')
  await expect(page.getByRole('region', { name: 'Before you leave' })).toBeVisible()
  await page.keyboard.press('g')
  await page.keyboard.press('a')
  await tech
    .ledgerRow('Cooling and heat-pump tap')
    .getByRole('button', { name: /found: 5/ })
    .focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowDown')
  await expect(tech.ledgerRow('Heater tap').getByRole('button', { name: /left: empty/ })).toBeFocused()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys and the jot line' })).toBeVisible()
})
