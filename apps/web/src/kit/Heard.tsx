import { useEffect, useState } from 'react'

/** How long words must stand before they are read out, ms: what changes with every key is read once. */
const SETTLED_MS = 700

/** For ears only: says what changed, once it has settled. What is there when the page opens is not news. */
export function Heard({ says }: { says: string }) {
  const [first] = useState(says)
  const [said, setSaid] = useState('')
  useEffect(() => {
    if (says === first && said === '') return
    const timer = setTimeout(() => setSaid(says), SETTLED_MS)
    return () => clearTimeout(timer)
  }, [says, first, said])
  return (
    <p role="status" className="sr-only">
      {said}
    </p>
  )
}
