import { unitsName } from '@ingle/core'
import {
  findSystem,
  findVisit,
  type SiteId,
  type SiteState,
  type SystemId,
  type SystemState,
  type VisitId,
  type VisitState,
} from '@ingle/record'
import { isOccupantLanguage, isSheet, OCCUPANT_LANGUAGES, occupantWords, SHEETS, type SheetName } from '@ingle/report'
import { ArrowLeft, FileDown, Printer } from 'lucide-react'
import { Link, useParams, useSearchParams } from 'react-router'
import { NotFound } from '../app/ErrorPage.tsx'
import { useTitle } from '../app/title.ts'
import { useIdParam } from '../kit/ids.ts'
import { SheetView } from '../kit/SheetView.tsx'
import { useMe } from '../session/useMe.ts'
import { SiteGate } from '../site/SiteGate.tsx'
import { useView } from '../visit/useVisit.ts'

/** A sheet as it will be printed. */
export function SheetPage() {
  const siteId = useIdParam<SiteId>('siteId')
  if (!siteId) return <NotFound />
  return <SiteGate siteId={siteId}>{(state) => <SheetDesk state={state} />}</SiteGate>
}

const NAMES: Record<SheetName, string> = {
  card: 'Settings card',
  record: 'Full record',
  panel: 'Panel sheet',
  week: 'Week card',
  occupant: 'Sheet for the occupant',
}

function SheetDesk({ state }: { state: SiteState }) {
  const { sheet } = useParams()
  const visitId = useIdParam<VisitId>('visitId')
  const systemId = useIdParam<SystemId>('systemId')
  const visit = visitId && findVisit(state, visitId)
  const system = systemId && findSystem(state, systemId)
  if (!visit || !system || !isSheet(sheet)) return <NotFound />
  return <SheetOf state={state} visit={visit} system={system} sheet={sheet} />
}

function SheetOf({ sheet, ...of }: { sheet: SheetName; state: SiteState; visit: VisitState; system: SystemState }) {
  const view = useView(of)
  const { crewName } = useMe()
  const [query, setQuery] = useSearchParams()
  const asked = query.get('lang')
  const language = isOccupantLanguage(asked) ? asked : 'en'
  const { state, visit, system, units } = view
  const made = SHEETS[sheet](view, crewName, language)
  useTitle([NAMES[sheet], system.name, state.name].join(' · '))
  const base = `/sites/${state.id}/visits/${visit.id}/systems/${system.id}`
  return (
    <main id="main" className="p-3 md:p-5 w-full">
      <div className="no-print max-w-[56rem] mx-auto flex flex-wrap gap-2 mb-4">
        <Link to={`${base}/hand-over`} className="btn">
          <ArrowLeft size={17} aria-hidden="true" /> Hand over
        </Link>
        {sheet === 'occupant' && (
          <select
            className="select w-auto ml-auto"
            aria-label="Language"
            value={language}
            onChange={(event) => setQuery({ lang: event.target.value }, { replace: true })}
          >
            {OCCUPANT_LANGUAGES.map((one) => (
              <option key={one} value={one}>
                {occupantWords(one).language}
              </option>
            ))}
          </select>
        )}
        <button
          type="button"
          className={`btn btn-primary ${sheet === 'occupant' ? '' : 'ml-auto'}`}
          onClick={() => window.print()}
        >
          <Printer size={17} aria-hidden="true" /> Print
        </button>
        <a
          className="btn"
          href={`/api${base}/${sheet}.pdf?units=${encodeURIComponent(unitsName(units))}${sheet === 'occupant' ? `&lang=${language}` : ''}`}
          download
        >
          <FileDown size={17} aria-hidden="true" /> PDF
        </a>
      </div>
      <SheetView sheet={made} siteId={state.id} />
    </main>
  )
}
