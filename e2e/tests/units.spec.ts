import { expect, readsMetric, test } from '../bench.ts'
import { ALL_VIEWS } from '../views.ts'

/** Units by how they stand after a figure, or alone in a head. */
const UNITS = {
  'inch-pound': /\bcfm\b|\bin\.wc\b|°F|\bfpm\b|\bBtu|\d tons?\b|\d ft\b|ft²|ft³|\d lb\b|\blb\/h|\d in\b(?! steps| the)|\bdF\b/,
  metric: /\bPa\b|\bL\/s\b|m³\/h|°C|\bm\/s\b|\bW\/K\b|\bkg\b|m²|\d cm\b|kJ\/kg|\d K\b/,
} as const
type System = keyof typeof UNITS

/**
 * Where the other system's units rightly stand. A line that has the reader's own as well is fine anyhow: a display that
 * counts in °F is said as “35 °C (95 °F)”.
 */
const RIGHT: readonly [where: RegExp, what: RegExp][] = [
  // A profile is about the device, and speaks as its manual does.
  [/\/library\/(?:skerrick|compare|quernstone)/, /./],
  // Printed on the plate in these words, in every country.
  [/./, /^Plate, cfm at 1 in\.wc$/],
  // The setting is the unit.
  [/./, /Temperature units|Degrees|^°[FC]\d?$/],
  // Somebody's own words.
  [/beac0e11/, /attic air falls down the wall|DB board knows|Reads within 0\.5 °F/],
]

for (const [reads, other] of [
  ['metric', 'inch-pound'],
  ['inch-pound', 'metric'],
] as const satisfies readonly [System, System][])
  test(`whoever reads ${reads} units is shown no ${other} ones, on no screen and no sheet`, async ({ tech }) => {
    test.setTimeout(240_000)
    const { page } = tech
    if (reads === 'metric') await readsMetric(page)
    const wrong: string[] = []
    for (const view of ALL_VIEWS.flatMap(([, views]) => [...views])) {
      await tech.open(view)
      await expect(page.getByText('Opening …')).toHaveCount(0)
      await expect(page.locator('h1').first()).toBeAttached()
      const lines = await page.evaluate(() => {
        // Formulas stand in the units of their constants, and the page says so beside them.
        const isWorking = (one: Element) =>
          one.closest('section')?.querySelector('h2, h3')?.textContent === 'How it was worked out' ||
          one.closest(
            'details, section[aria-label="How it was worked out"], section[aria-label="How the numbers came about"]',
          ) !== null
        const blocks = 'tr, li, p, h1, h2, h3, label, legend, button, option, summary, dt, dd, figcaption, caption, text'
        const said = [...document.querySelectorAll(blocks)]
          .filter((one) => !isWorking(one) && one.querySelector('tr, li, p, button, label') === null)
          .map((one) => one.textContent ?? '')
        const hints = [...document.querySelectorAll('[placeholder], [title], [aria-label]')]
          .filter((one) => !isWorking(one))
          .flatMap((one) => ['placeholder', 'title', 'aria-label'].map((name) => one.getAttribute(name) ?? ''))
        return [...new Set([...said, ...hints])].filter((one) => one.trim() !== '')
      })
      for (const line of lines)
        if (
          UNITS[other].test(line) &&
          !UNITS[reads].test(line) &&
          !RIGHT.some(([where, what]) => where.test(view) && what.test(line))
        )
          wrong.push(`${view}: ${line.slice(0, 160)}`)
    }
    expect(wrong).toEqual([])
  })
