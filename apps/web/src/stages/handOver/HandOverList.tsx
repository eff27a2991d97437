import { type HandOverItem, handOverOf } from '@ingle/bench'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { CheckField } from '../../kit/Field.tsx'
import { StateMark } from '../../kit/StateMark.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** The checklist of this machine, worked out from the record: each line opens what it is about; a few are ticked by hand. */
export function HandOverList({ base }: { base: string }) {
  const view = useVisit()
  const { write, at, clock } = view
  const today = clock.date(new Date().toISOString())
  const items = useMemo(() => handOverOf(view, today), [view, today])
  const open = items.filter((one) => one.standing === 'open' && !one.tick)
  const ticks = items.filter((one) => one.tick)
  const done = items.filter((one) => one.standing === 'done' && !one.tick)
  const inTheWay = items.filter((one) => one.standing === 'open' && !one.explained).length
  return (
    <section aria-label="Before you leave" className="panel p-4">
      <h2 className="font-bold mb-2 text-lg leading-snug">
        {inTheWay === 0
          ? 'Nothing stands in the way of handing over.'
          : inTheWay === 1
            ? 'One thing stands in the way.'
            : `${inTheWay} things stand in the way.`}
      </h2>
      <ul className="flex flex-col divide-y divide-base-300">
        {open.map((one) => (
          <Line key={one.id} of={one} base={base} />
        ))}
      </ul>
      <ul className={open.length > 0 ? 'mt-2 border-t border-base-300 pt-1' : ''}>
        {ticks.map((one) => (
          <li key={one.id} id={one.tick}>
            <CheckField
              label={one.says}
              checked={one.standing === 'done'}
              onSave={(is) => void write([{ kind: 'check.set', body: { ...at, checkId: one.tick ?? '', done: is } }])}
            />
          </li>
        ))}
      </ul>
      {done.length > 0 && (
        <ul className="mt-1 border-t border-base-300 pt-1">
          {done.map((one) => (
            <Line key={one.id} of={one} base={base} />
          ))}
        </ul>
      )}
    </section>
  )
}

function Line({ of, base }: { of: HandOverItem; base: string }) {
  const { write } = useVisit()
  const isHere = of.opens.startsWith('hand-over')
  const to = isHere ? `#${of.opens.split('#')[1] ?? ''}` : `${base}/${of.opens}`
  return (
    <li className="py-2 flex gap-2.5 items-start text-[14.5px] leading-snug">
      <span className="mt-0.5">
        <StateMark mark={of.standing === 'done' ? 'proved' : of.explained ? 'temporary' : 'watch'} />
      </span>
      <span className="flex-1">
        {of.says}
        {of.offers && (
          <button type="button" className="btn btn-quiet mt-1.5 block" onClick={() => void write(of.offers?.drafts ?? [])}>
            {of.offers.says}
          </button>
        )}
      </span>
      {isHere ? (
        <a className="link whitespace-nowrap" href={to}>
          Open it<span className="sr-only">: {of.says}</span>
        </a>
      ) : (
        <Link className="link whitespace-nowrap" to={to}>
          Open it<span className="sr-only">: {of.says}</span>
        </Link>
      )}
    </li>
  )
}
