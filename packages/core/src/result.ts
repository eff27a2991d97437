/**
 * The one shape of an answer that can fail for something a user did.
 * Core throws only for a programmer's mistake; everything else comes back as a reason and a remedy.
 */
export type Result<T> = { ok: true; value: T } | Refusal

export interface Refusal {
  ok: false
  /** One sentence: what is wrong. */
  reason: string
  /** One sentence: what to do about it. */
  remedy: string
}

export const ok = <T>(value: T): Result<T> => ({ ok: true, value })

export const refuse = (reason: string, remedy: string): Refusal => ({ ok: false, reason, remedy })

/** Closes a switch over a union: adding a member without a case stops the compiler, and says so at run time too. */
export function never(value: never): never {
  throw new Error(`Unhandled case: ${JSON.stringify(value)}`)
}
