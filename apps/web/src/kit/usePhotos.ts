import type { SiteId } from '@ingle/record'
import { useState } from 'react'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'
import { makePhoto, type Photo } from './makePhoto.ts'

/** Photos that are taken before what they belong to is written down. */
export function usePhotos(siteId: SiteId) {
  const desk = deskFor(useMe())
  const [photos, setPhotos] = useState<Photo[]>([])
  const [wrong, setWrong] = useState<string | null>(null)
  const take = async (files: readonly File[]) => {
    setWrong(null)
    for (const file of files) {
      const photo = await makePhoto(file)
      if (photo.ok) setPhotos((all) => [...all, photo.value])
      else setWrong(`${photo.reason} ${photo.remedy}`)
    }
  }
  /** Keeps them on the device, to be sent, and gives what a change says of each. */
  const keep = async () => {
    await desk.db.photos.bulkPut(photos.map((photo) => ({ id: photo.id, siteId, blob: photo.blob, sent: 0 as const })))
    return photos.map((photo) => ({ photoId: photo.id, mediaType: photo.blob.type, bytes: photo.blob.size }))
  }
  return { photos, wrong, take, keep, clear: () => setPhotos([]) }
}
