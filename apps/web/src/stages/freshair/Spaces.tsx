import type { AirNeed, SpaceNeed } from '@ingle/bench'
import { EFFECTIVENESS, EFFECTIVENESS_EDITION, RATES_EDITION, SPACE_USES } from '@ingle/catalog'
import type { SpaceId } from '@ingle/record'
import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { AddLine } from '../../kit/AddLine.tsx'
import { QuantityField, SelectField, TextField } from '../../kit/Field.tsx'
import { newId } from '../../kit/ids.ts'
import { Empty } from '../../kit/Notice.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** The spaces that the unit brings outdoor air to, with people, floor and rates. */
export function Spaces({ need }: { need: AirNeed | null }) {
  const { system, write } = useVisit()
  const [open, setOpen] = useState<SpaceId | null>(null)
  const add = async (name: string) => {
    const spaceId = newId<SpaceId>()
    const written = await write([{ kind: 'space.set', body: { systemId: system.id, spaceId, name } }])
    if (written.ok) setOpen(spaceId)
    return written.ok
  }
  return (
    <div className="flex flex-col gap-3 min-w-0">
      {system.spaces.length === 0 ? (
        <Empty title="No space is named yet">
          <p>
            Outdoor air is for people and for the floor itself. Name the first space that this unit serves: its use brings the
            rates, people and floor bring the flow.
          </p>
        </Empty>
      ) : (
        <section aria-label="Spaces" className="panel p-4 flex flex-col">
          <h2 className="font-bold mb-1">
            {system.spaces.length} {system.spaces.length === 1 ? 'space' : 'spaces'}
          </h2>
          {system.spaces.map((state) => (
            <SpaceLine
              key={state.id}
              state={state}
              need={need?.spaces.find((one) => one.state.id === state.id) ?? null}
              open={open === state.id}
              onToggle={() => setOpen(open === state.id ? null : state.id)}
            />
          ))}
        </section>
      )}
      <section aria-label="Add a space" className="panel p-4">
        <h2 className="font-bold">{system.spaces.length === 0 ? 'The first space' : 'Another space'}</h2>
        <AddLine label="Name of the space" hint="Reading room" button="Add space" onAdd={add} />
      </section>
    </div>
  )
}

function SpaceLine(props: { state: SpaceNeed['state']; need: SpaceNeed | null; open: boolean; onToggle: () => void }) {
  const { system, write, show, units } = useVisit()
  const { state, need, open } = props
  const save = async (body: object) =>
    refusalOf(await write([{ kind: 'space.set', body: { systemId: system.id, spaceId: state.id, ...body } }]))
  const use = SPACE_USES.find((one) => one.id === state.use)
  return (
    <div className="border-t border-base-300 pt-1">
      <button
        type="button"
        className="w-full min-h-11 grid grid-cols-[minmax(0,1fr)_auto] gap-3 items-center text-left"
        aria-expanded={open}
        onClick={props.onToggle}
      >
        <span>
          <b>{state.name || 'A space'}</b>
          <span className="soft text-[13px]">
            {' · '}
            {use?.label ?? 'own rates'}
            {need && ` · ${need.space.people} people on ${show('floorArea', need.space.areaFt2)}`}
          </span>
        </span>
        <span className="num">{need ? show('flow', need.zoneCfm) : '—'}</span>
      </button>
      {open && (
        <div className="pb-3 flex flex-col gap-2.5">
          <div className="grid gap-2.5 grid-cols-2 lg:grid-cols-3">
            <TextField label="Name" value={state.name ?? ''} onSave={(name) => save({ name })} />
            <SelectField
              label={`Use (${RATES_EDITION})`}
              value={state.use ?? ''}
              options={[['', 'own rates'], ...SPACE_USES.map((one) => [one.id, one.label] as const)]}
              onSave={(id) => void save({ use: id, ...(id !== '' && { perPersonCfm: 0, perAreaCfmFt2: 0 }) })}
            />
            <NumberField
              label="People"
              zero
              hint={use ? String(Math.round((use.per1000Ft2 * (state.areaFt2 ?? 0)) / 1000)) : 'counted'}
              value={state.people}
              onSave={(people) => save({ people })}
            />
            <QuantityField
              label="Floor"
              quantity="floorArea"
              hint={units.length === 'in' ? 'like 1500 ft²' : 'like 140 m²'}
              base={state.areaFt2 ?? null}
              units={units}
              onSave={(areaFt2) => save({ areaFt2 })}
            />
            <SelectField
              label={`Air comes in (${EFFECTIVENESS_EDITION})`}
              value={String(state.effectiveness ?? 1)}
              options={EFFECTIVENESS.map((one) => [String(one.value), `${one.value}: ${one.label}`] as const)}
              onSave={(value) => void save({ effectiveness: Number(value) })}
            />
            <QuantityField
              label="Air blown in"
              hint="of several spaces"
              quantity="flow"
              base={state.primaryCfm ?? null}
              units={units}
              onSave={(primaryCfm) => save({ primaryCfm })}
            />
            <QuantityField
              label="Own rate, a person"
              hint={use ? show('flow', use.perPersonCfm) : 'the code’s'}
              quantity="flow"
              base={state.perPersonCfm || null}
              units={units}
              onSave={(perPersonCfm) => save({ perPersonCfm })}
            />
            <QuantityField
              label="Own rate, the floor"
              hint={use ? show('airRate', use.perAreaCfmFt2) : 'the code’s'}
              quantity="airRate"
              base={state.perAreaCfmFt2 || null}
              units={units}
              onSave={(perAreaCfmFt2) => save({ perAreaCfmFt2 })}
            />
            <TextField
              label="Own rates are of"
              hint="code and edition"
              value={state.edition ?? ''}
              onSave={(edition) => save({ edition })}
            />
          </div>
          <button
            type="button"
            className="btn btn-ghost btn-quiet self-start"
            onClick={() => void write([{ kind: 'space.remove', body: { systemId: system.id, spaceId: state.id } }])}
          >
            <Trash2 size={16} aria-hidden="true" /> Take {state.name || 'it'} out
          </button>
        </div>
      )}
    </div>
  )
}
