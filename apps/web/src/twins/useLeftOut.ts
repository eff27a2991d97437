import { useState } from 'react'

/** What is not to be carried, by any key: nothing at first. `about` names what the choice is for; another begins anew. */
export function useLeftOut(about: string): { left: ReadonlySet<string>; leave: (key: string, out: boolean) => void } {
  const [kept, setKept] = useState<{ about: string; left: ReadonlySet<string> }>({ about, left: new Set() })
  const left = kept.about === about ? kept.left : new Set<string>()
  const leave = (key: string, out: boolean) => {
    const next = new Set(left)
    if (out) next.add(key)
    else next.delete(key)
    setKept({ about, left: next })
  }
  return { left, leave }
}
