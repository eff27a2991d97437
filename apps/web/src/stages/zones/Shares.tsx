import { express, numberOf, sayValue, sharesInSteps } from '@ingle/core'
import { type LedgerRow, rowBody, type ZonedDuct } from '@ingle/record'
import { DataTable } from '../../kit/DataTable.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** What the zone controller takes: each zone's share in its own steps, put into the ledger as aims. */
export function Shares({ zoned }: { zoned: ZonedDuct }) {
  const { ledger, write, at } = useVisit()
  const rows = ledger.filter((row) => row.id.startsWith('zone.flow.') && numberOf(row.id) !== null)
  const count = ledger.find((row) => row.id === 'zone.count')
  const [first] = rows
  if (!first?.setting.range || zoned.unshared) return null
  const { min, max, step } = first.setting.range
  const made = sharesInSteps(
    zoned.zones.map((one) => one.share ?? 0),
    { min, max, step },
  )
  if (!made.ok) return null
  const { values, sum } = made.value
  const wanted: { row: LedgerRow; value: string; meaning: string }[] = []
  for (const [i, value] of values.entries()) {
    const row = rows.find((one) => numberOf(one.id) === i + 1)
    const said = row ? express(row.setting, String(value)) : null
    if (row && said && said.fit !== 'none') wanted.push({ row, value: said.value, meaning: String(value) })
  }
  if (count) wanted.unshift({ row: count, value: String(values.length), meaning: String(values.length) })
  const waiting = wanted.filter(({ row, value }) => row.aim?.value !== value)
  const put = () =>
    void write(
      waiting.map(({ row, meaning }) => ({
        kind: 'aim.set' as const,
        body: {
          ...at,
          ...rowBody(row.key),
          value: meaning,
          why: `share of the air by ${zoned.shareBy === 'outlets' ? 'its outlets' : zoned.shareBy === 'load' ? 'its load' : 'its design flow'}`,
          from: 'worked-out' as const,
          source: 'Zones stage',
        },
      })),
    )
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
        rows={wanted
          .filter(({ row }) => row !== count)
          .map(({ row, value }, i) => ({
            key: row.key,
            cells: [
              zoned.zones[i]?.zone.name,
              row.setting.code ?? row.label,
              `${(100 * (zoned.zones[i]?.share ?? 0)).toFixed(1)}%`,
              <b key="v">{sayValue(row.setting, value)}</b>,
              row.left?.value ?? row.found?.value ?? '—',
            ],
          }))}
      />
      {sum !== 100 && (
        <Notice kind="watch">
          <b>
            In its steps of {step}% they add up to {sum}%.
          </b>{' '}
          Its range of {min} to {max}% does not allow the whole.
        </Notice>
      )}
      {waiting.length === 0 ? (
        <p className="text-[14px] soft">All of it stands in the ledger as aims.</p>
      ) : (
        <button type="button" className="btn btn-primary self-start" onClick={put}>
          Put {waiting.length} into the ledger as aims
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
