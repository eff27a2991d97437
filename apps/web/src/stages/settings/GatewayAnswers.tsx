import type { LedgerRow } from '@ingle/bench'
import { sayBoth } from '@ingle/core'
import type { GatewayReadAnswer, GatewayWriteAnswer } from '@ingle/record/wire'
import { Notice } from '../../kit/Notice.tsx'
import { usePrefs } from '../../prefs/prefs.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** What was read, and what made no sense. */
export function ReadList({ answer, rowOf }: { answer: GatewayReadAnswer; rowOf: (id: string) => LedgerRow | undefined }) {
  const units = usePrefs((state) => state.units)
  const { clock } = useVisit()
  const bad = answer.settings.filter((one) => one.value === null)
  return (
    <div role="status" aria-label="What was read">
      <p>
        <b>
          {answer.settings.length - bad.length} read at {clock.hour(answer.at)}
        </b>
        , each into Found with its register.
      </p>
      {bad.map((one) => (
        <Notice key={one.id} kind="watch">
          {one.reason}
        </Notice>
      ))}
      <ul className="mt-1 divide-y divide-base-300">
        {answer.settings
          .filter((one) => one.value !== null)
          .map((one) => {
            const row = rowOf(one.id)
            return (
              <li key={one.id} className="flex gap-2 py-1">
                <span className="num soft w-12">{one.register}</span>
                <span className="flex-1">{row?.label ?? one.id}</span>
                <span className="num">
                  {row && one.value !== null ? sayBoth(row.setting, one.value, units).means : one.value}
                </span>
              </li>
            )
          })}
      </ul>
    </div>
  )
}

const OUTCOMES: Readonly<Record<GatewayWriteAnswer['settings'][number]['outcome'], string>> = {
  written: 'written',
  stood: 'stood so',
  'changed-between': 'changed by somebody',
  refused: 'refused',
  'not-kept': 'not kept',
  'line-broke': 'line broke',
  'not-tried': 'not tried',
}

/** What became of each setting that was to be written. */
export function WrittenList({ answer, rowOf }: { answer: GatewayWriteAnswer; rowOf: (id: string) => LedgerRow | undefined }) {
  const { clock } = useVisit()
  const right = answer.settings.filter((one) => one.outcome === 'written' || one.outcome === 'stood')
  return (
    <div role="status" aria-label="What was written">
      <p>
        <b>
          {right.length} of {answer.settings.length} stand as wanted
        </b>
        , read back at {clock.hour(answer.at)}.
      </p>
      <ul className="mt-1 flex flex-col gap-1">
        {answer.settings.map((one) => {
          const well = one.outcome === 'written' || one.outcome === 'stood'
          const line = (
            <>
              <b>{rowOf(one.id)?.label ?? one.id}</b>: {OUTCOMES[one.outcome]}. {well ? '' : one.says}
            </>
          )
          return <li key={one.id}>{well ? line : <Notice kind="watch">{line}</Notice>}</li>
        })}
      </ul>
    </div>
  )
}
