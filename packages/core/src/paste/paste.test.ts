import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import pasteTables from '../../vectors/paste_tables.json' with { type: 'json' }
import { pasteBlowerTable } from './blowerTable.ts'
import { pasteHeaterKits } from './heaterKits.ts'
import { readCell } from './numbers.ts'
import { pasteSettingsList } from './settingsList.ts'
import { sizesOf } from './sizes.ts'
import { unnamedUnits, withUnits } from './unnamed.ts'

/** The worked cases are run in vectors.test.ts; these are the shapes that they leave out. */
const blower = (text: string) => {
  const read = pasteBlowerTable(text)
  if (!read.ok) return read.reason
  const { tapLabels, staticsInWc, flowsCfm, doubts } = read.value
  return [
    tapLabels.join(','),
    staticsInWc.map((one) => one.toFixed(2)).join(' '),
    flowsCfm.map((row) => row.map((one) => (one === null ? '–' : one.toFixed(0))).join(' ')).join(' / '),
    doubts.map((one) => one.at.join(':')).join(' '),
  ].join(' | ')
}
const BASE = 'A,B | 0.10 0.20 0.30 | 900 850 780 / 1200 1150 1090 | '

describe('watts beside the flows', () => {
  const watts = (text: string) => {
    const read = pasteBlowerTable(text)
    return read.ok ? [read.value.tapLabels, read.value.powersW, read.value.notes] : read.reason
  }
  const KEPT = [
    ['A', 'B'],
    [
      [300, 280, 260],
      [500, 470, 440],
    ],
    ['The watts of 2 taps stand beside the flows: they are kept with the table.'],
  ]
  it.each([
    [
      'a column after each tap',
      'Static\tA CFM\tA W\tB CFM\tB W\n0.1\t900\t300\t1200\t500\n0.2\t850\t280\t1150\t470\n0.3\t780\t260\t1090\t440',
    ],
    [
      'a column after each tap, named in a line of its own',
      'Static\tA\t\tB\t\nin. w.c.\tCFM\tW\tCFM\tW\n0.1\t900\t300\t1200\t500\n0.2\t850\t280\t1150\t470\n0.3\t780\t260\t1090\t440',
    ],
    [
      'a row under each tap',
      'Tap\t\t0.1\t0.2\t0.3\nA\tCFM\t900\t850\t780\n\tWatts\t300\t280\t260\nB\tCFM\t1200\t1150\t1090\n\tWatts\t500\t470\t440',
    ],
    [
      'a row of W under each tap, the tap named again',
      'Tap\tUnit\t0.1\t0.2\t0.3\nA\tcfm\t900\t850\t780\nA\tW\t300\t280\t260\nB\tcfm\t1200\t1150\t1090\nB\tW\t500\t470\t440',
    ],
    [
      'rows of watts first, statics falling',
      'Tap\tUnit\t0.3\t0.2\t0.1\nA\tWatts\t260\t280\t300\nA\tcfm\t780\t850\t900\nB\tWatts\t440\t470\t500\nB\tcfm\t1090\t1150\t1200',
    ],
  ])('%s are kept', (_, text) => expect(watts(text)).toEqual(KEPT))
  it('rpm and amps are no watts', () => {
    expect(
      watts(
        'Tap\tUnit\t0.1\t0.2\t0.3\nA\tcfm\t900\t850\t780\nA\tRPM\t300\t280\t260\nB\tcfm\t1200\t1150\t1090\nB\tAmps\t5\t4.7\t4.4',
      ),
    ).toEqual([['A', 'B'], null, []])
  })
  it('a figure in doubt is left empty, and said', () => {
    expect(watts('Tap\tUnit\t0.1\t0.2\t0.3\nA\tcfm\t900\t850\t780\nA\tW\t3O0\t280\t260\nB\tcfm\t1200\t1150\t1090')).toEqual([
      ['A', 'B'],
      [
        [null, 280, 260],
        [null, null, null],
      ],
      [
        '1 figure of watts could not be read for certain: left empty.',
        'The watts of 1 tap stand beside the flows: they are kept with the table.',
      ],
    ])
  })
})

