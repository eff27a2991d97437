import type { TryInput } from './input.ts'
import type { InstrumentMeasure } from './instruments.ts'

/** Every figure that an instrument of a kind read on a try, in its base unit. */
export function readingsBy(one: TryInput, measure: InstrumentMeasure): number[] {
  switch (measure) {
    case 'static':
      return Object.values(one.probes)
    case 'velocity-pressure':
      return one.traverses.flatMap((each) => Object.values(each.pressuresInWc))
    case 'velocity':
      return one.grilles.map((each) => each.faceFpm)
    case 'flow':
      return one.hoods.map((each) => each.flowCfm)
    case 'temperature':
      return [one.split?.returnDbF, one.split?.supplyDbF, one.rise?.returnDbF, one.rise?.supplyDbF].filter(
        (each): each is number => each !== undefined,
      )
    case 'voltage':
      return one.rise ? [one.rise.volts] : []
    case 'current':
      return one.rise ? [one.rise.amps] : []
  }
}
