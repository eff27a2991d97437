import { DRIVE_SOURCE, driveOf } from '@ingle/bench'
import { driveAt, express, SIGNALS, type SignalKind, signalFor, signalPct } from '@ingle/core'
import { useState } from 'react'
import { DataTable } from '../../kit/DataTable.tsx'
import { QuantityField, SelectField } from '../../kit/Field.tsx'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useAims } from '../../visit/useAims.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** A drive: the frequency for a flow, a fixed frequency, the named steps; and capacity signals. */
export function Drive() {
  const { system } = useVisit()
  return (
    <main id="main" className="p-3 md:p-4 grid grid-cols-1 gap-3 md:gap-4 xl:grid-cols-2 items-start">
      <h1 className="sr-only">{system.name}: drive and signals</h1>
      <Frequencies />
      <Signals />
    </main>
  )
}

function useDrive() {
  const { system, write } = useVisit()
  const save = async (body: object) => {
    const written = await write([{ kind: 'drive.set', body: { systemId: system.id, ...body } }])
    return refusalOf(written)
  }
  return { drive: system.drive, save }
}

function Frequencies() {
  const visit = useVisit()
  const { show, units, picture } = visit
  const { drive, save } = useDrive()
  const { valueFor, put } = useAims(DRIVE_SOURCE)
  const [wanted, setWanted] = useState<number | null>(picture.aimCfm)
  const { fan, asks, overPlate, wanted: made, steps, offers, nearestHz: nearest, fixed, densityRatio } = driveOf(visit, wanted)
  const number = (
    key: 'baseHz' | 'minHz' | 'maxHz' | 'baseRpm' | 'basePowerW' | 'plateAmps' | 'baseAmps',
    label: string,
    hint: string,
  ) => (
    <NumberField label={label} hint={hint} zero={key === 'minHz'} value={drive[key]} onSave={(value) => save({ [key]: value })} />
  )
  return (
    <section aria-label="Frequency" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">
        {made?.ok ? `${made.value.hz.toFixed(1)} Hz for ${show('flow', made.value.flowCfm)}` : 'The frequency for a flow'}
      </h2>
      <div className="grid gap-2.5 grid-cols-2 lg:grid-cols-3">
        <QuantityField
          label="Flow at full speed"
          hint="measured once"
          quantity="flow"
          base={drive.baseFlowCfm ?? null}
          units={units}
          onSave={(value) => save({ baseFlowCfm: value })}
        />
        <QuantityField
          label="Static there"
          quantity="static"
          base={drive.baseStaticInWc ?? null}
          units={units}
          onSave={(value) => save({ baseStaticInWc: value })}
        />
        <QuantityField
          label="In air of"
          hint="as now"
          quantity="temperature"
          base={drive.airF ?? null}
          units={units}
          onSave={(value) => save({ airF: value })}
        />
        {number('basePowerW', 'Power there, W', 'from the display')}
        {number('baseRpm', 'Shaft there, rpm', 'by the tachometer')}
        {number('baseHz', 'Base, Hz', 'off the plate')}
        {number('minHz', 'Least, Hz', 'from the maker')}
        {number('maxHz', 'Most, Hz', 'as base')}
        {number('plateAmps', 'Amps on the plate', '')}
        {number('baseAmps', 'Amps read there', 'every phase, the most')}
        <QuantityField
          label="Wanted flow"
          quantity="flow"
          base={wanted}
          units={units}
          onSave={async (value) => {
            setWanted(value)
            return null
          }}
        />
      </div>
      {asks.length > 0 && (
        <Notice kind="watch">
          <b>{fan ? 'Still to be read:' : 'No speed can be promised yet.'}</b> {fan ? '' : 'It takes '}
          {asks.join('; ')}.
        </Notice>
      )}
      {overPlate && (
        <Notice kind="wrong">
          <b>At full speed the motor draws more than its plate allows.</b> Slow it down, and look for a belt or pulley that drives
          the fan too fast; its overload protection stays as it is.
        </Notice>
      )}
      {made && !made.ok && (
        <Notice kind="watch">
          <Refused of={made} />
        </Notice>
      )}
      {made?.ok && made.value.held && (
        <Notice kind="watch">
          <b>
            The drive holds it at its {made.value.held === 'low' ? 'least' : 'most'}, {made.value.hz.toFixed(1)} Hz.
          </b>{' '}
          The wanted flow lies beyond:{' '}
          {made.value.held === 'high'
            ? 'look at the duct, the belt, the motor’s plate'
            : 'the motor’s own cooling sets that limit'}
          .
        </Notice>
      )}
      {fan && (
        <DataTable
          caption="What the fan does"
          columns={[
            { head: 'Speed' },
            { head: 'Hz', figure: true },
            { head: `Flow ${units.flow}`, figure: true },
            { head: `Static ${units.static}`, figure: true },
            { head: 'Power W', figure: true },
            { head: 'rpm', figure: true },
          ]}
          rows={[
            ...(made?.ok ? [{ key: 'wanted', marked: true, name: 'wanted', at: made.value }] : []),
            ...steps.map(({ step, value, at }) => ({ key: step, marked: false, name: `step ${step}, ${value}%`, at })),
            ...offers.map(({ hz, at }) => ({ key: `fixed${hz}`, marked: false, name: `fixed at ${hz}`, at })),
          ].map(({ key, marked, name, at }) => ({
            key,
            marked,
            cells: [
              name,
              at.hz.toFixed(1),
              show('flow', at.flowCfm, { bare: true }),
              at.staticInWc === null ? '—' : show('static', at.staticInWc, { bare: true }),
              at.powerW === null ? '—' : Math.round(at.powerW).toString(),
              at.rpm === null ? '—' : Math.round(at.rpm).toString(),
            ],
          }))}
        />
      )}
      {nearest !== null && fixed && fan && made?.ok && (
        <div className="text-[14px] flex flex-wrap items-center gap-2">
          <p className="grow">
            Fixed from its keypad: <b className="num">{nearest} Hz</b> is the nearest it offers,{' '}
            {show('flow', driveAt(fan, nearest).flowCfm)}.
          </p>
          {express(fixed.setting, String(nearest), units).fit !== 'none' && fixed.aim?.value !== String(nearest) && (
            <button
              type="button"
              className="btn btn-quiet"
              onClick={() =>
                void put([{ id: fixed.id, meaning: String(nearest), why: `${show('flow', made.value.flowCfm)} wanted` }])
              }
            >
              Aim at {valueFor(fixed.id, String(nearest))} Hz
            </button>
          )}
        </div>
      )}
      <CautionNote text="A drive keeps its charge after the power is off: wait as long as its plate says. Belts and wheels start without a warning." />
      <WorkedNote>
        <p>
          Fan laws on one duct: flow ∝ n, pressure ∝ n²·ρ, power ∝ n³·ρ; rpm ∝ Hz. Density now against then:{' '}
          <span className="num">{densityRatio.toFixed(3)}</span>. Source: AMCA 200. A fixed frequency follows no load: note it
          under temporary fixes when it stands in for something.
        </p>
      </WorkedNote>
    </section>
  )
}

