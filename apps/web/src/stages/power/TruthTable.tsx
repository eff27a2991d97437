import {
  type Board,
  CALL_WORDS,
  counted,
  endWord,
  intendedTable,
  isPump,
  runsWords,
  sameOutcome,
  setRight,
  truthTable,
  type Wiring,
  type WiringSystem,
  wantedWiring,
} from '@ingle/core'
import { useState } from 'react'
import { Choices } from '../../kit/Choices.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { StateMark } from '../../kit/StateMark.tsx'

const VIEWS = { found: 'As found', now: 'As it is now', wanted: 'As it should be' } as const
type View = keyof typeof VIEWS

/** For each call: which terminals are live and what runs, as found and after mending, beside what should run. */
export function TruthTable({ kind, found, now }: { kind: WiringSystem; found: Wiring; now: Wiring }) {
  const [view, setView] = useState<View>('now')
  const should = intendedTable(kind)
  const right = setRight(kind)
  const shown = view === 'wanted' ? truthTable(right, wantedWiring(right)) : truthTable(kind, view === 'found' ? found : now)
  const wrong = shown.filter((one, i) => should[i] && !sameOutcome(one, should[i])).length
  const liveOn = (outcome: (typeof shown)[number], board: Board) =>
    outcome.live
      .filter((one) => one.board === board)
      .map(endWord)
      .join(' ') || '–'
  return (
    <section aria-label="Sequence of operation" className="panel p-4 flex flex-col gap-2 min-w-0">
      <h2 className="font-bold">
        {wrong === 0
          ? 'Every call does what it should'
          : `${wrong} of ${counted(shown.length, 'call')} ${wrong === 1 ? 'does' : 'do'} something else than ${wrong === 1 ? 'it' : 'they'} should`}
      </h2>
      {isPump(kind) && kind.controller.valve === 'O/B' && kind.controller.valveSet === null && view !== 'wanted' && (
        <Notice kind="watch">
          How the controller’s reversing valve is set was not looked at: this takes it for what the equipment wants. Look at it
          under Settings.
        </Notice>
      )}
      <Choices
        label="Which wiring"
        options={Object.entries(VIEWS) as [View, string][]}
        on={(one) => one === view}
        onPick={setView}
      />
      <div className="overflow-x-auto">
        <table className="w-full text-[14px] [&_td]:py-1.5" aria-label="Truth table">
          <thead>
            <tr className="text-left soft text-[13px]">
              <th className="font-normal py-1 pr-3">Called</th>
              <th className="font-normal pr-3">Runs</th>
              <th className="font-normal pr-3">Should</th>
              <th className="font-normal pr-3">Live at the controller</th>
              <th className="font-normal">Live at the equipment</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((outcome, i) => {
              const right = should[i] !== undefined && sameOutcome(outcome, should[i])
              return (
                <tr key={outcome.call} className={`border-t border-base-300 align-top ${right ? '' : 'bg-warning/12'}`}>
                  <th scope="row" className="text-left font-normal py-1.5 pr-3">
                    {CALL_WORDS[outcome.call]}
                  </th>
                  <td className="pr-3">
                    <span className="flex gap-1.5">
                      {!right && <StateMark mark="watch" />}
                      <b>{runsWords(outcome)}</b>
                    </span>
                  </td>
                  <td className="pr-3 soft">{should[i] ? runsWords(should[i]) : ''}</td>
                  <td className="num pr-3">{liveOn(outcome, 'controller')}</td>
                  <td className="num">
                    {liveOn(outcome, 'equipment')}
                    {kind.transformers === 2 && ` · second ${liveOn(outcome, 'second')}`}
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </div>
      <p className="soft text-[13px]">
        Worked out by joining what conductors, bridges and the controller’s own contacts join, without resistance; a load runs
        when its terminal meets the hot side of its own transformer. Proved with a meter, not here.
      </p>
    </section>
  )
}
