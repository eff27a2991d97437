import { SHARED_BY, seenAt, sharesOf, ZONES_SOURCE } from '@ingle/bench'
import { sayValue } from '@ingle/core'
import { DataTable } from '../../kit/DataTable.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { useAims } from '../../visit/useAims.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** What the zone controller takes: each zone's share in its own steps, put into the ledger as aims. */
export function Shares() {
  const visit = useVisit()
  const { zoned } = visit
  const { rowOf, valueFor, waiting, put } = useAims(ZONES_SOURCE)
  const made = sharesOf(visit)
  if (!made) return null
  const { first, range, shares, sum } = made
  const { min, max, step } = range
  const left = waiting(made.aims)
  return (
    <section aria-label="Shares in the controller’s steps" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold">What {first.device.family} takes</h2>
      <DataTable
        caption="Shares in the controller’s steps"
        columns={[
          { head: 'Zone' },
          { head: 'Setting', figure: true },
          { head: 'Exactly', figure: true },
          { head: 'In its steps', figure: true },
          { head: 'Now', figure: true },
        ]}
        rows={shares.flatMap(({ id, meaning }, i) => {
          const row = rowOf(id)
          const value = valueFor(id, meaning)
          if (!row || value === null) return []
          return [
            {
              key: row.key,
              cells: [
                zoned.zones[i]?.zone.name,
                row.setting.code ?? row.label,
                `${(100 * (zoned.zones[i]?.share ?? 0)).toFixed(1)}%`,
                <b key="v">{sayValue(row.setting, value)}</b>,
                seenAt(row)?.value ?? '—',
              ],
            },
          ]
        })}
      />
      {sum !== 100 && (
        <Notice kind="watch">
          <b>
            In its steps of {step}% they add up to {sum}%.
          </b>{' '}
          Its range of {min} to {max}% does not allow the whole.
        </Notice>
      )}
      {left.length === 0 ? (
        <p className="text-[14px] soft">All of it stands in the ledger as aims.</p>
      ) : (
        <button type="button" className="btn btn-primary self-start" onClick={() => void put(left)}>
          Put {left.length} into the ledger as aims
        </button>
      )}
      <WorkedNote>
        <p>
          Share = weight of the zone ÷ sum of all weights, by{' '}
          {zoned.shareBy === 'outlets' ? 'the number of outlets' : SHARED_BY[zoned.shareBy].replace('its ', '')}; rounded down to
          steps of {step}%, then the largest remainders up until the whole is shared out. Source: largest-remainder method.
        </p>
      </WorkedNote>
    </section>
  )
}
