/**
 * A device of the soak: the app's own store and sender, as they are, in a process of their own, with a network and a clock
 * that the soak holds in its hand. It hears orders from its parent and answers each.
 */
import 'fake-indexeddb/auto'
import { randomUUID } from 'node:crypto'
import { join } from 'node:path'
import { ROOT } from '../install.mjs'

const [base, name, password, initials] = process.argv.slice(2)
let network = 'on'
let clockMs = 0
let cookie = ''
const now = Date.now
Date.now = () => now() + clockMs

const realFetch = globalThis.fetch
const wait = (ms) => new Promise((done) => setTimeout(done, ms))
async function roughFetch(path, init = {}) {
  if (network === 'off') throw new TypeError('no network')
  if (network === 'slow') await wait(100 + Math.random() * 900)
  const answer = await realFetch(String(path).startsWith('/') ? base + path : path, {
    ...init,
    headers: { ...init.headers, cookie },
    signal: init.signal ?? AbortSignal.timeout(15_000),
  })
  // Stored, and the device never hears of it.
  if (network === 'deaf' && init.method && init.method !== 'GET') {
    await answer.arrayBuffer()
    throw new TypeError('cut off')
  }
  return answer
}

/** A news stream over fetch: as much of EventSource as the app uses. */
class Stream extends EventTarget {
  static CLOSED = 2
  readyState = 1
  onerror = null
  #abort = new AbortController()
  constructor(path) {
    super()
    void this.#listen(path)
  }
  async #listen(path) {
    try {
      const answer = await roughFetch(path, { signal: this.#abort.signal })
      if (!answer.ok) throw new Error(String(answer.status))
      let text = ''
      for await (const part of answer.body) {
        if (network === 'off') throw new Error('no network')
        text += Buffer.from(part).toString('utf8')
        for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
          const event = /^event: (.*)$/m.exec(text.slice(0, end))?.[1]
          const data = /^data: (.*)$/m.exec(text.slice(0, end))?.[1]
          text = text.slice(end + 2)
          this.dispatchEvent(Object.assign(new Event(event ?? 'message'), { data }))
        }
      }
      throw new Error('ended')
    } catch {
      if (this.#abort.signal.aborted) return
      this.readyState = 2
      this.onerror?.()
    }
  }
  close() {
    this.readyState = 2
    this.#abort.abort()
  }
}

let held = Promise.resolve()
const kept = new Map()
const globals = {
  fetch: roughFetch,
  EventSource: Stream,
  window: new EventTarget(),
  navigator: {
    locks: {
      request: (_, run) => {
        const mine = held.then(run, run)
        held = mine.catch(() => undefined)
        return mine
      },
    },
  },
  localStorage: {
    getItem: (key) => kept.get(key) ?? null,
    setItem: (key, value) => void kept.set(key, value),
    removeItem: (key) => void kept.delete(key),
  },
}
for (const [key, value] of Object.entries(globals))
  Object.defineProperty(globalThis, key, { value, configurable: true, writable: true })

const { runnerImport } = await import('vite')
const load = async (path) =>
  (await runnerImport(join(ROOT, path), { root: ROOT, configFile: join(ROOT, 'vitest.config.ts'), logLevel: 'error' })).module
const { Desk } = await load('apps/web/src/sync/desk.ts')

async function signIn() {
  for (;;) {
    const answer = await realFetch(`${base}/api/sign-in`, { method: 'POST', body: JSON.stringify({ name, password }) }).catch(
      () => null,
    )
    if (answer?.ok) {
      cookie = /ingle_session=[^;]+/.exec(answer.headers.get('set-cookie') ?? '')?.[0] ?? ''
      return answer.json()
    }
    await wait(500)
  }
}

const me = await signIn()
let desk = new Desk(me)
const written = []
let where = null

const orders = {
  network: (to) => {
    network = to
    if (to === 'on') desk.outbox.kick()
  },
  clock: (ms) => {
    clockMs = ms
  },
  site: (of) => {
    where = of
    return desk.outbox.catchUp(of.siteId)
  },
  /** Closed in whatever it is doing, and opened anew on the same store. */
  restart: () => {
    desk.close()
    desk = new Desk(me)
  },
  write: async (kind) => {
    const drafts = {
      note: () => [
        { kind: 'note.add', body: { ...where, siteId: undefined, text: `${initials} ${written.length}`, standing: 'fine' } },
      ],
      item: () => [
        { kind: 'item.open', body: { ...where, siteId: undefined, itemId: randomUUID(), text: `item ${written.length}` } },
      ],
      name: () => [{ kind: 'site.set', body: { place: `${initials} ${written.length}` } }],
      undo: () => (written.length === 0 ? [] : [{ kind: 'undo', body: { targetId: written.at(-1) } }]),
    }[kind]()
    if (drafts.length === 0) return
    const answer = await desk.write(where.siteId, JSON.parse(JSON.stringify(drafts)))
    if (answer.ok) written.push(...answer.ids)
  },
  state: async () => ({
    written,
    waiting: (await desk.db.pending.toArray()).filter((one) => !one.refused).length,
    refused: (await desk.db.pending.toArray())
      .filter((one) => one.refused)
      .map((one) => ({ id: one.id, why: one.refused.reason })),
    confirmed: (await desk.db.confirmed.where('siteId').equals(where.siteId).toArray())
      .sort((a, b) => a.seq - b.seq)
      .map((one) => one.change.id),
    epoch: (await desk.db.kept.get('epoch'))?.value,
  }),
  settle: () => {
    desk.outbox.kick()
    return desk.outbox.catchUp(where.siteId)
  },
}

process.on('message', async ({ n, order, of }) => {
  try {
    process.send({ n, answer: await orders[order](of) })
  } catch (error) {
    process.send({ n, error: String(error?.stack ?? error) })
  }
})
process.on('unhandledRejection', (error) => process.send({ unhandled: String(error?.stack ?? error) }))
process.on('disconnect', () => process.exit(0))
process.send({ ready: true })
