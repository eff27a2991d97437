import { findSystem, findVisit, type SiteState } from '@ingle/record'
import { fullRecord, settingsCard } from '@ingle/report'
import { ArrowLeft, FileDown, Printer } from 'lucide-react'
import { Link, useParams } from 'react-router'
import { NotFound } from '../app/ErrorPage.tsx'
import { SheetView } from '../kit/SheetView.tsx'
import { isMetric, usePrefs } from '../prefs/prefs.ts'
import { useMe } from '../session/useMe.ts'
import { SiteGate } from '../site/SiteGate.tsx'

/** A sheet as it will be printed. */
export function SheetPage() {
  const { siteId = '' } = useParams()
  return <SiteGate siteId={siteId}>{(state) => <SheetDesk state={state} />}</SiteGate>
}

function SheetDesk({ state }: { state: SiteState }) {
  const { visitId = '', systemId = '', sheet = '' } = useParams()
  const units = usePrefs((prefs) => prefs.units)
  const { crewName } = useMe()
  const visit = findVisit(state, visitId)
  const system = findSystem(state, systemId)
  if (!visit || !system || (sheet !== 'card' && sheet !== 'record')) return <NotFound />
  const input = { state, system, visit, units, crewName }
  const base = `/sites/${state.id}/visits/${visitId}/systems/${systemId}`
  return (
    <main id="main" className="p-3 md:p-5 w-full">
      <div className="no-print max-w-[56rem] mx-auto flex flex-wrap gap-2 mb-4">
        <Link to={`${base}/hand-over`} className="btn">
          <ArrowLeft size={17} aria-hidden="true" /> Hand over
        </Link>
        <button type="button" className="btn btn-primary ml-auto" onClick={() => window.print()}>
          <Printer size={17} aria-hidden="true" /> Print
        </button>
        <a className="btn" href={`/api${base}/${sheet}.pdf${isMetric(units) ? '?units=metric' : ''}`} download>
          <FileDown size={17} aria-hidden="true" /> PDF
        </a>
      </div>
      <SheetView sheet={sheet === 'card' ? settingsCard(input) : fullRecord(input)} siteId={state.id} />
    </main>
  )
}
