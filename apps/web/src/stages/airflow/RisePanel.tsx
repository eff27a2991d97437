import { judgeRise, sensibleFactorAt } from '@ingle/core'
import { useMemo } from 'react'
import { Notice } from '../../kit/Notice.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { useFiring } from './useFiring.tsx'

/** A furnace's temperature rise against the window on its plate, and the flow that it means. */
export function RisePanel() {
  const { show, picture, fires } = useVisit()
  const { firing, temperature } = useFiring()
  const { high, clocked } = fires
  const judged = useMemo(() => {
    const { returnF, supplyF } = firing
    return high === null || returnF === undefined || supplyF === undefined
      ? null
      : judgeRise({ ...high, sensibleFactor: sensibleFactorAt(picture.air, returnF), returnF, supplyF })
  }, [firing, high, picture])
  const rise = judged?.ok ? judged.value : null
  return (
    <section aria-label="Temperature rise" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">
        {rise
          ? `A rise of ${show('temperatureDifference', rise.riseF)}: ${rise.standing} the window`
          : 'Temperature rise against the plate’s window'}
      </h2>
      <div className="grid gap-2.5 grid-cols-2">
        {temperature('returnF', 'Return air')}
        {temperature('supplyF', 'Supply air', 'out of the exchanger’s sight')}
      </div>
      {judged && !judged.ok && (
        <Notice kind="watch">
          <Refused of={judged} />
        </Notice>
      )}
      {rise && (
        <>
          {rise.standing === 'within' ? (
            <p className="text-success font-bold text-[14px]">{rise.says}</p>
          ) : (
            <Notice kind="watch">
              <b>{rise.says}</b> {rise.mend}
            </Notice>
          )}
          <p className="text-[14px]">
            It means a flow of <b className="num">{show('flow', rise.flowCfm)}</b>; the window allows{' '}
            <span className="num">
              {show('flow', rise.leastCfm)} to {show('flow', rise.mostCfm)}
            </span>
            .
          </p>
          <WorkedNote>
            <p className="num">
              {Math.round(high?.inputBtuH ?? 0)} Btu/h × {fires.efficiencyPct}% / (
              {sensibleFactorAt(picture.air, firing.returnF ?? picture.air.dryBulbF).toFixed(3)} × {rise.riseF.toFixed(1)} °F)
            </p>
            <p>
              {clocked?.ok
                ? 'Input: clocked at the meter, volume × heating value.'
                : 'Input: the plate’s; where the site lies above 2,000 ft, less by the local code’s rule.'}{' '}
              Factor: 60·ρ·cp of this site’s air. Source: sensible heat balance. The maker’s instructions for altitude go before
              it.
            </p>
          </WorkedNote>
        </>
      )}
      {!rise && !judged && (
        <p className="soft text-[14px]">
          The plate’s input, efficiency and window, and both temperatures: then the rise is judged.
        </p>
      )}
    </section>
  )
}
