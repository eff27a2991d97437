import { Done, type GatewayEntry } from '@ingle/record/wire'
import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { LineField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { api } from '../../sync/api.ts'

const EMPTY = { name: '', host: '', port: '502', unitId: '1' }

/** The lead allows addresses one by one, and takes them back. */
export function AllowGateway({ gateways, onChange }: { gateways: readonly GatewayEntry[]; onChange: () => void }) {
  const [open, setOpen] = useState(false)
  const [typed, setTyped] = useState(EMPTY)
  const [wrong, setWrong] = useState<string | null>(null)
  const told = (answer: Awaited<ReturnType<typeof api>>): boolean => {
    setWrong(answer.ok ? null : `${answer.error.reason} ${answer.error.remedy}`)
    if (answer.ok) onChange()
    return answer.ok
  }
  const allow = async () => {
    const [port, unitId] = [Number(typed.port), Number(typed.unitId)]
    if (!Number.isInteger(port) || !Number.isInteger(unitId)) return setWrong('Port and unit are whole numbers.')
    const answer = await api('POST', '/api/gateways', Done, { name: typed.name.trim(), host: typed.host.trim(), port, unitId })
    if (told(answer)) {
      setTyped(EMPTY)
      setOpen(false)
    }
  }
  const line = (key: keyof typeof EMPTY, label: string, hint: string) => (
    <LineField label={label} hint={hint} value={typed[key]} onChange={(value) => setTyped({ ...typed, [key]: value })} />
  )
  return (
    <fieldset className="border-t border-base-300 pt-2 flex flex-col gap-2">
      <legend className="soft text-[13px]">Allowed addresses, by you as the lead</legend>
      <ul>
        {gateways.map((one) => (
          <li key={one.id} className="flex items-center gap-2">
            <span className="flex-1">
              {one.name} <span className="num soft text-[13px]">{`${one.host}:${one.port}, unit ${one.unitId}`}</span>
            </span>
            <button
              type="button"
              className="btn btn-ghost btn-square btn-quiet"
              aria-label={`No longer allow ${one.name}`}
              onClick={() => void api('DELETE', `/api/gateways/${one.id}`, Done).then(told)}
            >
              <Trash2 size={16} />
            </button>
          </li>
        ))}
      </ul>
      {open ? (
        <form
          aria-label="Allow an address"
          className="grid grid-cols-2 gap-2"
          onSubmit={(event) => {
            event.preventDefault()
            void allow()
          }}
        >
          {line('name', 'What is there', 'drive on the roof')}
          {line('host', 'Address', '192.168.1.40')}
          {line('port', 'Port', '502')}
          {line('unitId', 'Unit', '1')}
          <button type="submit" className="btn btn-neutral" disabled={typed.name.trim() === '' || typed.host.trim() === ''}>
            Allow it
          </button>
          <button type="button" className="btn" onClick={() => setOpen(false)}>
            Leave it
          </button>
        </form>
      ) : (
        <button type="button" className="btn btn-quiet self-start" onClick={() => setOpen(true)}>
          Allow an address…
        </button>
      )}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
    </fieldset>
  )
}
