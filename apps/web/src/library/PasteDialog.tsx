import { withUnits } from '@ingle/core'
import type { Profile, ProfileBlower, ProfileHeaterKit } from '@ingle/record'
import { type ReactNode, useMemo, useState } from 'react'
import { Dialog } from '../kit/Dialog.tsx'
import { LineField } from '../kit/Field.tsx'
import { AskUnits, type SaidUnits, unitsToAsk } from './AskUnits.tsx'
import { PastedBlowerCheck } from './PastedBlowerCheck.tsx'
import { PastedKitsCheck } from './PastedKitsCheck.tsx'
import { PastedSettingsCheck } from './PastedSettingsCheck.tsx'
import type { SettingForm } from './profileForm.ts'

type PasteKind = 'blower' | 'kits' | 'settings'

const TITLE: Record<PasteKind, string> = {
  blower: 'Paste a blower table',
  kits: 'Paste heater kits',
  settings: 'Paste a list of settings',
}
const HINT: Record<PasteKind, string> = {
  blower:
    'Copy the table from the manual as text: its line of statics, and one line for each tap. Prose and page numbers may stay.',
  kits: 'Copy the table with its heading (kit, kW, least flow) and one line for each kit.',
  settings: 'Copy the list with its heading, such as Code, Setting, Range and Default.',
}

interface Props {
  kind: PasteKind
  blower?: Profile['blower'] | null
  onClose: () => void
  onBlower?: (table: ProfileBlower['table']) => void
  onKits?: (kits: ProfileHeaterKit[]) => void
  onSettings?: (settings: SettingForm[]) => void
}

/** Text copied from a manual becomes a checked table: every doubt is looked at, cell by cell, before it is taken. */
export function PasteDialog({ kind, blower, onClose, onBlower, onKits, onSettings }: Props) {
  const [text, setText] = useState('')
  return (
    <Dialog title={TITLE[kind]} onClose={onClose} wide>
      <LineField label={HINT[kind]} numeric lines={text === '' ? 8 : 4} value={text} onChange={setText} />
      {text.trim() !== '' && (
        // A new text begins with nothing looked at yet.
        <div key={text} className="mt-3">
          {kind === 'blower' && (
            <InUnits kind={kind} text={text}>
              {(named) => <PastedBlowerCheck text={named} onTake={(table) => onBlower?.(table)} />}
            </InUnits>
          )}
          {kind === 'kits' && (
            <InUnits kind={kind} text={text}>
              {(named) => <PastedKitsCheck text={named} blower={blower ?? null} onTake={(kits) => onKits?.(kits)} />}
            </InUnits>
          )}
          {kind === 'settings' && <PastedSettingsCheck text={text} onTake={(settings) => onSettings?.(settings)} />}
        </div>
      )}
    </Dialog>
  )
}

/** The text with every unit that it needs: those that it does not name are asked for first. */
function InUnits(props: { kind: 'blower' | 'kits'; text: string; children: (named: string) => ReactNode }) {
  const { kind, text, children } = props
  const asked = useMemo(() => unitsToAsk(kind, text), [kind, text])
  const [said, setSaid] = useState<SaidUnits>({})
  const named = withUnits(text, said)
  return (
    <>
      <AskUnits asked={asked} said={said} onSay={setSaid} />
      {asked.every((one) => said[one] !== undefined) && (
        // In other units it is another table, with nothing looked at yet.
        <div key={named} className={asked.length > 0 ? 'mt-3' : ''}>
          {children(named)}
        </div>
      )}
    </>
  )
}
