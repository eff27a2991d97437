import { CLIMATES, freeId, WISHES } from '@ingle/catalog'
import { chosenUnit, format, parseReading, type Quantity, ROLES, readMeaning, roleOf, sayMeaning } from '@ingle/core'
import { type HouseRuleBody, parseHouseRule, RULES_FORMAT } from '@ingle/record'
import { CirclePlus, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { useTitle } from '../app/title.ts'
import { Choices } from '../kit/Choices.tsx'
import { LabelledSelect, LineField } from '../kit/Field.tsx'
import { Empty, Notice } from '../kit/Notice.tsx'
import { useWrongFields } from '../kit/useWrongFields.ts'
import { KIND_WORDS } from '../library/kinds.ts'
import { RoleOptions } from '../library/SettingEditor.tsx'
import { useDraft } from '../library/useDraft.ts'
import { useLibrary } from '../library/useLibrary.ts'
import { usePrefs } from '../prefs/prefs.ts'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'
import { COMFORT_WORDS } from './comfortWords.ts'

type Draft = Omit<HouseRuleBody, 'id' | 'version'>
type Aim = Draft['aims'][number]

const NEW: Draft = { name: '', reason: '', cost: '', aims: [] }

/** A set of house rules in a form: a new one, or the next version of one that is there. */
export function EditRule() {
  const { ruleId } = useParams()
  const me = useMe()
  const before = useLibrary((library) => library.rules.find((one) => one.id === ruleId))
  if (me.role !== 'lead' || (ruleId !== undefined && !before))
    return (
      <main id="main" className="p-6 w-full">
        <Empty title={me.role === 'lead' ? 'There is no such set' : 'House rules are set by the crew’s lead'}>
          <Link to="/house-rules" className="btn btn-primary mt-4">
            To the house rules
          </Link>
        </Empty>
      </main>
    )
  return <Editor key={ruleId ?? 'new'} before={before?.content ?? null} version={before?.version ?? 0} />
}

function Editor({ before, version }: { before: HouseRuleBody | null; version: number }) {
  const desk = deskFor(useMe())
  const { rules } = useLibrary()
  const navigate = useNavigate()
  const { kept, keep, drop } = useDraft<Draft>(`rules.${before?.id ?? 'new'}`)
  const [draft, setDraft] = useState<Draft>(kept ?? before ?? NEW)
  const wrong = useWrongFields(fieldOf)
  useTitle(before ? `Edit ${before.name}` : 'New house rules')
  const change = (more: Partial<Draft>) => {
    const next = { ...draft, ...more }
    setDraft(next)
    wrong.clear()
    keep(next)
  }
  const setAim = (at: number, aim: Partial<Aim>) =>
    change({ aims: draft.aims.map((one, i) => (i === at ? { ...one, ...aim } : one)) })
  const save = async () => {
    const id = before?.id ?? freeId(draft.name, new Set(rules.map((one) => one.id)))
    const parsed = parseHouseRule({ ...draft, format: RULES_FORMAT, id, version: version + 1 })
    if (!parsed.ok) return wrong.refuse(parsed)
    const saved = await desk.library.save('rules', parsed.value)
    if (!saved.ok) return wrong.refuse(saved)
    drop()
    void navigate('/house-rules')
  }
  return (
    <main id="main" className="flex-1 w-full max-w-4xl mx-auto p-4 md:p-6">
      <form
        ref={wrong.form}
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault()
          void save()
        }}
      >
        <h1 className="text-2xl font-bold">{before ? `Edit “${before.name}”` : 'New set of house rules'}</h1>
        <section className="panel p-4 grid gap-3" aria-label="The set">
          <LineField
            label="Name"
            hint="damp coast"
            value={draft.name}
            wrong={wrong.at('name')}
            onChange={(name) => change({ name })}
          />
          <LineField
            label="Why"
            lines={2}
            value={draft.reason}
            wrong={wrong.at('reason')}
            onChange={(reason) => change({ reason })}
          />
          <LineField
            label="What it costs"
            lines={2}
            value={draft.cost}
            wrong={wrong.at('cost')}
            onChange={(cost) => change({ cost })}
          />
          <ConditionFields when={draft.when} onChange={(when) => change({ when } as Partial<Draft>)} />
        </section>
        <ComfortFields comfort={draft.comfort} onChange={(comfort) => change({ comfort } as Partial<Draft>)} />
        <AirflowFields
          airflow={draft.airflow}
          wrongAt={(field) => wrong.at(`airflow.${field}`)}
          onChange={(airflow) => change({ airflow } as Partial<Draft>)}
        />
        <section className="panel p-4" aria-label="Aims">
          <div className="flex items-center mb-1">
            <h2 className="font-bold mr-auto">Aims</h2>
            <button
              type="button"
              className="btn btn-quiet"
              onClick={() => change({ aims: [...draft.aims, { role: 'sensor.source', value: 'wall', why: '' }] })}
            >
              <CirclePlus size={16} aria-hidden="true" /> Add an aim
            </button>
          </div>
          {draft.aims.length === 0 && <p className="soft">What this school sets, need by need.</p>}
          <ul className="divide-y divide-base-300">
            {draft.aims.map((aim, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: aims have no identity but their place.
              <li key={i} className="py-2 grid gap-2 sm:grid-cols-[1.2fr_0.8fr_1.4fr_auto] items-end">
                <LabelledSelect
                  label="Need"
                  value={aim.role}
                  wrong={wrong.at(`aims.${i}.role`)}
                  onChange={(role) => setAim(i, { role, value: firstValue(role) })}
                >
                  <RoleOptions common />
                </LabelledSelect>
                <ValueOf aim={aim} wrong={wrong.at(`aims.${i}.value`)} onChange={(value) => setAim(i, { value })} />
                <LineField label="Why" value={aim.why} wrong={wrong.at(`aims.${i}.why`)} onChange={(why) => setAim(i, { why })} />
                <button
                  type="button"
                  className="btn btn-ghost btn-square"
                  aria-label={`Take out aim ${i + 1}`}
                  onClick={() => change({ aims: draft.aims.filter((_, at) => at !== i) })}
                >
                  <Trash2 size={17} />
                </button>
                <details className="sm:col-span-4" open={aim.when !== undefined}>
                  <summary className="cursor-pointer soft text-[13px]">Only under conditions</summary>
                  <ConditionFields
                    when={aim.when}
                    onChange={(when) =>
                      change({
                        aims: draft.aims.map((one, at) => (at === i ? (when ? { ...one, when } : withoutWhen(one)) : one)),
                      })
                    }
                  />
                </details>
              </li>
            ))}
          </ul>
        </section>
        {wrong.sentence && <Notice kind="wrong">{wrong.sentence}</Notice>}
        <div className="flex gap-2">
          <button type="submit" className="btn btn-primary">
            Save {before ? `as version ${version + 1}` : 'the set'}
          </button>
          <Link className="btn" to="/house-rules">
            Leave it
          </Link>
          <span className="soft text-[13px] self-center">Systems keep the version that was chosen for them.</span>
        </div>
      </form>
    </main>
  )
}

