import { profileById } from '@ingle/catalog'
import { BASE_UNITS, METRIC_UNITS, runRoom } from '@ingle/core'
import { HERE, Pen, SYSTEM, VISIT } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { viewOf } from '../../testing/view.ts'
import { speaksAgainst } from '../../visit/speaksAgainst.ts'
import { COMFORT_SOURCE, comfort, comfortControls, comfortRuns, telling } from './comfort.ts'
import { roomSystemOf } from './roomSystem.ts'
import { sensingOf, sensorProof } from './sensing.ts'
import { sensorAdvice } from './sensorAdvice.ts'
import { standFrom } from './stands.ts'

const AROUND = { day: 'frosty', isGapOpen: false } as const

/** An air handler with a wall controller that says what the fan does, on its first visit. */
function flat(more: (pen: Pen) => void = () => undefined) {
  const pen = new Pen()
  pen.write('site.set', { name: 'Mill', climate: 'damp coast' })
  pen.write('system.set', { systemId: SYSTEM, name: 'Flat', capacityTons: 2, heaterKw: 0 })
  pen.write('profile.use', { systemId: SYSTEM, place: 'equipment', profile: profileById('skerrick-da') })
  pen.write('profile.use', { systemId: SYSTEM, place: 'controller', profile: profileById('skerrick-w2') })
  pen.write('visit.start', { visitId: VISIT, reason: '' })
  more(pen)
  return viewOf(pen.changes)
}
const runsOf = (v: ReturnType<typeof flat>, picks: Record<string, string> = {}) => {
  const runs = comfortRuns(v, AROUND, picks, false)
  if (!runs) throw new Error('nothing to run')
  return runs
}
const keyOf = (v: ReturnType<typeof flat>, role: string) => {
  const row = comfortControls(v).find((one) => one.row.id === role)
  if (!row) throw new Error(`no ${role}`)
  return row.row.key
}

/** Twelve pairs, ten minutes apart, the fan on in every second half hour. */
function read(pen: Pen, shown: (referenceF: number, fan: boolean) => number) {
  for (let i = 0; i < 12; i++) {
    const fan = i % 6 > 2
    const referenceF = Math.round((70 + Math.sin(i / 2)) * 100) / 100
    for (let m = 0; m < 9; m++) pen.write('note.add', { ...HERE, text: 'ten minutes pass', standing: 'fine' })
    pen.write('sensor.pair', {
      ...HERE,
      place: 'wall',
      shownF: shown(referenceF, fan) + 0.03 * Math.sin(i * 5),
      referenceF,
      fan,
      supply: false,
    })
  }
}

describe('the room of a visit', () => {
  it('is run as found, as aimed at and as tried, and says what it takes', () => {
    const v = flat()
    const { found, tried } = runsOf(v, { [keyOf(v, 'sensor.source')]: 'wall' })
    expect(found.source).toBe('compressor')
    expect(found.assumptions.map((one) => one.what)).toEqual(
      expect.arrayContaining(['Heat pump', 'Floor', 'Loss', 'Kind of room']),
    )
    expect(found.system.sensor).not.toEqual(tried.system.sensor)
    for (const one of [found, tried]) expect(runRoom(one.system).ok).toBe(true)
  })
  it('is the one that was said: floor, kind, calibrated loss and what it holds', () => {
    const said = runsOf(
      flat((pen) => pen.write('room.set', { systemId: SYSTEM, kind: 'heavy', areaFt2: 640, uaBtuHPerF: 222, holds: 2 })),
    )
    const plain = runsOf(flat((pen) => pen.write('room.set', { systemId: SYSTEM, kind: 'heavy', areaFt2: 640 })))
    expect(said.found.system.room.uaBtuHPerF).toBe(222)
    expect(said.found.system.room.massBtuPerF).toBeCloseTo(2 * plain.found.system.room.massBtuPerF, 6)
    expect(said.found.assumptions.map((one) => one.what)).not.toContain('Loss')
  })
  it('follows a setting that was found, and one that is tried', () => {
    const v = flat((pen) =>
      pen.write('setting.set', { ...HERE, role: 'fan.satisfied.heat', place: 'controller', column: 'found', value: '1' }),
    )
    const { found, tried } = runsOf(v, { [keyOf(v, 'fan.satisfied.heat')]: 'off' })
    expect([found.system.controller.fanHeat, tried.system.controller.fanHeat]).toEqual(['trickle', 'off'])
  })
  it('is nothing to run before anything is known', () => {
    const pen = new Pen()
    pen.write('system.set', { systemId: SYSTEM, name: 'Unknown' })
    pen.write('visit.start', { visitId: VISIT, reason: '' })
    expect(comfortRuns(viewOf(pen.changes), AROUND, {}, false)).toBeNull()
  })
  it('a sealed gap changes what the sensor in the return feels, and nothing as found', () => {
    const v = flat()
    const picks = { [keyOf(v, 'sensor.source')]: 'return' }
    const open = comfortRuns(v, { ...AROUND, isGapOpen: true }, picks, true)
    const sealed = comfortRuns(v, { ...AROUND, isGapOpen: true }, picks, false)
    expect(open?.found.system).toEqual(sealed?.found.system)
    expect(open?.tried.system.sensor.voidShare.on).toBeGreaterThan(sealed?.tried.system.sensor.voidShare.on as number)
  })
})

