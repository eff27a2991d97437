import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import type { Sheet } from '@ingle/report'
import { type PdfPhoto, sheetDefinition } from './definition.ts'
import { plainFont } from './plainFont.ts'

const require = createRequire(import.meta.url)
const pdfmake = require('pdfmake') as {
  setFonts(fonts: Record<string, Record<string, string>>): void
  setUrlAccessPolicy(policy: (url: string) => boolean): void
  setLocalAccessPolicy(policy: (path: string) => boolean): void
  createPdf(definition: unknown): { getBuffer(): Promise<Buffer> }
}

const fontFile = (name: string, file: string) => join(dirname(require.resolve(`${name}/package.json`)), file)
const words = (weight: 400 | 700) =>
  plainFont(fontFile('@fontsource/atkinson-hyperlegible-next', `files/atkinson-hyperlegible-next-latin-${weight}-normal.woff`))
const figures = (weight: 400 | 700) =>
  plainFont(fontFile('@fontsource/atkinson-hyperlegible-mono', `files/atkinson-hyperlegible-mono-latin-${weight}-normal.woff`))
const signs = fontFile('dejavu-fonts-ttf', 'ttf/DejaVuSans.ttf')

const FONTS = {
  Words: { normal: words(400), bold: words(700), italics: words(400), bolditalics: words(700) },
  Figures: { normal: figures(400), bold: figures(700), italics: figures(400), bolditalics: figures(700) },
  Signs: { normal: signs, bold: signs, italics: signs, bolditalics: signs },
}
pdfmake.setFonts(FONTS)
pdfmake.setUrlAccessPolicy(() => false)
const ALLOWED = new Set(Object.values(FONTS).flatMap((font) => Object.values(font)))
pdfmake.setLocalAccessPolicy((path) => ALLOWED.has(path))

export const sheetPdf = (sheet: Sheet, photos: readonly PdfPhoto[] = []): Promise<Buffer> =>
  pdfmake.createPdf(sheetDefinition(sheet, photos)).getBuffer()
