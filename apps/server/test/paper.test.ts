import {
  DEMO_SITES,
  OTTERHOLT_ID,
  TIDEWELL_ID,
  TIDEWELL_SYSTEM_ID,
  TIDEWELL_VISIT_ID,
  tidewellChanges,
} from '@ingle/catalog/demo'
import type { Sheet, SheetBlock } from '@ingle/report'
import { extractText, getDocumentProxy } from 'unpdf'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { rich, sheetDefinition } from '../src/reports/definition.ts'
import { sheetPdf } from '../src/reports/pdf.ts'
import { type Bench, NOW, openBench } from './bench.ts'

const pagesOf = async (pdf: Uint8Array): Promise<string[]> =>
  (await extractText(await getDocumentProxy(new Uint8Array(pdf)), { mergePages: false })).text

const sheetOf = (blocks: readonly SheetBlock[], more: Partial<Sheet> = {}): Sheet => ({
  title: 'Settings card',
  subtitle: 'AH-1',
  facts: [
    ['Site', 'Quay'],
    ['Left by', 'MR'],
    ['On', '24 Nov 2026'],
  ],
  sections: [{ title: 'Left', blocks }],
  foot: 'Ingle · Quay',
  ...more,
})
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
)
const BLOCKS: readonly SheetBlock[] = [
  { kind: 'table', head: ['Setting', 'Left'], rows: [['Fan', '≥ 62']], empty: 'Nothing.', figures: [1] },
  { kind: 'table', head: ['Setting', 'Left'], rows: [], empty: 'Nothing was left.' },
  { kind: 'lines', lines: ['One', 'Two'], empty: '' },
  { kind: 'lines', lines: [], empty: 'Nothing is open.' },
  { kind: 'lines', lines: [], empty: '' },
  { kind: 'caution', text: 'Power off first.' },
  { kind: 'drawing', caption: 'Duct', scene: { width: 640, height: 100, says: 'A duct', marks: [] } },
  { kind: 'drawing', caption: '', scene: { width: 200, height: 100, says: 'A duct', marks: [] } },
  {
    kind: 'photos',
    photos: [
      { id: 'a', caption: 'Plate' },
      { id: 'b', caption: 'Roof' },
      { id: 'c', caption: 'Lost' },
    ],
  },
]
const PHOTOS = [
  { id: 'a', mediaType: 'image/png', content: PIXEL },
  { id: 'b', mediaType: 'image/webp', content: PIXEL },
]
type Layout = Record<'hLineWidth' | 'vLineWidth', (i: number) => number> & Record<string, (i: number) => unknown>
/** What pdfmake is given, with each of its questions about the first and the second line answered. */
const answered = (definition: object) =>
  JSON.parse(
    JSON.stringify(definition, (key, value) =>
      typeof value !== 'function'
        ? value
        : key === 'footer'
          ? value(2, 3)
          : key === 'pageBreakBefore'
            ? undefined
            : [0, 1].map((i) => (value as Layout[string])(i)),
    ),
  )

describe('how a sheet is set', () => {
  it('has a place for every block', async () => {
    const definition = answered(sheetDefinition(sheetOf(BLOCKS), PHOTOS))
    await expect(JSON.stringify(definition, null, 1)).toMatchFileSnapshot('./views/sheet.json')
  })
  it('takes a heading over to the next page with what it heads, and nothing else', () => {
    const { pageBreakBefore } = sheetDefinition(sheetOf([]), [])
    const followedBy = (...nodes: object[]) => ({ getFollowingNodesOnPage: () => nodes })
    expect(pageBreakBefore({ headlineLevel: 1 }, followedBy())).toBe(true)
    expect(pageBreakBefore({ headlineLevel: 1 }, followedBy({}))).toBe(false)
    expect(pageBreakBefore({}, followedBy())).toBe(false)
  })
  it('can be read back, page by page', async () => {
    const many = Array.from({ length: 120 }, (_, i) => [`Setting ${i}`, `≥ ${i}`])
    const pages = await pagesOf(
      await sheetPdf(sheetOf([{ kind: 'table', head: ['Setting', 'Left'], rows: many, empty: '' }, ...BLOCKS]), PHOTOS),
    )
    expect(pages.length).toBeGreaterThan(2)
    for (const [i, page] of pages.entries()) {
      expect(page).toContain(`${i + 1} / ${pages.length}`)
      expect(page).toContain('Ingle · Quay')
    }
    // The head of a table stands again where it goes on.
    expect(pages[1]).toMatch(/Setting\s+Left/)
    const all = pages.join(' ')
    for (const words of [
      'Settings card',
      'Setting 119',
      '≥ 119',
      'Nothing was left.',
      'Power off first.',
      'Photo not here: Lost',
    ])
      expect(all).toContain(words)
    expect(all).toContain('Photo, see the record on screen: Roof')
  })
  it('reads no file and no address but its own faces', async () => {
    const withImage = (image: string) =>
      sheetPdf(sheetOf([{ kind: 'photos', photos: [{ id: 'a', caption: '' }] }]), [
        { id: 'a', mediaType: `image/png;base64,\n${image}`, content: PIXEL },
      ])
    // What calls itself a picture is a picture or nothing: it is never looked up elsewhere.
    await expect(withImage('http://127.0.0.1:1/x.png')).rejects.toBeDefined()
  })
})

