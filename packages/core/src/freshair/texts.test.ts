import { describe, expect, it } from 'vitest'
import { readUnitLog } from './unitLog.ts'
import { readWeather } from './weatherText.ts'

const weather = (text: string, isCelsius = false) => {
  const read = readWeather(text, isCelsius)
  return read.ok ? read.value : read.code
}

describe('weather as somebody pastes it', () => {
  it('is read by the names of its columns, in their own degrees', () => {
    expect(weather('Time, Temp °F, RH %\n18:00, 61.2, 72\n19:00, 59, 78%')).toEqual({
      dryBulbF: [61.2, 59],
      relativeHumidityPct: [72, 78],
      left: 0,
    })
    expect(weather('time;RH;outdoor °C\n18:00;72;16,2')).toMatchObject({ dryBulbF: [expect.closeTo(61.16, 9)] })
    expect(weather('Time, Temp, RH\n1, 10, 50', true)).toMatchObject({ dryBulbF: [50] })
  })

  it('takes a dew point for humidity', () => {
    // At the dew point itself the air is full.
    expect(weather('t, dry bulb °F, dew point °F\n1, 50, 50')).toMatchObject({ relativeHumidityPct: [expect.closeTo(100, 6)] })
    // 68 °F with a dew point of 50 °F: 52 % by any table.
    expect(weather('t, dry bulb °F, dew point °F\n1, 68, 50')).toMatchObject({ relativeHumidityPct: [expect.closeTo(52.5, 0)] })
  })

  it('leaves lines out that cannot be weather, and says how many', () => {
    expect(weather('t, temp, rh\n1, 60, 50\n2, , 50\n3, 999, 50\n4, 60, 160')).toMatchObject({ dryBulbF: [60], left: 3 })
  })

  it.each([
    ['18:00, 61, 72', 'weather-without-head'],
    ['station, wind, gusts\n1, 2, 3', 'weather-without-dry-bulb'],
    ['time, temp\n18:00, 61', 'weather-without-moisture'],
    ['time, temp, rh\n18:00, x, y', 'weather-unread'],
    [`t, temp, rh\n${'1, 60, 50\n'.repeat(9001)}`, 'weather-too-long'],
  ])('is refused in words where it tells nothing: %s', (text, code) => {
    expect(weather(text)).toBe(code)
  })
})

const log = (text: string, isCelsius = false) => {
  const read = readUnitLog(text, isCelsius)
  return read.ok ? read.value : read.code
}

describe('a log of the unit', () => {
  it('is read in any order of its columns, with what more there is', () => {
    expect(log('damper, MA, RA, OA, cooling, compressor, feedback, CO2\n15, 71, 74, 55, on, 0, 14, 640')).toEqual({
      rows: [
        {
          outdoorF: 55,
          returnF: 74,
          mixedF: 71,
          commandPct: 15,
          cooling: true,
          compressor: false,
          feedbackPct: 14,
          co2Ppm: 640,
        },
      ],
      left: 0,
    })
  })

  it('takes damper feedback for no command, and degrees as its head says', () => {
    expect(log('Outdoor °C;Return °C;Mixed °C;Damper feedback;Damper command\n10;20;18,5;16;15')).toMatchObject({
      rows: [{ outdoorF: 50, mixedF: expect.closeTo(65.3, 9), commandPct: 15, feedbackPct: 16, cooling: false }],
    })
  })

  it.each([
    ['OA, RA, damper\n1, 2, 3', 'unit-log-lacks'],
    ['OA, RA, MA, damper\n55, 74, 71, 150', 'unit-log-unread'],
    [`OA, RA, MA, damper\n${'55, 74, 71, 15\n'.repeat(501)}`, 'unit-log-too-long'],
  ])('is refused in words: %s', (text, code) => {
    expect(log(text)).toBe(code)
  })
})
