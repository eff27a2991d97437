import { ChevronDown, ChevronLeft, ChevronRight, ChevronUp, History } from 'lucide-react'
import { useState } from 'react'
import { Link, useLocation, useNavigate } from 'react-router'
import { StateMark } from '../kit/StateMark.tsx'
import { useModal } from '../kit/useModal.ts'
import type { LadderStage, SystemPlace } from './ladder.ts'

/** On a phone: one control that says the current stage, opens all of them, and steps to the one before and after. */
export function StageSheet(props: { stages: readonly LadderStage[]; systems: readonly SystemPlace[]; onTrail: () => void }) {
  const { stages, systems, onTrail } = props
  const [open, setOpen] = useState(false)
  const navigate = useNavigate()
  const { pathname } = useLocation()
  const parts = pathname.split('/')
  const at = stages.findIndex((one) => parts.includes(one.id))
  const now = stages[at]
  const to = (step: 1 | -1) => stages[at + step]
  const go = (one: LadderStage | undefined) => {
    if (one) void navigate(one.id)
  }
  return (
    <nav aria-label="Stages" className="md:hidden flex border-t border-base-300 h-15">
      <button
        type="button"
        className="w-15 grid place-items-center border-r border-base-300 disabled:opacity-30"
        aria-label={to(-1) ? `To ${to(-1)?.label}` : 'No stage before this one'}
        disabled={at <= 0}
        onClick={() => go(to(-1))}
      >
        <ChevronLeft size={20} aria-hidden="true" />
      </button>
      <button
        type="button"
        className="flex-1 flex items-center justify-center gap-2"
        aria-expanded={open}
        aria-haspopup="dialog"
        onClick={() => setOpen(true)}
      >
        {now?.standing && <StateMark mark={now.standing.mark} />}
        <b>{now?.label ?? 'Stages'}</b>
        {now && (
          <span className="num soft text-[13px]">
            {at + 1} of {stages.length}
          </span>
        )}
        {open ? <ChevronDown size={15} aria-hidden="true" /> : <ChevronUp size={15} aria-hidden="true" />}
      </button>
      <button
        type="button"
        className="w-15 grid place-items-center border-l border-base-300 disabled:opacity-30"
        aria-label={to(1) ? `To ${to(1)?.label}` : 'No stage after this one'}
        disabled={at < 0 || at === stages.length - 1}
        onClick={() => go(to(1))}
      >
        <ChevronRight size={20} aria-hidden="true" />
      </button>
      {open && <Sheet stages={stages} systems={systems} now={now} onClose={() => setOpen(false)} onTrail={onTrail} />}
    </nav>
  )
}

function Sheet(props: {
  stages: readonly LadderStage[]
  systems: readonly SystemPlace[]
  now: LadderStage | undefined
  onClose: () => void
  onTrail: () => void
}) {
  const { stages, systems, now, onClose, onTrail } = props
  const ref = useModal()
  const navigate = useNavigate()
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: Escape closes a native dialog; a tap beside it is one way more.
    <dialog
      ref={ref}
      aria-label="All stages"
      onClose={onClose}
      onClick={(event) => {
        if (event.target === ref.current) onClose()
      }}
      className="bg-base-100 text-base-content w-full max-w-full m-0 mt-auto rounded-t-2xl max-h-[calc(100dvh-3rem)] overflow-auto p-0 pb-2 backdrop:bg-black/45"
    >
      <div className="w-11 h-1 rounded bg-base-300 mx-auto my-2.5" aria-hidden="true" />
      <ul>
        {stages.map((one) => (
          <li key={one.id}>
            <Link
              to={one.id}
              onClick={onClose}
              aria-current={one === now ? 'page' : undefined}
              className={`flex items-center gap-4 px-4 h-13 border-l-4 ${one === now ? 'border-primary bg-base-200 font-bold' : 'border-transparent'} ${one.standing?.applies === false ? 'soft' : ''}`}
            >
              <span className="size-4">{one.standing && <StateMark mark={one.standing.mark} />}</span>
              <span>{one.label}</span>
              <span className="soft text-[14px] ml-auto font-normal">
                {one.standing === null
                  ? ''
                  : one.standing.applies
                    ? one.standing.of > 0
                      ? `${one.standing.done} of ${one.standing.of}`
                      : ''
                    : 'not on this system'}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {systems.length > 1 && (
        <label className="flex items-center gap-3 px-4 pt-3 mt-1 border-t border-base-300">
          <span className="soft text-[14px]">System</span>
          <select
            className="select flex-1"
            value={systems.find((one) => one.here)?.to}
            onChange={(event) => {
              onClose()
              void navigate(event.target.value)
            }}
          >
            {systems.map((one) => (
              <option key={one.id} value={one.to}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
      )}
      <button
        type="button"
        className="btn btn-ghost mx-3 my-1"
        onClick={() => {
          onClose()
          onTrail()
        }}
      >
        <History size={16} aria-hidden="true" /> Trail
      </button>
    </dialog>
  )
}
