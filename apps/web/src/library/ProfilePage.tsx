import type { LibraryEntry } from '@ingle/catalog'
import { counted, NEEDS, type NeedId, roleLabel, roleOf } from '@ingle/core'
import type { Profile, ProfileSetting } from '@ingle/record'
import { Copy, FileDown, GitCompare, Pencil } from 'lucide-react'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { useTitle } from '../app/title.ts'
import { Cautions } from '../kit/Cautions.tsx'
import { Facts } from '../kit/Facts.tsx'
import { CautionNote, Empty, Notice } from '../kit/Notice.tsx'
import { saveJson } from '../kit/saveFile.ts'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'
import { BlowerTableView } from './BlowerTableView.tsx'
import { FurnaceView } from './FurnaceView.tsx'
import { kindWord } from './kinds.ts'
import { SettingLine } from './SettingLine.tsx'
import { useLibrary } from './useLibrary.ts'

export function ProfilePage() {
  const { profileId = '' } = useParams()
  const { profiles } = useLibrary()
  const entry = profiles.find((one) => one.id === profileId)
  if (entry) return <ProfileView key={entry.id} entry={entry} />
  return (
    <main id="main" className="p-6 w-full">
      <Empty title="The library has no such family">
        <p>It may have been begun on a visit and live only in that site’s record.</p>
        <Link to="/library" className="btn btn-primary mt-4">
          To the library
        </Link>
      </Empty>
    </main>
  )
}

function ProfileView({ entry }: { entry: LibraryEntry<Profile> }) {
  const desk = deskFor(useMe())
  const [version, setVersion] = useState(entry.version)
  const [wrong, setWrong] = useState<string | null>(null)
  const profile = entry.earlier.find((one) => one.version === version)?.content ?? entry.content
  const older = profile !== entry.content
  useTitle(`${profile.maker} ${profile.family}`)
  const retire = async () => {
    const done = await desk.library.retire('profile', entry.id, !entry.retired)
    setWrong(done.ok ? null : `${done.reason} ${done.remedy}`)
  }
  return (
    <main id="main" className="flex-1 w-full max-w-6xl mx-auto p-4 md:p-6 flex flex-col gap-4">
      <div className="flex flex-col-reverse md:flex-row items-start gap-3">
        <div className="mr-auto min-w-0">
          <p className="soft text-[14px]">
            <Link to="/library" className="link">
              Library
            </Link>{' '}
            · {kindWord(profile.kind)}
          </p>
          <h1 className="text-2xl font-bold">
            {profile.maker} {profile.family}
          </h1>
          <p className="max-w-2xl">{profile.description}</p>
        </div>
        <div className="flex flex-wrap gap-2 md:flex-nowrap shrink-0">
          <Link className="btn" to={`/library/compare?a=${entry.id}`}>
            <GitCompare size={16} aria-hidden="true" /> Compare
          </Link>
          <button type="button" className="btn" onClick={() => saveJson(`${profile.id}.profile.json`, profile)}>
            <FileDown size={16} aria-hidden="true" /> Export
          </button>
          <Link className="btn" to={`/library/new?like=${entry.id}`}>
            <Copy size={16} aria-hidden="true" /> Duplicate
          </Link>
          <Link className="btn btn-primary" to={`/library/${entry.id}/edit`}>
            <Pencil size={16} aria-hidden="true" /> Edit
          </Link>
        </div>
      </div>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <div className="flex flex-wrap items-center gap-3 text-[14px]">
        <label className="flex items-center gap-2">
          <span className="soft">Version</span>
          <select className="select select-sm" value={version} onChange={(event) => setVersion(Number(event.target.value))}>
            {[{ version: entry.version, savedBy: entry.savedBy }, ...entry.earlier].map((one) => (
              <option key={one.version} value={one.version}>
                {one.version}
                {one.savedBy ? `, ${one.savedBy}` : ', shipped'}
              </option>
            ))}
          </select>
        </label>
        <span className="soft">A visit keeps the version that it was done with.</span>
        {entry.from === 'crew' && (
          <button type="button" className="btn btn-quiet ml-auto" onClick={() => void retire()}>
            {entry.retired ? 'Take into use again' : 'Take out of use'}
          </button>
        )}
      </div>
      {older && (
        <Notice kind="watch">
          This is version {version}; the newest is {entry.version}.
        </Notice>
      )}
      <Seen profile={profile} />
      {profile.cautions.map((one) => (
        <CautionNote key={one} text={one} />
      ))}
      {profile.serviceCode && (
        <section className="panel p-4" aria-label="Service code">
          <h2 className="font-bold">Service code</h2>
          <p>
            Follows from “{profile.serviceCode.shows}”, which looks like{' '}
            <span className="num">{profile.serviceCode.example}</span>. The Settings stage works it out.
          </p>
          <Cautions at="keys" />
        </section>
      )}
      {profile.blower && <BlowerTableView blower={profile.blower} />}
      {profile.furnace && <FurnaceView furnace={profile.furnace} />}
      <SettingsByNeed settings={profile.settings} />
    </main>
  )
}

function Seen({ profile: { seen } }: { profile: Profile }) {
  if (!seen) return null
  const facts: [string, string][] = [
    ...(seen.plate?.length ? ([['Plate has', seen.plate.join(', ')]] as [string, string][]) : []),
    ...(seen.looks ? ([['Looks like', seen.looks]] as [string, string][]) : []),
    ...(seen.wires !== undefined ? ([['Wires', String(seen.wires)]] as [string, string][]) : []),
  ]
  return <Facts of={facts} names="7rem" />
}

function SettingsByNeed({ settings }: { settings: readonly ProfileSetting[] }) {
  if (settings.length === 0)
    return (
      <Empty title="No settings known yet">
        <p>Edit it and type what you know, or paste the list from the manual.</p>
      </Empty>
    )
  const byNeed = new Map<NeedId, ProfileSetting[]>()
  for (const setting of settings) {
    const need = (setting.role === undefined ? null : roleOf(setting.role)?.need) ?? 'alone'
    byNeed.set(need, [...(byNeed.get(need) ?? []), setting])
  }
  const ordered = (Object.keys(NEEDS) as NeedId[]).flatMap((need) => {
    const some = byNeed.get(need)
    return some ? [{ need, some }] : []
  })
  return (
    <section aria-label="Settings" className="panel overflow-x-auto">
      <table className="w-full text-[14px]">
        <caption className="text-left font-bold px-3 pt-2.5 pb-1 text-[15px]">
          {counted(settings.length, 'setting')} by need
        </caption>
        <thead>
          <tr className="soft text-left text-[12.5px]">
            <th scope="col" className="px-3 py-1.5">
              Need
            </th>
            <th scope="col" className="pr-3">
              Code
            </th>
            <th scope="col">It calls it</th>
            <th scope="col">Offers</th>
            <th scope="col">Shipped at</th>
            <th scope="col">Lives</th>
          </tr>
        </thead>
        {ordered.map(({ need, some }) => (
          <tbody key={need} className="divide-y divide-base-300 border-t border-base-300">
            <tr>
              <th scope="rowgroup" colSpan={6} className="text-left px-3 pt-2.5 pb-1 text-[12.5px] bg-base-200/60">
                {NEEDS[need]}
              </th>
            </tr>
            {some.map((setting) => (
              <SettingLine
                key={`${setting.role} ${setting.code} ${setting.label} ${setting.pairedWith?.join()}`}
                setting={setting}
                label={setting.role ? roleLabel(setting.role) : 'left alone'}
              />
            ))}
          </tbody>
        ))}
      </table>
    </section>
  )
}
