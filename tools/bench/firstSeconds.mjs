/**
 * The first seconds on a slow line: 400 ms to the server and back, 50 kB/s, a processor a quarter as fast. Cold on a device
 * that has never been here but is signed in; warm on one that has, its files kept by the browser.
 */

const LINE = {
  offline: false,
  latency: 400,
  downloadThroughput: 50 * 1024,
  uploadThroughput: 50 * 1024,
  connectionType: 'cellular3g',
}
const SLOWER = 4
const AIRFLOW =
  '/sites/71de0e11-0000-4000-8000-000000000001/visits/71de0e11-0000-4000-8000-0000000000b2/systems/71de0e11-0000-4000-8000-0000000000a1/airflow'

/** Seconds from the beginning of the request: first byte, first thing drawn, until `usable` is there. */
async function opens(page, path, usable) {
  const started = Date.now()
  await page.goto(path, { waitUntil: 'commit' })
  await usable(page)
  const usableS = (Date.now() - started) / 1000
  const seen = await page.evaluate(() => {
    const [entry] = performance.getEntriesByType('navigation')
    const paint = performance.getEntriesByName('first-contentful-paint')[0]
    const resources = performance.getEntriesByType('resource')
    return {
      firstByte: entry.responseStart / 1000,
      drawn: (paint?.startTime ?? Number.NaN) / 1000,
      bytes: resources.reduce((sum, one) => sum + one.transferSize, entry.transferSize),
      files: resources.filter((one) => one.transferSize > 0).length,
    }
  })
  return { ...seen, usableS }
}

const round = (page) => page.getByRole('region', { name: 'Sites' }).getByRole('link').first().waitFor({ timeout: 60_000 })
const airflow = async (page) => {
  await page.getByRole('textbox', { name: 'Jot line' }).waitFor({ timeout: 60_000 })
  await page.getByRole('region', { name: 'Next move' }).getByRole('heading').waitFor({ timeout: 60_000 })
}

export async function benchFirstSeconds({ browser, server, say, serviceWorkers = 'allow' }) {
  say('\n── first seconds: 400 ms, 50 kB/s, a processor a quarter as fast')
  const row = (what, one, goalS) =>
    say(
      `${what.padEnd(16)} first byte ${one.firstByte.toFixed(2)} s, drawn ${(one.drawn - one.firstByte).toFixed(2)} s after it (1.5 allowed), usable ${one.usableS.toFixed(1)} s, ${(one.usableS / goalS).toFixed(2)} of the ${goalS} s allowed; ${Math.round(one.bytes / 1024)} kB in ${one.files} files`,
    )
  for (const [name, path, usable, coldS, warmS] of [
    ['Round', '/', round, 4, 2],
    ['Airflow', AIRFLOW, airflow, 6, 4],
  ]) {
    const context = await browser.newContext({ baseURL: server.base, viewport: { width: 390, height: 844 }, serviceWorkers })
    await context.request.post('/api/sign-in', { data: { name: 'mr', password: 'kiln-and-harbour' } })
    const page = await slowed(context)
    row(`${name}, cold`, await opens(page, path, usable), coldS)
    // What is fetched while nobody waits comes in before the next morning.
    if (serviceWorkers === 'allow') await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
    await page.waitForLoadState('networkidle').catch(() => undefined)
    await page.close()
    const again = await slowed(context)
    row(`${name}, warm`, await opens(again, path, usable), warmS)
    await context.close()
  }
  const context = await browser.newContext({ baseURL: server.base, viewport: { width: 390, height: 844 }, serviceWorkers })
  const page = await slowed(context)
  const form = (one) => one.getByRole('button', { name: 'Sign in', exact: true }).waitFor({ timeout: 60_000 })
  row('Sign-in, cold', await opens(page, '/', form), 4)
  await context.close()
}

async function slowed(context) {
  const page = await context.newPage()
  const line = await context.newCDPSession(page)
  await line.send('Network.enable')
  await line.send('Network.emulateNetworkConditions', LINE)
  await line.send('Emulation.setCPUThrottlingRate', { rate: SLOWER })
  return page
}
