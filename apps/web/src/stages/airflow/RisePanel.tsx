import { clockedInputBtuH, deratedInputBtuH, inputFinding, judgeRise } from '@ingle/core'
import { devicesOf } from '@ingle/record'
import { useMemo } from 'react'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { useFiring } from './useFiring.tsx'

/** A furnace's temperature rise against the window on its plate, and the flow that it means. */
export function RisePanel() {
  const { state, system, visit } = useVisit()
  const furnace = devicesOf(state, system, visit).some((one) => one.place === 'equipment' && one.profile.kind === 'furnace')
  return furnace ? <Rise /> : null
}

function Rise() {
  const { state, show, picture } = useVisit()
  const { firing, number, temperature } = useFiring()
  const clocked = useMemo(() => {
    const { meterFt3, meterS, heatingValueBtuFt3 } = firing
    return meterFt3 === undefined || meterS === undefined || heatingValueBtuFt3 === undefined
      ? null
      : clockedInputBtuH(meterFt3, meterS, heatingValueBtuFt3)
  }, [firing])
  const plateBtuH = firing.inputBtuH === undefined ? null : deratedInputBtuH(firing.inputBtuH, state.altitudeFt)
  const inputBtuH = clocked?.ok ? clocked.value : plateBtuH
  const against = clocked?.ok && plateBtuH !== null ? inputFinding(clocked.value, plateBtuH) : null
  const judged = useMemo(() => {
    const { efficiencyPct, returnF, supplyF, riseLowF, riseHighF } = firing
    if (inputBtuH === null || efficiencyPct === undefined || returnF === undefined || supplyF === undefined) return null
    if (riseLowF === undefined || riseHighF === undefined) return null
    return judgeRise({
      heatBtuH: (inputBtuH * efficiencyPct) / 100,
      sensibleFactor: picture.sensibleFactor,
      returnF,
      supplyF,
      lowF: riseLowF,
      highF: riseHighF,
    })
  }, [firing, inputBtuH, picture])
  const rise = judged?.ok ? judged.value : null
  return (
    <section aria-label="Temperature rise" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">
        {rise
          ? `A rise of ${show('temperatureDifference', rise.riseF)}: ${rise.standing} the window`
          : 'Temperature rise against the plate’s window'}
      </h2>
      <div className="grid gap-2.5 grid-cols-2 lg:grid-cols-3">
        {number('inputBtuH', 'Plate input, Btu/h', 'of this stage')}
        {number('efficiencyPct', 'Efficiency, %', '80')}
        {temperature('returnF', 'Return air')}
        {temperature('supplyF', 'Supply air', 'out of the exchanger’s sight')}
        {number('riseLowF', 'Window from, °F', 'on the plate')}
        {number('riseHighF', 'Window to, °F', 'on the plate')}
        {number('meterFt3', 'Meter moved, ft³', 'all else off, pilots too')}
        {number('meterS', 'In so many s', 'by the watch')}
        {number('heatingValueBtuFt3', 'Heating value, Btu/ft³', 'from the supplier')}
      </div>
      {clocked && !clocked.ok && (
        <Notice kind="watch">
          <b>{clocked.reason}</b> {clocked.remedy}
        </Notice>
      )}
      {against && (
        <Notice kind="watch">
          <b>{against.says}</b> {against.mend}
        </Notice>
      )}
      {judged && !judged.ok && (
        <Notice kind="watch">
          <b>{judged.reason}</b> {judged.remedy}
        </Notice>
      )}
      {rise && (
        <>
          {rise.mend === null ? (
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
          <details className="text-[13px] soft">
            <summary className="cursor-pointer min-h-11 flex items-center">How it was worked out</summary>
            <p className="num">
              {Math.round(inputBtuH ?? 0)} Btu/h × {firing.efficiencyPct}% / ({picture.sensibleFactor.toFixed(3)} ×{' '}
              {rise.riseF.toFixed(1)} °F)
            </p>
            <p>
              {clocked?.ok
                ? 'Input: clocked at the meter, volume × heating value.'
                : 'Input: the plate’s, 4% less per 1,000 ft where the site lies above 2,000 ft.'}{' '}
              Factor: 60·ρ·cp of this site’s air. Source: sensible heat balance. The maker’s instructions for altitude go before
              it.
            </p>
          </details>
        </>
      )}
      {!rise && !judged && (
        <p className="soft text-[14px]">Input, efficiency, both temperatures and the window: then the rise is judged.</p>
      )}
      <CautionNote text="Gas: prove combustion and carbon monoxide before and after. Input is set by licensed hands; the limit is never bridged to read a rise." />
    </section>
  )
}
