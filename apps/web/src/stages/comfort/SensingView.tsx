import { SENSOR_PLACE_WORDS, sensingOf, sensorAdvice, sensorProof } from '@ingle/bench'
import { parseReading, SENSOR_PLACES, type SensorPlace } from '@ingle/core'
import { rowBody } from '@ingle/record'
import { useMemo, useState } from 'react'
import { DataTable } from '../../kit/DataTable.tsx'
import { CheckField, LineField, SelectField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** Pairs of shown and reference, and what they say of each sensor. */
export function SensingView() {
  const visit = useVisit()
  const { here, show, clock, system, write, at, units } = visit
  const advice = useMemo(() => sensorAdvice(visit), [visit])
  const { trim } = sensingOf(visit)
  const setGap = (gap: 'open' | 'sealed') => void write([{ kind: 'room.set', body: { systemId: at.systemId, gap } }])
  return (
    <div className="grid gap-3 md:gap-4 lg:grid-cols-2 items-start">
      <section aria-label="Shown beside a reference" className="panel p-4 flex flex-col gap-3">
        <h2 className="font-bold">Shown beside a reference</h2>
        <p className="soft text-[14px]">
          Hold the reference where people are, or beside the sensor, until it rests. Ten minutes apart, with the fan off and with
          it on: only then a draught, an offset and a lag can be told apart. Or type:{' '}
          <span className="num">{units.temperature === '°C' ? 'wall 21.9 ref 21.0 fan on' : 'wall 71.5 ref 69.8 fan on'}</span>
        </p>
        <PairForm />
        {here.sensorPairs.length > 0 && (
          <DataTable
            caption="Pairs read on this visit"
            columns={[
              { head: 'When' },
              { head: 'Sensor' },
              { head: `Shown ${units.temperature}`, figure: true },
              { head: `Reference ${units.temperature}`, figure: true },
              { head: 'Apart', figure: true },
              { head: 'Fan' },
            ]}
            rows={here.sensorPairs.map((one) => ({
              key: one.id,
              cells: [
                clock.time(one.at),
                SENSOR_PLACE_WORDS[one.place],
                show('temperature', one.shownF, { bare: true }),
                show('temperature', one.referenceF, { bare: true }),
                show('temperatureDifference', one.shownF - one.referenceF, { signed: true, bare: true }),
                [one.fan ? 'on' : 'off', ...(one.supply ? ['supply air on'] : []), ...(one.sun ? ['sun on it'] : [])].join(', '),
              ],
            }))}
          />
        )}
      </section>
      <div className="flex flex-col gap-3 md:gap-4 min-w-0">
        <section aria-label="What the pairs say" className="panel p-4 flex flex-col gap-3">
          <h2 className="font-bold">What the pairs say</h2>
          {advice.length === 0 && (
            <p className="soft">
              {here.sensorPairs.length === 0
                ? 'Nothing yet: no pair was read on this visit.'
                : 'No pair was read since the change: read it again, with the fan off and with it on.'}
            </p>
          )}
          {advice.map(({ place, says, steps, told }) => (
            <div key={place}>
              <p className="font-bold">{says}</p>
              <ol className="list-decimal pl-5 text-[14px]">
                {steps.map((step) => (
                  <li key={step}>{step}</li>
                ))}
              </ol>
              {told.found !== null && told.by === 'agreement' && (
                <p className="soft text-[13px] mt-1">
                  Too few pairs for a regression; they agree within {show('temperatureDifference', told.residualSdF)} of each
                  other, their mean is {show('temperatureDifference', told.offset?.value ?? 0, { signed: true })}
                  {told.notTestable.length > 0 && `; not told: ${told.notTestable.map((one) => TERM_WORDS[one]).join(', ')}`}.
                  What counts as agreeing is a house figure.
                </p>
              )}
              {told.found !== null && told.by === 'regression' && (
                <p className="soft text-[13px] mt-1">
                  By least squares of shown − reference on {told.terms.map((one) => TERM_WORDS[one]).join(', ')}:{' '}
                  {told.freedom + told.terms.length} pairs, {show('temperatureDifference', told.residualSdF)} left over
                  {told.notTestable.length > 0 && `; not told: ${told.notTestable.map((one) => TERM_WORDS[one]).join(', ')}`}.
                  Source: ordinary least squares with t ratios (Draper and Smith); a part counts from three times its standard
                  error.
                </p>
              )}
            </div>
          ))}
          <Proof />
          {trim && (
            <p className="soft text-[13px]">
              This device trims by steps of {show('temperatureDifference', trim.stepF)}, up to{' '}
              {show('temperatureDifference', trim.limitF)} either way.
            </p>
          )}
        </section>
        <section aria-label="Other air at the sensor" className="panel p-4 flex flex-col gap-2">
          <h2 className="font-bold">Other air at the sensor</h2>
          <CheckField
            label="There is a gap: air from the ceiling or the wall reaches the sensor"
            checked={system.room.gap === 'open'}
            onSave={(open) => setGap(open ? 'open' : 'sealed')}
          />
          <p className="soft text-[14px]">The run on “A day” counts with it, and shows what sealing it would do.</p>
        </section>
        <p className="soft text-[14px]">
          Only one sensor is in charge of a whole system. Rooms that are not sensed go as they go: they are warmer or colder by
          what their own loss and air make of it.
        </p>
      </div>
    </div>
  )
}

/** A reading after the change that agrees proves the rows of sensing. */
function Proof() {
  const visit = useVisit()
  const { write, at, show } = visit
  const proof = useMemo(() => sensorProof(visit), [visit])
  const [wrong, setWrong] = useState<string | null>(null)
  if (!proof) return null
  const off = show('temperatureDifference', proof.offF, { signed: true })
  const on = show('temperatureDifference', proof.onF, { signed: true })
  const prove = async () =>
    setWrong(
      refusalOf(
        await write(
          proof.rows.map((row) => ({
            kind: 'setting.set' as const,
            body: {
              ...at,
              ...rowBody(row.key),
              column: 'proof' as const,
              value: `Beside a reference: ${off} with the fan off, ${on} with it on.`,
            },
          })),
        ),
      ),
    )
  return (
    <div className="flex flex-col gap-2">
      <p>
        Since the change it stands {off} from the reference with the fan off and {on} with it on.
      </p>
      <button type="button" className="btn btn-primary self-start" onClick={() => void prove()}>
        Prove it in the ledger
      </button>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
    </div>
  )
}

const TERM_WORDS = { offset: 'offset', fan: 'fan', supply: 'supply air', rate: 'how fast the room moves', sun: 'sun' } as const

function PairForm() {
  const { write, at, units } = useVisit()
  const [typed, setTyped] = useState({ shown: '', reference: '' })
  const [place, setPlace] = useState<SensorPlace>('wall')
  const [fan, setFan] = useState(false)
  const [supply, setSupply] = useState(false)
  const [sun, setSun] = useState(false)
  const [wrong, setWrong] = useState<string | null>(null)
  const enter = async () => {
    const shown = parseReading(typed.shown, 'temperature', units)
    const reference = parseReading(typed.reference, 'temperature', units)
    for (const one of [shown, reference]) if (!one.ok) return setWrong(`${one.reason} ${one.remedy}`)
    if (!shown.ok || !reference.ok) return
    const written = await write([
      {
        kind: 'sensor.pair',
        body: {
          ...at,
          place,
          shownF: shown.value.base,
          referenceF: reference.value.base,
          fan,
          supply: fan && supply,
          ...(sun && { sun }),
        },
      },
    ])
    setWrong(refusalOf(written))
    if (written.ok) setTyped({ shown: '', reference: '' })
  }
  return (
    <form
      aria-label="A pair"
      className="grid gap-2 sm:grid-cols-3 items-end"
      onSubmit={(event) => {
        event.preventDefault()
        void enter()
      }}
    >
      <SelectField
        label="Sensor"
        value={place}
        options={SENSOR_PLACES.map((one) => [one, SENSOR_PLACE_WORDS[one]] as const)}
        onSave={setPlace}
      />
      <LineField
        label={`It shows, ${units.temperature}`}
        value={typed.shown}
        onChange={(shown) => setTyped({ ...typed, shown })}
        numeric
      />
      <LineField
        label={`Reference, ${units.temperature}`}
        value={typed.reference}
        onChange={(reference) => setTyped({ ...typed, reference })}
        numeric
      />
      <CheckField label="Fan runs" checked={fan} onSave={setFan} />
      <CheckField label="Sun or a lamp on it" checked={sun} onSave={setSun} />
      {fan && <CheckField label="Supply air is warm or cold" checked={supply} onSave={setSupply} />}
      <button type="submit" className="btn btn-neutral" disabled={typed.shown === '' || typed.reference === ''}>
        Enter the pair
      </button>
      {wrong && (
        <div className="sm:col-span-3">
          <Notice kind="wrong">{wrong}</Notice>
        </div>
      )}
    </form>
  )
}
