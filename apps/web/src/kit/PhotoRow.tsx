import type { PhotoState } from '@ingle/record'
import { PhotoView } from './PhotoView.tsx'

/** The photos of a note or a temporary fix. */
export function PhotoRow({ siteId, photos, alt }: { siteId: string; photos: readonly PhotoState[]; alt: string }) {
  if (photos.length === 0) return null
  return (
    <span className="flex flex-wrap gap-2 mt-1.5">
      {photos.map((photo) => (
        <PhotoView key={photo.id} siteId={siteId} photoId={photo.id} alt={alt} className="h-24 rounded border border-base-300" />
      ))}
    </span>
  )
}