/** How much this set counts each part of comfort when the best of many settings is looked for. */
function ComfortFields(props: { comfort: Draft['comfort']; onChange: (comfort: Draft['comfort']) => void }) {
  const { comfort, onChange } = props
  return (
    <section className="panel p-4" aria-label="Comfort weights">
      <h2 className="font-bold">What counts for comfort</h2>
      <p className="soft text-[14px] mb-2">
        “Find the best” weighs by these. One where a set says nothing; an occupant’s wish adds one.
      </p>
      <div className="grid gap-2 grid-cols-2 sm:grid-cols-5">
        {COMFORT_WORDS.map(([key, words]) => (
          <label key={key} className="block">
            <span className="soft text-[13px] block mb-0.5">{words}</span>
            <select
              className="select w-full"
              value={comfort?.[key] ?? ''}
              onChange={(event) => {
                const { [key]: _, ...others } = comfort ?? {}
                const next = event.target.value === '' ? others : { ...others, [key]: Number(event.target.value) }
                onChange(Object.keys(next).length > 0 ? next : undefined)
              }}
            >
              <option value="">not said</option>
              {[0, 1, 2, 3, 4, 5].map((one) => (
                <option key={one} value={one}>
                  ×{one}
                </option>
              ))}
            </select>
          </label>
        ))}
      </div>
    </section>
  )
}

function withoutWhen<T extends { when?: unknown }>(one: T): Omit<T, 'when'> & { when?: never } {
  const { when: _, ...rest } = one
  return rest
}

const firstValue = (roleId: string): string => {
  const values = (roleOf(roleId) ?? ROLES[0])?.values
  return values?.kind === 'choice' ? (Object.keys(values.options)[0] ?? '') : ''
}

interface ValueProps {
  aim: Aim
  wrong: string | null
  onChange: (value: string) => void
}

/** The field of this form that a path of the set is typed in. */
const fieldOf = (path: string): string | null =>
  /^(name|reason|cost|airflow\.(cfmPerTon|bandPct|maxFaceFpm)|aims\.\d+\.(role|value|why))$/.test(path) ? path : null

