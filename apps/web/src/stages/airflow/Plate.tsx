import { useState } from 'react'
import { QuantityField } from '../../kit/Field.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** A metering plate in the place of the filter. */
export function Plate() {
  const { picture, show, units, write, at, here } = useVisit()
  const plate = picture.current?.input.plate ?? null
  const [typed, setTyped] = useState<{ factor?: number; dpInWc?: number; normalStaticInWc?: number; testStaticInWc?: number }>({})
  const [wrong, setWrong] = useState<string | null>(null)
  const last = here.tries.at(-1)
  if (!last) return null
  const value = (key: keyof typeof typed) => typed[key] ?? plate?.[key] ?? null
  const keep = (key: keyof typeof typed) => async (base: number) => {
    setTyped((before) => ({ ...before, [key]: base }))
    return null
  }
  const log = async () => {
    const [factor, dpInWc] = [value('factor'), value('dpInWc')]
    if (factor === null || dpInWc === null) return setWrong('The factor on the plate and the pressure over it are needed.')
    const [normal, test] = [value('normalStaticInWc'), value('testStaticInWc')]
    const written = await write([
      {
        kind: 'reading.plate',
        body: {
          ...at,
          tryId: last.id,
          factor,
          dpInWc,
          ...(normal !== null && { normalStaticInWc: normal }),
          ...(test !== null && { testStaticInWc: test }),
        },
      },
    ])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    setWrong(null)
    setTyped({})
  }
  const estimate = picture.current?.flow?.estimates.find((one) => one.method === 'plate')
  return (
    <section aria-label="Flow plate" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">
        {estimate
          ? `By the plate ${show('flow', estimate.flowCfm)} ± ${show('flow', estimate.plusMinusCfm, { bare: true })}`
          : 'Metering plate in the filter’s place'}
      </h2>
      <div className="grid gap-2.5 grid-cols-2">
        <NumberField label="Plate, cfm at 1 in.wc" hint="printed on it" value={value('factor')} onSave={keep('factor')} />
        <QuantityField label="Pressure over it" quantity="static" base={value('dpInWc')} units={units} onSave={keep('dpInWc')} />
        <QuantityField
          label="Supply static, filter in"
          quantity="static"
          base={value('normalStaticInWc')}
          units={units}
          onSave={keep('normalStaticInWc')}
        />
        <QuantityField
          label="Supply static, plate in"
          quantity="static"
          base={value('testStaticInWc')}
          units={units}
          onSave={keep('testStaticInWc')}
        />
      </div>
      {wrong && (
        <p role="alert" className="text-error text-[13px]">
          {wrong}
        </p>
      )}
      <button type="button" className="btn self-start" disabled={Object.keys(typed).length === 0} onClick={() => void log()}>
        Log the plate
      </button>
      <WorkedNote>
        <p>
          Q = k·√dp, × √(0.075 ÷ ρ); with both statics × √(static with the filter in ÷ static with the plate in), since the plate
          itself takes some. ± 7%, or as it disagrees with the others. Its figures stand under “How it was worked out” on the
          Blower view. Source: duct law, Q ∝ √p.
        </p>
      </WorkedNote>
    </section>
  )
}
