import { Readable } from 'node:stream'
import type { RecordFile, SiteId } from '@ingle/record'
import type { CrewData } from '../data/crewData.ts'

const PORTION = 1000

/**
 * The text of a record, portion by portion as it is taken: changes and photos come from the database one after another, so
 * that a long record is never whole in memory. Behind the changes stands the chain of this server over them.
 */
export async function* recordText(
  crew: CrewData,
  siteId: SiteId,
  head: Omit<RecordFile, 'changes' | 'photos' | 'chain'>,
): AsyncGenerator<string> {
  yield `${JSON.stringify(head, null, 1).slice(0, -2)},\n "changes": [`
  const links: string[] = []
  for await (const [i, { change, link }] of numbered(changesOf(crew, siteId))) {
    yield `${i === 0 ? '' : ','}\n  ${JSON.stringify(change)}`
    links.push(JSON.stringify(link))
  }
  yield `\n ],\n "chain": [${links.join(',')}],\n "photos": [`
  for (const [i, { id, mediaType }] of (await crew.photoList(siteId)).entries()) {
    const photo = await crew.photo(siteId, id)
    if (photo) yield `${i === 0 ? '' : ','}\n  ${JSON.stringify({ id, mediaType, base64: photo.content.toString('base64') })}`
  }
  yield '\n ]\n}\n'
}

/** Every change of a site with its link, in portions from the database. */
export async function* changesOf(crew: CrewData, siteId: SiteId) {
  for (let after = 0; ; ) {
    const portion = await crew.linkedAfter(siteId, after, PORTION)
    yield* portion
    if (portion.length < PORTION) return
    after = portion.at(-1)?.link.seq ?? after
  }
}

async function* numbered<T>(all: AsyncIterable<T>): AsyncGenerator<[number, T]> {
  let i = 0
  for await (const one of all) {
    yield [i, one]
    i += 1
  }
}

/** A text as an answer takes it: no faster than it goes out. */
export const streamOf = (text: AsyncIterable<string>): ReadableStream =>
  Readable.toWeb(Readable.from(text).map((part: string) => Buffer.from(part))) as ReadableStream