describe('a blower table in any shape', () => {
  it.each([
    [
      'bars with a drawn line',
      '| Tap | 0.10 | 0.20 | 0.30 |\n|:---|---:|---:|---:|\n| A | 900 | 850 | 780 |\n| B | 1,200 | 1,150 | 1,090 |',
      BASE,
    ],
    ['two lines of header', 'Tap\tExternal static, in. w.c.\n\t0.1\t0.2\t0.3\nA\t900\t850\t780\nB\t1200\t1150\t1090', BASE],
    ['a note between the rows', 'Tap\t0.1\t0.2\t0.3\nA\t900\t850\t780\n1 For filters see page 12.\nB\t1200\t1150\t1090', BASE],
    [
      'prose between rows of single spaces',
      'Tap 0.1 0.2 0.3\nA 900 850 780\nSee note 3 on page 12 for filters.\nB 1200 1150 1090',
      BASE,
    ],
    [
      'static down, each column its quantity',
      'Static\tA CFM\tA W\tB CFM\tB W\n0.1\t900\t300\t1200\t500\n0.2\t850\t280\t1150\t470\n0.3\t780\t260\t1090\t440',
      BASE,
    ],
    ['rotated, static down', 'Static, in. w.c.\nA\nB\n0.1\n900\n1200\n0.2\n850\n1150\n0.3\n780\n1090', BASE],
    ['a size before the tap, given once', 'Size\tTap\t0.1\t0.2\t0.3\nR-36\tA\t900\t850\t780\n\tB\t1200\t1150\t1090', BASE],
    ['the page broken in the middle', 'Static\tA\tB\n0.1\t900\t1200\n0.2\t850\t1150\nPage 3\nStatic\tA\tB\n0.3\t780\t1090', BASE],
    [
      'rows of temperature rise',
      'Tap\t0.1\t0.2\t0.3\nA\t900\t850\t780\nTemperature rise\t60\t64\t70\nB\t1200\t1150\t1090\nTemperature rise\t45\t47\t50',
      BASE,
    ],
    [
      'other statics begin a second table',
      'Tap\t0.1\t0.2\t0.3\nA\t900\t850\t780\nB\t1200\t1150\t1090\nTap\t0.2\t0.4\nQuiet\t700\t500',
      BASE,
    ],
    [
      'a label used already begins a second table',
      'Tap\t0.1\t0.2\t0.3\nA\t900\t850\t780\nB\t1200\t1150\t1090\nA\t700\t650\t600',
      BASE,
    ],
    [
      'another mode begins a second table',
      'COOLING, cfm\nTap  0.1  0.2  0.3\nA  900  850  780\nB  1200  1150  1090\nHEATING, cfm\nTap  0.1  0.2  0.3\nC  700  650  580',
      BASE,
    ],
    [
      'taps named by figures',
      'Tap 0.1 0.2 0.3\n1 900 850 780\n2 1200 1150\n3 1300 1250 1190',
      '1,2,3 | 0.10 0.20 0.30 | 900 850 780 / 1200 1150 – / 1300 1250 1190 | 1:0 1:1 1:2',
    ],
    [
      'taps named by a word and a figure',
      'Tap 0.1 0.2 0.3\nTap 1 900 850 780\nTap 2 1200 1150 1090',
      'Tap 1,Tap 2 | 0.10 0.20 0.30 | 900 850 780 / 1200 1150 1090 | ',
    ],
    [
      'columns named by figures',
      'Static, in. w.c.\t1\t2\n0.1\t900\t1200\n0.2\t850\t1150\n0.3\t780\t1090',
      '1,2 | 0.10 0.20 0.30 | 900 850 780 / 1200 1150 1090 | ',
    ],
    [
      'a hole by position, static down',
      'Static    A      B\nin. w.c.  cfm    cfm\n0.1       900    1200\n0.2              1150\n0.3       780    1090',
      'A,B | 0.10 0.20 0.30 | 900 – 780 / 1200 1150 1090 | ',
    ],
    [
      'a short row, static down',
      'Static\tA\tB\n0.1\t900\t1200\n0.2\t850\n0.3\t780\t1090',
      'A,B | 0.10 0.20 0.30 | 900 850 780 / 1200 – 1090 | 0:1 1:1',
    ],
    ['a plain space as thousands mark', 'Fan\t25 Pa\t50 Pa\nI\t1 200 m3/h\t1 150 m3/h', 'I | 0.10 0.20 | 706 677 | '],
    [
      'a swapped column',
      'Tap\t0.1\t0.2\t0.3\nA\t900\t780\t850\nB\t1200\t1090\t1150',
      'A,B | 0.10 0.20 0.30 | 900 780 850 / 1200 1090 1150 | 0:2 1:2',
    ],
    [
      'bars that are drawn',
      '┌─────┬──────┬──────┬──────┐\n│ Tap │ 0.10 │ 0.20 │ 0.30 │\n├─────┼──────┼──────┼──────┤\n│ A   │ 900  │ 850  │ 780  │\n│ B   │ 1200 │ 1150 │ 1090 │\n└─────┴──────┴──────┴──────┘',
      BASE,
    ],
    [
      'a cell a line, each with a mark',
      ['Tap', '0.1', '0.2', '0.3', 'A', '900', '850', '780', 'B', '1200', '1150', '1090'].map((one) => `• ${one}`).join('\n'),
      BASE,
    ],
    [
      'the page broken, the statics headed otherwise',
      'Static\tA\tB\n0.1\t900\t1200\n0.2\t850\t1150\nTable 3 (continued)\nExternal static, in. w.c.\tA\tB\n0.3\t780\t1090',
      BASE,
    ],
    [
      'a wide table that goes on below',
      'Tap\t0.1\t0.2\nA\t900\t850\nB\t1200\t1150\nTable 3 (continued)\nTap\t0.3\nA\t780\nB\t1090'
        .replace('Tap\t0.3', 'Tap\t0.3\t0.4')
        .replace('780', '780\t700')
        .replace('1090', '1090\t1000'),
      'A,B | 0.10 0.20 0.30 0.40 | 900 850 780 700 / 1200 1150 1090 1000 | ',
    ],
    ['a line printed twice', 'Tap\t0.1\t0.2\t0.3\nA\t900\t850\t780\nA\t900\t850\t780\nB\t1200\t1150\t1090', BASE],
    ['eighths', 'Tap\t⅛\t¼\t1/2\nA\t900\t850\t780', 'A | 0.13 0.25 0.50 | 900 850 780 | '],
  ])('%s', (_, text, wanted) => expect(blower(text)).toBe(wanted))

  it('says why each cell is doubted', () => {
    const read = pasteBlowerTable('Tap\t0.1\t0.2\t0.3\nA\t9OO\t950\t780')
    expect(read.ok && read.value.doubts).toEqual([
      { at: [0, 0], reasons: ['“9OO” has a letter where a figure belongs: read as 900.'] },
      { at: [0, 1], reasons: ['Flow rises with static: 950 after 900 cfm.'] },
    ])
  })
  it.each([
    [
      'a second table',
      'COOLING\nTap\t0.1\t0.2\nA\t900\t850\nHEATING\nTap\t0.1\t0.2\nA\t700\t650\nB\t800\t750',
      'A second table begins at “HEATING”: 3 rows of figures from there on not read. Paste it by itself.',
    ],
    [
      'a row that does not fit',
      'Static\tA\tB\n0.1\t900\t1200\nx\t850\t1150\n0.3\t780\t1090',
      'Not read, its cells do not fit under the header: “x 850 1150”. Put it in by hand.',
    ],
  ])('%s is never lost without a word', (_, text, note) => {
    const read = pasteBlowerTable(text)
    expect(read.ok && read.value.notes).toContain(note)
  })
  it('notes a flow below zero', () => {
    const read = pasteBlowerTable('Tap\t0.1\t0.2\t0.3\nA\t900\t850\t−780')
    expect(read.ok && read.value.notes[0]).toContain('below zero')
  })
  it('refuses a book', () =>
    expect(pasteBlowerTable('x'.repeat(300_000))).toMatchObject({
      ok: false,
      remedy: expect.stringContaining('nothing was taken'),
    }))
})

