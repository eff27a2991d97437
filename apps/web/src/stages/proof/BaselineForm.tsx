import {
  BASELINE_FIELDS,
  baselineFromLive,
  baselineFromReadings,
  baselineSign,
  forcesOf,
  machineOf,
  readoutsOf,
} from '@ingle/bench'
import {
  type BaselineFacts,
  type BaselineField,
  type BaselineMode,
  baselineField,
  chosenUnit,
  format,
  parseReading,
  readNumber,
} from '@ingle/core'
import { useState } from 'react'
import { useGateways, useLive } from '../../gateway/useLive.ts'
import { LineField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** The form of a baseline: filled from what was read already, over the wire, or by walking the board's read-out list. */
export function BaselineForm({ mode }: { mode: BaselineMode }) {
  const visit = useVisit()
  const { units, write, at, devices, state, system } = visit
  const say = (field: BaselineField, value: number): string => {
    const { quantity } = baselineField(field)
    return quantity ? format(quantity, value, units) : String(value)
  }
  const [typed, setTyped] = useState<Partial<Record<BaselineField, string>>>(() => sayAll(baselineFromReadings(visit, mode), say))
  const [forced, setForced] = useState(forcesOf(visit, mode).length > 0)
  const [wrong, setWrong] = useState<Partial<Record<BaselineField, string>>>({})
  const [said, setSaid] = useState<{ kind: 'wrong' | 'plain'; text: string } | null>(null)
  const [walking, setWalking] = useState<number | null>(null)
  const live = devices.find((one) => (one.profile.gateway?.live ?? []).length > 0)
  const { gateways, chosen } = useGateways(system.name)
  const [asking, setAsking] = useState(false)
  const { answer, wrong: noLine } = useLive({ siteId: state.id, ...at, place: live?.place ?? 'equipment' }, chosen, asking)
  const [taken, setTaken] = useState<typeof answer>(null)
  if (asking && answer && answer !== taken) {
    setTaken(answer)
    setAsking(false)
    setTyped({ ...typed, ...sayAll(baselineFromLive(answer.values), say) })
    setSaid({ kind: 'plain', text: 'Taken over from the wire; type the rest.' })
  }
  const readouts = readoutsOf(visit)
  const put = (field: BaselineField) => (text: string) => setTyped({ ...typed, [field]: text })
  const save = async () => {
    const facts: BaselineFacts = {}
    const bad: typeof wrong = {}
    for (const field of BASELINE_FIELDS) {
      const text = (typed[field] ?? '').trim()
      if (text === '') continue
      const { quantity } = baselineField(field)
      if (quantity) {
        const read = parseReading(text, quantity, units)
        if (read.ok) facts[field] = read.value.base
        else bad[field] = `${read.reason} ${read.remedy}`
      } else {
        const read = readNumber(text)
        if (read?.rest === '') facts[field] = read.value
        else bad[field] = `“${text}” is no number. Write it in figures.`
      }
    }
    setWrong(bad)
    if (Object.keys(bad).length > 0)
      return setSaid({ kind: 'wrong', text: 'Some fields cannot be read; what is wrong stands under each. Nothing was lost.' })
    if (baselineSign(mode, facts) === 'wrong-way')
      return setSaid({
        kind: 'wrong',
        text: `The supply is ${mode === 'heat' ? 'colder' : 'warmer'} than the return: that is no ${mode === 'heat' ? 'heating' : 'cooling'}. Choose the other mode above, or read both again; nothing was kept and nothing lost.`,
      })
    if (Object.keys(facts).length === 0) return setSaid({ kind: 'wrong', text: 'Nothing was read yet: fill in what you have.' })
    const written = await write([
      { kind: 'baseline.read', body: { ...at, mode, way: forced ? 'forced' : 'steady', machine: machineOf(visit), ...facts } },
    ])
    if (!written.ok) return setSaid({ kind: 'wrong', text: `${written.reason} ${written.remedy}` })
    setSaid({
      kind: 'plain',
      text: `Kept.${facts.outdoorF === undefined ? ' Without the outdoor temperature the next visit cannot allow for the weather.' : ''}`,
    })
  }
  const step = walking === null ? undefined : readouts[walking]
  return (
    <section aria-label="Reading" className="panel p-4 flex flex-col gap-3">
      <div className="flex flex-wrap gap-2 items-center">
        <h2 className="font-bold mr-auto">What it reads now</h2>
        {live && (gateways ?? []).length > 0 && (
          <button type="button" className="btn" onClick={() => setAsking(true)}>
            {asking ? 'Asking …' : 'Read over the wire'}
          </button>
        )}
        {readouts.length > 0 && (
          <button type="button" className="btn" onClick={() => setWalking(walking === null ? 0 : null)}>
            {walking === null ? 'Walk the read-outs' : 'Leave the read-outs'}
          </button>
        )}
      </div>
      {asking && noLine && <Notice kind="wrong">{noLine}</Notice>}
      {step && walking !== null && (
        <div className="bg-base-200 rounded-box p-3 flex flex-col gap-2">
          <p className="leading-snug">
            <b>{step.press}</b>
            {step.shows && `: it shows ${step.shows}`}. <span className="soft">{step.device}</span>
          </p>
          <LineField
            label={labelOf(step.field, units)}
            numeric
            value={typed[step.field] ?? ''}
            onChange={put(step.field)}
            calls
            wrong={wrong[step.field] ?? null}
          />
          <button
            type="button"
            className="btn btn-neutral"
            onClick={() => setWalking(walking + 1 < readouts.length ? walking + 1 : null)}
          >
            {walking + 1 < readouts.length ? `Next read-out (${walking + 2} of ${readouts.length})` : 'Done'}
          </button>
        </div>
      )}
      <div className="grid grid-cols-2 gap-2.5">
        {BASELINE_FIELDS.map((field) => (
          <LineField
            key={field}
            label={labelOf(field, units)}
            numeric
            value={typed[field] ?? ''}
            onChange={put(field)}
            calls
            wrong={wrong[field] ?? null}
          />
        ))}
      </div>
      <label className="flex items-center gap-2.5 min-h-11">
        <input type="checkbox" className="checkbox" checked={forced} onChange={(event) => setForced(event.target.checked)} />
        It was forced (else: it ran steadily by itself)
      </label>
      {said && <Notice kind={said.kind}>{said.text}</Notice>}
      <button type="button" className="btn btn-primary min-h-12" onClick={() => void save()}>
        Keep this reading
      </button>
      <p className="soft text-[13px]">
        Of this machine: {machineOf(visit) || 'not named yet, see Survey'}. Saturation is the temperature on the gauge’s own scale
        for this refrigerant.
      </p>
    </section>
  )
}

function labelOf(field: BaselineField, units: Parameters<typeof chosenUnit>[1]): string {
  const { says, quantity, unit } = baselineField(field)
  const sign = quantity ? chosenUnit(quantity, units).symbol : unit
  return `${says.charAt(0).toUpperCase()}${says.slice(1)}${sign ? `, ${sign}` : ''}`
}

const sayAll = (
  facts: BaselineFacts,
  say: (field: BaselineField, value: number) => string,
): Partial<Record<BaselineField, string>> =>
  Object.fromEntries(Object.entries(facts).map(([field, value]) => [field, say(field as BaselineField, value)]))
