import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BASE_UNITS, METRIC_UNITS } from '../quantity/units.ts'
import { FAN_HEAT, SENSOR, setting } from '../testing/devices.ts'
import { completions } from './completions.ts'
import { JOT_COMMANDS } from './grammar.ts'
import { parseJot } from './parseJot.ts'
import type { JotContext } from './reading.ts'
import { scoreContext, scoreLines } from './score/score.ts'

const COOL = setting({ role: 'airflow.cool', label: 'Cooling tap', values: ['1', '2', '3', '4', '5'] })

const context: JotContext = {
  units: BASE_UNITS,
  taps: ['1', '2', '3', '4', '5'],
  adjust: null,
  settings: [
    { key: 'airflow.cool', word: 'cool', label: 'Cooling tap', setting: COOL },
    { key: 'fan.satisfied.heat@controller', word: 'fan.heat', label: 'Fan when satisfied, heating', setting: FAN_HEAT },
    { key: 'sensor.source@controller', word: 'sensor', label: 'Sensor', setting: SENSOR },
  ],
  grilles: [{ name: 'return', side: 'return', widthIn: 24, heightIn: 24, freeArea: 0.68 }],
  running: {
    runId: 'r',
    readings: [
      { word: 'supply', says: 'supply air', quantity: 'temperature', least: -40, most: 250, plusMinus: 0.7, traced: false },
    ],
  },
  wanted: ['esp ', 'split '],
}
const read = (text: string, change: Partial<JotContext> = {}) => parseJot(text, { ...context, ...change })

describe('a line of a week and a line of a unit', () => {
  it('several speeds over one grille are their mean, one that stands still among them', () => {
    expect(parseJot('grille return 400 350 0 450 24x24', context)).toMatchObject({
      state: 'ready',
      intent: { faceFpm: 300, widthIn: 24, heightIn: 24 },
      reads: expect.stringContaining('300 fpm, the mean of 4'),
    })
    expect(parseJot('grille return 400', context)).toMatchObject({ state: 'ready', intent: { faceFpm: 400 } })
  })
  it('a gas meter that no burner turns so fast is asked about', () => {
    const fires = { ...context, burnsFuel: true }
    expect(parseJot('clock 1 ft³ 41 s', fires).state).toBe('ready')
    expect(parseJot('clock 1 ft³ 0.0001 s', fires)).toMatchObject({
      state: 'wrong',
      reason: expect.stringContaining('36,000,000 ft³ an hour'),
    })
  })
  it('times out of the order of the day are doubted, and nothing is written', () => {
    expect(parseJot('mo-fr out 9pm back 16:30', context)).toMatchObject({
      state: 'wrong',
      reason: '16:30 stands after 21:00, and comes before it in the day.',
      remedy: 'Write them in the order of the day; if morning or afternoon is meant, 09:00 and not 21:00.',
    })
    expect(parseJot('mo-fr out 9am back 16:30', context).state).toBe('ready')
  })
  it.each<[string, object[]]>([
    [
      'sa up 8 off 13:00',
      [
        { startMin: 480, is: 'in' },
        { startMin: 780, is: 'out', mode: 'off' },
      ],
    ],
    [
      'sa up 8 out 13:00 off',
      [
        { startMin: 480, is: 'in' },
        { startMin: 780, is: 'out', mode: 'off' },
      ],
    ],
    [
      'mo-fr out 8 off back 17 69',
      [
        { startMin: 480, is: 'out', mode: 'off' },
        { startMin: 1020, is: 'in', heatF: 69 },
      ],
    ],
    [
      'mo up 6 fan high out 16:30 heat only fan auto',
      [
        { startMin: 360, is: 'in', fan: 'high' },
        { startMin: 990, is: 'out', mode: 'heat', fan: 'auto' },
      ],
    ],
    [
      'mo up 6 /75 cool fan lo bed 22 auto',
      [
        { startMin: 360, is: 'in', coolF: 75, mode: 'cool', fan: 'low' },
        { startMin: 1320, is: 'asleep' },
      ],
    ],
  ])('%s: off for a spell, mode and fan stand behind what they belong to', (line, entries) =>
    expect(parseJot(line, context)).toMatchObject({ state: 'ready', intent: { entries } }),
  )
  it('a mode is read back, and contradicts no set point in silence', () => {
    expect(parseJot('sa up 8 off 13:00', context)).toMatchObject({ reads: expect.stringContaining('out 13:00 off') })
    expect(parseJot('mo up 6 69 off', context)).toMatchObject({ state: 'wrong', remedy: 'Leave one of the two off.' })
    expect(parseJot('mo up 6 /75 heat', context)).toMatchObject({ state: 'wrong' })
    expect(parseJot('mo up 6 fan fast', context)).toMatchObject({ state: 'wrong', reason: expect.stringContaining('“fast”') })
    expect(parseJot('mo up 6 fan', context)).toMatchObject({ state: 'incomplete' })
  })
  it('takes the humidity outdoors beside the rest, before or after the CO₂', () => {
    for (const line of [
      'unit oa 72 ra 76 ma 75 damper 15 cool co2 640 rh 90',
      'unit oa 72 ra 76 ma 75 damper 15 cool rh 90 co2 640',
    ])
      expect(parseJot(line, context)).toMatchObject({ state: 'ready', intent: { outdoorRhPct: 90, co2Ppm: 640 } })
  })
})