describe('figures', () => {
  const figures = { decimalComma: false, spacedThousands: true }
  it.each([
    ['.10', 0.1],
    ['1,205', 1205],
    ['1 1/2', 1.5],
    ['2½', 2.5],
    ['−5', -5],
    ['990¹ cfm', 990],
    ['930 (439)', 930],
    ['0.10"', 0.1],
    ['+3', 3],
    ['l2O5', 1205],
    ['', null],
    ['N/A', null],
    ['—', null],
    ['abc', null],
    ['1/0', null],
    ['1.2.3', null],
  ])('“%s”', (text, value) => expect(readCell(text, figures).value).toBe(value))
  it('a decimal comma makes the dot a thousands mark', () =>
    expect(['0,15', '1.250', '1.250,5'].map((one) => readCell(one, { ...figures, decimalComma: true }).value)).toEqual([
      0.15, 1250, 1250.5,
    ]))
})

describe('heater kits in any shape', () => {
  const WANTED = {
    models: ['HX-05', 'HX-08'],
    powersKw: [4.8, 7.7],
    unitLabels: ['R-24', 'R-30'],
    minFlowsCfm: [
      [680, 700],
      [700, null],
    ],
    minTaps: [],
    doubts: [],
    notes: [],
  }
  it.each([
    ['kits across', 'Unit\tHX-05\tHX-08\nkW\t4.8\t7.7\nR-24\t680\t700\nR-30\t700\t–'],
    ['rotated', 'Kit\nkW\nR-24\nR-30\nHX-05\n4.8\n680\n700\nHX-08\n7.7\n700\n–'],
    ['single spaces, a breaker between', 'Kit kW Breaker R-24 R-30\nHX-05 4.8 30 680 700\nHX-08 7.7 50 700 NA'],
    [
      'two lines of header and a hole by position',
      'Kit     kW     Least cfm\n               R-24    R-30\nHX-05   4.8    680     700\nHX-08   7.7    700',
    ],
  ])('%s', (_, text) => expect(pasteHeaterKits(text)).toEqual({ ok: true, value: WANTED }))
  it('one column named after a unit keeps its name', () => {
    const read = pasteHeaterKits('Kit  kW  R-24\nHX-05  4.8  680')
    expect(read.ok && [read.value.unitLabels, read.value.minFlowsCfm]).toEqual([['R-24'], [[680]]])
  })
  it.each(['Min. tap', 'Least speed', 'Lowest position'])(
    'a column headed %s is of taps, though they have figures for names',
    (head) => {
      const read = pasteHeaterKits(`Kit\tkW\t${head}\nHX-05\t4.8\t2\nHX-08\t7.7\t3`)
      expect(read.ok && [read.value.minFlowsCfm, read.value.minTaps]).toEqual([[], [['2', '3']]])
    },
  )
  it('the same across, with bars', () => {
    const read = pasteHeaterKits('| Kit | HX-05 | HX-08 |\n|---|---|---|\n| kW | 4.8 | 7.7 |\n| Min. tap | 2 | 3 |')
    expect(read.ok && [read.value.powersKw, read.value.minTaps]).toEqual([[4.8, 7.7], [['2', '3']]])
  })
  it('taps as heads of columns have flows under them', () => {
    const read = pasteHeaterKits('Kit\tkW\tTap 1\tTap 2\nHX-05\t4.8\t680\t700')
    expect(read.ok && [read.value.unitLabels, read.value.minFlowsCfm]).toEqual([
      ['Tap 1', 'Tap 2'],
      [[680], [700]],
    ])
  })
  it('a flow that no kit has is doubted', () => {
    const read = pasteHeaterKits('Kit\tkW\tMin cfm\nHX-05\t4.8\t3\nHX-08\t7.7\t850')
    expect(read.ok && read.value.doubts).toEqual([
      { at: [0, 0], reasons: ['3 is no flow that a heater kit has: see whether the column is of taps, or of another unit.'] },
    ])
  })
  it('a row that fits under no head is said', () => {
    const read = pasteHeaterKits('Kit\tkW\tMin cfm\nHX-05\t4.8\t680\n\t7.7\t700')
    expect(read.ok && read.value.notes).toEqual([
      'Not read, its cells do not fit under the header: “7.7 700”. Put it in by hand.',
    ])
  })
  it('finds none in prose', () => expect(pasteHeaterKits('Fit the 9 kW kit with power off.')).toMatchObject({ ok: false }))
})

