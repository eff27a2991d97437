/**
 * What field measurements are off by at 95 %, where nobody chose an instrument with an accuracy of its own. Shares of the
 * flow or of the reading, and °F. They hold for instruments as technicians carry them and for the places where they can
 * be held; a maker's accuracy statement is for the instrument alone. Ranges: ASHRAE Standard 111, ASHRAE Guideline 2,
 * and makers' statements; the figure in each range is our choice.
 */
export const FIELD = {
  /** A blower table: production spread, and a cabinet fitted otherwise than on the test bench. */
  table: 0.07,
  /** A good traverse, every point read in steady air. Standard 111: five to ten percent. */
  traverse: 0.07,
  /** A metering plate with the duct's own correction. */
  plate: 0.07,
  /** Face speed at grilles: the free-area factor is the maker's and common to all, so it does not average out. */
  grilles: 0.12,
  /** A hood that was made for the grille. */
  hood: 0.07,
  /** Gas input by plate or meter, with its efficiency. */
  gas: 0.08,
  volts: 0.01,
  /** A clamp on one conductor. */
  amps: 0.03,
  /** Each of two thermometers in moving air, °F. */
  thermometerF: 0.7,
  /** Of what a blower usually gives to its air, where nobody measured it. */
  blowerHeat: 0.5,
} as const
