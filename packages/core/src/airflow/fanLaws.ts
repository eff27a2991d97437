interface FanPoint {
  flowCfm: number
  staticInWc: number
  powerW: number
}

/**
 * A fan on one duct at another speed and density.
 * Source: fan laws, flow ∝ n, pressure ∝ n²·ρ, power ∝ n³·ρ (AMCA 200). Valid: same duct, same efficiency.
 */
export function fanAtSpeed(point: FanPoint, speedRatio: number, densityRatio = 1): FanPoint {
  return {
    flowCfm: point.flowCfm * speedRatio,
    staticInWc: point.staticInWc * speedRatio ** 2 * densityRatio,
    powerW: point.powerW * speedRatio ** 3 * densityRatio,
  }
}

/** A crossing of a fan curve with a duct. */
interface Crossing {
  flowCfm: number
  staticInWc: number
}

/**
 * Where a fan curve, straight between its points, meets the duct p = fixed + c·Q². A humped curve may meet it more
 * than once. Source: each segment gives a quadratic, solved in closed form. Valid: flows ascending.
 */
export function fanDuctCrossings(
  flowsCfm: readonly number[],
  staticsInWc: readonly number[],
  coefficient: number,
  fixedInWc = 0,
): Crossing[] {
  const found: Crossing[] = []
  for (let i = 0; i + 1 < flowsCfm.length; i += 1) {
    const [q0, q1] = [flowsCfm[i] as number, flowsCfm[i + 1] as number]
    const [p0, p1] = [staticsInWc[i] as number, staticsInWc[i + 1] as number]
    const slope = (p1 - p0) / (q1 - q0)
    for (const flowCfm of quadraticRoots(coefficient, -slope, fixedInWc - p0 + slope * q0)) {
      const inside = flowCfm >= q0 - 1e-9 && flowCfm <= q1 + 1e-9
      const seen = found.some((other) => Math.abs(other.flowCfm - flowCfm) < 1e-6)
      if (inside && !seen) found.push({ flowCfm, staticInWc: fixedInWc + coefficient * flowCfm * flowCfm })
    }
  }
  return found.sort((a, b) => a.flowCfm - b.flowCfm)
}

/** Real roots of a·x² + b·x + c, ascending, in the form that does not cancel. Source: Numerical Recipes §5.6. */
export function quadraticRoots(a: number, b: number, c: number): number[] {
  if (Math.abs(a) < 1e-300) return b === 0 ? [] : [-c / b]
  const discriminant = b * b - 4 * a * c
  if (discriminant < 0) return []
  const q = -0.5 * (b + (b < 0 ? -1 : 1) * Math.sqrt(discriminant))
  const roots = q === 0 ? [0] : [q / a, c / q]
  return roots.sort((x, y) => x - y)
}
