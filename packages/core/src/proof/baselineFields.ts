import type { Quantity } from '../quantity/units.ts'

interface Field {
  says: string
  quantity?: Quantity
  unit?: string
}

/** What a baseline keeps, in the order in which it is read. */
export const BASELINE = {
  outdoorF: { says: 'outdoor air', quantity: 'temperature' },
  returnDbF: { says: 'return air', quantity: 'temperature' },
  returnWbF: { says: 'return wet bulb', quantity: 'temperature' },
  supplyDbF: { says: 'supply air', quantity: 'temperature' },
  supplyInWc: { says: 'supply static', quantity: 'static' },
  returnInWc: { says: 'return static', quantity: 'static' },
  flowCfm: { says: 'airflow', quantity: 'flow' },
  volts: { says: 'volts', quantity: 'voltage' },
  amps: { says: 'amps', quantity: 'current' },
  suctionSatF: { says: 'suction saturation', quantity: 'temperature' },
  suctionLineF: { says: 'suction line', quantity: 'temperature' },
  liquidSatF: { says: 'liquid saturation', quantity: 'temperature' },
  liquidLineF: { says: 'liquid line', quantity: 'temperature' },
  driveHz: { says: 'drive frequency', unit: 'Hz' },
  starts: { says: 'starts' },
  hours: { says: 'running hours', unit: 'h' },
} as const satisfies Record<string, Field>
export type BaselineField = keyof typeof BASELINE
export const baselineField = (id: BaselineField): Field => BASELINE[id]

export type BaselineMode = 'cool' | 'heat'
export type BaselineFacts = Partial<Record<BaselineField, number>>
