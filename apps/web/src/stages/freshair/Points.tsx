import { type PointView, sayPoint, signalWords, stripOf } from '@ingle/bench'
import { brokenWire, pointKind, SIGNALS, whenTripped } from '@ingle/core'
import { stripScene } from '@ingle/report'
import { Printer } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { Cautions } from '../../kit/Cautions.tsx'
import { Drawing } from '../../kit/Drawing.tsx'
import { CheckField, LineField, QuantityField, SelectField, TextField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { StateMark } from '../../kit/StateMark.tsx'
import { useWidth } from '../../kit/useWidth.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { Reading } from './Reading.tsx'

/** What hangs on which terminal, how each sensor tells its figure, and what each safety stops. */
export function Points() {
  const visit = useVisit()
  const { state, at } = visit
  const [ref, width] = useWidth(640)
  const strip = stripOf(visit)
  const [open, setOpen] = useState<string | null>(null)
  const scene = stripScene(strip, Math.max(width, 300))
  const groups = [
    ['Sensors', strip.points.filter((one) => pointKind(one.id).way === 'reads')],
    ['Contacts and safeties', strip.points.filter((one) => pointKind(one.id).way === 'contact')],
    ['Outputs', strip.points.filter((one) => pointKind(one.id).way === 'drives' || pointKind(one.id).way === 'switches')],
  ] as const
  return (
    <div className="grid gap-3 md:gap-4 lg:grid-cols-2 items-start">
      <div className="flex flex-col gap-3 min-w-0">
        <section aria-label="Terminal strip" className="panel p-4 flex flex-col gap-2">
          <div className="flex items-baseline gap-2">
            <h2 className="font-bold mr-auto">{strip.device ? `Strip of the ${strip.device}` : 'Terminal strip'}</h2>
            <Link className="btn btn-quiet" to={`/sites/${state.id}/visits/${at.visitId}/systems/${at.systemId}/sheets/panel`}>
              <Printer size={16} aria-hidden="true" /> Panel sheet
            </Link>
          </div>
          <div ref={ref}>
            {scene ? (
              <Drawing scene={scene} />
            ) : (
              <p className="soft">
                Nobody has written down the terminals of this controller: name them as they are printed beside it.
              </p>
            )}
          </div>
        </section>
        {strip.faults.map((one) => (
          <Notice key={one.says} kind="watch">
            <b>{one.says}</b> {one.mend}
          </Notice>
        ))}
        <Cautions at="panel-points" />
      </div>
      <div className="flex flex-col gap-3 min-w-0">
        {groups.map(([title, points]) => (
          <section key={title} aria-label={title} className="panel p-4">
            <h2 className="font-bold mb-1">{title}</h2>
            {points.map((one) => (
              <PointLine
                key={one.id}
                point={one}
                open={open === one.id}
                onToggle={() => setOpen(open === one.id ? null : one.id)}
              />
            ))}
          </section>
        ))}
      </div>
    </div>
  )
}

function PointLine({ point, open, onToggle }: { point: PointView; open: boolean; onToggle: () => void }) {
  const { show } = useVisit()
  const { read } = point
  const shown = read?.state.shown ?? read?.value ?? null
  return (
    <div className="border-t border-base-300 first:border-0">
      <button
        type="button"
        className="w-full min-h-11 grid grid-cols-[1.2rem_minmax(0,1fr)_auto_auto] gap-2.5 items-center text-left text-[14px]"
        aria-expanded={open}
        onClick={onToggle}
      >
        <StateMark
          mark={
            !point.fitted
              ? point.needed
                ? 'watch'
                : 'not-looked-at'
              : point.proved
                ? 'proved'
                : read && !point.isSafety
                  ? 'set'
                  : 'found'
          }
        />
        <span className={point.fitted ? 'font-bold' : 'soft'}>
          {point.label}
          {!point.fitted && (point.needed ? ' · needed, not fitted' : ' · not fitted')}
        </span>
        <span className="num soft">{shown === null ? '' : sayPoint(point.id, shown, show)}</span>
        <span className="num w-12 text-right">{point.fitted ? (point.terminal ?? '?') : ''}</span>
      </button>
      {open && <PointFields point={point} />}
    </div>
  )
}

const KINDS = ['beta', 'table', ...Object.keys(SIGNALS)]

function PointFields({ point }: { point: PointView }) {
  const { write, at, show } = useVisit()
  const { state, id } = point
  const { way, measures } = pointKind(id)
  const tripped = way === 'contact' ? whenTripped(id) : null
  const set = async (body: object) =>
    refusalOf(await write([{ kind: 'roof.point.set', body: { systemId: at.systemId, carries: id, ...body } }]))
  const hasSignal = way === 'reads' || way === 'drives'
  const wire = point.signal && way === 'reads' ? brokenWire(point.signal) : null
  return (
    <div className="pl-7 pb-3 flex flex-col gap-2.5">
      <CheckField label="Fitted" checked={point.fitted} onSave={(fitted) => void set({ fitted })} />
      {point.fitted && (
        <>
          <div className="grid gap-2.5 grid-cols-2">
            <TextField
              label="Terminal"
              hint={point.free.length > 0 ? `free: ${point.free.slice(0, 3).join(', ')}` : 'as printed'}
              offers={point.free}
              value={point.terminal ?? ''}
              onSave={(terminal) => set({ terminal: terminal.trim() })}
            />
            <TextField label="Where it sits" value={state?.where ?? ''} onSave={(where) => set({ where })} />
            {hasSignal && (
              <SelectField
                label="Signal"
                value={state?.signal ?? ''}
                options={[
                  ['', 'not said'],
                  ...KINDS.filter((one) => measures === 'temperature' || (one !== 'beta' && one !== 'table')).map(
                    (one) => [one, signalWords(one)] as const,
                  ),
                ]}
                onSave={(signal) => signal && void set({ signal })}
              />
            )}
            {state?.signal === 'beta' && (
              <>
                <NumberField
                  label="Ohms at 77 °F (25 °C)"
                  hint="10000"
                  value={state.r25Ohm}
                  onSave={(r25Ohm) => set({ r25Ohm })}
                />
                <NumberField label="Beta, K" hint="3890" value={state.betaK} onSave={(betaK) => set({ betaK })} />
              </>
            )}
            {state?.signal && state.signal !== 'beta' && state.signal !== 'table' && (
              <>
                <End of="low" point={point} onSave={set} />
                <End of="high" point={point} onSave={set} />
              </>
            )}
          </div>
          {state?.signal === 'table' && <CurveTable point={point} onSave={set} />}
          {wire && (
            <p className="soft text-[13px]">
              A broken wire reads as{' '}
              {wire.reads === 'value'
                ? `${sayPoint(id, wire.value, show)}, like a true reading: it cannot be told`
                : point.broken}
              .
            </p>
          )}
          {tripped && <p className="text-[14px]">When it trips: {tripped}.</p>}
          <Reading point={point} />
        </>
      )}
    </div>
  )
}

const ENDS = { low: 'At its low end', high: 'At its high end' } as const
const SIGNS: Readonly<Record<string, string>> = { humidity: '%', enthalpy: 'Btu/lb', ppm: 'ppm', pct: '%' }

/** The figure at one end of a transmitter's signal. */
function End(props: { of: 'low' | 'high'; point: PointView; onSave: (body: object) => Promise<string | null> }) {
  const { units } = useVisit()
  const { of, point, onSave } = props
  const { measures } = pointKind(point.id)
  const value = point.state?.[of]
  return measures === 'temperature' || measures === 'static' ? (
    <QuantityField
      label={ENDS[of]}
      quantity={measures}
      base={value ?? null}
      units={units}
      onSave={(base) => onSave({ [of]: base })}
    />
  ) : (
    <NumberField
      label={`${ENDS[of]}, ${SIGNS[measures ?? ''] ?? ''}`}
      zero
      value={value}
      onSave={(figure) => onSave({ [of]: figure })}
    />
  )
}

/** A thermistor's table as pasted rows: ohms and degrees. */
function CurveTable({ point, onSave }: { point: PointView; onSave: (body: object) => Promise<string | null> }) {
  const { units } = useVisit()
  const isCelsius = units.temperature === '°C'
  const [text, setText] = useState(
    point.state?.ohms
      ?.map((ohm, i) => {
        const f = point.state?.temperaturesF?.[i] ?? 0
        return `${ohm}  ${isCelsius ? ((f - 32) / 1.8).toFixed(1) : f}`
      })
      .join('\n') ?? '',
  )
  const [wrong, setWrong] = useState<string | null>(null)
  const save = async () => {
    const rows = text
      .split('\n')
      .map((line) =>
        line
          .trim()
          .split(/[\s;,]+/)
          .map(Number),
      )
      .filter((row) => row.length > 0 && row.some((one) => one !== 0))
    if (
      rows.length < 2 ||
      rows.some((row) => row.length !== 2 || row.some((one) => !Number.isFinite(one)) || (row[0] as number) <= 0)
    )
      return setWrong('Two rows or more, each with ohms and degrees: like 10000  77.')
    setWrong(
      await onSave({
        ohms: rows.map((row) => row[0]),
        temperaturesF: rows.map((row) => (isCelsius ? (row[1] as number) * 1.8 + 32 : row[1])),
      }),
    )
  }
  return (
    <div className="flex flex-col gap-2">
      <LineField
        label={`Table: ohms and ${isCelsius ? '°C' : '°F'}, a row a line`}
        lines={4}
        numeric
        value={text}
        onChange={setText}
      />
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <button type="button" className="btn btn-quiet self-start" onClick={() => void save()}>
        Keep the table
      </button>
    </div>
  )
}
