import {
  closingOf,
  handOverChecks,
  hasWeek,
  isRoof,
  type LedgerRow,
  openItemsOf,
  type Spoken,
  seenAt,
  speaksAgainst,
} from '@ingle/bench'
import { cautionAt, STANDING_NOTE } from '@ingle/catalog'
import { sayBoth, unitsName } from '@ingle/core'
import type { ItemId } from '@ingle/record'
import { FileDown, FileText } from 'lucide-react'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { AddLine } from '../../kit/AddLine.tsx'
import { CheckField, SelectField, TextField } from '../../kit/Field.tsx'
import { figure } from '../../kit/figure.ts'
import { newId } from '../../kit/ids.ts'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { StateMark } from '../../kit/StateMark.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { TemporaryFixes } from './TemporaryFixes.tsx'

/** What is proved and what is not, what stays open, the sheets, and closing the visit. */
export function HandOver() {
  const view = useVisit()
  const { visit, here, write, at, state, system, waiting, units, clock } = view
  const base = `/sites/${state.id}/visits/${visit.id}/systems/${system.id}`
  const query = `?units=${encodeURIComponent(unitsName(units))}`
  const { noted, unproved, noReason, unanswered, checksLeft, mayClose } = closingOf(view, new Date().toISOString())
  const against = useMemo(() => speaksAgainst(view), [view])
  return (
    <main id="main" className="p-3 md:p-4 grid grid-cols-1 gap-3 md:gap-4 lg:grid-cols-2 items-start">
      <h1 className="sr-only">Hand over</h1>
      <div className="flex flex-col gap-3 md:gap-4">
        <section aria-label="Before you leave" className="panel p-4">
          <h2 className="font-bold mb-2">Before you leave</h2>
          <CautionNote text={cautionAt('hand-over')?.text ?? ''} />
          <ul className="mt-2">
            {handOverChecks(view).map(([id, text]) => (
              <li key={id}>
                <CheckField
                  label={text}
                  checked={here.checks[id] ?? false}
                  onSave={(done) => void write([{ kind: 'check.set', body: { ...at, checkId: id, done } }])}
                />
              </li>
            ))}
          </ul>
        </section>
        <Against all={against} base={base} />
        <TemporaryFixes />
        <OpenItems />
        {here.complaint !== '' && <Cause against={against} />}
      </div>
      <div className="flex flex-col gap-3 md:gap-4">
        <section aria-label="Sheets" className="panel p-4">
          <h2 className="font-bold mb-2">Sheets</h2>
          {waiting.size > 0 && (
            <Notice kind="watch">
              {waiting.size} changes wait on this device. The sheets on screen have them; a PDF from the server does not yet.
            </Notice>
          )}
          <div className="grid gap-2 sm:grid-cols-2 mt-1">
            <Link className="btn btn-primary justify-start" to={`${base}/sheets/card`}>
              <FileText size={17} aria-hidden="true" /> Settings card
            </Link>
            {isRoof(view) && (
              <Link className="btn justify-start" to={`${base}/sheets/panel`}>
                <FileText size={17} aria-hidden="true" /> Panel sheet
              </Link>
            )}
            {hasWeek(view) && (
              <Link className="btn justify-start" to={`${base}/sheets/week`}>
                <FileText size={17} aria-hidden="true" /> Card for the wall
              </Link>
            )}
            <a className="btn justify-start" href={`/api${base}/card.pdf${query}`} download>
              <FileDown size={17} aria-hidden="true" /> Card as PDF
            </a>
            <Link className="btn justify-start" to={`${base}/sheets/record`}>
              <FileText size={17} aria-hidden="true" /> Full record
            </Link>
            <a className="btn justify-start" href={`/api${base}/record.pdf${query}`} download>
              <FileDown size={17} aria-hidden="true" /> Record as PDF
            </a>
            <a className="btn justify-start" href={`/api/sites/${state.id}/export.json`} download>
              <FileDown size={17} aria-hidden="true" /> Export the record
            </a>
            <a className="btn justify-start" href={`/api/sites/${state.id}/readings.csv`} download>
              <FileDown size={17} aria-hidden="true" /> Readings as CSV
            </a>
          </div>
        </section>
        <section aria-label="Set and proved" className="panel p-4">
          <h2 className="font-bold mb-2">Set and proved</h2>
          {noted.length === 0 && <p className="soft">No settings are known: name the equipment on the Survey stage.</p>}
          <ul className="flex flex-col gap-1.5">
            {noted.map((row) => (
              <li key={row.key} className="flex gap-2.5 leading-snug">
                <span className="mt-0.5">
                  <StateMark mark={row.standing} />
                </span>
                <span>
                  {row.setting.label}: <b className={figure(standsAs(row))}>{standsAs(row)}</b>
                  {row.proof ? (
                    <span className="soft"> · {row.proof.value}</span>
                  ) : (
                    <span className="soft"> · {row.left ? 'not proved' : 'not set'}</span>
                  )}
                </span>
              </li>
            ))}
          </ul>
        </section>
        <section aria-label="Close the visit" className="panel p-4">
          <h2 className="font-bold mb-1">Close the visit</h2>
          {visit.closedAt ? (
            <p>Closed {clock.time(visit.closedAt)}. What is written from now on still counts, with its own time.</p>
          ) : (
            <>
              {noReason.length > 0 && (
                <Notice kind="wrong">
                  {noReason.map((row) => row.setting.label).join(', ')}: left away from the aim without a reason. Say why on the
                  Settings stage before you close.
                </Notice>
              )}
              {unanswered.length > 0 && (
                <Notice kind="wrong">
                  {unanswered.map((one) => one.what).join(', ')}: temporary, and nobody answers for it. Undo it, or hand it on to
                  a named person with a day.
                </Notice>
              )}
              {against.length > 0 && (
                <Notice kind="watch">
                  {against.length} {against.length === 1 ? 'thing speaks' : 'things speak'} against how it stands: they go onto
                  the card and the record.
                </Notice>
              )}
              <p className="soft text-[14px] my-2">
                {unproved.length > 0 ? `${unproved.length} of ${noted.length} settings are not proved; the card says so. ` : ''}
                {checksLeft.length > 0 ? `${checksLeft.length} checks are not ticked.` : ''}
              </p>
              <button
                type="button"
                className="btn btn-neutral"
                disabled={!mayClose}
                onClick={() => void write([{ kind: 'visit.close', body: { visitId: visit.id } }])}
              >
                {against.length > 0 ? `Close the visit, with ${against.length} against it` : 'Close the visit'}
              </button>
            </>
          )}
        </section>
        <p className="soft text-[13px]">{STANDING_NOTE}</p>
      </div>
    </main>
  )
}

