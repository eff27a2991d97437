import { CHANGEOVER_SOURCE, changeoverOf, hoursOf, yearJobOf } from '@ingle/bench'
import { CLIMATE_ZONES, FAR_MILES, zoneNear } from '@ingle/catalog'
import { CHANGEOVERS, type ChangeoverKind, counted, isMetric, readWeather, said, type WeatherHours, weatherOf } from '@ingle/core'
import { changeoverScene } from '@ingle/report'
import { useMemo, useState } from 'react'
import { DataTable } from '../../kit/DataTable.tsx'
import { Drawing } from '../../kit/Drawing.tsx'
import { LineField, QuantityField, SelectField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { Taken } from '../../kit/Taken.tsx'
import { useWidth } from '../../kit/useWidth.ts'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { useAims } from '../../visit/useAims.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { useRoofSet } from './useRoofSet.ts'
import { useYears } from './useYears.ts'

/** When outdoor air is good to cool with: the rule as it stands, as it should be, and what each brings in a year. */
export function FreeCooling() {
  const visit = useVisit()
  const { show, units, system, state } = visit
  const [ref, width] = useWidth(560)
  const view = useMemo(() => changeoverOf(visit), [visit])
  const [pasted, setPasted] = useState<{ weather: WeatherHours; says: string } | null>(null)
  const hours = useMemo(() => hoursOf(visit, pasted?.weather), [visit, pasted])
  const job = useMemo(() => yearJobOf(visit), [visit])
  const rows = useYears(job, JSON.stringify([job?.of, job?.kinds, system.roof.zone]))
  const { waiting, put } = useAims(CHANGEOVER_SOURCE)
  const [wrong, setWrong] = useState<string | null>(null)
  const set = useRoofSet()
  const toTake = waiting(view.aims)
  const limit = (one: typeof view.now) =>
    [
      one.limitF === null || one.kind === 'differential-dry-bulb' ? '' : show('temperature', one.limitF),
      one.kind === 'fixed-enthalpy' && one.limitBtuLb !== null ? show('enthalpy', one.limitBtuLb) : '',
    ]
      .filter((text) => text !== '')
      .join(', ') || '—'
  const take = async () => {
    const written = await put(toTake)
    setWrong(written.ok ? null : `${written.reason} ${written.remedy}`)
  }
  const freeNow = hours.filter((one) => one.now).length
  const freeWanted = hours.filter((one) => one.wanted).length
  return (
    <div className="grid gap-3 md:gap-4 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] items-start">
      <div className="flex flex-col gap-3 min-w-0">
        <section aria-label="Changeover" className="panel p-4 flex flex-col gap-2">
          <h2 className="font-bold text-lg leading-snug">
            {view.now.kind === 'none'
              ? 'It does not cool with outdoor air'
              : `${CHANGEOVERS[view.now.kind]}${limit(view.now) === '—' ? '' : ` up to ${limit(view.now)}`}${view.isSeen ? '' : ', as shipped'}`}
          </h2>
          {hours.length > 0 && (
            <p className="text-[14px]">
              {pasted ? `${pasted.says}: ` : 'A usual day of this month in this zone: '}
              it may cool free in <b className="num">{freeNow}</b> of {hours.length} hours
              {freeWanted === freeNow ? (
                '.'
              ) : (
                <>
                  ; as aimed in <b className="num">{freeWanted}</b>.
                </>
              )}
            </p>
          )}
          <div ref={ref}>
            <Drawing
              scene={changeoverScene(
                {
                  now: view.now,
                  wanted: view.wanted,
                  returnF: view.roof.back.dryBulbF,
                  returnBtuLb: view.roof.back.enthalpyBtuLb,
                  pressurePsia: view.roof.back.pressurePsia,
                  hours,
                },
                units,
                Math.max(width, 320),
                width < 460 ? 290 : 350,
              )}
            />
          </div>
          {hours.length > 0 && hours.length <= 24 && (
            <details className="text-[14px]">
              <summary className="cursor-pointer min-h-11 flex items-center soft text-[13px]">
                The same as a table, hour by hour
              </summary>
              <DataTable
                caption="Hour by hour"
                columns={[{ head: 'Hour' }, { head: 'Outdoors', figure: true }, { head: 'As it stands' }, { head: 'As aimed' }]}
                rows={hours.map((one) => ({
                  key: String(one.hour),
                  cells: [
                    `${one.hour}:00`,
                    show('temperature', one.outdoorF),
                    one.now ? 'cools free' : 'no',
                    one.wanted ? 'cools free' : 'no',
                  ],
                }))}
              />
            </details>
          )}
        </section>
        <section aria-label="A year of each kind" className="panel p-4 flex flex-col gap-2">
          <h2 className="font-bold">A year of each kind</h2>
          {job === null ? (
            <p className="soft">It needs the climate zone, and the supply at full speed (Need).</p>
          ) : rows === null ? (
            <p className="soft" role="status">
              Working out 8,760 hours of each kind …
            </p>
          ) : (
            <>
              <DataTable
                caption="A year of each kind"
                columns={[
                  { head: 'Changeover' },
                  { head: 'Limit', figure: true },
                  { head: 'Free', figure: true },
                  { head: 'With compressor', figure: true },
                  { head: 'Cold saved alone', figure: true },
                  { head: 'integrated', figure: true },
                ]}
                rows={rows.map((one) => ({
                  key: `${one.kind}${one.isNow}`,
                  marked: one.isNow,
                  cells: [
                    <span key="k">
                      {CHANGEOVERS[one.kind]}
                      {one.isNow && <span className="soft font-normal"> · as it stands</span>}
                      {one.isAllowed === false && <span className="text-error font-normal"> · not in this zone</span>}
                    </span>,
                    limit(one.changeover),
                    `${one.integrated.freeHours} h`,
                    `${one.integrated.partialHours} h`,
                    `${percentOf(one.alone.savedTotalBtu, one.alone.baselineTotalBtu)}%`,
                    `${percentOf(one.integrated.savedTotalBtu, one.integrated.baselineTotalBtu)}%`,
                  ],
                }))}
              />
              <WorkedNote>
                <p>
                  Of the coil’s heat in hours of use, against the same unit at its least damper. Mixing and coil by dry-air mass
                  (ASHRAE Fundamentals, “Psychrometrics”); strategies as ASHRAE 90.1 §6.5.1 has them; a made-up year of this zone.
                  Integrated: compressors may run beside free cooling.
                </p>
              </WorkedNote>
            </>
          )}
        </section>
      </div>
      <div className="flex flex-col gap-3 min-w-0">
        <section aria-label="As it should be" className="panel p-4 flex flex-col gap-2 border-l-4 border-l-primary">
          <span className="soft text-[13px]">As it should be</span>
          <h2 className="font-bold text-[17px] leading-snug">
            {view.zone || system.roof.wantedLimitF !== undefined
              ? `${CHANGEOVERS[view.wanted.kind]}, ${limit(view.wanted) === '—' ? 'against the return' : limit(view.wanted)}`
              : 'The zone is not known'}
          </h2>
          <p className="soft text-[14px]">
            {view.zone
              ? `Zone ${view.zone}, ${view.edition}. The local code goes first.`
              : 'Choose it below: by name, or by coordinates.'}
          </p>
          {view.now.kind.endsWith('enthalpy') && !view.senses && (
            <Notice kind="watch">
              <b>It is to compare heat, and no humidity is measured outdoors.</b> Fit the sensor, or take a dry-bulb rule.
            </Notice>
          )}
          <button type="button" className="btn btn-primary self-start" disabled={toTake.length === 0} onClick={() => void take()}>
            {toTake.length === 0 ? 'It stands so as an aim' : 'Take it as an aim'}
          </button>
          {wrong && <Notice kind="wrong">{wrong}</Notice>}
          <div className="grid gap-2.5 grid-cols-2">
            <SelectField
              label="Kind, by hand"
              value={system.roof.wantedChangeover ?? ''}
              options={[
                ['', 'by zone'],
                ...Object.entries(CHANGEOVERS)
                  .filter(([id]) => id !== 'none')
                  .map(([id, words]) => [id as ChangeoverKind, words] as const),
              ]}
              onSave={(kind) => kind && void set({ wantedChangeover: kind })}
            />
            <QuantityField
              label="Limit, by hand"
              hint="by zone"
              quantity="temperature"
              base={system.roof.wantedLimitF ?? null}
              units={units}
              onSave={(wantedLimitF) => set({ wantedLimitF })}
            />
          </div>
        </section>
        <Zone />
        <Weather
          pasted={pasted?.says ?? null}
          onPaste={(text) => {
            if (text === null) {
              setPasted(null)
              return null
            }
            const read = readWeather(text, units.temperature === '°C')
            if (!read.ok) {
              const one = said(read, show)
              return `${one.reason} ${one.remedy}`
            }
            const { dryBulbF, relativeHumidityPct, left } = read.value
            setPasted({
              weather: weatherOf(dryBulbF, relativeHumidityPct, state.altitudeFt),
              says: `${counted(dryBulbF.length, 'pasted hour')}${left > 0 ? `, ${counted(left, 'line')} left out` : ''}`,
            })
            return null
          }}
        />
        <AirAndHours />
        <Taken of={view.roof.assumptions} />
      </div>
    </div>
  )
}

/** Btu of a watt-hour: a cooling machine's figure is told as COP to metric readers. */
const BTU_PER_WH = 3.412142

/** What a year is worked out with: return and supply air, hours of use, and what the machine makes of its power. */
function AirAndHours() {
  const visit = useVisit()
  const { system, units } = visit
  const { roof } = system
  const set = useRoofSet()
  const known = changeoverOf(visit).roof
  const metric = isMetric(units)
  const number = (key: 'returnRhPct' | 'fromHour' | 'toHour' | 'daysPerWeek', label: string, taken: number) => (
    <NumberField
      label={label}
      hint={String(taken)}
      zero={key === 'fromHour'}
      value={roof[key]}
      onSave={(value) => set({ [key]: value })}
    />
  )
  return (
    <section aria-label="Air and hours" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">Air and hours</h2>
      <div className="grid gap-2.5 grid-cols-2">
        <QuantityField
          label="Return air"
          quantity="temperature"
          base={roof.returnF ?? null}
          units={units}
          onSave={(returnF) => set({ returnF })}
        />
        {number('returnRhPct', 'Return humidity, %', Math.round(known.back.relativeHumidityPct))}
        <QuantityField
          label="Supply air in cooling"
          quantity="temperature"
          base={roof.supplyF ?? null}
          units={units}
          onSave={(supplyF) => set({ supplyF })}
        />
        {number('daysPerWeek', 'Days a week', known.hours.daysPerWeek)}
        {number('fromHour', 'In use from hour', known.hours.fromHour)}
        {number('toHour', 'To hour', known.hours.toHour)}
        <NumberField
          label={metric ? 'Cooling, COP' : 'Cooling, Btu for a Wh (EER)'}
          hint={(known.prices.eerBtuWh / (metric ? BTU_PER_WH : 1)).toFixed(1)}
          value={roof.eerBtuWh === undefined ? null : Number((roof.eerBtuWh / (metric ? BTU_PER_WH : 1)).toFixed(2))}
          onSave={(value) => set({ eerBtuWh: value * (metric ? BTU_PER_WH : 1) })}
        />
        <NumberField
          label="Heat from fuel, share"
          hint={String(known.prices.efficiency)}
          value={roof.heatEfficiency}
          onSave={(heatEfficiency) => set({ heatEfficiency })}
        />
      </div>
    </section>
  )
}

const percentOf = (part: number, whole: number) => (whole > 0 ? Math.round((100 * part) / whole) : 0)

/** The climate zone: typed, by coordinates, or by this device's own position. No network is asked. */
function Zone() {
  const { system } = useVisit()
  const set = useRoofSet()
  const [at, setAt] = useState({ latitude: '', longitude: '' })
  const [said, setSaid] = useState<{ kind: 'watch' | 'wrong' | 'plain'; text: string } | null>(null)
  const near = async (latitude: number, longitude: number, zoneFrom: 'place' | 'device') => {
    const found = zoneNear(latitude, longitude)
    if (!found)
      return setSaid({ kind: 'wrong', text: 'These are no coordinates: latitude from −90 to 90, longitude from −180 to 180.' })
    const refused = await set({ zone: found.zone, zoneFrom })
    const far = found.miles > FAR_MILES
    setSaid(
      refused
        ? { kind: 'wrong', text: refused }
        : {
            kind: far ? 'watch' : 'plain',
            text: `Zone ${found.zone}, as ${found.place}, ${Math.round(found.miles)} miles (${Math.round(found.miles * 1.609)} km) away.${far ? ' That is far: look the county or region up.' : ''}`,
          },
    )
  }
  const typed = () => {
    const [latitude, longitude] = [at.latitude, at.longitude].map((text) => Number(text.replace(',', '.').replace('−', '-')))
    if (at.latitude.trim() === '' || at.longitude.trim() === '' || !Number.isFinite(latitude) || !Number.isFinite(longitude))
      return setSaid({ kind: 'wrong', text: 'Write both in degrees with a decimal point: 47.6 and −122.3.' })
    void near(latitude as number, longitude as number, 'place')
  }
  const own = () => {
    if (!navigator.geolocation)
      return setSaid({ kind: 'wrong', text: 'This device does not tell where it is. Type the coordinates.' })
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => void near(coords.latitude, coords.longitude, 'device'),
      () => setSaid({ kind: 'wrong', text: 'This device did not tell where it is. Type the coordinates, or choose the zone.' }),
    )
  }
  return (
    <section aria-label="Climate zone" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">Climate zone</h2>
      <SelectField
        label="Zone (ASHRAE 169)"
        value={system.roof.zone ?? ''}
        options={[['', 'not known'], ...CLIMATE_ZONES.map((one) => [one, one] as const)]}
        onSave={(zone) => void set({ zone, zoneFrom: 'typed' })}
      />
      <div className="grid gap-2.5 grid-cols-2 items-end">
        <LineField label="Latitude" numeric value={at.latitude} onChange={(latitude) => setAt({ ...at, latitude })} hint="47.6" />
        <LineField
          label="Longitude"
          numeric
          value={at.longitude}
          onChange={(longitude) => setAt({ ...at, longitude })}
          hint="−122.3"
        />
        <button type="button" className="btn" onClick={typed}>
          Find the zone
        </button>
        <button type="button" className="btn" onClick={own}>
          Where I am
        </button>
      </div>
      {said && <Notice kind={said.kind}>{said.text}</Notice>}
    </section>
  )
}