describe('a value of a running test', () => {
  it.each<[string, object]>([
    ['read', { state: 'incomplete', needs: 'which: supply' }],
    ['read sup', { state: 'incomplete', needs: 'supply' }],
    ['read humidity 40', { state: 'wrong', reason: '“humidity” is nothing that this test reads.' }],
    ['read supply 1043', { state: 'wrong' }],
    ['read supply 104.3', { state: 'ready', reads: 'supply air 104.3 °F' }],
  ])('%s', (line, wanted) => expect(read(line)).toMatchObject(wanted))
  it('without one there is nothing to read', () =>
    expect(read('read supply 104', { running: null })).toMatchObject({ state: 'wrong', remedy: 'Begin one on the Proof stage.' }))
})

describe('every example of the grammar', () => {
  it.each(JOT_COMMANDS.flatMap((command) => command.examples))('%s is read', (line) =>
    expect(read(line, { burnsFuel: true })).toMatchObject({ state: 'ready' }),
  )
})

describe('a furnace', () => {
  const furnace = { burnsFuel: true }
  it('has its rise held against its plate; where nobody knows what heats, it is two temperatures', () => {
    expect(read('rise 68 128', furnace)).toMatchObject({ intent: { kind: 'firing', returnF: 68, supplyF: 128 } })
    expect(read('rise 68 128')).toMatchObject({ intent: { kind: 'split', returnDbF: 68, supplyDbF: 128 } })
    // Volts and amps are an electric heater's, wherever they are read.
    expect(read('rise 68 92 240 V 37 A', furnace)).toMatchObject({ intent: { kind: 'rise', volts: 240 } })
  })
  it.each([
    ['clock 1 ft³ 41 s', 1, 41],
    ['clock the meter 2 cf in 82 sec', 2, 82],
    ['gas 0.5 cuft 20', 0.5, 20],
    ['meter 0.02 m³ 36 s', 0.70629, 36],
  ])('has its gas clocked: %s', (line, meterFt3, meterS) => {
    const got = read(line, furnace)
    if (got.state !== 'ready' || got.intent.kind !== 'firing' || !('meterS' in got.intent)) throw new Error(JSON.stringify(got))
    expect(got.intent.meterS).toBe(meterS)
    // 1 m³ = 35.3147 ft³.
    expect(got.intent.meterFt3).toBeCloseTo(meterFt3, 4)
  })
  it.each([
    ['clock', furnace, /how much the meter moved/],
    ['clock 1 ft³', furnace, /in how many seconds/],
    ['clock 1 ft³ soon', furnace, /seconds of the watch are a figure/],
    ['clock 0 ft³ 41', furnace, /outside what a gas volume/],
    ['clock 1 ft³ 0', furnace, /No time went by/],
    ['clock 1 ft³ 41 s', {}, /no furnace whose gas could be clocked/],
  ])('says what is missing or wrong: %s', (line, of, words) => {
    const got = read(line, of)
    expect(got.state === 'incomplete' ? got.needs : got.state === 'wrong' ? got.reason : '').toMatch(words)
  })
})

