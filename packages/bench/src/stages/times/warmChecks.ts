import { BTU_PER_KWH } from '@ingle/core'
import type { Draft } from '@ingle/record'
import { found as finding } from '../../findingWords.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { comfortStand } from '../comfort/comfort.ts'
import { timesDevice } from './device.ts'
import { aimDraft, type TimesCheck } from './timesCheck.ts'
import { hasAuxiliary, runWarm, shallowerF, type WarmJob, type WarmMorning, warmJobOf } from './warm.ts'
import { keptOf } from './week.ts'

/** Later than this it is not warm on time, min. */
const LATE_MIN = 10
/** Less auxiliary heat than this of a morning is not worth a word, kWh. */
const LEAST_KWH = 0.3

/** Mornings that are there already, by what was asked: the screen asks a worker. */
const known = new Map<string, WarmMorning[]>()
export function keepWarm(key: string, mornings: WarmMorning[]): void {
  if (known.size > 20) known.clear()
  known.set(key, mornings)
}
export const knownWarm = (key: string): WarmMorning[] | null => known.get(key) ?? null

/** What a frosty morning and a hot day say against the setback, worked out here if it is not there yet. */
export const warmChecks = (v: VisitView, today: number): TimesCheck[] =>
  (['heat', 'cool'] as const).flatMap((mode) => {
    const job = warmJobOf(v, today, undefined, mode)
    if (!job) return []
    const mornings = knownWarm(job.key) ?? runWarm(job)
    keepWarm(job.key, mornings)
    return judgeMornings(v, job, mornings)
  })

/** How early it begins here: by a lead that was written, by the device, or not at all. */
const leadHere = ({ system }: VisitView, job: WarmJob): number =>
  system.times.warmBy === 'own' ? job.mostMin : system.times.warmBy === 'lead' ? job.leadMin : 0

export function judgeMornings(v: VisitView, job: WarmJob, mornings: readonly WarmMorning[]): TimesCheck[] {
  if (job.mode === 'cool') return judgeHotDay(v, job, mornings)
  const frosty = mornings.find((one) => one.kind === 'frosty')
  if (!frosty) return []
  const { step } = job
  const leadMin = leadHere(v, job)
  const isLate = frosty.needMin === null || frosty.needMin > leadMin + LATE_MIN
  const out: TimesCheck[] = []
  if (isLate) {
    const wouldF = shallowerF(job, 'frosty', leadMin)
    const takesMin = Math.round(frosty.needMin ?? 0)
    const lowFire = secondStage(v)
    const said =
      frosty.needMin === null
        ? finding('setback-never-recovered', { setF: step.setF, wouldF }, v.show)
        : leadMin === 0
          ? finding(lowFire ? 'setback-on-low-fire' : 'setback-without-lead', { takesMin, setF: step.setF }, v.show)
          : finding('setback-not-recovered', { setF: step.setF, wouldF, takesMin, hasMin: `${leadMin} min` }, v.show)
    const early = lowFire ?? startEarly(v, job, frosty.needMin)
    out.push({
      id: 'setback-late',
      says: said.says,
      mend: said.mend,
      button: early ? early.button : `Keep ${v.show('temperature', wouldF)} instead`,
      drafts: early ? early.drafts : keep(v, job, wouldF),
    })
  }
  const school = v.system.times.warmBy ?? 'none'
  const row = frosty.rows.find((one) => one.school === school)
  const kwh = (row?.auxiliaryBtu ?? 0) / BTU_PER_KWH
  if (hasAuxiliary(v) && kwh > LEAST_KWH) {
    const droopF = job.droopF ?? 0
    const wouldF = Math.max(step.setbackF, step.setF - droopF)
    const holdingKwh = (row?.holdingBtu ?? 0) / BTU_PER_KWH
    const beside = holdingKwh > LEAST_KWH ? `, beside ${holdingKwh.toFixed(1)} kWh to hold through that day` : ''
    const said = finding('night-calls-auxiliary', { fromF: step.setbackF, kwh: kwh.toFixed(1), beside, droopF }, v.show)
    out.push({
      id: 'night-auxiliary',
      says: said.says,
      mend: said.mend,
      button: `Keep ${v.show('temperature', wouldF)} instead`,
      drafts: keep(v, job, wouldF),
    })
  }
  return out
}

/** A hot day: what lets the room grow warm while nobody is in has to be pulled down before they are back. */
function judgeHotDay(v: VisitView, job: WarmJob, mornings: readonly WarmMorning[]): TimesCheck[] {
  const [hot] = mornings
  const leadMin = leadHere(v, job)
  if (!hot || (hot.needMin !== null && hot.needMin <= leadMin + LATE_MIN)) return []
  const { step } = job
  const wouldF = shallowerF(job, 'hot', leadMin)
  const is = { setF: step.setF, wouldF, fromF: step.setbackF, outF: hot.extremeF }
  const early = startEarly(v, job, hot.needMin)
  const said =
    hot.needMin === null
      ? finding('setup-never-recovered', is, v.show)
      : finding('setup-late', { ...is, takesMin: Math.round(hot.needMin), hasMin: leadMin }, v.show)
  return [
    {
      id: 'setup-late',
      says: said.says,
      mend: said.mend,
      button: early ? early.button : `Keep ${v.show('temperature', wouldF)} instead`,
      drafts: early ? early.drafts : keep(v, job, wouldF),
    },
  ]
}

/** A furnace whose second stage is never called, and the way to have it called. */
function secondStage(v: VisitView): { button: string; drafts: Draft[] } | null {
  const row = v.ledger.find((one) => one.id === 'control.second-stage')
  if (!row || !v.fires.low || comfortStand(v)('control.second-stage') !== 'never') return null
  const meaning = ['auto', 'timed'].find((one) =>
    row.setting.values.some((value) => (row.setting.means?.[value] ?? value) === one),
  )
  return meaning === undefined || row.aim?.meaning === meaning
    ? null
    : { button: 'Let the second stage be called', drafts: [aimDraft(v, row, meaning, 'a frosty morning needs both fires')] }
}

/** Beginning early enough: by the device where it can, else by a lead that suffices. */
function startEarly(v: VisitView, job: WarmJob, needMin: number | null): { button: string; drafts: Draft[] } | null {
  if (needMin === null) return null
  const row = timesDevice(v)?.rows.get('time.recovery')
  if (row && v.system.times.warmBy !== 'own' && needMin <= job.mostMin)
    return {
      button: 'Let it start by itself',
      drafts: [
        { kind: 'times.set', body: { systemId: v.at.systemId, warmBy: 'own' } },
        aimDraft(v, row, 'on', 'the room is right when people are in'),
      ],
    }
  if (v.system.times.warmBy === 'own') return null
  const leadMin = 5 * Math.ceil(needMin / 5)
  return {
    button: `Begin ${leadMin} min earlier`,
    drafts: [{ kind: 'times.set', body: { systemId: v.at.systemId, warmBy: 'lead', leadMin } }],
  }
}

/** A shallower setback, wherever it was said. */
function keep(v: VisitView, { mode, step }: WarmJob, wouldF: number): Draft[] {
  const { asleep } = keptOf(v)
  const isAsleep = Math.abs((mode === 'heat' ? asleep.heatF : asleep.coolF) - step.setbackF) < 0.05
  const field = `${mode}${isAsleep ? 'Asleep' : 'Out'}F` as const
  return [{ kind: 'times.set', body: { systemId: v.at.systemId, [field]: wouldF } }]
}
