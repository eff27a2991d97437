import type { Page } from '@playwright/test'
import { dental, expect, flat, hall, signedIn, stage, type Tech, test, upstairs } from '../bench.ts'
import { ALL_VIEWS } from '../views.ts'

const EVERY_VIEW = ALL_VIEWS.flatMap(([, views]) => [...views])

async function opened(tech: Tech, view: string): Promise<void> {
  await tech.open(view)
  await expect(tech.page.getByText('Opening …')).toHaveCount(0)
  await expect(tech.page.locator('h1').first()).toBeAttached()
}

/** Labels of drawings that lie over one another or run out of their drawing; a few points of touching are not seen. */
const collidingLabels = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll('#main svg')].flatMap((drawing) => {
      const frame = drawing.getBoundingClientRect()
      const labels = [...drawing.querySelectorAll('text')]
        .map((one) => ({ text: one.textContent ?? '', box: one.getBoundingClientRect() }))
        .filter(({ text, box }) => text.trim() !== '' && box.width > 0)
      const out = labels
        .filter(({ box }) => box.left < frame.left - 2 || box.right > frame.right + 2)
        .map(({ text }) => `${text} runs out`)
      const over = labels.flatMap((a, i) =>
        labels
          .slice(i + 1)
          .filter(
            (b) =>
              Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left) > 3 &&
              Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top) > 5,
          )
          .map((b) => `${a.text} lies over ${b.text}`),
      )
      return [...out, ...over]
    }),
  )

for (const width of [320, 390])
  test(`nothing runs out of a page ${width} points wide, and no label of a drawing lies over another`, async ({
    server,
    browser,
  }) => {
    const tech = await signedIn(browser, server, 'MR', { viewport: { width, height: 844 }, hasTouch: true, isMobile: true })
    const wide: string[] = []
    for (const view of EVERY_VIEW) {
      await opened(tech, view)
      // Held against the width that was asked for: the window's own grows with what runs out of it.
      const is = await tech.page.evaluate(() => document.documentElement.scrollWidth)
      if (is > width) wide.push(`${view}: ${is}`)
      // A drawing takes its width a moment after the page is there.
      await expect.poll(() => collidingLabels(tech.page), { message: view }).toEqual([])
    }
    expect(wide).toEqual([])
    await tech.page.context().close()
  })

test('every view has a title of its own, one first heading, and buttons that are named as they read', async ({ tech }) => {
  const titles = new Map<string, string>()
  const wrong: string[] = []
  for (const view of EVERY_VIEW) {
    await opened(tech, view)
    const told = await tech.page.evaluate(() => {
      const plain = (text: string) =>
        text
          .toLowerCase()
          .replace(/[^\p{L}\p{N}]+/gu, ' ')
          .trim()
      const seen = (one: Element) => one.getClientRects().length > 0
      return {
        title: document.title,
        first: document.querySelectorAll('h1').length,
        names: [...document.querySelectorAll<HTMLElement>('button[aria-label], a[aria-label]')]
          .filter((one) => seen(one) && plain(one.innerText) !== '')
          .filter((one) => !plain(one.getAttribute('aria-label') ?? '').includes(plain(one.innerText)))
          .map((one) => `${one.getAttribute('aria-label')} shows ${one.innerText}`),
      }
    })
    const before = titles.get(told.title)
    if (before !== undefined) wrong.push(`${view} and ${before} are both called ${told.title}`)
    for (const label of await collidingLabels(tech.page)) wrong.push(`${view}: ${label}`)
    if (told.first !== 1) wrong.push(`${view} has ${told.first} first headings`)
    wrong.push(...told.names.map((name) => `${view}: ${name}`))
    titles.set(told.title, view)
  }
  expect(wrong).toEqual([])
})

