import type { SettingRule } from '@ingle/core'

/** What settings do to one another, as data. Each is tested by itself. */
export const SETTING_RULES: readonly SettingRule[] = [
  {
    id: 'stopped-fan-reads-still-air',
    when: [
      { role: 'fan.satisfied.heat', is: ['off'] },
      { role: 'sensor.source', is: ['return', 'average'] },
    ],
    says: 'Fan off when heating is satisfied needs the wall sensor: with air from the return a stopped fan leaves it reading still air.',
    remedy: 'Set the sensor to the wall controller first, or let the fan trickle.',
  },
  {
    id: 'stopped-fan-reads-still-air-cooling',
    when: [
      { role: 'fan.satisfied.cool', is: ['off'] },
      { role: 'sensor.source', is: ['return', 'average'] },
    ],
    says: 'Fan off when cooling is satisfied needs the wall sensor: with air from the return a stopped fan leaves it reading still air.',
    remedy: 'Set the sensor to the wall controller first, or let the fan trickle.',
  },
  {
    id: 'one-mode-for-ever',
    when: [{ role: 'control.changeover', is: ['manual'] }],
    says: 'With changeover by itself off, the room stays in one mode for ever: heat in the morning and sun at noon want two.',
    remedy: 'Turn it on, or write down who changes the mode, and when.',
  },
  {
    id: 'jumping-source',
    looksAt: 'now',
    when: [{ role: 'sensor.source', is: ['jump'] }],
    says: 'The sensor source jumps between two places: the room is held at one, then at the other.',
    remedy: 'Choose one of them; whichever is left, compare it with a reference thermometer beside it.',
  },
  {
    id: 'two-mains',
    when: [{ role: 'control.rank', is: ['main'], places: 2 }],
    says: 'Two controllers are both main: each undoes what the other set.',
    remedy: 'Make one of them the second, the one whose sensor is not followed.',
  },
  {
    id: 'no-main',
    when: [{ role: 'control.rank', is: ['second'], places: 2 }],
    says: 'Both controllers are second: nobody is in charge.',
    remedy: 'Make the one main whose sensor is followed.',
  },
  {
    id: 'furnace-fan-blows-cold',
    equipment: ['furnace'],
    when: [{ role: 'fan.mode', is: ['on', 'circulate'] }],
    says: 'A fan that runs between calls of a furnace blows cold air, from the other duct too where two share a return.',
    remedy: 'Run the fan with calls only, or keep the continuous step low and tell the occupant what they will feel.',
  },
  {
    id: 'factory-password',
    looksAt: 'now',
    when: [{ role: 'service.password', is: ['factory'] }],
    says: 'The password is still the one from the factory: it is in every manual.',
    remedy: 'Put in one of the firm’s own and keep it where the firm keeps them.',
  },
  {
    id: 'wrong-clock',
    looksAt: 'now',
    when: [{ role: 'time.clock', is: ['wrong'] }],
    says: 'The clock is wrong: every period begins at the wrong hour.',
    remedy: 'Set day and hour before the program, AM and PM with care.',
  },
  {
    id: 'heater-not-declared',
    fact: 'heater-fitted',
    when: [{ role: 'system.kit.heater', is: ['none'] }],
    says: 'A heater is fitted, but the board was told that there is none: it will not call it.',
    remedy: 'Declare the kit, and check that the blower keeps the heater’s least flow.',
  },
  {
    id: 'heater-declared-not-fitted',
    fact: 'no-heater',
    when: [{ role: 'system.kit.heater', is: ['fitted'] }],
    says: 'The board was told of a heater that is not there: it waits for heat that never comes.',
    remedy: 'Declare it as not fitted.',
  },
  {
    id: 'least-damper-upside-down',
    when: [{ role: 'freshair.min.low', below: 'freshair.min.high' }],
    says: 'The least damper position is smaller with the slow fan than with the fast one: a slower fan needs a wider damper for the same outdoor air.',
    remedy: 'Measure both, then set the slow-fan position above the other.',
  },
  {
    id: 'co2-upside-down',
    when: [{ role: 'freshair.co2.high', below: 'freshair.co2.low' }],
    says: 'The CO₂ range is upside down: it ends below where it begins.',
    remedy: 'Swap the two, or set the range from the ventilation that the room needs.',
  },
  {
    id: 'exhaust-upside-down',
    when: [{ role: 'freshair.exhaust', below: 'freshair.exhaust.off' }],
    says: 'The exhaust fan is set to stop above the damper position at which it starts: it would never rest.',
    remedy: 'Set the stop below the start.',
  },
  {
    id: 'exhaust-always',
    when: [{ role: 'freshair.exhaust', below: 'freshair.min.high' }],
    says: 'The exhaust fan starts below the least damper position: it runs whenever the unit does.',
    remedy: 'Start it where the damper lets in more than leaks out by itself.',
  },
  {
    id: 'supply-target-under-cutout',
    when: [{ role: 'freshair.supply.target', below: 'freshair.supply.cutout' }],
    says: 'Free cooling aims below the temperature at which it cuts out.',
    remedy: 'Set the cut-out some degrees below the supply target.',
  },
  {
    id: 'drive-limits-crossed',
    when: [{ role: 'drive.most', below: 'drive.least' }],
    says: 'The drive’s maximum frequency is below its minimum.',
    remedy: 'Read both again at the drive.',
  },
  {
    id: 'set-points-crossed',
    when: [{ role: 'setpoint.cool', below: 'setpoint.heat' }],
    says: 'Cooling is set below heating: each works against the other.',
    remedy: 'Leave at least the dead band between them.',
  },
  {
    id: 'fan-switch-upside-down',
    when: [{ role: 'fan.on-at', below: 'fan.off-at' }],
    says: 'The fan is set to start below the temperature at which it stops: it would never rest.',
    remedy: 'Set the stop pointer below the start pointer. Leave the limit pointer where the maker put it.',
  },
  {
    id: 'float-acts-by-closing',
    when: [
      { role: 'input.function', is: ['fault'] },
      { role: 'input.sense', is: ['closes'] },
    ],
    says: 'Input {n} is a float that acts by closing: a broken wire or a pulled plug would never be noticed.',
    remedy: 'Use a contact that opens, where the float has one, and trip it to prove it.',
  },
  {
    id: 'fault-input-unused',
    when: [
      { role: 'input.function', is: ['none'] },
      { role: 'input.scope', is: ['all'] },
    ],
    says: 'Input {n} does nothing, yet it is set to reach all units.',
    remedy: 'Give it its function, or set its reach back to this unit.',
  },
  {
    id: 'all-zones-may-close',
    when: [
      { role: 'zone.last-open', is: ['no'] },
      { role: 'zone.count', over: 1 },
    ],
    says: 'The last zone may close: with every damper shut the fan pushes against a closed duct.',
    remedy: 'Keep one zone open, or have enough always-open outlets, measured.',
  },
  {
    id: 'enthalpy-by-dry-bulb',
    when: [
      { role: 'freshair.changeover', is: ['fixed-enthalpy', 'difference-enthalpy'] },
      { role: 'freshair.sensor', is: ['dry-bulb'] },
    ],
    says: 'The economizer goes by enthalpy, and its outdoor sensor measures the dry bulb alone: it cannot decide by what it does not know.',
    remedy: 'Fit and set a sensor of enthalpy, or let it go by the dry bulb.',
  },
  {
    id: 'economizer-fault-unheard',
    when: [
      { role: 'freshair.alarm', is: ['no'] },
      { role: 'freshair.changeover', is: ['fixed', 'zone', 'difference', 'fixed-enthalpy', 'difference-enthalpy'] },
    ],
    says: 'No fault of the economizer reaches anybody: its alarm output is off.',
    remedy:
      'Turn it on and wire it to where somebody sees it. Energy codes ask for fault detection on larger units (IECC 2021 C403.2.3); the local code says on which.',
  },
  {
    id: 'economizer-without-feedback',
    when: [
      { role: 'freshair.feedback', is: ['no'] },
      { role: 'freshair.changeover', is: ['fixed', 'zone', 'difference', 'fixed-enthalpy', 'difference-enthalpy'] },
    ],
    says: 'The controller does not hear where the damper stands: a damper that sticks is no fault to it.',
    remedy:
      'Wire and turn on the feedback where the actuator has one; what a code asks of fault detection rests on it (IECC 2021 C403.2.3).',
  },
  {
    id: 'short-rest',
    when: [{ role: 'control.min-off', under: 3 }],
    says: 'A rest of less than three minutes lets a compressor start against pressure.',
    remedy: 'Three to five minutes, or what the maker’s manual says.',
  },
  {
    id: 'short-cycles',
    when: [
      { role: 'control.cycle-rate', over: 6 },
      { role: 'control.differential', under: 1 },
    ],
    says: 'A narrow differential with many starts an hour: the machine never runs long enough to settle.',
    remedy: 'Widen the differential or lower the cycle rate; one of them is enough.',
  },
  {
    id: 'compressor-starts',
    equipment: ['air-handler', 'multi-room', 'rooftop'],
    when: [{ role: 'control.cycle-rate', over: 3 }],
    says: 'More than three starts an hour are too many for a compressor: it does not run long enough to bring its oil back.',
    remedy: 'Three an hour, or what its maker says; more are for a burner or for electric heat.',
  },
  {
    id: 'ventilation-stops',
    equipment: ['rooftop'],
    when: [{ role: 'fan.mode', is: ['auto'] }],
    says: 'Outdoor air comes only while the fan turns: between calls the rooms are not ventilated.',
    remedy: 'Let the fan run through the occupied hours. Ventilation by the code (ASHRAE 62.1) goes before comfort and noise.',
  },
  {
    id: 'commercial-dead-band',
    equipment: ['rooftop'],
    when: [{ role: 'setpoint.cool', near: { to: 'setpoint.heat', by: 5 } }],
    says: 'Heating and cooling stand less than 5 °F apart: in a commercial building the energy code asks for that much.',
    remedy: 'Five degrees or more (ASHRAE 90.1, 6.4.3.1.2), unless the local code says otherwise.',
  },
  {
    id: 'commercial-setback',
    equipment: ['rooftop'],
    when: [{ role: 'time.program', is: ['none'] }],
    says: 'It keeps the occupied temperature at all hours: in a commercial building the energy code asks for setback or shut-off.',
    remedy: 'Give it its occupied hours (ASHRAE 90.1, 6.4.3.3); ventilation before occupancy stays.',
  },
  {
    id: 'second-stage-never',
    equipment: ['furnace'],
    fact: 'second-uncalled',
    when: [{ role: 'control.second-stage', is: ['never'] }],
    says: 'Nothing calls the furnace’s second stage: neither its own rule nor a conductor to W2. On the coldest day the room will not be reached.',
    remedy:
      'After a set time, by its own reckoning, or by W2 from a controller with two stages; never is for a furnace that is too large.',
  },
  {
    id: 'band-inside-differential',
    when: [{ role: 'control.changeover-band', below: 'control.differential' }],
    says: 'The changeover band is narrower than the differential: heating ends where cooling begins.',
    remedy: 'Make the band wider than the differential.',
  },
]
