import { aimReason, COMFORT_SOURCE, type ComfortControl } from '@ingle/bench'
import { rowBody } from '@ingle/record'
import { useState } from 'react'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'
import type { Days } from './Moment.tsx'

/** What was tried becomes the aim, with its reason. */
export function TakeAims(props: {
  controls: readonly ComfortControl[]
  picks: Readonly<Record<string, string>>
  /** As in “on a frosty day”. */
  day: string
  days: Days | null
  onTaken: () => void
}) {
  const { controls, picks, day, days, onTaken } = props
  const { write, at, show } = useVisit()
  const [wrong, setWrong] = useState<string | null>(null)
  const [taken, setTaken] = useState(0)
  const chosen = controls.filter((one) => picks[one.row.key] !== undefined && picks[one.row.key] !== one.aim)
  const take = async () => {
    if (!days) return
    const why = aimReason(day, days.found.figures, days.tried.figures, show)
    const written = await write(
      chosen.map((one) => ({
        kind: 'aim.set' as const,
        body: {
          ...at,
          ...rowBody(one.row.key),
          value: picks[one.row.key] as string,
          why,
          from: 'hand' as const,
          source: COMFORT_SOURCE,
        },
      })),
    )
    setWrong(refusalOf(written))
    if (!written.ok) return
    setTaken(chosen.length)
    onTaken()
  }
  return (
    <section aria-label="Take as aims" className="panel p-4 flex flex-col gap-2">
      <p className="soft text-[14px]">
        {chosen.length > 0
          ? `This try has ${chosen.length} ${chosen.length === 1 ? 'setting' : 'settings'} otherwise.`
          : taken > 0
            ? 'The ledger aims at this try.'
            : 'Tap another value above: the picture follows.'}
      </p>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <button
        type="button"
        className="btn btn-primary self-start"
        disabled={chosen.length === 0 || !days}
        onClick={() => void take()}
      >
        Take {chosen.length > 1 ? `${chosen.length} ` : ''}as {chosen.length === 1 ? 'an aim' : 'aims'}
      </button>
    </section>
  )
}
