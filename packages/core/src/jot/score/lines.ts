/**
 * Lines that a technician would type, from each stage, in both systems of units, and what each means. They are no examples
 * of the grammar: they were written from the work, then the grammar was made to take them. New ones go here first.
 */
import { toBase, UNITS } from '../../quantity/units.ts'
import type { JotIntent } from '../grammar.ts'

type Meant = { [K in JotIntent['kind']]: Partial<Extract<JotIntent, { kind: K }>> & { kind: K } }[JotIntent['kind']]

export interface SpokenLine {
  stage: string
  units: 'base' | 'metric'
  line: string
  /** What it writes down, as far as it matters; `asks`: it says too little to be written, and is answered with a way on. */
  is: Meant | 'asks'
}

const unit = (quantity: keyof typeof UNITS, symbol: string) => {
  const found = UNITS[quantity].find((one) => one.symbol === symbol)
  if (!found) throw new Error(`${quantity} has no ${symbol}`)
  return (value: number) => toBase(value, found)
}
const pa = unit('static', 'Pa')
const c = unit('temperature', '°C')
const ls = unit('flow', 'L/s')
const m3h = unit('flow', 'm³/h')
const ms = unit('velocity', 'm/s')
const cm = unit('length', 'cm')
const kwCool = unit('capacity', 'kW')

const probes = (probes: Extract<JotIntent, { kind: 'probes' }>['probes']): Meant => ({ kind: 'probes', probes })
const esp = (supply: number, back: number) => probes({ supply, return: back })
const split = (returnDbF: number, supplyDbF: number, more: Partial<Extract<JotIntent, { kind: 'split' }>> = {}): Meant => ({
  kind: 'split',
  returnDbF,
  supplyDbF,
  ...more,
})
const rise = (returnDbF: number, supplyDbF: number, volts: number, amps: number, phases: 1 | 3 = 1): Meant => ({
  kind: 'rise',
  returnDbF,
  supplyDbF,
  volts,
  amps,
  phases,
})
const grille = (name: string, faceFpm: number, more: Partial<Extract<JotIntent, { kind: 'grille' }>> = {}): Meant => ({
  kind: 'grille',
  name,
  faceFpm,
  ...more,
})
const hood = (name: string, flowCfm: number, side: 'return' | 'supply' = 'supply'): Meant => ({
  kind: 'hood',
  name,
  flowCfm,
  side,
})
const tap = (label: string, adjustPct: number | null = null): Meant => ({ kind: 'tap', tap: label, adjustPct })
const pair = (
  place: Extract<JotIntent, { kind: 'sensor-pair' }>['place'],
  shownF: number,
  referenceF: number,
  fan: boolean,
  more: Partial<Extract<JotIntent, { kind: 'sensor-pair' }>> = {},
): Meant => ({ kind: 'sensor-pair', place, shownF, referenceF, fan, ...more })
const point = (speedPct: number, positionPct: number, more: Partial<Extract<JotIntent, { kind: 'damper-point' }>>): Meant => ({
  kind: 'damper-point',
  speedPct,
  positionPct,
  ...more,
})
const roof = (outdoorF: number, returnF: number, mixedF: number, commandPct: number, cooling: boolean, more = {}): Meant => ({
  kind: 'roof-reading',
  outdoorF,
  returnF,
  mixedF,
  commandPct,
  cooling,
  ...more,
})
const found = (key: string, value: string): Meant => ({ kind: 'setting', key, column: 'found', value })
const left = (key: string, value: string, why: string | null = null): Meant => ({
  kind: 'setting',
  key,
  column: 'left',
  value,
  why,
})
const aim = (key: string, value: string): Meant => ({ kind: 'aim', key, value })
const proof = (key: string): Meant => ({ kind: 'setting', key, column: 'proof' })
const read = (reading: string, value: number): Meant => ({ kind: 'test-read', reading, value })
const note = (text: string): Meant => ({ kind: 'note', text })
const open = (text: string): Meant => ({ kind: 'open', text })
const heard = (text: string): Meant => ({ kind: 'heard', text })
const week = (days: number[], entries: [number, 'in' | 'out' | 'asleep', number?][]): Meant => ({
  kind: 'week',
  days,
  entries: entries.map(([startMin, is, heatF]) => ({ startMin, is, ...(heatF !== undefined && { heatF }) })),
})
const WORK = [0, 1, 2, 3, 4]

