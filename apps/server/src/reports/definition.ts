import { type Sheet, type SheetBlock, sceneToSvg } from '@ingle/report'
import { partsOf } from './faces.ts'

type Rich = string | { text: string; font: string }[]

export function rich(text: string): Rich {
  const parts = partsOf(text)
  return parts.some((one) => one.isRare) ? parts.map((one) => ({ text: one.text, font: one.isRare ? 'Signs' : 'Words' })) : text
}

const INK = '#1d2b2a'
const SOFT = '#5a6664'
const RULE = '#cfc7b6'

export interface PdfPhoto {
  id: string
  mediaType: string
  content: Buffer
}

/** A sheet as pdfmake sets it, A4. Photos that pdf cannot hold (WebP) are named instead. */
export function sheetDefinition(sheet: Sheet, photos: readonly PdfPhoto[]) {
  return {
    pageSize: 'A4',
    pageMargins: [42, 34, 42, 46],
    info: { title: sheet.title, creator: 'Ingle' },
    defaultStyle: { font: 'Words', fontSize: sheet.large ? 13 : 9.5, color: INK, lineHeight: 1.15 },
    footer: (page: number, pages: number) => ({
      margin: [42, 10, 42, 0],
      columns: [
        { text: rich(sheet.foot), fontSize: 7.5, color: SOFT },
        { text: `${page} / ${pages}`, fontSize: 7.5, color: SOFT, alignment: 'right', width: 40 },
      ],
    }),
    content: [
      { text: rich(sheet.title), fontSize: sheet.large ? 22 : 18, bold: true },
      { text: rich(sheet.subtitle), color: SOFT, margin: [0, 2, 0, 8] },
      ...(sheet.facts.length > 0 ? [facts(sheet.facts)] : []),
      ...sheet.sections.flatMap((section) => [
        {
          text: rich(section.title),
          fontSize: sheet.large ? 15 : 11.5,
          bold: true,
          margin: [0, sheet.large ? 9 : 10, 0, sheet.large ? 2 : 4],
          headlineLevel: 1,
        },
        ...section.blocks.flatMap((block) => blockContent(block, photos)),
      ]),
    ],
    // A heading never stays alone at the foot of a page.
    pageBreakBefore: (node: { headlineLevel?: number }, context: { getFollowingNodesOnPage(): unknown[] }) =>
      node.headlineLevel === 1 && context.getFollowingNodesOnPage().length === 0,
  }
}

function facts(rows: Sheet['facts']): unknown {
  const half = Math.ceil(rows.length / 2)
  // A table without a row cannot be set.
  const halves = [rows.slice(0, half), rows.slice(half)].filter((one) => one.length > 0)
  const column = (part: Sheet['facts']) => ({
    width: '*',
    table: {
      widths: [74, '*'],
      body: part.map(([name, value]) => [
        { text: rich(name), color: SOFT },
        { text: rich(value), bold: true },
      ]),
    },
    layout: 'noBorders',
  })
  return { columns: halves.map(column), columnGap: 16 }
}

const TABLE_LAYOUT = {
  hLineWidth: (i: number) => (i === 0 ? 0 : 0.5),
  vLineWidth: () => 0,
  hLineColor: () => RULE,
  paddingTop: () => 2.5,
  paddingBottom: () => 2.5,
}

function blockContent(block: SheetBlock, photos: readonly PdfPhoto[]): unknown[] {
  switch (block.kind) {
    case 'table': {
      if (block.rows.length === 0) return [{ text: rich(block.empty), color: SOFT }]
      const right = new Set(block.figures ?? [])
      const cell = (text: string, i: number) => ({ text: rich(text), alignment: right.has(i) ? 'right' : 'left', fontSize: 8.8 })
      const widths = block.head.map((_, i) => (i === block.head.length - 1 ? '*' : 'auto'))
      return [
        {
          table: {
            headerRows: 1,
            dontBreakRows: true,
            widths,
            body: [
              block.head.map((text, i) => ({ ...cell(text, i), color: SOFT, bold: true })),
              ...block.rows.map((row) => row.map(cell)),
            ],
          },
          layout: TABLE_LAYOUT,
        },
      ]
    }
    case 'lines':
      return block.lines.length === 0
        ? block.empty
          ? [{ text: rich(block.empty), color: SOFT }]
          : []
        : [{ ul: block.lines.map((line) => ({ text: rich(line), margin: [0, 1, 0, 1] })) }]
    case 'caution':
      return [
        {
          table: { widths: ['*'], body: [[{ text: rich(block.text), margin: [4, 2, 4, 2] }]] },
          layout: { hLineWidth: () => 0, vLineWidth: (i: number) => (i === 0 ? 3 : 0), vLineColor: () => '#b57a10' },
          margin: [0, 2, 0, 2],
        },
      ]
    case 'drawing':
      return [
        ...(block.caption ? [{ text: rich(block.caption), bold: true, margin: [0, 6, 0, 2] }] : []),
        {
          svg: sceneToSvg(block.scene, { words: 'Words', figures: 'Figures', signs: { family: 'Signs', partsOf } }),
          width: Math.min(block.scene.width, 510),
          margin: [0, 4, 0, 4],
        },
      ]
    case 'photos':
      return block.photos.flatMap(({ id, caption }): unknown[] => {
        const photo = photos.find((one) => one.id === id)
        if (!photo) return [{ text: rich(`Photo not here: ${caption}`), color: SOFT }]
        if (photo.mediaType === 'image/webp') return [{ text: rich(`Photo, see the record on screen: ${caption}`), color: SOFT }]
        return [
          { image: `data:${photo.mediaType};base64,${photo.content.toString('base64')}`, fit: [240, 180], margin: [0, 4, 0, 2] },
          { text: rich(caption), fontSize: 8, color: SOFT },
        ]
      })
    default:
      throw new Error(`Unknown block ${JSON.stringify(block satisfies never)}`)
  }
}
