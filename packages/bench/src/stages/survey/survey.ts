import { CAUTIONS, type Caution } from '@ingle/catalog'
import type { Fact } from '@ingle/core'
import type { VisitView } from '../../visit/visitView.ts'
import { fixesInPlace } from '../handOver/fixes.ts'
import { factsOf } from '../proof/facts.ts'
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
  sections: (v) => {
    const { here, state, system, clock, devices } = v
    return [
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
        blocks: [...cautionsFor(v).map((one) => one.text), ...devices.flatMap((one) => one.profile.cautions)].map((text) => ({
          kind: 'caution' as const,
          text,
        })),
      },
    ]
  },
  readings: [],
  jot: ['capacity', 'heater', 'note'],
  wanted: () => [],
})

/** What each place of a caution asks a system to have, so that a record says nothing of what is not there. */
const ONLY_WITH: Partial<Record<Caution['at'], (has: ReadonlySet<Fact>) => boolean>> = {
  'zones-shut': (has) => has.has('zones'),
  'fan-on': (has) => has.has('gas'),
  'first-cooling': (has) => has.has('cool'),
  'heat-in-warmth': (has) => has.has('heat-pump'),
  'damper-moves': (has) => has.has('damper'),
  'panel-points': (has) => has.has('damper'),
  'remote-test': (has) => has.has('damper'),
  'coil-clean': (has) => has.has('cool'),
  roof: (has) => has.has('damper'),
  'heater-rise': (has) => has.has('electric-heat'),
}
const cautionsFor = (v: VisitView): Caution[] => {
  const has = factsOf(v)
  return CAUTIONS.filter((one) => ONLY_WITH[one.at]?.(has) ?? true)
}
