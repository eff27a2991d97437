import type { ComfortFigure, ComfortMeasure, Show } from '@ingle/core'

export const FIGURE_WORDS: Readonly<Record<ComfortMeasure, string>> = {
  meanOff: 'Mean beside what is wanted',
  swing: 'Swing',
  outside: 'Minutes outside the band',
  wait: 'Longest wait for heat or cooling, min',
  otherOff: 'Rooms not sensed, beside what is wanted',
  coolVent: 'Cool air from warm vents, min',
  starts: 'Starts an hour',
  wear: 'Wear of the starts, as hours run',
  fan: 'Fan hours',
  trickle: 'Fan trickles, hours',
  humidity: 'Humidity, mean',
  water: 'Water taken out',
  energy: 'Output, mean of the day',
  auxiliary: 'Auxiliary heat, hours',
  defrosts: 'Defrosts',
}

/** A figure as it is read. */
export function sayFigure({ measure, value }: ComfortFigure, show: Show): string {
  if (measure === 'swing') return show('temperatureDifference', value)
  if (measure === 'meanOff' || measure === 'otherOff') return show('temperatureDifference', value, { signed: true })
  if (measure === 'energy') return show('heatRate', value / 24)
  if (measure === 'starts' || measure === 'wear' || measure === 'fan' || measure === 'trickle' || measure === 'auxiliary')
    return value.toFixed(1)
  if (measure === 'humidity') return `${Math.round(value)} %`
  if (measure === 'water') return show('waterMass', value)
  return String(Math.round(value))
}
