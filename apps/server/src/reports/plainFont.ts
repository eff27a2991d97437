import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { basename, join } from 'node:path'
import { inflateSync } from 'node:zlib'

const SIGNATURE = 0x774f4646
const HEADER = 44
const ENTRY = 20

/**
 * A web font (WOFF 1) as the plain font inside it. The setter of PDFs unpacks every table anew for each document, in
 * JavaScript: half of the time of a page. Unpacked once, by the machine. Source: W3C WOFF File Format 1.0.
 */
export function unpackWoff(woff: Buffer): Buffer<ArrayBuffer> {
  if (woff.readUInt32BE(0) !== SIGNATURE) throw new Error('This font is no WOFF')
  const count = woff.readUInt16BE(12)
  const tables = Array.from({ length: count }, (_, i) => {
    const at = HEADER + i * ENTRY
    const [tag, offset, packed, length, sum] = [0, 4, 8, 12, 16].map((by) => woff.readUInt32BE(at + by)) as [
      number,
      number,
      number,
      number,
      number,
    ]
    const bytes = woff.subarray(offset, offset + packed)
    return { tag, sum, content: packed < length ? inflateSync(bytes) : bytes }
  })
  const entrySelector = Math.floor(Math.log2(count))
  const searchRange = 2 ** entrySelector * 16
  const head = Buffer.alloc(12 + count * 16)
  head.writeUInt32BE(woff.readUInt32BE(4), 0)
  for (const [i, value] of [count, searchRange, entrySelector, count * 16 - searchRange].entries())
    head.writeUInt16BE(value, 4 + 2 * i)
  const parts: Buffer[] = [head]
  let offset = head.length
  for (const [i, { tag, sum, content }] of tables.entries()) {
    for (const [j, value] of [tag, sum, offset, content.length].entries()) head.writeUInt32BE(value, 12 + i * 16 + 4 * j)
    const padding = Buffer.alloc((4 - (content.length % 4)) % 4)
    parts.push(content, padding)
    offset += content.length + padding.length
  }
  return Buffer.concat(parts)
}

/** The plain font of a web font's file, as a file beside other temporary ones. */
export function plainFont(path: string): string {
  const folder = join(tmpdir(), `ingle-fonts-${process.pid}`)
  mkdirSync(folder, { recursive: true })
  const file = join(folder, basename(path).replace(/\.woff$/, '.ttf'))
  writeFileSync(file, unpackWoff(readFileSync(path)))
  return file
}
