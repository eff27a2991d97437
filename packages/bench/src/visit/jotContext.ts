import { densityRatioAt, type JotContext, type JotGrille, type JotReading, type JotSetting, numberOf } from '@ingle/core'
import type { LineContext } from '@ingle/record'
import type { LedgerRow } from '../ledger/ledger.ts'
import { wordOf } from '../ledger/rowWord.ts'
import type { VisitView } from './visitView.ts'

/** What goes over every stage: it may come in later than the line itself. */
export type JotLater = Pick<JotContext, 'wanted' | 'running'>

/** What the jot line knows of this system: its taps, settings, grilles, and what `later` adds once it is there. */
export const jotContextOf = (v: VisitView, later: JotLater | null): JotContext => ({
  units: v.units,
  taps: v.picture.input.blower?.table.taps ?? [],
  adjust: adjustOf(v),
  settings: jotSettings(v.ledger),
  densityRatio: densityRatioAt(v.state.altitudeFt),
  grilles: grillesOf(v),
  burnsFuel: v.picture.input.burnsFuel === true || v.here.firing.inputBtuH !== undefined,
  wanted: [],
  running: null,
  ...later,
})

/** The adjust that a try starts with where its line names none: as the last try, else as the ledger has it. */
export const nextAdjust = ({ here, picture }: VisitView): number =>
  here.tries.at(-1)?.adjustPct ?? picture.input.adjustStandsPct ?? 0

function adjustOf(v: VisitView): JotContext['adjust'] {
  const offers = v.picture.input.blower?.adjustsPct ?? [0]
  const stands = nextAdjust(v)
  return offers.length > 1 || stands !== 0 ? { stands, offers } : null
}

/** What a line that corrects a change is written with. */
export function lineContextOf(v: VisitView): LineContext {
  const words = new Map(jotSettings(v.ledger).map((one) => [one.key, one.word]))
  return { units: v.units, grilles: grillesOf(v), wordOf: (key) => words.get(key) ?? null }
}

const grillesOf = ({ system }: VisitView): JotGrille[] =>
  system.parts
    .filter((part) => part.role === 'return-grille' || part.role === 'supply-grille')
    .map(({ role, name, widthIn, heightIn, freeArea }) => {
      const side = role === 'return-grille' ? ('return' as const) : ('supply' as const)
      return { name: name || side, side, widthIn, heightIn, freeArea }
    })

/** A left value that differs from its aim is held until it says why. */
export function withAim(reading: JotReading, { ledger }: VisitView): JotReading {
  if (reading.state !== 'ready' || reading.intent.kind !== 'setting' || reading.intent.column !== 'left' || reading.intent.why)
    return reading
  const { key, value } = reading.intent
  const row = ledger.find((one) => one.key === key)
  if (!row?.aim || row.aim.value === value) return reading
  return {
    state: 'incomplete',
    needs: `the aim is ${row.aim.value ?? row.aim.meaning} (${row.aim.why}); add “because” and say why ${value}`,
  }
}

/** The settings by their words; a word that two devices share goes by its place on the second. */
function jotSettings(ledger: readonly LedgerRow[]): JotSetting[] {
  const taken = new Set<string>()
  return ledger.map((row) => {
    const number = numberOf(row.id)
    const plain = `${wordOf(row)}${number === null ? '' : `.${number}`}`.replace(/\s+/g, '-')
    const word = taken.has(plain) ? `${plain}@${row.place}` : plain
    taken.add(word)
    return { key: row.key, word, label: row.role ? row.label : row.setting.label, setting: row.setting }
  })
}
