import { randomUUID } from 'node:crypto'
import { TIDEWELL_ID, TIDEWELL_SYSTEM_ID, TIDEWELL_VISIT_ID, tidewellChanges } from '@ingle/catalog/demo'
import { knownId, type RecordFile } from '@ingle/record'
import Papa from 'papaparse'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { asOwner, type Bench, NOW, openBench } from './bench.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
  await bench.data('lantern').importRecord(TIDEWELL_ID, tidewellChanges(NOW), [], NOW.getTime())
})
afterAll(() => bench.close())

/** The smallest picture there is: one grey pixel. */
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
)
const photoPath = (photoId: string) => `/api/sites/${TIDEWELL_ID}/photos/${photoId}`
const exported = async (as: 'mr' | 'eb') =>
  (await (await bench.ask('GET', `/api/sites/${TIDEWELL_ID}/export.json`, { as })).json()) as RecordFile
const at = `/api/sites/${TIDEWELL_ID}/visits/${TIDEWELL_VISIT_ID}/systems/${TIDEWELL_SYSTEM_ID}`

describe('photos', () => {
  it('are kept as they are and given back', async () => {
    const id = randomUUID()
    expect((await bench.ask('PUT', photoPath(id), { as: 'mr', body: new Uint8Array(PIXEL) })).status).toBe(200)
    expect((await bench.ask('PUT', photoPath(id), { as: 'mr', body: new Uint8Array(PIXEL) })).status).toBe(200)
    const back = await bench.ask('GET', photoPath(id), { as: 'jt' })
    expect(back.headers.get('content-type')).toBe('image/png')
    expect(back.headers.get('cache-control')).toBe('private, max-age=31536000, immutable')
    expect(Buffer.from(await back.arrayBuffer())).toEqual(PIXEL)
  })
  it('of twelve megabytes still fits, and one byte more is refused before it is read', async () => {
    const large = new Uint8Array(12_000_000)
    large.set(PIXEL)
    expect((await bench.ask('PUT', photoPath(randomUUID()), { as: 'mr', body: large })).status).toBe(200)
    const id = randomUUID()
    const declared = { 'content-length': '12000001' }
    expect((await bench.ask('PUT', photoPath(id), { as: 'mr', body: new Uint8Array(PIXEL), headers: declared })).status).toBe(413)
    const more = new Uint8Array(12_000_001)
    more.set(PIXEL)
    expect((await bench.ask('PUT', photoPath(id), { as: 'mr', body: more })).status).toBe(413)
    expect((await bench.ask('GET', photoPath(id), { as: 'mr' })).status).toBe(404)
  })
  it('belong to a site that is there', async () => {
    const nowhere = `/api/sites/${randomUUID()}/photos/${randomUUID()}`
    expect((await bench.ask('PUT', nowhere, { as: 'mr', body: new Uint8Array(PIXEL) })).status).toBe(404)
  })
  it.each<[string, Uint8Array, number, string]>([
    ['that is no picture', new TextEncoder().encode('hello, I am a text'), 415, 'not a picture'],
    [
      'that is a page pretending',
      new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg" width="1" height="1"><script/></svg>'),
      415,
      'not a picture',
    ],
    ['that is empty', new Uint8Array(0), 415, 'not a picture'],
    ['of 50 MB', new Uint8Array(50_000_000), 413, '12 MB'],
  ])('%s is refused in words', async (_, body, status, words) => {
    const answer = await bench.ask('PUT', photoPath(randomUUID()), { as: 'mr', body })
    expect(answer.status).toBe(status)
    expect(((await answer.json()) as { title: string }).title).toContain(words)
  })
})