describe('a list of settings in any shape', () => {
  const rows = (text: string) => {
    const read = pasteSettingsList(text)
    return read.ok
      ? read.value.settings.map((one) => [one.code, one.label, one.values.join(' '), one.default, one.doubts.length])
      : read.reason
  }
  it('doubts a range that runs the wrong way, and one alone of its ends is no range', () => {
    const read = pasteSettingsList('Code\tSetting\tRange\tDefault\n07\tReach\t9 to 3\t4\n08\tSpan\t2 to 6\t4')
    if (!read.ok) throw new Error(read.reason)
    const [wrong, right] = read.value.settings
    expect(wrong?.doubts).toContain('Its least value 9 is over its most, 3.')
    expect(right?.doubts).toEqual([])
  })
  it.each([
    [
      'rotated',
      'Code\nSetting\nRange\nDefault\n01\nFan\n0, 1\n0\n02\nHeat\n1 to 5\n2',
      [
        ['01', 'Fan', '0 1', '0', 0],
        ['02', 'Heat', '1 5', '2', 0],
      ],
    ],
    [
      'wrapped by position',
      'No.   Function            Range        Preset\n01    Fan run-on          0, 30, 60    30\n      after cooling\n02    Offset              −3…3         0',
      [
        ['01', 'Fan run-on after cooling', '0 30 60', '30', 0],
        ['02', 'Offset', '−3 3', '0', 0],
      ],
    ],
    ['values headed otherwise', 'Code\tName\tSelections\tFactory\n01\tFan\t0 / 1\t0', [['01', 'Fan', '0 1', '0', 0]]],
    [
      'values under a head that nobody knows',
      'Code\tName\tPicks\n01\tFan\t0 / 1\n02\tHeat\t-',
      [
        ['01', 'Fan', '', null, 1],
        ['02', 'Heat', '', null, 0],
      ],
    ],
    [
      'a letter in a code',
      'Code\tName\tOptions\n001\tA\ta/b*\n002\tB\tc/d\nO03\tC\te/f',
      [
        ['001', 'A', 'a b', 'b', 0],
        ['002', 'B', 'c d', null, 0],
        ['O03', 'C', 'e f', null, 1],
      ],
    ],
    [
      'quoted commas',
      'Code,Name,Options,Default\n1,Fan,"0, 1, 2",3\n2,Heat,on / off,on',
      [
        ['1', 'Fan', '0 1 2', '3', 1],
        ['2', 'Heat', 'on off', 'on', 0],
      ],
    ],
  ])('%s', (_, text, wanted) => expect(rows(text)).toEqual(wanted))
})