describe('the controls', () => {
  it('offer only what this device has, as few as can be tapped, where it stands among them', () => {
    const v = flat((pen) =>
      pen.write('setting.set', { ...HERE, role: 'control.differential', place: 'controller', column: 'found', value: '1' }),
    )
    const controls = comfortControls(v)
    const differential = controls.find((one) => one.row.id === 'control.differential')
    expect(differential?.choices.map((one) => one.meaning)).toContain(differential?.found)
    for (const one of controls) {
      expect(one.choices.length).toBeLessThanOrEqual(10)
      expect(new Set(one.choices.map((choice) => choice.meaning)).size).toBe(one.choices.length)
    }
    expect(controls.map((one) => one.row.id)).not.toContain('control.cycle-rate')
  })
})

describe('sensors beside a reference', () => {
  it('an offset is named with the trim that this device has, and speaks against the visit', () => {
    const v = flat((pen) => read(pen, (reference) => reference + 2.2))
    const [advice] = sensorAdvice(v)
    expect(advice?.says).toContain('reads 2.2 °F too high')
    expect(advice?.steps.join(' ')).toMatch(/Trim it by −\d/)
    expect(speaksAgainst(v).map((one) => one.stage)).toContain('comfort')
    // The run then sits by so much beside the set point.
    expect(runsOf(v, { [keyOf(v, 'sensor.source')]: 'wall' }).tried.system.sensor.offsetF).toBeCloseTo(2.2, 1)
  })
  it('a draught is sealed before anything is trimmed', () => {
    const [advice] = sensorAdvice(flat((pen) => read(pen, (reference, fan) => reference - (fan ? 1.8 : 0))))
    expect(advice?.told.found).toEqual(['draught'])
    expect(advice?.steps[0]).toContain('Seal the hole')
  })
  it('a good sensor asks for nothing, and speaks against nothing', () => {
    const v = flat((pen) => read(pen, (reference) => reference))
    expect(sensorAdvice(v)).toMatchObject([{ says: 'The wall controller agrees with the reference.', steps: [], finding: null }])
    expect(speaksAgainst(v).map((one) => one.stage)).not.toContain('comfort')
  })
  it('too few pairs ask for more, and say how', () => {
    const v = flat((pen) =>
      pen.write('sensor.pair', { ...HERE, place: 'wall', shownF: 71.5, referenceF: 69.8, fan: true, supply: false }),
    )
    expect(sensingOf(v).counts.wall).toBe(1)
    expect(sensorAdvice(v)[0]).toMatchObject({ finding: null, says: expect.stringContaining('1 pair is too few') })
    expect(sensorAdvice(v)[0]?.steps[0]).toContain('with the fan off and with it on')
  })
})

