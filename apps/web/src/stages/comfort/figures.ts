import type { ComfortFigure, ComfortMeasure, Show } from '@ingle/core'

export const FIGURE_WORDS: Readonly<Record<ComfortMeasure, string>> = {
  meanOff: 'Mean beside what is wanted',
  swing: 'Swing',
  outside: 'Minutes outside the band',
  longestOutside: 'Longest time outside, min',
  starts: 'Starts an hour',
  fan: 'Fan hours',
  trickle: 'Fan trickles, hours',
  energy: 'Output, mean of the day',
  auxiliary: 'Auxiliary heat, hours',
}

/** A figure as it is read. */
export function sayFigure({ measure, value }: ComfortFigure, show: Show): string {
  if (measure === 'swing') return show('temperatureDifference', value)
  if (measure === 'meanOff') return show('temperatureDifference', value, { signed: true })
  if (measure === 'energy') return show('heatRate', value / 24)
  if (measure === 'starts' || measure === 'fan' || measure === 'trickle' || measure === 'auxiliary') return value.toFixed(1)
  return String(Math.round(value))
}
