import type { LedgerRow } from '@ingle/bench'
import { serviceCode } from '@ingle/core'
import { useState } from 'react'
import { Cautions } from '../../kit/Cautions.tsx'
import { LineField } from '../../kit/Field.tsx'

/** The service code that the installer page asks for, worked out from what another screen shows. */
export function ServiceCodePanel({ row }: { row: LedgerRow }) {
  const [typed, setTyped] = useState('')
  const rule = row.device.serviceCode
  if (!rule || row.setting.open) return null
  const read = typed.trim() === '' ? null : serviceCode(rule, typed)
  return (
    <div className="border-t border-base-300 mt-3 pt-3 text-[14px]">
      <h3 className="font-bold">Service code first</h3>
      <p className="soft">
        The page asks for a code that follows from a number on another screen: {rule.shows}. It looks like {rule.example}.
      </p>
      <Cautions at="keys" />
      <LineField
        label={rule.shows}
        hint={rule.example}
        value={typed}
        onChange={setTyped}
        calls
        wrong={read && !read.ok ? `${read.reason} ${read.remedy}` : null}
      />
      {read?.ok && (
        <output className="block mt-1.5">
          Code <b className="num text-lg">{read.value.code}</b>
          <ol className="soft text-[13px] list-decimal pl-5">
            {read.value.working.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ol>
        </output>
      )}
    </div>
  )
}
