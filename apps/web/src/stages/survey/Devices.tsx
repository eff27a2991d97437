import { devicesOf, type SystemDevice } from '@ingle/bench'
import { PLACE_WORDS, type Place } from '@ingle/core'
import { keyOfProfile, type Profile } from '@ingle/record'
import { CirclePlus, X } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useLibrary } from '../../library/useLibrary.ts'
import { useMe } from '../../session/useMe.ts'
import { deskFor } from '../../sync/desk.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { FindDevice } from './FindDevice.tsx'

/** Which devices make up the system: their pairing decides where a setting lives. */
export function Devices() {
  const { state, system, visit, write, at } = useVisit()
  const [finding, setFinding] = useState(false)
  const devices = devicesOf(state, system, visit)
  const takeAway = (place: Place) => void write([{ kind: 'profile.use', body: { systemId: at.systemId, place, profileKey: '' } }])
  return (
    <section aria-label="Devices" className="panel p-4">
      <h2 className="font-bold mb-1">Devices</h2>
      {devices.length === 0 && (
        <p className="soft">
          Name the parts that hold settings: indoor unit, controller, zone controller. Say what you see; the visit goes on
          without, too.
        </p>
      )}
      <ul className="divide-y divide-base-300">
        {devices.map((device) => (
          <DeviceLine key={device.place} device={device} onTakeAway={() => takeAway(device.place)} />
        ))}
      </ul>
      <PairingNote devices={devices} />
      {finding ? (
        <FindDevice onClose={() => setFinding(false)} />
      ) : (
        <button
          type="button"
          className={`btn mt-2 ${devices.length === 0 ? 'btn-primary' : ''}`}
          onClick={() => setFinding(true)}
        >
          <CirclePlus size={17} aria-hidden="true" /> Add a device
        </button>
      )}
    </section>
  )
}

function DeviceLine({ device: { place, profile }, onTakeAway }: { device: SystemDevice; onTakeAway: () => void }) {
  const { write, at } = useVisit()
  const desk = deskFor(useMe())
  const entry = useLibrary((library) => library.profiles.find((one) => one.id === profile.id))
  const [wrong, setWrong] = useState<string | null>(null)
  const newer = entry && !entry.retired && entry.version > profile.version ? entry.content : null
  const take = async (next: Profile) => {
    const written = await write([{ kind: 'profile.use', body: { systemId: at.systemId, place, profile: next } }])
    setWrong(refusalOf(written))
  }
  const keep = async () => {
    const saved = await desk.library.save('profile', profile)
    setWrong(saved.ok ? null : `${saved.reason} ${saved.remedy}`)
  }
  return (
    <li className="py-2 flex gap-2 items-start">
      <div className="flex-1 min-w-0 leading-snug">
        <span className="soft text-[13px] block">{PLACE_WORDS[place]}</span>
        <b>
          <Link to={`/library/${profile.id}`} className="hover:underline">
            {profile.maker} {profile.family}
          </Link>
        </b>
        <span className="soft text-[13px]"> · version {profile.version}</span>
        <span className="soft text-[14px] block">{profile.description}</span>
        {newer && (
          <button type="button" className="btn btn-quiet mt-1" onClick={() => void take(newer)}>
            Take version {newer.version} of it
          </button>
        )}
        {!entry && (
          <button type="button" className="btn btn-quiet mt-1" onClick={() => void keep()}>
            Put it into the library
          </button>
        )}
        {wrong && <Notice kind="wrong">{wrong}</Notice>}
      </div>
      <button
        type="button"
        className="btn btn-ghost btn-square"
        aria-label={`Take away ${profile.family} (${PLACE_WORDS[place]})`}
        onClick={onTakeAway}
      >
        <X size={17} />
      </button>
    </li>
  )
}

/** Says when a device spells its settings by its partner, and whether that partner is here. */
function PairingNote({ devices }: { devices: readonly SystemDevice[] }) {
  const ids = new Set(devices.map((one) => one.profile.id))
  const alone = devices.find(({ profile }) => {
    const partners = new Set(profile.settings.flatMap((one) => one.pairedWith ?? []))
    return partners.size > 0 && ![...partners].some((id) => ids.has(id))
  })
  const paired = devices.find(({ profile }) => profile.settings.some((one) => one.pairedWith?.some((id) => ids.has(id))))
  if (alone)
    return (
      <Notice kind="watch">
        The {alone.profile.family} spells its settings by the unit behind it. Name that unit too: until then those settings stay
        out of the ledger.
      </Notice>
    )
  if (!paired) return null
  const partner = devices.find(({ profile }) =>
    paired.profile.settings.some((one) => one.pairedWith?.includes(profile.id)),
  )?.profile
  return (
    <p className="text-[14px] soft mt-1" data-pairing={partner && keyOfProfile(partner)}>
      Paired: settings of the {paired.profile.family} are read as they stand in front of a {partner?.family}.
    </p>
  )
}
