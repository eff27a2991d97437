import { signedPct, type TryResult, tapName } from '@ingle/core'
import { Fragment } from 'react'
import { type Mark, StateMark } from '../../kit/StateMark.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** Each try as a row. Choosing one opens its numbers. */
export function TriesTable({ chosen, onChoose }: { chosen: string | null; onChoose: (id: string) => void }) {
  const { picture, show, units } = useVisit()
  // Where the device has an adjust each try says its own, nothing included.
  const saysAdjust =
    (picture.input.blower?.adjustsPct.length ?? 1) > 1 || picture.tries.some(({ input }) => input.adjustPct !== 0)
  if (picture.tries.length === 0) {
    return (
      <section aria-label="Tries" className="panel p-4">
        <h2 className="font-bold">Tries</h2>
        <p className="soft">
          A try is one tap with its readings. Name the tap that it runs on now, as found, and the first try begins.
        </p>
      </section>
    )
  }
  return (
    <section aria-label="Tries" className="panel overflow-x-auto">
      <table className="w-full text-[14px]">
        <caption className="sr-only">Tries of this visit</caption>
        <thead>
          <tr className="soft text-left text-[12.5px]">
            <th scope="col" className="pl-3 py-1.5 w-8">
              <span className="sr-only">State</span>
            </th>
            <th scope="col">Try</th>
            <th scope="col">{saysAdjust ? 'Tap, adjust' : 'Tap'}</th>
            <th scope="col" className="text-right pl-2.5">
              Static {units.static}
            </th>
            <th scope="col" className="text-right pl-2.5">
              Flow {units.flow}
            </th>
            <th scope="col" className="text-right pl-2.5 max-md:pr-3">
              Split {units.temperature}
            </th>
            <th scope="col" className="pl-4 max-md:hidden">
              What it showed
            </th>
          </tr>
        </thead>
        <tbody className="divide-y divide-base-300">
          {picture.tries.map((one) => {
            const { mark, text } = verdict(one, picture, show)
            const now = one.input.id === chosen
            return (
              <Fragment key={one.input.id}>
                <tr className={`h-9 max-md:border-b-0 ${now ? 'bg-base-200' : ''}`}>
                  <td className="pl-3">
                    <StateMark mark={mark} size={14} />
                  </td>
                  <td className="num">
                    <button
                      type="button"
                      className="link link-hover font-bold min-h-9 min-w-6 text-left"
                      aria-pressed={now}
                      aria-label={`Numbers of try ${one.input.number}`}
                      onClick={() => onChoose(one.input.id)}
                    >
                      {one.input.number}
                    </button>
                  </td>
                  <td className="whitespace-nowrap">
                    {one.input.tap === null ? 'not known' : tapName(one.input.tapLabel)}
                    {saysAdjust && <span className="num soft"> {signedPct(one.input.adjustPct)}</span>}
                    {one.input.filter === 'clean' && <span className="soft">, clean filter</span>}
                  </td>
                  <td className="num text-right pl-2.5">
                    {one.externalInWc === null ? '—' : show('static', one.externalInWc, { bare: true })}
                  </td>
                  <td className="num text-right pl-2.5 font-bold">
                    {one.flow ? show('flow', one.flow.flowCfm, { bare: true }) : '—'}
                  </td>
                  <td className="num text-right pl-2.5 max-md:pr-3">
                    {one.splitF === null ? '—' : show('temperatureDifference', one.splitF, { bare: true })}
                  </td>
                  <td className="pl-4 pr-2 text-[13px] leading-tight max-md:hidden">{text}</td>
                </tr>
                {/* On a phone there is no room for words beside the figures. */}
                <tr className={`md:hidden ${now ? 'bg-base-200' : ''}`}>
                  <td />
                  <td colSpan={5} className="pr-3 pb-2 text-[13px] leading-tight">
                    {text}
                  </td>
                </tr>
              </Fragment>
            )
          })}
        </tbody>
      </table>
    </section>
  )
}

/** In a few words: the worst that the try showed, or how near it came. */
function verdict(
  one: TryResult,
  picture: ReturnType<typeof useVisit>['picture'],
  show: ReturnType<typeof useVisit>['show'],
): { mark: Mark; text: string } {
  const rated = picture.input.blower?.ratedStaticInWc ?? null
  const said: string[] = []
  let mark: Mark = 'found'
  if (one.flow && (one.flow.verdict === 'some-outside' || one.flow.verdict === 'cannot-tell')) {
    mark = 'watch'
    said.push(one.flow.verdict === 'cannot-tell' ? 'the methods stand apart' : 'one method is outside the others')
  }
  if (one.loudest && one.loudest.faceFpm > picture.input.rule.maxFaceFpm) {
    mark = 'watch'
    said.push(`loud: ${show('velocity', one.loudest.faceFpm)} at ${one.loudest.name}`)
  }
  if (rated !== null && one.externalInWc !== null && one.externalInWc > rated) {
    mark = 'watch'
    said.push('over the rated static')
  }
  if (one.flow && picture.aimCfm !== null && said.length < 2) {
    const off = one.flow.flowCfm / picture.aimCfm - 1
    const within = Math.abs(off) * 100 <= picture.input.rule.bandPct
    said.push(within ? 'inside the aim' : `${Math.abs(Math.round(off * 100))}% ${off < 0 ? 'under' : 'over'} aim`)
    if (within && mark === 'found') mark = (one.flow.estimates.length > 1 ? 'proved' : 'set') as Mark
  }
  if (said.length === 0)
    said.push(one.externalInWc === null ? 'static not read yet' : one.table && !one.table.ok ? 'outside the table' : '')
  if (one.input.heard) said.push(one.input.heard)
  return { mark, text: said.filter(Boolean).join('; ') }
}
