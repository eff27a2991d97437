import { existsSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { fileURLToPath } from 'node:url'
import type { Sheet } from '@ingle/report'
import { Piscina } from 'piscina'
import type { PdfPhoto } from '../reports/definition.ts'
import {
  foldRecord as foldInLine,
  importFile as importInLine,
  joinPdfs as joinInLine,
  lookAt as lookInLine,
  setSheet as sheetInLine,
  setWorkbook as workbookInLine,
} from './worker.ts'

/** What is built beside the server; where it runs from its sources (in tests), the same functions are called in line. */
const BUILT = new URL('./papersWorker.js', import.meta.url)
/** A thread without work gives its memory back after so long, ms. */
const IDLE_MS = 30_000
/** A sheet that takes longer is wrong, ms. */
const MOST_MS = 60_000
/** A large archive is read, checked and stored within, ms. */
const IMPORT_MS = 600_000

let pool: Piscina | null = null

/** Threads for paper: half of the machine, so that the other half answers. */
function threads(): Piscina | null {
  if (pool || !existsSync(BUILT)) return pool
  pool = new Piscina({
    filename: fileURLToPath(BUILT),
    minThreads: 0,
    maxThreads: Math.max(1, Math.floor(availableParallelism() / 2)),
    idleTimeout: IDLE_MS,
  })
  return pool
}

const IN_LINE = {
  setSheet: sheetInLine,
  joinPdfs: joinInLine,
  setWorkbook: workbookInLine,
  foldRecord: foldInLine,
  lookAt: lookInLine,
  importFile: importInLine,
}
type Work = typeof IN_LINE
const run = <N extends keyof Work>(name: N, of: Parameters<Work[N]>[0], mostMs = MOST_MS): ReturnType<Work[N]> => {
  const on = threads()
  const work = IN_LINE[name] as (of: unknown) => unknown
  return (on ? on.run(of, { name, signal: AbortSignal.timeout(mostMs) }) : work(of)) as ReturnType<Work[N]>
}

export const setSheet = (sheet: Sheet, photos: readonly PdfPhoto[] = []) => run('setSheet', { sheet, photos })
export const joinPdfs = (parts: readonly Uint8Array[]) => run('joinPdfs', parts)
export const setWorkbook = (sheets: Parameters<Work['setWorkbook']>[0]) => run('setWorkbook', sheets)
export const foldRecord = (of: Parameters<Work['foldRecord']>[0]) => run('foldRecord', of)
export const lookAt = (content: Uint8Array) => run('lookAt', content)
export const importFile = (of: Parameters<Work['importFile']>[0]) => run('importFile', of, IMPORT_MS)

/** Ends the threads; for a server that stops. */
export async function closePool(): Promise<void> {
  await pool?.destroy()
  pool = null
}
