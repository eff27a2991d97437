/** Larger than what any phone takes; what is larger was made to fill a memory. */
const MOST_PIXELS = 60_000_000

/** What a file is as a picture: its format when it can be decoded whole; how many points, when those are too many; or broken. */
export type Seen = { format: string } | { tooMany: number; most: number } | { broken: true }

export async function lookAtPicture(content: Uint8Array): Promise<Seen> {
  const { default: sharp } = await import('sharp')
  try {
    // Formats that are programs of a kind (SVG) or that need others to be read are none of ours.
    const picture = sharp(content, { limitInputPixels: false, failOn: 'error', pages: 1 })
    const { width = 0, height = 0, format = '' } = await picture.metadata()
    if (!['jpeg', 'png', 'webp'].includes(format)) return { broken: true }
    if (width * height > MOST_PIXELS) return { tooMany: width * height, most: MOST_PIXELS }
    await picture.resize(1, 1, { fit: 'fill', fastShrinkOnLoad: false }).raw().toBuffer()
    return { format }
  } catch {
    return { broken: true }
  }
}