describe('reading back', () => {
  it('gives the total of two probes', () => {
    expect(read('esp +0.22 -0.45')).toEqual({
      state: 'ready',
      intent: { kind: 'probes', probes: { supply: 0.22, return: -0.45 } },
      reads: 'supply static +0.22 in.wc, return static −0.45 in.wc → total 0.67 in.wc',
    })
  })
  it('speaks the units of the site', () =>
    expect(read('esp 55 -112', { units: METRIC_UNITS })).toMatchObject({
      reads: 'supply static +55 Pa, return static −112 Pa → total 167 Pa',
    }))
  it('takes units that stand apart from their numbers', () =>
    expect(read('rise 68.2 °F 92.5 °F 240 V 37.2 A')).toMatchObject({ intent: { kind: 'rise', volts: 240, amps: 37.2 } }))
  it('a flow of standard air takes more room where the air is thin, and the reading says so', () => {
    // By hand: 5,000 ft is 12.228 of 14.696 psia, 0.832: 1,200 ÷ 0.832 = 1,442 cfm.
    const high = { densityRatio: 12.228 / 14.696 }
    for (const line of [
      'hood return 1200 scfm',
      'hood return 1200scfm',
      'hood return 1200 std cfm',
      'grille return 1200 standard cfm',
    ]) {
      expect(read(line, high), line).toMatchObject({
        intent: { kind: 'hood', flowCfm: expect.closeTo(1442.2, 1) },
        reads: expect.stringMatching(/1,442 cfm, from 1200 .*of standard air, ÷ 0\.832 for the air of the site/),
      })
    }
    expect(read('hood return 1200 cfm', high)).toMatchObject({
      intent: { flowCfm: 1200 },
      reads: expect.not.stringContaining('standard'),
    })
    expect(read('fan 65 damper 30 flow 100 scfm', { densityRatio: 0.8 })).toMatchObject({
      intent: { kind: 'damper-point', flowCfm: 125 },
      reads: expect.stringContaining('of standard air'),
    })
    // Of no known height, it is neither taken as it stands nor lost.
    expect(read('hood return 1200 scfm')).toMatchObject({ state: 'wrong', reason: expect.stringContaining('height of the site') })
  })

  it('reads a hood, on the side that its name says', () => {
    expect(read('hood desk 120 cfm')).toMatchObject({ intent: { kind: 'hood', name: 'desk', side: 'supply', flowCfm: 120 } })
    expect(read('hood return 300 L/s')).toMatchObject({ intent: { kind: 'hood', side: 'return' } })
    expect(read('hood 120')).toMatchObject({ state: 'wrong', reason: 'Say which grille first.' })
  })
  it('fills a known grille from the survey', () =>
    expect(read('grille return 480')).toMatchObject({ intent: { side: 'return', widthIn: 24, freeArea: 0.68 } }))
  it('takes a size in the chosen unit of length, or in one that is named', () => {
    const size = (text: string, units = METRIC_UNITS) => {
      const line = read(text, { units })
      return line.state === 'ready' && line.intent.kind === 'grille'
        ? [line.intent.widthIn, line.intent.heightIn].map((side) => side && Math.round(side * 1e9) / 1e9)
        : line
    }
    expect(size('grille hall 2.1 50.8x25.4')).toEqual([20, 10])
    expect(size('grille hall 2.1 20x10in')).toEqual([20, 10])
    expect(size('grille hall 2.1 508x?mm')).toEqual([20, null])
    expect(size('grille hall 400 20x10', BASE_UNITS)).toEqual([20, 10])
    expect(read('grille hall 2.1 60x60 free 0.7', { units: METRIC_UNITS })).toMatchObject({
      reads: 'supply grille “hall” 2.10 m/s, 60.0 × 60.0 cm, 70% free',
    })
  })
  it('takes a wet bulb or a humidity with the split', () => {
    expect(read('split 74.1 55 wb 62 53.5')).toMatchObject({ intent: { returnWbF: 62, supplyWbF: 53.5 } })
    expect(read('split 74.1 55 rh 52')).toMatchObject({ intent: { returnRhPct: 52 } })
  })
  it('keeps the reason of a setting left otherwise', () =>
    expect(read('left cool 4 because the owner wants more air')).toMatchObject({
      intent: { column: 'left', value: '4', why: 'the owner wants more air' },
    }))
})

