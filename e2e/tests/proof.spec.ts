import { readFile } from 'node:fs/promises'
import AxeBuilder from '@axe-core/playwright'
import type { Locator, Page } from '@playwright/test'
import { closeVisit, dental, expect, flat, signedIn, stage, type Tech, test } from '../bench.ts'
import { endStandIns, standIn } from '../standIn.ts'

test.afterEach(endStandIns)

/** The shipped fan test with times that suit a unit on which twenty seconds pass in each. */
async function quickFanTest(): Promise<Buffer> {
  const plain = JSON.parse(
    await readFile(new URL('../../packages/catalog/src/tests/satisfied-fan-heat.json', import.meta.url), 'utf8'),
  )
  plain.id = 'our-fan-stops'
  plain.name = 'Our fan stops'
  plain.steps[1].waitS = { figure: 9 }
  Object.assign(plain.passes[0], { within: { figure: 4 }, staysS: 4 })
  return Buffer.from(JSON.stringify(plain))
}

const startTest = async (page: Page, name: string) => {
  await page.getByRole('article', { name }).getByRole('button', { name: /^Run/ }).click()
  await page.getByRole('button', { name: 'It stands so: begin' }).click()
}
const allTests = (page: Page) => page.getByRole('link', { name: 'All tests' }).click()
const chooseFile = async (page: Page, button: Locator, file: { name: string; buffer: Buffer; mimeType: string }) => {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), button.click()])
  await chooser.setFiles(file)
}

/** How often a watch is tried that the line was silent in: a machine that runs every test at once answers late. */
const MOST_RUNS = 8

