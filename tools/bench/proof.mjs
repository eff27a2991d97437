/** How long proof and hand-over of forty units take; and on a server: forty cards, what others notice of it, and a large archive. */
import { randomBytes, randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'

/** Worked out in the browser, of a site of forty units. */
export function benchProof({ meaning, core, forty, fortyVisit, median, line, say }) {
  say('\n── proof and hand over, forty units')
  const of = { state: forty, visit: fortyVisit, units: core.BASE_UNITS }
  line(
    'tests due and the hand-over list',
    median(15, () => meaning.visitHandOver(of, '2026-11-28')),
    50,
  )
  const views = () => forty.systems.map((system) => meaning.visitOf({ ...of, system }))
  const due = views().map((view) => meaning.proofOf(view))
  line(
    'the shortest round of each',
    median(15, () => {
      for (const view of views()) meaning.proofOf(view).round
    }),
    80,
  )
  say(`tests in all: ${due.reduce((sum, one) => sum + one.cases.length, 0)}`)
}

/** Asked of a server over its socket. */
export async function benchPapers({ server, cookie, demo, fortyChanges, say, middle }) {
  const headers = { cookie, 'content-type': 'application/json' }
  const site = `${server.base}/api/sites/${demo.BEACON_ID}`
  for (let from = 0; from < fortyChanges.length; from += 400)
    await fetch(`${site}/changes`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ changes: fortyChanges.slice(from, from + 400) }),
    })
  const ask = async () => {
    const started = performance.now()
    await (await fetch(`${server.base}/api/round`, { headers })).arrayBuffer()
    return performance.now() - started
  }
  const quiet = []
  for (let i = 0; i < 40; i += 1) quiet.push(await ask())
  const started = performance.now()
  const print = await fetch(`${site}/visits/${demo.BEACON_VISIT_ID}/print`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ sheet: 'card', units: 'base' }),
  })
  let job = await print.json()
  const meanwhile = []
  while (job.state === 'waiting' || job.state === 'running') {
    // As a few people ask, not as fast as it goes: that would measure the machine's cores.
    await new Promise((done) => setTimeout(done, 150))
    meanwhile.push(await ask())
    job = await (await fetch(`${server.base}/api/print/${job.id}`, { headers })).json()
  }
  const seconds = (performance.now() - started) / 1000
  say(
    `${`${job.of} cards as one PDF: ${job.state}`.padEnd(52)} ${seconds.toFixed(1).padStart(9)} s    ${(seconds / 20).toFixed(3)} of the 20 s allowed`,
  )
  const ratio = middle(meanwhile) / middle(quiet)
  say(
    `the Round meanwhile: ${middle(meanwhile).toFixed(1)} ms, else ${middle(quiet).toFixed(1)} ms: ${ratio.toFixed(2)} times (2 allowed)`,
  )

  // Two hundred photos of a megabyte and a half each.
  const note = fortyChanges.find((one) => one.kind === 'visit.start')
  const systemId = fortyChanges.find((one) => one.kind === 'system.set').body.systemId
  const { default: sharp } = await import('sharp')
  const photo = await sharp(randomBytes(1100 * 800 * 3), { raw: { width: 1100, height: 800, channels: 3 } })
    .jpeg({ quality: 92 })
    .toBuffer()
  const on = { visitId: note.body.visitId, systemId }
  const base = { siteId: demo.BEACON_ID, at: new Date().toISOString(), by: 'MR' }
  const noteId = randomUUID()
  await fetch(`${site}/changes`, {
    method: 'POST',
    headers,
    body: JSON.stringify({
      changes: [{ ...base, id: noteId, kind: 'note.add', body: { ...on, text: 'photos', standing: 'fine' } }],
    }),
  })
  for (let i = 0; i < 200; i += 1) {
    const kept = await fetch(`${site}/photos/${randomUUID()}`, { method: 'PUT', headers: { cookie }, body: photo })
    if (!kept.ok) throw new Error(`photo not kept: ${await kept.text()}`)
  }
  const memory = () => {
    try {
      return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1] ?? 0) / 1000
    } catch {
      return 0
    }
  }
  const before = memory()
  let [most, bytes] = [before, 0]
  const begun = performance.now()
  const archive = await fetch(`${site}/archive.zip`, { headers })
  for await (const part of archive.body) {
    bytes += part.byteLength
    most = Math.max(most, memory())
  }
  say(
    `an archive of 200 photos: ${(bytes / 1e6).toFixed(0)} MB in ${((performance.now() - begun) / 1000).toFixed(1)} s; memory ${before.toFixed(0)} MB before, ${most.toFixed(0)} MB at most`,
  )
}
