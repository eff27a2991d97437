import { parseReading } from '@ingle/core'
import type { SiteId, SystemId, VisitId } from '@ingle/record'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { Dialog } from '../kit/Dialog.tsx'
import { newId } from '../kit/ids.ts'
import { Notice } from '../kit/Notice.tsx'
import { usePrefs } from '../prefs/prefs.ts'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'

/** A site with its first system and a visit begun: everything needed to start, nothing more. Works without a signal. */
export function NewSite({ onClose }: { onClose: () => void }) {
  const desk = deskFor(useMe())
  const navigate = useNavigate()
  const units = usePrefs((prefs) => prefs.units)
  const [wrong, setWrong] = useState<string | null>(null)
  const begin = async (form: FormData) => {
    const text = (name: string) => String(form.get(name) ?? '').trim()
    const altitude = text('altitude') ? parseReading(text('altitude'), 'altitude', units) : null
    if (altitude && !altitude.ok) return setWrong(`${altitude.reason} ${altitude.remedy}`)
    const [siteId, systemId, visitId] = [newId<SiteId>(), newId<SystemId>(), newId<VisitId>()]
    const written = await desk.write(siteId, [
      {
        kind: 'site.set',
        body: {
          name: text('name'),
          place: text('place'),
          timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
          ...(altitude && { altitudeFt: altitude.value.base }),
        },
      },
      { kind: 'system.set', body: { systemId, name: text('system') || 'System 1' } },
      { kind: 'visit.start', body: { visitId, reason: text('reason') || 'Commissioning' } },
    ])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    void navigate(`/sites/${siteId}/visits/${visitId}/systems/${systemId}/survey`)
  }
  return (
    <Dialog title="New site" onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          void begin(new FormData(event.currentTarget))
        }}
      >
        <Line name="name" label="Name of the site" required />
        <Line name="place" label="Place" />
        <Line name="altitude" label={`Altitude, ${units.altitude}`} hint="moves the aim; sea level if you leave it out" />
        <Line name="system" label="First system" hint="like AH-1 Upper studio" />
        <Line name="reason" label="Why you are there" hint="Commissioning" />
        {wrong && <Notice kind="wrong">{wrong}</Notice>}
        <button type="submit" className="btn btn-primary mt-1">
          Begin the visit
        </button>
      </form>
    </Dialog>
  )
}

function Line({ name, label, hint, required = false }: { name: string; label: string; hint?: string; required?: boolean }) {
  return (
    <label className="block">
      <span className="soft text-[13px]">{label}</span>
      <input name={name} className="input w-full" placeholder={hint} required={required} />
    </label>
  )
}
