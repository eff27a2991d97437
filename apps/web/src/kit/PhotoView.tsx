import { useEffect, useState } from 'react'
import { useMe } from '../session/useMe.ts'
import { localDb } from '../sync/localDb.ts'

/** A photo from this device while it has it, from the server otherwise. */
export function PhotoView({
  siteId,
  photoId,
  alt,
  className,
}: {
  siteId: string
  photoId: string
  alt: string
  className?: string
}) {
  const me = useMe()
  const [url, setUrl] = useState<string | null>(null)
  useEffect(() => {
    let made: string | null = null
    let gone = false
    void localDb(me.accountId)
      .photos.get(photoId)
      .then((kept) => {
        if (gone) return
        made = kept ? URL.createObjectURL(kept.blob) : null
        setUrl(made ?? `/api/sites/${siteId}/photos/${photoId}`)
      })
    return () => {
      gone = true
      if (made) URL.revokeObjectURL(made)
    }
  }, [me.accountId, siteId, photoId])
  return url ? <img src={url} alt={alt} className={className} /> : <div className={`bg-base-300 ${className ?? ''}`} />
}
