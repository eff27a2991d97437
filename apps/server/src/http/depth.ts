/** Every check walks what it is given: nothing may be so deep that a walk does not come back. */
export const MOST_DEEP = 64

export function isDeeperThan(plain: unknown, most: number): boolean {
  let level: unknown[] = [plain]
  for (let depth = 0; level.length > 0; depth += 1) {
    if (depth > most) return true
    level = level.flatMap((one) => (typeof one === 'object' && one !== null ? Object.values(one) : []))
  }
  return false
}