describe('mixed units', () => {
  it('a cell in a unit of its own is converted and doubted', () => {
    const read = pasteBlowerTable('Tap\t0.1\t0.2\t0.3\nLow\t800 cfm\t780 cfm\t360 L/s\nHigh\t1000 cfm\t980 cfm\t950 cfm')
    expect(read).toMatchObject({
      ok: true,
      value: {
        doubts: [{ at: [0, 2], reasons: ['It is in L/s, where the rest of the table is not: it was converted.'] }],
        notes: ['The text names cfm and L/s: check which of them each row is in.'],
      },
    })
    expect(read.ok && read.value.flowsCfm[0]?.[2]).toBeCloseTo(762.8, 1)
  })
  it('a second unit in brackets is none of them', () => {
    const read = pasteBlowerTable('Flow, cfm (L/s)\nTap\t0.1\t0.2\nLow\t800 (378)\t780 (368)')
    expect(read).toMatchObject({ ok: true, value: { doubts: [], notes: [] } })
  })
  it('statics in two units are refused, not guessed', () =>
    expect(pasteBlowerTable('Tap\t0.1 in.wc\t50 Pa\t0.3 in.wc\nLow\t800\t780\t760')).toMatchObject({ ok: false }))
})

describe('any text', () => {
  const readers = [pasteBlowerTable, pasteHeaterKits, pasteSettingsList]
  const answers = (text: string) => {
    for (const read of readers) {
      const answer = read(text)
      if (!answer.ok) expect(answer.remedy).not.toBe('')
    }
    const table = pasteBlowerTable(text)
    if (!table.ok) return
    const { tapLabels, staticsInWc, flowsCfm, doubts } = table.value
    expect(flowsCfm).toHaveLength(tapLabels.length)
    for (const row of flowsCfm) expect(row).toHaveLength(staticsInWc.length)
    expect([...staticsInWc].sort((a, b) => a - b)).toEqual(staticsInWc)
    for (const { at } of doubts) expect(flowsCfm[at[0]]?.[at[1]]).not.toBeUndefined()
    expect(flowsCfm.flat().every((one) => one === null || Number.isFinite(one))).toBe(true)
  }
  const word = fc.constantFrom(
    'Tap',
    'cfm',
    '0.1',
    '0.20',
    '900',
    '1,200',
    'kW',
    'Code',
    'Range',
    'Default',
    '—',
    'NA',
    'Low',
    'in. w.c.',
    'Pa',
    '½',
    'l2O',
    '',
    '0,5',
    '1 to 5',
    '(1)',
    '*',
  )
  const mark = fc.constantFrom('\t', '  ', ' ', ';', ',', '|', '\n', '\r\n')

  it('gives a table or a reason', () => {
    fc.assert(fc.property(fc.string({ unit: 'binary', maxLength: 200 }), answers), { numRuns: 150 })
    fc.assert(
      fc.property(fc.array(fc.tuple(word, mark), { maxLength: 60 }), (pieces) =>
        answers(pieces.map((one) => one.join('')).join('')),
      ),
      { numRuns: 200 },
    )
  })
  it('and so does a good table that was spoilt', () => {
    const text = fc.constantFrom(...pasteTables.map((one) => one.in.text))
    fc.assert(
      fc.property(text, fc.nat(500), fc.nat(40), fc.string({ maxLength: 6 }), (good, at, cut, put) =>
        answers(good.slice(0, at) + put + good.slice(at + cut)),
      ),
      { numRuns: 250 },
    )
  })
  it('a table written out by code is read back whole', () => {
    const table = fc.record({
      statics: fc
        .uniqueArray(fc.integer({ min: 1, max: 20 }), { minLength: 2, maxLength: 8 })
        .map((all) => all.sort((a, b) => a - b).map((one) => one / 10)),
      taps: fc.integer({ min: 1, max: 6 }),
      sign: fc.constantFrom('\t', ';', ' | '),
    })
    fc.assert(
      fc.property(table, ({ statics, taps, sign }) => {
        const flow = (t: number, s: number) => 1000 + 200 * t - 10 * s
        const lines = [
          ['Tap', ...statics.map(String)],
          ...Array.from({ length: taps }, (_, t) => [`T-${t}`, ...statics.map((_, s) => String(flow(t, s)))]),
        ]
        const read = pasteBlowerTable(lines.map((line) => line.join(sign)).join('\n'))
        expect(read.ok && read.value).toMatchObject({ staticsInWc: statics, doubts: [] })
        expect(read.ok && read.value.flowsCfm).toEqual(Array.from({ length: taps }, (_, t) => statics.map((_, s) => flow(t, s))))
      }),
    )
  })
})

