import { tapSettings } from '@ingle/catalog'
import { list, type Quantity, type UnitChoice } from '@ingle/core'
import type { Profile } from '@ingle/record'
import { ClipboardPaste, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { useController, useFormContext } from 'react-hook-form'
import { LineField } from '../kit/Field.tsx'
import { usePrefs } from '../prefs/prefs.ts'
import { cellBase, cellText } from './cells.ts'
import { PasteDialog } from './PasteDialog.tsx'
import type { ProfileForm } from './profileForm.ts'
import { readCellText } from './readCellText.ts'
import { TapTable } from './TapTable.tsx'

type Blower = NonNullable<Profile['blower']>

/** What was typed into a cell, or what it was before where that is no figure. */
const typedCell = (quantity: Quantity, text: string, units: UnitChoice, before: number | null | undefined): number | null => {
  const read = cellBase(quantity, text, units, before)
  return read.ok ? read.value : (before ?? null)
}

/** The blower table and the heater kits: pasted from a manual, then mended cell by cell. */
export function BlowerEditor() {
  const { control } = useFormContext<ProfileForm>()
  const { field } = useController({ control, name: 'blower' })
  const [pasting, setPasting] = useState<'blower' | 'kits' | null>(null)
  const blower = field.value
  const set = (next: Blower | null) => field.onChange(next)
  return (
    <section aria-label="Blower table" className="panel p-4">
      <div className="flex flex-wrap items-center gap-2">
        <h2 className="font-bold mr-auto">Blower table</h2>
        <button type="button" className="btn btn-quiet" onClick={() => setPasting('blower')}>
          <ClipboardPaste size={16} aria-hidden="true" /> Paste a blower table
        </button>
        {blower && (
          <>
            <button type="button" className="btn btn-quiet" onClick={() => setPasting('kits')}>
              <ClipboardPaste size={16} aria-hidden="true" /> Paste heater kits
            </button>
            <button type="button" className="btn btn-quiet" onClick={() => set(null)}>
              <Trash2 size={16} aria-hidden="true" /> No blower
            </button>
          </>
        )}
      </div>
      {!blower && (
        <p className="soft mt-1">None. Copy the table from the manual as text; every doubt is shown before it is taken.</p>
      )}
      {blower && <BlowerFields blower={blower} onChange={set} />}
      {pasting && (
        <PasteDialog
          kind={pasting}
          blower={blower ?? null}
          onClose={() => setPasting(null)}
          onBlower={(table) => {
            set({
              tapWord: blower?.tapWord ?? 'tap',
              ...(blower?.ratedStaticInWc !== undefined && { ratedStaticInWc: blower.ratedStaticInWc }),
              source: blower?.source ?? 'pasted from the manual',
              heaterKits: blower?.heaterKits ?? [],
              table,
            })
            setPasting(null)
          }}
          onKits={(heaterKits) => {
            if (blower) set({ ...blower, heaterKits })
            setPasting(null)
          }}
        />
      )}
    </section>
  )
}

function BlowerFields({ blower, onChange }: { blower: Blower; onChange: (blower: Blower) => void }) {
  const { table, heaterKits } = blower
  const { watch } = useFormContext<ProfileForm>()
  const taps = tapSettings({ blower, settings: watch('settings'), kind: watch('kind') })
  const statics = table.staticsInWc ?? []
  const isHeld = table.kind === 'constant-airflow'
  const units = usePrefs((prefs) => prefs.units)
  const staticText = (one: number) => cellText('static', one, units)
  const setFlow = (t: number, s: number, text: string) => {
    const before = table.kind === 'constant-airflow' ? table.tapFlowsCfm?.[t] : table.flowsCfm?.[t]?.[s]
    const typed = typedCell('flow', text, units, before)
    if (table.kind === 'constant-airflow')
      return onChange({ ...blower, table: { ...table, tapFlowsCfm: replaced(table.tapFlowsCfm ?? [], t, typed) } })
    const flowsCfm = (table.flowsCfm ?? []).map((row, i) => (i === t ? replaced(row, s, typed) : row))
    onChange({ ...blower, table: { ...table, flowsCfm } })
  }
  const setWatts = (t: number, s: number, text: string) => {
    const read = readCellText(text)
    const before = table.powersW?.[t]?.[s] ?? null
    const powersW = (table.powersW ?? []).map((row, i) => (i === t ? replaced(row, s, read.ok ? read.value : before) : row))
    onChange({ ...blower, table: { ...table, powersW } })
  }
  return (
    <>
      <div className="grid gap-3 sm:grid-cols-3 mt-2">
        <LineField label="What a tap is called" value={blower.tapWord} onChange={(tapWord) => onChange({ ...blower, tapWord })} />
        <CellField
          key={units.static}
          label={`Rated static, ${units.static}; empty: not known`}
          quantity="static"
          value={blower.ratedStaticInWc ?? null}
          onChange={(value) => {
            const { ratedStaticInWc: _, ...rest } = blower
            onChange(value === null ? rest : { ...rest, ratedStaticInWc: value })
          }}
        />
        <LineField label="Source" value={blower.source} onChange={(source) => onChange({ ...blower, source })} />
      </div>
      <TapTable
        corner={`${units.flow} at ${units.static}`}
        taps={table.taps}
        columns={isHeld ? [`held to ${staticText(table.maxStaticInWc ?? 0)}`] : statics.map(staticText)}
        cell={(t, s) => (
          <input
            key={units.flow}
            className="input input-sm num w-20 text-right"
            aria-label={`Tap ${table.taps[t]}${isHeld ? '' : ` at ${staticText(statics[s] ?? 0)} ${units.static}`}`}
            defaultValue={cellText('flow', isHeld ? table.tapFlowsCfm?.[t] : table.flowsCfm?.[t]?.[s], units)}
            onBlur={(event) => setFlow(t, s, event.target.value)}
          />
        )}
      />
      {table.powersW && (
        <TapTable
          label="Watts"
          corner={`W at ${units.static}`}
          taps={table.taps}
          columns={statics.map(staticText)}
          cell={(t, s) => (
            <input
              className="input input-sm num w-20 text-right"
              aria-label={`Watts of tap ${table.taps[t]} at ${staticText(statics[s] ?? 0)} ${units.static}`}
              defaultValue={table.powersW?.[t]?.[s] ?? ''}
              onBlur={(event) => setWatts(t, s, event.target.value)}
            />
          )}
        />
      )}
      {taps.length > 0 && (
        <p className="soft text-[14px] mt-2">
          No setting below says which {blower.tapWord} is used: the ledger then has {list(taps.map((one) => `“${one.label}”`))},
          made from this table.
        </p>
      )}
      {heaterKits.length > 0 && (
        <ul className="mt-3 flex flex-col gap-1" aria-label="Heater kits">
          {heaterKits.map((kit, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: kits have no identity but their place.
            <li key={i} className="grid grid-cols-[1fr_1fr_1fr_auto] gap-2 items-end">
              <LineField
                label="Kit"
                value={kit.model}
                onChange={(model) => onChange({ ...blower, heaterKits: replaced(heaterKits, i, { ...kit, model }) })}
              />
              <CellField
                label="Power, kW"
                quantity={null}
                value={kit.powerKw}
                onChange={(powerKw) =>
                  onChange({ ...blower, heaterKits: replaced(heaterKits, i, { ...kit, powerKw: powerKw ?? kit.powerKw }) })
                }
              />
              <CellField
                key={units.flow}
                label={`Least flow, ${units.flow}; empty: not allowed`}
                quantity="flow"
                value={kit.minFlowCfm}
                onChange={(minFlowCfm) => onChange({ ...blower, heaterKits: replaced(heaterKits, i, { ...kit, minFlowCfm }) })}
              />
              <button
                type="button"
                className="btn btn-ghost btn-square"
                aria-label={`Take out kit ${kit.model}`}
                onClick={() => onChange({ ...blower, heaterKits: heaterKits.filter((_, at) => at !== i) })}
              >
                <Trash2 size={17} />
              </button>
            </li>
          ))}
        </ul>
      )}
    </>
  )
}

const replaced = <T,>(list: readonly T[], at: number, value: T): T[] => list.map((one, i) => (i === at ? value : one))

/** A figure that counts as it is typed; what was typed stays as it is. */
function CellField(props: {
  label: string
  /** Null: a plain figure, in the unit that its label names. */
  quantity: Quantity | null
  value: number | null
  onChange: (value: number | null) => void
}) {
  const { label, quantity, value, onChange } = props
  const units = usePrefs((prefs) => prefs.units)
  const [typed, setTyped] = useState(quantity === null ? String(value ?? '') : cellText(quantity, value, units))
  const read = (text: string) => {
    if (quantity !== null) return typedCell(quantity, text, units, value)
    const plain = readCellText(text)
    return plain.ok ? plain.value : value
  }
  return (
    <LineField
      label={label}
      value={typed}
      onChange={(text) => {
        setTyped(text)
        onChange(read(text))
      }}
      numeric
    />
  )
}