describe('the record as one file', () => {
  it('goes whole into another crew: every change, every photo, every writer', async () => {
    const photoId = randomUUID()
    await bench.ask('PUT', photoPath(photoId), { as: 'mr', body: new Uint8Array(PIXEL) })
    const file = await exported('mr')
    expect(file).toMatchObject({
      format: 'ingle-record/1',
      siteId: TIDEWELL_ID,
      exportedBy: { crew: 'Lantern Lane Heating & Air' },
    })
    const answer = await bench.ask('POST', '/api/import', { as: 'eb', body: file })
    expect(await answer.json()).toEqual({ siteId: TIDEWELL_ID, changes: file.changes.length, photos: file.photos.length })
    const again = await exported('eb')
    // Every change as it was written, and beside it who brought it in, and from whose file.
    expect(again.changes.map(({ imported: _, ...change }) => change)).toEqual(file.changes)
    const stamp = {
      by: 'EB',
      at: NOW.toISOString(),
      from: 'Lantern Lane Heating & Air',
      file: expect.stringMatching(/^[0-9a-f]{12}$/),
    }
    expect(again.changes.every((one) => one.imported?.length === 1)).toBe(true)
    expect(again.changes[0]?.imported).toEqual([stamp])
    expect(again.photos).toEqual(expect.arrayContaining(file.photos))
    const states = await Promise.all([bench.data('lantern').site(TIDEWELL_ID), bench.data('otter').site(TIDEWELL_ID)])
    expect(states[1]?.state).toEqual(states[0]?.state)
  })

  it('imported again changes nothing; imported grown adds only what is new', async () => {
    const file = await exported('mr')
    await bench.ask('POST', '/api/import', { as: 'eb', body: file })
    const before = await bench.data('otter').site(TIDEWELL_ID)
    await bench.ask('POST', '/api/import', { as: 'eb', body: file })
    expect((await bench.data('otter').site(TIDEWELL_ID))?.seq).toBe(before?.seq)
    const grown = { ...file, chain: undefined }
    const more = { ...file.changes[0], id: randomUUID(), at: '2026-11-24T11:59:00Z', kind: 'site.set', body: { name: 'Renamed' } }
    await bench.ask('POST', '/api/import', { as: 'eb', body: { ...grown, changes: [...file.changes, more] } })
    expect(await bench.data('otter').site(TIDEWELL_ID)).toMatchObject({ seq: (before?.seq ?? 0) + 1, state: { name: 'Renamed' } })
  })

  it.each<[string, (file: RecordFile) => unknown, string]>([
    ['of a newer format', (file) => ({ ...file, format: 'ingle-record/2' }), 'newer than this Ingle'],
    ['that is something else', () => ({ hello: 'world' }), 'not an Ingle record'],
    ['cut short', (file) => ({ ...file, changes: file.changes.slice(20) }), 'Change 1 of'],
    [
      'with a photo that is none',
      (file) => ({ ...file, photos: [{ id: randomUUID(), mediaType: 'image/png', base64: 'aGVsbG8=' }] }),
      'not a picture',
    ],
  ])('%s is refused whole', async (_, change, words) => {
    const siteId = randomUUID()
    const file = await exported('mr')
    const moved = { ...file, chain: undefined, siteId, changes: file.changes.map((one) => ({ ...one, siteId })) } as RecordFile
    const answer = await bench.ask('POST', '/api/import', { as: 'eb', body: change(moved) })
    expect(answer.status).toBe(words === 'not a picture' ? 415 : 422)
    expect(((await answer.json()) as { title: string }).title).toContain(words)
    expect(await bench.data('otter').hasSite(knownId(siteId))).toBe(false)
  })
})

it('a fault of the store is none of the file', async () => {
  const file = await exported('mr')
  await asOwner(bench.url, 'ALTER TABLE lineage RENAME TO away')
  expect((await bench.ask('POST', '/api/import', { as: 'eb', body: file })).status).toBe(500)
  await asOwner(bench.url, 'ALTER TABLE away RENAME TO lineage')
})

describe('a record that somebody changed on the way', () => {
  const importAs = async (as: 'mr' | 'jt' | 'eb', body: unknown) => {
    const answer = await bench.ask('POST', '/api/import', { as, body })
    return [answer.status, ((await answer.json()) as { title?: string }).title]
  }

  it.each<[string, (file: RecordFile) => RecordFile, string]>([
    [
      'with other initials',
      (file) => ({ ...file, changes: file.changes.map((one, i) => (i === 3 ? { ...one, by: 'XX' } : one)) }),
      'change 4 is not what was exported',
    ],
    [
      'with its last change left out',
      (file) => ({ ...file, changes: file.changes.slice(0, -1) }),
      'changes, and was exported with',
    ],
    [
      'with two links changed over',
      (file) => ({ ...file, chain: file.chain?.map((one, i) => (i === 1 ? { ...one, seq: 9 } : one)) }) as RecordFile,
      'change 2 is missing',
    ],
  ])('%s is refused, by its chain', async (_, change, words) => {
    const file = await exported('mr')
    expect(file.chain).toHaveLength(file.changes.length)
    expect(await importAs('eb', change(file))).toEqual([422, expect.stringContaining(words)])
  })

  it('whose chain was taken out adds to a site of the crew only what a lead agrees to', async () => {
    const { chain: _, ...file } = await exported('mr')
    const forged = {
      ...file.changes[0],
      id: randomUUID(),
      at: '2026-11-24T11:58:00Z',
      by: 'JT',
      kind: 'site.set',
      body: { place: 'Elsewhere' },
    }
    const grown = { ...file, changes: [...file.changes, forged] }
    const before = (await bench.data('lantern').site(TIDEWELL_ID))?.seq
    expect(await importAs('mr', file)).toEqual([200, undefined])
    expect(await importAs('mr', grown)).toEqual([
      422,
      'Your crew has this site already, and the file holds 1 change that it does not know.',
    ])
    expect((await bench.data('lantern').site(TIDEWELL_ID))?.seq).toBe(before)
    expect(await importAs('jt', grown)).toEqual([200, undefined])
    const last = (await bench.data('lantern').changesAfter(TIDEWELL_ID, before ?? 0))?.at(-1)?.change
    expect(last).toMatchObject({ by: 'JT', imported: [{ by: 'JT', from: 'Lantern Lane Heating & Air' }] })
  })
})

