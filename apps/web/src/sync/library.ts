import { type Refusal } from '@ingle/core'
import type { DocumentContent, DocumentKind } from '@ingle/record'
import { DocumentsAnswer, Done } from '@ingle/record/wire'
import { liveQuery } from 'dexie'
import { refuse } from '../refusals.ts'
import { api, Refused } from './api.ts'
import { useDocuments } from './documents.ts'
import type { LocalDb } from './localDb.ts'

/** Keeps the crew's documents on this device, and saves new versions of them. */
export class LibraryDesk {
  private readonly watching: { unsubscribe(): void }

  constructor(private readonly db: LocalDb) {
    this.watching = liveQuery(() => db.documents.toArray()).subscribe((documents) => useDocuments.setState({ documents }))
  }

  close(): void {
    this.watching.unsubscribe()
    useDocuments.setState({ documents: [] })
  }

  /** Fetches what is new. Quiet when there is no answer: what is kept goes on serving. */
  async catchUp(): Promise<void> {
    const last = await this.db.documents.orderBy('seq').last()
    const answer = await api('GET', `/api/library?after=${last?.seq ?? 0}`, DocumentsAnswer)
    if (answer.ok && answer.value.documents.length > 0) await this.db.documents.bulkPut(answer.value.documents)
  }

  /** Saves a version for the whole crew. Needs the server: two people must not both become the next version. */
  async save<K extends DocumentKind>(kind: K, content: DocumentContent[K]): Promise<{ ok: true } | Refusal> {
    return this.done(await api('POST', `/api/library/${kind}`, Done, content))
  }

  async retire(kind: DocumentKind, id: string, retired: boolean): Promise<{ ok: true } | Refusal> {
    return this.done(await api('POST', `/api/library/${kind}/${encodeURIComponent(id)}/retired`, Done, { retired }))
  }

  private async done(answer: Awaited<ReturnType<typeof api>>): Promise<{ ok: true } | Refusal> {
    if (answer.ok) {
      await this.catchUp()
      return { ok: true }
    }
    if (answer.error instanceof Refused)
      return refuse('server-refused', { reason: answer.error.reason, remedy: answer.error.remedy })
    return refuse('no-answer')
  }
}
