import { describe, expect, it } from 'vitest'
import { BASE_UNITS, METRIC_UNITS, type Result, UNITS } from '../src/index.ts'
import { completions } from '../src/jot/completions.ts'
import { parseJot } from '../src/jot/parseJot.ts'
import type { JotContext } from '../src/jot/reading.ts'
import { pasteBlowerTable } from '../src/paste/blowerTable.ts'
import { pasteHeaterKits } from '../src/paste/heaterKits.ts'
import { pasteSettingsList } from '../src/paste/settingsList.ts'
import { format, formatNumber, formatScientific } from '../src/quantity/format.ts'
import { PLAUSIBLE, parseReading, readNumber, tidyTyped } from '../src/quantity/parse.ts'
import { chosenUnit, findUnit, isMetric, type Quantity, quantitiesOfUnit, unitsName, unitsNamed } from '../src/quantity/units.ts'
import { DIFF_C, FAN_HEAT, SENSOR, setting } from '../src/testing/devices.ts'
import { expectSaid, tell } from '../src/testing/index.ts'

type Said = readonly [string, readonly string[]]
const told = (result: Result<unknown>) => (result.ok ? tell(result.value) : `no: ${result.reason} ${result.remedy}`)

describe('numbers with units', () => {
  it('are read and written in each of them', () => {
    const cases: Said[] = []
    for (const quantity of Object.keys(UNITS) as Quantity[]) {
      const [low, high] = PLAUSIBLE[quantity]
      const typed = [String(low), String(high), String(low - 1), String(high + 1), '12', '1,200', '1.200,5', '−3', 'x', '']
      cases.push([
        quantity,
        [
          ...typed.map((text) => `${text}: ${told(parseReading(text, quantity))}`),
          ...UNITS[quantity].map(
            (unit) => `12 ${unit.symbol}: ${told(parseReading(`12 ${unit.symbol}`, quantity, METRIC_UNITS))}`,
          ),
          [-1.5, 0, 0.004, 12.345, 1234.5].map((one) => format(quantity, one, BASE_UNITS)).join(' | '),
          [-1.5, 0, 0.004, 12.345, 1234.5].map((one) => format(quantity, one, METRIC_UNITS, { signed: true })).join(' | '),
          [BASE_UNITS, METRIC_UNITS].map((one) => chosenUnit(quantity, one).symbol).join(' '),
        ],
      ])
    }
    for (const sign of ['cfm', 'CFM', 'l/s', 'Pa', 'inwc', '"', 'F', '°c', 'kw', 'W', 'moon', ''])
      cases.push([`“${sign}”`, [tell(quantitiesOfUnit(sign)), tell(findUnit('flow', sign)?.symbol ?? 'no flow')]])
    for (const text of [
      '1,234',
      '1.234',
      '1 234',
      '1’234',
      '1234,5',
      '1,2,3',
      '12e3',
      '+.5',
      '-',
      '5 %',
      '½',
      '0x10',
      '1,234.5 cfm',
      '1.234,5',
      '٣',
    ])
      cases.push([`“${text}”`, [tell(readNumber(text) ?? 'no number'), tidyTyped(text)]])
    cases.push([
      'choices',
      [
        unitsName(BASE_UNITS),
        unitsName(METRIC_UNITS),
        unitsName({ ...METRIC_UNITS, temperature: '°F' }),
        tell(unitsNamed('°C,cfm,moon,cm')),
        tell(isMetric(unitsNamed(''))),
      ],
    ])
    cases.push([
      'written',
      [-1234.567, 0.5, 99.95]
        .map((one) => [0, 1, 2].map((n) => formatNumber(one, n, n === 1)).join(' '))
        .concat([1.234e-7, -9.99e5, 0].map((one) => formatScientific(one))),
    ])
    return expectSaid(expect, 'units', cases)
  })
})

