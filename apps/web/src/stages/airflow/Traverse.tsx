import { traverseInput } from '@ingle/bench'
import { counted, densityAt, format, judgeTraverse, parseReading, type TraversePlan, traversePlan } from '@ingle/core'
import type { TraverseId, TraverseState, TryId } from '@ingle/record'
import { Plus } from 'lucide-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { QuantityField, SelectField, TextField } from '../../kit/Field.tsx'
import { newId } from '../../kit/ids.ts'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** Traverses of the try that is open: where the points go, and each reading kept as it is typed. */
export function Traverses() {
  const { here, write, at } = useVisit()
  const last = here.tries.at(-1)
  const [chosen, setChosen] = useState<TraverseId | null>(null)
  if (!last) return null
  const shown = last.traverses.find((one) => one.id === chosen) ?? last.traverses.at(-1)
  const add = async () => {
    const traverseId = newId<TraverseId>()
    const written = await write([
      { kind: 'traverse.set', body: { ...at, tryId: last.id, traverseId, name: 'supply trunk', shape: 'rectangular' } },
    ])
    if (written.ok) setChosen(traverseId)
  }
  return (
    <section aria-label="Traverse" className="panel p-4 flex flex-col gap-2.5">
      <div className="flex flex-wrap items-center gap-2">
        <h2 className="font-bold mr-auto">Traverse with a Pitot tube</h2>
        {last.traverses.length > 1 &&
          last.traverses.map((one) => (
            <button
              key={one.id}
              type="button"
              className="btn btn-quiet"
              aria-pressed={one === shown}
              onClick={() => setChosen(one.id)}
            >
              {one.set.name ?? 'traverse'}
            </button>
          ))}
        <button type="button" className="btn btn-quiet" onClick={() => void add()}>
          <Plus size={16} aria-hidden="true" /> New traverse
        </button>
      </div>
      {shown ? (
        <OneTraverse key={shown.id} of={shown} tryId={last.id} />
      ) : (
        <p className="soft text-[14px]">
          The most certain way in a straight duct: the points are laid out for its size, and every reading is kept as it is typed.
        </p>
      )}
    </section>
  )
}

