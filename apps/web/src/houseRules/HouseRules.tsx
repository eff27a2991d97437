import type { LibraryEntry } from '@ingle/catalog'
import { type RuleCondition, roleLabel, roleOf, sayMeaning, showIn } from '@ingle/core'
import { type HouseRuleBody, RULES_FORMAT } from '@ingle/record'
import { CirclePlus, FileUp, Pencil } from 'lucide-react'
import { Link } from 'react-router'
import { useTitle } from '../app/title.ts'
import { Notice } from '../kit/Notice.tsx'
import { DocumentCard } from '../library/DocumentCard.tsx'
import { useImport } from '../library/useImport.ts'
import { useLibrary } from '../library/useLibrary.ts'
import { usePrefs } from '../prefs/prefs.ts'
import { useMe } from '../session/useMe.ts'
import { COMFORT_WORDS } from './comfortWords.ts'

/** The crew's ways, as named sets: what each aims for, why, and what that costs. None is preferred. */
export function HouseRules() {
  const me = useMe()
  const { rules } = useLibrary()
  const { said, choose } = useImport('rules', () => undefined)
  const lead = me.role === 'lead'
  useTitle('House rules')
  return (
    <main id="main" className="flex-1 w-full max-w-6xl mx-auto p-4 md:p-6">
      <div className="flex flex-wrap items-center gap-2 mb-1">
        <h1 className="text-2xl font-bold mr-auto">House rules</h1>
        {lead && (
          <>
            <button type="button" className="btn" onClick={choose}>
              <FileUp size={17} aria-hidden="true" /> Import
            </button>
            <Link className="btn" to="/house-rules/new">
              <CirclePlus size={17} aria-hidden="true" /> New set
            </Link>
          </>
        )}
      </div>
      <p className="soft max-w-3xl mb-3">
        The schools of the trade, in needs and not in codes. A system follows those that are chosen for it on its Survey stage, in
        their order: a later one refines an earlier one. None is preferred.{' '}
        {lead ? '' : 'The lead sets them; on a visit you can give a unit an aim of its own.'}
      </p>
      {said && <Notice kind="wrong">{said}</Notice>}
      <ul className="md:columns-2 gap-3">
        {rules.map((entry) => (
          <RuleCard key={entry.id} entry={entry} lead={lead} />
        ))}
      </ul>
    </main>
  )
}

function RuleCard({ entry, lead }: { entry: LibraryEntry<HouseRuleBody>; lead: boolean }) {
  const units = usePrefs((state) => state.units)
  const show = showIn(units)
  const { content: rule } = entry
  return (
    <DocumentCard
      kind="rules"
      entry={entry}
      file={{ ...rule, format: RULES_FORMAT, version: entry.version }}
      mayRetire={lead}
      action={
        lead && (
          <Link
            className="btn btn-ghost btn-square btn-quiet"
            aria-label={`Edit ${rule.name}`}
            to={`/house-rules/${rule.id}/edit`}
          >
            <Pencil size={16} />
          </Link>
        )
      }
    >
      <p>{rule.reason}</p>
      <p className="soft text-[14px]">What it costs: {rule.cost}</p>
      {rule.comfort && (
        <p className="soft text-[14px]">
          Counts for comfort:{' '}
          {COMFORT_WORDS.flatMap(([key, words]) =>
            rule.comfort?.[key] === undefined ? [] : [`${words.toLowerCase()} ×${rule.comfort[key]}`],
          ).join(', ')}
          .
        </p>
      )}
      <Condition when={rule.when} />
      {rule.airflow && (
        <p className="text-[14px] mt-1">
          Airflow <b className="num">{show('flowPerCapacity', rule.airflow.cfmPerTon)}</b> ±{rule.airflow.bandPct}%
          {rule.airflow.keepMass ? ', the same mass at altitude' : ''}, grilles to{' '}
          <b className="num">{show('velocity', rule.airflow.maxFaceFpm)}</b>
        </p>
      )}
      <ul className="mt-1.5 text-[14px]">
        {rule.aims.map((aim) => (
          <li key={`${aim.role} ${JSON.stringify(aim.when)}`} className="flex flex-wrap gap-x-2 py-0.5 leading-snug">
            <span>
              {roleLabel(aim.role)}: <b>{sayMeaning(roleOf(aim.role) ? { role: aim.role } : {}, aim.value, units)}</b>
            </span>
            <span className="soft">{aim.why}</span>
            <Condition when={aim.when} />
          </li>
        ))}
      </ul>
    </DocumentCard>
  )
}

/** “an air handler”, “a furnace”. */
const article = (name: string): string => `${/^[aeiou]/i.test(name) ? 'an' : 'a'} ${name}`

function Condition({ when }: { when: RuleCondition | undefined }) {
  const parts = [
    when?.equipment?.length ? `with ${when.equipment.map((one) => article(one.replaceAll('-', ' '))).join(' or ')}` : '',
    when?.climate?.length ? `where it is ${when.climate.join(' or ')}` : '',
    when?.wish?.length ? `when “${when.wish.join('” or “')}” is wished` : '',
  ].filter(Boolean)
  return parts.length === 0 ? null : <span className="text-[13px] text-secondary">only {parts.join(', ')}</span>
}
