import { randomUUID } from 'node:crypto'
import {
  BEACON_ID,
  BEACON_VISIT_ID,
  beaconChanges,
  TIDEWELL_ID,
  TIDEWELL_PHOTOS,
  TIDEWELL_SYSTEM_ID,
  TIDEWELL_VISIT_ID,
  tidewellChanges,
} from '@ingle/catalog/demo'
import { fold } from '@ingle/record'
import archiver from 'archiver'
import ExcelJS from 'exceljs'
import { extractText, getDocumentProxy } from 'unpdf'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { unpackWoff } from '../src/reports/plainFont.ts'
import { type Bench, NOW, openBench } from './bench.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
  const photos = TIDEWELL_PHOTOS.map((one) => ({ ...one, content: Buffer.from(one.base64, 'base64') }))
  await bench.data('lantern').importRecord(TIDEWELL_ID, tidewellChanges(NOW), photos, NOW.getTime())
  await bench.data('lantern').importRecord(BEACON_ID, beaconChanges(NOW), [], NOW.getTime())
})
afterAll(() => bench.close())

const site = `/api/sites/${TIDEWELL_ID}`
const at = `${site}/visits/${TIDEWELL_VISIT_ID}/systems/${TIDEWELL_SYSTEM_ID}`
const bytes = async (path: string, as: 'mr' | 'eb' = 'mr') => {
  const answer = await bench.ask('GET', path, { as })
  expect(answer.status, path).toBe(200)
  return new Uint8Array(await answer.arrayBuffer())
}
const pages = async (pdf: Uint8Array) => (await extractText(await getDocumentProxy(pdf), { mergePages: false })).text
const take = async (archive: Uint8Array, as: 'mr' | 'eb' = 'eb') => {
  const answer = await bench.ask('POST', '/api/import-archive', { as, body: archive })
  return {
    status: answer.status,
    body: (await answer.json()) as { title?: string; detail?: string; photos?: number; changes?: number },
  }
}
/** An archive of any entries, as another program would make it. */
const zipOf = async (entries: Record<string, string>): Promise<Uint8Array> => {
  const zip = archiver('zip')
  const parts: Buffer[] = []
  zip.on('data', (part: Buffer) => parts.push(part))
  for (const [name, text] of Object.entries(entries)) zip.append(text, { name })
  await zip.finalize()
  return new Uint8Array(Buffer.concat(parts))
}

describe('the archive of a site', () => {
  it('is opened whole by another crew: every change, every photo', async () => {
    const archive = await bytes(`${site}/archive.zip`)
    expect(await take(archive)).toMatchObject({
      status: 200,
      body: { photos: TIDEWELL_PHOTOS.length, changes: tidewellChanges(NOW).length },
    })
    const [mine, theirs] = await Promise.all([bench.data('lantern').site(TIDEWELL_ID), bench.data('otter').site(TIDEWELL_ID)])
    expect(theirs?.state).toEqual(mine?.state)
    const photo = TIDEWELL_PHOTOS[0]!
    const kept = await bench.data('otter').photo(TIDEWELL_ID, photo.id)
    expect(kept?.content.toString('base64')).toBe(photo.base64)
    // Brought in a second time it changes nothing.
    expect((await take(archive)).status).toBe(200)
    expect((await bench.data('otter').changesAfter(TIDEWELL_ID, 0))?.length).toBe(tidewellChanges(NOW).length)
  })
  it('cut short anywhere is refused, and nothing of it is taken', async () => {
    const archive = await bytes(`/api/sites/${BEACON_ID}/archive.zip`)
    for (const share of [0.1, 0.5, 0.99]) {
      const answer = await take(archive.slice(0, Math.floor(archive.length * share)))
      expect(answer.status).toBe(422)
      expect(answer.body.title).toMatch(/cut short|cannot be read/)
    }
    expect(await bench.data('otter').site(BEACON_ID)).toBeNull()
  })
  it('with one byte of one entry changed is refused by name', async () => {
    const archive = await bytes(`${site}/archive.zip`)
    const photo = Buffer.from(TIDEWELL_PHOTOS[0]!.base64, 'base64')
    // Photos lie in it as they are: one byte in the middle of one.
    const where = Buffer.from(archive).indexOf(photo.subarray(0, 64))
    expect(where).toBeGreaterThan(0)
    const changed = archive.slice()
    changed[where + 500] = (changed[where + 500] ?? 0) ^ 0xff
    const answer = await take(changed)
    expect(answer.status).toBe(422)
    expect(answer.body.title).toMatch(/changed it|cannot be read/)
  })
  it.each([
    ['without a list', { 'record.json': '{}' }, /no list/],
    [
      'with a stranger in it',
      { 'manifest.json': JSON.stringify({ format: 'ingle-archive/1', files: [] }), 'evil.txt': 'x' },
      /evil.txt is not what/,
    ],
    [
      'that lacks what its list names',
      { 'manifest.json': JSON.stringify({ format: 'ingle-archive/1', files: [{ path: 'record.json', bytes: 2, sha256: 'x' }] }) },
      /record.json is on the archive’s list/,
    ],
    ['whose list is no list', { 'manifest.json': 'nonsense' }, /cannot be read/],
  ])('%s is refused in words', async (_, entries, reason) => {
    const answer = await take(await zipOf(entries))
    expect(answer.status).toBe(422)
    expect(answer.body.title).toMatch(reason)
  })
  it('that is none is refused in words', async () => {
    expect(await take(new TextEncoder().encode('not a zip'))).toMatchObject({
      status: 422,
      body: { title: expect.stringContaining('cut short, or is none') },
    })
  })
  it('belongs to its crew', async () => {
    expect((await bench.ask('GET', `/api/sites/${BEACON_ID}/archive.zip`, { as: 'eb' })).status).toBe(404)
  })
})