function OneTraverse({ of, tryId }: { of: TraverseState; tryId: TryId }) {
  const { write, at, units, show, picture } = useVisit()
  const input = traverseInput(of)
  const plan = useMemo(() => (input.duct ? traversePlan(input.duct) : null), [input.duct])
  const { set } = of
  const save = async (body: object) => {
    const written = await write([{ kind: 'traverse.set', body: { ...at, tryId, traverseId: of.id, ...body } }])
    return refusalOf(written)
  }
  const length = (key: 'widthIn' | 'heightIn' | 'diameterIn' | 'straightBeforeIn' | 'straightAfterIn', label: string) => (
    <QuantityField
      label={label}
      quantity="length"
      base={set[key] ?? null}
      units={units}
      onSave={(value) => save({ [key]: value })}
    />
  )
  const aside = Object.entries(of.earlier ?? {})
  const judged =
    input.duct && plan?.ok ? judgeTraverse(input.duct, plan.value, of.points, densityAt(picture.air, input.airF), show) : null
  return (
    <>
      {aside.map(([plan, points]) => (
        <Notice key={plan} kind="watch">
          <b>
            {counted(Object.keys(points).length, 'point')} of another plan set aside ({plan}).
          </b>{' '}
          They were read elsewhere in the duct. Change the duct back, and they are here again.
        </Notice>
      ))}
      <div className="grid gap-2.5 grid-cols-2 lg:grid-cols-4">
        <TextField label="Where" value={set.name ?? ''} onSave={(name) => save({ name })} />
        <SelectField
          label="Shape"
          value={set.shape ?? 'rectangular'}
          options={[
            ['rectangular', 'rectangular'],
            ['round', 'round'],
          ]}
          onSave={(shape) => void save({ shape })}
        />
        {set.shape === 'round' ? (
          <>
            {length('diameterIn', 'Diameter inside')}
            <SelectField
              label="Points on a diameter"
              value={String(set.perDiameter ?? 6)}
              options={[
                ['6', '6'],
                ['8', '8'],
                ['10', '10'],
              ]}
              onSave={(value) => void save({ perDiameter: Number(value) })}
            />
          </>
        ) : (
          <>
            {length('widthIn', 'Width inside')}
            {length('heightIn', 'Height inside')}
          </>
        )}
        {length('straightBeforeIn', 'Straight before')}
        {length('straightAfterIn', 'Straight after')}
        <QuantityField
          label="Air in the duct"
          hint={show('temperature', picture.air.dryBulbF)}
          quantity="temperature"
          base={set.airF ?? null}
          units={units}
          onSave={(airF) => save({ airF })}
        />
      </div>
      {plan && !plan.ok && (
        <Notice kind="watch">
          <Refused of={plan} />
        </Notice>
      )}
      {!plan && <p className="soft text-[14px]">The duct’s size first: then the points are laid out.</p>}
      {plan?.ok && judged && (
        <>
          <Points
            plan={plan.value}
            of={of}
            tryId={tryId}
            doubted={new Set(judged.findings.filter((one) => one.kind !== 'missing').flatMap((one) => one.points))}
          />
          {judged.result ? (
            <p className="text-[15px]">
              <b className="num">
                {show('flow', judged.result.flowCfm)} ± {show('flow', judged.result.plusMinusCfm, { bare: true })}
              </b>
              , at {show('velocity', judged.result.averageFpm)} on average.
            </p>
          ) : (
            <p className="text-[15px]">
              <b className="num">
                {judged.read} of {plan.value.points.length}
              </b>{' '}
              points are read.
            </p>
          )}
          {judged.findings
            .filter((one) => one.kind !== 'missing')
            .map((one) => (
              <Notice key={one.kind} kind="watch">
                <b>{one.says}</b> {one.mend}
              </Notice>
            ))}
          <CautionNote text="Sheet metal cuts: deburr each hole. Never drill where a coil, a wire or a heater may be behind; plug the holes after." />
          <WorkedNote>
            <p>
              {set.shape === 'round' ? 'Log-linear points on two diameters' : 'Log-Tchebycheff lines'}; speed = 1096.7·√(pv ÷ ρ)
              with ρ <span className="num">{densityAt(picture.air, input.airF).toFixed(4)} lb/ft³</span>, averaged as speeds; flow
              = mean × <span className="num">{plan.value.areaFt2.toFixed(2)} ft²</span>. Straight duct by a diameter of{' '}
              {plan.value.diameterIn.toFixed(1)} in. Source: ASHRAE Standard 111, ISO 3966.
            </p>
          </WorkedNote>
        </>
      )}
    </>
  )
}

