import { type Clock, isFanBesideFire, type LedgerRow, staleAims } from '@ingle/bench'
import { HOME_WORDS, needsOf, PLACE_WORDS, SCOPE_WORDS, sayBoth, sayMeaning, sayOffer, type UnitChoice } from '@ingle/core'
import { rowBody } from '@ingle/record'
import { useMemo, useState } from 'react'
import { Cautions } from '../../kit/Cautions.tsx'
import { Facts } from '../../kit/Facts.tsx'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { PanelHead } from '../../kit/PanelHead.tsx'
import { usePrefs } from '../../prefs/prefs.ts'
import { StaleNote } from '../../visit/ledger/StaleNote.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { ServiceCodePanel } from './ServiceCodePanel.tsx'

/** One setting opened: what it is for, where it lives, how it is reached, what it offers, and where its aim comes from. */
export function RowPanel({ row, onClose }: { row: LedgerRow; onClose: () => void }) {
  const units = usePrefs((state) => state.units)
  const visit = useVisit()
  const { clock } = visit
  const { setting } = row
  const facts: [string, string][] = [
    ['On', `${PLACE_WORDS[row.place]}, ${row.device.maker} ${row.device.family}`],
    ['Goes by', [setting.code, setting.label].filter(Boolean).join(' · ')],
    ...(setting.address ? ([['Address', setting.address]] as [string, string][]) : []),
    ...(setting.home ? ([['Lives', HOME_WORDS[setting.home]]] as [string, string][]) : []),
    ...(setting.scope ? ([['Reaches', SCOPE_WORDS[setting.scope]]] as [string, string][]) : []),
    ['Reached by', setting.access],
    ['Offers', sayOffer(setting, units)],
    ...(setting.default !== undefined ? ([['Shipped at', said(row, setting.default, units)]] as [string, string][]) : []),
    ...entryFacts(row, clock, units),
    ...(setting.note ? ([['Note', setting.note]] as [string, string][]) : []),
    ...(setting.source ? ([['Source', setting.source]] as [string, string][]) : []),
  ]
  const needs = needsOf(row)
  return (
    <section aria-label={row.label} className="panel p-4">
      <PanelHead title={row.label} closes="Close the setting" onClose={onClose} />
      {row.role && <p className="soft text-[14px]">{row.role.meaning}</p>}
      <div className="mt-2">
        <Facts of={facts} />
      </div>
      {needs.length > 0 && (
        <ul className="list-disc pl-5 mt-2 text-[14px]">
          {needs.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      )}
      {setting.caution && (
        <div className="mt-2">
          <CautionNote text={setting.caution} />
        </div>
      )}
      {isFanBesideFire(visit, row) && (
        <div className="mt-2">
          <Cautions at="fan-on" />
        </div>
      )}
      <ServiceCodePanel row={row} />
      <AimPart row={row} />
    </section>
  )
}

/** Who read or set it, when, and through which register where a machine did. */
const entryFacts = (row: LedgerRow, clock: Clock, units: UnitChoice): [string, string][] =>
  (['found', 'left'] as const).flatMap((column): [string, string][] => {
    const entry = row[column]
    if (!entry) return []
    const when = clock.time(entry.at)
    return [
      [
        column === 'found' ? 'Found' : 'Left',
        [said(row, entry.value, units), entry.by, when, entry.via].filter(Boolean).join(', '),
      ],
    ]
  })

function said(row: LedgerRow, value: string, units: UnitChoice): string {
  const { means, shows } = sayBoth(row.setting, value, units)
  return shows === null ? means : `${shows} (${means})`
}

/** Where the aim comes from, what it refined, what it costs, and a way to give this unit another. */
function AimPart({ row }: { row: LedgerRow }) {
  const units = usePrefs((state) => state.units)
  const visit = useVisit()
  const { write, at } = visit
  const stale = useMemo(() => staleAims(visit).get(row.key), [visit, row.key])
  const [open, setOpen] = useState(false)
  const { aim } = row
  return (
    <div className="border-t border-base-300 mt-3 pt-3 text-[14px]">
      <h3 className="font-bold">Aim</h3>
      {aim ? (
        <>
          <p>
            <b>{sayMeaning(row.setting, aim.meaning, units)}</b> · {aim.why}
          </p>
          <p className="soft text-[13px]">From: {aim.source}</p>
          {aim.refined.length > 0 && (
            <p className="soft text-[13px]">
              Refines {aim.refined.map((one) => `“${one.rule}” (${sayMeaning(row.setting, one.value, units)})`).join(', ')}.
            </p>
          )}
          {aim.cost !== '' && <p className="soft text-[13px]">What it costs: {aim.cost}</p>}
          {stale && <StaleNote stale={stale} />}
          {aim.fit.fit !== 'exact' && <Notice kind="watch">{aim.fit.reason}</Notice>}
        </>
      ) : (
        <p className="soft">Nothing says what it should be: no chosen house rule, no table, no reading.</p>
      )}
      {open ? (
        <AimForm row={row} onClose={() => setOpen(false)} />
      ) : (
        <div className="flex flex-wrap gap-1.5 mt-2">
          <button type="button" className="btn btn-quiet" onClick={() => setOpen(true)}>
            {aim ? 'Aim otherwise…' : 'Give it an aim…'}
          </button>
          {row.given && (
            <button
              type="button"
              className="btn btn-quiet"
              onClick={() =>
                void write([{ kind: 'aim.set', body: { ...at, ...rowBody(row.key), value: null, why: '', from: 'hand' } }])
              }
            >
              As the house rules say
            </button>
          )}
        </div>
      )}
    </div>
  )
}

/** An aim by hand goes over the house rules, so it says why. Values that are never an aim are not offered. */
function AimForm({ row, onClose }: { row: LedgerRow; onClose: () => void }) {
  const { write, at } = useVisit()
  const [value, setValue] = useState(row.aim?.meaning ?? '')
  const [why, setWhy] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const values = row.role?.values
  const save = async () => {
    if (value.trim() === '') return setWrong('Choose what it should be.')
    if (why.trim() === '') return setWrong('Say why this unit should differ from the house rules.')
    const written = await write([
      { kind: 'aim.set', body: { ...at, ...rowBody(row.key), value: value.trim(), why: why.trim(), from: 'hand' } },
    ])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    onClose()
  }
  const options =
    values?.kind === 'choice'
      ? Object.entries(values.options).filter(([id]) => row.role?.never?.[id] === undefined)
      : row.setting.values.map((one) => [one, one] as const)
  return (
    <form
      className="flex flex-col gap-2 mt-2"
      onSubmit={(event) => {
        event.preventDefault()
        void save()
      }}
    >
      {options.length > 0 && !row.setting.range ? (
        <select className="select" aria-label="Aim" value={value} onChange={(event) => setValue(event.target.value)}>
          <option value="">—</option>
          {options.map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </select>
      ) : (
        <input className="input num" aria-label="Aim" value={value} onChange={(event) => setValue(event.target.value)} />
      )}
      <textarea
        className="textarea"
        rows={2}
        aria-label="Why this aim"
        placeholder="Why here?"
        value={why}
        onChange={(event) => setWhy(event.target.value)}
      />
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <div className="flex gap-1.5">
        <button type="submit" className="btn btn-neutral btn-quiet">
          Aim for it
        </button>
        <button type="button" className="btn btn-quiet" onClick={onClose}>
          Leave it
        </button>
      </div>
    </form>
  )
}
