import { isolationOf, keyStops, visitOf, wantedOf } from '@ingle/bench'
import { planRound, startState } from '@ingle/core'
import type { SiteState, SystemState, VisitState } from '@ingle/record'
import { useMemo, useState } from 'react'
import { Walk } from '../keys/Walk.tsx'
import { Notice } from '../kit/Notice.tsx'
import { StateMark } from '../kit/StateMark.tsx'
import { usePrefs } from '../prefs/prefs.ts'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'

/** Several twins in a row: the keys of each unit that is still to be set, and who has acknowledged. */
export function KeyRound({ state, visit, systems }: { state: SiteState; visit: VisitState; systems: readonly SystemState[] }) {
  const desk = deskFor(useMe())
  // The round is what was to be set when it began; what is confirmed fills Left and is ticked.
  const [begun, setBegun] = useState<readonly string[] | null>(null)
  const [at, setAt] = useState<string | null>(null)
  const units = usePrefs((prefs) => prefs.units)
  const stops = useMemo(
    () => systems.flatMap((system) => keyStops(visitOf({ state, system, visit, units }))),
    [state, visit, systems, units],
  )
  const open = stops.filter((one) => one.rows.length > 0)
  const round = useMemo(
    () =>
      planRound(
        open.map((one) => ({
          name: one.view.system.name,
          machine: one.machine,
          from: startState(one.machine, one.found),
          wanted: wantedOf(one.rows),
        })),
      ),
    [open],
  )
  if (begun === null && open.length === 0) return null
  const stop = stops.find((one) => one.key === at)
  if (begun === null)
    return (
      <button
        type="button"
        className="btn btn-primary self-start"
        onClick={() => {
          setBegun(open.map((one) => one.key))
          setAt(open[0]?.key ?? null)
        }}
      >
        Keys, unit after unit: {open.length} {open.length === 1 ? 'device' : 'devices'}, {round.presses} key strokes
      </button>
    )
  const next = stops.find((one) => begun.includes(one.key) && one.rows.length > 0 && one.key !== at)
  return (
    <section aria-label="Keys, unit after unit" className="grid gap-3 lg:grid-cols-[16rem_minmax(0,34rem)] items-start">
      <ol aria-label="The round" className="panel p-3 flex flex-col gap-1">
        {stops
          .filter((one) => begun.includes(one.key))
          .map((one) => (
            <li key={one.key}>
              <button
                type="button"
                className={`w-full text-left min-h-11 flex items-center gap-2 px-2 rounded ${one.key === at ? 'bg-base-200 font-bold' : ''}`}
                aria-current={one.key === at ? 'step' : undefined}
                onClick={() => setAt(one.key)}
              >
                <StateMark mark={one.rows.length === 0 ? 'set' : one.key === at ? 'found' : 'not-looked-at'} />
                <span className="flex-1">
                  {one.view.system.name} <span className="soft font-normal text-[13px]">{one.device.profile.family}</span>
                </span>
                <span className="soft text-[13px]">{one.rows.length === 0 ? 'acknowledged' : `${one.rows.length} to set`}</span>
              </button>
            </li>
          ))}
      </ol>
      <div className="flex flex-col gap-3 min-w-0">
        {stop && (
          <Walk
            key={stop.key}
            device={stop.device}
            machine={stop.machine}
            rows={stop.rows}
            found={stop.found}
            name={stop.view.system.name}
            unit={{
              here: stop.view.here,
              at: stop.view.at,
              clock: stop.view.clock,
              devices: stop.view.devices,
              write: (drafts) => desk.write(state.id, drafts),
            }}
            isolation={isolationOf(stop.view.devices, stop.view.here)}
            onClose={() => setBegun(null)}
          />
        )}
        {stop?.rows.length === 0 && next && (
          <button type="button" className="btn btn-primary" onClick={() => setAt(next.key)}>
            Walk to {next.view.system.name}
            {next.view.system.id === stop.view.system.id ? `, ${next.device.profile.family}` : ''}
          </button>
        )}
        {!next && stop?.rows.length === 0 && <Notice kind="plain">Every unit of the round has acknowledged.</Notice>}
      </div>
    </section>
  )
}