/** Everything that speaks against the visit as it stands, with the way to the stage that found it. */
function Against({ all, base }: { all: readonly Spoken[]; base: string }) {
  return (
    <section aria-label="What speaks against it" className="panel p-4">
      <h2 className="font-bold mb-2">What speaks against it</h2>
      {all.length === 0 && <p className="soft">Nothing on any stage.</p>}
      <ul className="flex flex-col divide-y divide-base-300">
        {all.map((one) => (
          <li key={`${one.stage} ${one.id} ${one.says}`} className="py-2 flex gap-2.5 items-start text-[14px] leading-snug">
            <span className="mt-0.5">
              <StateMark mark="watch" size={14} />
            </span>
            <span className="flex-1">
              <b>{one.says}</b> {one.mend}{' '}
              <Link className="link whitespace-nowrap" to={`${base}/${one.stage}`}>
                {one.label}
              </Link>
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What the complaint came from: one of the findings, or words of one's own. */
function Cause({ against }: { against: readonly Spoken[] }) {
  const { here, write, at } = useVisit()
  const save = async (cause: string) =>
    refusalOf(await write([{ kind: 'complaint.set', body: { ...at, text: here.complaint, cause } }]))
  return (
    <section aria-label="Cause of the complaint" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">What the complaint came from</h2>
      <p className="text-[14px]">“{here.complaint}”</p>
      {against.length > 0 && (
        <SelectField
          label="One of the findings"
          value=""
          options={[['', 'take one over …'], ...against.map((one) => [one.says, one.says] as const)]}
          onSave={(says) => {
            if (says !== '') void save(says.slice(0, 600))
          }}
        />
      )}
      <TextField label="Its cause" hint="goes onto the record" value={here.cause ?? ''} onSave={save} />
    </section>
  )
}

/** What stands, by its meaning. */
function standsAs(row: LedgerRow): string {
  const seen = seenAt(row)
  return seen ? sayBoth(row.setting, seen.value).means : 'not looked at'
}

function OpenItems() {
  const visit = useVisit()
  const { write, at } = visit
  const [closing, setClosing] = useState<ItemId | null>(null)
  const items = openItemsOf(visit)
  const add = async (text: string) => (await write([{ kind: 'item.open', body: { ...at, itemId: newId(), text } }])).ok
  const close = async (itemId: ItemId, how: string) => {
    const written = await write([{ kind: 'item.close', body: { ...at, itemId, how } }])
    if (written.ok) setClosing(null)
    return written.ok
  }
  return (
    <section aria-label="Open items" className="panel p-4">
      <h2 className="font-bold mb-2">Still open</h2>
      {items.length === 0 && (
        <p className="soft">No open items. What is left for the next visit or for the owner goes here, and onto the card.</p>
      )}
      <ul className="flex flex-col divide-y divide-base-300">
        {items.map((item) => (
          <li key={item.id} className="py-2">
            <div className="flex gap-2.5 items-center">
              <StateMark mark="watch" />
              <span className="flex-1">{item.text}</span>
              <button type="button" className="btn btn-quiet" onClick={() => setClosing(closing === item.id ? null : item.id)}>
                Done…
              </button>
            </div>
            {closing === item.id && (
              <AddLine label="How it was done" hint="How it was done" button="Close it" onAdd={(how) => close(item.id, how)} />
            )}
          </li>
        ))}
      </ul>
      <AddLine label="New open item" hint="Something still to do" button="Add" onAdd={add} />
    </section>
  )
}
