import type { ProblemCode } from '@ingle/record/wire'
import type { Seen } from '../papers/lookAtPicture.ts'

const MEDIA_TYPES: Record<string, string> = { jpeg: 'image/jpeg', png: 'image/png', webp: 'image/webp' }

export interface NoPicture {
  status: 413 | 415
  code: ProblemCode
  reason: string
  remedy: string
}

/** The kind of a picture that can be shown, by what was seen when it was decoded; or what is wrong with it. */
export function kindOfPicture(seen: Seen): { mediaType: string } | NoPicture {
  const mediaType = 'format' in seen ? MEDIA_TYPES[seen.format] : undefined
  if (mediaType) return { mediaType }
  if ('tooMany' in seen)
    return {
      status: 413,
      code: 'photo-too-large',
      reason: `This picture has ${Math.round(seen.tooMany / 1e6)} million points; ${Math.round(seen.most / 1e6)} million fit.`,
      remedy: 'Take it with a lower resolution.',
    }
  return {
    status: 415,
    code: 'no-picture',
    reason: 'This file is not a picture that can be shown, or it is damaged.',
    remedy: 'Photos are JPEG, PNG or WebP; take it again.',
  }
}
