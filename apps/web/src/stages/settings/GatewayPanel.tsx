import { type LedgerRow, leaveAt, type SystemDevice, sawOf, seenAt } from '@ingle/bench'
import { idOfKey, PLACE_WORDS } from '@ingle/core'
import { type Draft, rowBody } from '@ingle/record'
import { type GatewayEntry, GatewayReadAnswer, GatewaysAnswer, GatewayWriteAnswer } from '@ingle/record/wire'
import { Cable } from 'lucide-react'
import { useState } from 'react'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { useMe } from '../../session/useMe.ts'
import { api } from '../../sync/api.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { AllowGateway } from './AllowGateway.tsx'
import { ReadList, WrittenList } from './GatewayAnswers.tsx'

/** Settings over a wire, for each device whose profile has a register map. The server makes the connection. */
export function GatewayPanel({ waiting }: { waiting: readonly LedgerRow[] }) {
  const devices = useVisit().devices.filter((one) => one.profile.gateway)
  return devices.map((device) => (
    <WireTo key={device.place} device={device} waiting={waiting.filter((row) => row.place === device.place)} />
  ))
}

function WireTo({ device, waiting }: { device: SystemDevice; waiting: readonly LedgerRow[] }) {
  const { state, ledger, write, at } = useVisit()
  const me = useMe()
  const [open, setOpen] = useState(false)
  const [gateways, setGateways] = useState<GatewayEntry[] | null>(null)
  const [chosen, setChosen] = useState('')
  const [busy, setBusy] = useState<'read' | 'write' | null>(null)
  const [asking, setAsking] = useState(false)
  const [wrong, setWrong] = useState<string | null>(null)
  const [read, setRead] = useState<GatewayReadAnswer | null>(null)
  const [written, setWritten] = useState<GatewayWriteAnswer | null>(null)
  const load = async () => {
    const answer = await api('GET', '/api/gateways', GatewaysAnswer)
    if (!answer.ok) return setWrong(`${answer.error.reason} ${answer.error.remedy}`)
    setGateways(answer.value.gateways)
    setChosen((before) => before || (answer.value.gateways[0]?.id ?? ''))
  }
  const begin = () => {
    setOpen(true)
    void load()
  }
  const { profile, place } = device
  const gateway = gateways?.find((one) => one.id === chosen)
  const rowOf = (id: string) => ledger.find((one) => one.place === place && idOfKey(one.key) === id)
  const mapped = profile.gateway?.registers ?? []
  const writable = waiting.filter((row) => mapped.some((one) => one.id === idOfKey(row.key) && !one.readOnly))
  const meant = { siteId: state.id, ...at, place }
  const via = (register: number) => `register ${register} of ${gateway?.name ?? profile.family}`
  const ask = async <T extends object>(what: 'read' | 'write', shape: new () => T, body: object): Promise<T | null> => {
    setBusy(what)
    setWrong(null)
    const answer = await api('POST', `/api/gateways/${chosen}/${what}`, shape, body)
    setBusy(null)
    if (answer.ok) return answer.value
    setWrong(`${answer.error.reason} ${answer.error.remedy}`)
    return null
  }
  const keep = async (drafts: Draft[]) => {
    const kept = drafts.length === 0 ? null : await write(drafts)
    if (kept && !kept.ok) setWrong(`${kept.reason} ${kept.remedy}`)
  }
  const readAsFound = async () => {
    setWritten(null)
    const answer = await ask('read', GatewayReadAnswer, meant)
    if (!answer) return
    setRead(answer)
    await keep(
      answer.settings.flatMap(({ id, register, value }): Draft[] => {
        const row = rowOf(id)
        if (!row || value === null) return []
        const body = { ...at, ...rowBody(row.key), column: 'found' as const, value, via: via(register), saw: sawOf(row, 'found') }
        return [{ kind: 'setting.set', body }]
      }),
    )
  }
  const writeAims = async () => {
    setAsking(false)
    setRead(null)
    const wanted = writable.map((row) => ({
      id: idOfKey(row.key),
      from: seenAt(row)?.value ?? null,
      to: row.aim?.value ?? '',
    }))
    const answer = await ask('write', GatewayWriteAnswer, { ...meant, wanted })
    if (!answer) return
    setWritten(answer)
    await keep(
      answer.settings.flatMap(({ id, register, outcome, now }): Draft[] => {
        const row = writable.find((one) => idOfKey(one.key) === id)
        if (!row || now === null || (outcome !== 'written' && outcome !== 'stood')) return []
        const draft = leaveAt(at, row, now)
        return [{ ...draft, body: { ...draft.body, via: via(register) } } as Draft]
      }),
    )
  }
  if (!open)
    return (
      <button type="button" className="btn justify-start" onClick={begin}>
        <Cable size={16} aria-hidden="true" /> Modbus: {profile.family}
      </button>
    )
  return (
    <section aria-label={`Modbus: ${profile.family}`} className="panel p-4 flex flex-col gap-2.5 text-[14px]">
      <h2 className="font-bold text-base">
        {PLACE_WORDS[place]} over the wire
        <span className="soft font-normal text-[13px]"> {mapped.length} registers</span>
      </h2>
      {gateways?.length === 0 && (
        <p className="soft">
          No address is allowed yet. The server connects only to addresses that the lead has allowed
          {me.role === 'lead' ? ': allow one below.' : '; ask yours.'}
        </p>
      )}
      {gateways && gateways.length > 0 && (
        <>
          <label className="block">
            <span className="soft text-[13px] block">Through</span>
            <select className="select w-full" value={chosen} onChange={(event) => setChosen(event.target.value)}>
              {gateways.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name} ({one.host}:{one.port})
                </option>
              ))}
            </select>
          </label>
          <div className="flex flex-wrap gap-1.5">
            <button type="button" className="btn btn-neutral" disabled={busy !== null} onClick={() => void readAsFound()}>
              {busy === 'read' ? 'Reading …' : 'Read as found'}
            </button>
            <button
              type="button"
              className="btn"
              disabled={busy !== null || writable.length === 0}
              aria-expanded={asking}
              onClick={() => setAsking(!asking)}
            >
              {busy === 'write'
                ? 'Writing …'
                : writable.length === 0
                  ? 'Nothing waits to be written'
                  : `Write ${writable.length} that ${writable.length === 1 ? 'waits' : 'wait'}…`}
            </button>
          </div>
        </>
      )}
      {asking && (
        <section className="flex flex-col gap-2 border border-base-300 rounded-box p-3" aria-label="Before it is written">
          <CautionNote text="What is written takes effect at once: nobody at the fan, the belt or the damper, and somebody in sight of the unit." />
          <ul className="flex flex-col gap-1">
            {writable.map((row) => (
              <li key={row.key} className="flex gap-2">
                <span className="flex-1">{row.label}</span>
                <span className="num">
                  {seenAt(row)?.value ?? 'not read'} → {row.aim?.value}
                </span>
              </li>
            ))}
          </ul>
          <div className="flex gap-1.5">
            <button type="button" className="btn btn-primary" onClick={() => void writeAims()}>
              Write and read back
            </button>
            <button type="button" className="btn" onClick={() => setAsking(false)}>
              Leave it
            </button>
          </div>
        </section>
      )}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      {read && <ReadList answer={read} rowOf={rowOf} />}
      {written && <WrittenList answer={written} rowOf={rowOf} />}
      {me.role === 'lead' && <AllowGateway gateways={gateways ?? []} onChange={() => void load()} />}
      <button type="button" className="btn btn-quiet self-start" onClick={() => setOpen(false)}>
        Close the wire
      </button>
    </section>
  )
}