describe('controls that tell', () => {
  it('are those that change anything on such a day, and beside what else is set', () => {
    const v = flat()
    const idsOn = (day: 'frosty' | 'mild' | 'hot') => {
      const keys = telling(v, { day, isGapOpen: false }, comfortControls(v))
      return comfortControls(v)
        .filter((one) => keys.has(one.row.key))
        .map((one) => one.row.id)
    }
    expect(idsOn('frosty')).toEqual(expect.arrayContaining(['sensor.source', 'fan.satisfied.heat', 'control.differential']))
    for (const one of ['fan.satisfied.cool', 'setpoint.cool', 'control.changeover']) expect(idsOn('frosty')).not.toContain(one)
    expect(idsOn('mild')).toEqual(expect.arrayContaining(['control.changeover', 'setpoint.heat']))
    const auto = flat((pen) =>
      pen.write('setting.set', { ...HERE, place: 'controller', role: 'control.changeover', column: 'found', value: '1' }),
    )
    const onMild = telling(auto, { day: 'mild', isGapOpen: false }, comfortControls(auto))
    for (const one of ['control.changeover-band', 'setpoint.cool', 'fan.satisfied.cool', 'fan.satisfied.heat'])
      expect(onMild.has(keyOf(auto, one)), one).toBe(true)
    expect(idsOn('hot')).toContain('fan.satisfied.cool')
    expect(idsOn('hot')).not.toContain('fan.satisfied.heat')
    // A lean says nothing beside a differential; it leads a machine that varies.
    expect(idsOn('frosty')).not.toContain('control.tightness')
    const varies = flat((pen) => pen.write('room.set', { systemId: SYSTEM, output: 'variable' }))
    expect(
      telling(varies, { day: 'frosty', isGapOpen: false }, comfortControls(varies)).has(keyOf(varies, 'control.tightness')),
    ).toBe(true)
  })
  it('speak the reader’s degrees', () => {
    const pen = new Pen()
    pen.write('system.set', { systemId: SYSTEM, name: 'Flat', capacityTons: 2 })
    pen.write('profile.use', { systemId: SYSTEM, place: 'controller', profile: profileById('skerrick-w2') })
    pen.write('profile.use', { systemId: SYSTEM, place: 'equipment', profile: profileById('skerrick-da') })
    pen.write('visit.start', { visitId: VISIT, reason: '' })
    const says = (units: typeof METRIC_UNITS, id: string) =>
      comfortControls(viewOf(pen.changes, { units }))
        .find((one) => one.row.id === id)
        ?.choices.map((one) => one.says)
    expect(says(METRIC_UNITS, 'control.differential')).toEqual(['0.5 °C', '1.0 °C', '1.5 °C', '2.0 °C'])
    expect(says(BASE_UNITS, 'control.differential')).toEqual(['0.9 °F', '1.8 °F', '2.7 °F', '3.6 °F'])
    expect(says(METRIC_UNITS, 'fan.satisfied.heat')).toEqual(['off', 'trickle', 'as set'])
    expect(says(METRIC_UNITS, 'setpoint.heat')?.[0]).toMatch(/°C$/)
  })
  it('offer only what the device has: an aim between two steps is the nearer step', () => {
    const v = flat((pen) =>
      pen.write('aim.set', {
        ...HERE,
        place: 'controller',
        role: 'control.differential',
        value: '1',
        why: 'tight',
        from: 'hand',
      }),
    )
    const control = comfortControls(v).find((one) => one.row.id === 'control.differential')
    expect(control?.aim).toBe('0.9')
    expect(control?.choices.map((one) => one.meaning)).toEqual(['0.9', '1.8', '2.7', '3.6'])
    expect(runsOf(v).aim.system.controller.differentialF).toBe(0.9)
  })
})

