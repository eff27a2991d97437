/**
 * Later fields win one by one; a field that was not sent leaves the earlier one standing. Only the named fields are
 * taken: bodies keep unknown ones, and those must not reach the state.
 */
export function assign<T extends object, F extends object, K extends keyof T & keyof F>(
  target: T,
  fields: F,
  keys: readonly K[],
): void {
  for (const key of keys) {
    const value = fields[key]
    if (value !== undefined && value !== null) target[key] = value as unknown as T[K]
  }
}
