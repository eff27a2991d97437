import { ok, type Result } from '@ingle/core'
import type { PhotoId } from '@ingle/record'
import { refuse } from '../refusals.ts'
import { newId } from './ids.ts'

export interface Photo {
  id: PhotoId
  blob: Blob
}

/** Larger files are not even opened: decoding them can take a phone down. */
const FILE_LIMIT_BYTES = 40_000_000
/** Enough to read a nameplate, small enough for a bad signal. */
const LONGEST_SIDE_PX = 1600
const JPEG_QUALITY = 0.82

/** A picture made smaller on the device. Decoding it is also the proof that it is one. Its location data stays behind. */
export async function makePhoto(file: File): Promise<Result<Photo>> {
  const megabytes = Math.round(file.size / 1_000_000)
  if (file.size > FILE_LIMIT_BYTES)
    return refuse('photo-too-big', { file: file.name, megabytes, most: FILE_LIMIT_BYTES / 1_000_000 })
  let bitmap: ImageBitmap
  try {
    bitmap = await createImageBitmap(file)
  } catch {
    return refuse('not-a-picture', { file: file.name })
  }
  const scale = Math.min(1, LONGEST_SIDE_PX / Math.max(bitmap.width, bitmap.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(bitmap.width * scale))
  canvas.height = Math.max(1, Math.round(bitmap.height * scale))
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  bitmap.close()
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', JPEG_QUALITY))
  if (!blob) return refuse('photo-not-made-smaller')
  return ok({ id: newId(), blob })
}