const on = (stage: string, units: 'base' | 'metric', list: readonly (readonly [string, Meant | 'asks'])[]): SpokenLine[] =>
  list.map(([line, is]) => ({ stage, units, line, is }))

export const SPOKEN_LINES: readonly SpokenLine[] = [
  ...on('survey', 'base', [
    ['3.5 tons', { kind: 'capacity', tons: 3.5 }],
    ['capacity 42000 btuh', { kind: 'capacity', tons: 3.5 }],
    ['cap 36 MBH', { kind: 'capacity', tons: 3 }],
    ['nameplate 4 ton', { kind: 'capacity', tons: 4 }],
    ['heat kit 10 kW', { kind: 'heater', kw: 10 }],
    ['10kw heater', { kind: 'heater', kw: 10 }],
    ['no heat kit', { kind: 'heater', kw: 0 }],
    ['strips 7.5', { kind: 'heater', kw: 7.5 }],
    ['note: return boot not sealed', note('return boot not sealed')],
    ['nb cabinet door rubs', note('cabinet door rubs')],
    ['todo seal the return boot', open('seal the return boot')],
    ['dirty filter', { kind: 'filter', filter: 'as-found' }],
  ]),
  ...on('survey', 'metric', [
    ['capacity 12.3 kW', { kind: 'capacity', tons: kwCool(12.3) }],
    ['nominal 10.5', { kind: 'capacity', tons: kwCool(10.5) }],
    ['electric heater 9kW', { kind: 'heater', kw: 9 }],
    ['heater none', { kind: 'heater', kw: 0 }],
    ['note, duct in the loft not insulated', note('duct in the loft not insulated')],
    ['follow up insulate the loft duct', open('insulate the loft duct')],
  ]),
  ...on('power', 'base', [
    ['note 26.4 V at the transformer', note('26.4 V at the transformer')],
    ['note C wire spare at the stat', note('C wire spare at the stat')],
    ['O/B was heat', found('system.reversing', 'H')],
    ['found reversing valve live in heating', found('system.reversing', 'H')],
    ['left o/b cool', left('system.reversing', 'C')],
    ['open new transformer, 24 V drops to 19 under load', open('new transformer, 24 V drops to 19 under load')],
  ]),
  ...on('power', 'metric', [
    ['memo float switch in series with Y', note('float switch in series with Y')],
    ['found kind heat pump', found('system.kind', '2')],
    ['left system type furnace', left('system.kind', '1')],
  ]),
  ...on('airflow', 'base', [
    ['esp .22 -.45', esp(0.22, -0.45)],
    ['esp 0.22, -0.45', esp(0.22, -0.45)],
    ['esp .22/-.45', esp(0.22, -0.45)],
    ['esp .22 and -.45 in', esp(0.22, -0.45)],
    ['esp 0.22" -0.45"', esp(0.22, -0.45)],
    ['ESP: 0.22 -0.45 in wc', esp(0.22, -0.45)],
    ['tesp 0.22 - 0.45', esp(0.22, -0.45)],
    ['static 0.22 -0.45', esp(0.22, -0.45)],
    ['external static supply .22 return -.45', esp(0.22, -0.45)],
    ['esp ret -.45 sup .22', esp(0.22, -0.45)],
    ['return -.45 supply .22', esp(0.22, -0.45)],
    ['+0.22 -0.45', esp(0.22, -0.45)],
    ['esp 60 -40 Pa', esp(pa(60), pa(-40))],
    ['ret -.45', probes({ return: -0.45 })],
    ['sup 0.22 in.wc', probes({ supply: 0.22 })],
    ['return static = -0.45', probes({ return: -0.45 })],
    ['before filter -.06', probes({ 'before-filter': -0.06 })],
    ['after filter -0.40 in wc', probes({ 'after-filter': -0.4 })],
    ['filter -.06 -.40', probes({ 'before-filter': -0.06, 'after-filter': -0.4 })],
    ['filter before -.06 after -.40', probes({ 'before-filter': -0.06, 'after-filter': -0.4 })],
    ['filter -.06 to -.40', probes({ 'before-filter': -0.06, 'after-filter': -0.4 })],
    ['above coil .19', probes({ 'after-coil': 0.19 })],
    ['trunk 0.11', probes({ trunk: 0.11 })],
    ['static after coil .19 trunk .11', probes({ 'after-coil': 0.19, trunk: 0.11 })],
    ['clean filter', { kind: 'filter', filter: 'clean' }],
    ['new filter in', { kind: 'filter', filter: 'clean' }],
    ['filter changed', { kind: 'filter', filter: 'clean' }],
    ['tap 3', tap('3')],
    ['tap3', tap('3')],
    ['tap #4', tap('4')],
    ['speed tap 2', tap('2')],
    ['on tap 4', tap('4')],
    ['tap 4 -10%', tap('4', -10)],
    ['tap 4 trim -10', tap('4', -10)],
    ['split 74.1 55', split(74.1, 55)],
    ['split 74.1/55', split(74.1, 55)],
    ['dt 74.1 55', split(74.1, 55)],
    ['delta t 74.1 to 55', split(74.1, 55)],
    ['ra 74.1 sa 55', split(74.1, 55)],
    ['RAT 74.1 SAT 55.0', split(74.1, 55)],
    ['return air 74.1 F supply air 55 F', split(74.1, 55)],
    ['supply 55 return 74.1', split(74.1, 55)],
    ['split 75/63 55/54', split(75, 55, { returnWbF: 63, supplyWbF: 54 })],
    ['split 74 wb 62 55', split(74, 55, { returnWbF: 62 })],
    ['ra 74.1 52% sa 55', split(74.1, 55, { returnRhPct: 52 })],
    ['split 74.1 55 52% rh', split(74.1, 55, { returnRhPct: 52 })],
    ['clock 1 ft3 41 s', { kind: 'firing', meterFt3: 1, meterS: 41 }],
    ['gas meter 2 cf in 82 seconds', { kind: 'firing', meterFt3: 2, meterS: 82 }],
    ['rise 68.2 92.5 240 37.2', rise(68.2, 92.5, 240, 37.2)],
    ['rise 68.2 to 92.5 at 240V and 37.2A', rise(68.2, 92.5, 240, 37.2)],
    ['temp rise 68.2 92.5 37.2 amps 240 volts', rise(68.2, 92.5, 240, 37.2)],
    ['rise 70 105 208V 31 A three phase', rise(70, 105, 208, 31, 3)],
    ['rise 68 120', { kind: 'firing', returnF: 68, supplyF: 120 }],
    ['grille desk 620 fpm', grille('desk', 620)],
    ['desk grille 620', grille('desk', 620)],
    ['return grille 410 20x20 free .68', grille('return', 410, { side: 'return', widthIn: 20, heightIn: 20, freeArea: 0.68 })],
    ['register hall 480 14 x 8 ak 75%', grille('hall', 480, { widthIn: 14, heightIn: 8, freeArea: 0.75 })],
    ['grille desk 620 14 by 8', grille('desk', 620, { widthIn: 14, heightIn: 8 })],
    ['hood desk 120', hood('desk', 120)],
    ['desk register 120 cfm', hood('desk', 120)],
    ['desk 120 cfm', hood('desk', 120)],
    ['flow hood return hall 640 cfm', hood('return hall', 640, 'return')],
    ['plate 1260 .81', { kind: 'plate', factor: 1260, dpInWc: 0.81 }],
    ['flow plate 1260 at 0.81 in wc', { kind: 'plate', factor: 1260, dpInWc: 0.81 }],
    ['heard whistle at the return grille', heard('whistle at the return grille')],
    ['noise: hiss at desk', heard('hiss at desk')],
    ['oops', { kind: 'undo' }],
    ['esp .67', 'asks'],
    ['esp .22 .45', 'asks'],
    ['74.1 55', 'asks'],
    ['espp .22 -.45', 'asks'],
    ['filter drop .34', 'asks'],
  ]),
  ...on('airflow', 'metric', [
    ['esp 55 -112', esp(pa(55), pa(-112))],
    ['esp 55 -112 Pa', esp(pa(55), pa(-112))],
    ['esp 60Pa -40Pa', esp(pa(60), pa(-40))],
    ['esp 0.22 -0.45 in.wc', esp(0.22, -0.45)],
    ['external static 55/-112 Pa', esp(pa(55), pa(-112))],
    ['sup 55 ret -112', esp(pa(55), pa(-112))],
    ['ret -112', probes({ return: pa(-112) })],
    ['filter -15 -100 Pa', probes({ 'before-filter': pa(-15), 'after-filter': pa(-100) })],
    ['pre filter -15', probes({ 'before-filter': pa(-15) })],
    ['tap 2 adj +10', tap('2', 10)],
    ['split 23.4 12.8', split(c(23.4), c(12.8))],
    ['split 23,4 12,8', split(c(23.4), c(12.8))],
    ['split 23.4 °C 12.8 °C', split(c(23.4), c(12.8))],
    ['split 74 55 F', split(74, 55)],
    ['ra 23.4 sa 12.8', split(c(23.4), c(12.8))],
    ['return 23.4 C supply 12.8 C', split(c(23.4), c(12.8))],
    ['split 23.4/17 12.8/12', split(c(23.4), c(12.8), { returnWbF: c(17), supplyWbF: c(12) })],
    ['rise 20 C 53', { kind: 'firing', returnF: c(20), supplyF: c(53) }],
    ['rise 20.1 33.6 230 V 39.1 A', rise(c(20.1), c(33.6), 230, 39.1)],
    ['rise 20 48', { kind: 'firing', returnF: c(20), supplyF: c(48) }],
    ['grille hall 2.1', grille('hall', ms(2.1))],
    ['grille hall 2.1 m/s 60x30 cm', grille('hall', ms(2.1), { widthIn: cm(60), heightIn: cm(30) })],
    ['hall grille 2,1 m/s', grille('hall', ms(2.1))],
    ['hood desk 57', hood('desk', ls(57))],
    ['hood desk 205 m3/h', hood('desk', m3h(205))],
    ['desk 57 L/s', hood('desk', ls(57))],
    ['hood return hall 300 l/s', hood('return hall', ls(300), 'return')],
    ['plate 1260 200 Pa', { kind: 'plate', factor: 1260, dpInWc: pa(200) }],
    ['return 23.4 supply 12.8', 'asks'],
  ]),
  ...on('zones', 'base', [
    ['hood bedroom 1 95 cfm', hood('bedroom 1', 95)],
    ['hood bedroom 95', hood('bedroom', 95)],
    ['bedroom hood 95 cfm', hood('bedroom', 95)],
    ['heard draft at the bedroom register', heard('draft at the bedroom register')],
    ['found low fan speed 40', found('fan.step.low', '40')],
    ['found number of zones 3', found('zone.count', '3')],
    ['left high fan speed 85%', left('fan.step.high', '85')],
    ['note zone 2 damper sticks half open', note('zone 2 damper sticks half open')],
  ]),
  ...on('zones', 'metric', [
    ['hood bedroom 45 L/s', hood('bedroom', ls(45))],
    ['bedroom register 45 l/s', hood('bedroom', ls(45))],
    ['left step.mid 60 because the duct roars above', left('fan.step.mid', '60', 'the duct roars above')],
    ['felt cold air on the sofa', heard('cold air on the sofa')],
  ]),
  ...on('comfort', 'base', [
    ['wall 71.5 ref 69.8 fan on', pair('wall', 71.5, 69.8, true)],
    ['stat reads 71.5 true 69.8 fan running', pair('wall', 71.5, 69.8, true)],
    ['tstat 71.5 vs 69.8 fan off', pair('wall', 71.5, 69.8, false)],
    ['thermostat shows 75 ref 71.2 fan off in sun', pair('wall', 75, 71.2, false, { sun: true })],
    ['wall 71.5/69.8 fan on', pair('wall', 71.5, 69.8, true)],
    ['return sensor 70.1 actual 73.9 blower on', pair('return', 70.1, 73.9, true)],
    ['remote 68 ref 68.4 fan off', pair('remote', 68, 68.4, false)],
    ['remote sensor 68 F meter 68.4 F fan off', pair('remote', 68, 68.4, false)],
    ['found differential 1', found('control.differential', '1')],
    ['found diff 1 F', found('control.differential', '1')],
    ['found diff 1°F', found('control.differential', '1')],
    ['left swing 1.5 °F because the room is small', left('control.differential', '1.5', 'the room is small')],
    ['found cph 3', found('control.cycle-rate', '3')],
    ['left sensor offset -2', left('sensor.trim', '-2')],
    ['found control sensor return', found('sensor.source', '2')],
    ['aim sensor wall because the return sits in the loft', aim('sensor.source', 'wall')],
    ['differential 1', 'asks'],
    ['wall 71.5', 'asks'],
  ]),
  ...on('comfort', 'metric', [
    ['wall 21.5 ref 20.8 fan on', pair('wall', c(21.5), c(20.8), true)],
    ['stat 21,5 reference 20,8 fan off', pair('wall', c(21.5), c(20.8), false)],
    ['return sensor 21.0 true 23.2 fan running', pair('return', c(21), c(23.2), true)],
    ['found diff 1 K', 'asks'],
    ['left differential 0.5 °C', 'asks'],
    ['found dead band 3', found('control.dead-band', '3')],
    ['found changeover differential 2', found('control.changeover-band', '2')],
    ['differential', 'asks'],
  ]),
  ...on('fresh air', 'base', [
    ['fan 65 damper 30 oa 83.1 ra 71.8 ma 74.7', point(65, 30, { outdoorF: 83.1, returnF: 71.8, mixedF: 74.7 })],
    ['fan 65% damper 30% oat 83.1 rat 71.8 mat 74.7', point(65, 30, { outdoorF: 83.1, returnF: 71.8, mixedF: 74.7 })],
    ['damper 30 fan 65 oat 83.1 ret 71.8 mix 74.7', point(65, 30, { outdoorF: 83.1, returnF: 71.8, mixedF: 74.7 })],
    ['fan 100 dmpr 22 station 4.2 V', point(100, 22, { way: 'station', signal: 4.2 })],
    ['fan 40 damper 46 flow 575 cfm', point(40, 46, { way: 'hood', flowCfm: 575 })],
    ['rtu oat 55 rat 74 mat 71 damper 15 cooling', roof(55, 74, 71, 15, true)],
    ['unit outdoor 88 return 75 mixed 86 damper 15% idle compressor off', roof(88, 75, 86, 15, false, { compressor: false })],
    ['unit oa 55 ra 74 ma 71 damper 15 cool fb 14 co2 640 ppm', roof(55, 74, 71, 15, true, { feedbackPct: 14, co2Ppm: 640 })],
    ['found minimum position high fan 22', found('freshair.min.high', '22')],
    ['left min pos low fan 30%', left('freshair.min.low', '30')],
    ['found high limit 65 F', found('freshair.limit', '65')],
    ['left economizer high limit 70', left('freshair.limit', '70')],
    ['found co2.low 800 ppm', found('freshair.co2.low', '800')],
    ['note outdoor hood screen is blocked', note('outdoor hood screen is blocked')],
  ]),
  ...on('fresh air', 'metric', [
    ['fan 65 damper 30 oa 28.4 ra 22.1 ma 23.7', point(65, 30, { outdoorF: c(28.4), returnF: c(22.1), mixedF: c(23.7) })],
    [
      'fan 65 % damper 30 % outdoor 28.4 return 22.1 mixed 23.7 °C',
      point(65, 30, { outdoorF: c(28.4), returnF: c(22.1), mixedF: c(23.7) }),
    ],
    ['fan 40 damper 46 flow 270 L/s', point(40, 46, { way: 'hood', flowCfm: ls(270) })],
    ['unit oa 12.8 ra 23.3 ma 21.7 damper 15 cool', roof(c(12.8), c(23.3), c(21.7), 15, true)],
    ['roof oat 31 rat 24 mat 30 cmd 15 idle', roof(c(31), c(24), c(30), 15, false)],
    ['found high limit 18 °C', 'asks'],
    ['found high limit 20 °C', found('freshair.limit', '68')],
    ['left oa.high 24', left('freshair.min.high', '24')],
  ]),
  ...on('times', 'base', [
    [
      'mo-fr up 5:45 69 out 7:20 60 back 17:10 bed 21:50',
      week(WORK, [
        [345, 'in', 69],
        [440, 'out', 60],
        [1030, 'in'],
        [1310, 'asleep'],
      ]),
    ],
    [
      'mon-fri wake 6:00 70, leave 8:00 62, return 5pm 70, sleep 10pm 62',
      week(WORK, [
        [360, 'in', 70],
        [480, 'out', 62],
        [1020, 'in', 70],
        [1320, 'asleep', 62],
      ]),
    ],
    [
      'weekdays up 6 am out 8 am home 5 pm bed 10 pm',
      week(WORK, [
        [360, 'in'],
        [480, 'out'],
        [1020, 'in'],
        [1320, 'asleep'],
      ]),
    ],
    [
      'weekend up 8 bed 23',
      week(
        [5, 6],
        [
          [480, 'in'],
          [1380, 'asleep'],
        ],
      ),
    ],
    [
      'sat,sun: up 8:00 bed 11pm',
      week(
        [5, 6],
        [
          [480, 'in'],
          [1380, 'asleep'],
        ],
      ),
    ],
    [
      'm-f open 7:30 closed 18:00',
      week(WORK, [
        [450, 'in'],
        [1080, 'out'],
      ]),
    ],
    ['found schedule type 7', found('time.program', '7')],
    ['found recovery on', found('time.recovery', '1')],
    ['left hold off', left('time.hold', '0')],
    ['left temporary hold 2 h', left('time.override', '2')],
  ]),
  ...on('times', 'metric', [
    [
      'mo-fr up 5:45 20.5 out 7:20 16 back 17:10 20.5 bed 21:50 17',
      week(WORK, [
        [345, 'in', c(20.5)],
        [440, 'out', c(16)],
        [1030, 'in', c(20.5)],
        [1310, 'asleep', c(17)],
      ]),
    ],
    [
      'daily up 7 21 bed 22:30 17',
      week(
        [0, 1, 2, 3, 4, 5, 6],
        [
          [420, 'in', c(21)],
          [1350, 'asleep', c(17)],
        ],
      ),
    ],
    [
      'every day up 7 bed 22:30',
      week(
        [0, 1, 2, 3, 4, 5, 6],
        [
          [420, 'in'],
          [1350, 'asleep'],
        ],
      ),
    ],
    [
      'sa su up 8h30 bed 23h',
      week(
        [5, 6],
        [
          [510, 'in'],
          [1380, 'asleep'],
        ],
      ),
    ],
  ]),
  ...on('settings', 'base', [
    ['found cool 5', found('airflow.cool', '5')],
    ['found cooling tap 5', found('airflow.cool', '5')],
    ['as found cool tap at 5', found('airflow.cool', '5')],
    ['left cool 3', left('airflow.cool', '3')],
    ['set cool to 3', left('airflow.cool', '3')],
    ['left heating tap 4 because the owner wants more air', left('airflow.heat', '4', 'the owner wants more air')],
    ['left heat 4 bc the kit needs it', left('airflow.heat', '4', 'the kit needs it')],
    ['found fan when satisfied heating trickle', found('fan.satisfied.heat', '1')],
    ['found fan heat trickle', found('fan.satisfied.heat', '1')],
    ['found P-21 = 1', found('fan.satisfied.heat', '1')],
    ['left fan.cool off', left('fan.satisfied.cool', '0')],
    ['found fan mode auto', found('fan.mode', 'A')],
    ['found heat setpoint 68', found('setpoint.heat', '68')],
    ['found cooling set point 76 F', found('setpoint.cool', '76')],
    ['left minimum off time 5 min', left('control.min-off', '5')],
    ['found aux lockout 40', found('control.aux-lockout', '40')],
    ['found auxiliary heat lockout 40°F', found('control.aux-lockout', '40')],
    ['found auto changeover on', found('control.changeover', '1')],
    ['aim fan heat off because it blows cold', aim('fan.satisfied.heat', 'off')],
    ['target fan.cool off because it wets the room again', aim('fan.satisfied.cool', 'off')],
    ['proved cool 1330 cfm by table', proof('airflow.cool')],
    ['verified cooling tap by traverse', proof('airflow.cool')],
    ['cooling tap 3', 'asks'],
    ['found fan 3', 'asks'],
  ]),
  ...on('settings', 'metric', [
    ['found heat setpoint 20 C', found('setpoint.heat', '68')],
    ['left cooling set point 25 °C', left('setpoint.cool', '77')],
    ['found cool 5', found('airflow.cool', '5')],
    ['left fan when satisfied, cooling off', left('fan.satisfied.cool', '0')],
    ['left min off 300 s', left('control.min-off', '5')],
    ['checked heat 570 L/s by hood', proof('airflow.heat')],
    ['aim heat 4 because of the kit', aim('airflow.heat', '4')],
  ]),
  ...on('proof', 'base', [
    ['read supply 104.3', read('supply', 104.3)],
    ['reading supply 104.3 F', read('supply', 104.3)],
    ['read supply = 104', read('supply', 104)],
    ['read volts 24.6 V', read('volts', 24.6)],
    ['note board reset itself after the power cut', note('board reset itself after the power cut')],
    ['heard relay click at 90 s', heard('relay click at 90 s')],
  ]),
  ...on('proof', 'metric', [
    ['read supply 40.2', read('supply', c(40.2))],
    ['read supply 40,2 °C', read('supply', c(40.2))],
    ['read volts 24.6', read('volts', 24.6)],
  ]),
  ...on('hand-over', 'base', [
    ['open: bigger return grille in the hall', open('bigger return grille in the hall')],
    ['next visit check the float switch', open('check the float switch')],
    ['to do label the breaker', open('label the breaker')],
    ['note owner shown how to hold', note('owner shown how to hold')],
    ['n filter size 16x25x1', note('filter size 16x25x1')],
    ['undo', { kind: 'undo' }],
    ['scratch that', { kind: 'undo' }],
    ['?', 'asks'],
    ['? split', 'asks'],
  ]),
  ...on('hand-over', 'metric', [
    ['open item: second return in the bedroom', open('second return in the bedroom')],
    ['remark left spare fuse in the door', note('left spare fuse in the door')],
    ['help', 'asks'],
  ]),
]