it('a picture that is broken off, or far too large in points, is not believed', async () => {
  const { default: sharp } = await import('sharp')
  const photo = await sharp({
    create: { width: 900, height: 700, channels: 3, noise: { type: 'gaussian', mean: 120, sigma: 60 }, background: '#888' },
  })
    .jpeg()
    .toBuffer()
  const put = async (body: Buffer) => {
    const answer = await bench.ask('PUT', photoPath(randomUUID()), { as: 'mr', body: new Uint8Array(body) })
    return [answer.status, ((await answer.json()) as { title?: string }).title]
  }
  expect(await put(photo)).toEqual([200, undefined])
  expect(await put(photo.subarray(0, photo.length / 2))).toEqual([415, expect.stringContaining('damaged')])
  const flat = await sharp({ create: { width: 12_000, height: 6000, channels: 3, background: '#888' } })
    .png({ compressionLevel: 9 })
    .toBuffer()
  expect(flat.length).toBeLessThan(1_000_000)
  expect(await put(flat)).toEqual([413, 'This picture has 72 million points; 60 million fit.'])
})

describe('readings as CSV', () => {
  it('have a row for each number and a column for its unit', async () => {
    const answer = await bench.ask('GET', `/api/sites/${TIDEWELL_ID}/readings.csv`, { as: 'mr' })
    expect(answer.headers.get('content-disposition')).toBe('attachment; filename="tidewell-pottery-readings.csv"')
    const text = await answer.text()
    const { data, errors } = Papa.parse<Record<string, string>>(text, { header: true })
    expect(errors).toEqual([])
    expect(data.length).toBeGreaterThan(30)
    expect(data[0]).toMatchObject({ visit: '1', reading: 'static supply', unit: 'in.wc' })
    expect(Number(data[0]?.value)).toBeGreaterThan(0)
  })
  it('cannot smuggle a formula into a spreadsheet', async () => {
    const here = { visitId: TIDEWELL_VISIT_ID, systemId: TIDEWELL_SYSTEM_ID }
    const [tryId, id] = [randomUUID(), randomUUID()]
    const change = (kind: string, body: object, own: string) => ({
      id: own,
      siteId: TIDEWELL_ID,
      at: NOW.toISOString(),
      by: 'MR',
      kind,
      body,
    })
    await bench.ask('POST', `/api/sites/${TIDEWELL_ID}/changes`, {
      as: 'mr',
      body: {
        changes: [
          change('try.start', { ...here, tap: '=1+1', adjustPct: 0, filter: 'clean' }, tryId),
          change('reading.probes', { ...here, tryId, supply: 0.2 }, id),
        ],
      },
    })
    const text = await (await bench.ask('GET', `/api/sites/${TIDEWELL_ID}/readings.csv`, { as: 'mr' })).text()
    expect(text).toContain("'=1+1")
  })
})

describe('sheets as PDF', () => {
  it.each(['card.pdf', 'record.pdf', 'card.pdf?units=metric'])('%s is a PDF', async (name) => {
    const answer = await bench.ask('GET', `${at}/${name}`, { as: 'mr' })
    expect(answer.headers.get('content-type')).toBe('application/pdf')
    expect(answer.headers.get('content-disposition')).toMatch(
      /filename="tidewell-pottery-ah-1-upper-studio-\d{4}-\d\d-\d\d-(?:card|record)\.pdf"/,
    )
    const content = Buffer.from(await answer.arrayBuffer())
    expect(content.subarray(0, 5).toString()).toBe('%PDF-')
    expect(content.length).toBeGreaterThan(10_000)
  })
  it('is not there for a visit or system that is not', async () => {
    const missing = async (one: string, other: string) => {
      const answer = await bench.ask('GET', `${at.replace(one, other)}/card.pdf`, { as: 'mr' })
      return [answer.status, ((await answer.json()) as { title: string }).title]
    }
    for (const other of [randomUUID(), 'nonsense'])
      for (const [one, what] of [
        [TIDEWELL_ID, 'site'],
        [TIDEWELL_SYSTEM_ID, 'system'],
        [TIDEWELL_VISIT_ID, 'visit'],
      ] as const)
        expect(await missing(one, other)).toEqual([404, `There is no such ${what} in your crew’s records.`])
  })
})