const context: JotContext = {
  units: BASE_UNITS,
  taps: ['1', '2', '3', 'Low'],
  adjust: { stands: 10, offers: [-10, 0, 10] },
  settings: [
    { key: 'fan.satisfied.heat@controller', word: 'fan.heat', label: 'Fan when satisfied, heating', setting: FAN_HEAT },
    { key: 'sensor.source@controller', word: 'sensor', label: 'Sensor', setting: SENSOR },
    { key: 'control.differential@controller', word: 'diff', label: 'Swing', setting: DIFF_C },
    {
      key: 'airflow.cool',
      word: 'cool',
      label: 'Cooling tap',
      setting: setting({ role: 'airflow.cool', values: ['1', '2', '3'] }),
    },
  ],
  grilles: [
    { name: 'return', side: 'return', widthIn: 24, heightIn: 24, freeArea: 0.68 },
    { name: 'desk', side: 'supply', widthIn: null, heightIn: null, freeArea: null },
  ],
  wanted: ['esp ', 'split ', 'filter '],
}
const LINES = `esp|esp +0.22|esp +0.22 -0.45|esp -0.45 0.22|esp 0.22 0.45|esp 5 5|esp 0.22 -0.45 9|esp x y|esp 55 -112 Pa|esp 0.22 in.wc -112 Pa
supply|supply 0.2|supply -0.2|supply x|return -0.4|return 0.4|return 99
filter|filter clean|filter as-found|filter new|filter -0.06|filter -0.06 -0.40|filter -0.40 -0.06|filter 0.1 -0.2
static|static after-coil|static after-coil 0.1|static nowhere 0.1|static before-filter -0.06|STATIC After-Coil 0.1|Static TRUNK 0.1|static after-coil 0.1 0.2
tap|tap 3|tap 9|tap low|tap LOW +5%|tap 3 -10%|tap 3 -10|tap 3 60%|tap 3 x
split|split 75|split 75 55|split 55 75|split 75 55 wb 63|split 75 55 wb 63 53|split 75 55 wb 80|split 75 55 rh 50|split 75 55 rh 150|split 75 55 wb|split 75 55 moist 3|split 24 13 °C wb 17 °C
rise|rise 68|rise 68 92|rise 68 92 240|rise 68 92 240 37|rise 68 92 208 25 3|rise 68 92 208 25 3 phase|rise 92 68 240 37|rise 68 92 240 37 2|rise 68 92 0 37
grille|grille return|grille return 480|grille desk 500|grille desk 500 12x8|grille desk 500 12x8 free 0.7|grille desk 500 12x8 free 7|grille desk 500 free|grille desk 500 12x|grille new 2.4 m/s 12x8in|grille return 480 24x24 free 0.68|grille desk 500 12x8 return|grille 480
hood|hood desk|hood desk 120|hood desk 120 L/s|hood 120|hood desk many
plate|plate 4000|plate 4000 0.1|plate 4000 0.1 0.45|plate 4000 0.1 0.45 0.42|plate 0 0.1|plate 4000 -0.1|plate 4000 0.1 -0.45 0.42
capacity|capacity 3.5|capacity 3.5 ton|capacity 12 kW|capacity 900|heater|heater 9|heater none|heater 0|heater x
found|found sensor|found sensor 3|found sensor wall|found sensor moon|found moon 3|found P-21 trickle|found P-21|found diff 1.5|found diff 1.3|found diff 9
left|left sensor 3|left cool 2 because the owner asks|left cool 2 because|proof cool 2|proof sensor seen at the wall|aim fan.heat off|aim fan.heat off because damp|aim fan.heat always because x|aim cool 2 because quiet
heard|heard whistle at the desk|note|note filter is dear|open|open larger grille|undo|undo it
esq 0.2 -0.3|flter -0.1 -0.3|hello|supplyy 0.2|12|?`

describe('the jot line', () => {
  it('reads, asks, refuses and offers', () => {
    const cases: Said[] = LINES.split(/[|\n]/).map((line) => [
      line,
      [
        tell(parseJot(line, context)),
        `metric: ${tell(parseJot(line, { ...context, units: METRIC_UNITS }))}`,
        `offers ${completions(line, context)
          .map((one) => `${one.text.trim()} (${one.says})`)
          .join(', ')}`,
      ],
    ])
    for (const more of [
      '',
      'f',
      'found ',
      'found s',
      'left cool ',
      'aim fan.heat ',
      'grille r',
      'static a',
      'tap ',
      'split ',
      'found diff ',
    ])
      cases.push([`typed “${more}”`, completions(more, context).map(tell)])
    cases.push([
      'without taps and settings',
      ['tap 3', 'found sensor 3', 'left cool 2', ''].map((line) => tell(parseJot(line, { ...context, taps: [], settings: [] }))),
    ])
    return expectSaid(expect, 'jot', cases)
  })
})

