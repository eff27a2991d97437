import { CAUTIONS } from '@ingle/catalog'
import { fixesInPlace } from '../handOver/fixes.ts'
import { stage } from '../stage.ts'

/** What the system is made of, its plates, its condition, and what the occupant says. */
export const survey = stage({
  id: 'survey',
  applies: () => true,
  standing({ system, here }) {
    const known = [
      system.uses.some((one) => one.key !== ''),
      system.capacityTons !== null,
      system.heaterKw !== null,
      system.rules.length > 0,
      system.parts.length > 0,
      here.complaint !== '' || here.notes.length > 0,
    ]
    const done = known.filter(Boolean).length
    return { done, of: known.length, mark: done === known.length ? 'proved' : done > 0 ? 'found' : 'not-looked-at' }
  },
  sources: [],
  findings: () => [],
  sections: ({ here, state, system, clock, devices }) => [
    {
      title: 'Condition',
      record: 'condition',
      blocks: [
        {
          kind: 'lines',
          lines: here.notes.map(
            (note) => `${note.standing === 'watch' ? 'Watch: ' : ''}${note.text} (${note.by}, ${clock.time(note.at)})`,
          ),
          empty: 'No condition notes.',
        },
        {
          kind: 'photos',
          photos: [
            ...here.notes.map((note) => ({ photos: note.photos, caption: note.text })),
            ...fixesInPlace(state, system.id).map((fix) => ({ photos: fix.photos, caption: `Temporary: ${fix.what}` })),
          ].flatMap(({ photos, caption }) => photos.map((photo) => ({ id: photo.id, caption }))),
        },
      ],
    },
    {
      title: 'Cautions',
      record: 'cautions',
      blocks: [...CAUTIONS.map((one) => one.text), ...devices.flatMap((one) => one.profile.cautions)].map((text) => ({
        kind: 'caution' as const,
        text,
      })),
    },
  ],
  readings: [],
  jot: ['capacity', 'heater', 'note'],
  wanted: () => [],
})
