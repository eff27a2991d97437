import { hasWeek, isRoof } from '@ingle/bench'
import { unitsName } from '@ingle/core'
import { FileDown, FileText, Mail } from 'lucide-react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { PrintMany } from './PrintMany.tsx'

/** The papers and the files: on screen, as PDF, in open formats, and all of it in one archive. */
export function Files({ base }: { base: string }) {
  const view = useVisit()
  const { state, waiting, units } = view
  const query = `?units=${encodeURIComponent(unitsName(units))}`
  const site = `/api/sites/${state.id}`
  return (
    <section aria-label="Sheets" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold">Sheets</h2>
      {waiting.size > 0 && (
        <Notice kind="watch">
          {waiting.size === 1 ? '1 change waits' : `${waiting.size} changes wait`} on this device. The sheets on screen have what
          waits; files from the server do not yet.
        </Notice>
      )}
      <div className="grid gap-2 sm:grid-cols-2">
        <OnScreen to={`${base}/sheets/card`} primary>
          Settings card
        </OnScreen>
        <OnScreen to={`${base}/sheets/occupant`}>Occupant’s sheet</OnScreen>
        <OnScreen to={`${base}/sheets/record`}>Full record</OnScreen>
        {isRoof(view) && <OnScreen to={`${base}/sheets/panel`}>Panel sheet</OnScreen>}
        {hasWeek(view) && <OnScreen to={`${base}/sheets/week`}>Card for the wall</OnScreen>}
      </div>
      <h3 className="font-bold text-[15px] mt-2">Files</h3>
      <div className="grid gap-2 sm:grid-cols-2">
        <Download href={`/api${base}/card.pdf${query}`}>Card as PDF</Download>
        <Download href={`/api${base}/occupant.pdf${query}`}>Occupant’s sheet as PDF</Download>
        <Download href={`/api${base}/record.pdf${query}`}>Record as PDF</Download>
        <Download href={`/api${base}/hand-over.eml${query}`} icon={<Mail size={17} aria-hidden="true" />}>
          E-mail to send
        </Download>
        <Download href={`${site}/archive.zip${query}`}>Whole site as archive</Download>
        <Download href={`${site}/export.json`}>Export the record</Download>
        <Download href={`${site}/readings.csv`}>Readings as CSV</Download>
        <Download href={`${site}/readings.xlsx${query}`}>Readings as workbook</Download>
        <Download href={`${site}/reminders.ics`}>Reminders as calendar</Download>
      </div>
      {state.systems.length > 1 && <PrintMany />}
    </section>
  )
}

function OnScreen({ to, primary = false, children }: { to: string; primary?: boolean; children: ReactNode }) {
  return (
    <Link className={`btn justify-start ${primary ? 'btn-primary' : ''}`} to={to}>
      <FileText size={17} aria-hidden="true" /> {children}
    </Link>
  )
}

function Download({ href, icon, children }: { href: string; icon?: ReactNode; children: ReactNode }) {
  return (
    <a className="btn justify-start" href={href} download>
      {icon ?? <FileDown size={17} aria-hidden="true" />} {children}
    </a>
  )
}
