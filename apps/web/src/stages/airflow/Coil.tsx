import { lessAirOf, splitOf, USUAL_CALL_S, wetBulbDoubt } from '@ingle/bench'
import { chosenUnit, coilAt, coilOverRamp, percent, type Show } from '@ingle/core'
import { useState } from 'react'
import { Cautions } from '../../kit/Cautions.tsx'
import { DataTable } from '../../kit/DataTable.tsx'
import { QuantityField, SelectField } from '../../kit/Field.tsx'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { StateMark } from '../../kit/StateMark.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { CarriedNote } from '../../visit/CarriedNote.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** The cooling coil: dry and wet bulb on both sides, why a split is off, and what less air does to it. */
export function Coil() {
  const { system } = useVisit()
  return (
    <main id="main" className="p-3 md:p-4 grid grid-cols-1 gap-3 md:gap-4 xl:grid-cols-2 items-start">
      <h1 className="sr-only">{system.name}: coil</h1>
      <div className="flex flex-col gap-3 md:gap-4">
        <Split />
        <Charge />
      </div>
      <LessAir />
    </main>
  )
}

function Split() {
  const visit = useVisit()
  const { show, units, write, at, here } = visit
  const { current, load, judged } = splitOf(visit)
  const split = current?.input.split ?? null
  const [typed, setTyped] = useState<{ returnDbF?: number; supplyDbF?: number; returnWbF?: number; supplyWbF?: number }>({})
  const [wrong, setWrong] = useState<string | null>(null)
  const value = (key: keyof typeof typed) => typed[key] ?? split?.[key] ?? null
  const save = (key: keyof typeof typed) => async (base: number) => {
    setTyped((before) => ({ ...before, [key]: base }))
    return null
  }
  const log = async () => {
    const last = here.tries.at(-1)
    if (!last) return setWrong('Name the tap that it runs on first: a split belongs to a try.')
    const [returnDbF, supplyDbF] = [value('returnDbF'), value('supplyDbF')]
    if (returnDbF === null || supplyDbF === null) return setWrong('Both dry bulbs are needed.')
    const read = { returnDbF, supplyDbF, returnWbF: value('returnWbF'), supplyWbF: value('supplyWbF') }
    const doubt = wetBulbDoubt(visit, read)
    if (doubt) return setWrong(doubt)
    const written = await write([
      {
        kind: 'reading.split',
        body: { ...at, tryId: last.id, ...read },
      },
    ])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    setWrong(null)
    setTyped({})
  }
  const expected = current?.expectedSplit ?? null
  const splitF = split ? split.returnDbF - split.supplyDbF : 0
  return (
    <section aria-label="Split" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">
        {split && expected
          ? splitF < 0
            ? `The supply is ${show('temperatureDifference', -splitF)} warmer: it heats`
            : `A split of ${show('temperatureDifference', splitF)}, expected ${show('temperatureDifference', expected.lowF, { bare: true })} to ${show('temperatureDifference', expected.highF)}${expected.takenRhPct ? ', be the room dry or damp' : ''}`
          : 'Dry and wet bulb on both sides of the coil'}
      </h2>
      <div className="grid gap-2.5 grid-cols-2 lg:grid-cols-4">
        {(
          [
            ['returnDbF', 'Return, dry'],
            ['returnWbF', 'Return, wet'],
            ['supplyDbF', 'Supply, dry'],
            ['supplyWbF', 'Supply, wet'],
          ] as const
        ).map(([key, label]) => (
          <QuantityField key={key} label={label} quantity="temperature" base={value(key)} units={units} onSave={save(key)} />
        ))}
      </div>
      {wrong && (
        <p role="alert" className="text-error text-[13px]">
          {wrong}
        </p>
      )}
      <button
        type="button"
        className="btn btn-primary self-start"
        disabled={Object.keys(typed).length === 0}
        onClick={() => void log()}
      >
        Log this split
      </button>
      {load && (
        <p className="text-[14px]">
          The coil takes out <b className="num">{show('capacity', load.tons)}</b>,{' '}
          <span className="num">{percent(load.sensibleRatio)}</span> of it sensible.
        </p>
      )}
      {judged?.causes.map((one) => (
        <div key={one.says} className="flex gap-2 text-[14px]">
          <span className="mt-0.5">
            <StateMark mark={one.kind === 'sound' ? 'proved' : 'watch'} size={14} />
          </span>
          <p>
            <b>
              {one.sure === 'possible' && 'Possibly: '}
              {one.says}
            </b>{' '}
            {one.mend}
          </p>
        </div>
      ))}
      {judged?.cannotTell && (
        <Notice kind="watch">
          <b>{judged.cannotTell}</b>
        </Notice>
      )}
      {judged && judged.wanted.length > 0 && <p className="text-[14px]">To go further: {judged.wanted.join(', ')}.</p>}
      <WorkedNote>
        <p>
          Expected: the coil below, at the flow that was measured with its range, capacity ± 8%, a bypass of 6 to 20%, and the air
          that enters
          {expected?.takenRhPct && `, at ${expected.takenRhPct.join('% and ')}% humidity since nobody read it`}. What the coil
          takes out: mass flow × difference of enthalpy, from both wet bulbs. Source: ASHRAE Fundamentals 2017, ch. 1.
        </p>
      </WorkedNote>
    </section>
  )
}

