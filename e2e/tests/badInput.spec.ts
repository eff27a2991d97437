import { mkdir, truncate, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { expect, SITE, signedIn, stage, test } from '../bench.ts'

test('the jot line says what was not understood and how to say it, and keeps what was typed', async ({ tech }) => {
  await tech.open(stage('airflow'))
  const read = async (line: string, words: string | RegExp) => {
    await tech.jotLine.fill(line)
    await expect(tech.page.getByText(words).filter({ visible: true })).toBeVisible()
    await tech.jotLine.press('Enter')
    await expect(tech.jotLine).toHaveValue(line)
  }
  await read('frobnicate 3', 'is not a word of the jot line')
  await read('tap 9', 'There is no tap “9” on this blower.')
  await read('esp 0.22 L/s', 'measures flow, not static pressure')
  await read('esp 22 -45', 'outside what a static pressure can be')
  await read('split 74', '… then the supply temperature')
  await read('left cool 5', /the aim is 3 .*add “because” and say why 5/)
  await expect(tech.tries).toHaveCount(4)
})

test('swapped probes are noticed, and Tab takes the way out', async ({ tech }) => {
  await tech.open(stage('airflow'))
  await tech.jotLine.fill('esp -0.45 +0.22')
  await expect(tech.page.getByText('the probes are swapped')).toBeVisible()
  await tech.jotLine.press('Tab')
  await expect(tech.jotLine).toHaveValue('esp +0.22 −0.45')
  await expect(tech.page.getByText('total 0.67 in.wc')).toBeVisible()
})

test('a text of five megabytes is not taken and does no harm', async ({ tech }) => {
  await tech.open(stage('airflow'))
  await tech.jotLine.evaluate((element: HTMLInputElement) => {
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set
    set?.call(element, 'esp '.repeat(1_250_000))
    element.dispatchEvent(new Event('input', { bubbles: true }))
  })
  await expect(tech.page.getByText('5,000,000 characters')).toBeVisible()
  await tech.jotLine.press('Escape')
  await tech.jot('heard nothing')
})

test('a photo that is no picture, or far too large, is refused and the note is kept', async ({ tech }, testInfo) => {
  await tech.open(stage('survey'))
  const note = tech.page.getByLabel('New note')
  const file = tech.page.getByRole('region', { name: 'Condition' }).locator('input[type=file]')
  await note.fill('Gap around the ceiling unit')
  await file.setInputFiles({ name: 'letter.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('Dear sir') })
  await expect(tech.page.getByText('“letter.jpg” is not a picture that this device can open.')).toBeVisible()
  const huge = join(testInfo.outputDir, 'huge.jpg')
  await mkdir(testInfo.outputDir, { recursive: true })
  await writeFile(huge, '')
  await truncate(huge, 50_000_000)
  await file.setInputFiles(huge)
  await expect(tech.page.getByText('“huge.jpg” has 50 MB; a photo may have 40.')).toBeVisible()
  await expect(note).toHaveValue('Gap around the ceiling unit')
  const png = await tech.page.screenshot()
  await file.setInputFiles({ name: 'gap.png', mimeType: 'image/png', buffer: png })
  await expect(tech.page.getByText('One photo goes with it.')).toBeVisible()
  await tech.page.getByRole('button', { name: 'Keep the note' }).click()
  const photo = tech.page.getByRole('img', { name: 'Gap around the ceiling unit' })
  await expect(photo).toBeVisible()
  await tech.inStep()
  // From the server, for another device, it is a smaller JPEG.
  const type = async () => {
    const { state } = (await (await tech.page.request.get(`/api/sites/${SITE}`)).json()) as {
      state: { visits: { systems: Record<string, { notes: { photos: { id: string }[] }[] }> }[] }
    }
    const id = state.visits[1]?.systems['71de0e11-0000-4000-8000-0000000000a1']?.notes.at(-1)?.photos[0]?.id
    return id && (await tech.page.request.get(`/api/sites/${SITE}/photos/${id}`)).headers()['content-type']
  }
  await expect.poll(type).toBe('image/jpeg')
})

test('a field keeps what was typed until it is right', async ({ tech }) => {
  await tech.open(stage('survey'))
  const capacity = tech.page.getByLabel('Capacity')
  await capacity.fill('lots')
  await capacity.press('Enter')
  await expect(tech.page.getByRole('alert')).toContainText('“lots” is not a number.')
  await expect(capacity).toHaveValue('lots')
  await capacity.fill('3 ton')
  await capacity.press('Enter')
  await expect(capacity).toHaveValue('3.0 ton')
  await expect(tech.page.getByRole('alert')).toHaveCount(0)
})

test('a record from a newer Ingle, and a file that is none, are refused in words', async ({ tech }) => {
  const give = (text: string) =>
    tech.page.getByLabel('Record file').setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from(text) })
  await tech.open('/')
  await give('not json at all')
  await expect(tech.page.getByText('This file is not an Ingle record.')).toBeVisible()
  await give(JSON.stringify({ format: 'ingle-record/7', siteId: SITE, changes: [] }))
  await expect(tech.page.getByText(/ingle-record\/7, which is newer than this Ingle/)).toBeVisible()
})

test('another crew finds nothing at the site’s address', async ({ server, browser }) => {
  const other = await signedIn(browser, server, 'EB')
  await other.page.goto(stage('airflow'))
  await expect(other.page.getByRole('heading', { name: 'Your crew has no such site' })).toBeVisible()
  await other.page.context().close()
})

test('a wrong password is told so, and the name stays', async ({ server, browser }) => {
  const context = await browser.newContext({ baseURL: server.base })
  const page = await context.newPage()
  await page.goto('/')
  await page.getByLabel('Name').fill('mr')
  await page.getByLabel('Password').fill('guess')
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('That name and password do not belong together.')
  await expect(page.getByLabel('Name')).toHaveValue('mr')
  await context.close()
})

test('a refused change stays, with its reason, until somebody deals with it', async ({ tech }) => {
  await tech.open(stage('airflow'))
  await tech.inStep()
  // The server refuses what this device takes: as an older server does with a newer app.
  await tech.page.route(`**/api/sites/${SITE}/changes*`, async (route) => {
    if (route.request().method() !== 'POST') return route.continue()
    const { changes } = route.request().postDataJSON() as { changes: { id: string }[] }
    await route.fulfill({
      json: {
        outcomes: changes.map((one) => ({
          id: one.id,
          refused: { reason: 'This Ingle does not know it.', remedy: 'Update the server.' },
        })),
      },
    })
  })
  await tech.jot('heard rattle')
  await tech.page.getByRole('button', { name: '1 refused' }).click()
  const dialog = tech.page.getByRole('dialog')
  await expect(dialog).toContainText('heard: rattle')
  await expect(dialog).toContainText('This Ingle does not know it. Update the server.')
  await tech.page.reload()
  await tech.page.unroute(`**/api/sites/${SITE}/changes*`)
  await tech.page.getByRole('button', { name: '1 refused' }).click()
  await tech.page.getByRole('button', { name: 'Send again' }).click()
  await expect(tech.page.getByRole('button', { name: '1 refused' })).toHaveCount(0)
  await tech.inStep()
})

test('a page that does not come over the line says so, and comes when it is loaded again', async ({ tech }) => {
  await tech.page.route(/\/assets\/Comfort-.*\.js/, (route) => route.abort())
  await tech.open(stage('airflow'))
  await tech.stage('Comfort')
  await expect(tech.page.getByText('It did not come over the line: load it again when there is a signal.')).toBeVisible()
  await tech.page.unroute(/\/assets\/Comfort-.*\.js/)
  await tech.page.getByRole('button', { name: 'Load it again' }).click()
  await expect(tech.page.getByRole('heading', { level: 1 })).toContainText('comfort')
})
