import { type Browser, test as base, expect, type Locator, type Page } from '@playwright/test'
import { newDatabase, restoreDatabase, serverOn } from '../tools/throwaway.mjs'

export { expect }

export const SITE = '71de0e11-0000-4000-8000-000000000001'
const SYSTEM = '71de0e11-0000-4000-8000-0000000000a1'
const VISIT = '71de0e11-0000-4000-8000-0000000000b2'
export const MILL = '/sites/beac0e11-0000-4000-8000-000000000001'
export const MILL_VISIT = `${MILL}/visits/beac0e11-0000-4000-8000-0000000000b2`
export const flat = (n: number, name: string) => `${MILL_VISIT}/systems/beac0e11-0000-4000-8000-0000000000f${n}/${name}`
export const HALL = '/sites/4a2b0a11-0000-4000-8000-000000000001'
export const hall = (name: string) =>
  `${HALL}/visits/4a2b0a11-0000-4000-8000-0000000000b2/systems/4a2b0a11-0000-4000-8000-0000000000a1/${name}`
export const dental = (name: string) =>
  `/sites/ca1de411-0000-4000-8000-000000000001/visits/ca1de411-0000-4000-8000-0000000000b2/systems/ca1de411-0000-4000-8000-0000000000a1/${name}`
export const upstairs = (name: string) => workshop(name).replace(/a2(?=\/)/, 'a1')
export const workshop = (name: string) =>
  '/sites/077e4a11-0000-4000-8000-000000000001/visits/077e4a11-0000-4000-8000-0000000000b2/systems/077e4a11-0000-4000-8000-0000000000a2/' +
  name
export const library = (n: 1 | 2 | 3, name: string) =>
  `/sites/11b2a211-0000-4000-8000-000000000001/visits/11b2a211-0000-4000-8000-0000000000b2/systems/11b2a211-0000-4000-8000-0000000000a${n}/${name}`
export const LIBRARY_TWINS = '/sites/11b2a211-0000-4000-8000-000000000001/visits/11b2a211-0000-4000-8000-0000000000b2/twins'
export const boat = (name: string) =>
  `/sites/3a71601d-0000-4000-8000-000000000001/visits/3a71601d-0000-4000-8000-0000000000b2/systems/3a71601d-0000-4000-8000-0000000000a1/${name}`
export const stage = (name: string) => `/sites/${SITE}/visits/${VISIT}/systems/${SYSTEM}/${name}`

type Server = Awaited<ReturnType<typeof serverOn>>

interface Bench {
  /** The built server on the demo world as it was seeded; `stop` and `start` it as the test needs. */
  server: Server
  /** A technician at a signed-in page. */
  tech: Tech
}

export const test = base.extend<Bench, { own: { server: Server; database: string } }>({
  /** A server takes two seconds to start: one for each worker, its database put back for each test. It keeps no state itself. */
  own: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright wants the fixtures destructured.
    async ({}, use) => {
      const { INGLE_TEST_POSTGRES: postgres, INGLE_TEST_SEEDED: seeded } = process.env
      if (!postgres || !seeded) throw new Error('No test database: run through `npm test` or `npm run e2e`')
      const database = await newDatabase(postgres, seeded)
      const server = await serverOn(database)
      await use({ server, database })
      await server.stop('SIGKILL')
    },
    { scope: 'worker' },
  ],
  server: async ({ own: { server, database } }, use) => {
    await restoreDatabase(database)
    if (!server.running()) await server.start()
    await use(server)
  },
  tech: async ({ server, browser, serviceWorkers }, use) => {
    const tech = await signedIn(browser, server, 'MR', { serviceWorkers })
    await use(tech)
    await tech.page.context().close()
  },
})

const PASSWORDS = { MR: 'kiln-and-harbour', JT: 'lantern-on-the-quay', EB: 'rope-walk-at-dawn' }

/** A metric account's units, as the device keeps them. */
const METRIC = { temperature: '°C', flow: 'L/s', static: 'Pa', length: 'cm', altitude: 'm', capacity: 'kW', velocity: 'm/s' }

/** Whoever opens this page next reads in metric. */
export const readsMetric = (page: Page): Promise<unknown> =>
  page.addInitScript(
    (units) => localStorage.setItem('ingle.prefs', JSON.stringify({ state: { theme: 'daywork', units }, version: 0 })),
    METRIC,
  )

