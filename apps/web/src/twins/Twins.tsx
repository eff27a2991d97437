import { compareTwins, devicesOf, driftOf, type TwinCell, type TwinRow, visitOf, waitingFor } from '@ingle/bench'
import {
  findSystem,
  findVisit,
  type SiteId,
  type SiteState,
  type SystemId,
  type SystemState,
  type TwinsState,
  type VisitId,
  type VisitState,
} from '@ingle/record'
import { useMemo, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { NotFound } from '../app/ErrorPage.tsx'
import { useTitle } from '../app/title.ts'
import { Choices } from '../kit/Choices.tsx'
import { figure } from '../kit/figure.ts'
import { useIdParam } from '../kit/ids.ts'
import { Empty, Notice } from '../kit/Notice.tsx'
import { StateMark } from '../kit/StateMark.tsx'
import { usePrefs } from '../prefs/prefs.ts'
import { SiteGate } from '../site/SiteGate.tsx'
import { CellPanel } from './CellPanel.tsx'
import { CopyAims } from './CopyAims.tsx'
import { KeyRound } from './KeyRound.tsx'
import { PickUnits } from './PickUnits.tsx'
import { RoundTable } from './RoundTable.tsx'
import { UnitTable } from './UnitTable.tsx'

/** Units that should be alike: which differs in what, on purpose or by accident. */
export function Twins() {
  const siteId = useIdParam<SiteId>('siteId')
  const visitId = useIdParam<VisitId>('visitId')
  if (!siteId) return <NotFound />
  return (
    <SiteGate siteId={siteId}>
      {(state) => {
        const visit = visitId && findVisit(state, visitId)
        if (visit) return <TwinsView state={state} visit={visit} />
        return (
          <main id="main" className="p-6 w-full">
            <Empty title="There is no such visit here">
              <Link to={`/sites/${state.id}`} className="btn btn-primary mt-4">
                To {state.name}
              </Link>
            </Empty>
          </main>
        )
      }}
    </SiteGate>
  )
}

function TwinsView({ state, visit }: { state: SiteState; visit: VisitState }) {
  const [params] = useSearchParams()
  const [picking, setPicking] = useState(false)
  const group = state.twins.find((one) => one.id === params.get('group')) ?? state.twins[0] ?? null
  useTitle(`Twins · ${state.name}`)
  return (
    <main id="main" className="flex-1 w-full p-3 md:p-4 flex flex-col gap-3 min-w-0">
      <div className="flex flex-wrap items-center gap-2">
        <div className="mr-auto">
          <h1 className="text-xl font-bold">{group ? `Twins: ${group.name}` : 'Twins'}</h1>
          <p className="soft text-[14px]">
            <Link to={`/sites/${state.id}`} className="link">
              {state.name}
            </Link>
            , visit {visit.number}: {visit.reason}
          </p>
        </div>
        <button type="button" className="btn btn-quiet" onClick={() => setPicking(true)}>
          {group ? 'Change the group…' : 'Pick the units…'}
        </button>
      </div>
      {group ? (
        <Group key={group.id} state={state} visit={visit} group={group} />
      ) : (
        <Empty title="Which units should be alike?">
          <p>
            Flats, rooms, classrooms: pick them once, and Ingle shows at a glance which unit differs in what. A difference with a
            reason is deliberate; any other is an accident until somebody says so.
          </p>
          <button type="button" className="btn btn-primary mt-4" onClick={() => setPicking(true)}>
            Pick the units
          </button>
        </Empty>
      )}
      {picking && <PickUnits state={state} group={group} onClose={() => setPicking(false)} />}
    </main>
  )
}

function Group({ state, visit, group }: { state: SiteState; visit: VisitState; group: TwinsState }) {
  const systems = useMemo(() => group.systemIds.map((id) => findSystem(state, id)).filter((one) => one !== null), [state, group])
  const units = usePrefs((prefs) => prefs.units)
  const rows = useMemo(() => compareTwins(state, systems, visit, units), [state, systems, visit, units])
  const [shows, setShows] = useState<Shows>('differences')
  const [chosen, setChosen] = useState<{ key: string; systemId: SystemId } | null>(null)
  const [copying, setCopying] = useState(false)
  const shown = rows.filter(SHOWS[shows].fits)
  const row = rows.find((one) => one.key === chosen?.key)
  const cell = row?.cells.find((one) => one.systemId === chosen?.systemId)
  const system = systems.find((one) => one.id === chosen?.systemId)
  return (
    <>
      <Summary state={state} visit={visit} systems={systems} rows={rows} />
      <div className="flex flex-wrap gap-1.5">
        <Choices
          label="What is compared"
          options={(Object.keys(SHOWS) as Shows[]).map((one) => [one, SHOWS[one].label] as const)}
          on={(one) => shows === one}
          onPick={setShows}
        />
        <button type="button" className="btn btn-quiet ml-auto" onClick={() => setCopying(true)}>
          Copy aims to all…
        </button>
      </div>
      <div className={`grid gap-3 items-start ${shows === 'round' ? '' : 'xl:grid-cols-[minmax(0,1fr)_21rem]'}`}>
        {shows === 'round' ? (
          <div className="flex flex-col gap-3 min-w-0">
            <KeyRound state={state} visit={visit} systems={systems} />
            {shown.length > 0 && <RoundTable state={state} visit={visit} systems={systems} rows={shown} />}
            {shown.length === 0 && <Notice kind="plain">{SHOWS.round.empty}</Notice>}
          </div>
        ) : shown.length === 0 ? (
          <Notice kind="plain">{SHOWS[shows].empty}</Notice>
        ) : (
          <TwinTable systems={systems} rows={shown} chosen={chosen} onChoose={setChosen} />
        )}
        {shows === 'round' ? null : row && cell && system ? (
          <CellPanel state={state} visit={visit} system={system} row={row} cell={cell} onClose={() => setChosen(null)} />
        ) : (
          <section aria-label="A difference" className="panel p-4 text-[14px]">
            <h2 className="font-bold">Choose a cell</h2>
            <p className="soft mt-1">
              It says since when a unit differs and what may have caused it, and lets you call the difference meant, or aim for
              what the others have.
            </p>
          </section>
        )}
      </div>
      {copying && <CopyAims state={state} visit={visit} systems={systems} onClose={() => setCopying(false)} />}
    </>
  )
}

const SHOWS = {
  differences: {
    label: 'Differences',
    empty: 'No unit differs from its twins in anything that was noted.',
    fits: (row: TwinRow) => row.cells.some((one) => one.standing === 'accident' || one.standing === 'deliberate'),
  },
  known: {
    label: 'Everything known',
    empty: 'Nothing was noted on any unit yet.',
    fits: (row: TwinRow) => row.cells.some((one) => one.stood),
  },
  round: {
    label: 'A round of settings',
    empty: 'Every unit stands at its aims.',
    fits: (row: TwinRow) => row.cells.some((one) => one.row && waitingFor(one.row) !== null),
  },
} as const
type Shows = keyof typeof SHOWS

/** Each unit in a line: how many accidents, how many differences are meant, what changed since last time. */
function Summary(props: { state: SiteState; visit: VisitState; systems: readonly SystemState[]; rows: readonly TwinRow[] }) {
  const { state, visit, systems, rows } = props
  const units = usePrefs((prefs) => prefs.units)
  const drifts = useMemo(
    () => new Map(systems.map((system) => [system.id, driftOf(visitOf({ state, system, visit, units }))])),
    [state, visit, systems, units],
  )
  return (
    <ul aria-label="Units" className="grid gap-2 grid-cols-2 md:grid-cols-4">
      {systems.map((system) => {
        const cells = rows.flatMap((row) => row.cells.filter((one) => one.systemId === system.id))
        const accidents = cells.filter((one) => one.standing === 'accident').length
        const meant = cells.filter((one) => one.standing === 'deliberate').length
        const drift = drifts.get(system.id) ?? []
        const seen = Object.values(visit.systems[system.id]?.rows ?? {}).some((one) => one.found || one.left)
        const [equipment] = devicesOf(state, system, visit).filter((one) => one.place === 'equipment')
        return (
          <li key={system.id} className="panel p-2.5 text-[14px] leading-snug">
            <Link
              className="font-bold hover:underline"
              to={`/sites/${state.id}/visits/${visit.id}/systems/${system.id}/settings`}
            >
              {system.name}
            </Link>
            <span className="soft text-[13px]"> {equipment?.profile.family}</span>
            <span className="flex gap-1.5 items-center">
              <StateMark mark={accidents > 0 ? 'watch' : seen ? 'set' : 'not-looked-at'} size={14} />
              {accidents > 0 ? `${accidents} not as its twins` : seen ? 'as its twins' : 'not looked at today'}
            </span>
            {meant > 0 && <span className="soft block text-[13px]">{meant} different on purpose</span>}
            {drift.length > 0 && (
              <span className="block text-[13px]">
                changed since last time: {drift.map((one) => one.label.toLowerCase()).join(', ')}
              </span>
            )}
          </li>
        )
      })}
    </ul>
  )
}

function TwinTable(props: {
  systems: readonly SystemState[]
  rows: readonly TwinRow[]
  chosen: { key: string; systemId: SystemId } | null
  onChoose: (cell: { key: string; systemId: SystemId }) => void
}) {
  const { systems, rows, chosen, onChoose } = props
  return (
    <section aria-label="Units compared" className="panel overflow-x-auto">
      <UnitTable
        caption="Settings of units that should be alike"
        systems={systems}
        rows={rows}
        withUsual
        cell={(cell, row, unit) => (
          <CellButton
            cell={cell}
            name={`${unit}, ${row.label}`}
            on={chosen?.key === row.key && chosen.systemId === cell.systemId}
            onChoose={() => onChoose({ key: row.key, systemId: cell.systemId })}
          />
        )}
      />
    </section>
  )
}

const STANDING_WORDS: Record<TwinCell['standing'], string> = {
  same: 'as its twins',
  deliberate: 'different on purpose',
  accident: 'not as its twins',
  unknown: 'not looked at',
  lacks: 'not on this unit',
}

function CellButton({ cell, name, on, onChoose }: { cell: TwinCell; name: string; on: boolean; onChoose: () => void }) {
  const look = {
    same: 'soft',
    deliberate: 'font-bold text-secondary',
    accident: 'font-bold bg-warning/18',
    unknown: 'soft',
    lacks: 'soft italic',
  }[cell.standing]
  return (
    <button
      type="button"
      className={`w-full min-h-11 px-1.5 rounded text-left leading-tight ${figure(cell.says)} ${look} ${on ? 'outline-2 outline-primary' : ''}`}
      aria-label={`${name}: ${cell.says}, ${STANDING_WORDS[cell.standing]}`}
      aria-pressed={on}
      onClick={onChoose}
    >
      {cell.standing === 'accident' && (
        <span className="inline-block align-middle mr-1">
          <StateMark mark="watch" size={13} />
        </span>
      )}
      {cell.standing === 'deliberate' && (
        <span className="inline-block align-middle mr-1">
          <StateMark mark="set" size={13} />
        </span>
      )}
      {cell.standing === 'lacks' ? '·' : cell.says}
    </button>
  )
}