/** The duct in section with its points, and one field that goes from point to point. */
function Points(props: { plan: TraversePlan; of: TraverseState; tryId: TryId; doubted: ReadonlySet<number> }) {
  const { plan, of, tryId, doubted } = props
  const { write, at, units } = useVisit()
  const firstOpen = plan.points.findIndex((_, i) => of.points[i] === undefined)
  const [index, setIndex] = useState(Math.max(firstOpen, 0))
  const [typed, setTyped] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const field = useRef<HTMLInputElement>(null)
  const point = plan.points[index]
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new point begins with an empty field.
  useEffect(() => {
    setTyped('')
    setWrong(null)
  }, [index])
  if (!point) return null
  const pv = (value: number) =>
    format('static', value, units, { decimals: units.static === 'Pa' ? 1 : 3, bare: true, signed: value < 0 })
  const log = async () => {
    const read = parseReading(typed, 'static', units)
    if (!read.ok) return setWrong(`${read.reason} ${read.remedy}`)
    const written = await write([
      { kind: 'traverse.point', body: { ...at, tryId, traverseId: of.id, index, pressureInWc: read.value.base } },
    ])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    const next = plan.points.findIndex((_, i) => i > index && of.points[i] === undefined)
    const any = plan.points.findIndex((_, i) => i !== index && of.points[i] === undefined)
    setTyped('')
    setWrong(null)
    if (next >= 0 || any >= 0) setIndex(next >= 0 ? next : any)
    field.current?.focus()
  }
  const width = Math.max(...plan.points.map((one) => one.xIn)) + Math.min(...plan.points.map((one) => one.xIn))
  const height = Math.max(...plan.points.map((one) => one.yIn)) + Math.min(...plan.points.map((one) => one.yIn))
  const round = plan.holes === 2 && plan.points[0]?.yIn === plan.points[1]?.yIn
  const scale = Math.min(520 / width, 240 / height)
  const x = (value: number) => 20 + value * scale
  const y = (value: number) => 12 + (height - value) * scale
  return (
    <div className="grid gap-3 lg:grid-cols-[minmax(0,1fr)_15rem] items-start">
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: the list of points beside it does the same by keyboard. */}
      <svg
        onClick={(event) => {
          const nearest = Number((event.target as Element).closest('[data-point]')?.getAttribute('data-point') ?? Number.NaN)
          if (Number.isFinite(nearest)) setIndex(nearest)
        }}
        viewBox={`0 0 ${40 + width * scale} ${24 + height * scale}`}
        width="100%"
        style={{ maxHeight: 300 }}
        role="img"
        aria-label={`Section of the duct with ${counted(plan.points.length, 'point')}; ${Object.keys(of.points).length} read`}
      >
        {round ? (
          <ellipse
            cx={x(width / 2)}
            cy={y(height / 2)}
            rx={(width / 2) * scale}
            ry={(height / 2) * scale}
            fill="var(--tone-sand)"
            stroke="var(--tone-ink)"
            strokeWidth="2"
          />
        ) : (
          <rect
            x={x(0)}
            y={y(height)}
            width={width * scale}
            height={height * scale}
            fill="var(--tone-sand)"
            stroke="var(--tone-ink)"
            strokeWidth="2"
          />
        )}
        {plan.points.map((one, i) => {
          const read = of.points[i]
          const bad = doubted.has(i)
          return (
            <g key={`${one.xIn} ${one.yIn}`} data-point={i} className="cursor-pointer">
              <circle
                cx={x(one.xIn)}
                cy={y(one.yIn)}
                r={i === index ? 9 : 6.5}
                fill={read === undefined ? 'var(--tone-paper)' : bad ? 'var(--tone-amber)' : 'var(--tone-air)'}
                stroke={i === index ? 'var(--tone-ember)' : 'var(--tone-ink)'}
                strokeWidth={i === index ? 3 : 1.3}
                strokeDasharray={read === undefined ? '3 2' : undefined}
              />
              {read !== undefined && (
                <text
                  x={x(one.xIn)}
                  y={y(one.yIn) + (one.yIn < height * 0.12 ? -11 : 19)}
                  fontSize="11"
                  textAnchor="middle"
                  fill="var(--tone-ink)"
                  className="num"
                >
                  {pv(read)}
                </text>
              )}
            </g>
          )
        })}
      </svg>
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          void log()
        }}
      >
        <SelectField
          label="Point"
          value={String(index)}
          options={plan.points.map(
            (_, i) => [String(i), `${i + 1}${of.points[i] === undefined ? '' : `: ${pv(of.points[i] as number)}`}`] as const,
          )}
          onSave={(value) => setIndex(Number(value))}
        />
        <p className="text-[14px]">
          Hole <b className="num">{point.hole}</b>, probe <b className="num">{format('length', point.depthIn, units)}</b> deep.
        </p>
        <label className="text-[13px] soft" htmlFor="traverse-reading">
          Velocity pressure, {units.static}
        </label>
        <input
          id="traverse-reading"
          ref={field}
          className="input w-full num text-[17px]"
          inputMode="decimal"
          value={typed}
          aria-invalid={wrong !== null}
          onChange={(event) => setTyped(event.target.value)}
        />
        {wrong && (
          <p role="alert" className="text-error text-[13px]">
            {wrong}
          </p>
        )}
        <button type="submit" className="btn btn-primary">
          Keep point {index + 1}
        </button>
      </form>
    </div>
  )
}