test('a fan that does not stop is seen over the wire, mended, proved, handed over, and opened by another crew', async ({
  tech,
  server,
  browser,
}) => {
  test.setTimeout(400_000)
  const unit = await standIn('quernstone-z6', 'none', 20)
  unit.say('call heating')
  // The lead allows the line, and brings the crew's own test.
  const lead = await signedIn(browser, server, 'JT')
  await lead.open(dental('settings'))
  await lead.page.getByRole('button', { name: 'Modbus: Z6' }).click()
  const theirs = lead.page.getByRole('region', { name: 'Modbus: Z6' })
  await theirs.getByRole('button', { name: 'Allow an address…' }).click()
  await theirs.getByLabel('What is there').fill('AH-1 on the bench')
  await theirs.getByRole('textbox', { name: 'Address' }).fill('127.0.0.1')
  await theirs.getByLabel('Port').fill(String(unit.port))
  await theirs.getByRole('button', { name: 'Allow it' }).click()
  await expect(theirs.getByRole('button', { name: 'No longer allow AH-1 on the bench' })).toBeVisible()
  await lead.open('/library/tests')
  const fan = { name: 'fan.test.json', mimeType: 'application/json', buffer: await quickFanTest() }
  const cut = { ...fan, buffer: fan.buffer.subarray(0, 400) }
  await chooseFile(lead.page, lead.page.getByRole('button', { name: 'Import' }), cut)
  await expect(lead.page.getByRole('alert')).toContainText('it may be cut short')
  await chooseFile(lead.page, lead.page.getByRole('button', { name: 'Import' }), fan)
  await expect(lead.page.getByRole('heading', { name: /Our fan stops/ })).toBeVisible()
  await lead.inStep()
  await lead.page.context().close()

  const { page } = tech
  await tech.open(dental('proof'))
  await page.getByRole('button', { name: 'Take it on' }).click()
  const through = async () => page.getByLabel('Through').selectOption({ label: `AH-1 on the bench (127.0.0.1:${unit.port})` })
  const watchIt = async () => {
    await expect(page.getByRole('heading', { name: 'Bring it to: heating, warm' })).toBeVisible()
    await page.getByRole('button', { name: 'It stands so: begin' }).click()
    unit.say('call none')
    await page.getByRole('button', { name: /^Next: Watch the grille/ }).click()
    await through()
  }
  await page.getByText('Never run, not touched on this visit').click()
  await page.getByRole('article', { name: 'Our fan stops' }).getByRole('button', { name: /^Run/ }).click()
  await watchIt()
  // As shipped it purges for two minutes: six seconds here, and four are allowed.
  await expect(page.getByText('Not so: the fan stops after its run-on')).toBeVisible()
  await page.getByRole('button', { name: 'End the test', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Failed: Our fan stops' })).toBeVisible()
  await page.getByRole('link', { name: 'Mend it' }).first().click()
  await expect(page).toHaveURL(/settings/)

  // Mended over the same line.
  await page.getByRole('button', { name: 'Modbus: Z6' }).click()
  const wire = page.getByRole('region', { name: 'Modbus: Z6' })
  await wire.getByLabel('Through').selectOption({ label: `AH-1 on the bench (127.0.0.1:${unit.port})` })
  await wire.getByRole('button', { name: 'Read as found' }).click()
  await expect(wire.getByRole('status', { name: 'What was read' })).toContainText('read at')
  await wire.getByRole('button', { name: /^Write \d+ that wait/ }).click()
  await expect(wire.getByRole('region', { name: 'Before it is written' })).toContainText('Fan when satisfied, heating')
  await wire.getByRole('button', { name: 'Write and read back' }).click()
  await expect(wire.getByRole('status', { name: 'What was written' })).toContainText('Fan when satisfied, heating')
  await tech.stage('Proof')
  const failed = page.getByRole('article', { name: 'Our fan stops' })
  await expect(failed).toContainText('since then Fan when satisfied, heating was changed. Run it again.')
  // On a machine that is busy the line may be silent for a moment: then it cannot be told, and one runs it again.
  const verdict = page.getByRole('heading', { name: /(Passed|Cannot be told): Our fan stops/ })
  for (let runs = 1; runs <= MOST_RUNS; runs += 1) {
    unit.say('call heating')
    await failed.getByRole('button', { name: /^Run again/ }).click()
    await watchIt()
    await expect(page.getByRole('img', { name: /^fan, share of full speed/ })).toBeVisible()
    await expect(page.getByText('time is up')).toBeVisible({ timeout: 20_000 })
    await page.getByRole('button', { name: 'End the test', exact: true }).click()
    await expect(verdict).toBeVisible()
    if ((await verdict.textContent())?.includes('Passed') || runs === MOST_RUNS) break
    await allTests(page)
  }
  await expect(verdict).toContainText('Passed')
  await tech.stage('Settings')
  await expect(tech.ledger.getByRole('button', { name: /^Purge after heat, proof: Our fan stops: passed/ })).toBeVisible()

  // Handed over with what is still open, by name and day; the archive goes to another crew.
  await tech.stage('Hand over')
  const list = page.getByRole('region', { name: 'Before you leave' })
  await expect(list).toContainText('Test “Zone damper, Waiting”: due')
  await expect(list).not.toContainText('Our fan stops')
  await closeVisit(page)
  await expect(page.getByRole('region', { name: 'Close the visit' })).toContainText('JT answers until 2099-12-31')
  await tech.inStep()
  const [archive] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Whole site as archive' }).click(),
  ])
  const path = await archive.path()
  const other = await signedIn(browser, server, 'EB')
  await other.open('/')
  const whole = await readFile(path)
  const input = other.page.getByLabel('Record file')
  await input.setInputFiles({
    name: 'calder.ingle.zip',
    mimeType: 'application/zip',
    buffer: whole.subarray(0, whole.length - 900),
  })
  await expect(other.page.getByRole('status').filter({ hasText: 'archive' })).toContainText('nothing was taken')
  await input.setInputFiles({ name: 'calder.ingle.zip', mimeType: 'application/zip', buffer: whole })
  await expect(other.page.getByRole('heading', { name: 'Calder Street Dental' })).toBeVisible()
  await other.open(dental('proof'))
  await expect(other.page.getByRole('article', { name: 'Our fan stops' })).toContainText('passed')
  await other.page.context().close()
})