describe('a gap belongs to the sensor that reads it', () => {
  /** Pairs at the wall that agree, pairs at the return that are drawn low while the fan runs. */
  const both = (pen: Pen) => {
    pen.write('room.set', { systemId: SYSTEM, gap: 'open' })
    for (let i = 0; i < 7; i++)
      pen.write('sensor.pair', {
        ...HERE,
        place: 'wall',
        shownF: 70 + 0.1 * (i % 3),
        referenceF: 70,
        fan: i % 2 > 0,
        supply: false,
      })
    for (let i = 0; i < 12; i++) {
      const fan = i % 6 > 2
      pen.write('sensor.pair', { ...HERE, place: 'return', shownF: 70 - (fan ? 5 : 0), referenceF: 70, fan, supply: false })
    }
  }
  const voidAt = (v: ReturnType<typeof flat>, place: string) =>
    roomSystemOf(
      v,
      standFrom((role) => (role === 'sensor.source' ? place : null)),
      { day: 'frosty', isGapOpen: true },
    )?.system.sensor
  it('where pairs were read they decide, and not the guess that air from the void is everywhere', () => {
    const read = flat(both)
    expect(sensingOf(read).at('wall')?.found).toEqual([])
    expect(voidAt(read, 'wall')?.voidShare).toEqual({ off: 0, on: 0 })
    // Nobody read there: the flag is what is known.
    expect(
      voidAt(
        flat((pen) => pen.write('room.set', { systemId: SYSTEM, gap: 'open' })),
        'wall',
      )?.voidShare.on,
    ).toBeGreaterThan(0)
  })
  it('the remedy of the bad one is the good one', () => {
    const advice = sensorAdvice(flat(both)).find((one) => one.place === 'return')
    expect(advice?.steps.join(' ')).toContain('Control by the wall controller: read beside the reference it is')
  })
})

describe('a reading after the change', () => {
  /** Pairs of the wall sensor, ten minutes apart, by turns with the fan off and on. */
  const pairs = (pen: Pen, of: (fan: boolean) => number, place: 'wall' | 'return' = 'wall') => {
    for (const fan of [false, true, false, true])
      pen.write('sensor.pair', { ...HERE, place, shownF: 70 + of(fan), referenceF: 70, fan, supply: false })
  }
  const left = (pen: Pen, role: string, value: string) =>
    pen.write('setting.set', { ...HERE, place: 'controller', role, column: 'left', value, why: 'read beside a reference' })

  it('counts from the change on: pairs of before say how it was found', () => {
    const v = flat((pen) => {
      left(pen, 'sensor.source', '3')
      read(pen, (referenceF, fan) => referenceF + 1.8 - (fan ? 3.6 : 0))
      left(pen, 'sensor.trim', '1')
      pairs(pen, () => 0.1)
    })
    expect(sensingOf(v).before('wall')?.found).toEqual(['offset', 'draught'])
    expect(sensingOf(v).counts.wall).toBe(4)
    expect(sensorProof(v)?.rows.map((row) => row.id)).toEqual(['sensor.source', 'sensor.trim'])
  })
  it('proves the sensor in charge with the fan off and on, to within 0.8 °F', () => {
    const proofOf = (of: (fan: boolean) => number, place: 'wall' | 'return' = 'wall') =>
      sensorProof(
        flat((pen) => {
          left(pen, 'sensor.source', '3')
          pairs(pen, of, place)
        }),
      )
    expect(proofOf((fan) => (fan ? -0.7 : 0.8))).toMatchObject({
      offF: expect.closeTo(0.8, 9),
      onF: expect.closeTo(-0.7, 9),
      rows: [{ id: 'sensor.source' }],
    })
    expect(proofOf((fan) => (fan ? -0.9 : 0))).toBeNull()
    expect(proofOf((fan) => (fan ? 0 : 0.9))).toBeNull()
    // Another sensor than the one in charge proves nothing.
    expect(proofOf(() => 0, 'return')).toBeNull()
  })
  it('is asked for with the fan both ways, and proves nothing twice', () => {
    const one = flat((pen) => {
      left(pen, 'sensor.source', '3')
      pen.write('sensor.pair', { ...HERE, place: 'wall', shownF: 70, referenceF: 70, fan: false, supply: false })
    })
    expect(sensorProof(one)).toBeNull()
    const proved = flat((pen) => {
      left(pen, 'sensor.source', '3')
      pairs(pen, () => 0)
      pen.write('setting.set', { ...HERE, place: 'controller', role: 'sensor.source', column: 'proof', value: 'within 0.1 °F' })
    })
    expect(sensorProof(proved)).toBeNull()
  })
  it('begins anew once the gap is sealed', () => {
    const v = flat((pen) => {
      pen.write('room.set', { systemId: SYSTEM, gap: 'open' })
      read(pen, (referenceF, fan) => referenceF - (fan ? 3.6 : 0))
      pen.write('room.set', { systemId: SYSTEM, gap: 'sealed' })
    })
    expect(sensingOf(v).at('wall')).toBeNull()
    expect(sensingOf(v).before('wall')?.found).toContain('draught')
  })
})