describe('settings in the words of this device', () => {
  it.each(['found fan.heat trickle', 'found fan.heat 1', 'found P-21 trickle'])('%s', (line) =>
    expect(read(line)).toEqual({
      state: 'ready',
      intent: { kind: 'setting', key: 'fan.satisfied.heat@controller', column: 'found', value: '1', why: null },
      reads: 'Fan when satisfied, heating found at 1 (trickle)',
    }),
  )
  it('takes a value of several words', () =>
    expect(read('left sensor wall controller because the ceiling draught reads cold')).toMatchObject({
      intent: { value: '3', why: 'the ceiling draught reads cold' },
    }))
  it('an aim by hand needs its reason', () => {
    expect(read('aim fan.heat off')).toMatchObject({ state: 'incomplete', needs: expect.stringContaining('because') })
    expect(read('aim fan.heat 0 because it hums')).toMatchObject({ intent: { kind: 'aim', value: 'off', why: 'it hums' } })
  })
  it('a jumping sensor source is never an aim, though it may be found', () => {
    expect(read('aim sensor jump because it is the default')).toMatchObject({
      state: 'wrong',
      remedy: expect.stringContaining('choose one'),
    })
    expect(read('found sensor jump')).toMatchObject({ intent: { value: '4' } })
  })
  it('completes by meaning, and says what the device shows', () =>
    expect(completions('found fan.heat t', context)).toEqual([{ text: 'found fan.heat trickle', says: '1 on the device' }]))
})

describe('a line that is not whole', () => {
  it.each([
    ['esp', 'then the supply static'],
    ['esp +0.22', 'then the return static'],
    ['esp +0.22 -.', 'the rest of the number'],
    ['split 74', 'then the supply temperature'],
    ['tap', 'which: 1, 2, 3, 4 and 5'],
    ['note', 'then the words'],
    ['gri', 'grille'],
    ['found coo', 'cool'],
  ])('“%s” says: %s', (line, wanted) => expect(read(line)).toEqual({ state: 'incomplete', needs: wanted }))
})

describe('a line that is wrong', () => {
  it.each([
    ['frobnicate 3', /not a word of the jot line/, /esp/],
    ['esl 0.2 -0.3', /not a word/, /Did you mean “esp”/],
    ['tap 9', /There is no tap “9”/, /1, 2, 3, 4 and 5/],
    ['esp 0.22 L/s -0.45', /measures flow, not static/, /in\.wc/],
    ['esp abc def', /not a number/, /digits/],
    ['split 74 55 wb 80', /above the dry bulb/, /wick/],
    ['grille 620', /which grille first/, /grille desk/],
    ['grille desk 620 14x8 free 7', /between 0 and 1/, /0\.65/],
    ['tap 3 adj 80', /more than any blower/, /few percent/],
    ['static roof 0.3', /not a place/, /trunk/],
    ['left hot 3', /not a setting/, /cool/],
    ['tap 3 please', /at the end was not understood/, /Leave it out/],
  ])('%s', (line, reason, remedy) => {
    const answer = read(line)
    expect(answer.state).toBe('wrong')
    expect(answer.state === 'wrong' && answer.reason).toMatch(reason)
    expect(answer.state === 'wrong' && answer.remedy).toMatch(remedy)
  })

  it.each([
    ['esp -0.45 +0.22', 'esp +0.22 −0.45'],
    ['esp +0.22 +0.45', 'esp +0.22 −0.45'],
    ['return 0.45', 'return −0.45'],
    ['filter -0.40 -0.06', 'filter −0.06 −0.40'],
    ['rise 92.5 68.2 240 37', 'rise 68.2 92.5 240 37'],
  ])('offers the way out of “%s”, and that way is a good line', (line, instead) => {
    expect(read(line)).toMatchObject({ state: 'wrong', instead })
    expect(read(instead).state).toBe('ready')
  })

  it('takes nothing from a text of five megabytes, at once', () =>
    expect(read('esp '.repeat(1_250_000))).toMatchObject({
      state: 'wrong',
      reason: expect.stringContaining('5,000,000 characters'),
    }))
})