describe('sizes on a jumper', () => {
  it('are thousands of Btu/h where they can be no tons, and come with a doubt', () => {
    const read = sizesOf(['24', '30', '36'])
    expect(read && [...read.tons]).toEqual([
      ['24', '2'],
      ['30', '2.5'],
      ['36', '3'],
    ])
    expect(read?.doubt).toBe(
      '24, 30 and 36 are taken for thousands of Btu/h: 2, 2.5 and 3 ton. See whether the manual means that.',
    )
  })
  it.each([[['2', '3', '4']], [['6', '12']], [['24', '31']], [['A', 'B']], [[]]])('%j may be anything', (values) =>
    expect(sizesOf(values)).toBeNull(),
  )
})

describe('a list of settings whose columns and values are written in other ways', () => {
  const first = (text: string) => {
    const read = pasteSettingsList(text)
    return read.ok ? read.value.settings : []
  }
  it('keeps values whole where each names what it means', () =>
    expect(first('No. | Setting | Range\nF1 | Humidity contact | 01 = off, 02 = on/off\nF2 | Fan | off / on')).toMatchObject([
      { values: ['01 = off', '02 = on/off'] },
      { values: ['off', 'on'] },
    ]))
  it('reads a column of modes into the names', () =>
    expect(first('No. | Setting | Mode | Range\n7 | Off-delay | Cool | 0 to 90\n8 | Off-delay | Heat | 0 to 120')).toMatchObject([
      { label: 'Off-delay, Cool', range: true },
      { label: 'Off-delay, Heat', range: true },
    ]))
})

