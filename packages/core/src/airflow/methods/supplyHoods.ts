import { hoodsOf } from './hoods.ts'

/**
 * Every supply outlet under a hood; as many as there are. Of a unit that takes in outdoor air this is what its fan moves.
 * Only where somebody named the outlets: one that nobody knows of would be missing from the sum.
 */
export const supplyHoods = hoodsOf('supply-hoods', {
  side: 'supply',
  name: 'the hood on the supply outlets',
  short: 'supply hood',
  label: 'Flow, supply hood',
  all: 'every supply outlet',
  count: ({ supplyOutlets }) => supplyOutlets || null,
})
