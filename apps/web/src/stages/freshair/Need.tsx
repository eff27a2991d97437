import { FAN_WORDS, needOf, roofOf, USUAL_BAND_PCT } from '@ingle/bench'
import { RATES_EDITION } from '@ingle/catalog'
import { BTU_PER_KWH, BTU_PER_THERM, formulasSaid, isMetric, SIGNALS, type SignalKind } from '@ingle/core'
import { QuantityField, SelectField, TextField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { Taken } from '../../kit/Taken.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { WorkingList } from '../../visit/WorkingList.tsx'
import { Spaces } from './Spaces.tsx'
import { useRoofSet } from './useRoofSet.ts'

/** How much outdoor air: by people and floor, by exhaust, or as somebody's paper has it; and the unit that brings it. */
export function Need() {
  const visit = useVisit()
  const { show, units } = visit
  const need = needOf(visit)
  return (
    <div className="grid gap-3 md:gap-4 xl:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] items-start">
      <div className="flex flex-col gap-3 min-w-0">
        <Spaces need={need.ok ? need.value : null} />
        <Unit />
      </div>
      <div className="flex flex-col gap-3 min-w-0">
        <section aria-label="Outdoor air needed" className="panel p-4 flex flex-col gap-2">
          {need.ok ? (
            <>
              <h2 className="font-bold text-lg">{show('flow', need.value.cfm)} of outdoor air are needed</h2>
              <p className="soft text-[14px]">
                {need.value.from === 'exhaust'
                  ? 'Exhaust decides: more is blown out than the people need.'
                  : need.value.from === 'paper'
                    ? 'As entered by hand.'
                    : `By ${RATES_EDITION}, or the rates entered; the local code goes first.`}{' '}
                Up to {show('flow', need.value.mostCfm)} is called right. With nobody in, {show('flow', need.value.emptyCfm)} for
                floor and exhaust; with the building shut,{' '}
                {need.value.exhaustCfm > 0 ? `${show('flow', need.value.exhaustCfm)} for the exhaust` : 'none'}.
              </p>
              {need.value.balance && (
                <p className="text-[14px]">
                  With the exhaust the building is <b>{need.value.balance.pressure}</b>
                  {need.value.balance.shortCfm > 0
                    ? `; the intake for people alone would fall short by ${show('flow', need.value.balance.shortCfm)}.`
                    : '.'}
                </p>
              )}
              <p className="soft text-[13px]">{formulasSaid(units)}</p>
              <div className="text-[14px]">
                <WorkingList of={need.value.workings} />
              </div>
            </>
          ) : (
            <>
              <h2 className="font-bold text-lg">How much outdoor air is not known yet</h2>
              <p>
                <Refused of={need} />
              </p>
            </>
          )}
        </section>
        {need.ok &&
          need.value.doubts.map((one) => (
            <Notice key={one.says} kind="watch">
              <b>{one.says}</b> {one.mend}
            </Notice>
          ))}
      </div>
    </div>
  )
}

/** Fuel is kept by the therm, whatever the reader prices it by. */
const KWH_PER_THERM = BTU_PER_THERM / BTU_PER_KWH

const SERVES = {
  single: 'one space',
  simplified: 'several spaces, simplified procedure',
  general: 'several spaces, each by its own air',
  'all-outdoor': 'outdoor air alone',
} as const

/** The unit as it is: fan, supply, actuator, station, exhaust. */
function Unit() {
  const visit = useVisit()
  const { system, units } = visit
  const { roof } = system
  const known = roofOf(visit)
  const metric = isMetric(units)
  const set = useRoofSet()
  const number = (
    key: 'leastPct' | 'midPct' | 'mostPct' | 'strokeS' | 'bandPct' | 'fullErrorPct' | 'population',
    label: string,
    hint: string,
    zero = false,
  ) => <NumberField label={label} hint={hint} zero={zero} value={roof[key]} onSave={(value) => set({ [key]: value })} />
  const signals = Object.entries(SIGNALS).map(([id, { unit }]) => [id as SignalKind, `${id.replace('-', '–')} ${unit}`] as const)
  return (
    <section aria-label="The unit" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">The unit</h2>
      <div className="grid gap-2.5 grid-cols-2 lg:grid-cols-3">
        <SelectField
          label="Supply fan"
          value={roof.fan ?? ''}
          options={[['', `taken: ${FAN_WORDS[known.fan]}`], ...Object.entries(FAN_WORDS)]}
          onSave={(fan) => fan && void set({ fan })}
        />
        <QuantityField
          label="Supply at full speed"
          hint="by table or traverse"
          quantity="flow"
          base={roof.fullCfm ?? null}
          units={units}
          onSave={(fullCfm) => set({ fullCfm })}
        />
        {number('fullErrorPct', 'Supply is sure to, %', '8', true)}
        {known.fan !== 'one' && number('leastPct', 'Least fan speed, %', String(known.grid[0]))}
        {known.fan === 'three' && number('midPct', 'Medium fan speed, %', '80')}
        {number('mostPct', 'Most fan speed, %', '100')}
        <SelectField
          label="Serves"
          value={roof.serves ?? ''}
          options={[
            ['', system.spaces.length > 1 ? 'taken: several, simplified' : 'taken: one space'],
            ...Object.entries(SERVES),
          ]}
          onSave={(serves) => serves && void set({ serves })}
        />
        {system.spaces.length > 1 && number('population', 'People in at once', 'all of them', true)}
        {number('bandPct', 'May be over by, %', String(USUAL_BAND_PCT), true)}
        <QuantityField
          label="Exhaust that runs with it"
          hint="toilets, kitchen"
          quantity="flow"
          base={roof.exhaustCfm ?? null}
          units={units}
          onSave={(exhaustCfm) => set({ exhaustCfm })}
        />
        <QuantityField
          label="Surplus wanted"
          hint="so that doors do not draw"
          quantity="flow"
          base={roof.surplusCfm ?? null}
          units={units}
          onSave={(surplusCfm) => set({ surplusCfm })}
        />
        <QuantityField
          label="Outdoor air by a paper"
          hint="instead of the spaces"
          quantity="flow"
          zero="none"
          base={roof.needCfm ?? null}
          units={units}
          onSave={(needCfm) => set({ needCfm })}
        />
        <SelectField
          label="Damper signal"
          value={roof.damperSignal ?? ''}
          options={[['', 'not said'], ...signals]}
          onSave={(damperSignal) => damperSignal && void set({ damperSignal })}
        />
        {number('strokeS', 'Stroke, s', 'its plate')}
        <SelectField
          label="Airflow station"
          value={roof.stationSignal ?? ''}
          options={[['', 'none'], ...signals]}
          onSave={(stationSignal) => stationSignal && void set({ stationSignal })}
        />
        {roof.stationSignal && (
          <>
            <QuantityField
              label="Station, full scale"
              quantity="velocity"
              base={roof.stationFpm ?? null}
              units={units}
              onSave={(stationFpm) => set({ stationFpm })}
            />
            <QuantityField
              label="Station, free area"
              quantity="area"
              base={roof.stationFt2 ?? null}
              units={units}
              onSave={(stationFt2) => set({ stationFt2 })}
            />
          </>
        )}
        <QuantityField
          label="Outdoor opening"
          hint="for a traverse"
          quantity="area"
          base={roof.openingFt2 ?? null}
          units={units}
          onSave={(openingFt2) => set({ openingFt2 })}
        />
        <TextField label="Money" hint="sign" value={roof.money ?? ''} onSave={(money) => set({ money })} />
        <NumberField label="A kWh costs" zero value={roof.perKwh} onSave={(perKwh) => set({ perKwh })} />
        <NumberField
          label={metric ? 'A kWh of fuel costs' : '100,000 Btu of fuel cost'}
          hint={metric ? '' : 'a therm'}
          zero
          value={roof.perTherm === undefined ? null : metric ? Number((roof.perTherm / KWH_PER_THERM).toFixed(4)) : roof.perTherm}
          onSave={(value) => set({ perTherm: metric ? value * KWH_PER_THERM : value })}
        />
      </div>
      <Taken of={known.assumptions} />
    </section>
  )
}
