import { visitOf } from '@ingle/bench'
import { unitsNamed } from '@ingle/core'
import { findSystem, findVisit, type SiteId, type SystemId, type VisitId } from '@ingle/record'
import type { PrintSheet } from '@ingle/record/wire'
import { isOccupantLanguage, occupantSheet, SHEETS, type Sheet } from '@ingle/report'
import PgBoss from 'pg-boss'
import type { Logger } from 'pino'
import type { DataSource } from 'typeorm'
import { CrewData } from '../data/crewData.ts'
import type { PrintJob } from '../data/entities.ts'
import { joinPdfs, setSheet } from './pool.ts'

const QUEUE = 'print'
/** How often a server looks for work, s: somebody waits for it. */
const LOOK_S = 0.5

interface Printing {
  crewId: string
  crewName: string
  jobId: string
  siteId: SiteId
  visitId: VisitId
  systemIds: SystemId[]
  sheet: PrintSheet
  units: string
  language?: string
}

/**
 * Prints that take longer than an answer may: they wait in a queue that is kept in the database, so that any server can
 * make them, and one that was interrupted is begun again by another. Progress and the result are rows of the crew.
 */
export class Printer {
  private opening: Promise<PgBoss> | null = null

  constructor(
    private readonly url: string,
    private readonly db: DataSource,
    private readonly log: Logger,
  ) {}

  /** Makes the queue's tables when it is first opened; later it is only joined. */
  open(): Promise<PgBoss> {
    this.opening ??= this.join().catch((error) => {
      this.opening = null
      throw error
    })
    return this.opening
  }

  private async join(): Promise<PgBoss> {
    const boss = new PgBoss({ connectionString: this.url, max: 3, application_name: 'ingle print' })
    boss.on('error', (error) => this.log.warn({ error: error.message }, 'print queue'))
    await boss.start()
    await boss.createQueue(QUEUE)
    await boss.work<Printing>(QUEUE, { pollingIntervalSeconds: LOOK_S, batchSize: 1 }, async ([job]) => {
      if (job) await this.make(job.data)
    })
    return boss
  }

  async close(): Promise<void> {
    // One that is still being opened is opened first: half of it cannot be closed.
    const boss = await this.opening?.catch(() => null)
    await boss?.stop({ graceful: false })
    this.opening = null
  }

  async print(of: Printing): Promise<void> {
    const boss = await this.open()
    await boss.send(QUEUE, of, { retryLimit: 1, expireInMinutes: 10 })
  }

  private async make(of: Printing): Promise<void> {
    const crew = new CrewData(this.db, of.crewId)
    try {
      const site = await crew.site(of.siteId)
      const visit = site && findVisit(site.state, of.visitId)
      if (!site || !visit) return await crew.setPrint(of.jobId, { state: 'failed', reason: 'The visit is not there any more.' })
      const parts: Uint8Array[] = []
      for (const [i, systemId] of of.systemIds.entries()) {
        const goesOn = await crew.goOnPrinting(of.jobId, i)
        if (!goesOn) return
        const system = findSystem(site.state, systemId)
        if (!system) continue
        const view = visitOf({ state: site.state, system, visit, units: unitsNamed(of.units) })
        parts.push(await setSheet(sheetOf(of, view)))
      }
      const content = Buffer.from(await joinPdfs(parts))
      if (await crew.goOnPrinting(of.jobId, of.systemIds.length)) await crew.setPrint(of.jobId, { state: 'done', content })
    } catch (error) {
      this.log.error({ error: (error as Error).message }, 'print failed')
      await crew.setPrint(of.jobId, { state: 'failed', reason: 'The server could not make it.' })
    }
  }
}

function sheetOf({ sheet, crewName, language }: Printing, view: ReturnType<typeof visitOf>): Sheet {
  return sheet === 'occupant'
    ? occupantSheet(view, crewName, isOccupantLanguage(language) ? language : 'en')
    : SHEETS[sheet](view, crewName)
}

export type PrintState = PrintJob['state']
