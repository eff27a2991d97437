import { settledApart, TOGETHER_SOURCE, togetherOf } from '@ingle/bench'
import { ADJUST_ROLE, beyondWords, capital, list, optionSaid, type Relaxation, type SystemJoint } from '@ingle/core'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { DataTable } from '../../kit/DataTable.tsx'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { StateMark } from '../../kit/StateMark.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { useAims } from '../../visit/useAims.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** One set of taps for the whole system, or the fewest things that cannot hold together and what each given up would buy. */
export function Together() {
  const visit = useVisit()
  const { picture } = visit
  const { rowOf, waiting, put } = useAims(TOGETHER_SOURCE)
  const together = useMemo(() => togetherOf(visit), [visit])
  if (!together)
    return (
      <main id="main" className="p-3 md:p-4">
        <Empty title="Not enough is known to choose everything at once">
          <p>
            This view takes every tap of the system together: aim, floors, the furnace’s window, static, noise, the order of the
            stages, the zones. It needs the blower’s table, the capacity, and one static on a named tap.
          </p>
        </Empty>
      </main>
    )
  const { joint, answer, choice, aims } = together
  const left = waiting(aims)
  const settled = settledApart(visit)
  return (
    <main
      id="main"
      className="p-3 md:p-4 grid grid-cols-1 gap-3 md:gap-4 xl:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)] items-start"
    >
      <div className="flex flex-col gap-3 min-w-0">
        <section aria-label="One set for the whole system" className="panel p-4 flex flex-col gap-2.5">
          <h1 className="font-bold text-lg leading-tight">
            {joint.unknown.length > 0
              ? 'Not settled: something is not known yet'
              : answer.kind === 'fits'
                ? 'One set holds all of it together'
                : answer.conflict.length === 1
                  ? `No set of taps meets this: ${answer.conflict[0]?.says.toLowerCase()}`
                  : `${capital(countWord(answer.conflict.length))} things cannot hold together`}
          </h1>
          {joint.unknown.length > 0 && (
            <Notice kind="watch">
              <b>Nothing is aimed at before it is known {list(joint.unknown)}.</b> Enter it on the Survey stage; what is shown
              holds for the rest.
            </Notice>
          )}
          {answer.kind === 'conflict' && (
            <ul className="flex flex-col gap-1 text-[14px]">
              {answer.conflict.map((one) => (
                <li key={one.id} className="flex gap-2">
                  <span className="mt-0.5">
                    <StateMark mark="watch" size={14} />
                  </span>
                  {one.says}.
                </li>
              ))}
            </ul>
          )}
          <Choice joint={joint} choice={choice} />
          {answer.kind === 'conflict' && (
            <p className="text-[14px] soft">
              Shown: the best set where{' '}
              {answer.relaxations[0] ? `“${answer.relaxations[0].constraint.says}” is given up` : 'something is given up'}. It is
              not put into the ledger.
              {answer.conflict.some((one) => one.id === 'zones') && ' '}
              {answer.conflict.some((one) => one.id === 'zones') && (
                <Link className="link" to="../../zones/combinations" relative="path">
                  What mends the zones
                </Link>
              )}
            </p>
          )}
          {answer.kind === 'fits' &&
            joint.unknown.length === 0 &&
            (left.length === 0 ? (
              <p className="text-[14px] soft">The ledger aims at this set.</p>
            ) : (
              <button type="button" className="btn btn-primary self-start" onClick={() => void put(left)}>
                Put {left.length} into the ledger as aims:{' '}
                {left.map((one) => `${rowOf(one.id)?.setting.code ?? rowOf(one.id)?.label} ${one.meaning}`).join(', ')}
              </button>
            ))}
          <WorkedNote>
            <p>
              Every set of taps was held against every constraint on the measured duct
              {picture.cleanCoefficient !== null && ', with a clean filter'}; the set nearest to what is wished for was taken: the
              aim for cooling, 70% of it in a low stage, half of it between calls, the middle of the plate’s window for a fire,
              the least flow that is enough for a heater. One adjust moves all of them; it is taken where it brings them nearer.
              Where nothing fits, the smallest set of constraints that rules everything out. Complete: no set was left out.
            </p>
          </WorkedNote>
        </section>
        <section aria-label="Everything that has to hold" className="panel p-4">
          <h2 className="font-bold">Everything that has to hold</h2>
          <ul className="text-[14px] mt-1">
            {joint.constraints.map((one) => {
              const beyond = one.beyond(choice)
              return (
                <li key={one.id} className="flex gap-2 items-start border-t border-base-300 py-1.5">
                  <span className="mt-0.5">
                    <StateMark mark={beyond <= 1e-9 ? 'proved' : 'watch'} size={14} />
                  </span>
                  <span className="grow">{one.says}</span>
                  <span className="num soft text-right">{beyondWords(beyond)}</span>
                </li>
              )
            })}
          </ul>
        </section>
      </div>
      <div className="flex flex-col gap-3 min-w-0">
        <Relaxations
          title={answer.kind === 'fits' ? 'What would bring it nearer' : 'What each given up would buy'}
          none="Nothing: the set is as near to what is wished for as any that could be chosen."
          joint={joint}
          relaxations={answer.kind === 'fits' ? answer.binding : answer.relaxations}
        />
        {answer.kind === 'conflict' && answer.relaxations.length === 0 && (
          <Notice kind="watch">
            <b>No single one given up is enough.</b> Look at the air path first: a remedy there moves all of them.
          </Notice>
        )}
        <section aria-label="Steps, delays and zones" className="panel p-4">
          <h2 className="font-bold">Steps, delays and zone entries</h2>
          {settled.length === 0 ? (
            <p className="soft text-[14px]">
              None yet: delays come from the Heat view, steps and shares from the Zones stage. They stand in nobody’s way, so each
              is settled by itself.
            </p>
          ) : (
            <ul className="text-[14px] mt-1">
              {settled.map((row) => (
                <li key={row.key} className="flex gap-2 border-t border-base-300 py-1">
                  <span className="grow">{row.label}</span>
                  <b className="num">{row.aim?.value}</b>
                </li>
              ))}
            </ul>
          )}
        </section>
      </div>
    </main>
  )
}

