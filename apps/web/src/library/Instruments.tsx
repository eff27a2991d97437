import type { LibraryEntry } from '@ingle/catalog'
import {
  calibrationDue,
  chosenUnit,
  format,
  INSTRUMENT_MEASURES,
  instrumentDoubts,
  parseReading,
  type Quantity,
  showIn,
  type UnitChoice,
} from '@ingle/core'
import { INSTRUMENT_FORMAT, type Instrument, parseDocument } from '@ingle/record'
import { FileUp, Pencil } from 'lucide-react'
import { useState } from 'react'
import { LineField, SelectField } from '../kit/Field.tsx'
import { FormFoot } from '../kit/FormFoot.tsx'
import { Empty, Notice } from '../kit/Notice.tsx'
import { StateMark } from '../kit/StateMark.tsx'
import { useWrongFields } from '../kit/useWrongFields.ts'
import { usePrefs } from '../prefs/prefs.ts'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'
import { DocumentCard } from './DocumentCard.tsx'
import { LibraryFrame } from './LibraryFrame.tsx'
import { useImport } from './useImport.ts'
import { useLibrary } from './useLibrary.ts'

type Measure = Instrument['measures']
const today = () => new Date().toISOString().slice(0, 10)

/** What the crew measures with: each with its accuracy, its range and the day of its calibration. */
export function Instruments() {
  const instruments = useLibrary((library) => library.instruments)
  const { said, choose } = useImport('instrument', () => undefined)
  const [edited, setEdited] = useState<Instrument | 'new' | null>(null)
  return (
    <LibraryFrame
      title="Instruments"
      actions={
        <>
          <button type="button" className="btn" onClick={choose}>
            <FileUp size={17} aria-hidden="true" /> Import
          </button>
          <button type="button" className="btn btn-primary" onClick={() => setEdited('new')}>
            New instrument
          </button>
        </>
      }
    >
      {said && <Notice kind="wrong">{said}</Notice>}
      {edited && (
        <EditInstrument
          key={edited === 'new' ? 'new' : edited.id}
          of={edited === 'new' ? null : edited}
          onDone={() => setEdited(null)}
        />
      )}
      {instruments.length === 0 ? (
        <Empty title="No instruments yet">
          <p>Every figure is as good as what it was read with. Enter each instrument with its accuracy and its calibration.</p>
        </Empty>
      ) : (
        <ul className="md:columns-2 gap-3">
          {instruments.map((entry) => (
            <Card key={entry.id} entry={entry} onEdit={() => setEdited(entry.content)} />
          ))}
        </ul>
      )}
    </LibraryFrame>
  )
}

function Card({ entry, onEdit }: { entry: LibraryEntry<Instrument & { version: number }>; onEdit: () => void }) {
  const units = usePrefs((prefs) => prefs.units)
  const { content } = entry
  const { words, quantity } = INSTRUMENT_MEASURES[content.measures]
  const due = calibrationDue(content)
  const doubts = instrumentDoubts(content, today(), showIn(units))
  const { lowest, highest } = content
  return (
    <DocumentCard
      kind="instrument"
      entry={entry}
      file={content}
      mayRetire
      action={
        <button type="button" className="btn btn-ghost btn-square btn-quiet" aria-label={`Edit ${content.name}`} onClick={onEdit}>
          <Pencil size={16} />
        </button>
      }
    >
      <p className="text-[14px]">
        Measures {words}: <span className="num">{accuracyWords(content, units)}</span>
        {lowest !== undefined && highest !== undefined && (
          <>
            , from <span className="num">{format(quantity, lowest, units)}</span> to{' '}
            <span className="num">{format(quantity, highest, units)}</span>
          </>
        )}
        .
      </p>
      <p className="text-[14px] flex items-center gap-2 mt-1">
        <StateMark mark={doubts.length > 0 ? 'watch' : 'proved'} size={14} />
        {doubts[0] ? `${doubts[0].says} ${doubts[0].mend}` : `Calibrated on ${content.calibratedOn}, due on ${due}.`}
      </p>
    </DocumentCard>
  )
}

/** "± 1% and 0.002 in.wc". */
export function accuracyWords({ measures, accuracyPct, accuracyFixed }: Instrument, units: UnitChoice): string {
  const quantity = errorIn(measures)
  const fixed = format(quantity, accuracyFixed, units, { decimals: quantity === 'static' ? 3 : 1 })
  return `± ${[accuracyPct > 0 ? `${accuracyPct}%` : '', accuracyFixed > 0 ? fixed : ''].filter(Boolean).join(' and ')}`
}

/** What an instrument may be off by is a difference. */
function errorIn(measures: Measure): Quantity {
  const { quantity } = INSTRUMENT_MEASURES[measures]
  return quantity === 'temperature' ? 'temperatureDifference' : quantity
}

