import { type JotContext, type JotGrille, type JotReading, type JotSetting, numberOf } from '@ingle/core'
import type { LineContext } from '@ingle/record'
import type { LedgerRow } from '../ledger/ledger.ts'
import { caseOf } from '../stages/proof/cases.ts'
import { readWith } from '../stages/proof/drafts.ts'
import { isPaused, stepNow } from '../stages/proof/runs.ts'
import { wordOf } from '../stages/settings/settings.ts'
import { type StageId, stageOf } from '../stages/stages.ts'
import type { VisitView } from './visitView.ts'

/** Whose lines are offered where the stage itself wants none. */
const USUAL_STAGE: StageId = 'airflow'

/**
 * What the jot line knows of this system: its taps, settings, grilles, and the lines that are wanted now, those of the
 * stage that is open before those of the airflow.
 */
export function jotContextOf(v: VisitView, open: StageId): JotContext {
  const wanted = [open, USUAL_STAGE].flatMap((id) => stageOf(id).wanted(v))
  return {
    units: v.units,
    taps: v.picture.input.blower?.table.taps ?? [],
    adjust: adjustOf(v),
    settings: jotSettings(v.ledger),
    grilles: grillesOf(v),
    running: runningOf(v),
    wanted: [...new Set(wanted)],
  }
}

/** The adjust that a try starts with where its line names none: as the last try, else as the ledger has it. */
export const nextAdjust = ({ here, picture }: VisitView): number =>
  here.tries.at(-1)?.adjustPct ?? picture.input.adjustStandsPct ?? 0

/** What the test that is at a step reads there: the line takes its figures, with the instrument that was chosen. */
function runningOf(v: VisitView): NonNullable<JotContext['running']> | null {
  const run = v.here.runs.findLast((one) => !one.ended && !isPaused(one) && stepNow(one) !== null)
  const test = run && v.state.tests[run.testKey]
  if (!run || !test) return null
  const step = caseOf(v, test, run.about).form.steps.find((one) => one.id === stepNow(run)?.step)
  return {
    runId: run.id,
    readings: (step?.reads ?? []).flatMap((one) => {
      if (one.in === 'count' || one.in === 'ppm') return []
      const { plusMinus, instrument, due } = readWith(v, one, one.least) as {
        plusMinus: number
        instrument?: string
        due?: string
      }
      const with_ = { ...(instrument !== undefined && { instrument }), ...(due !== undefined && { due }) }
      return [
        {
          word: one.id,
          says: one.says,
          quantity: one.in,
          least: one.least,
          most: one.most,
          plusMinus,
          traced: one.traced === true,
          ...with_,
        },
      ]
    }),
  }
}

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