/** A figure in the reader's unit; letters are no figure, and said to be none at once. */
function NumberOf({ aim, wrong, onChange }: ValueProps) {
  const units = usePrefs((state) => state.units)
  const [typed, setTyped] = useState(aim.value === '' ? '' : sayMeaning({ role: aim.role }, aim.value, units))
  const isWrong = typed.trim() !== '' && readMeaning(aim.role, typed, units) === null
  return (
    <LineField
      label="Value"
      numeric
      value={typed}
      calls={isWrong}
      wrong={isWrong ? `“${typed}” is no figure for this. Write it in digits.` : wrong}
      onChange={(text) => {
        setTyped(text)
        // What is no number is kept as it was typed, and refused when the set is saved.
        onChange(readMeaning(aim.role, text, units) ?? text)
      }}
    />
  )
}

function ValueOf({ aim, wrong, onChange }: ValueProps) {
  const role = roleOf(aim.role)
  if (role?.values.kind !== 'choice')
    return role?.values.kind === 'number' ? (
      <NumberOf key={aim.role} aim={aim} wrong={wrong} onChange={onChange} />
    ) : (
      <LineField label="Value" value={aim.value} wrong={wrong} onChange={onChange} />
    )
  return (
    <LabelledSelect label="Value" value={aim.value} wrong={wrong} onChange={onChange}>
      {Object.entries(role.values.options)
        .filter(([id]) => role.never?.[id] === undefined)
        .map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
    </LabelledSelect>
  )
}

type When = NonNullable<Draft['when']>
const CONDITIONS: readonly (readonly [keyof When, string, readonly (readonly [string, string])[]])[] = [
  ['equipment', 'Only with', Object.entries(KIND_WORDS)],
  ['climate', 'Only where it is', CLIMATES.map((one) => [one, one] as const)],
  ['wish', 'Only when wished', WISHES.map((one) => [one, one] as const)],
]

/** Conditions as buttons; none pressed: always. */
function ConditionFields({ when, onChange }: { when: When | undefined; onChange: (when: When | undefined) => void }) {
  const toggle = (key: keyof When, value: string) => {
    const there = when?.[key] ?? []
    const next = { ...when, [key]: there.includes(value) ? there.filter((one) => one !== value) : [...there, value] }
    const filled = Object.fromEntries(Object.entries(next).filter(([, list]) => list && list.length > 0))
    onChange(Object.keys(filled).length > 0 ? (filled as When) : undefined)
  }
  return (
    <div className="flex flex-col gap-2">
      {CONDITIONS.map(([key, title, options]) => (
        <Choices
          key={key}
          label={title}
          titled
          options={options}
          on={(value) => when?.[key]?.includes(value) ?? false}
          onPick={(value) => toggle(key, value)}
        />
      ))}
    </div>
  )
}

type Airflow = NonNullable<Draft['airflow']>
const AIRFLOW: Airflow = { cfmPerTon: 400, bandPct: 7, keepMass: true, maxFaceFpm: 700 }

function AirflowFields({
  airflow,
  wrongAt,
  onChange,
}: {
  airflow: Airflow | undefined
  wrongAt: (field: keyof Airflow) => string | null
  onChange: (airflow: Airflow | undefined) => void
}) {
  const units = usePrefs((state) => state.units)
  // What is being typed stays as it is typed: shown anew in another unit it would change under the hand.
  const [typing, setTyping] = useState<Partial<Record<keyof Airflow, string>>>({})
  const number = (key: 'cfmPerTon' | 'bandPct' | 'maxFaceFpm', label: string, quantity: Quantity) => (
    <LineField
      label={`${label}, ${chosenUnit(quantity, units).symbol}`}
      numeric
      wrong={wrongAt(key)}
      value={typing[key] ?? (Number.isFinite(airflow?.[key]) ? format(quantity, airflow?.[key] ?? 0, units, { bare: true }) : '')}
      onChange={(text) => {
        const read = parseReading(text, quantity, units)
        setTyping({ ...typing, [key]: text })
        onChange({ ...(airflow ?? AIRFLOW), [key]: read.ok ? read.value.base : Number.NaN })
      }}
    />
  )
  return (
    <section className="panel p-4" aria-label="Airflow">
      <label className="flex items-center gap-3 min-h-11">
        <input
          type="checkbox"
          className="checkbox"
          checked={airflow !== undefined}
          onChange={(event) => onChange(event.target.checked ? AIRFLOW : undefined)}
        />
        <b>It says how airflow is aimed</b>
      </label>
      {airflow && (
        <div className="grid gap-3 sm:grid-cols-3">
          {number('cfmPerTon', 'Flow for the capacity', 'flowPerCapacity')}
          {number('bandPct', 'Band, ±', 'percent')}
          {number('maxFaceFpm', 'Most at a grille', 'velocity')}
          <label className="flex items-center gap-3 min-h-11 sm:col-span-3">
            <input
              type="checkbox"
              className="checkbox"
              checked={airflow.keepMass}
              onChange={(event) => onChange({ ...airflow, keepMass: event.target.checked })}
            />
            the same mass of air at altitude (more flow where air is thin)
          </label>
        </div>
      )}
    </section>
  )
}
