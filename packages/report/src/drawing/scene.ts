/**
 * A drawing as data: drawn by the browser in the theme's colours and by the server into a PDF, so that screen and
 * paper can never show two different pictures.
 */
export type Tone = 'ink' | 'faint' | 'grid' | 'air' | 'ember' | 'moss' | 'ochre' | 'amber' | 'limit' | 'paper' | 'sand'

export type Mark =
  | { kind: 'line'; points: readonly (readonly [number, number])[]; tone: Tone; width: number; dash?: string }
  | { kind: 'area'; points: readonly (readonly [number, number])[]; tone: Tone; opacity: number }
  | {
      kind: 'rect'
      x: number
      y: number
      width: number
      height: number
      tone: Tone
      opacity: number
      stroke?: Tone
      radius?: number
      part?: string
    }
  | { kind: 'dot'; x: number; y: number; radius: number; fill: Tone; stroke: Tone; says?: string }
  | {
      kind: 'text'
      x: number
      y: number
      text: string
      tone: Tone
      size: number
      anchor: 'start' | 'middle' | 'end'
      bold?: boolean
      mono?: boolean
      halo?: boolean
      /** It may be moved out of the way of other labels; with `otherX`, also to the other side of what it belongs to. */
      free?: { otherX?: number }
    }

export interface Scene {
  width: number
  height: number
  /** What it shows, in a sentence, for those who cannot see it. */
  says: string
  marks: Mark[]
}

/** Colours on paper. */
const PAPER: Record<Tone, string> = {
  ink: '#1d2b2a',
  faint: '#6b7d80',
  grid: '#ddd6c6',
  air: '#24607a',
  ember: '#b8431a',
  moss: '#3f6f35',
  ochre: '#8a5a00',
  amber: '#e3b14f',
  limit: '#9f1f2e',
  paper: '#fffdf8',
  sand: '#ece6d8',
}

const escapeXml = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')
const path = (points: readonly (readonly [number, number])[]) =>
  points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')

/** Families of a drawing on paper: `signs` for letters that the others do not have, where no browser looks for one. */
export interface DrawingFonts {
  words: string
  figures: string
  signs?: { family: string; partsOf: (text: string) => { text: string; isRare: boolean }[] }
}

function textSvg(mark: Extract<Mark, { kind: 'text' }>, fonts: DrawingFonts, fill: string, more = ''): string {
  const [x, y] = [mark.x.toFixed(1), mark.y.toFixed(1)]
  const weight = mark.bold ? ' font-weight="bold"' : ''
  return `<text x="${x}" y="${y}" font-size="${mark.size}" text-anchor="${mark.anchor}" fill="${fill}" font-family="${mark.mono ? fonts.figures : fonts.words}"${weight}${more}>${lettersSvg(mark.text, fonts)}</text>`
}

const lettersSvg = (text: string, { signs }: DrawingFonts): string =>
  signs
    ? signs
        .partsOf(text)
        .map((one) => (one.isRare ? `<tspan font-family="${signs.family}">${escapeXml(one.text)}</tspan>` : escapeXml(one.text)))
        .join('')
    : escapeXml(text)

/** The drawing as a standalone SVG in paper colours. `fonts` name the families of words and figures. */
export function sceneToSvg(scene: Scene, fonts: DrawingFonts): string {
  const marks = scene.marks.map((mark) => {
    switch (mark.kind) {
      case 'line':
        return `<polyline fill="none" stroke="${PAPER[mark.tone]}" stroke-width="${mark.width}"${mark.dash ? ` stroke-dasharray="${mark.dash}"` : ''} points="${path(mark.points)}"/>`
      case 'area':
        return `<polygon fill="${PAPER[mark.tone]}" fill-opacity="${mark.opacity}" points="${path(mark.points)}"/>`
      case 'rect':
        return `<rect x="${mark.x}" y="${mark.y}" width="${mark.width}" height="${mark.height}" rx="${mark.radius ?? 0}" fill="${PAPER[mark.tone]}" fill-opacity="${mark.opacity}"${mark.stroke ? ` stroke="${PAPER[mark.stroke]}"` : ''}/>`
      case 'dot':
        return `<circle cx="${mark.x.toFixed(1)}" cy="${mark.y.toFixed(1)}" r="${mark.radius}" fill="${PAPER[mark.fill]}" stroke="${PAPER[mark.stroke]}" stroke-width="2"/>`
      case 'text':
        // PDF knows no paint order: the halo is a text of its own underneath.
        return `${mark.halo ? textSvg(mark, fonts, PAPER.paper, ` stroke="${PAPER.paper}" stroke-width="3"`) : ''}${textSvg(mark, fonts, PAPER[mark.tone])}`
      default:
        throw new Error(`Unknown mark ${JSON.stringify(mark satisfies never)}`)
    }
  })
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${scene.width}" height="${scene.height}" viewBox="0 0 ${scene.width} ${scene.height}">${marks.join('')}</svg>`
}
