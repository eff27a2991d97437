import { inUse, type LibraryEntry, librarySearch, type NeedHit } from '@ingle/catalog'
import { counted, sayBoth, sayOffer } from '@ingle/core'
import type { Profile } from '@ingle/record'
import { useVirtualizer } from '@tanstack/react-virtual'
import { CirclePlus, FileUp } from 'lucide-react'
import { useDeferredValue, useMemo, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { useTitle } from '../app/title.ts'
import { Empty, Notice } from '../kit/Notice.tsx'
import { usePrefs } from '../prefs/prefs.ts'
import { kindWord } from './kinds.ts'
import { useImport } from './useImport.ts'
import { useLibrary } from './useLibrary.ts'
import { usePartnerNames } from './usePartnerNames.ts'
import { Way } from './Way.tsx'

/** Every family that the crew has: found by name, by looks, by code, or by asking what can do something. */
export function LibraryPage() {
  const { profiles } = useLibrary()
  const navigate = useNavigate()
  const [question, setQuestion] = useState('')
  const [retired, setRetired] = useState(false)
  const asked = useDeferredValue(question)
  const offered = useMemo(() => profiles.filter((one) => retired || !one.retired), [profiles, retired])
  const search = useMemo(() => librarySearch(inUse(offered.map((one) => ({ ...one, retired: false })))), [offered])
  const entries = useMemo(() => {
    const byId = new Map(offered.map((one) => [one.id, one]))
    return search.families(asked).flatMap((one) => byId.get(one.id) ?? [])
  }, [search, asked, offered])
  const needs = useMemo(() => (asked.trim().length < 3 ? [] : search.needs(asked)), [search, asked])
  const { said, choose } = useImport('profile', (id) => void navigate(`/library/${id}`))
  useTitle('Library')
  return (
    <main id="main" className="flex-1 w-full max-w-6xl mx-auto p-4 md:p-6">
      <div className="flex flex-wrap items-center gap-2 mb-3">
        <h1 className="text-2xl font-bold mr-auto">Library</h1>
        <Link className="btn" to="/library/patterns">
          Patterns
        </Link>
        <Link className="btn" to="/library/instruments">
          Instruments
        </Link>
        <Link className="btn" to="/library/tests">
          Tests
        </Link>
        <Link className="btn" to="/library/compare">
          Compare two
        </Link>
        <button type="button" className="btn" onClick={choose}>
          <FileUp size={17} aria-hidden="true" /> Import
        </button>
        <Link className="btn" to="/library/new">
          <CirclePlus size={17} aria-hidden="true" /> New profile
        </Link>
      </div>
      {said && <Notice kind="wrong">{said}</Notice>}
      <label className="block">
        <span className="sr-only">Ask the library</span>
        <input
          type="search"
          className="input w-full text-[16px] h-12"
          placeholder="A name, a code, what it looks like, or a need: stop the fan after cooling"
          value={question}
          onChange={(event) => setQuestion(event.target.value)}
        />
      </label>
      <div className={`grid gap-4 mt-4 items-start ${needs.length > 0 ? 'lg:grid-cols-[1fr_1.25fr]' : ''}`}>
        <section aria-label="Families" className="min-w-0">
          <div className="flex items-baseline gap-3 mb-1.5">
            <h2 className="font-bold">
              {entries.length} {entries.length === 1 ? 'family' : 'families'}
            </h2>
            {profiles.some((one) => one.retired) && (
              <label className="soft text-[13px] ml-auto flex gap-2 items-center">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={retired}
                  onChange={(event) => setRetired(event.target.checked)}
                />
                out of use too
              </label>
            )}
          </div>
          {entries.length === 0 ? (
            <Empty title="No family by that name">
              <p>
                {needs.length > 0
                  ? 'The needs beside this answer the question.'
                  : 'Say less, or add it: only what is known is enough to begin with.'}
              </p>
            </Empty>
          ) : (
            <FamilyList entries={entries} narrow={needs.length > 0} />
          )}
        </section>
        {needs.length > 0 && <Needs needs={needs} />}
      </div>
    </main>
  )
}

/** As many as there are, a screenful at a time: a library of a thousand scrolls like one of ten. */
function FamilyList({ entries, narrow }: { entries: readonly LibraryEntry<Profile>[]; narrow: boolean }) {
  const box = useRef<HTMLDivElement>(null)
  const rows = useVirtualizer({
    count: entries.length,
    getScrollElement: () => box.current,
    estimateSize: () => 84,
    overscan: 8,
    getItemKey: (i) => entries[i]?.id ?? i,
  })
  return (
    <div ref={box} className="panel overflow-auto max-h-[calc(100dvh-15rem)]">
      <ul className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map((item) => {
          const entry = entries[item.index]
          if (!entry) return null
          return (
            <li
              key={item.key}
              data-index={item.index}
              ref={rows.measureElement}
              className="absolute inset-x-0 top-0 border-b border-base-300"
              style={{ transform: `translateY(${item.start}px)` }}
            >
              <FamilyLine entry={entry} narrow={narrow} />
            </li>
          )
        })}
      </ul>
    </div>
  )
}

