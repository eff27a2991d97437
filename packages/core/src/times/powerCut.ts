/** What a power cut does to a device's clock. */
export interface PowerCut {
  offAt: number
  onAt: number
  /** Kept by a battery; stood still; or begun anew at a time of its own. */
  clock: { kind: 'kept' } | { kind: 'stopped' } | { kind: 'reset'; to: number }
  /** When somebody put it right; null: nobody did. */
  correctedAt: number | null
}

/** What the device's own clock says at an instant; null while it has no power. Source: the three ways in which clocks fail. */
export function deviceTime(cut: PowerCut | null, at: number): number | null {
  if (!cut || at < cut.offAt) return at
  if (at < cut.onAt) return null
  if (cut.correctedAt !== null && at >= cut.correctedAt) return at
  switch (cut.clock.kind) {
    case 'kept':
      return at
    case 'stopped':
      return at - (cut.onAt - cut.offAt)
    case 'reset':
      return cut.clock.to + (at - cut.onAt)
  }
}

/** Whether a change by hand other than a hold is gone for good: a clock that began anew knows nothing of it. */
export const isForgotten = (cut: PowerCut | null, at: number): boolean => cut?.clock.kind === 'reset' && at >= cut.onAt
