/** A caution, and the step that it stands at. Shown before that step can be ticked. */
export interface Caution {
  id: string
  at: 'open-cabinet' | 'move-tap' | 'heater-rise' | 'change-filter' | 'hand-over'
  text: string
}

export const CAUTIONS: readonly Caution[] = [
  {
    id: 'isolate',
    at: 'move-tap',
    text: 'Isolate and lock off, prove dead, wait 5 min for the blower module to discharge. Licensed work where your code says so; the maker’s manual goes first.',
  },
  {
    id: 'moving-blower',
    at: 'open-cabinet',
    text: 'The wheel may start by itself. Keep hands, cuffs and hoses out while power is on.',
  },
  {
    id: 'hot-elements',
    at: 'heater-rise',
    text: 'Live terminals and hot elements: meter leads on first, panel back on, then start. Never run the heater under its least flow, and leave its limits as the maker built them.',
  },
  {
    id: 'filter-off',
    at: 'change-filter',
    text: 'Blower off while the filter is out: dirt goes straight to the coil and the wheel.',
  },
  {
    id: 'restore',
    at: 'hand-over',
    text: 'Panels and screws back, power restored, heater and cooling each called once before you leave.',
  },
]

export const cautionAt = (at: Caution['at']): Caution | null => CAUTIONS.find((one) => one.at === at) ?? null

/** What Ingle says of itself wherever advice leaves the screen. */
export const STANDING_NOTE =
  'Local codes, the maker’s manual and licensed practice come before anything printed here. Advice rests on the readings shown.'
