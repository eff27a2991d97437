import { stage } from '../stage.ts'
import { inputNumber, inputRows } from './contacts.ts'

/** Isolation, control wiring, outside contacts, and what a power cut erases. */
export const power = stage({
  id: 'power',
  key: 'p',
  label: 'Power',
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
  findings: ({ wired }) => wired.findings.map(({ key, says, mend }) => ({ id: key, says, mend })),
  sections: () => [],
  readings: [],
  jot: [],
  wanted: () => [],
})
