import { BASE_UNITS, METRIC_UNITS } from '@ingle/core'
import { describe, expect, it } from 'vitest'
import { fullRecord, panelSheet, type Sheet, settingsCard } from '../src/index.ts'
import { demoVisit } from './demo.ts'

/** A sheet as lines, to be read: what a visit means to whoever gets the paper. */
function lines({ title, subtitle, facts, sections, foot }: Sheet): string {
  const body = sections.flatMap((section) => [
    '',
    `## ${section.title}`,
    ...section.blocks.flatMap((block) => {
      if (block.kind === 'drawing') return [`(${block.scene.width} × ${block.scene.height}) ${block.scene.says}`, block.caption]
      if (block.kind === 'table')
        return [block.head, ...block.rows].map((row) => row.join(' | ')).concat(block.rows.length > 0 ? [] : [block.empty])
      if (block.kind === 'caution') return [`! ${block.text}`]
      if (block.kind === 'photos') return block.photos.map((photo) => `[photo] ${photo.caption}`)
      return block.lines.length > 0 ? block.lines.map((line) => `- ${line}`) : [block.empty]
    }),
  ])
  return [`# ${title}`, subtitle, '', ...facts.map(([name, value]) => `${name}: ${value}`), ...body, '', foot, ''].join('\n')
}

describe.each([
  ['tidewell-pottery-ah-1-upper-studio-visit-1', BASE_UNITS],
  ['tidewell-pottery-ah-1-upper-studio-visit-2-metric', METRIC_UNITS],
  ['beacon-mill-flat-5-visit-2', BASE_UNITS],
  ['6-otterholt-row-f-1-upstairs-visit-2', BASE_UNITS],
  ['6-otterholt-row-f-2-workshop-visit-2', BASE_UNITS],
  ['calder-street-dental-ah-1-practice-visit-2-metric', METRIC_UNITS],
  ['harbour-hall-rtu-1-hall-visit-2', BASE_UNITS],
  ['wrenmoor-lending-library-rtu-1-lending-hall-visit-2', BASE_UNITS],
  ['wrenmoor-lending-library-rtu-2-reading-room-visit-2-metric', METRIC_UNITS],
] as const)('%s on paper', (name, units) => {
  it('is the card that it was', () =>
    expect(lines(settingsCard(demoVisit(name, units), 'A crew'))).toMatchFileSnapshot(`./sheets/${name}-card.txt`))
  it('is the record that it was', () =>
    expect(lines(fullRecord(demoVisit(name, units), 'A crew'))).toMatchFileSnapshot(`./sheets/${name}-record.txt`))
})

it.each([
  ['wrenmoor-lending-library-rtu-1-lending-hall-visit-2', BASE_UNITS],
  ['wrenmoor-lending-library-rtu-2-reading-room-visit-2-metric', METRIC_UNITS],
] as const)('%s has the panel sheet that it had', (name, units) =>
  expect(lines(panelSheet(demoVisit(name, units), 'A crew'))).toMatchFileSnapshot(`./sheets/${name}-panel.txt`),
)
