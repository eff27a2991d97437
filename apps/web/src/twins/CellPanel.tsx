import { driftOf, leaveAt, type TwinCell, type TwinRow } from '@ingle/bench'
import { idOfKey, meaningOf, roleOf, sayMeaning } from '@ingle/core'
import { rowBody, type SiteState, type SystemState, type VisitState } from '@ingle/record'
import { useState } from 'react'
import { Link } from 'react-router'
import { AddLine } from '../kit/AddLine.tsx'
import { Notice } from '../kit/Notice.tsx'
import { PanelHead } from '../kit/PanelHead.tsx'
import { refusalOf } from '../kit/refusalOf.ts'
import { usePrefs } from '../prefs/prefs.ts'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'
import { useView } from '../visit/useVisit.ts'

interface Props {
  state: SiteState
  visit: VisitState
  system: SystemState
  row: TwinRow
  cell: TwinCell
  onClose: () => void
}

/** One unit in one setting: since when, why, and what to do about a difference. */
export function CellPanel({ state, visit, system, row, cell, onClose }: Props) {
  const units = usePrefs((state) => state.units)
  const desk = deskFor(useMe())
  const [wrong, setWrong] = useState<string | null>(null)
  const mine = cell.row
  // The need may live on another device of this unit than on its twins.
  const at = { visitId: visit.id, systemId: system.id, ...rowBody(mine?.key ?? row.key) }
  const write = async (drafts: Parameters<typeof desk.write>[1]) => {
    const written = await desk.write(state.id, drafts)
    setWrong(refusalOf(written))
    return written.ok
  }
  const view = useView({ state, system, visit })
  const drift = driftOf(view).find((one) => one.key === mine?.key)
  const meaning = cell.meaning
  const usual = row.usual
  const never = usual === null ? undefined : roleOf(idOfKey(row.key))?.never?.[usual]
  const tick = mine?.aim?.value && mine.left?.value !== mine.aim.value ? mine.aim.value : null
  return (
    <section aria-label={`${system.name}: ${row.label}`} className="panel p-4 text-[14px]">
      <PanelHead title={`${system.name}: ${row.label}`} closes="Close the cell" onClose={onClose} />
      {cell.standing === 'lacks' ? (
        <p>No device of this unit has this setting.</p>
      ) : (
        <>
          <p>
            {cell.stood ? (
              <>
                {cell.stood.column === 'left' ? 'Left' : 'Found'} at <b>{cell.says}</b> by {cell.stood.entry.by} on visit{' '}
                {cell.stood.visit.number}.{' '}
                {row.isTied ? (
                  'Its twins stand at several, as many at each.'
                ) : (
                  <>
                    Most of its twins: <b>{row.usualSays}</b>.
                  </>
                )}
              </>
            ) : (
              <>
                Not looked at.{' '}
                {row.isTied ? 'Its twins stand at several, as many at each.' : `Most of its twins: ${row.usualSays}.`}
              </>
            )}
          </p>
          {mine?.setting.code && (
            <p className="soft">
              Here it goes by <span className="num">{mine.setting.code}</span> {mine.setting.label}: {mine.setting.access}
            </p>
          )}
          {cell.because && <Notice kind="plain">On purpose: {cell.because}</Notice>}
          {drift && (
            <Notice kind="watch">
              It stood at{' '}
              {mine
                ? sayMeaning(mine.setting, meaningOf(mine.setting, drift.before.entry.value), units)
                : drift.before.entry.value}{' '}
              after visit {drift.before.visit.number}. {drift.causes.join(' ')}
            </Notice>
          )}
          {mine?.aim && (
            <p className="mt-1">
              Aim here: <b>{sayMeaning(mine.setting, mine.aim.meaning, units)}</b>, {mine.aim.source}.
            </p>
          )}
          <div className="flex flex-wrap gap-1.5 mt-2">
            {usual !== null && meaning !== usual && mine?.aim?.meaning !== usual && !never && (
              <button
                type="button"
                className="btn btn-quiet"
                onClick={() =>
                  void write([
                    { kind: 'aim.set', body: { ...at, value: usual, why: 'as its twins', from: 'copy', source: 'its twins' } },
                  ])
                }
              >
                Aim for {row.usualSays}
              </button>
            )}
            {mine && tick !== null && (
              <button
                type="button"
                className="btn btn-quiet btn-neutral"
                onClick={() => void write([leaveAt({ visitId: visit.id, systemId: system.id }, mine, tick)])}
              >
                It acknowledged {sayMeaning(mine.setting, mine.aim?.meaning ?? '', units)}
              </button>
            )}
            <Link className="btn btn-quiet" to={`/sites/${state.id}/visits/${visit.id}/systems/${system.id}/settings`}>
              Open the unit
            </Link>
          </div>
          {cell.standing === 'accident' && meaning !== null && (
            <>
              <p className="soft mt-3">If it is meant, say why; the next technician reads it.</p>
              <AddLine
                label="Why it differs"
                hint="Why this one differs"
                button="It is meant"
                onAdd={(why) => write([{ kind: 'aim.set', body: { ...at, value: meaning, why, from: 'hand' } }])}
              />
            </>
          )}
        </>
      )}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
    </section>
  )
}
