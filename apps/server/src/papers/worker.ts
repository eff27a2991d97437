import type { SiteId } from '@ingle/record'
import type { Sheet } from '@ingle/report'
import type { ImportOf } from '../exchange/importFile.ts'
import { type PdfPhoto } from '../reports/definition.ts'

/** What the pool's threads do. Everything that comes in is plain data: it is copied to the thread. */
export async function setSheet({ sheet, photos }: { sheet: Sheet; photos: readonly PdfPhoto[] }): Promise<Uint8Array> {
  const { sheetPdf } = await import('../reports/pdf.ts')
  const fitting = await Promise.all(photos.map(asPrinted))
  return sheetPdf(
    sheet,
    fitting.flatMap((one) => one ?? []),
  )
}

/** A photo is printed three inches wide: more points than this are weight without use. */
const PRINTED_PX = 1000

/** A photo as paper takes it: small, upright, JPEG. Null for one that cannot be decoded: its caption says that it is not here. */
async function asPrinted(photo: PdfPhoto): Promise<PdfPhoto | null> {
  const { default: sharp } = await import('sharp')
  try {
    const content = await sharp(photo.content)
      .rotate()
      .resize(PRINTED_PX, PRINTED_PX, { fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 82 })
      .toBuffer()
    return { id: photo.id, mediaType: 'image/jpeg', content }
  } catch {
    return null
  }
}

/** Several PDFs as one, in their order. */
export async function joinPdfs(parts: readonly Uint8Array[]): Promise<Uint8Array> {
  const { PDFDocument } = await import('pdf-lib')
  const whole = await PDFDocument.create()
  for (const part of parts) {
    const one = await PDFDocument.load(part)
    for (const page of await whole.copyPages(one, one.getPageIndices())) whole.addPage(page)
  }
  return whole.save()
}

/** Tables as a workbook, one sheet each; figures stay figures. */
export async function setWorkbook(
  sheets: readonly { name: string; columns: readonly string[]; rows: readonly (readonly (string | number | null)[])[] }[],
): Promise<Uint8Array> {
  const { default: ExcelJS } = await import('exceljs')
  const book = new ExcelJS.Workbook()
  book.creator = 'Ingle'
  for (const { name, columns, rows } of sheets) {
    // Names of sheets are short, and some signs are not for them.
    const sheet = book.addWorksheet(name.replace(/[*?:\\/[\]]/g, ' ').slice(0, 31), { views: [{ state: 'frozen', ySplit: 1 }] })
    sheet.columns = columns.map((header, i) => ({
      header,
      key: String(i),
      width: Math.min(60, Math.max(header.length, ...rows.slice(0, 200).map((row) => String(row[i] ?? '').length)) + 2),
    }))
    sheet.getRow(1).font = { bold: true }
    for (const row of rows) sheet.addRow([...row])
  }
  return new Uint8Array(await book.xlsx.writeBuffer())
}

/** Folds a whole record anew, over a connection of its own, and stores what comes of it. */
export async function foldRecord({ url, crewId, siteId }: { url: string; crewId: string; siteId: SiteId }): Promise<void> {
  const [{ default: pg }, { foldAnew }] = [await import('pg'), await import('../data/folds.ts')]
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    await foldAnew(async (text, values) => (await client.query(text, [...values])).rows, crewId, siteId)
  } finally {
    await client.end()
  }
}

export const lookAt = async (content: Uint8Array) => (await import('./lookAtPicture.ts')).lookAtPicture(content)
export const importFile = async (of: ImportOf) => (await import('../exchange/importFile.ts')).importFile(of)