/** Contrast of edges and hints against what they stand on, as WCAG counts it. */
const faint = (page: Page) =>
  page.evaluate(() => {
    const context = document.createElement('canvas').getContext('2d', { willReadFrequently: true })
    const colour = (css: string, on?: readonly number[]): number[] => {
      if (!context) return [0, 0, 0]
      context.fillStyle = on ? `rgb(${on.join(' ')})` : '#fff'
      context.fillRect(0, 0, 1, 1)
      context.fillStyle = css
      context.fillRect(0, 0, 1, 1)
      return [...context.getImageData(0, 0, 1, 1).data].slice(0, 3)
    }
    const light = (rgb: readonly number[]) => {
      const [r = 0, g = 0, b = 0] = rgb.map((one) =>
        one / 255 <= 0.03928 ? one / 255 / 12.92 : ((one / 255 + 0.055) / 1.055) ** 2.4,
      )
      return 0.2126 * r + 0.7152 * g + 0.0722 * b
    }
    const ratio = (a: readonly number[], b: readonly number[]) => {
      const [high = 0, low = 0] = [light(a), light(b)].sort((x, y) => y - x)
      return (high + 0.05) / (low + 0.05)
    }
    const ground = (one: Element | null): number[] => {
      for (let at = one; at; at = at.parentElement) {
        const { backgroundColor } = getComputedStyle(at)
        if (!/rgba\(.*, 0\)|transparent/.test(backgroundColor)) return colour(backgroundColor)
      }
      return [255, 255, 255]
    }
    const out: string[] = []
    for (const one of document.querySelectorAll('.input, .select, .textarea, .checkbox, .empty-cell')) {
      if (one.getClientRects().length === 0 || one.matches(':disabled')) continue
      const under = ground(one.parentElement)
      const edge = ratio(colour(getComputedStyle(one).borderTopColor, under), under)
      if (edge < 3) out.push(`edge of ${one.className}: ${edge.toFixed(1)}`)
      if (one instanceof HTMLInputElement && one.placeholder !== '' && one.value === '') {
        const inside = ground(one)
        const hint = ratio(colour(getComputedStyle(one, '::placeholder').color, inside), inside)
        if (hint < 4.5) out.push(`hint “${one.placeholder}”: ${hint.toFixed(1)}`)
      }
    }
    return out
  })

for (const theme of ['daywork', 'sunlight', 'nightshift'])
  test(`edges and hints can be seen in ${theme}`, async ({ tech }) => {
    await tech.page.addInitScript(
      (name) => localStorage.setItem('ingle.prefs', JSON.stringify({ state: { theme: name }, version: 0 })),
      theme,
    )
    for (const view of [
      stage('survey'),
      upstairs('airflow/heat'),
      flat(6, 'settings'),
      dental('zones'),
      '/library',
      '/account',
    ]) {
      await opened(tech, view)
      expect(await faint(tech.page), view).toEqual([])
    }
  })

test('a few lines of page are all page: the bars go with it', async ({ server, browser }) => {
  const tech = await signedIn(browser, server, 'MR', { viewport: { width: 320, height: 256 } })
  await opened(tech, stage('airflow'))
  for (const bar of [tech.page.locator('header'), tech.page.getByRole('region', { name: 'Jot line and stages' })])
    expect(await bar.evaluate((one) => getComputedStyle(one).position)).toBe('static')
  await tech.page.context().close()
})

test('what the tab key comes to is not behind a bar', async ({ tech }) => {
  for (const view of [flat(6, 'settings'), upstairs('times/days'), hall('power')]) {
    await opened(tech, view)
    const hidden = new Set<string>()
    for (let i = 0; i < 70; i += 1) {
      await tech.page.keyboard.press('Tab')
      const under = await tech.page.evaluate(() => {
        const at = document.activeElement
        if (!at || at === document.body || at.closest('header, [aria-label="Jot line and stages"], .sr-only')) return null
        const { top, bottom, left, right } = at.getBoundingClientRect()
        const top1 = document.elementFromPoint((left + right) / 2, (top + bottom) / 2)
        const bar = top1?.closest('header, [aria-label="Jot line and stages"]')
        return bar ? (at.getAttribute('aria-label') ?? at.textContent ?? at.tagName) : null
      })
      if (under) hidden.add(under)
    }
    expect([...hidden], view).toEqual([])
  }
})

test('the ledger is one stop of the tab key, and arrows go on from there', async ({ tech }) => {
  const { page } = tech
  await opened(tech, flat(6, 'settings'))
  const cells = tech.ledger.locator('[data-cell]')
  expect(await cells.and(page.locator('[tabindex="0"]')).count()).toBe(1)
  await cells.first().focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowDown')
  await expect(tech.ledger.getByRole('button', { name: 'Sensor shift, left: empty' })).toBeFocused()
  // In, out by Escape, and on from the same cell.
  await page.keyboard.press('Enter')
  await expect(tech.ledger.getByRole('textbox', { name: 'Sensor shift, left' })).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(tech.ledger.getByRole('button', { name: 'Sensor shift, left: empty' })).toBeFocused()
  // Set, and on from the same cell.
  await page.keyboard.press('Enter')
  await page.keyboard.type('0')
  await page.keyboard.press('Enter')
  await expect(tech.ledger.getByRole('button', { name: /^Sensor shift, left: .*0/ })).toBeFocused()
  await page.keyboard.press('End')
  await page.keyboard.press('Home')
  await expect(tech.ledger.getByRole('button', { name: /^Room sensor, left/ })).toBeFocused()
})

