import { sayOffer } from '@ingle/core'
import { compareProfiles, type Profile, type ProfileSetting } from '@ingle/record'
import { useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { SelectField } from '../kit/Field.tsx'
import { Empty } from '../kit/Notice.tsx'
import { usePrefs } from '../prefs/prefs.ts'
import { LibraryFrame } from './LibraryFrame.tsx'
import { useLibrary } from './useLibrary.ts'
import { usePartnerNames } from './usePartnerNames.ts'
import { Way } from './Way.tsx'

/** Two families role by role: what each spells, and what one offers that the other does not. */
export function ComparePage() {
  const { profiles } = useLibrary()
  const [params, setParams] = useSearchParams()
  const [onlyBoth, setOnlyBoth] = useState(false)
  const find = (id: string | null) => profiles.find((one) => one.id === id)?.content ?? null
  const [a, b] = [find(params.get('a')), find(params.get('b'))]
  const rows = useMemo(() => (a && b ? compareProfiles(a, b) : []), [a, b])
  const options = [
    ['', 'Choose a family'] as const,
    ...profiles.filter((one) => !one.retired).map((one) => [one.id, `${one.content.maker} ${one.content.family}`] as const),
  ]
  const choose = (side: 'a' | 'b') => (id: string) =>
    setParams((before) => {
      before.set(side, id)
      return before
    })
  const shown = onlyBoth ? rows.filter((row) => row.first.length > 0 && row.second.length > 0) : rows
  return (
    <LibraryFrame title="Compare two families">
      <div className="grid gap-3 sm:grid-cols-2 max-w-3xl">
        <SelectField label="First" value={a?.id ?? ''} options={options} onSave={choose('a')} />
        <SelectField label="Second" value={b?.id ?? ''} options={options} onSave={choose('b')} />
      </div>
      {!a || !b ? (
        <div className="mt-5">
          <Empty title="Choose two">
            <p>They are set side by side by what their settings are for, whatever each of them calls it.</p>
          </Empty>
        </div>
      ) : (
        <>
          <label className="flex gap-2.5 items-center min-h-11 mt-2">
            <input
              type="checkbox"
              className="checkbox"
              checked={onlyBoth}
              onChange={(event) => setOnlyBoth(event.target.checked)}
            />
            only what both have
          </label>
          <section aria-label="Compared" className="panel overflow-x-auto">
            <table className="w-full text-[14px]">
              <thead>
                <tr className="soft text-left text-[12.5px]">
                  <th scope="col" className="px-3 py-2">
                    Need
                  </th>
                  <th scope="col" className="pr-3">
                    {a.maker} {a.family}
                  </th>
                  <th scope="col" className="pr-3">
                    {b.maker} {b.family}
                  </th>
                  <th scope="col" className="pr-3">
                    Differs
                  </th>
                </tr>
              </thead>
              <tbody className="divide-y divide-base-300 border-t border-base-300">
                {shown.map((row) => (
                  <tr key={row.role} className="align-top">
                    <th scope="row" className="text-left font-normal px-3 py-2 min-w-36">
                      {row.label}
                    </th>
                    <Side settings={row.first} of={a} />
                    <Side settings={row.second} of={b} />
                    <td className="py-2 pr-3 soft">{row.differs ?? ''}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        </>
      )}
    </LibraryFrame>
  )
}

function Side({ settings, of }: { settings: readonly ProfileSetting[]; of: Profile }) {
  const units = usePrefs((state) => state.units)
  const partners = usePartnerNames()
  if (settings.length === 0) return <td className="py-2 pr-3 soft">not on the {of.family}</td>
  return (
    <td className="py-2 pr-3">
      {settings.map((one) => (
        <span key={`${one.code} ${one.pairedWith?.join()}`} className="block">
          <Way setting={one} />
          {one.pairedWith && <span className="soft"> in front of {partners(one.pairedWith)}</span>}
          <span className="soft block text-[13px]">{sayOffer(one, units)}</span>
        </span>
      ))}
    </td>
  )
}
