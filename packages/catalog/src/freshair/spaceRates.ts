/** Which edition the rates below are of; whoever's code has others enters its own, with its name. */
export const RATES_EDITION = 'ASHRAE 62.1-2019, table 6-1'

export interface SpaceUse {
  id: string
  label: string
  perPersonCfm: number
  perAreaCfmFt2: number
  /** People on 1,000 ft² where nobody has counted. */
  per1000Ft2: number
}

const use = (id: string, label: string, perPersonCfm: number, perAreaCfmFt2: number, per1000Ft2: number): SpaceUse => ({
  id,
  label,
  perPersonCfm,
  perAreaCfmFt2,
  per1000Ft2,
})

/** Rates of the breathing zone by use. Source: `RATES_EDITION`. */
export const SPACE_USES: readonly SpaceUse[] = [
  use('office', 'Office', 5, 0.06, 5),
  use('reception', 'Reception', 5, 0.06, 30),
  use('meeting', 'Meeting room', 5, 0.06, 50),
  use('classroom', 'Classroom, age 9 and over', 10, 0.12, 35),
  use('lecture', 'Lecture room', 7.5, 0.06, 65),
  use('computer', 'Computer room', 10, 0.12, 25),
  use('day-care', 'Day care', 10, 0.18, 25),
  use('library', 'Library', 5, 0.12, 10),
  use('museum', 'Museum or gallery', 7.5, 0.06, 40),
  use('shop', 'Shop floor', 7.5, 0.12, 15),
  use('dining', 'Dining room', 7.5, 0.18, 70),
  use('lobby', 'Lobby', 5, 0.06, 10),
  use('corridor', 'Corridor', 0, 0.06, 0),
  use('store', 'Store room', 5, 0.06, 2),
  use('worship', 'Place of worship', 5, 0.06, 120),
  use('hall', 'Assembly hall', 5, 0.06, 150),
  use('gym', 'Exercise room', 20, 0.06, 10),
  use('salon', 'Salon', 20, 0.12, 25),
]
export const spaceUse = (id: string | undefined): SpaceUse | null => SPACE_USES.find((one) => one.id === id) ?? null

/** Of which edition the effectiveness is. */
export const EFFECTIVENESS_EDITION = 'ASHRAE 62.1-2019, table 6-4'

/** How much of the air that is blown in reaches people, by how it comes in. Source: `EFFECTIVENESS_EDITION`. */
export const EFFECTIVENESS = [
  {
    value: 1,
    label:
      'cool air from the ceiling; warm air from the ceiling with the return at the floor, or thrown down well; warm air from the floor, return at the floor',
  },
  {
    value: 0.8,
    label:
      'warm air from the ceiling with the return up there, 15 °F (8 °C) above the room or more, or not thrown down well; make-up air far from the exhaust',
  },
  { value: 0.7, label: 'warm air from the floor, return at the ceiling' },
  { value: 0.5, label: 'make-up air near the exhaust or the return' },
  { value: 1.05, label: 'cool air from the floor, thrown up 4½ ft (1.4 m) or more, return at the ceiling' },
  {
    value: 1.2,
    label: 'cool air from the floor, thrown up less (displacement, underfloor), return at a ceiling up to 18 ft (5.5 m)',
  },
  { value: 1.5, label: 'cool air from the floor, thrown up less, return at a ceiling above 18 ft (5.5 m)' },
] as const
