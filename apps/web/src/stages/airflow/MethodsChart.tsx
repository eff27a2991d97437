import { type AirflowPicture, fromChosen, methodOf } from '@ingle/core'
import { CartesianGrid, ErrorBar, ReferenceArea, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from 'recharts'
import { useVisit } from '../../visit/useVisit.ts'

/** Each method as a point with its uncertainty; the aim as a band. */
export function MethodsChart({ picture }: { picture: AirflowPicture }) {
  const { units } = useVisit()
  const flow = (cfm: number) => fromChosen('flow', cfm, units)
  const points = (picture.current?.flow?.estimates ?? []).map((one) => ({
    flow: Math.round(flow(one.flowCfm)),
    method: methodOf(one).short,
    off: flow(one.plusMinusCfm),
  }))
  const axis = { fontSize: 12, fill: 'var(--tone-ink)' }
  return (
    <div className="h-36" aria-hidden="true">
      <ResponsiveContainer width="100%" height="100%">
        <ScatterChart accessibilityLayer={false} margin={{ top: 8, right: 16, bottom: 4, left: 8 }}>
          <CartesianGrid stroke="var(--tone-grid)" />
          <XAxis
            type="number"
            dataKey="flow"
            domain={[(low: number) => Math.floor((low * 0.88) / 50) * 50, (high: number) => Math.ceil((high * 1.12) / 50) * 50]}
            tick={axis}
            className="num"
          />
          <YAxis type="category" dataKey="method" tick={axis} width={64} allowDuplicatedCategory={false} />
          {picture.aimLowCfm !== null && picture.aimHighCfm !== null && (
            <ReferenceArea
              x1={flow(picture.aimLowCfm)}
              x2={flow(picture.aimHighCfm)}
              fill="var(--tone-moss)"
              fillOpacity={0.14}
              ifOverflow="extendDomain"
            />
          )}
          <Scatter data={points} fill="var(--tone-air)" isAnimationActive={false}>
            <ErrorBar dataKey="off" direction="x" stroke="var(--tone-air)" strokeWidth={2} width={8} />
          </Scatter>
        </ScatterChart>
      </ResponsiveContainer>
    </div>
  )
}
