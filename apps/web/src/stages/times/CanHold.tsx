import {
  fitJobOf,
  formSaid,
  hasWeek,
  isSlot,
  keepFit,
  keyStops,
  knownFit,
  localOf,
  momentOfVisit,
  TIMES_SOURCE,
  timesAims,
  timesDevice,
  toSet,
} from '@ingle/bench'
import { fromChosen, said, settableOn } from '@ingle/core'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { useAims } from '../../visit/useAims.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { GatewayPanel } from '../settings/GatewayPanel.tsx'
import { KeysPanel } from '../settings/KeysPanel.tsx'
import { TryProgram } from './TryProgram.tsx'
import { useTimesWorker } from './useTimesWorker.ts'

const LISTED = 6

/** The same week put into the device: what it keeps, what it cannot, and the way to write it. */
export function CanHold() {
  const visit = useVisit()
  const { clock, show, ledger, units } = visit
  const times = timesDevice(visit)
  const today = localOf(clock.zone, momentOfVisit(visit)).day
  const job = useMemo(() => fitJobOf(visit, today), [visit, today])
  const known = job ? knownFit(job.key) : null
  useTimesWorker(job && !known ? job.key : null, async (worker) => {
    const fit = await worker.fit(job as NonNullable<typeof job>)
    keepFit((job as NonNullable<typeof job>).key, fit)
    return fit
  })
  const fit = known ?? (job ? knownFit(job.key) : null)
  const { waiting, put } = useAims(TIMES_SOURCE)
  const [wrong, setWrong] = useState<string | null>(null)
  const [trying, setTrying] = useState(false)
  const stop = times ? keyStops(visit).find((one) => one.device.place === times.device.place) : undefined
  if (!times)
    return (
      <Notice kind="plain">
        No device here follows a clock so far. Choose its thermostat on the{' '}
        <Link className="link" to="../survey">
          Survey
        </Link>{' '}
        stage.
      </Notice>
    )
  const { family } = times.device.profile
  const held = hasWeek(visit) && (!job || fit) ? timesAims(visit, 'known') : null
  const toTake = held ? waiting(held.aims) : []
  const slots = toSet(ledger).filter(
    (row) => row.place === times.device.place && (isSlot(row) || row.need === 'times' || row.id.startsWith('setpoint.')),
  )
  return (
    <>
      <section aria-label="What the device can hold" className="panel p-4 flex flex-col gap-2">
        <h2 className="font-bold">What the {family} can hold</h2>
        <p className="text-[14px]">{formSaid(times)}</p>
        {!hasWeek(visit) ? (
          <p className="soft text-[14px]">Say the week first: it is then put into this device.</p>
        ) : job && !fit ? (
          <p className="soft text-[14px]" role="status">
            Looking for the nearest program …
          </p>
        ) : fit && !fit.ok ? (
          <Notice kind="watch">
            <b>{said(fit.refusal, show).reason}</b> {said(fit.refusal, show).remedy}
          </Notice>
        ) : (
          held && (
            <>
              {held.lost.length === 0 ? (
                <p className="text-[14px]">
                  <b>Everything that is wanted fits.</b>
                </p>
              ) : (
                <div className="text-[14px]">
                  <b>{held.lost.length === 1 ? 'One thing is' : `${held.lost.length} things are`} not as wanted:</b>
                  <ul className="list-disc pl-5">
                    {held.lost.slice(0, LISTED).map((one) => (
                      <li key={one}>{one}</li>
                    ))}
                  </ul>
                  {held.lost.length > LISTED && (
                    <details>
                      <summary className="cursor-pointer min-h-11 flex items-center soft text-[13px]">
                        {held.lost.length - LISTED} more
                      </summary>
                      <ul className="list-disc pl-5">
                        {held.lost.slice(LISTED).map((one) => (
                          <li key={one}>{one}</li>
                        ))}
                      </ul>
                    </details>
                  )}
                </div>
              )}
              <div className="flex flex-wrap gap-2">
                <button
                  type="button"
                  className="btn btn-primary"
                  disabled={toTake.length === 0}
                  onClick={() => void put(toTake).then((written) => setWrong(refusalOf(written)))}
                >
                  {toTake.length === 0 ? 'Taken as aims' : `Take ${toTake.length} as aims`}
                </button>
              </div>
              {stop && slots.length > 0 && (
                <button type="button" className="btn justify-start" onClick={() => setTrying(true)}>
                  Try it on a simulated {family}
                </button>
              )}
              {trying && stop && (
                <TryProgram
                  device={stop.device}
                  machine={stop.machine}
                  found={stop.found}
                  rows={slots.filter((row) => settableOn(stop.machine).has(row.id))}
                  onClose={() => setTrying(false)}
                />
              )}
              {wrong && <Notice kind="wrong">{wrong}</Notice>}
              {fit?.ok && (
                <WorkedNote>
                  <p>
                    The program with the least sum of degrees × minutes between what is wanted and what the device gives, over the
                    whole week; of equals the one with the fewest periods. It misses{' '}
                    <span className="num">
                      {Math.round(fromChosen('temperatureDifference', fit.nearest.cost, units)).toLocaleString('en-US')}
                    </span>{' '}
                    {units.temperature}·min in <span className="num">{fit.nearest.deviatingMin}</span> minutes, with{' '}
                    <span className="num">{fit.starts}</span> starts. Exact, not a guess: every start and set point that could be
                    better was tried.
                  </p>
                </WorkedNote>
              )}
            </>
          )
        )}
      </section>
      {held && <KeysPanel rows={slots} />}
      {held && <GatewayPanel waiting={slots} />}
    </>
  )
}