function FamilyLine({ entry, narrow }: { entry: LibraryEntry<Profile>; narrow: boolean }) {
  const { content: profile } = entry
  return (
    <Link to={`/library/${profile.id}`} className="block px-4 py-2.5 hover:bg-base-200 leading-snug">
      <span className="flex flex-wrap items-baseline gap-x-2">
        <b>
          {profile.maker} {profile.family}
        </b>
        <span className="soft text-[13px]">{kindWord(profile.kind)}</span>
        <span className="soft text-[13px] ml-auto">
          {entry.retired ? 'out of use · ' : ''}
          {entry.from === 'shipped' ? '' : `version ${entry.version}, ${entry.savedBy} · `}
          {counted(profile.settings.length, 'setting')}
          {profile.blower ? ', blower table' : ''}
        </span>
      </span>
      <span className={`soft text-[14px] block ${narrow ? 'truncate' : ''}`}>{profile.description}</span>
    </Link>
  )
}

/** The needs that a question is about, each with who can, and how. */
function Needs({ needs }: { needs: readonly NeedHit[] }) {
  const units = usePrefs((state) => state.units)
  const partners = usePartnerNames()
  return (
    <section aria-label="Needs" className="min-w-0">
      <h2 className="font-bold mb-1.5">Who can, and how</h2>
      <div className="flex flex-col gap-2">
        {needs.map(({ role, families }, i) => (
          <details key={role.id} open={i === 0} className="panel">
            <summary className="cursor-pointer px-4 py-2.5 leading-snug">
              <b>{role.label}</b> <span className="soft text-[14px]">{role.meaning}</span>
              <span className="soft text-[13px] block">
                {families.length === 0 ? 'none of ours' : `${families.length} of ours`}
              </span>
            </summary>
            <ul className="divide-y divide-base-300 border-t border-base-300">
              {families.slice(0, 40).map(({ profile, settings }) => (
                <li key={profile.id} className="px-4 py-2 text-[14px] leading-snug">
                  <Link to={`/library/${profile.id}`} className="font-bold hover:underline">
                    {profile.maker} {profile.family}
                  </Link>
                  {settings.slice(0, 3).map((setting) => (
                    <span key={`${setting.code} ${setting.label} ${setting.role}`} className="block">
                      <Way setting={setting} /> {setting.label}
                      {setting.pairedWith && <span className="soft"> in front of {partners(setting.pairedWith)}</span>}
                      <span className="soft block">
                        {setting.values.length > 0 && setting.values.length <= 6
                          ? setting.values
                              .map((value) => sayBoth(setting, value, units))
                              .map((one) => (one.shows ? `${one.shows} = ${one.means}` : one.means))
                              .join(' · ')
                          : sayOffer(setting, units)}
                      </span>
                    </span>
                  ))}
                  {settings.length > 3 && <span className="soft block">and {settings.length - 3} more</span>}
                </li>
              ))}
            </ul>
          </details>
        ))}
      </div>
    </section>
  )
}
