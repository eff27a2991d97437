import { burnsIn, furnaceOf, LOW_FIRE_TAP_ROLE, rowFor } from '@ingle/bench'
import { DERATE_FROM_FT, DERATE_PCT_PER_KFT } from '@ingle/core'
import { CarriedNote } from '../../visit/CarriedNote.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { useFiring } from './useFiring.tsx'

/** What the plate of a furnace says of each fire. Nothing for a system without one. */
export function FirePlates() {
  const visit = useVisit()
  const { state, fires, show, ledger } = visit
  const { quantity, number, choice } = useFiring()
  const furnace = furnaceOf(visit)
  // Whatever burns has a plate: a rooftop unit too, whose profile may say nothing of its fire.
  if (!furnace && !burnsIn(visit.devices, visit.here)) return null
  const [high, low] = furnace?.furnace?.fires ?? []
  const twoFires = low !== undefined || rowFor(ledger, LOW_FIRE_TAP_ROLE) !== undefined
  const plate = (value: number | undefined, of: 'heatRate' | 'temperatureDifference') =>
    value === undefined ? 'from the plate' : show(of, value)
  return (
    <section aria-label="Plate of each fire" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">Plate of each fire</h2>
      <CarriedNote of="fires" />
      <div className="grid gap-2.5 grid-cols-3 items-end">
        {quantity('heatRate', 'inputBtuH', twoFires ? 'High fire, input' : 'Input', plate(high?.inputBtuH, 'heatRate'))}
        {quantity('temperatureDifference', 'riseLowF', 'Rise from', plate(high?.riseLowF, 'temperatureDifference'))}
        {quantity('temperatureDifference', 'riseHighF', 'Rise to', plate(high?.riseHighF, 'temperatureDifference'))}
        {twoFires && (
          <>
            {quantity('heatRate', 'lowInputBtuH', 'Low fire, input', plate(low?.inputBtuH, 'heatRate'))}
            {quantity(
              'temperatureDifference',
              'lowRiseLowF',
              'Low fire, rise from',
              plate(low?.riseLowF, 'temperatureDifference'),
            )}
            {quantity(
              'temperatureDifference',
              'lowRiseHighF',
              'Low fire, rise to',
              plate(low?.riseHighF, 'temperatureDifference'),
            )}
          </>
        )}
        {number('efficiencyPct', 'Efficiency, %', fires.efficiencyPct === null ? 'from the plate' : String(fires.efficiencyPct))}
      </div>
      {state.altitudeFt > DERATE_FROM_FT && (
        <div className="grid gap-2.5 sm:grid-cols-2 items-end">
          {choice('derated', `Burner derated for ${show('altitude', state.altitudeFt)}`, [
            ['yes', 'yes, by the local code', true],
            ['no', 'no, as it was shipped', false],
          ])}
          {quantity('derating', 'deratePctPerKft', 'Less by the local code', `usual: ${show('derating', DERATE_PCT_PER_KFT)}`)}
        </div>
      )}
    </section>
  )
}