/** Superheat and subcooling by what meters the refrigerant. */
function Charge() {
  const visit = useVisit()
  const { units, write, at, here, show } = visit
  const { cooling } = here
  const { charge, isFlowRight } = splitOf(visit)
  const verdict = charge?.verdict ?? null
  const save = async (body: Partial<typeof cooling>) =>
    refusalOf(await write([{ kind: 'cooling.set', body: { ...at, ...body } }]))
  const field = (
    key: 'superheatF' | 'subcoolingF' | 'wantedSuperheatF' | 'wantedSubcoolingF' | 'outdoorF',
    label: string,
    hint?: string,
  ) => (
    <QuantityField
      label={label}
      {...(hint && { hint })}
      quantity={key === 'outdoorF' ? 'temperature' : 'temperatureDifference'}
      base={cooling[key] ?? null}
      units={units}
      onSave={(base) => save({ [key]: base })}
    />
  )
  return (
    <section aria-label="Charge" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">{verdict && isFlowRight ? verdict.says : 'The charge, by what meters the refrigerant'}</h2>
      {verdict && isFlowRight && verdict.mend && <p className="text-[14px]">{verdict.mend}</p>}
      {verdict && !isFlowRight && (
        <Notice kind="watch">
          <b>The flow first, then the charge.</b> The flow is not at its aim, or not known. As read now: {verdict.says} Bring the
          flow to its aim and read again before anybody acts on that.
        </Notice>
      )}
      {charge === null && <Notice kind="watch">The last split says that it heats: nothing is said of the charge by that.</Notice>}
      {charge && charge.wanted.length > 0 && (
        <Notice kind="watch">
          <b>Nothing can be said of the charge yet.</b> It takes {charge.wanted.join('; ')}.
        </Notice>
      )}
      <CarriedNote of="cooling" />
      <div className="grid gap-2.5 grid-cols-2 lg:grid-cols-3 items-end">
        <SelectField
          label="Metering device"
          value={cooling.metering ?? ''}
          options={[
            ['', 'not looked at'],
            ['fixed', 'fixed orifice'],
            ['valve', 'expansion valve'],
          ]}
          onSave={(id) => {
            if (id === 'fixed' || id === 'valve') void save({ metering: id })
          }}
        />
        {field('outdoorF', 'Outdoors, dry')}
        <span className="hidden lg:block" />
        {field('superheatF', 'Superheat')}
        {cooling.metering !== 'valve' && field('wantedSuperheatF', 'Superheat by the chart', 'from the maker')}
        {field('subcoolingF', 'Subcooling')}
        {field('wantedSubcoolingF', 'Subcooling on the plate', 'from the maker')}
      </div>
      <CautionNote text="The refrigerant circuit is opened by licensed hands only, with the maker’s charging table. Refrigerant burns the skin and drives out air." />
      <Cautions at={['coil-clean', 'first-cooling']} />
      <WorkedNote>
        <p>
          {verdict?.reckoned &&
            `Superheat wanted: (3 × wet bulb indoors − 80 − dry bulb outdoors) ÷ 2 in °F = ${show('temperatureDifference', verdict.wantedSuperheatF ?? 0)}. The maker’s chart goes first. `}
          A fixed orifice is judged by its superheat, ± {show('temperatureDifference', 5)}; a valve by its subcooling, ±{' '}
          {show('temperatureDifference', 3)}, with a superheat of {show('temperatureDifference', 4, { bare: true })} to{' '}
          {show('temperatureDifference', 25)}. Source: refrigerant charge verification, California Reference Residential Appendix
          RA3.2.
        </p>
      </WorkedNote>
    </section>
  )
}

