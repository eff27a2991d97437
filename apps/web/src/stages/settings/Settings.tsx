import { driftOf, isNoted, type LedgerRow, stageOf, toSet } from '@ingle/bench'
import { counted, NEEDS } from '@ingle/core'
import { BookmarkPlus, ClipboardPaste, Users } from 'lucide-react'
import { useMemo, useState } from 'react'
import { Link, useLocation } from 'react-router'
import { Choices } from '../../kit/Choices.tsx'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { LedgerTable } from '../../visit/ledger/LedgerTable.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { ApplyPattern } from './ApplyPattern.tsx'
import { DriftPanel } from './DriftPanel.tsx'
import { Findings } from './Findings.tsx'
import { GatewayPanel } from './GatewayPanel.tsx'
import { KeepPattern } from './KeepPattern.tsx'
import { KeysPanel } from './KeysPanel.tsx'
import { RowPanel } from './RowPanel.tsx'
import { WorkOrder } from './WorkOrder.tsx'

const SHOWN = { all: 'All', set: 'Still to set', noted: 'Noted' } as const
type Shown = keyof typeof SHOWN

/** The row that an address names, by its key or by its need: where somebody is sent to mend something. */
const rowNamed = (ledger: readonly LedgerRow[], name: string): string | null =>
  name === '' ? null : (ledger.find((one) => one.key === name || one.id === name)?.key ?? null)

/** Every setting of a system by need, whatever device it lives on, and what stands against its aims. */
export function Settings() {
  const view = useVisit()
  const { state, system, visit, ledger } = view
  const [shown, setShown] = useState<Shown>('all')
  const { hash } = useLocation()
  const [chosen, setChosen] = useState<string | null>(() => rowNamed(ledger, decodeURIComponent(hash.slice(1))))
  const [open, setOpen] = useState<'keep' | 'apply' | null>(null)
  const findings = useMemo(() => stageOf('settings').findings(view), [view])
  const drift = useMemo(() => driftOf(view), [view])
  const waiting = useMemo(() => toSet(ledger), [ledger])
  const rows = useMemo(() => rowsShown(ledger, waiting, shown), [ledger, waiting, shown])
  const row = ledger.find((one) => one.key === chosen) ?? null
  const places = ledger.filter((one) => one.need === 'program' && !isNoted(one)).length
  const group = state.twins.find((one) => one.systemIds.includes(system.id))
  if (ledger.length === 0)
    return (
      <main id="main" className="p-4">
        <Empty title="No settings are known yet">
          <p>
            This stage shows every setting of the system by what it is for, whatever device it lives on. Name the devices on the
            Survey stage first; what no profile knows can still be jotted there as a note.
          </p>
          <Link to="../survey" className="btn btn-primary mt-4">
            Name the devices
          </Link>
        </Empty>
      </main>
    )
  return (
    <main id="main" className="p-3 md:p-4 grid grid-cols-1 gap-3 md:gap-4 xl:grid-cols-[minmax(0,1fr)_23rem] items-start">
      <div className="flex flex-col gap-3 min-w-0">
        <div className="flex flex-wrap items-center gap-2">
          <div className="min-w-0 mr-auto">
            <h1 className="text-xl font-bold leading-tight">{system.name}: settings</h1>
            <p className="soft text-[14px]">
              {waiting.length === 0 ? 'Nothing waits to be set.' : `${waiting.length} to set.`} {ledger.length} known, under{' '}
              {counted(new Set(ledger.map((one) => one.need)).size, 'need')}.
            </p>
          </div>
          {group && (
            <Link className="btn btn-quiet" to={`/sites/${state.id}/visits/${visit.id}/twins?group=${group.id}`}>
              <Users size={16} aria-hidden="true" /> Twins
            </Link>
          )}
          <button type="button" className="btn btn-quiet" onClick={() => setOpen('apply')}>
            <ClipboardPaste size={16} aria-hidden="true" /> Put on a pattern…
          </button>
          <button type="button" className="btn btn-quiet" onClick={() => setOpen('keep')}>
            <BookmarkPlus size={16} aria-hidden="true" /> Keep as a pattern…
          </button>
        </div>
        <Choices
          label="Which settings"
          options={Object.entries(SHOWN) as [Shown, string][]}
          on={(one) => shown === one}
          onPick={setShown}
        />
        <Findings findings={findings} onGo={setChosen} />
        {shown === 'all' && places > 0 && (
          <p className="soft text-[14px]">
            {places} places of the program are not noted yet: they stand on{' '}
            <Link className="link" to="../times">
              Times
            </Link>
            .
          </p>
        )}
        {rows.length === 0 ? (
          <Notice kind="plain">Nothing to show under “{SHOWN[shown]}”.</Notice>
        ) : (
          <LedgerTable rows={rows} caption="Settings by need" byNeed chosen={chosen} onChoose={setChosen} />
        )}
      </div>
      <div className="flex flex-col gap-3 md:gap-4 min-w-0 xl:sticky xl:top-16">
        {row && <RowPanel key={row.key} row={row} onClose={() => setChosen(null)} />}
        <KeysPanel rows={waiting} />
        <GatewayPanel waiting={waiting} />
        <WorkOrder rows={waiting} onGo={setChosen} />
        <DriftPanel drift={drift} onGo={setChosen} />
        {!row && <HowToChoose />}
      </div>
      {open === 'keep' && <KeepPattern onClose={() => setOpen(null)} />}
      {open === 'apply' && <ApplyPattern onClose={() => setOpen(null)} />}
    </main>
  )
}

function rowsShown(ledger: readonly LedgerRow[], waiting: readonly LedgerRow[], shown: Shown): readonly LedgerRow[] {
  if (shown === 'set') return waiting
  // A whole program is told on Times; here its places stand only where somebody noted or aims at one.
  return ledger.filter((row) => (shown === 'noted' ? isNoted(row) : row.need !== 'program' || isNoted(row)))
}

const HowToChoose = () => (
  <section aria-label="A setting" className="panel p-4">
    <h2 className="font-bold">Choose a setting</h2>
    <p className="soft text-[14px] mt-1">
      Tap its name to see where it lives, how it is reached, and why its aim is what it is. Or type, like{' '}
      <span className="num">found fan.heat trickle</span>.
    </p>
    <p className="soft text-[13px] mt-2">
      In the order of working: {Object.values(NEEDS).slice(0, 3).join(', ').toLowerCase()} …
    </p>
  </section>
)
