import { inUse, WISHES } from '@ingle/catalog'
import type { HouseRuleBody } from '@ingle/record'
import { ArrowDown, ArrowUp, X } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { Choices } from '../../kit/Choices.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useLibrary } from '../../library/useLibrary.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** The house rules of this system, in their order, and what the occupant wants. None is chosen until somebody does. */
export function ChosenRules() {
  const { system, write, at, show } = useVisit()
  const offered = inUse(useLibrary((library) => library.rules))
  const [wrong, setWrong] = useState<string | null>(null)
  const { rules, wishes } = system
  const choose = async (next: readonly HouseRuleBody[]) => {
    const written = await write([{ kind: 'rules.use', body: { systemId: at.systemId, rules: [...next] } }])
    setWrong(refusalOf(written))
  }
  const move = (from: number, to: number) => {
    const next = [...rules]
    const [rule] = next.splice(from, 1)
    if (rule) next.splice(to, 0, rule)
    void choose(next)
  }
  const wish = (one: string, on: boolean) =>
    void write([
      {
        kind: 'system.set',
        body: { systemId: at.systemId, wishes: on ? [...wishes, one] : wishes.filter((other) => other !== one) },
      },
    ])
  return (
    <section aria-label="House rules and wishes" className="panel p-4">
      <div className="flex items-baseline gap-2">
        <h2 className="font-bold">House rules</h2>
        <Link to="/house-rules" className="link text-[13px] ml-auto">
          What each one says
        </Link>
      </div>
      {rules.length === 0 && (
        <p className="soft">
          None chosen yet: aims then come only from tables and readings. A later rule refines an earlier one.
        </p>
      )}
      <ol className="divide-y divide-base-300">
        {rules.map((rule, i) => (
          <li key={rule.id} className="py-1.5 flex items-start gap-2">
            <span className="num soft pt-2.5 w-5">{i + 1}</span>
            <div className="flex-1 min-w-0 leading-snug py-1">
              <b>{rule.name}</b> <span className="text-[14px]">{rule.reason}</span>
              <span className="soft block text-[13px]">What it costs: {rule.cost}</span>
            </div>
            <button
              type="button"
              className="btn btn-ghost btn-square btn-quiet"
              disabled={i === 0}
              aria-label={`${rule.name} earlier`}
              onClick={() => move(i, i - 1)}
            >
              <ArrowUp size={16} />
            </button>
            <button
              type="button"
              className="btn btn-ghost btn-square btn-quiet"
              disabled={i === rules.length - 1}
              aria-label={`${rule.name} later`}
              onClick={() => move(i, i + 1)}
            >
              <ArrowDown size={16} />
            </button>
            <button
              type="button"
              className="btn btn-ghost btn-square btn-quiet"
              aria-label={`Leave out ${rule.name}`}
              onClick={() => void choose(rules.filter((one) => one !== rule))}
            >
              <X size={16} />
            </button>
          </li>
        ))}
      </ol>
      <select
        className="select w-full mt-1"
        aria-label="Add a house rule"
        value=""
        onChange={(event) => {
          const rule = offered.find((one) => one.id === event.target.value)
          if (rule) void choose([...rules, rule])
        }}
      >
        <option value="">Add a house rule …</option>
        {offered
          .filter((one) => !rules.some((chosen) => chosen.id === one.id))
          .map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
              {one.airflow ? `, ${show('flowPerCapacity', one.airflow.cfmPerTon)}` : ''}
            </option>
          ))}
      </select>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <div className="mt-3">
        <Choices
          label="What the occupant wants; rules may depend on it"
          titled
          options={WISHES.map((one) => [one, one] as const)}
          on={(one) => wishes.includes(one)}
          onPick={(one) => wish(one, !wishes.includes(one))}
        />
      </div>
    </section>
  )
}
