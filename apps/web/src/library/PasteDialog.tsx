import type { Profile, ProfileBlower, ProfileHeaterKit } from '@ingle/record'
import { useState } from 'react'
import { Dialog } from '../kit/Dialog.tsx'
import { LineField } from '../kit/Field.tsx'
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
          {kind === 'blower' && <PastedBlowerCheck text={text} onTake={(table) => onBlower?.(table)} />}
          {kind === 'kits' && <PastedKitsCheck text={text} blower={blower ?? null} onTake={(kits) => onKits?.(kits)} />}
          {kind === 'settings' && <PastedSettingsCheck text={text} onTake={(settings) => onSettings?.(settings)} />}
        </div>
      )}
    </Dialog>
  )
}
