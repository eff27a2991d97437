import type { Instrument } from '@ingle/record'
import { formatISO, subMonths } from 'date-fns'

/** What Lantern Lane measures with; the hood is overdue. */
export function demoInstruments(now: Date): (Instrument & { format: string; version: number })[] {
  const months = (count: number) => formatISO(subMonths(now, count), { representation: 'date' })
  const made = (one: Omit<Instrument, 'format' | 'version' | 'everyMonths'>) => ({
    format: 'ingle-instrument/1',
    version: 1,
    everyMonths: 12,
    ...one,
  })
  return [
    made({
      id: 'gauge-1',
      name: 'Gauge 1, two ports',
      measures: 'static',
      accuracyPct: 1,
      accuracyFixed: 0.002,
      lowest: -5,
      highest: 5,
      calibratedOn: months(4),
    }),
    made({
      id: 'pitot-gauge',
      name: 'Fine gauge with Pitot tube',
      measures: 'velocity-pressure',
      accuracyPct: 1.5,
      accuracyFixed: 0.001,
      lowest: -1,
      highest: 1,
      calibratedOn: months(4),
    }),
    made({
      id: 'vane-1',
      name: 'Vane meter',
      measures: 'velocity',
      accuracyPct: 3,
      accuracyFixed: 10,
      lowest: 50,
      highest: 4000,
      calibratedOn: months(9),
    }),
    made({
      id: 'hood-1',
      name: 'Hood, two foot',
      measures: 'flow',
      accuracyPct: 5,
      accuracyFixed: 7,
      lowest: 30,
      highest: 1500,
      calibratedOn: months(19),
    }),
    made({
      id: 'pair-1',
      name: 'Pair of probes',
      measures: 'temperature',
      accuracyPct: 0,
      accuracyFixed: 0.4,
      lowest: -40,
      highest: 250,
      calibratedOn: months(2),
    }),
    made({
      id: 'clamp-1',
      name: 'Clamp meter',
      measures: 'current',
      accuracyPct: 2,
      accuracyFixed: 0.3,
      lowest: 0,
      highest: 400,
      calibratedOn: months(6),
    }),
  ]
}