/** One table, as it may lie on the clipboard. */
const ROWS = [
  ['Tap', '0.1', '0.2', '0.3', '0.4'],
  ['Low', '900', '850', '780', '700'],
  ['Mid', '1,200', '1,150', '1,090', '1,010'],
  ['High', '1,420', '1,380', '1,310', '1,230'],
]
const KITS = [
  ['Kit', 'kW', 'Min. cfm', 'Breaker'],
  ['H5', '5', '850', '30'],
  ['H9', '9', '1,050', '60'],
  ['H15', '15', 'n/a', '90'],
]
const LIST = [
  ['Code', 'Setting', 'Values', 'Default'],
  ['P-12', 'Room sensor', '1, 2, 3, 4', '2'],
  ['P-30', 'Swing', '0.5 to 3.0 step 0.5', '1'],
  ['P-31', 'Lock', 'on / off', 'off'],
]
const SEPARATORS: Record<string, (rows: readonly string[][]) => string> = {
  tabs: (rows) => rows.map((row) => row.join('\t')).join('\n'),
  bars: (rows) => rows.map((row) => `| ${row.join(' | ')} |`).join('\n'),
  semicolons: (rows) => rows.map((row) => row.join(';')).join('\n'),
  commas: (rows) => rows.map((row) => row.map((one) => (one.includes(',') ? `"${one}"` : one)).join(',')).join('\n'),
  columns: (rows) =>
    rows
      .map((row) =>
        row
          .map((one) => one.padEnd(22))
          .join('')
          .trimEnd(),
      )
      .join('\r\n'),
  spaces: (rows) => rows.map((row) => row.join(' ')).join('\n'),
  'one a line': (rows) => rows.flat().join('\n'),
}
const turned = (rows: readonly string[][]) => (rows[0] ?? []).map((_, i) => rows.map((row) => row[i] ?? ''))
const at = (rows: readonly string[][], r: number, c: number, text: string) =>
  rows.map((row, i) => (i === r ? row.map((one, j) => (j === c ? text : one)) : row))
/** What may have happened to a table on its way. */
const FATES: Record<string, (rows: readonly string[][]) => readonly string[][]> = {
  whole: (rows) => rows,
  turned,
  'a hole': (rows) => at(rows, 2, 2, ''),
  'a dash': (rows) => at(rows, 2, 2, '—'),
  'a mark': (rows) => at(rows, 1, 1, `${rows[1]?.[1]}*`),
  'an odd figure': (rows) => at(rows, 3, 1, '7'),
  'a word among figures': (rows) => at(rows, 2, 2, 'wet'),
  'a short row': (rows) => rows.map((row, i) => (i === 2 ? row.slice(0, -1) : row)),
  'a long row': (rows) => rows.map((row, i) => (i === 2 ? [...row, '99'] : row)),
  'the head again': (rows) => [...rows.slice(0, 3), ...rows.slice(0, 1), ...rows.slice(3)],
  'a page between': (rows) => [...rows.slice(0, 3), ['Page 12 (continued)'], ...rows.slice(3)],
  'an empty line between': (rows) => [...rows.slice(0, 2), [], ...rows.slice(2)],
  'a title before, a note behind': (rows) => [['Table 4, dry coil'], ...rows, ['1 See page 3.']],
  'a row twice': (rows) => [...rows, rows[1] ?? []],
  'no head': (rows) => rows.slice(1),
  'the head alone': (rows) => rows.slice(0, 1),
}

