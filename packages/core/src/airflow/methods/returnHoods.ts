import { hoodsOf } from './hoods.ts'

/**
 * Every return grille under a hood; as many as there are. Where the unit takes in outdoor air the return is what its fan
 * moves less that air, and says nothing of it alone.
 */
export const returnHoods = hoodsOf('return-hoods', {
  side: 'return',
  name: 'the hood on the return grilles',
  short: 'hood',
  label: 'Flow, hood',
  all: 'every return grille',
  count: ({ returnGrilles, takesOutdoorAir }) => (takesOutdoorAir ? null : returnGrilles),
})