describe('files of a visit', () => {
  it('the workbook has readings as figures and settings as they were left', async () => {
    const book = new ExcelJS.Workbook()
    await book.xlsx.load((await bytes(`${site}/readings.xlsx`)).buffer as ArrayBuffer)
    const readings = book.getWorksheet('Readings')!
    const heads = (readings.getRow(1).values as string[]).slice(1)
    expect(heads.length).toBeGreaterThan(4)
    const cells = readings.getRow(2).values as unknown[]
    expect(cells.some((one) => typeof one === 'number')).toBe(true)
    expect(book.getWorksheet('Settings')!.rowCount).toBeGreaterThan(4)
  })
  it('the e-mail is a draft with the occupant’s sheet and the card, to nobody yet', async () => {
    const mail = new TextDecoder().decode(await bytes(`${at}/hand-over.eml`))
    expect(mail).toMatch(/X-Unsent: 1/)
    expect(mail).toMatch(/Subject: Tidewell Pottery/)
    expect(mail.match(/Content-Type: application\/pdf/g)).toHaveLength(2)
    expect(mail).not.toMatch(/^To:/m)
  })
  it('reminders have what somebody took on, by its day', async () => {
    const { state } = (await bench.data('lantern').site(TIDEWELL_ID))!
    const item = state.items[0]!
    const change = {
      id: randomUUID(),
      siteId: TIDEWELL_ID,
      at: NOW.toISOString(),
      by: 'MR',
      kind: 'item.hand-on',
      body: { visitId: TIDEWELL_VISIT_ID, systemId: TIDEWELL_SYSTEM_ID, itemId: item.id, to: 'owner', until: '2026-12-24' },
    }
    await bench.ask('POST', `${site}/changes`, { as: 'mr', body: { changes: [change] } })
    const calendar = new TextDecoder().decode(await bytes(`${site}/reminders.ics`))
    expect(calendar).toContain('DTSTART;VALUE=DATE:20261224')
    expect(calendar.replace(/\r\n /g, '')).toContain('(owner)')
  })
  it.each(['en', 'de'])('the occupant’s sheet in %s is one page', async (lang) => {
    const text = await pages(await bytes(`${at}/occupant.pdf?lang=${lang}`))
    expect(text).toHaveLength(1)
    expect(text[0]).toContain(lang === 'de' ? 'Was wir geändert haben' : 'What we changed')
  })
})