function Signals() {
  const { drive, save } = useDrive()
  const [pct, setPct] = useState<number | null>(60)
  const [signal, setSignal] = useState<number | null>(null)
  const kind: SignalKind = drive.signal ?? '0-10'
  const { unit, low, high } = SIGNALS[kind]
  const { minHz = 0, baseHz = 60 } = drive
  const hz = (share: number) => minHz + ((baseHz - minHz) * share) / 100
  const outside = signal !== null && (signal < low || signal > high)
  return (
    <section aria-label="Signals" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">
        {pct === null ? 'Capacity and speed signals' : `${pct}% is ${signalFor(kind, pct).toFixed(2)} ${unit} on ${kind} ${unit}`}
      </h2>
      <div className="grid gap-2.5 grid-cols-3">
        <SelectField
          label="Signal"
          value={kind}
          options={(Object.keys(SIGNALS) as SignalKind[]).map((one) => [one, `${one} ${SIGNALS[one].unit}`] as const)}
          onSave={(one) => void save({ signal: one })}
        />
        <NumberField
          label="Wanted, %"
          zero
          value={pct}
          onSave={async (value) => {
            if (value > 100) return `${value}% is more than all.`
            setPct(value)
            return null
          }}
        />
        <NumberField
          label={`Meter reads, ${unit}`}
          zero
          value={signal}
          onSave={async (value) => {
            setSignal(value)
            return null
          }}
        />
      </div>
      {signal !== null && (
        <p className="text-[14px]">
          <b className="num">
            {signal} {unit}
          </b>{' '}
          stands for <b className="num">{signalPct(kind, signal).toFixed(0)}%</b>, {hz(signalPct(kind, signal)).toFixed(1)} Hz.
        </p>
      )}
      {outside && (
        <Notice kind="watch">
          <b>
            {signal} {unit} is outside {kind} {unit}.
          </b>{' '}
          {kind === '4-20' || kind === '2-10'
            ? 'Below its low end the wire is broken or the sender has no power.'
            : 'Look at the range that the sender is set to.'}
        </Notice>
      )}
      <DataTable
        caption="Signal by share"
        columns={[
          { head: 'Share' },
          ...(Object.keys(SIGNALS) as SignalKind[]).map((one) => ({ head: `${one} ${SIGNALS[one].unit}`, figure: true })),
          { head: 'Hz', figure: true },
        ]}
        rows={[0, 25, 40, 50, 60, 75, 100].map((share) => ({
          key: String(share),
          cells: [
            `${share}%`,
            ...(Object.keys(SIGNALS) as SignalKind[]).map((one) => signalFor(one, share).toFixed(2)),
            hz(share).toFixed(1),
          ],
        }))}
      />
      <WorkedNote>
        <p>
          A straight line from the low end (0%) to the high end (100%), held at both; frequency from the drive’s least at 0% to
          its base at 100%. A forced signal is a temporary fix: note what follows the load no longer.
        </p>
      </WorkedNote>
    </section>
  )
}
