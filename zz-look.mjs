import { LAUNCH } from './tools/browser.mjs'
const { chromium } = await import('@playwright/test')
const hall = (s) => `/sites/4a2b0a11-0000-4000-8000-000000000001/visits/4a2b0a11-0000-4000-8000-0000000000b2/systems/4a2b0a11-0000-4000-8000-0000000000a1/${s}`
const row = (s) => `/sites/077e4a11-0000-4000-8000-000000000001/visits/077e4a11-0000-4000-8000-0000000000b2/systems/077e4a11-0000-4000-8000-0000000000a1/${s}`
const roof = (n, s) => `/sites/11b2a211-0000-4000-8000-000000000001/visits/11b2a211-0000-4000-8000-0000000000b2/systems/11b2a211-0000-4000-8000-0000000000a${n}/${s}`
const flat = (n, s) => `/sites/beac0e11-0000-4000-8000-000000000001/visits/beac0e11-0000-4000-8000-0000000000b2/systems/beac0e11-0000-4000-8000-0000000000f${n}/${s}`
const V = {
  power: [hall('power'), async (p) => { await p.getByRole('region', { name: 'Contacts' }).scrollIntoViewIfNeeded() }],
  powerPhone: [hall('power'), async (p) => { await p.getByRole('region', { name: 'Contacts' }).scrollIntoViewIfNeeded() }, { width: 390, height: 844 }],
  fixes: [hall('hand-over'), async (p) => { await p.getByRole('button', { name: 'Write down a temporary fix…' }).click(); const f = p.getByRole('form', { name: 'New temporary fix' }); await f.getByLabel('What was put in, locked or bridged').fill('Jumper'); await f.getByLabel('Which part it stands in for').selectOption('controller'); await f.getByLabel('Instead of what').fill('the blocked-vent switch'); await f.getByLabel('What it cannot do').fill('x'); await f.getByLabel('How to undo it').fill('y'); await f.getByRole('button', { name: 'Write it down' }).click(); await f.getByRole('alert').scrollIntoViewIfNeeded() }],
  airflow: [row('airflow')],
  together: [row('airflow/together')],
  live: [roof(1, 'fresh-air/live')],
  checks: [roof(1, 'fresh-air/checks')],
  proofRoof: [roof(1, 'proof')],
  surveyHall: [hall('survey')],
  complaint: [flat(4, 'comfort/complaint')],
  proofRun: [flat(3, 'proof')],
  baseline: [flat(3, 'proof/baseline')],
}
const only = process.argv.slice(2)
const browser = await chromium.launch(LAUNCH)
for (const [name, [path, before, size]] of Object.entries(V)) {
  if (only.length && !only.includes(name)) continue
  const ctx = await browser.newContext({ viewport: size ?? { width: 1280, height: 800 }, baseURL: 'http://127.0.0.1:7455', serviceWorkers: 'block', reducedMotion: 'reduce' })
  const page = await ctx.newPage()
  await page.request.post('/api/sign-in', { data: { name: 'mr', password: 'kiln-and-harbour' } })
  await page.goto(path)
  await page.locator('h1').first().waitFor({ state: 'attached' })
  await page.waitForFunction(() => document.querySelector('.frame-page') === null && !document.body.innerText.includes('is coming …'))
  try { if (before) await before(page) } catch (e) { console.log(name, String(e).slice(0, 300)) }
  await page.waitForTimeout(500)
  await page.screenshot({ path: `/tmp/looks/${name}.png` })
  await ctx.close()
  console.log(name)
}
await browser.close()