describe('the lines that technicians would type', () => {
  const scored = scoreLines()
  it('are two hundred and more, some from each stage in both systems of units', () => {
    expect(scored.length).toBeGreaterThanOrEqual(200)
    const groups = new Set(scored.map((one) => `${one.stage}, ${one.units}`))
    expect(groups.size).toBe(2 * new Set(scored.map((one) => one.stage)).size)
  })
  it('are understood nine times in ten', () =>
    expect(scored.filter((one) => one.as === 'understood').length / scored.length).toBeGreaterThanOrEqual(0.9))
  it('are never taken for something else, and never left without a way on', () =>
    expect(scored.filter((one) => one.as === 'misread' || one.as === 'lost').map((one) => one.line)).toEqual([]))
  it('that say too little are asked, and what they are asked can be taken', () => {
    for (const { got, line, units } of scored)
      if (got.state === 'wrong' && got.instead && line !== 'differential')
        expect(['ready', 'incomplete'], got.instead).toContain(parseJot(got.instead, scoreContext(units)).state)
  })
})

describe('a typed unit governs its neighbours', () => {
  it.each([
    ['esp 60 -40 Pa', BASE_UNITS, [0.2409, -0.1606]],
    ['esp 60 Pa -40', BASE_UNITS, [0.2409, -0.1606]],
    ['esp 0.22 -0.45 in.wc', METRIC_UNITS, [0.22, -0.45]],
    // Each has its own: none is changed.
    ['esp 60 Pa -0.45 in.wc', BASE_UNITS, [0.2409, -0.45]],
  ] as const)('%s', (line, units, [supply, back]) => {
    const got = read(line, { units })
    const probes = got.state === 'ready' && got.intent.kind === 'probes' ? got.intent.probes : {}
    expect(probes.supply).toBeCloseTo(supply, 4)
    expect(probes.return).toBeCloseTo(back, 4)
  })
  it('and not figures of another kind', () =>
    expect(read('split 74 55 rh 52 %')).toMatchObject({ intent: { returnDbF: 74, supplyDbF: 55, returnRhPct: 52 } }))
})

it('answers any text', () => {
  const word = fc.constantFrom(
    'esp',
    'tap',
    'filter',
    'split',
    'rise',
    'grille',
    'hood',
    'static',
    'left',
    'cool',
    'wb',
    'rh',
    'adj',
    'free',
    '14x8',
    '-0.3',
    '74',
    '°F',
    'because',
    'clean',
  )
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string({ unit: 'binary', maxLength: 60 }),
        fc.array(word, { maxLength: 8 }).map((words) => words.join(' ')),
      ),
      (text) => {
        const answer = read(text)
        expect(['empty', 'incomplete', 'wrong', 'ready']).toContain(answer.state)
        expect(completions(text, context).length).toBeLessThanOrEqual(8)
      },
    ),
    { numRuns: 500 },
  )
})

it.each(['constructor', 'toString', '__proto__ 3', 'static constructor 0.2', 'left constructor 3', 'hasOwnProperty'])(
  'knows “%s” as nothing, found by the fuzz above',
  (line) => expect(read(line).state).toBe('wrong'),
)

describe('completion', () => {
  it('puts what is wanted first', () =>
    expect(
      completions('', context)
        .slice(0, 2)
        .map((one) => one.text),
    ).toEqual(['esp ', 'split ']))
  it('knows this system’s taps, settings and grilles', () => {
    expect(completions('tap ', context).map((one) => one.text)).toEqual(['tap 1', 'tap 2', 'tap 3', 'tap 4', 'tap 5'])
    expect(completions('left c', context).map((one) => one.text)).toEqual(['left cool '])
    expect(completions('left cool ', context).map((one) => one.text)).toContain('left cool 3')
    expect(completions('grille r', context).map((one) => one.text)).toEqual(['grille return '])
  })
})
