import { effectiveFt2, outletShares, type ZoneWithOutlets } from '@ingle/bench'
import { counted, numberOf, OUTLET_KINDS, type OutletKind, percent, ROOM_KINDS, type RoomKind } from '@ingle/core'
import type { OutletState, ZoneId } from '@ingle/record'
import { Plus, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { AddLine } from '../../kit/AddLine.tsx'
import { Choices } from '../../kit/Choices.tsx'
import { CheckField, QuantityField, SelectField, TextField } from '../../kit/Field.tsx'
import { newId } from '../../kit/ids.ts'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { SizeFields } from '../../kit/SizeFields.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { Readings } from './Readings.tsx'
import { Shares } from './Shares.tsx'

const SHARE_WORDS = { outlets: 'number of outlets', load: 'load of the rooms', design: 'design flow' } as const

/** Zones with their outlets, by what their air is shared, and what was read with which of them open. */
export function Outlets() {
  const { system, write, ledger, zoned } = useVisit()
  const [open, setOpen] = useState<ZoneId | null>(null)
  const most = ledger.filter((row) => numberOf(row.id) !== null && row.id.startsWith('zone.flow.')).length
  const add = async (name: string) => {
    const zoneId = newId<ZoneId>()
    const written = await write([{ kind: 'zone.set', body: { systemId: system.id, zoneId, name } }])
    if (written.ok) setOpen(zoneId)
    return written.ok
  }
  return (
    <div className="grid gap-3 md:gap-4 xl:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] items-start">
      <div className="flex flex-col gap-3 min-w-0">
        {zoned.zones.length === 0 ? (
          <Empty title="No zones are named yet">
            <p>
              This stage finds what happens when zones close: the air that is left, the static, the noise, and what mends it. Name
              the first zone, or leave the stage alone where there is one zone only.
            </p>
          </Empty>
        ) : (
          <section aria-label="Zones and outlets" className="panel p-4 flex flex-col gap-2">
            <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
              <h2 className="font-bold mr-auto">
                {counted(zoned.zones.length, 'zone')}, {counted(system.outlets.length, 'outlet')}
              </h2>
              <Choices
                label="Air shared by"
                options={Object.entries(SHARE_WORDS) as [keyof typeof SHARE_WORDS, string][]}
                on={(one) => zoned.shareBy === one}
                onPick={(shareBy) => void write([{ kind: 'zoning.set', body: { systemId: system.id, shareBy } }])}
              />
            </div>
            {zoned.unshared && (
              <Notice kind="watch">
                <Refused of={zoned.unshared} />
              </Notice>
            )}
            {zoned.zones.map((one, i) => (
              <Zone
                key={one.zone.id}
                of={one}
                number={i + 1}
                open={open === one.zone.id}
                onToggle={() => setOpen(open === one.zone.id ? null : one.zone.id)}
              />
            ))}
          </section>
        )}
        {zoned.doubts.map((one) => (
          <Notice key={one.says} kind="watch">
            <b>{one.says}</b> {one.mend}
          </Notice>
        ))}
        {most > 0 && zoned.zones.length > most && (
          <Notice kind="watch">
            <b>The controller knows {counted(most, 'zone')}.</b> Join two that are used alike.
          </Notice>
        )}
        <section aria-label="Add a zone" className="panel p-4">
          <h2 className="font-bold">{zoned.zones.length === 0 ? 'The first zone' : 'Another zone'}</h2>
          <AddLine label="Name of the zone" hint="Waiting room" button="Add zone" onAdd={add} />
        </section>
      </div>
      <div className="flex flex-col gap-3 min-w-0">
        {zoned.zones.length > 0 && <Readings zoned={zoned} />}
        {zoned.zones.length > 0 && <Shares />}
      </div>
    </div>
  )
}

function Zone(props: { of: ZoneWithOutlets; number: number; open: boolean; onToggle: () => void }) {
  const { system, write, show, units } = useVisit()
  const { zone, outlets, share, designCfm } = props.of
  const save = async (body: Partial<typeof zone>) => {
    const { id: _, ...fields } = body
    const written = await write([{ kind: 'zone.set', body: { systemId: system.id, zoneId: zone.id, ...(fields as object) } }])
    return refusalOf(written)
  }
  return (
    <div className="border-t border-base-300 pt-1">
      <button
        type="button"
        className="w-full min-h-11 grid grid-cols-[1.5rem_minmax(0,1fr)_auto_auto] gap-3 items-center text-left"
        aria-expanded={props.open}
        onClick={props.onToggle}
      >
        <span className="num soft">{props.number}</span>
        <span className="font-bold">
          {zone.name}
          {zone.alwaysOpen && <span className="soft font-normal"> · always open</span>}
          <span className="soft font-normal text-[13px]">
            {' '}
            · {outlets.length} {outlets.length === 1 ? 'outlet' : 'outlets'}
            {zone.room && ` · ${ROOM_KINDS[zone.room].words}`}
          </span>
        </span>
        <span className="num text-right">{designCfm === null ? '—' : show('flow', designCfm)}</span>
        <span className="num soft text-right w-12">{share === null ? '—' : percent(share)}</span>
      </button>
      {props.open && (
        <div className="pl-9 pb-3 flex flex-col gap-2.5">
          <div className="grid gap-2.5 grid-cols-2 lg:grid-cols-3">
            <TextField label="Zone name" value={zone.name} onSave={(name) => save({ name })} />
            <SelectField
              label="Kind of room"
              value={zone.room ?? ''}
              options={[['', 'as the house rule'], ...Object.entries(ROOM_KINDS).map(([id, one]) => [id, one.words] as const)]}
              onSave={(room) => room && void save({ room: room as RoomKind })}
            />
            <QuantityField
              label="Load"
              hint="by the load sheet"
              quantity="heatRate"
              base={zone.loadBtuH}
              units={units}
              onSave={(loadBtuH) => save({ loadBtuH })}
            />
            <QuantityField
              label="Design flow"
              hint={designCfm === null ? 'from the plans' : `${show('flow', designCfm)} by share`}
              quantity="flow"
              base={zone.designCfm}
              units={units}
              onSave={(value) => save({ designCfm: value })}
            />
            <CheckField
              label="Always open"
              why="No damper, or one that is never closed"
              checked={zone.alwaysOpen}
              onSave={(alwaysOpen) => void save({ alwaysOpen })}
            />
          </div>
          {outlets.map((outlet, i) => (
            <OutletFields key={outlet.id} outlet={outlet} share={outletShares(outlets)[i] ?? 0} zoneFlow={designCfm} />
          ))}
          <div className="flex flex-wrap gap-2">
            <button
              type="button"
              className="btn btn-quiet"
              onClick={() =>
                void write([
                  {
                    kind: 'outlet.set',
                    body: {
                      systemId: system.id,
                      outletId: newId(),
                      zoneId: zone.id,
                      name: `${zone.name} ${'abcdefghijklmnopqrstuvwxyz'.charAt(outlets.length)}`,
                    },
                  },
                ])
              }
            >
              <Plus size={16} aria-hidden="true" /> Outlet
            </button>
            <button
              type="button"
              className="btn btn-ghost btn-quiet"
              onClick={() => void write([{ kind: 'zone.remove', body: { systemId: system.id, zoneId: zone.id } }])}
            >
              <Trash2 size={16} aria-hidden="true" /> Take {zone.name} out
            </button>
          </div>
        </div>
      )}
    </div>
  )
}

function OutletFields({ outlet, share, zoneFlow }: { outlet: OutletState; share: number; zoneFlow: number | null }) {
  const { system, write, units, show } = useVisit()
  const save = async (body: object) => {
    const written = await write([
      { kind: 'outlet.set', body: { systemId: system.id, outletId: outlet.id, zoneId: outlet.zoneId, ...body } },
    ])
    return refusalOf(written)
  }
  const area = effectiveFt2(outlet)
  return (
    <fieldset className="border border-base-300 rounded-box p-2.5">
      <legend className="px-1 text-[13px] font-bold">
        {outlet.name || 'Outlet'}
        {area !== null && zoneFlow !== null && (
          <span className="num soft font-normal"> · {show('velocity', (zoneFlow * share) / area)} at its design</span>
        )}
      </legend>
      <div className="grid gap-2 grid-cols-2 lg:grid-cols-4 items-end">
        <TextField label="Outlet name" value={outlet.name} onSave={(name) => save({ name })} />
        <SelectField
          label="How it throws"
          value={outlet.kind ?? ''}
          options={[['', 'not said'], ...Object.entries(OUTLET_KINDS).map(([id, one]) => [id, one.words] as const)]}
          onSave={(kind) => kind && void save({ kind: kind as OutletKind })}
        />
        <SizeFields of={outlet} units={units} onSave={save} />
        <NumberField
          label="Free-area factor"
          hint="0.75, from its maker"
          value={outlet.freeArea}
          onSave={(freeArea) => save({ freeArea })}
        />
        <QuantityField
          label="To where people are"
          quantity="altitude"
          base={outlet.reachFt}
          units={units}
          onSave={(reachFt) => save({ reachFt })}
        />
        <QuantityField
          label="Wanted flow"
          hint={zoneFlow === null ? '' : `${show('flow', zoneFlow * share)} by share`}
          quantity="flow"
          base={outlet.designCfm}
          units={units}
          onSave={(designCfm) => save({ designCfm })}
        />
        <button
          type="button"
          className="btn btn-ghost btn-quiet justify-self-start"
          aria-label={`Take outlet ${outlet.name} out`}
          onClick={() => void write([{ kind: 'outlet.remove', body: { systemId: system.id, outletId: outlet.id } }])}
        >
          <Trash2 size={16} aria-hidden="true" />
        </button>
      </div>
    </fieldset>
  )
}
