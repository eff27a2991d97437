import { type AirflowPicture, methodOf } from '@ingle/core'
import { lazy, Suspense, useState } from 'react'
import { useVisit } from '../../visit/useVisit.ts'

const MethodsChart = lazy(async () => ({ default: (await import('./MethodsChart.tsx')).MethodsChart }))

/** Do the ways of knowing the flow agree? Shown once there are two of them. */
export function Methods({ picture }: { picture: AirflowPicture }) {
  const { show } = useVisit()
  const [open, setOpen] = useState(false)
  const flow = picture.current?.flow
  if (!flow || flow.estimates.length < 2) return null
  const agree = flow.disagreements.length === 0
  return (
    <section aria-label="Methods compared" className="panel px-4 py-2.5 text-[14px]">
      <button
        type="button"
        className="w-full flex items-center gap-3 text-left min-h-8"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <h2 className="font-bold text-[15px]">
          {agree ? `${flow.estimates.length} ways of knowing the flow agree` : 'The ways of knowing the flow disagree'}
        </h2>
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
                  <td className="py-0.5">{methodOf(one).name}</td>
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
