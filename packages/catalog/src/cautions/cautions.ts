/** A caution, and the step that it stands at. Shown before that step can be ticked. */
export interface Caution {
  id: string
  at:
    | 'open-cabinet'
    | 'move-tap'
    | 'heater-rise'
    | 'change-filter'
    | 'test-hole'
    | 'roof'
    | 'damper-moves'
    | 'panel-points'
    | 'remote-test'
    | 'hand-over'
  text: string
}

export const CAUTIONS: readonly Caution[] = [
  {
    id: 'isolate',
    at: 'move-tap',
    text: 'Isolate and lock off, wait for stored charge (5 min, longer where the manual says so), then prove dead, AC and DC. Licensed work where your code says so; the maker’s manual goes first.',
  },
  {
    id: 'moving-blower',
    at: 'open-cabinet',
    text: 'The wheel may start by itself. Keep hands, cuffs and hoses out while power is on.',
  },
  {
    id: 'gas-smell',
    at: 'open-cabinet',
    text: 'Smell of gas: no switch, no flame, no phone in there. Everybody out, and the gas emergency number from outside.',
  },
  {
    id: 'co-monitor',
    at: 'open-cabinet',
    text: 'Wear a personal CO monitor wherever anything burns. When it alarms: out, air in, and nobody back before the cause is found.',
  },
  {
    id: 'line-voltage',
    at: 'open-cabinet',
    text: 'Line voltage stands behind the panel. A door switch is no isolation: its line side stays live, and it is never held in.',
  },
  {
    id: 'hot-and-sharp',
    at: 'open-cabinet',
    text: 'Exchanger, flue and elements stay hot after firing; sheet edges and fins cut. Gloves, sleeves, light.',
  },
  {
    id: 'flammable-refrigerant',
    at: 'open-cabinet',
    text: 'Read the plate for the refrigerant. One of class A2L burns: where a leak is suspected no flame and no spark, air in, and the circuit left to whoever is licensed for it.',
  },
  {
    id: 'test-hole',
    at: 'test-hole',
    text: 'Know what is behind the sheet before a hole is drilled: coil, element, wires, a lined duct. Power off, a stop on the bit, chips out of the air path, and a plug afterwards.',
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
    id: 'roof-test',
    at: 'roof',
    text: 'Roof: ladder footed and tied, three points of contact, back from the edge; not in wind, ice or lightning. Parts come up by hoist, not by hand. Panels back on: an open door is outdoor air too, and a panel flies.',
  },
  {
    id: 'damper-moves',
    at: 'damper-moves',
    text: 'Blades, linkage and belts crush fingers: hands out, guards on, before fan or damper is told to move.',
  },
  {
    id: 'panel-points',
    at: 'panel-points',
    text: 'Live panel: prove it dead before a wire is moved; low-voltage terminals lie beside mains. A safety is tripped to test it, never bridged.',
  },
  {
    id: 'remote-test',
    at: 'remote-test',
    text: 'Fan and blades move at once: nobody at them, panels on, somebody in sight of the unit.',
  },
  {
    id: 'restore',
    at: 'hand-over',
    text: 'Panels and screws back, power restored, heater and cooling each called once before you leave.',
  },
]

export const cautionsAt = (at: Caution['at']): Caution[] => CAUTIONS.filter((one) => one.at === at)
export const cautionAt = (at: Caution['at']): Caution | null => CAUTIONS.find((one) => one.at === at) ?? null

/** What Ingle says of itself wherever advice leaves the screen. */
export const STANDING_NOTE =
  'Local codes, the maker’s manual and licensed practice come before anything printed here. Advice rests on the readings shown.'
