/** Watts of air per cfm and in.wc. Source: 745.7 W/hp ÷ 6,356 cfm·in.wc/hp, AMCA 200. */
const AIR_WATT_PER_CFM_IN_WC = 0.1173
/**
 * Of a blower's electric power, what goes into the static outside its cabinet: belt or motor, wheel, and what coil and
 * cabinet take inside. At 0.5 in.wc it makes 0.29 W/cfm; field studies of houses find 0.2 to 0.5. An estimate; the panel
 * says so.
 */
const BLOWER_EFFICIENCY = 0.2

/** Electric power of a blower, W. Source: flow × static, ÷ efficiency. */
export const blowerPowerW = (flowCfm: number, staticInWc: number, efficiency = BLOWER_EFFICIENCY): number =>
  (AIR_WATT_PER_CFM_IN_WC * flowCfm * Math.max(staticInWc, 0)) / efficiency

/**
 * How much louder a fan gets from one point to another, dB. Source: sound power Lw = K + 10·log Q + 20·log P of one fan,
 * ASHRAE Applications, ch. "Noise and vibration control". Valid: the same fan, away from stall.
 */
export const louderDb = (from: { flowCfm: number; staticInWc: number }, to: { flowCfm: number; staticInWc: number }): number =>
  10 * Math.log10(to.flowCfm / from.flowCfm) + 20 * Math.log10(to.staticInWc / from.staticInWc)

/** What a motor that holds its flow does against more and more resistance. */
export interface HeldAgainst {
  /** Duct as a multiple of what it is now. */
  times: number
  staticInWc: number
  flowCfm: number
  powerW: number
  louderDb: number
  /** The motor brings no more: the flow falls. */
  runOut: boolean
}

/**
 * A constant-airflow motor against a filter that clogs or grilles that are shut: static, power and sound rise with the
 * flow held, until the motor has no more to give and the flow falls.
 * Source: p = c·Q² with c growing; above the table's static limit Q = √(limit / c).
 */
export function heldAgainst(
  setCfm: number,
  maxStaticInWc: number,
  coefficient: number,
  times: readonly number[] = [1, 1.25, 1.5, 2, 3, 4],
): HeldAgainst[] {
  const at = (factor: number) => {
    const asked = coefficient * factor * setCfm * setCfm
    const runOut = asked > maxStaticInWc
    return {
      times: factor,
      staticInWc: runOut ? maxStaticInWc : asked,
      flowCfm: runOut ? Math.sqrt(maxStaticInWc / (coefficient * factor)) : setCfm,
      runOut,
    }
  }
  const now = at(1)
  return times.map((factor) => {
    const one = at(factor)
    return { ...one, powerW: blowerPowerW(one.flowCfm, one.staticInWc), louderDb: louderDb(now, one) }
  })
}

/** How many times the present resistance the motor can still hold its flow against. Source: limit ÷ present static. */
export const holdsUntilTimes = (setCfm: number, maxStaticInWc: number, coefficient: number): number =>
  maxStaticInWc / (coefficient * setCfm * setCfm)
