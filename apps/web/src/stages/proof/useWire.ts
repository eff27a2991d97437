import type { VisitView } from '@ingle/bench'
import type { LiveId, TestReading, TestStep } from '@ingle/core'
import type { Draft, RunState } from '@ingle/record'
import { useCallback, useEffect, useRef, useState } from 'react'
import { useGateways, useLive } from '../../gateway/useLive.ts'
import type { Visit } from '../../visit/useVisit.ts'

/** What was read goes into the record this often: a page that is closed loses no more. */
const FLUSH_MS = 10_000

export type Followed = Pick<Extract<Draft, { kind: 'test.trace' }>['body'], 'reading' | 'afterMs' | 'values' | 'from'> & {
  beganAt: string
}

/** The device of this system that tells what a step reads; null: none does, and it is read by hand. */
export function wiredPlace({ devices }: VisitView, step: TestStep | null): string | null {
  const wanted = (step?.reads ?? []).flatMap((one) => (one.live ? [one.live] : []))
  const tells = (id: LiveId, live: readonly { id: LiveId }[] = []) => live.some((one) => one.id === id)
  return devices.find(({ profile }) => wanted.some((id) => tells(id, profile.gateway?.live)))?.place ?? null
}

/**
 * Follows what a step reads over the wire, once a second, while it is on: what is traced is written down in stretches, and
 * at once when the page is left. `now` is the last value of each reading.
 */
export function useWire(visit: Visit, run: RunState, step: TestStep | null, on: boolean) {
  const { state, at, system, write } = visit
  const place = wiredPlace(visit, step)
  const { gateways, chosen, choose, wrong: noGateways } = useGateways(system.name)
  const { answer, wrong } = useLive({ siteId: state.id, ...at, place: place ?? 'equipment' }, chosen, on && place !== null)
  const buffer = useRef(new Map<string, Followed>())
  const taken = useRef<typeof answer>(null)
  const [now, setNow] = useState<ReadonlyMap<string, number>>(new Map())

  const take = useCallback((): Followed[] => {
    const all = [...buffer.current.values()]
    buffer.current = new Map()
    return all
  }, [])
  // Every change makes a new visit: what writes is looked up when it is needed, so that the timer runs on.
  const latest = useRef({ write, at, runId: run.id })
  latest.current = { write, at, runId: run.id }
  const flush = useCallback(async () => {
    const all = take()
    const { write, at, runId } = latest.current
    if (all.length > 0) await write(all.map((body) => ({ kind: 'test.trace', body: { ...at, runId, ...body } }) as const))
  }, [take])

  useEffect(() => {
    if (!answer || !on || answer === taken.current) return
    taken.current = answer
    const readAt = Date.now()
    const values = new Map(answer.values.map((one) => [one.id, one.value] as const))
    const seen = new Map<string, number>()
    for (const reading of step?.reads ?? []) {
      const value = reading.live ? values.get(reading.live) : null
      if (value === null || value === undefined) continue
      seen.set(reading.id, value)
      if (reading.traced) follow(buffer.current, reading, value, readAt)
    }
    setNow(seen)
  }, [answer, on, step])

  useEffect(() => {
    if (!on) return
    const timer = setInterval(() => void flush(), FLUSH_MS)
    const leave = () => document.visibilityState === 'hidden' && void flush()
    document.addEventListener('visibilitychange', leave)
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', leave)
      void flush()
    }
  }, [on, flush])

  return { place, gateways, chosen, choose, wrong: noGateways ?? wrong, now, pending: buffer, take }
}

function follow(into: Map<string, Followed>, { id }: TestReading, value: number, atMs: number): void {
  const there = into.get(id)
  if (!there || there.afterMs.length >= 240)
    into.set(id, { reading: id, beganAt: new Date(atMs).toISOString(), afterMs: [0], values: [value], from: 'wire' })
  else {
    there.afterMs.push(Math.max(atMs - Date.parse(there.beganAt), there.afterMs.at(-1) ?? 0))
    there.values.push(value)
  }
}
