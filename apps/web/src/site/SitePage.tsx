import { clockOf, equipmentName, isTimeZone } from '@ingle/bench'
import { CLIMATES } from '@ingle/catalog'
import { format } from '@ingle/core'
import type { SiteId, SiteState, SystemId, VisitId } from '@ingle/record'
import { FileDown, Play, Users } from 'lucide-react'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { NotFound } from '../app/ErrorPage.tsx'
import { useTitle } from '../app/title.ts'
import { AddLine } from '../kit/AddLine.tsx'
import { QuantityField, SelectField, TextField } from '../kit/Field.tsx'
import { newId, useIdParam } from '../kit/ids.ts'
import { refusalOf } from '../kit/refusalOf.ts'
import { StateMark } from '../kit/StateMark.tsx'
import { usePrefs } from '../prefs/prefs.ts'
import { refuse } from '../refusals.ts'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'
import { SiteGate } from './SiteGate.tsx'

/** Every zone that this browser knows, by name. */
const TIME_ZONES = Intl.supportedValuesOf('timeZone')

export function SitePage() {
  const siteId = useIdParam<SiteId>('siteId')
  if (!siteId) return <NotFound />
  return <SiteGate siteId={siteId}>{(state) => <SiteView state={state} />}</SiteGate>
}

function SiteView({ state }: { state: SiteState }) {
  const desk = deskFor(useMe())
  const navigate = useNavigate()
  const units = usePrefs((prefs) => prefs.units)
  useTitle(`${state.name || 'Site'}`)
  const save = async (body: object) => {
    const written = await desk.write(state.id, [{ kind: 'site.set', body }])
    return refusalOf(written)
  }
  const [reason, setReason] = useState('')
  const begin = async () => {
    const visitId = newId<VisitId>()
    const systemId = state.systems[0]?.id ?? newId<SystemId>()
    await desk.write(state.id, [
      ...(state.systems.length === 0 ? [{ kind: 'system.set' as const, body: { systemId, name: 'System 1' } }] : []),
      { kind: 'visit.start', body: { visitId, reason: reason.trim() } },
    ])
    void navigate(`/sites/${state.id}/visits/${visitId}/systems/${systemId}/survey`)
  }
  const visits = [...state.visits].reverse()
  /** The visit that runs: going on with it is what one came for. */
  const runs = visits.find((one) => !one.closedAt)
  const openItems = state.items.filter((item) => !item.closed)
  return (
    <main id="main" className="flex-1 w-full max-w-6xl mx-auto p-4 md:p-6 grid gap-4 lg:grid-cols-[1fr_20rem] content-start">
      <div className="flex flex-col gap-4 min-w-0">
        <div className="flex flex-wrap items-center gap-3">
          <div>
            <h1 className="text-2xl font-bold">{state.name}</h1>
            <p className="soft">
              {[
                state.place,
                state.altitudeKnown ? format('altitude', state.altitudeFt, units) : 'altitude not known, sea level taken',
              ]
                .filter(Boolean)
                .join(' · ')}
            </p>
          </div>
          <form
            className="w-full sm:w-auto sm:ml-auto flex gap-2"
            onSubmit={(event) => {
              event.preventDefault()
              void begin()
            }}
          >
            <input
              className="input flex-1 min-w-0 sm:w-56"
              aria-label="Why you are there"
              placeholder="Why you are there"
              maxLength={200}
              value={reason}
              onChange={(event) => setReason(event.target.value)}
            />
            <button type="submit" className={`btn ${runs ? '' : 'btn-primary'}`}>
              <Play size={17} aria-hidden="true" /> Begin a visit
            </button>
          </form>
        </div>
        <section aria-label="Visits" className="panel">
          <h2 className="font-bold px-4 pt-3 pb-2">Visits</h2>
          {visits.length === 0 && (
            <p className="soft px-4 pb-4">No visit yet. A visit holds what was found, tried, left and proved.</p>
          )}
          <ul className="divide-y divide-base-300 border-t border-base-300">
            {visits.map((visit) => (
              <li key={visit.id} className="px-4 py-3">
                <div className="flex flex-wrap items-baseline gap-x-3">
                  <b>Visit {visit.number}</b>
                  <span>{visit.reason}</span>
                  <span className="soft text-[14px] ml-auto">
                    {clockOf(state.timeZone).day(visit.startedAt)} · {visit.by} · {visit.closedAt ? 'closed' : 'under way'}
                  </span>
                </div>
                <ul className="mt-1.5 flex flex-wrap gap-2">
                  {state.systems.map((system) => (
                    <li key={system.id}>
                      <Link
                        to={`/sites/${state.id}/visits/${visit.id}/systems/${system.id}/${visit.closedAt ? 'hand-over' : 'airflow'}`}
                        className={`btn btn-quiet ${visit === runs ? 'btn-primary' : ''}`}
                      >
                        {system.name}
                        <TryCount count={visit.systems[system.id]?.tries.length ?? 0} />
                      </Link>
                    </li>
                  ))}
                  {state.systems.length > 1 && (
                    <li>
                      <Link to={`/sites/${state.id}/visits/${visit.id}/twins`} className="btn btn-quiet">
                        <Users size={16} aria-hidden="true" /> Twins
                      </Link>
                    </li>
                  )}
                </ul>
              </li>
            ))}
          </ul>
        </section>
        <section aria-label="Open items" className="panel p-4">
          <h2 className="font-bold mb-1.5">Still open</h2>
          {openItems.length === 0 && <p className="soft">Nothing is open here.</p>}
          <ul className="flex flex-col gap-1.5">
            {openItems.map((item) => (
              <li key={item.id} className="flex gap-2">
                <span className="mt-0.5">
                  <StateMark mark="watch" />
                </span>
                {item.text}
              </li>
            ))}
          </ul>
        </section>
      </div>
      <aside className="flex flex-col gap-4">
        <section aria-label="Site data" className="panel p-4 flex flex-col gap-3">
          <h2 className="font-bold">Site</h2>
          <TextField label="Name" value={state.name} onSave={(name) => save({ name })} />
          <TextField label="Place" value={state.place} onSave={(place) => save({ place })} />
          <QuantityField
            label="Altitude"
            quantity="altitude"
            base={state.altitudeKnown ? state.altitudeFt : null}
            units={units}
            onSave={(altitudeFt) => save({ altitudeFt })}
          />
          <TextField
            label="Time zone"
            hint="by its city, like Europe/Lisbon"
            value={state.timeZone}
            offers={TIME_ZONES}
            onSave={async (timeZone) => {
              if (isTimeZone(timeZone.trim())) return save({ timeZone: timeZone.trim() })
              const { reason, remedy } = refuse('no-such-time-zone', { typed: timeZone.slice(0, 40) })
              return `${reason} ${remedy}`
            }}
          />
          <SelectField
            label="Climate"
            value={state.climate}
            options={[
              ['', 'Not said'],
              ...CLIMATES.map((one) => [one, one] as const),
              ...(state.climate !== '' && !CLIMATES.some((one) => one === state.climate)
                ? [[state.climate, state.climate] as const]
                : []),
            ]}
            onSave={(climate) => void save({ climate })}
          />
        </section>
        <Systems state={state} />
        <section aria-label="Exports" className="panel p-4 flex flex-col gap-2">
          <h2 className="font-bold">Take it along</h2>
          <a className="btn justify-start" href={`/api/sites/${state.id}/export.json`} download>
            <FileDown size={17} aria-hidden="true" /> Export the record
          </a>
          <a className="btn justify-start" href={`/api/sites/${state.id}/readings.csv`} download>
            <FileDown size={17} aria-hidden="true" /> Readings as CSV
          </a>
          <p className="soft text-[13px]">The record is one open JSON file; any other Ingle imports it whole.</p>
        </section>
      </aside>
    </main>
  )
}

function TryCount({ count }: { count: number }) {
  return count === 0 ? null : (
    <span className="num soft">
      {count} {count === 1 ? 'try' : 'tries'}
    </span>
  )
}

/** The systems of the site, and a new one by its name. */
function Systems({ state }: { state: SiteState }) {
  const desk = deskFor(useMe())
  const add = async (name: string) => (await desk.write(state.id, [{ kind: 'system.set', body: { systemId: newId(), name } }])).ok
  return (
    <section aria-label="Systems" className="panel p-4">
      <h2 className="font-bold mb-1.5">Systems</h2>
      <ul className="leading-relaxed">
        {state.systems.map((system) => (
          <li key={system.id}>
            {system.name}
            <span className="soft text-[14px]">{` · ${equipmentName(state, system, null) ?? 'Equipment not named'}`}</span>
          </li>
        ))}
      </ul>
      <AddLine label="New system" hint="like AH-2 Kiln room" button="Add" onAdd={add} />
    </section>
  )
}
