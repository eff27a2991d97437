import { readdirSync, readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { partsOf } from '../src/reports/faces.ts'
import { plainFont } from '../src/reports/plainFont.ts'

const require = createRequire(import.meta.url)
const fontkit = require('fontkit') as { create(of: Buffer): { hasGlyphForCodePoint(point: number): boolean } }
const file = (name: string, path: string) => join(dirname(require.resolve(`${name}/package.json`)), path)
const face = (path: string) => fontkit.create(readFileSync(path))
const latin = (family: 'next' | 'mono', weight: 400 | 700) =>
  face(
    plainFont(
      file(`@fontsource/atkinson-hyperlegible-${family}`, `files/atkinson-hyperlegible-${family}-latin-${weight}-normal.woff`),
    ),
  )
const OWN = [latin('next', 400), latin('next', 700), latin('mono', 400), latin('mono', 700)]
const SIGNS = face(file('dejavu-fonts-ttf', 'ttf/DejaVuSans.ttf'))

/** Every letter that stands in the words, profiles and drawings of the packages. */
function lettersOf(root: string): Set<string> {
  const letters = new Set<string>()
  for (const path of readdirSync(root, { recursive: true, encoding: 'utf8' }))
    if (/\.(ts|json)$/.test(path) && !/\.test\.ts$/.test(path))
      for (const one of readFileSync(join(root, path), 'utf8')) letters.add(one)
  return letters
}
const PACKAGES = join(import.meta.dirname, '../../../packages')
/** Read in what people paste, and never printed. */
const ONLY_READ = new Set('，．０９')

describe('every letter has a face on paper', () => {
  it.each(['core', 'record', 'catalog', 'bench', 'report'])('of %s', (name) => {
    const without = [...lettersOf(join(PACKAGES, name, 'src'))].filter((letter) => {
      if (letter === '\n' || letter === '\t' || ONLY_READ.has(letter)) return false
      const point = letter.codePointAt(0) ?? 0
      const [part] = partsOf(letter)
      return part?.isRare ? !SIGNS.hasGlyphForCodePoint(point) : !OWN.every((one) => one.hasGlyphForCodePoint(point))
    })
    expect(without).toEqual([])
  })
  it('also of somebody’s note: what no face has is a mark that can be seen', () => {
    expect(partsOf('fan 🔥 hot')).toEqual([
      { text: 'fan ', isRare: false },
      { text: '▯', isRare: true },
      { text: ' hot', isRare: false },
    ])
    for (const { text, isRare } of partsOf('漢字 🔥 ₂ △ Σ ж Ω é ﹪'))
      for (const letter of text)
        expect([letter, isRare ? SIGNS.hasGlyphForCodePoint(letter.codePointAt(0) ?? 0) : true]).toEqual([letter, true])
  })
})
