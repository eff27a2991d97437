import { faultsOf, strokeOf } from '@ingle/bench'
import { readUnitLog, said as refusalSaid } from '@ingle/core'
import { useState } from 'react'
import { Cautions } from '../../kit/Cautions.tsx'
import { DataTable } from '../../kit/DataTable.tsx'
import { LineField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** What the unit does beside what it should do: faults by its own readings, and the stroke of the damper. */
export function Checks() {
  return (
    <div className="grid grid-cols-1 gap-3 md:gap-4 lg:grid-cols-2 items-start">
      <Running />
      <Stroke />
    </div>
  )
}

function Running() {
  const visit = useVisit()
  const { show, clock, jot } = visit
  const judged = faultsOf(visit)
  const last = judged.at(-1)
  return (
    <section aria-label="As it runs" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold text-lg leading-snug">
        {!last ? 'Nothing was read of it yet' : last.faults.length === 0 ? 'Nothing speaks against it' : last.faults[0]?.says}
      </h2>
      {last?.faults.map((one, i) => (
        <Notice key={one.id} kind="watch">
          {i > 0 && <b>{one.says} </b>}
          {one.mend}
        </Notice>
      ))}
      <p className="soft text-[14px]">
        A reading of the unit, some minutes after the damper moved:{' '}
        <button type="button" className="link" onClick={() => jot('unit oa ')}>
          jot unit oa … ra … ma … damper … cool
        </button>{' '}
        (with near … for a thermometer in the shade), or take it from Live.
      </p>
      <DataTable
        caption="Readings of the unit"
        columns={[
          { head: 'When' },
          { head: 'Outdoor', figure: true },
          { head: 'Return', figure: true },
          { head: 'Mixed', figure: true },
          { head: 'Damper', figure: true },
          { head: 'Share', figure: true },
          { head: 'Faults', figure: true },
        ]}
        rows={judged.map(({ reading, sharePct, faults }) => ({
          key: reading.id,
          marked: faults.length > 0,
          cells: [
            clock.hour(reading.at),
            show('temperature', reading.outdoorF),
            show('temperature', reading.returnF),
            show('temperature', reading.mixedF),
            show('percent', reading.commandPct),
            sharePct === null ? '—' : `${Math.round(sharePct)}%`,
            String(faults.length),
          ],
        }))}
      />
      <PasteLog />
      {last && (
        <WorkedNote>
          <p>
            Judged by: sensors right to {show('temperatureDifference', last.rule.temperatureErrorF)}, a share only where indoors
            and outdoors are {show('temperatureDifference', last.rule.leastDifferenceF)} apart, “at minimum” up to{' '}
            {last.rule.minPositionPct + last.rule.bandPct}
            %, high limit {show('temperature', last.rule.highLimitF)}. Rules: air-handler performance rules (ASHRAE Transactions
            2001), ASHRAE Guideline 36, simplified.
          </p>
        </WorkedNote>
      )}
    </section>
  )
}

/** A log of the unit, as its building's system exports it: every line becomes a reading. */
function PasteLog() {
  const { write, at, units, show } = useVisit()
  const [text, setText] = useState('')
  const [said, setSaid] = useState<{ kind: 'wrong' | 'plain'; text: string } | null>(null)
  const take = async () => {
    const read = readUnitLog(text, units.temperature === '°C')
    if (!read.ok) {
      const one = refusalSaid(read, show)
      return setSaid({ kind: 'wrong', text: `${one.reason} ${one.remedy}` })
    }
    const { rows, left } = read.value
    const refused = refusalOf(
      await write(rows.map((row) => ({ kind: 'roof.reading' as const, body: { ...at, ...row, from: 'paste' as const } }))),
    )
    setSaid(
      refused
        ? { kind: 'wrong', text: refused }
        : {
            kind: 'plain',
            text: `${rows.length} ${rows.length === 1 ? 'line' : 'lines'} taken${left > 0 ? `, ${left} left out` : ''}.`,
          },
    )
    if (!refused) setText('')
  }
  return (
    <details className="text-[14px]">
      <summary className="cursor-pointer min-h-11 flex items-center soft text-[13px]">Paste a log of the unit</summary>
      <div className="flex flex-col gap-2">
        <LineField
          label="Log of the unit, with a head"
          lines={4}
          numeric
          value={text}
          onChange={setText}
          hint={'OA, RA, MA, damper, cooling\n55, 74, 71, 15, on'}
        />
        {said && <Notice kind={said.kind}>{said.text}</Notice>}
        <button type="button" className="btn btn-quiet self-start" disabled={text.trim() === ''} onClick={() => void take()}>
          Take every line as a reading
        </button>
      </div>
    </details>
  )
}

const STEPS = [0, 50, 100, 50, 0]

function Stroke() {
  const visit = useVisit()
  const { here, write, at, system } = visit
  const judged = strokeOf(visit)
  const next = STEPS[here.strokes.length % STEPS.length] as number
  const [typed, setTyped] = useState({ feedback: '', seen: '', seconds: '' })
  const [wrong, setWrong] = useState<string | null>(null)
  const note = async () => {
    const figures = Object.entries(typed)
      .filter(([, text]) => text.trim() !== '')
      .map(([key, text]) => [
        { feedback: 'feedbackPct', seen: 'seenPct', seconds: 'seconds' }[key],
        Number(text.replace(',', '.')),
      ])
    if (figures.some(([, value]) => !Number.isFinite(value))) return setWrong('Write figures: percent and seconds.')
    if (figures.length === 0) return setWrong('Enter the feedback, or where you saw the blades.')
    // Empty at once: a second press would note the same step again.
    setTyped({ feedback: '', seen: '', seconds: '' })
    const refused = refusalOf(
      await write([{ kind: 'stroke.reading', body: { ...at, commandPct: next, ...Object.fromEntries(figures), from: 'hand' } }]),
    )
    setWrong(refused)
    if (refused !== null) setTyped(typed)
  }
  const field = (key: keyof typeof typed, label: string) => (
    <LineField label={label} numeric value={typed[key]} onChange={(value) => setTyped({ ...typed, [key]: value })} />
  )
  return (
    <section aria-label="Stroke test" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold text-lg leading-snug">{judged ? judged.says : 'Stroke test of the damper'}</h2>
      {judged && judged.mend !== '' && <p>{judged.mend}</p>}
      <Cautions at={['damper-moves', 'roof']} />
      <DataTable
        caption="Steps of the stroke"
        columns={[
          { head: 'Told' },
          { head: 'Feedback', figure: true },
          { head: 'Blades seen', figure: true },
          { head: 'Time', figure: true },
        ]}
        rows={here.strokes.map((one) => ({
          key: one.id,
          cells: [
            `${one.commandPct}%`,
            one.feedbackPct === undefined ? '—' : `${one.feedbackPct}%`,
            one.seenPct === undefined ? '—' : `${one.seenPct}%`,
            one.seconds === undefined ? '—' : `${one.seconds} s`,
          ],
        }))}
      />
      <h3 className="font-bold">
        Next: tell it {next}%
        {system.roof.strokeS ? `, wait ${Math.round(system.roof.strokeS * (here.strokes.length === 0 ? 1 : 0.5))} s` : ''}
      </h3>
      <div className="grid gap-2.5 grid-cols-3">
        {field('feedback', 'Feedback, %')}
        {field('seen', 'Blades seen, %')}
        {field('seconds', 'Time, s')}
      </div>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <button type="button" className="btn btn-neutral self-start" onClick={() => void note()}>
        Note the step
      </button>
    </section>
  )
}