/** Hours of weather as somebody has them: tonight's forecast, a week's log. */
function Weather(props: { pasted: string | null; onPaste: (text: string | null) => string | null }) {
  const { units } = useVisit()
  const [text, setText] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  return (
    <section aria-label="Weather" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">Tonight, or a week</h2>
      {props.pasted ? (
        <p>
          {props.pasted} on the chart.{' '}
          <button type="button" className="link" onClick={() => props.onPaste(null)}>
            Drop them
          </button>
        </p>
      ) : (
        <p className="soft text-[14px]">
          Paste hours: time, dry bulb, and relative humidity or dew point, with a head that names them.
        </p>
      )}
      <LineField
        label="Weather, as text or CSV"
        lines={4}
        numeric
        value={text}
        onChange={setText}
        hint={
          units.temperature === '°C'
            ? 'Time, Temp °C, RH %\n18:00, 16.2, 72\n19:00, 15.1, 78'
            : 'Time, Temp °F, RH %\n18:00, 61.2, 72\n19:00, 59.1, 78'
        }
      />
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <button
        type="button"
        className="btn btn-neutral self-start"
        disabled={text.trim() === ''}
        onClick={() => {
          const refused = props.onPaste(text)
          setWrong(refused)
          if (refused === null) setText('')
        }}
      >
        Put it on the chart
      </button>
    </section>
  )
}
