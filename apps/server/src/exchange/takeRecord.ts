import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { ImportAnswer } from '@ingle/record/wire'
import type { Context } from 'hono'
import { noted } from '../audit/noted.ts'
import type { SignedIn } from '../http/context.ts'
import { Problem } from '../http/problem.ts'

/**
 * Takes a record, or an archive, that comes in as a body: into a file as it comes, and no further than its limit; then a
 * thread reads it, looks at every picture and stores it, whole or not at all, while others are answered.
 */
export async function takeRecord(
  c: Context<SignedIn>,
  { archive, most, tooLarge }: { archive: boolean; most: number; tooLarge: () => Problem },
): Promise<ImportAnswer & { photos: number }> {
  const { me, deps } = { me: c.get('me'), deps: c.get('deps') }
  const folder = await mkdtemp(join(tmpdir(), 'ingle-import-'))
  try {
    const path = join(folder, archive ? 'in.zip' : 'in.json')
    await receive(c.req.raw, path, most, tooLarge)
    const { importFile } = await import('../papers/pool.ts')
    const { refused, taken } = await importFile({
      url: String((deps.db.options as { url?: string }).url),
      crewId: me.crewId,
      by: me.initials,
      isLead: me.role === 'lead',
      nowMs: deps.now().getTime(),
      path,
      archive,
    })
    if (refused) throw new Problem(refused.status, refused.code, refused.reason, refused.remedy)
    if (!taken) throw new Error('The thread said neither what it took nor why not')
    await noted(c, 'import', taken.says)
    return { siteId: taken.siteId, changes: taken.changes, photos: taken.photos }
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

/** Takes a body into a file as it comes, and no further than its limit. */
async function receive(request: Request, path: string, most: number, tooLarge: () => Problem): Promise<void> {
  if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLarge()
  if (!request.body) throw new Problem(400, 'bad-request', 'Nothing was sent.', 'Choose the file and send it again.')
  let length = 0
  await pipeline(
    Readable.fromWeb(request.body as never),
    async function* (source: AsyncIterable<Uint8Array>) {
      for await (const part of source) {
        length += part.byteLength
        if (length > most) throw tooLarge()
        yield part
      }
    },
    createWriteStream(path),
  )
}