describe('words on paper', () => {
  it('set rare signs in a face that has them, and nothing else', () => {
    expect(rich('plain words')).toBe('plain words')
    expect(rich('9 kW ≥ 1,050 cfm')).toEqual([
      { text: '9 kW ', font: 'Words' },
      { text: '≥', font: 'Signs' },
      { text: ' 1,050 cfm', font: 'Words' },
    ])
    expect(rich('→')).toEqual([{ text: '→', font: 'Signs' }])
  })
})

describe('sheets of a visit', () => {
  let bench: Bench
  beforeAll(async () => {
    bench = await openBench()
    await bench.data('lantern').importRecord(TIDEWELL_ID, tidewellChanges(NOW), [], NOW.getTime())
    const row = DEMO_SITES.find((one) => one.id === OTTERHOLT_ID)
    await bench.data('lantern').importRecord(OTTERHOLT_ID, row?.changes(NOW) ?? [], [], NOW.getTime())
  })
  afterAll(() => bench.close())
  const at = `/api/sites/${TIDEWELL_ID}/visits/${TIDEWELL_VISIT_ID}/systems/${TIDEWELL_SYSTEM_ID}`
  const read = async (name: string) => {
    const answer = await bench.ask('GET', `${at}/${name}`, { as: 'mr' })
    return pagesOf(new Uint8Array(await answer.arrayBuffer()))
  }

  it('speak the units that they are asked for', async () => {
    const imperial = (await read('record.pdf?units=imperial')).join(' ')
    expect(imperial).toMatch(/\d cfm/)
    expect(imperial).not.toMatch(/\d L\/s/)
    // Formulas keep the units of their constants, and say so; everything else is in the reader's.
    const metric = (await read('record.pdf?units=metric')).join(' ')
    const at = metric.indexOf('How it was worked out')
    expect(metric.slice(0, at)).toMatch(/\d L\/s/)
    expect(metric.slice(0, at)).not.toMatch(/\d cfm|in\.wc|°F/)
    expect(metric.slice(at)).toContain('Formulas stand in inch-pound units')
    expect(metric.slice(at)).toMatch(/→\s+1,30\d\s+cfm\s+at\s+0\.47\s+61\d\s+L\/s/)
  })
  it('are signed by the crew, and the card stays on one page', async () => {
    const card = await read('card.pdf')
    expect(card).toHaveLength(1)
    expect(card[0]).toContain('Tidewell Pottery')
    expect(card[0]).toContain('Lantern Lane Heating & Air')
  })
  it('the card for the wall says the week in the words of the people', async () => {
    const where = `/api/sites/${OTTERHOLT_ID}/visits/077e4a11-0000-4000-8000-0000000000b2/systems/077e4a11-0000-4000-8000-0000000000a1`
    const answer = await bench.ask('GET', `${where}/week.pdf?units=metric`, { as: 'mr' })
    expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/pdf'])
    const [page] = await pagesOf(new Uint8Array(await answer.arrayBuffer()))
    const text = page?.replace(/\s+/g, ' ')
    expect(text).toMatch(/Mo–Fr 05:45 up 20\.6 °C 24\.4 °C 07:20 out/)
  })
})
