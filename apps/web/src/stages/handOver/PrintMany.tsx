import { unitsName } from '@ingle/core'
import { Done, PrintJobAnswer, type PrintSheet } from '@ingle/record/wire'
import { Printer } from 'lucide-react'
import { useEffect, useState } from 'react'
import { SelectField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { api } from '../../sync/api.ts'
import { useVisit } from '../../visit/useVisit.ts'

const SHEETS = [
  ['card', 'settings cards'],
  ['occupant', 'occupants’ sheets'],
  ['record', 'records'],
] as const satisfies readonly (readonly [PrintSheet, string])[]

/** How often the progress is asked for, ms. */
const ASK_MS = 700

/** One PDF with a sheet of every unit, made by the server while it does other things; it can be stopped. */
export function PrintMany() {
  const { state, at, units } = useVisit()
  const [sheet, setSheet] = useState<PrintSheet>('card')
  const [job, setJob] = useState<PrintJobAnswer | null>(null)
  const [wrong, setWrong] = useState<string | null>(null)
  const goesOn = job !== null && (job.state === 'waiting' || job.state === 'running')
  const jobId = job?.id
  useEffect(() => {
    if (!goesOn || !jobId) return
    let ended = false
    let timer: ReturnType<typeof setTimeout> | undefined
    const ask = async () => {
      const answer = await api('GET', `/api/print/${jobId}`, PrintJobAnswer)
      if (ended) return
      if (answer.ok) setJob(answer.value)
      else setWrong(`${answer.error.reason} ${answer.error.remedy}`)
      timer = setTimeout(() => void ask(), ASK_MS)
    }
    timer = setTimeout(() => void ask(), ASK_MS)
    return () => {
      ended = true
      clearTimeout(timer)
    }
  }, [goesOn, jobId])
  const begin = async () => {
    setWrong(null)
    const answer = await api('POST', `/api/sites/${state.id}/visits/${at.visitId}/print`, PrintJobAnswer, {
      sheet,
      units: unitsName(units),
    })
    if (answer.ok) setJob(answer.value)
    else setWrong(`${answer.error.reason} ${answer.error.remedy}`)
  }
  const cancel = async () => {
    if (!job) return
    const answer = await api('DELETE', `/api/print/${job.id}`, Done)
    if (answer.ok) setJob({ ...job, state: 'cancelled' })
  }
  return (
    <div className="border-t border-base-300 pt-3 flex flex-col gap-2">
      <h3 className="font-bold text-[15px]">
        {state.systems.length === 1 ? 'The unit' : `All ${state.systems.length} units`} in one PDF
      </h3>
      <div className="flex flex-wrap items-end gap-2">
        <div className="flex-1 min-w-44">
          <SelectField label="Which sheet" value={sheet} options={SHEETS} onSave={setSheet} />
        </div>
        {goesOn ? (
          <button type="button" className="btn" onClick={() => void cancel()}>
            Stop it
          </button>
        ) : (
          <button type="button" className="btn" onClick={() => void begin()}>
            <Printer size={17} aria-hidden="true" /> Make it
          </button>
        )}
      </div>
      {goesOn && job && (
        <div className="flex flex-col gap-1">
          <progress className="progress progress-secondary w-full" value={job.done} max={job.of} aria-label="Sheets made" />
          <p className="num soft text-[13.5px]">
            {job.done} of {job.of}
          </p>
        </div>
      )}
      {job?.state === 'done' && (
        <a className="btn btn-neutral justify-start" href={`/api/print/${job.id}/file.pdf`} download>
          Take the PDF: {job.of} {job.of === 1 ? 'sheet' : 'sheets'}
        </a>
      )}
      {job?.state === 'cancelled' && <p className="soft text-[14px]">Stopped. Nothing was kept.</p>}
      {job?.state === 'failed' && <Notice kind="wrong">{job.reason ?? 'It could not be made.'} Try again.</Notice>}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
    </div>
  )
}
