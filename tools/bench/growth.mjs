/** What growth costs: writing on a record of a thousand, ten thousand and a hundred thousand changes; a new device; 5,000 sites. */
import { randomUUID } from 'node:crypto'

const SIZES = [1_000, 10_000, 100_000]

/** A record of so many changes: notes and readings, one try after another, as months of work would be. */
function recordOf(count, name) {
  const [siteId, systemId] = [randomUUID(), randomUUID()]
  let [visitId, tryId] = [randomUUID(), randomUUID()]
  let n = 0
  const make = (kind, body, id = randomUUID()) => {
    n += 1
    return { id, siteId, at: new Date(Date.UTC(2022, 0, 1) + n * 60_000).toISOString(), by: 'MR', kind, body }
  }
  const changes = [make('site.set', { name }), make('system.set', { systemId, name: 'AH-1' })]
  while (changes.length < count) {
    if (changes.length % 500 === 2) {
      visitId = randomUUID()
      tryId = randomUUID()
      changes.push(make('visit.start', { visitId, reason: 'growth' }))
      changes.push(make('try.start', { visitId, systemId, tap: '3', adjustPct: 0, filter: 'clean' }, tryId))
    }
    const on = { visitId, systemId }
    changes.push(
      changes.length % 3 === 0
        ? make('note.add', { ...on, text: `note ${changes.length}`, standing: 'fine' })
        : make('reading.probes', { ...on, tryId, supply: 0.2, return: -0.3 }),
    )
  }
  const next = () => make('reading.probes', { visitId, systemId, tryId, supply: 0.21 })
  return { siteId, changes: changes.slice(0, count), next }
}

export async function benchGrowth({ server, say, middle }) {
  say('\n── growth')
  const signIn = async (name, password) =>
    /ingle_session=[^;]+/.exec(
      (await fetch(`${server.base}/api/sign-in`, { method: 'POST', body: JSON.stringify({ name, password }) })).headers.get(
        'set-cookie',
      ),
    )[0]
  // The other crew: the figures of the demo's own stay what they were.
  const cookie = await signIn('eb', 'rope-walk-at-dawn')
  const other = await signIn('mr', 'kiln-and-harbour')
  const timed = async (path, init = {}, as = cookie) => {
    const started = performance.now()
    const answer = await fetch(server.base + path, { ...init, headers: { cookie: as } })
    const bytes = (await answer.arrayBuffer()).byteLength
    if (!answer.ok) throw new Error(`${path}: ${answer.status}`)
    return { ms: performance.now() - started, bytes }
  }
  const writes = []
  for (const size of SIZES) {
    const { siteId, changes, next } = recordOf(size, `Growth ${size}`)
    const file = {
      format: 'ingle-record/1',
      exportedAt: '',
      exportedBy: { crew: 'bench', ingle: 'x' },
      siteId,
      changes,
      photos: [],
    }
    let importing = true
    const meanwhile = []
    const others = (async () => {
      while (importing) {
        meanwhile.push((await timed('/api/round', {}, other)).ms)
        await new Promise((done) => setTimeout(done, 50))
      }
    })()
    const took = await timed('/api/import', { method: 'POST', body: JSON.stringify(file) })
    importing = false
    await others
    const one = async () =>
      (await timed(`/api/sites/${siteId}/changes`, { method: 'POST', body: JSON.stringify({ changes: [next()] }) })).ms
    for (let i = 0; i < 5; i += 1) await one()
    const all = []
    for (let i = 0; i < 25; i += 1) all.push(await one())
    writes.push(middle(all))
    const first = await timed(`/api/sites/${siteId}/changes?after=0&fold=${server.fold}`)
    const again = await timed(`/api/sites/${siteId}/changes?after=0&fold=${server.fold}`)
    say(
      `${String(size).padStart(7)} changes: one written ${middle(all).toFixed(1)} ms, ${(middle(all) / writes[0]).toFixed(2)} times that on ${SIZES[0]} (2 allowed); imported in ${(took.ms / 1000).toFixed(1)} s, the Round of others meanwhile ${middle(meanwhile).toFixed(0)} ms; a new device ${(again.bytes / 1e6).toFixed(1)} MB in ${(again.ms / 1000).toFixed(2)} s (the first one ${(first.ms / 1000).toFixed(1)} s)`,
    )
  }
  const sites = Array.from({ length: 5000 }, (_, i) => ({ siteId: randomUUID(), i }))
  const names = ['Quay', 'Mill', 'Yard', 'Row', 'Hall']
  const making = async () => {
    for (let one = sites.pop(); one; one = sites.pop()) {
      const { siteId, i } = one
      const at = '2026-11-20T08:00:00.000Z'
      const make = (kind, body) => ({ id: randomUUID(), siteId, at, by: 'EB', kind, body })
      const changes = [
        make('site.set', { name: `${names[i % 5]} ${i}`, place: `Street ${i % 97}` }),
        make('system.set', { systemId: randomUUID(), name: `AH-${i % 9}` }),
      ]
      await timed(`/api/sites/${siteId}/changes`, { method: 'POST', body: JSON.stringify({ changes }) })
    }
  }
  await Promise.all(Array.from({ length: 8 }, making))
  for (const [what, path] of [
    ['5,000 sites: the first page of the Round', '/api/round'],
    ['5,000 sites: looked for by a word', '/api/round?search=street%2042'],
    ['5,000 sites: looked for in vain', '/api/round?search=nowhere'],
  ]) {
    const all = []
    for (let i = 0; i < 15; i += 1) all.push((await timed(path)).ms)
    say(`${what.padEnd(52)} ${middle(all).toFixed(1).padStart(9)} ms   ${(middle(all) / 100).toFixed(3)} of the 100 ms allowed`)
  }
}
