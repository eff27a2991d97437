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
    | 'coil-clean'
    | 'zones-shut'
    | 'fan-on'
    | 'keys'
    | 'first-cooling'
    | 'heat-in-warmth'
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
    id: 'arc-flash',
    at: 'open-cabinet',
    text: 'Three phases or more than 240 V: an arc burns at arm’s length. Dead and locked before a cover is off; live only by whoever is trained, dressed and allowed for it. After work on the supply rotation is seen first: a scroll or a fan that turns backwards.',
  },
  {
    id: 'attic',
    at: 'open-cabinet',
    text: 'Attic and crawl space: boards to kneel on, light, mask, water; the heat there fells people, so somebody knows that you are in. Old lagging that may hold asbestos is left alone.',
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
    id: 'freezing-air',
    at: 'damper-moves',
    text: 'Freezing outdoors: a damper that is driven or locked open freezes a water coil in minutes. Under 40 °F (4 °C) outdoors watch the mixed air all the while and shut the damper before it falls to 45 °F (7 °C); the freeze-stat stays in.',
  },
  {
    id: 'panel-points',
    at: 'panel-points',
    text: 'Live panel: prove it dead before a wire is moved; low-voltage terminals lie beside mains. A safety is tripped to test it, never bridged.',
  },
  {
    id: 'arc-flash-points',
    at: 'panel-points',
    text: 'Three phases or more than 240 V in the same panel: an arc burns at arm’s length. Live only by whoever is trained, dressed and allowed for it.',
  },
  {
    id: 'coil-clean',
    at: 'coil-clean',
    text: 'Coil cleaner: on coated or aluminium coils neither acid nor alkaline unless the maker names it; gloves, goggles, air; power off, and nobody breathes what the fan would carry in.',
  },
  {
    id: 'zones-shut',
    at: 'zones-shut',
    text: 'With the relief shut and most dampers closed the pressure can burst a duct or lift a ceiling: watch the static, and open a zone before it passes the cabinet’s rating.',
  },
  {
    id: 'fan-on',
    at: 'fan-on',
    text: 'A fan that stays on beside a burner: it draws cold air from the ceiling through every gap of cabinet and return, and may pull flue gas back. Seal them first, and see with the fan on that nothing spills at the draft hood.',
  },
  {
    id: 'wrong-code',
    at: 'keys',
    text: 'A wrong code or number may stop the unit or lock its page: read the screen before each key, write down what stood there, and leave the page without saving when it shows something else.',
  },
  {
    id: 'first-cooling',
    at: 'first-cooling',
    text: 'Before the first cooling: crankcase heater on for as long as the maker asks, often a day. No cooling under the maker’s lowest outdoor temperature.',
  },
  {
    id: 'heat-in-warmth',
    at: 'heat-in-warmth',
    text: 'A heat pump is not made to heat above the maker’s highest outdoor temperature: on a warm day short, with gauges, or on another day.',
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
