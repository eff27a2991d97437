/**
 * Minutes until a room of one node is from one temperature at another, the plant at its full output; null where it never is.
 * Source: τ·ln((Tf − T1)/(Tf − T2)), Tf = outdoors + output/loss, τ = capacity/loss. Valid: loss > 0.
 */
export function recoveryMin(of: {
  capacityBtuPerF: number
  uaBtuHPerF: number
  outdoorF: number
  /** Negative: cooling. */
  outputBtuH: number
  startF: number
  targetF: number
}): number | null {
  const { capacityBtuPerF, uaBtuHPerF, outdoorF, outputBtuH, startF, targetF } = of
  const settlesF = outdoorF + outputBtuH / uaBtuHPerF
  const isHeating = outputBtuH >= 0
  if (isHeating ? startF >= targetF : startF <= targetF) return 0
  const ratio = (settlesF - startF) / (settlesF - targetF)
  return ratio > 1 && Number.isFinite(ratio) ? (60 * capacityBtuPerF * Math.log(ratio)) / uaBtuHPerF : null
}
