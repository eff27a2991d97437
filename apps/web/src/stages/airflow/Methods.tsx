import { type AirflowPicture, type CombinedFlow, methodOf } from '@ingle/core'
import { lazy, Suspense, useState } from 'react'
import { useVisit } from '../../visit/useVisit.ts'

function verdict({ verdict, estimates, outside }: CombinedFlow): string {
  if (verdict === 'all-agree') return `${estimates.length} ways of knowing the flow agree`
  if (verdict === 'some-outside')
    return `${estimates.length - outside.length} of ${estimates.length} ways of knowing the flow agree`
  return 'The ways of knowing the flow stand apart, and nothing tells which is right'
}

const MethodsChart = lazy(async () => ({ default: (await import('./MethodsChart.tsx')).MethodsChart }))

/** Do the ways of knowing the flow agree? Shown once there are two of them. */
export function Methods({ picture }: { picture: AirflowPicture }) {
  const { show } = useVisit()
  const [open, setOpen] = useState(false)
  const flow = picture.current?.flow
  if (!flow || flow.estimates.length < 2) return null
  return (
    <section aria-label="Methods compared" className="panel px-4 py-2.5 text-[14px]">
      <button
        type="button"
        className="w-full flex items-center gap-3 text-left min-h-8"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <h2 className="font-bold text-[15px]">{verdict(flow)}</h2>
        <span className="num ml-auto">
          {show('flow', flow.flowCfm)} ± {show('flow', flow.plusMinusCfm, { bare: true })}
        </span>
      </button>
      {open && (
        <>
          <Suspense fallback={<p className="soft">Drawing …</p>}>
            <MethodsChart picture={picture} />
          </Suspense>
          <table className="w-full">
            <tbody>
              {flow.estimates.map((one) => (
                <tr key={one.method}>
                  <td className="py-0.5">
                    {methodOf(one).name}
                    {flow.outside.some(({ estimate }) => estimate === one) && <span className="soft"> (outside)</span>}
                  </td>
                  <td className="num text-right">
                    {show('flow', one.flowCfm)} ± {show('flow', one.plusMinusCfm, { bare: true })}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </section>
  )
}
