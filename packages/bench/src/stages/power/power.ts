import { capital, list, PLACE_WORDS, SYSTEM_KIND_WORDS } from '@ingle/core'
import { found } from '../../findingWords.ts'
import { EMPTY, type PlacedSection } from '../../sheet.ts'
import { PLANT_FROM_WORDS, setOtherwise } from '../../visit/plant.ts'
import type { VisitView } from '../../visit/visitView.ts'
import type { StageFinding } from '../stage.ts'
import { stage } from '../stage.ts'
import { contactOf, inputNumber, inputRows } from './contacts.ts'
import { isolationOf } from './isolation.ts'

/** Isolation, control wiring, outside contacts, and what a power cut erases. */
export const power = stage({
  id: 'power',
  applies: () => true,
  /** Wiring entered and nothing against it; inputs proved. Isolation comes and goes, and counts for nothing here. */
  standing(v) {
    const { findings, now } = v.wired
    const inputs = inputRows(v).filter((row) => v.here.contacts[`${row.place} ${inputNumber(row)}`]?.device)
    const proved = inputs.filter((row) => row.proof).length
    const wired = now.wires.length > 0
    const done = (wired && findings.length === 0 ? 1 : 0) + proved
    const of = 1 + inputs.length
    return {
      done,
      of,
      mark: findings.length > 0 ? 'watch' : done === of ? 'proved' : wired || inputs.length > 0 ? 'found' : 'not-looked-at',
    }
  },
  sources: [],
  findings: (v) => [
    ...setFindings(v),
    ...v.wired.findings.map(({ key, says, mend }) => ({ id: key, says, mend })),
    ...contactFindings(v),
    ...isolationLeft(v),
  ],
  sections: (v) => [...wiringSection(v), ...contactsSection(v)],
  readings: [],
  jot: [],
  wanted: () => [],
})

/** Set for another kind of equipment than the one that stands there: its calls mean something else at the terminals. */
function setFindings({ wired: { plant }, devices }: VisitView): StageFinding[] {
  const set = setOtherwise(plant, devices)
  if (!set) return []
  const is = SYSTEM_KIND_WORDS[plant.kind]
  return [
    {
      id: 'set-for-another-kind',
      ...found('set-for-another-kind', {
        device: PLACE_WORDS[set.row.place].toLowerCase(),
        set: SYSTEM_KIND_WORDS[set.kind],
        is,
      }),
      row: set.row.key,
    },
  ]
}

/** What hangs on the inputs, with what is wrong with it, and what nobody has tripped yet. */
const hung = (v: VisitView) =>
  inputRows(v).flatMap((row) => {
    const one = contactOf(v, row)
    return one.device === '' ? [] : [{ row, ...one }]
  })

const contactFindings = (v: VisitView): StageFinding[] =>
  hung(v).flatMap(({ row, number, device, judged }) => [
    ...judged.findings.map((one) => ({ id: one.code, says: one.says, mend: one.mend, row: row.key })),
    ...(row.proof
      ? []
      : [{ id: 'contact-unproved', ...found('contact-unproved', { device: capital(device), number }), row: row.key }]),
  ])

/** Somebody made it dead and nobody said that the power is back: locks or a shut valve may still be on. */
function isolationLeft({ devices, here }: VisitView): StageFinding[] {
  const { steps, open } = isolationOf(devices, here)
  const done = steps.filter((one) => !open.includes(one))
  return done.length === 0 || here.checks['power-restored']
    ? []
    : [
        {
          id: 'isolation-on',
          ...found('isolation-on', { steps: list(done.map((one) => one.says.replace(/\.$/, '').toLowerCase())) }),
        },
      ]
}

/** The terminal map as it is now, with what was found otherwise. */
function wiringSection({ wired, carried }: VisitView): PlacedSection[] {
  const { kind, plant, found: before, now } = wired
  if (now.wires.length + now.bridges.length === 0) return []
  const end = (of: (typeof now.wires)[number] | undefined) =>
    of ? `${of.controller ?? 'nothing'} to ${of.equipment?.terminal ?? 'nothing'}` : EMPTY
  return [
    {
      title: 'Control wiring',
      record: 'wiring',
      blocks: [
        { kind: 'lines', lines: [`Taken for: ${SYSTEM_KIND_WORDS[kind.kind]}, ${PLANT_FROM_WORDS[plant.from]}.`], empty: '' },
        { kind: 'picture', of: 'wire-map', caption: '' },
        {
          kind: 'table',
          head: ['Conductor', 'Found', 'Now'],
          rows: now.wires.map((wire) => [
            wire.id,
            carried.wires.has(wire.id)
              ? `not looked at; as on visit ${carried.from?.number}`
              : end(before.wires.find((one) => one.id === wire.id)),
            end(wire),
          ]),
          empty: '',
        },
      ],
    },
  ]
}

function contactsSection(v: VisitView): PlacedSection[] {
  const all = hung(v)
  if (all.length === 0) return []
  return [
    {
      title: 'External inputs',
      record: 'contacts',
      blocks: [
        {
          kind: 'table',
          head: ['Input', 'What hangs on it', 'When it trips', 'Proof'],
          rows: all.map(({ row, number, device, contact, judged }) => [
            `${PLACE_WORDS[row.place]}, ${number}`,
            `${device}${contact.rests ? `, rests ${contact.rests}` : ''}`,
            judged.says,
            row.proof?.value ?? 'not proved',
          ]),
          empty: '',
        },
      ],
    },
  ]
}