describe('a print of many units', () => {
  const begin = async (
    body: object = { sheet: 'card', units: 'base' },
    path = `/api/sites/${BEACON_ID}/visits/${BEACON_VISIT_ID}/print`,
  ) => {
    const answer = await bench.ask('POST', path, { as: 'mr', body })
    return { status: answer.status, job: (await answer.json()) as { id: string; state: string; of: number; done: number } }
  }
  const stateOf = async (id: string) =>
    (await (await bench.ask('GET', `/api/print/${id}`, { as: 'mr' })).json()) as { state: string; done: number }
  it('is made in the queue, with its progress, and fetched as one PDF', async () => {
    const { status, job } = await begin()
    expect(status).toBe(202)
    expect(job).toMatchObject({ state: 'waiting', of: 8, done: 0 })
    await vi.waitFor(async () => expect((await stateOf(job.id)).state).toBe('done'), { timeout: 60_000, interval: 200 })
    expect((await stateOf(job.id)).done).toBe(8)
    const text = await pages(await bytes(`/api/print/${job.id}/file.pdf`))
    for (const flat of [1, 5, 8]) expect(text.some((page) => page.includes(`Flat ${flat}`))).toBe(true)
    expect((await bench.ask('GET', `/api/print/${job.id}`, { as: 'eb' })).status).toBe(404)
  }, 70_000)
  it('can be stopped: nothing is kept of it', async () => {
    const { job } = await begin()
    expect((await bench.ask('DELETE', `/api/print/${job.id}`, { as: 'mr' })).status).toBe(200)
    await vi.waitFor(async () => expect((await stateOf(job.id)).state).toBe('cancelled'), { timeout: 20_000, interval: 200 })
    expect((await bench.ask('GET', `/api/print/${job.id}/file.pdf`, { as: 'mr' })).status).toBe(404)
  }, 30_000)
  it('of a sheet that there is not, or of a visit that is not there, is refused', async () => {
    expect((await begin({ sheet: 'poster', units: 'base' })).status).toBe(422)
    expect((await begin(undefined, `/api/sites/${BEACON_ID}/visits/${randomUUID()}/print`)).status).toBe(404)
    expect((await bench.ask('GET', '/api/print/nonsense', { as: 'mr' })).status).toBe(404)
  })
})

it('tests are set by the lead', async () => {
  const { TESTS } = await import('@ingle/catalog')
  const test = { ...TESTS[0]!, id: 'our-own', name: 'Our own' }
  const save = (as: 'mr' | 'jt', body: object = test) => bench.ask('POST', '/api/library/test', { as, body })
  const [mr, jt] = [await save('mr'), await save('jt')]
  expect([mr.status, jt.status].sort()).toEqual([200, 403])
  const broken = await save(mr.status === 200 ? 'mr' : 'jt', { ...test, passes: [{ ...test.passes[0], step: 'nowhere' }] })
  expect(broken.status).toBe(422)
})

it('a web font unpacks to the plain font inside it', async () => {
  const { createRequire } = await import('node:module')
  const { readFileSync } = await import('node:fs')
  const path = createRequire(import.meta.url).resolve(
    '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff',
  )
  const font = unpackWoff(readFileSync(path))
  const count = font.readUInt16BE(4)
  for (let i = 0; i < count; i += 1) {
    const [sum, offset, length] = [4, 8, 12].map((by) => font.readUInt32BE(12 + i * 16 + by)) as [number, number, number]
    if (font.toString('latin1', 12 + i * 16, 16 + i * 16) === 'head') continue
    let total = 0
    const padded = Buffer.concat([font.subarray(offset, offset + length), Buffer.alloc(3)])
    for (let j = 0; j < length; j += 4) total = (total + padded.readUInt32BE(j)) >>> 0
    expect(total).toBe(sum)
  }
  expect(() => unpackWoff(Buffer.alloc(64))).toThrow('no WOFF')
})

it('the folded state is the same whether its tests came whole or by key', () => {
  const state = fold(BEACON_ID, beaconChanges(NOW))
  expect(Object.keys(state.tests)).toContain('satisfied-fan-heat@1')
})
