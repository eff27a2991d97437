/**
 * What nobody waits for (other stages, the store of the Round, the service worker) is fetched once the page that somebody
 * came for is there: on a slow line it would take half of it away.
 */
let shown: () => void
const page = new Promise<void>((done) => {
  shown = done
})

/** Called by a page once it shows what one came for. */
export const pageIsThere = (): void => shown()

/** A page that never comes must not keep the rest away for ever. */
const LONGEST_WAIT_MS = 15_000

/** Runs when the first page is there and the browser has nothing better to do. Returns how to let go. */
export function whenQuiet(run: () => void): () => void {
  let off = false
  const go = () => {
    if (off) return
    off = true
    run()
  }
  const idle = () => {
    if (off) return
    if ('requestIdleCallback' in window) requestIdleCallback(go, { timeout: 4000 })
    else setTimeout(go, 200)
  }
  const timer = setTimeout(idle, LONGEST_WAIT_MS)
  void page.then(() => {
    clearTimeout(timer)
    idle()
  })
  return () => {
    off = true
    clearTimeout(timer)
  }
}
