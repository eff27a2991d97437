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

/**
 * Seconds from the beginning of the request: first byte, first thing drawn, until `usable` is there. Looked at once a frame
 * from within, by a selector: asking from outside costs the slow processor a good part of what is measured.
 */
async function opens(page, path, usable) {
  await page.addInitScript((selectors) => {
    const look = () => {
      if (selectors.every((one) => document.querySelector(one))) window.benchUsableMs = performance.now()
      else requestAnimationFrame(look)
    }
    requestAnimationFrame(look)
  }, usable)
  await page.goto(path, { waitUntil: 'commit' })
  await page.waitForFunction(() => window.benchUsableMs !== undefined, null, { polling: 500, timeout: 60_000 })
  return page.evaluate(() => {
    const [entry] = performance.getEntriesByType('navigation')
    const paint = performance.getEntriesByName('first-contentful-paint')[0]
    const there = performance.getEntriesByType('resource').filter((one) => one.responseEnd <= window.benchUsableMs)
    return {
      firstByte: entry.responseStart / 1000,
      drawn: (paint?.startTime ?? Number.NaN) / 1000,
      bytes: there.reduce((sum, one) => sum + one.transferSize, entry.transferSize),
      files: there.filter((one) => one.transferSize > 0).length,
      usableS: window.benchUsableMs / 1000,
    }
  })
}

const ROUND = ['section[aria-label="Sites"] a']
const STAGE = ['input[aria-label="Jot line"]', 'section[aria-label="Next move"] h2']
const SIGN_IN = ['form button[type="submit"]']

export async function benchFirstSeconds({ browser, server, say, serviceWorkers = 'allow' }) {
  say('\n── first seconds: 400 ms, 50 kB/s, a processor a quarter as fast')
  const row = (what, one, goalS) =>
    say(
      `${what.padEnd(16)} first byte ${one.firstByte.toFixed(2)} s, drawn ${(one.drawn - one.firstByte).toFixed(2)} s after it (1.5 allowed), usable ${one.usableS.toFixed(1)} s, ${(one.usableS / goalS).toFixed(2)} of the ${goalS} s allowed; ${Math.round(one.bytes / 1024)} kB in ${one.files} files`,
    )
  for (const [name, path, usable, coldS, warmS] of [
    ['Round', '/', ROUND, 4, 2],
    ['Airflow', AIRFLOW, STAGE, 6, 4],
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
  row('Sign-in, cold', await opens(page, '/', SIGN_IN), 4)
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