it('a sensor in the sun is said to be, and what mends it', () => {
  const [advice] = sensorAdvice(
    flat((pen) => {
      for (let i = 0; i < 12; i++) {
        const sun = i > 3 && i < 8
        pen.write('sensor.pair', {
          ...HERE,
          place: 'wall',
          shownF: 70 + (sun ? 4 : 0) + 0.03 * Math.sin(i * 5),
          referenceF: 70,
          fan: i % 2 === 0,
          supply: false,
          ...(sun && { sun }),
        })
      }
    }),
  )
  expect(advice?.says).toBe('The wall controller reads 4.0 °F higher while the sun or a lamp is on it.')
  expect(advice?.steps).toEqual(['Shade it, or move it to a wall that neither sun nor lamp reaches.'])
})

describe('advice for a sensor', () => {
  it('stands in the order seal, move, trim, each with what is left, in the device’s own steps', () => {
    const [advice] = sensorAdvice(
      flat((pen) => {
        read(pen, (referenceF, fan) => referenceF + 1.8 - (fan ? 3.6 : 0))
        for (let i = 0; i < 8; i++)
          pen.write('sensor.pair', {
            ...HERE,
            place: 'return',
            shownF: 70.1 + (i % 2) / 10,
            referenceF: 70,
            fan: i % 4 > 1,
            supply: false,
          })
      }),
    )
    expect(advice?.steps).toEqual([
      expect.stringMatching(/^Seal the hole behind it.*Sealed, \+1\.\d °F is left\.$/),
      expect.stringMatching(/^Control by the return sensor: read beside the reference it is 0\.\d °F off at the most\.$/),
      expect.stringMatching(/^(Trim it by|A trim gains nothing)/),
    ])
    const [offset] = sensorAdvice(flat((pen) => read(pen, (referenceF) => referenceF + 1.8)))
    // Steps of 0.5 °C: the device’s own spelling stands in it.
    expect(offset?.steps).toEqual([
      'Trim it by −1.8 °F, to −1.8 °F (13: -1); then it is 0.0 °F with the fan off and 0.0 °F with it on.',
    ])
  })
})

describe('comfort on the record', () => {
  const sections = (more: (pen: Pen) => void) => comfort.sections(flat(more)).map((one) => [one.title, one])
  const taken = (pen: Pen, source?: string) =>
    pen.write('aim.set', {
      ...HERE,
      place: 'controller',
      role: 'control.differential',
      value: '0.9',
      why: 'Tried on a frosty day: swing 2 °F instead of 5 °F.',
      from: 'hand',
      ...(source && { source }),
    })
  it('is what was taken from a try, with its picture, its reason and what it rests on', () => {
    const [title, section] = sections((pen) => taken(pen, COMFORT_SOURCE))[0] ?? []
    expect(title).toBe('Comfort, tried on this room')
    expect(section).toMatchObject({
      record: 'worked-out',
      blocks: [
        { kind: 'picture', of: 'day', caption: 'On a frosty day' },
        { kind: 'table', rows: [['Differential', '0.9 °F', 'Tried on a frosty day: swing 2 °F instead of 5 °F.']] },
        { kind: 'lines' },
      ],
    })
    expect(JSON.stringify(section)).toContain('Loss: ')
  })
  it('is on the day of the complaint where one was kept', () => {
    const [, section] =
      sections((pen) => {
        taken(pen, COMFORT_SOURCE)
        pen.write('room.set', { systemId: SYSTEM, weather: new Array(24).fill(20).join(' '), weatherOn: '24 November' })
      })[0] ?? []
    expect(section).toMatchObject({ blocks: [{ caption: 'On the day of 24 November' }, {}, {}] })
  })
  it('is none without such an aim', () => {
    expect(sections(() => undefined)).toEqual([])
    expect(sections((pen) => taken(pen))).toEqual([])
  })
})
