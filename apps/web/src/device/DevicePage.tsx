import { type Change, describeChange, type SiteId } from '@ingle/record'
import { useLiveQuery } from 'dexie-react-hooks'
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { RefusedList } from '../app/RefusedDialog.tsx'
import { Notice } from '../kit/Notice.tsx'
import { Page, Part } from '../kit/Page.tsx'
import { saveJson } from '../kit/saveFile.ts'
import { usePrefs } from '../prefs/prefs.ts'
import { signOut } from '../session/session.ts'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'
import { type Unsent, unsentFile, unsentOf } from '../sync/leave.ts'
import type { LocalDb } from '../sync/localDb.ts'
import { clockWords, useStep } from '../sync/step.ts'

/** So many lines of what waits are shown of a site; the rest is counted. */
const MOST_LINES = 12

/** What is kept on this device, what of it the server does not have yet, and how to leave without losing it. */
export function DevicePage() {
  const me = useMe()
  const desk = deskFor(me)
  const { inTouch, refused, photos, clockAheadMs } = useStep()
  const unsent = useLiveQuery(() => unsentOf(desk.db), [desk])
  const held = useLiveQuery(() => heldIn(desk.db), [desk])
  const names = useLiveQuery(() => siteNames(desk.db), [desk])
  const room = useRoom()
  const count = unsent?.reduce((sum, one) => sum + one.changes.length, 0) ?? 0
  const pictures = unsent?.reduce((sum, one) => sum + one.photos.length, 0) ?? 0
  const clock = clockWords(clockAheadMs)
  return (
    <Page title="This device">
      {clock && (
        <Notice kind="watch">
          This device’s clock is {clock} of the server’s. What you write carries its time: set the clock right. The order of the
          record holds either way.
        </Notice>
      )}
      <Part title="What waits">
        {unsent && count + pictures === 0 ? (
          <p>Nothing: the server has everything that was written here, photos included.</p>
        ) : (
          <p>
            {inTouch
              ? 'It goes out by itself as soon as it can.'
              : 'The server does not answer. It goes out by itself when it does again.'}
          </p>
        )}
        {unsent?.map((one) => (
          <WaitingOf key={one.siteId} of={one} name={names?.get(one.siteId) ?? 'A site'} crewName={me.crewName} />
        ))}
        {refused.length + photos.length > 0 && (
          <div>
            <h3 className="font-bold text-[15px] mb-2">Refused by the server</h3>
            <RefusedList refused={refused} photos={photos} />
          </div>
        )}
      </Part>
      <Part title="What is kept here">
        {held && (
          <p>
            {held.sites} {held.sites === 1 ? 'site' : 'sites'} with {held.changes.toLocaleString('en')} changes and {held.photos}{' '}
            {held.photos === 1 ? 'photo' : 'photos'}: they open without a signal.
          </p>
        )}
        {room && (
          <>
            <p>
              Ingle takes {megabytes(room.used)} of the {megabytes(room.most)} that the browser lets it have.
            </p>
            {room.persisted ? (
              <p className="soft text-[14px]">The browser keeps it also when the device runs out of room.</p>
            ) : (
              <Notice kind="watch">
                The browser may throw this away when the device runs out of room: it has not promised to keep it. Installing Ingle
                on the home screen, or asking here, helps.{' '}
                <button type="button" className="link" onClick={() => void room.ask()}>
                  Ask the browser to keep it
                </button>
              </Notice>
            )}
          </>
        )}
      </Part>
      <Leave unsent={unsent ?? null} crewName={me.crewName} />
    </Page>
  )
}

function WaitingOf({ of, name, crewName }: { of: Unsent; name: string; crewName: string }) {
  const units = usePrefs((prefs) => prefs.units)
  const more = of.changes.length - MOST_LINES
  return (
    <div className="border border-base-300 rounded-box p-3">
      <div className="flex flex-wrap items-baseline gap-2">
        <b className="mr-auto">{name}</b>
        <span className="soft text-[14px]">
          {of.changes.length} {of.changes.length === 1 ? 'change' : 'changes'}
          {of.photos.length > 0 && `, ${of.photos.length} ${of.photos.length === 1 ? 'photo' : 'photos'}`}
        </span>
      </div>
      <ul className="list-disc pl-5 text-[14px] my-1.5">
        {of.changes.slice(0, MOST_LINES).map((one) => (
          <li key={one.id}>{describeChange(one, units)}</li>
        ))}
        {more > 0 && <li className="soft">and {more} more</li>}
      </ul>
      <button type="button" className="btn btn-quiet" onClick={() => void save(of, crewName)}>
        Save it as a file
      </button>
    </div>
  )
}

