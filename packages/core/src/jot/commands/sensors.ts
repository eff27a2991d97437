import { list, showIn } from '../../advice/show.ts'
import { SENSOR_PLACES, type SensorPlace } from '../../rooms/roomKinds.ts'
import { finish, isNumbers, type Line, readings } from '../line.ts'
import { clip, type JotContext, type JotReading, needs, wrong } from '../reading.ts'

export const wallBeside = (line: Line, context: JotContext): JotReading => beside('wall', line, context)

export function sensorBeside(line: Line, context: JotContext): JotReading {
  const place = SENSOR_PLACES.find((one) => line.takePast(one))
  if (place) return beside(place, line, context)
  return line.done
    ? needs(`where it is: ${list([...SENSOR_PLACES], 'or')}`)
    : wrong(`“${clip(line.next())}” is no place of a sensor.`, `Say ${list([...SENSOR_PLACES], 'or')}, then what it shows.`)
}

/** What a sensor shows, what a reference beside it reads, and whether the fan runs: without that nothing can be told apart. */
function beside(place: SensorPlace, line: Line, context: JotContext): JotReading {
  const shown = readings(line, [['temperature', 'what it shows']])
  if (!isNumbers(shown)) return shown
  // “71.5/69.8” says what is which by its order.
  if (!line.takePast('ref') && !line.startsNumber())
    return line.done ? needs('ref and what the reference reads') : refWanted(line)
  const reference = readings(line, [['temperature', 'what the reference reads']])
  if (!isNumbers(reference)) return reference
  if (!line.takePast('fan')) return line.done ? needs('fan on or fan off') : fanWanted(line)
  const on = line.takePast('on')
  if (!on && !line.takePast('off')) return line.done ? needs('on or off') : fanWanted(line)
  const sun = line.takePast('sun')
  const supply = line.takePast('supply on')
  const isSunny = sun || line.takePast('sun')
  const [shownF = 0, referenceF = 0] = [shown[0], reference[0]]
  const show = showIn(context.units)
  return finish(line, {
    intent: { kind: 'sensor-pair', place, shownF, referenceF, fan: on, supply, ...(isSunny && { sun: true }) },
    reads: `${place}: shown ${show('temperature', shownF)}, reference ${show('temperature', referenceF)}, fan ${on ? 'on' : 'off'}${supply ? ', supply air on' : ''}${isSunny ? ', sun on it' : ''} → ${show('temperatureDifference', shownF - referenceF, { signed: true })}`,
  })
}

const refWanted = (line: Line) =>
  wrong(`“${clip(line.next())}” was not understood here.`, 'Then ref and what the reference reads: wall 71.5 ref 69.8 fan on.')
const fanWanted = (line: Line) =>
  wrong(`“${clip(line.next())}” was not understood here.`, 'End with fan on or fan off: it tells a draught from an offset.')
