import type { Refusal } from '@ingle/core'

/** What a field says when something was not written down; null when it was. */
export const refusalOf = (written: { ok: true } | Refusal): string | null =>
  written.ok ? null : `${written.reason} ${written.remedy}`
