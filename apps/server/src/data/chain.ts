import { createHash, createHmac } from 'node:crypto'
import { counted } from '@ingle/core'
import type { Change, RecordFile, RecordLink, SiteId } from '@ingle/record'
import canonicalize from 'canonicalize'

/** A change, or a document, as one text, whatever order its fields came in. Source: RFC 8785, JSON Canonicalization Scheme. */
export const canonicalText = (of: Change | object): string => canonicalize(of) ?? ''

/** What the first link of a site's chain hangs on. */
export const chainBegin = (siteId: SiteId): string => siteId

/**
 * The hash of one link: over the link before it, its number, the moment when this server took it, and what it says. A
 * change that is altered, left out or put in between later gives another hash from there on.
 * @returns SHA-256 as 64 hexadecimal digits
 */
export const linkHash = (before: string, seq: number, receivedAt: Date, text: string): string =>
  createHash('sha256').update(`${before}\n${seq}\n${receivedAt.toISOString()}\n${text}`).digest('hex')

/** What in an exported record does not fit its chain, in words; null where all fits, or where it carries none. */
export function chainFault({ siteId, changes, chain }: RecordFile): string | null {
  if (chain === undefined) return null
  if (chain.length !== changes.length)
    return `it holds ${counted(changes.length, 'change')}, and was exported with ${chain.length}.`
  let before = chainBegin(siteId)
  for (const [i, change] of changes.entries()) {
    const link = chain[i] as RecordLink
    if (link.seq !== i + 1) return `change ${i + 1} is missing.`
    // What a person was erased from says something else than when it was linked; the link holds on.
    if (!('erased' in change) && link.hash !== linkHash(before, link.seq, new Date(link.receivedAt), canonicalText(change)))
      return `change ${i + 1} is not what was exported.`
    before = link.hash
  }
  return null
}

/**
 * The server's word that it once took a change, for the device that holds it: after a restore from an older backup the
 * device can bring the change back, and the server knows it for its own.
 * @returns HMAC-SHA-256 in base64url
 */
export const receiptOf = (secret: string, text: string): string => createHmac('sha256', secret).update(text).digest('base64url')