test('a test goes on while the page is closed, is taken up by another, and waits do not stop other work', async ({
  tech,
  server,
  browser,
}) => {
  const { page } = tech
  await page.clock.install()
  await tech.open(flat(2, 'proof'))
  await page.getByText('Never run, not touched on this visit').click()
  await startTest(page, 'Power cut and return')
  await expect(page.getByRole('timer')).toContainText('of 10:00')
  await expect(page.getByRole('note', { name: 'Caution' })).toContainText('Prove dead')
  await expect(page.getByRole('button', { name: 'Next: Power on.' })).toBeDisabled()
  await tech.inStep()
  // While the power is off here, another flat goes on; the wait is seen from there.
  await page.clock.fastForward('04:00')
  await tech.open(flat(3, 'proof'))
  await startTest(page, 'Display against reference')
  const meanwhile = page.getByRole('region', { name: 'Meanwhile' })
  await expect(meanwhile).toContainText(/Flat 2: Power cut and return\. Its wait ends in 5:\d\d/)
  await tech.inStep()
  const url = page.url()
  await page.goto('about:blank')
  await page.clock.fastForward('06:30')
  await page.goto(url)
  await expect(page.getByRole('timer')).toContainText(/^6:\d\d/)
  await expect(meanwhile).toContainText('Its wait is over.')
  await page.getByRole('button', { name: /^Next: Read both/ }).click()

  // A slip by a factor of ten is refused; one that could be is asked about.
  await tech.fill(page.getByRole('region', { name: 'Readings' }), /^temperature shown/, '701')
  await expect(page.getByRole('alert')).toContainText('Check the decimal point')
  await tech.fill(page.getByRole('region', { name: 'Readings' }), /^temperature shown/, '70.1')
  await tech.fill(page.getByRole('region', { name: 'Readings' }), /^reference/, '7.03')
  await page.getByRole('button', { name: '70.3 °F' }).click()
  await expect(page.getByLabel(/^reference/)).toHaveValue('70.3 °F')

  // Stopped half way, and taken up by the lead on a device of their own.
  await page.getByRole('button', { name: 'Stop the test…' }).click()
  const dialog = page.getByRole('dialog', { name: 'Stop the test' })
  await dialog.getByRole('button', { name: 'Give it up' }).click()
  await expect(dialog.getByRole('alert')).toContainText('needs a reason')
  await dialog.getByLabel('Why').fill('called away')
  await dialog.getByRole('button', { name: 'Stop for now: take it up later' }).click()
  const paused = page.getByRole('article', { name: 'Display against reference' })
  await expect(paused).toContainText('Stopped half way by MR.')
  await tech.inStep()
  const lead = await signedIn(browser, server, 'JT')
  await lead.open(flat(3, 'proof'))
  await lead.page.getByRole('link', { name: 'Take it up' }).click()
  await lead.page.getByRole('button', { name: /^Take it up: / }).click()
  const again = lead.page.getByRole('region', { name: 'Readings' })
  await lead.fill(again, /^temperature shown/, '70.1')
  await lead.fill(again, /^reference/, '70.3')
  await lead.page.getByRole('button', { name: 'End the test', exact: true }).click()
  await expect(lead.page.getByRole('heading', { name: 'Passed: Display against reference' })).toBeVisible()
  await expect(lead.page.getByText(/^By MR, JT/)).toBeVisible()
  await lead.page.context().close()
})

test('what is not run today says why; a failed one names its causes; the round is the shortest', async ({ tech }) => {
  const { page } = tech
  await tech.open(flat(6, 'proof'))
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('1 test failed; 0 more due.')
  const failed = page.getByRole('article', { name: 'Fan when satisfied, heating' })
  await expect(failed.getByRole('list', { name: 'Likely causes' })).toContainText('It is set to trickle or to run on as set.')
  await failed.getByRole('button', { name: 'Not today…' }).click()
  await failed.getByRole('textbox', { name: /^Why/ }).fill('tenant asleep')
  await failed.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByRole('region', { name: 'Not run, with a reason' })).toContainText('MR: tenant asleep')
  await tech.stage('Hand over')
  await expect(page.getByRole('region', { name: 'Before you leave' })).toContainText('was not run. MR: tenant asleep')
})

test('a flat that moved away from its baseline says so, and a new reading is held against it', async ({ tech }) => {
  const { page } = tech
  await tech.open(flat(4, 'proof/baseline'))
  const against = page.getByRole('region', { name: 'Against the baseline' })
  await expect(against.getByRole('heading')).toHaveText('4 of 6 figures moved away from the baseline.')
  await expect(against).toContainText('less refrigerant gets round than did')
  await tech.open(flat(2, 'proof/baseline'))
  await expect(against.getByRole('heading')).toHaveText('Read it again today, and see what has moved.')
  await expect(page.getByRole('region', { name: 'Force full capacity' })).toContainText('hold for 5 s')
  await page.getByRole('button', { name: 'Keep this reading' }).click()
  await expect(page.getByText('Nothing was read yet')).toBeVisible()
  // By the board's own list, in metric: the figures are read in whatever unit they are typed in.
  await page.getByRole('button', { name: 'Walk the read-outs' }).click()
  for (const value of ['2.2 C', '21 C', '34.6 C', '-3 C', '88', '6.5', '1200']) {
    await page.locator('.bg-base-200 input').fill(value)
    await page.getByRole('button', { name: /^(Next read-out|Done)/ }).click()
  }
  await page.getByRole('textbox', { name: /^Airflow/ }).fill('lots')
  await page.getByRole('button', { name: 'Keep this reading' }).click()
  await expect(page.getByText('what is wrong stands under each')).toBeVisible()
  await page.getByRole('textbox', { name: /^Airflow/ }).fill('')
  await page.getByRole('button', { name: 'Keep this reading' }).click()
  await expect(page.getByText('Kept.')).toBeVisible()
  await expect(against.getByRole('heading')).toHaveText('Nothing has moved beyond weather and instruments.')
})