/** Low stage, drying level and ramps: how much wetter the coil gets, and what it costs. */
function LessAir() {
  const visit = useVisit()
  const { picture, show, units, write, at } = visit
  const lessAir = lessAirOf(visit)
  if (!lessAir)
    return (
      <section aria-label="Less air over the coil" className="panel p-4">
        <h2 className="font-bold">Less air over the coil</h2>
        <p className="soft text-[14px]">Capacity and a rule for the flow on the Survey stage: then drying is worked out.</p>
      </section>
    )
  const { model: made, fullCfm, dryingPct, shares, ramps } = lessAir
  const full = made.ok ? coilAt(made.value, fullCfm) : null
  return (
    <section aria-label="Less air over the coil" className="panel p-4 flex flex-col gap-2.5">
      {!made.ok ? (
        <>
          <h2 className="font-bold">Less air over the coil</h2>
          <Notice kind="watch">
            <Refused of={made} />
          </Notice>
        </>
      ) : (
        <>
          <h2 className="font-bold">
            {headlineOf(coilAt(made.value, (fullCfm * dryingPct) / 100).moistureLbH, full?.moistureLbH ?? 0, dryingPct, show)}
          </h2>
          <div className="grid grid-cols-2 gap-2.5 items-end">
            <NumberField
              label="Dehumidification level or low stage, % of the flow"
              value={dryingPct}
              onSave={async (value) => {
                const written = await write([{ kind: 'cooling.set', body: { ...at, dryingPct: value } }])
                return refusalOf(written)
              }}
            />
            <p className="soft text-[13px]">
              Air that enters: {show('temperature', picture.air.dryBulbF)}, {Math.round(picture.air.relativeHumidityPct)}%
              {picture.airAssumed && ', taken: nobody read it'}.
            </p>
          </div>
          <DataTable
            caption="The coil at less air"
            columns={[
              { head: 'Flow' },
              { head: units.flow, figure: true },
              { head: `Surface ${units.temperature}`, figure: true },
              { head: `Split ${units.temperature}`, figure: true },
              { head: 'Sensible', figure: true },
              { head: `Water ${chosenUnit('waterMass', units).symbol}/h`, figure: true },
              { head: 'Capacity', figure: true },
            ]}
            rows={shares.map((share) => {
              const one = coilAt(made.value, (fullCfm * share) / 100)
              return {
                key: String(share),
                marked: share === dryingPct,
                cells: [
                  `${share}%`,
                  show('flow', one.flowCfm, { bare: true }),
                  <span key="s">
                    {show('temperature', one.surfaceF, { bare: true })}
                    {one.surfaceF < 34 && <span className="soft"> ices</span>}
                  </span>,
                  show('temperatureDifference', one.splitF, { bare: true }),
                  percent(one.sensibleRatio),
                  show('waterMass', one.moistureLbH, { bare: true, decimals: 1 }),
                  full ? percent(one.totalBtuH / full.totalBtuH) : '',
                ],
              }
            })}
          />
          {coilAt(made.value, (fullCfm * dryingPct) / 100).surfaceF < 34 && (
            <Notice kind="watch">
              <b>At {dryingPct}% the surface comes near freezing.</b> Ice shuts the coil: keep more air, or have the charge and
              the metering looked at.
            </Notice>
          )}
          {ramps.length > 0 && (
            <>
              <h3 className="font-bold text-[14px]">Ramps of this board, over a call of {USUAL_CALL_S / 60} min</h3>
              <DataTable
                caption="Ramps"
                columns={[
                  { head: 'Ramp' },
                  { head: 'Begins' },
                  { head: 'Sensible', figure: true },
                  { head: `Water ${chosenUnit('waterMass', units).symbol}/h`, figure: true },
                  { head: 'against flat', figure: true },
                ]}
                rows={ramps.map((ramp) => {
                  const over = coilOverRamp(made.value, fullCfm, ramp.steps, USUAL_CALL_S)
                  return {
                    key: ramp.value,
                    cells: [
                      ramp.value,
                      ramp.steps.length === 1
                        ? 'at full flow'
                        : ramp.steps
                            .slice(0, -1)
                            .map((step) => `${step.pct}% for ${step.forS} s`)
                            .join(', '),
                      percent(over.sensibleRatio),
                      show('waterMass', over.moistureLbH, { bare: true, decimals: 1 }),
                      full
                        ? `${over.moistureLbH >= full.moistureLbH ? '+' : '−'}${Math.abs(100 * (over.moistureLbH / full.moistureLbH - 1)).toFixed(0)}%`
                        : '',
                    ],
                  }
                })}
              />
            </>
          )}
          <WorkedNote>
            <p>
              Leaving air lies between what enters and saturated air at the coil’s surface, with a bypass of 12% at rated flow (an
              estimate for three rows); the surface is where the coil takes out what the compressor gives, 1.3% less for each °F
              colder. Source: bypass-factor method; energy balance. Between 50 and 130% of rated flow.
            </p>
          </WorkedNote>
        </>
      )}
    </section>
  )
}

function headlineOf(water: number, full: number, pct: number, show: Show): string {
  if (full < 0.05) return `At ${pct}% the coil stays nearly dry: the air that enters holds little water`
  const more = 100 * (water / full - 1)
  return `At ${pct}% of the flow it takes out ${show('waterMass', water, { decimals: 1 })} of water an hour, ${Math.abs(more).toFixed(0)}% ${more >= 0 ? 'more' : 'less'}`
}
