import type { KeyEvent } from '@ingle/core'
import { useEffect, useState } from 'react'
import { Heard } from '../kit/Heard.tsx'

/** How long the hands are busy in a step: holds and waits together. */
export const busyS = (events: readonly KeyEvent[]): number =>
  events.reduce((sum, event) => sum + (event.do === 'hold' || event.do === 'wait' ? event.s : 0), 0)

/** Counts a hold or a wait down, so that nobody counts in the head. */
export function Countdown({ seconds }: { seconds: number }) {
  const [endMs, setEndMs] = useState<number | null>(null)
  const [leftS, setLeftS] = useState(seconds)
  useEffect(() => {
    if (endMs === null) return
    const tick = () => setLeftS(Math.max((endMs - Date.now()) / 1000, 0))
    const timer = setInterval(tick, 200)
    return () => clearInterval(timer)
  }, [endMs])
  const running = endMs !== null && leftS > 0
  return (
    <>
      <button
        type="button"
        className="btn btn-quiet num self-start"
        onClick={() => {
          setLeftS(seconds)
          setEndMs(Date.now() + seconds * 1000)
        }}
      >
        {running ? `${clock(leftS)} to go` : endMs === null ? `Count ${clock(seconds)}` : 'Time is up'}
      </button>
      <Heard says={endMs !== null && !running ? 'The time is up.' : ''} />
    </>
  )
}

const clock = (s: number): string =>
  s < 60 ? `${Math.ceil(s)} s` : `${Math.floor(Math.ceil(s) / 60)}:${String(Math.ceil(s) % 60).padStart(2, '0')} min`
