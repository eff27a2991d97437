import { clockedInputBtuH, deratedInputBtuH, inputFinding, judgeRise } from '@ingle/core'
import { useMemo } from 'react'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { useFiring } from './useFiring.tsx'

/** A furnace's temperature rise against the window on its plate, and the flow that it means. */
export function RisePanel() {
  const { state, show, picture, fires } = useVisit()
  const { firing, number, temperature } = useFiring()
  const clocked = useMemo(() => {
    const { meterFt3, meterS, heatingValueBtuFt3 } = firing
    return meterFt3 === undefined || meterS === undefined || heatingValueBtuFt3 === undefined
      ? null
      : clockedInputBtuH(meterFt3, meterS, heatingValueBtuFt3)
  }, [firing])
  const { high } = fires
  const plateBtuH = firing.inputBtuH === undefined ? null : deratedInputBtuH(firing.inputBtuH, state.altitudeFt)
  const against = clocked?.ok && plateBtuH !== null ? inputFinding(clocked.value, plateBtuH) : null
  const judged = useMemo(() => {
    const { returnF, supplyF } = firing
    return high === null || returnF === undefined || supplyF === undefined
      ? null
      : judgeRise({ ...high, sensibleFactor: picture.sensibleFactor, returnF, supplyF })
  }, [firing, high, picture])
  const rise = judged?.ok ? judged.value : null
  return (
    <section aria-label="Temperature rise" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">
        {rise
          ? `A rise of ${show('temperatureDifference', rise.riseF)}: ${rise.standing} the window`
          : 'Temperature rise against the plate’s window'}
      </h2>
      <div className="grid gap-2.5 grid-cols-2 lg:grid-cols-3">
        {number('inputBtuH', 'Plate input, Btu/h', high ? String(Math.round(high.inputBtuH)) : 'of the high fire')}
        {number('efficiencyPct', 'Efficiency, %', String(fires.efficiencyPct ?? 80))}
        {temperature('returnF', 'Return air')}
        {temperature('supplyF', 'Supply air', 'out of the exchanger’s sight')}
        {number('riseLowF', 'Window from, °F', high ? String(high.lowF) : 'on the plate')}
        {number('riseHighF', 'Window to, °F', high ? String(high.highF) : 'on the plate')}
        {number('meterFt3', 'Meter moved, ft³', 'all else off, pilots too')}
        {number('meterS', 'In so many s', 'by the watch')}
        {number('heatingValueBtuFt3', 'Heating value, Btu/ft³', 'from the supplier')}
      </div>
      {clocked && !clocked.ok && (
        <Notice kind="watch">
          <Refused of={clocked} />
        </Notice>
      )}
      {against && (
        <Notice kind="watch">
          <b>{against.says}</b> {against.mend}
        </Notice>
      )}
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
              {Math.round(high?.inputBtuH ?? 0)} Btu/h × {fires.efficiencyPct}% / ({picture.sensibleFactor.toFixed(3)} ×{' '}
              {rise.riseF.toFixed(1)} °F)
            </p>
            <p>
              {clocked?.ok
                ? 'Input: clocked at the meter, volume × heating value.'
                : 'Input: the plate’s, 4% less per 1,000 ft where the site lies above 2,000 ft.'}{' '}
              Factor: 60·ρ·cp of this site’s air. Source: sensible heat balance. The maker’s instructions for altitude go before
              it.
            </p>
          </WorkedNote>
        </>
      )}
      {!rise && !judged && (
        <p className="soft text-[14px]">Input, efficiency, both temperatures and the window: then the rise is judged.</p>
      )}
      <CautionNote text="Gas: prove combustion and carbon monoxide before and after. Input is set by licensed hands; the limit is never bridged to read a rise." />
    </section>
  )
}
