import { type JotContext, type JotReading, type JotSetting, numberOf } from '@ingle/core'
import type { LedgerRow } from '@ingle/record'
import type { Visit } from './useVisit.ts'

/**
 * What the jot line knows of this system: its taps, settings, grilles, and the lines that are wanted now. On the Settings
 * stage those are the settings that nobody has looked at.
 */
export function jotContextOf(visit: Visit, onSettings = false): JotContext {
  const { system, picture, move, ledger } = visit
  const grilles = system.parts
    .filter((part) => part.role === 'return-grille' || part.role === 'supply-grille')
    .map((part) => ({
      name: part.name || (part.role === 'return-grille' ? 'return' : 'supply'),
      side: part.role === 'return-grille' ? ('return' as const) : ('supply' as const),
      widthIn: part.widthIn,
      heightIn: part.heightIn,
      freeArea: part.freeArea,
    }))
  return {
    units: visit.units,
    taps: picture.input.blower?.table.taps ?? [],
    settings: jotSettings(ledger),
    grilles,
    wanted: [...(onSettings ? unseen(ledger) : []), ...wantedLines(move.action.kind === 'jot' ? move.action.text : null, visit)],
  }
}

/** The advice's own line first, then what is still unknown, in the order of working. */
function wantedLines(advised: string | null, visit: Visit): string[] {
  const { picture, ledger } = visit
  const probes = picture.current?.input.probes ?? {}
  const out: string[] = advised ? [advised] : []
  for (const row of ledger) if (!row.found && row.key === 'airflow.cool') out.push(`found ${wordOf(row)} `)
  if (!picture.current || picture.current.input.tap === null) out.push('tap ')
  if (probes.supply === undefined) out.push('esp ')
  if (probes['before-filter'] === undefined) out.push('filter ')
  if (!picture.current?.input.split) out.push('split ')
  if (!picture.current?.loudest) out.push('grille ')
  return [...new Set(out)]
}

const unseen = (ledger: readonly LedgerRow[]): string[] =>
  ledger
    .filter((row) => row.found === null && row.left === null)
    .slice(0, 3)
    .map((row) => `found ${wordOf(row)} `)

/** A left value that differs from its aim is held until it says why. */
export function withAim(reading: JotReading, visit: Visit): JotReading {
  if (reading.state !== 'ready' || reading.intent.kind !== 'setting' || reading.intent.column !== 'left' || reading.intent.why)
    return reading
  const { key, value } = reading.intent
  const row = visit.ledger.find((one) => one.key === key)
  if (!row?.aim || row.aim.value === value) return reading
  return {
    state: 'incomplete',
    needs: `the aim is ${row.aim.value ?? row.aim.meaning} (${row.aim.why}); add “because” and say why ${value}`,
  }
}

const wordOf = (row: LedgerRow): string => row.setting.word ?? row.role?.word ?? (row.setting.code ?? row.label).toLowerCase()

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