test('it is signed, and not by nothing; the occupant gets a page in their language', async ({ tech }) => {
  const { page } = tech
  await tech.open(stage('hand-over'))
  const signatures = page.getByRole('region', { name: 'Signatures' })
  await signatures.getByRole('button', { name: 'Sign as customer' }).click()
  const dialog = page.getByRole('dialog', { name: 'The customer signs' })
  await dialog.getByLabel('Name').fill('P. Marlow')
  await dialog.getByRole('button', { name: 'Sign', exact: true }).click()
  await expect(dialog.getByRole('alert')).toContainText('Nothing was signed.')
  const field = dialog.getByLabel('Field to sign in')
  const box = await field.boundingBox()
  if (!box) throw new Error('no field')
  await page.mouse.move(box.x + 40, box.y + 60)
  await page.mouse.down()
  for (let i = 1; i <= 12; i += 1) await page.mouse.move(box.x + 40 + i * 25, box.y + 60 + (i % 3) * 25)
  await page.mouse.up()
  await dialog.getByRole('button', { name: 'Sign', exact: true }).click()
  await expect(signatures).toContainText('P. Marlow')
  await expect(page.getByRole('region', { name: 'Before and after' }).getByRole('img')).toBeVisible()
  await page.getByRole('link', { name: 'Occupant’s sheet', exact: true }).click()
  const sheet = page.getByRole('article')
  await expect(sheet).toContainText('What we changed')
  await page.getByLabel('Language').selectOption('de')
  await expect(sheet).toContainText('Was wir geändert haben')
  await expect(sheet).toHaveAttribute('lang', 'de')
  const [pdf] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'PDF' }).click()])
  expect((await readFile(await pdf.path())).subarray(0, 5).toString()).toBe('%PDF-')
})

test('the cards of all flats are one PDF, made while other things go on', async ({ tech }) => {
  const { page } = tech
  await tech.open(flat(1, 'hand-over'))
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByRole('progressbar', { name: 'Sheets made' })).toBeVisible()
  const take = page.getByRole('link', { name: 'Take the PDF: 8 sheets' })
  await expect(take).toBeVisible({ timeout: 60_000 })
  const [pdf] = await Promise.all([page.waitForEvent('download'), take.click()])
  expect((await readFile(await pdf.path())).subarray(0, 5).toString()).toBe('%PDF-')
  await page.getByRole('button', { name: 'Make it' }).click()
  await page.getByRole('button', { name: 'Stop it' }).click()
  await expect(page.getByText('Stopped. Nothing was kept.')).toBeVisible()
})

test('proof and hand over fit a phone, and axe finds nothing in a running test', async ({ server, browser }) => {
  const tech: Tech = await signedIn(browser, server, 'MR', { viewport: { width: 390, height: 844 } })
  const { page } = tech
  for (const path of [
    flat(6, 'proof'),
    flat(4, 'proof/baseline'),
    stage('hand-over'),
    stage('sheets/occupant'),
    '/library/tests',
  ]) {
    await tech.open(path)
    await expect(page.locator('#main')).toBeVisible()
    const wide = await page.evaluate(() => document.documentElement.scrollWidth)
    expect(wide, path).toBeLessThanOrEqual(390)
  }
  await tech.open(flat(1, 'proof'))
  await page.getByText('Never run, not touched on this visit').click()
  await startTest(page, 'Fan when satisfied, cooling')
  await page.getByRole('button', { name: /^Next/ }).click()
  await page.getByRole('button', { name: 'It stopped' }).click()
  await expect(page.getByRole('button', { name: /^It stopped/ })).toHaveAttribute('aria-pressed', 'true')
  const found = await new AxeBuilder({ page }).disableRules(['region']).analyze()
  expect(found.violations.map((one) => `${one.id} ${one.nodes[0]?.html}`)).toEqual([])
  await allTests(page)
  await page.context().close()
})
