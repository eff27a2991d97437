import { useEffect, useState } from 'react'

/** This phone's clock, anew every so many seconds. */
export function useNow(everyS = 30): number {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), everyS * 1000)
    return () => clearInterval(timer)
  }, [everyS])
  return now
}