const idOf = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60)

function EditInstrument({ of, onDone }: { of: Instrument | null; onDone: () => void }) {
  const desk = deskFor(useMe())
  const units = usePrefs((prefs) => prefs.units)
  const shown = (value: number | undefined, measures: Measure) =>
    value === undefined ? '' : format(INSTRUMENT_MEASURES[measures].quantity, value, units, { decimals: 3 })
  const [typed, setTyped] = useState({
    name: of?.name ?? '',
    measures: of?.measures ?? ('static' as Measure),
    accuracyPct: String(of?.accuracyPct ?? ''),
    accuracyFixed: of ? format(errorIn(of.measures), of.accuracyFixed, units, { decimals: 3, bare: true }) : '',
    lowest: of ? shown(of.lowest, of.measures) : '',
    highest: of ? shown(of.highest, of.measures) : '',
    calibratedOn: of?.calibratedOn ?? '',
    everyMonths: String(of?.everyMonths ?? 12),
  })
  const wrong = useWrongFields()
  const put = (key: keyof typeof typed) => (value: string) => {
    setTyped({ ...typed, [key]: value })
    wrong.clear()
  }
  const fixedIn = errorIn(typed.measures)
  const save = async () => {
    const { quantity } = INSTRUMENT_MEASURES[typed.measures]
    const end = (text: string) => (text.trim() === '' ? null : parseReading(text, quantity, units))
    const ends = { lowest: end(typed.lowest), highest: end(typed.highest) }
    const fixed = typed.accuracyFixed.trim() === '' ? null : parseReading(typed.accuracyFixed, fixedIn, units)
    const unread = Object.entries({ ...ends, accuracyFixed: fixed }).flatMap(([path, one]) =>
      one && !one.ok ? [{ path, says: `${one.reason} ${one.remedy}` }] : [],
    )
    if (unread.length > 0) return wrong.refuse({ reason: '', remedy: '', at: unread })
    const { lowest, highest } = ends
    const read = parseDocument('instrument', {
      format: INSTRUMENT_FORMAT,
      id: of?.id ?? idOf(typed.name),
      version: (of?.version ?? 0) + 1,
      name: typed.name.trim(),
      measures: typed.measures,
      accuracyPct: Number(typed.accuracyPct.replace(',', '.') || 0),
      accuracyFixed: fixed?.ok ? fixed.value.base : 0,
      ...(lowest?.ok && { lowest: lowest.value.base }),
      ...(highest?.ok && { highest: highest.value.base }),
      ...(typed.calibratedOn && { calibratedOn: typed.calibratedOn }),
      ...(typed.everyMonths && { everyMonths: Number(typed.everyMonths) }),
    })
    if (!read.ok) return wrong.refuse(read)
    const saved = await desk.library.save('instrument', read.value)
    if (!saved.ok) return wrong.refuse(saved)
    onDone()
  }
  return (
    <form
      ref={wrong.form}
      aria-label={of ? `Edit ${of.name}` : 'New instrument'}
      className="panel p-4 mb-3 flex flex-col gap-2.5"
      onSubmit={(event) => {
        event.preventDefault()
        void save()
      }}
    >
      <div className="grid gap-2.5 grid-cols-2 lg:grid-cols-4">
        <LineField label="Name" value={typed.name} wrong={wrong.at('name')} onChange={put('name')} hint="Gauge 2" />
        <SelectField
          label="Measures"
          value={typed.measures}
          options={Object.entries(INSTRUMENT_MEASURES).map(([id, one]) => [id, one.words] as const)}
          onSave={(measures) => setTyped({ ...typed, measures: measures as Measure })}
        />
        <LineField
          label="Accuracy, % of reading"
          numeric
          value={typed.accuracyPct}
          wrong={wrong.at('accuracyPct')}
          onChange={put('accuracyPct')}
        />
        <LineField
          label={`and fixed, ${chosenUnit(fixedIn, units).symbol}`}
          wrong={wrong.at('accuracyFixed')}
          numeric
          value={typed.accuracyFixed}
          onChange={put('accuracyFixed')}
        />
        <LineField label="Reads from" value={typed.lowest} wrong={wrong.at('lowest')} onChange={put('lowest')} />
        <LineField label="Reads to" value={typed.highest} wrong={wrong.at('highest')} onChange={put('highest')} />
        <LineField
          label="Calibrated on"
          hint="2026-03-31"
          value={typed.calibratedOn}
          wrong={wrong.at('calibratedOn')}
          onChange={put('calibratedOn')}
        />
        <LineField
          label="Every so many months"
          numeric
          value={typed.everyMonths}
          wrong={wrong.at('everyMonths')}
          onChange={put('everyMonths')}
        />
      </div>
      <FormFoot save="Save instrument" wrong={wrong.sentence} onLeave={onDone} />
    </form>
  )
}
