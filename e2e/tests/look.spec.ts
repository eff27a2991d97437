import { AxeBuilder } from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { dental, expect, flat, hall, library, signedIn, stage, test, upstairs } from '../bench.ts'
import { AIR_VIEWS, ALL_VIEWS, ROOF_VIEWS, VIEWS } from '../views.ts'

/**
 * Every colour that a theme has, on the fewest views. Contrast is by far the slowest of axe's rules, and colours come from
 * the theme alone: it is looked at here in each theme, and the rest of the rules on every view in one.
 */
const COLOURED = [
  hall('power'),
  stage('airflow'),
  dental('zones/combinations'),
  library(1, 'fresh-air/line'),
  upstairs('times'),
  flat(6, 'settings'),
  flat(4, 'proof/baseline'),
  hall('hand-over'),
  '/library',
  '/practice/quernstone-c4',
]

/** Looks at every view in every theme: a quarter of an hour more, for whoever changes colours. */
const EVERY_COLOUR = process.env.EVERY_COLOUR === '1'

async function serious(page: Page, what: 'all' | 'contrast' | 'structure' = 'all'): Promise<string[]> {
  // No frames here: the short way, without a second page for the result.
  const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] })
  if (what === 'structure') axe.disableRules(['color-contrast'])
  if (what === 'contrast') axe.withRules(['color-contrast'])
  const { violations } = await axe.analyze()
  return violations
    .filter((one) => one.impact === 'serious' || one.impact === 'critical')
    .map((one) => `${one.id}: ${one.nodes.map((node) => node.html.slice(0, 160)).join(' | ')}`)
}

for (const [which, views] of ALL_VIEWS)
  test(`axe finds nothing serious in what ${which} is made of`, async ({ tech }) => {
    for (const view of views) {
      await tech.open(view)
      await expect(tech.page.getByText('Opening …')).toHaveCount(0)
      expect(await serious(tech.page, 'structure'), view).toEqual([])
    }
  })

test('axe finds nothing serious with the menu, the jot line and a cell open', async ({ tech }) => {
  await tech.open(stage('airflow'))
  await tech.jotLine.fill('esp 9')
  await tech.page.getByRole('button', { name: 'Account MR' }).click()
  expect(await serious(tech.page), 'menu and jot line open').toEqual([])
  await tech.page.keyboard.press('Escape')
  await tech.ledger
    .getByRole('button', { name: /, left: / })
    .first()
    .click()
  await expect(tech.ledger.getByRole('button', { name: 'Set' })).toBeVisible()
  expect(await serious(tech.page), 'a cell of the ledger open').toEqual([])
})

for (const theme of ['daywork', 'sunlight', 'nightshift'])
  test(`every colour of ${theme} can be read`, async ({ tech }) => {
    await tech.open('/')
    await tech.page.evaluate(
      (name) => localStorage.setItem('ingle.prefs', JSON.stringify({ state: { theme: name }, version: 0 })),
      theme,
    )
    if (EVERY_COLOUR) test.setTimeout(1_800_000)
    for (const view of EVERY_COLOUR ? ALL_VIEWS.flatMap(([, views]) => [...views]) : COLOURED) {
      await tech.open(view)
      await expect(tech.page.getByText('Opening …')).toHaveCount(0)
      await expect(tech.page.locator('html')).toHaveAttribute('data-theme', theme)
      expect(await serious(tech.page, 'contrast'), view).toEqual([])
    }
  })

test('axe finds nothing serious on the sign-in page', async ({ server, page }) => {
  await page.goto(server.base)
  await expect(page.getByRole('heading', { name: 'Demo accounts' })).toBeVisible()
  expect(await serious(page)).toEqual([])
  // The demo's own way in.
  await page.getByRole('button', { name: /^MR/ }).click()
  await expect(page.getByRole('heading', { name: 'Round' })).toBeVisible()
})

test('a phone has the stages below, the keypad, and nothing that runs out of the page', async ({ server, browser }) => {
  const tech = await signedIn(browser, server, 'MR', { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  for (const view of [...VIEWS, ...AIR_VIEWS, ...ROOF_VIEWS]) {
    await tech.open(view)
    await expect(tech.page.getByText('Opening …')).toHaveCount(0)
    expect(await tech.page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth), view).toBeLessThanOrEqual(0)
  }
  await tech.open(stage('airflow'))
  expect(await serious(tech.page)).toEqual([])
  await tech.page.getByRole('button', { name: 'Keypad' }).click()
  const keypad = tech.page.getByRole('region', { name: 'Keypad' })
  for (const key of ['e', 's', 'p']) await tech.jotLine.press(key)
  for (const key of ['space', '+', '.', '2', '1', 'space', '-', '.', '2', '5'])
    await keypad.getByRole('button', { name: key, exact: true }).click()
  await expect(tech.page.getByText('total 0.46 in.wc')).toBeVisible()
  await tech.page.getByRole('button', { name: 'Write it down' }).click()
  await expect(tech.jotLine).toHaveValue('')
  await tech.page.context().close()
})

test('the shipped typefaces are the ones shown', async ({ tech }) => {
  await tech.open(stage('airflow'))
  const loaded = await tech.page.evaluate(async () => {
    await document.fonts.ready
    return [...document.fonts].filter((font) => font.status === 'loaded').map((font) => font.family.replaceAll('"', ''))
  })
  expect(loaded).toEqual(expect.arrayContaining(['Atkinson Hyperlegible Next Variable', 'Atkinson Hyperlegible Mono Variable']))
})

test('signing out everywhere ends the other device too', async ({ tech, server, browser }) => {
  const second = await signedIn(browser, server, 'MR')
  await second.open('/')
  await tech.open('/')
  await tech.page.getByRole('button', { name: 'Account MR' }).click()
  await tech.page.getByRole('button', { name: 'Sign out everywhere' }).click()
  await expect(tech.page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible()
  await second.page.reload()
  await expect(second.page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible()
  await second.page.context().close()
})
