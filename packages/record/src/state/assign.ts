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

/** Those of a body's named fields that were sent: unknown ones must not reach the state. */
export function picked<F extends object, K extends keyof F>(fields: F, keys: readonly K[]): Pick<F, K> {
  const out = {} as Pick<F, K>
  for (const key of keys) if (fields[key] !== undefined && fields[key] !== null) out[key] = fields[key]
  return out
}