test('menus close on Escape, on leaving and on a click beside them; dialogs give the focus back', async ({ tech }) => {
  const { page } = tech
  await opened(tech, stage('airflow'))
  const account = page.getByRole('button', { name: 'Account MR' })
  const leave = page.getByRole('button', { name: 'Sign out', exact: true })
  await account.click()
  await page.keyboard.press('Escape')
  await expect(leave).toBeHidden()
  await expect(account).toBeFocused()
  await account.click()
  await page.getByRole('heading', { name: 'Fan and system curves' }).click()
  await expect(leave).toBeHidden()
  await account.click()
  await page.keyboard.press('Shift+Tab')
  await page.keyboard.press('Shift+Tab')
  await expect(leave).toBeHidden()
  const decide = page.getByRole('button', { name: 'Decide otherwise…' })
  await decide.click()
  await expect(page.getByRole('dialog')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(decide).toBeFocused()
})

test('single keys act, but not behind a dialog, and not once they are turned off', async ({ tech }) => {
  const { page } = tech
  await opened(tech, stage('airflow'))
  await page.keyboard.press('?')
  const help = page.getByRole('dialog', { name: 'Keys and the jot line' })
  await expect(help).toBeVisible()
  await page.keyboard.press('g')
  await page.keyboard.press('s')
  await expect(page).toHaveURL(/airflow$/)
  await help.getByRole('checkbox', { name: /Single keys act/ }).click()
  await page.keyboard.press('Escape')
  await expect(help).toHaveCount(0)
  await page.keyboard.press('?')
  await page.keyboard.press('/')
  await expect(help).toHaveCount(0)
  await expect(tech.jotLine).not.toBeFocused()
  await page.getByRole('button', { name: 'Account MR' }).click()
  await page.getByRole('button', { name: 'Single keys act' }).click()
  await page.keyboard.press('Escape')
  await page.keyboard.press('g')
  await page.keyboard.press('s')
  await expect(page).toHaveURL(/survey$/)
})

test('the others of a site stand where the name stands, on the same stage', async ({ tech }) => {
  await opened(tech, flat(6, 'settings'))
  await tech.page.getByRole('button', { name: 'Flat 6' }).click()
  await tech.page.getByRole('list', { name: 'Systems of this site' }).getByRole('link', { name: 'Flat 4' }).click()
  await expect(tech.page.getByRole('heading', { name: 'Flat 4: settings' })).toBeVisible()
})

test('the jot line is read out when it settles, and the next move when it changes', async ({ tech }) => {
  const { page } = tech
  await opened(tech, stage('airflow'))
  await tech.jotLine.fill('split 75 54')
  await expect(page.getByRole('status').filter({ hasText: 'It reads return 75.0 °F, supply 54.0 °F' })).toHaveCount(1)
  const before = await tech.headline.textContent()
  await tech.jotLine.fill('filter clean')
  await tech.jotLine.press('Enter')
  await expect(tech.headline).not.toHaveText(before ?? '')
  await expect(page.getByRole('status').filter({ hasText: 'Next move: ' })).toHaveCount(1)
})

test('prints in day colours by night', async ({ tech }) => {
  await tech.page.addInitScript(() =>
    localStorage.setItem('ingle.prefs', JSON.stringify({ state: { theme: 'nightshift' }, version: 0 })),
  )
  await opened(tech, stage('sheets/card'))
  await tech.page.emulateMedia({ media: 'print' })
  const ink = await tech.page
    .locator('.sheet')
    .first()
    .evaluate((one) => getComputedStyle(one).color)
  const day = await tech.page.evaluate(() =>
    getComputedStyle(document.documentElement).getPropertyValue('--color-base-content').trim(),
  )
  expect(day).toBe('#1d2b2a')
  expect(ink).not.toBe('rgb(236, 231, 219)')
})