const save = async (of: Unsent, crewName: string) =>
  saveJson(`unsent-${of.siteId.slice(0, 8)}.ingle.json`, await unsentFile(of, crewName))

/** Leaving for good takes everything of the account from this device; not while something of it is nowhere else. */
function Leave({ unsent, crewName }: { unsent: Unsent[] | null; crewName: string }) {
  const navigate = useNavigate()
  const [saved, setSaved] = useState(false)
  const [wrong, setWrong] = useState<string | null>(null)
  const waits = unsent !== null && unsent.length > 0
  const saveAll = async () => {
    for (const one of unsent ?? []) await save(one, crewName)
    setSaved(true)
  }
  const leave = async () => {
    const error = await signOut(false)
    if (error) return setWrong(`${error.reason} Signing out needs the server; everything stays kept here.`)
    void navigate('/')
  }
  return (
    <Part title="Sign out">
      <p>
        Signing out takes everything of this account from this device.{' '}
        {waits && 'What waits above is nowhere else: let it go out first, or save it as a file, which your lead can import.'}
      </p>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <div className="flex flex-wrap gap-2">
        {waits && (
          <button type="button" className="btn" onClick={() => void saveAll()}>
            {saved ? 'Saved as a file' : 'Save what waits as a file'}
          </button>
        )}
        <button type="button" className="btn" disabled={unsent === null || (waits && !saved)} onClick={() => void leave()}>
          Sign out and clear this device
        </button>
      </div>
    </Part>
  )
}

async function heldIn(db: LocalDb) {
  const [keys, bases, changes, photos] = await Promise.all([
    db.confirmed.orderBy('siteId').uniqueKeys(),
    db.bases.toArray(),
    db.confirmed.count(),
    db.photos.count(),
  ])
  const sites = new Set([...keys.map(String), ...bases.map((one) => one.siteId as string)])
  return { sites: sites.size, changes: changes + bases.reduce((sum, one) => sum + one.seq, 0), photos }
}

/** Names of sites as this device knows them: by what it keeps of them, what the Round last told, and what waits. */
async function siteNames(db: LocalDb): Promise<Map<SiteId, string>> {
  const round = ((await db.kept.get('round'))?.value ?? []) as { id: SiteId; name: string }[]
  const bases = await db.bases.toArray()
  const isNaming = ({ change }: { change: Change }) => change.kind === 'site.set'
  const changes = [...(await db.confirmed.filter(isNaming).toArray()), ...(await db.pending.filter(isNaming).toArray())]
  const named = changes.flatMap(({ change }) =>
    change.kind === 'site.set' && change.body.name ? [[change.siteId, change.body.name] as const] : [],
  )
  return new Map([
    ...bases.map((one) => [one.siteId, one.state.name] as const),
    ...named,
    ...round.map((one) => [one.id, one.name] as const),
  ])
}

const megabytes = (bytes: number): string =>
  bytes >= 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : `${Math.max(1, Math.round(bytes / 1e6))} MB`

/** How much room there is for this app; null where the browser does not say. */
function useRoom() {
  const [room, setRoom] = useState<{ used: number; most: number; persisted: boolean } | null>(null)
  const look = async () => {
    const { usage, quota } = (await navigator.storage?.estimate?.()) ?? {}
    const persisted = (await navigator.storage?.persisted?.()) ?? false
    if (usage !== undefined && quota) setRoom({ used: usage, most: quota, persisted })
  }
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when it is opened.
  useEffect(() => {
    void look()
  }, [])
  const ask = async () => {
    await navigator.storage?.persist?.()
    await look()
  }
  return room && { ...room, ask }
}