describe('units that a text does not name', () => {
  const SEMI = 'Tap;50;100;150\nRed;420;398;366\nBlue;590;563;523'
  it('are found, quantity by quantity', () => {
    expect(unnamedUnits(SEMI, ['flow', 'static'])).toEqual(['flow', 'static'])
    expect(unnamedUnits(`Air, cfm\n${SEMI}`, ['flow', 'static'])).toEqual(['static'])
    expect(unnamedUnits('Tap\t50 Pa\t100 Pa\nRed\t420\t398', ['flow', 'static'])).toEqual(['flow'])
    expect(unnamedUnits('Kit | kW | Min L/s\nE-6 | 6 | 290', ['flow'])).toEqual([])
  })
  it('are read as whoever pasted them says, to the same figures as if the text had said it', () => {
    // 420 L/s × 2.11888 = 889.93 cfm; 50 Pa × 0.00401463 = 0.2007 in.wc.
    const said = pasteBlowerTable(withUnits(SEMI, { flow: 'L/s', static: 'Pa' }))
    const named = pasteBlowerTable('Tap;50 Pa;100 Pa;150 Pa\nRed;420 L/s;398 L/s;366 L/s\nBlue;590 L/s;563 L/s;523 L/s')
    expect(said).toEqual(named)
    expect(said).toMatchObject({ ok: true, value: { tapLabels: ['Red', 'Blue'], doubts: [], notes: [] } })
    if (!said.ok) throw new Error(said.reason)
    expect(said.value.flowsCfm[0]?.[0]).toBeCloseTo(889.93, 2)
    expect(said.value.staticsInWc[0]).toBeCloseTo(0.2007, 4)
  })
  it('leave a text in base units as it is', () => expect(withUnits(SEMI, { flow: 'cfm', static: 'in.wc' })).toBe(SEMI))
  it('serve tables that run down, and heater kits', () => {
    const down = pasteBlowerTable(withUnits('Static\tRed\n0.2\t700\n0.4\t660', { flow: 'm³/h' }))
    expect(down.ok && down.value.flowsCfm[0]?.[0]).toBeCloseTo(412, 1)
    const kits = pasteHeaterKits(withUnits('Kit | kW | Min flow\nE-6 | 6 | 290', { flow: 'L/s' }))
    expect(kits.ok && kits.value.minFlowsCfm[0]?.[0]).toBeCloseTo(614.48, 2)
  })
})

describe('a row whose columns ran together', () => {
  it('is said, not lost', () => {
    const read = pasteBlowerTable('Static   Red   Blue\n0.2 in.wc   700 cfm   900\n0.4   660   860\n0.6 610 800')
    expect(read.ok && read.value.notes.join(' ')).toContain('“0.6 610 800”')
  })
})

