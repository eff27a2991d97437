import { mendWords, type ZoneCase, type ZoneMend } from '@ingle/core'
import type { Draft } from '@ingle/record'
import { newId } from '../../kit/ids.ts'
import { useAims } from '../../visit/useAims.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** What would mend the combinations: seen in the matrix first, then taken. */
export function Mends(props: {
  mends: readonly ZoneMend[]
  of: ZoneCase
  seen: ZoneMend | null
  total: number
  onSee: (mend: ZoneMend | null) => void
}) {
  const { show, write } = useVisit()
  const take = useTaking()
  if (props.mends.length === 0)
    return props.total === 0 ? null : (
      <section aria-label="Corrections" className="panel p-4">
        <h2 className="font-bold">Corrections</h2>
        <p className="text-[14px]">
          No single mend brings fewer combinations beyond a limit. Look at the design flows and the floors again.
        </p>
      </section>
    )
  return (
    <section aria-label="Corrections" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold">Corrections, the best first</h2>
      {props.mends.map((mend) => {
        const { does, note } = mendWords(mend, props.of, show)
        const seen = props.seen !== null && same(props.seen, mend)
        return (
          <div key={does} className="border-t border-base-300 pt-2 text-[14px]">
            <p>
              <b>{does}.</b> <span className="num">{mend.badLeft}</span> <span className="soft">of {props.total} stay.</span>
            </p>
            <p className="soft text-[13px] leading-snug">{note}</p>
            <div className="flex flex-wrap gap-2 mt-1.5">
              <button type="button" className="btn btn-quiet" aria-pressed={seen} onClick={() => props.onSee(seen ? null : mend)}>
                See it in the matrix
              </button>
              <button
                type="button"
                className="btn btn-quiet"
                onClick={() => {
                  void write(take(mend, does)).then((written) => written.ok && props.onSee(null))
                }}
              >
                {hardware(mend) ? 'Open as work to do' : 'Take it'}
              </button>
            </div>
          </div>
        )
      })}
    </section>
  )
}

const same = (a: ZoneMend, b: ZoneMend): boolean => JSON.stringify(a) === JSON.stringify(b)
const parts = (mend: ZoneMend) => [mend, ...(mend.also ? [mend.also] : [])]
const hardware = (mend: ZoneMend): boolean => parts(mend).some((one) => one.kind !== 'keep-open' && one.kind !== 'lower-step')

/** What taking a mend writes down: settings as aims, a zone as always open, everything else as an open item. */
function useTaking() {
  const { at, system, zoned } = useVisit()
  const { drafts: aimDrafts } = useAims('Zones stage')
  return (mend: ZoneMend, does: string): Draft[] => {
    const drafts: Draft[] = []
    for (const one of parts(mend)) {
      const zone = zoned.zones[one.zone ?? -1]?.zone
      if (one.kind === 'keep-open' && zone)
        drafts.push(
          { kind: 'zone.set', body: { systemId: system.id, zoneId: zone.id, alwaysOpen: true } },
          {
            kind: 'item.open',
            body: {
              ...at,
              itemId: newId(),
              text: `${zone.name} stays open: take its damper out of the controller, or fix it open.`,
            },
          },
        )
      if (one.kind === 'lower-step') {
        const share = one.share ?? 1
        const step = (value: number) => String(Math.round(100 * value))
        drafts.push(
          ...aimDrafts([
            { id: 'fan.step.low', meaning: step(share), why: 'so that few open zones stay within their limits' },
            { id: 'fan.step.mid', meaning: step((share + 1) / 2), why: 'so that half of the zones stay within their limits' },
          ]),
        )
      }
    }
    const settled = drafts.some((one) => one.kind === 'aim.set' || one.kind === 'zone.set')
    if (hardware(mend) || !settled) drafts.push({ kind: 'item.open', body: { ...at, itemId: newId(), text: `${does}.` } })
    return drafts
  }
}
