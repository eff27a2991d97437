import { freeId, inUse, librarySearch, recognise } from '@ingle/catalog'
import { PLACE_WORDS, PLACES, type Place } from '@ingle/core'
import { PROFILE_FORMAT, type Profile } from '@ingle/record'
import { useMemo, useState } from 'react'
import { LineField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { KIND_WORDS, placeOfKind } from '../../library/kinds.ts'
import { useLibrary } from '../../library/useLibrary.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** Finds a family by what can be seen, and puts it into its place; or begins one that the library does not have. */
export function FindDevice({ onClose }: { onClose: () => void }) {
  const { state, write, at } = useVisit()
  const library = useLibrary()
  const profiles = useMemo(() => inUse(library.profiles), [library.profiles])
  const search = useMemo(() => librarySearch(profiles), [profiles])
  const [seen, setSeen] = useState({ plate: '', looks: '', wires: '' })
  const [wrong, setWrong] = useState<string | null>(null)
  const wires = /^\d{1,2}$/.test(seen.wires.trim()) ? Number(seen.wires) : null
  const hits = recognise(profiles, search, { plate: seen.plate, looks: seen.looks, wires })
  const asked = seen.plate.trim() !== '' || seen.looks.trim() !== '' || wires !== null
  const shown = asked ? hits : profiles.map((profile) => ({ profile, because: [] as string[] }))
  const use = async (profile: Profile, place: Place) => {
    const known = `${profile.id}@${profile.version}`
    const body = Object.hasOwn(state.profiles, known) ? { profileKey: known } : { profile }
    const written = await write([{ kind: 'profile.use', body: { systemId: at.systemId, place, ...body } }])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    onClose()
  }
  return (
    <section aria-label="Find a device" className="border-t border-base-300 mt-2 pt-3">
      <div className="grid gap-3 sm:grid-cols-[1fr_1.4fr_6rem]">
        <LineField
          label="Part of the model code"
          hint="like SKW2"
          value={seen.plate}
          onChange={(plate) => setSeen({ ...seen, plate })}
        />
        <LineField
          label="What it looks like"
          hint="like colour screen, red switches"
          value={seen.looks}
          onChange={(looks) => setSeen({ ...seen, looks })}
        />
        <LineField label="Wires" hint="2" value={seen.wires} onChange={(w) => setSeen({ ...seen, wires: w })} />
      </div>
      <p className="soft text-[13px] mt-2" role="status">
        {asked
          ? hits.length === 0
            ? 'Nothing in the library fits that. Say less, or begin a new profile below.'
            : `${hits.length} fit, likeliest first.`
          : `${profiles.length} families; say what you see to narrow them.`}
      </p>
      <ul
        className="max-h-72 overflow-auto divide-y divide-base-300 mt-1 border-y border-base-300"
        aria-label="Families that fit"
      >
        {shown.map(({ profile, because }) => (
          <Hit key={profile.id} profile={profile} because={because} onUse={(place) => void use(profile, place)} />
        ))}
      </ul>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <NotInLibrary
        taken={new Set([...library.profiles.map((one) => one.id), ...Object.values(state.profiles).map((one) => one.id)])}
        plate={seen.plate}
        looks={seen.looks}
        wires={wires}
        onUse={use}
      />
      <button type="button" className="btn btn-quiet mt-2" onClick={onClose}>
        Leave it
      </button>
    </section>
  )
}

function Hit({ profile, because, onUse }: { profile: Profile; because: readonly string[]; onUse: (place: Place) => void }) {
  const usual = placeOfKind(profile.kind)
  const [place, setPlace] = useState<Place>(usual)
  return (
    <li className="py-2 flex flex-wrap items-center gap-x-3 gap-y-1">
      <div className="flex-1 min-w-48 leading-snug">
        <b>
          {profile.maker} {profile.family}
        </b>
        {because.length > 0 && <span className="text-success text-[13px]"> · {because.join(', ')}</span>}
        <span className="soft block text-[13px]">{profile.seen?.looks ?? profile.description}</span>
      </div>
      <select
        className="select select-sm w-40"
        aria-label={`Place of the ${profile.family}`}
        value={place}
        onChange={(event) => setPlace(event.target.value as Place)}
      >
        {PLACES.map((one) => (
          <option key={one} value={one}>
            {PLACE_WORDS[one]}
          </option>
        ))}
      </select>
      <button
        type="button"
        className="btn btn-quiet"
        aria-label={`Use ${profile.maker} ${profile.family}`}
        onClick={() => onUse(place)}
      >
        Use
      </button>
    </li>
  )
}

/** A profile with only what is known: kept in this record, to be filled in from the Library when there is time. */
function NotInLibrary(props: {
  taken: ReadonlySet<string>
  plate: string
  looks: string
  wires: number | null
  onUse: (profile: Profile, place: Place) => Promise<void>
}) {
  const [open, setOpen] = useState(false)
  const [typed, setTyped] = useState({ maker: '', family: '', kind: 'air-handler' })
  const begin = () => {
    const family = typed.family.trim() || props.plate.trim()
    const seen = {
      ...(props.plate.trim() && { plate: [props.plate.trim()] }),
      ...(props.looks.trim() && { looks: props.looks.trim() }),
      ...(props.wires !== null && { wires: props.wires }),
    }
    const profile: Profile = {
      format: PROFILE_FORMAT,
      id: freeId(`${typed.maker} ${family}`, props.taken),
      version: 1,
      maker: typed.maker.trim() || 'Not named',
      family,
      kind: typed.kind,
      description: 'Begun on a visit with only what was known.',
      ...(Object.keys(seen).length > 0 && { seen }),
      settings: [],
      cautions: [],
    }
    void props.onUse(profile, placeOfKind(typed.kind))
  }
  if (!open)
    return (
      <button type="button" className="btn btn-quiet mt-2 mr-2" onClick={() => setOpen(true)}>
        Not in the library…
      </button>
    )
  const ready = typed.family.trim() !== '' || props.plate.trim() !== ''
  return (
    <form
      className="mt-3 grid gap-3 sm:grid-cols-3 items-end"
      aria-label="New profile"
      onSubmit={(event) => {
        event.preventDefault()
        if (ready) begin()
      }}
    >
      <LineField label="Maker" value={typed.maker} onChange={(maker) => setTyped({ ...typed, maker })} />
      <LineField
        label="Family or model"
        hint={props.plate || 'as on the plate'}
        value={typed.family}
        onChange={(family) => setTyped({ ...typed, family })}
      />
      <label className="block">
        <span className="soft text-[13px] block mb-0.5">What it is</span>
        <select
          className="select w-full"
          value={typed.kind}
          onChange={(event) => setTyped({ ...typed, kind: event.target.value })}
        >
          {Object.entries(KIND_WORDS).map(([kind, words]) => (
            <option key={kind} value={kind}>
              {words}
            </option>
          ))}
        </select>
      </label>
      <button type="submit" className="btn sm:col-span-3 justify-self-start" disabled={!ready}>
        Begin a profile with what is known
      </button>
    </form>
  )
}
