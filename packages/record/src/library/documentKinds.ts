/** What a crew keeps beside its sites. */
export const DOCUMENT_KINDS = ['profile', 'rules', 'pattern', 'instrument', 'test'] as const
export type DocumentKind = (typeof DOCUMENT_KINDS)[number]
