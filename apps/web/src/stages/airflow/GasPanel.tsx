import { fireFindings } from '@ingle/bench'
import { STATED_AT, sayStatedAt, USUAL_GAS, USUAL_STATED, volumeFactor } from '@ingle/core'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { useFiring } from './useFiring.tsx'

/** The fire before the air: input clocked at the meter, gas pressures, combustion. */
export function GasPanel() {
  const { state, show, fires } = useVisit()
  const { firing, number, quantity, temperature, choice } = useFiring()
  const { clocked } = fires
  const factor = volumeFactor({
    gaugeInWc: firing.gasInWc ?? null,
    gasF: firing.gasF ?? null,
    altitudeFt: state.altitudeFt,
    statedAt: firing.heatingValueAt ?? null,
  })
  const stated = STATED_AT[firing.heatingValueAt ?? USUAL_STATED]
  return (
    <section aria-label="Gas and combustion" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">
        {clocked?.ok ? `Clocked: ${show('heatRate', clocked.value)}` : 'Clock the input before a tap is moved'}
      </h2>
      <div className="grid gap-2.5 grid-cols-2 lg:grid-cols-3 items-end">
        {quantity('gasVolume', 'meterFt3', 'Meter moved', 'all else off')}
        {number('meterS', 'In so many s', 'by the watch')}
        {quantity('heatingValue', 'heatingValueBtuFt3', 'Heating value', 'from the supplier')}
        {choice('heatingValueAs', 'Heating value is', [
          ['stated', 'at stated conditions', 'stated'],
          ['delivered', 'as delivered here', 'delivered'],
        ])}
        {firing.heatingValueAs !== 'delivered' &&
          choice('heatingValueAt', 'Stated at', [
            ['60F', sayStatedAt('60F', show), '60F'],
            ['15C', sayStatedAt('15C', show), '15C'],
            ['0C', sayStatedAt('0C', show), '0C'],
          ])}
        {quantity('static', 'gasInWc', 'Gas at the meter', show('static', USUAL_GAS.gaugeInWc))}
        {temperature('gasF', 'Temperature of the gas', show('temperature', USUAL_GAS.gasF))}
      </div>
      <details>
        <summary className="link min-h-11 flex items-center text-[14px]">Gas pressures and combustion</summary>
        <div className="grid gap-2.5 grid-cols-2 lg:grid-cols-3 items-end">
          {quantity('static', 'manifoldInWc', 'Manifold, high fire')}
          {quantity('static', 'plateManifoldInWc', 'Manifold on the plate')}
          {quantity('static', 'inletInWc', 'Inlet, while it fires')}
          {quantity('static', 'lowManifoldInWc', 'Manifold, low fire')}
          {quantity('static', 'lowPlateManifoldInWc', 'Low fire, on the plate')}
          {quantity('static', 'inletLeastInWc', 'Least inlet, on the plate')}
          {quantity('static', 'inletMostInWc', 'Most inlet, on the plate')}
          {number('oxygenPct', 'Oxygen in the flue, %', undefined, true)}
          {number('coAirFreePpm', 'CO air-free, ppm', undefined, true)}
          {temperature('flueF', 'Flue gas')}
        </div>
      </details>
      {clocked && !clocked.ok && (
        <Notice kind="watch">
          <Refused of={clocked} />
        </Notice>
      )}
      {fireFindings(firing, fires, state.altitudeFt, show).map((one) => (
        <Notice key={one.code} kind="watch">
          <b>{one.says}</b> {one.mend}
        </Notice>
      ))}
      {clocked?.ok && (
        <WorkedNote>
          <p className="num">
            {firing.meterFt3} ft³ × 3600 ÷ {firing.meterS} s × {firing.heatingValueBtuFt3} Btu/ft³
            {firing.heatingValueAs !== 'delivered' && ` × ${factor.toFixed(3)}`} ={' '}
            {Math.round(clocked.value).toLocaleString('en-GB')} Btu/h
          </p>
          <p>
            {firing.heatingValueAs === 'delivered'
              ? 'The heating value is as delivered: the volume counts as it was metered.'
              : `${factor.toFixed(3)}: (air ${show('altitude', state.altitudeFt)} high + gas at the meter) ÷ ${stated.psia} psia × ${(stated.degreesF + 459.67).toFixed(2)} ÷ (459.67 + gas temperature). The heating value is ${firing.heatingValueAt ? 'stated' : 'taken as stated'} at ${sayStatedAt(firing.heatingValueAt ?? USUAL_STATED, show)}.`}{' '}
            Source: gas meter volume × heating value; ideal gas. What the supplier’s bill says goes first.
          </p>
        </WorkedNote>
      )}
      <CautionNote text="Gas: prove combustion and carbon monoxide before and after. Input is set by licensed hands; the limit is never bridged to read a rise." />
    </section>
  )
}