const countWord = (count: number): string => ['no', 'one', 'two', 'three', 'four', 'five'][count] ?? String(count)

function Choice({ joint, choice }: { joint: SystemJoint; choice: readonly number[] }) {
  const { show, units } = useVisit()
  return (
    <DataTable
      caption="The set of taps"
      columns={[
        { head: 'Setting' },
        { head: 'Value', figure: true },
        { head: `Flow ${units.flow}`, figure: true },
        { head: `Static ${units.static}`, figure: true },
      ]}
      rows={joint.knobs.map((knob, i) => {
        const at = choice[i] as number
        const point = joint.pointAt(i, choice)
        return {
          key: knob.id,
          cells: [
            knob.label,
            <b key="v">{optionSaid(knob, at)}</b>,
            point ? show('flow', point.flowCfm, { bare: true }) : knob.id === ADJUST_ROLE ? 'all taps' : 'off the table',
            point ? show('static', point.staticInWc, { bare: true }) : '—',
          ],
        }
      })}
    />
  )
}

function Relaxations(props: { title: string; none: string; joint: SystemJoint; relaxations: readonly Relaxation[] }) {
  const { show } = useVisit()
  const { joint } = props
  return (
    <section aria-label={props.title} className="panel p-4">
      <h2 className="font-bold">{props.title}</h2>
      {props.relaxations.length === 0 && <p className="soft text-[14px]">{props.none}</p>}
      {props.relaxations.map((one) => (
        <div key={one.constraint.id} className="border-t border-base-300 pt-2 mt-2 text-[14px]">
          <p>
            <b>Given up:</b> {one.constraint.says.charAt(0).toLowerCase() + one.constraint.says.slice(1)},{' '}
            {beyondWords(one.beyond)}.
          </p>
          <p className="soft text-[13.5px]">
            Then{' '}
            {joint.knobs
              .map((knob, i) => {
                const point = joint.pointAt(i, one.choice)
                return `${knob.label.toLowerCase()} ${optionSaid(knob, one.choice[i] as number)}${point ? `, ${show('flow', point.flowCfm)} at ${show('static', point.staticInWc)}` : ''}`
              })
              .join('; ')}
            .
          </p>
        </div>
      ))}
    </section>
  )
}