describe('what is pasted', () => {
  const kinds = {
    'blower table': [ROWS, pasteBlowerTable],
    'heater kits': [KITS, pasteHeaterKits],
    'settings list': [LIST, pasteSettingsList],
  } as const
  it.each(Object.entries(kinds))('%s in any shape', (name, [rows, read]) => {
    const cases: Said[] = []
    for (const [fate, happen] of Object.entries(FATES))
      for (const [how, write] of Object.entries(SEPARATORS)) cases.push([`${fate}, ${how}`, [told(read(write(happen(rows))))]])
    return expectSaid(expect, `pasted-${name.replace(' ', '-')}`, cases)
  })
  it('a blower table with units, watts and second heads', () => {
    const texts: Record<string, string> = {
      'metric statics': 'Stufe\t25 Pa\t50 Pa\t75 Pa\nI\t400\t380\t350\nII\t550\t530\t500',
      'litres a second': 'Airflow, L/s\nTap\t25 Pa\t50 Pa\nA\t400\t380\nB\t550\t530',
      'cubic metres an hour': 'Flow m3/h\nTap\t0.1\t0.2\nA\t1500\t1400\nB\t2000\t1900',
      'watts between':
        'Tap\t0.1\t0.2\t0.3\nA CFM\t900\t850\t780\nA W\t200\t190\t180\nB CFM\t1200\t1150\t1090\nB W\t400\t380\t360',
      'watts beside': 'Static\tA CFM\tA W\tB CFM\tB W\n0.1\t900\t200\t1200\t400\n0.2\t850\t190\t1150\t380',
      'rpm and amps':
        'Tap\t\t0.1\t0.2\nA\tCFM\t900\t850\n\tRPM\t700\t720\n\tA\t1.2\t1.1\nB\tCFM\t1200\t1150\n\tRPM\t900\t920\n\tA\t2.2\t2.1',
      'statics down': 'ESP\tLow\tMid\tHigh\n0.1\t900\t1200\t1420\n0.2\t850\t1150\t1380\n0.3\t780\t1090\t1310',
      'statics falling': 'Tap\t0.3\t0.2\t0.1\nA\t780\t850\t900',
      'flow that rises': 'Tap\t0.1\t0.2\t0.3\nA\t780\t850\t900',
      'one row': 'Tap\t0.1\t0.2\t0.3\nA\t900\t850\t780',
      'one column': 'Tap\t0.1\nA\t900\nB\t1200',
      'tenths without a dot': 'Tap\t.10\t.20\t.30\nA\t900\t850\t780',
      'sentences alone': 'This blower is quiet. See table 4.',
      'a list of ends':
        'Code\tSetting\tRange\tDefault\nA1\tLow\t0.5 to 3.0\t0.5\nA2\tHigh\t0.5 to 3.0\t3.0\nA3\tOver\t0.5 to 3.0\t3.1\nA4\tUnder\t0.5 to 3.0\t0.4\nA5\tTurned\t9 to 3\t5\nA6\tOne\t5 to 5\t5\nA7\tBelow nothing\t–5 to 5\t–5',
      'a list of choices':
        'Code\tSetting\tValues\tDefault\nB1\tFan\t0=off, 1=low, 2=high\t1\nB2\tFan\t0=off, 1=low\t7\nB3\tFan\t0=off, 1=low\t1=low\nB4\tFan\toff, low\tlow\nB5\tFan\t1, 2\t1.0\nB6\tFan\t\t3\nB7\tFan\t1, 2\t',
      'captions between': 'COOLING, cfm\nTap  0.1  0.2\nA  900  850\nB  1200  1150\nHEATING, cfm\nTap  0.1  0.2\nC  700  650',
      'captions that say the same': 'COOLING\nTap 0.1 0.2\nA 900 850\nCOOLING\nB 1200 1150',
      'kits across': 'kW\t5\t9\t15\nH5\t850\t\t\nMin cfm\t850\t1050\t1300',
      'kits across, named': 'Heater\tH5\tH9\tH15\nkW\t5\t9\t15\nMinimum CFM\t850\t1,050\t1,300',
      'kits across, tap on tap': 'kW\t5\t9\nTap 1\t850\t–\nTap 2\t850\t1050',
      'a setting over two lines':
        'Code\tSetting\tValues\tDefault\nC1\tFan after\toff, low,\toff\n\theating\thigh\t\nC2\tLock\ton, off\ton\nSee page 3',
      'a setting over two lines, in columns':
        'Code    Setting      Values       Default\nC1      Fan after    off, low     off\n        heating      high\nC2      Lock         on, off      on',
      'kits across under a shorter head': 'H5\tH9\tH15\nkW\t5\t9\t15\nMin cfm\t850\t1050\t1300\nNote\tx',
      'kits across under two heads': 'Kit\tA\tB\nModel\tH5\tH9\nkW\t5\t9\nMin cfm\t850\t1050\nBreaker\t30\t60',
      'kits by tap': 'Kit\tkW\tTap 1\tTap 2\tTap 3\nH5\t5\t850\t850\t–\nH9\t9\t–\t1050\t1050',
      nothing: '',
    }
    return expectSaid(
      expect,
      'pasted-blowers',
      Object.entries(texts).map(
        ([name, text]): Said => [
          name,
          [told(pasteBlowerTable(text)), told(pasteHeaterKits(text)), told(pasteSettingsList(text))],
        ],
      ),
    )
  })
})
