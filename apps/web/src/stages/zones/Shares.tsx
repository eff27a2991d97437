import { numberOf, sayValue, sharesInSteps } from '@ingle/core'
import type { ZonedDuct } from '@ingle/record'
import { DataTable } from '../../kit/DataTable.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { useAims } from '../../visit/useAims.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** What the zone controller takes: each zone's share in its own steps, put into the ledger as aims. */
export function Shares({ zoned }: { zoned: ZonedDuct }) {
  const { ledger } = useVisit()
  const { rowOf, valueFor, waiting, put } = useAims('Zones stage')
  const rows = ledger.filter((row) => row.id.startsWith('zone.flow.') && numberOf(row.id) !== null)
  const [first] = rows
  if (!first?.setting.range || zoned.unshared) return null
  const { min, max, step } = first.setting.range
  const made = sharesInSteps(
    zoned.zones.map((one) => one.share ?? 0),
    { min, max, step },
  )
  if (!made.ok) return null
  const { values, sum } = made.value
  const why = `share of the air by ${zoned.shareBy === 'outlets' ? 'its outlets' : zoned.shareBy === 'load' ? 'its load' : 'its design flow'}`
  const shares = values.map((value, i) => ({ id: `zone.flow.${i + 1}`, meaning: String(value), why }))
  const left = waiting([{ id: 'zone.count', meaning: String(values.length), why: 'the zones that there are' }, ...shares])
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
                row.left?.value ?? row.found?.value ?? '—',
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
          {zoned.shareBy === 'outlets' ? 'the number of outlets' : zoned.shareBy === 'load' ? 'load' : 'design flow'}; rounded
          down to steps of {step}%, then the largest remainders up until the whole is shared out. Source: largest-remainder
          method.
        </p>
      </WorkedNote>
    </section>
  )
}