describe('what manuals do to tables, and what must not be lost', () => {
  const LPS = 2.11888
  const taps = (text: string) => {
    const read = pasteBlowerTable(text)
    if (!read.ok) throw new Error(read.reason)
    return read.value
  }
  it('rules, bars, and marks that stick to their figures', () => {
    const read = taps(
      '| Tap | 50 Pa | 100 Pa | 150 Pa |\n+-----+-----+-----+-----+\n| #1 | 46.0¹ ² | 43.2 | 40.1² |\n| #4¹ | 52.5 | 49.6² | 47.7 |\n+-----+-----+-----+-----+\nAll flows in m³/min',
    )
    expect(read.tapLabels).toEqual(['#1', '#4'])
    expect(read.flowsCfm[0]?.[0]).toBeCloseTo(46 * 35.31468, 6)
    expect(read.doubts).toEqual([])
  })
  it.each([
    ['L/s', LPS, [142.5, 138.1, 131, 122.4]],
    ['m³/min', 35.31468, [21.4, 20.6, 19.2, 17.1]],
  ])('flows in %s as small as the statics in Pa are flows', (unit, factor, flows) => {
    const read = taps(
      `Flow, ${unit} | 50 Pa | 75 Pa | 100 Pa | 150 Pa\nLow * | ${flows.join(' | ')}\nHigh † | ${flows.map((one) => one + 30).join(' | ')}`,
    )
    expect(read.tapLabels).toEqual(['Low', 'High'])
    read.flowsCfm[0]?.forEach((flow, i) => {
      expect(flow).toBeCloseTo((flows[i] as number) * factor, 6)
    })
    expect(read.staticsInWc[3]).toBeCloseTo(150 * 0.00401463, 9)
  })
  const kits = (text: string) => {
    const read = pasteHeaterKits(text)
    if (!read.ok) throw new Error(read.reason)
    return read.value
  }
  it('kits across, powers in a row of their own, a short last row', () => {
    const read = kits(
      '        H5    H8    H10\nkW      4.8   7.7   9.6\nV-18    600   700   800\nV-24    700   800   -\nV-36    900   950',
    )
    expect([read.models, read.powersKw, read.unitLabels]).toEqual([
      ['H5', 'H8', 'H10'],
      [4.8, 7.7, 9.6],
      ['V-18', 'V-24', 'V-36'],
    ])
    expect(read.minFlowsCfm).toEqual([
      [600, 700, 800],
      [700, 800, null],
      [900, 950, null],
    ])
  })
  it('a model called V or W is a name, and no volts or watts', () => {
    expect(kits('Kit\tkW\tV-18\tW-18\nHK5\t5\t600\t650\nHK8\t8\t700\t750').unitLabels).toEqual(['V-18', 'W-18'])
    expect(kits('Kit\tkW\tmin cfm\nV-18\t5\t600\nW-18\t8\t700').models).toEqual(['V-18', 'W-18'])
    // A column of volts or amps is still left out.
    expect(kits('Kit\tkW\tVolts\tMax A\tmin cfm\nHK5\t5\t240\t20\t600\nHK8\t8\t240\t33\t700').minFlowsCfm).toEqual([[600, 700]])
  })
  it('cells one to a line, two cabinets, taps for figures', () => {
    const read = kits('Kit\nkW\nCabinet A\nCabinet B\nHK-5\n5\n#2\n#1\nHK-8\n8\n#4 (a)\n#3\nHK-10\n10\nn/a\n#4')
    expect([read.models, read.powersKw, read.unitLabels]).toEqual([
      ['HK-5', 'HK-8', 'HK-10'],
      [5, 8, 10],
      ['Cabinet A', 'Cabinet B'],
    ])
    expect(read.minTaps).toEqual([
      ['#2', '#4', null],
      ['#1', '#3', '#4'],
    ])
  })
  it('a list keeps its units and registers, and says which column it did not read', () => {
    const read = pasteSettingsList(
      'Register | Par. | Name | Unit | Range | Default | Remarks\n40001 | P1 | Mixed air limit | °C | 5 to 15 | 8 | see 4.2\n40002 | P2 | High limit |  | 10 to 25 °C | 18 |  ',
    )
    if (!read.ok) throw new Error(read.reason)
    expect(read.value.settings.map(({ code, unit, address, values }) => [code, unit, address, values])).toEqual([
      ['P1', '°C', '40001', ['5', '15']],
      ['P2', '°C', '40002', ['10', '25']],
    ])
    expect(read.value.notes).toEqual([expect.stringContaining('“Remarks” was not read')])
  })
  it.each([
    ['0-255', true, ['0', '255']],
    ['0–10', true, ['0', '10']],
    ['10-3', false, ['10-3']],
  ])('“%s” is a range: %s', (text, range, values) => {
    const read = pasteSettingsList(`Code\tName\tRange\nP1\tESP\t${text}\nP2\tFan\t1 to 3`)
    if (!read.ok) throw new Error(read.reason)
    expect(read.value.settings[0]).toMatchObject({ range, values })
  })
})