/** Opens a browser of its own, signed in, with nothing opened yet: `open` goes where the test begins. */
export async function signedIn(
  browser: Browser,
  server: Server,
  initials: 'MR' | 'JT' | 'EB',
  options: Parameters<Browser['newContext']>[0] = {},
): Promise<Tech> {
  const context = await browser.newContext({ baseURL: server.base, acceptDownloads: true, serviceWorkers: 'block', ...options })
  const page = await context.newPage()
  const signed = await context.request.post('/api/sign-in', {
    data: { name: initials.toLowerCase(), password: PASSWORDS[initials] },
  })
  expect(signed.ok()).toBe(true)
  return new Tech(page)
}

/** What a technician does, in the words of the trade. */
export class Tech {
  constructor(readonly page: Page) {}

  get move() {
    return this.page.getByRole('region', { name: 'Next move' })
  }
  get headline() {
    return this.move.getByRole('heading')
  }
  get jotLine() {
    return this.page.getByRole('textbox', { name: 'Jot line' })
  }
  get tries() {
    return this.page.getByRole('region', { name: 'Tries' }).getByRole('row')
  }
  get ledger() {
    return this.page.getByRole('region', { name: 'Settings ledger' })
  }
  ledgerRow(name: string | RegExp) {
    return this.ledger.getByRole('row').filter({ has: this.page.getByRole('rowheader', { name }) })
  }
  sync(text: string | RegExp) {
    return this.page.getByRole('status', { name: typeof text === 'string' ? `Sync: ${text}` : text })
  }

  async open(path: string) {
    await this.page.goto(path)
    await expect(this.page.locator('#main')).toBeVisible()
  }

  /** Confirms every step of making dead; the wait for stored charge is let go by; neither it nor the proof after it can be confirmed before. */
  async isolate(dead: Locator) {
    await this.page.clock.install()
    const boxes = await dead.getByRole('checkbox').all()
    const [proved, wait] = [boxes.pop(), boxes.pop()]
    if (!wait || !proved) throw new Error('There are no steps to confirm')
    for (const box of boxes) await box.click()
    await expect(dead).toContainText(/ to go/)
    await expect(wait).toBeDisabled()
    // Nothing is proved dead before stored charge has had its time.
    await expect(proved).toBeDisabled()
    await this.page.clock.fastForward('10:00')
    await wait.click()
    await proved.click()
  }

  /** By the ladder on the left. */
  async stage(name: string) {
    await this.page
      .getByRole('navigation', { name: 'Stages' })
      .first()
      .getByRole('link', { name: new RegExp(name) })
      .click()
  }

  /** Types into a field of a panel and leaves it by Enter. */
  async fill(panel: Locator, label: string | RegExp, value: string) {
    const field = panel.getByLabel(label, { exact: typeof label === 'string' })
    await field.fill(value)
    await field.press('Enter')
  }

  /** On the Survey stage: finds a family by a part of its model code and puts it into its usual place. */
  async addDevice(plate: string, family: string) {
    await this.page.getByRole('button', { name: 'Add a device' }).click()
    await this.page.getByLabel('Part of the model code').fill(plate)
    await this.page.getByRole('button', { name: `Use ${family}` }).click()
    await expect(this.page.getByRole('region', { name: 'Devices' }).getByRole('link', { name: family })).toBeVisible()
  }

  /** Types a line, sees it read back, and writes it down. */
  async jot(line: string) {
    await this.jotLine.fill(line)
    await expect(this.page.getByText('reads as:')).toBeVisible()
    await this.jotLine.press('Enter')
    await expect(this.jotLine).toHaveValue('')
  }

  async inStep() {
    await expect(this.sync('in step')).toBeVisible()
  }
}

/** Closes the visit; what is still open is answered for by JT until a day that is long to come. */
export async function closeVisit(page: Page): Promise<void> {
  const close = page.getByRole('region', { name: 'Close the visit' })
  const button = close.getByRole('button', { name: /^Close the visit/ })
  await expect(button).toBeVisible()
  const owner = close.getByLabel('Who answers for it')
  const answer = async () => {
    await owner.fill('JT')
    await close.getByLabel('Until which day').fill('2099-12-31')
  }
  if ((await button.textContent())?.includes(' open')) await answer()
  await button.click()
  // What came in between the look and the click is open too, and refused until somebody answers for it.
  const closed = close.getByText(/^Closed /)
  await expect(closed.or(close.getByRole('alert'))).toBeVisible()
  if (!(await closed.isVisible())) {
    await answer()
    await button.click()
  }
  await expect(close.getByText(/^Closed /)).toBeVisible()
}
