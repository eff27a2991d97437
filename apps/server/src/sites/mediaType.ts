import { imageSize } from 'image-size'
import { Problem } from '../http/problem.ts'

const MEDIA_TYPES: Record<string, string> = { jpg: 'image/jpeg', png: 'image/png', webp: 'image/webp' }

/** The kind of picture by its own first bytes, whatever it calls itself. */
export function mediaTypeOf(content: Uint8Array): string {
  const notPicture = () =>
    new Problem(415, 'no-picture', 'This file is not a picture that can be shown.', 'Photos are JPEG, PNG or WebP.')
  let type: string | undefined
  try {
    type = imageSize(content).type
  } catch {
    throw notPicture()
  }
  const mediaType = MEDIA_TYPES[type ?? '']
  if (!mediaType) throw notPicture()
  return mediaType
}
