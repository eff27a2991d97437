import { format } from '@ingle/core'
import { PART_WORDS, type PartState } from '@ingle/record'
import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { QuantityField, TextField } from '../../kit/Field.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { SizeFields } from '../../kit/SizeFields.tsx'
import { useVisit } from '../../visit/useVisit.ts'

const ELECTRIC = new Set<PartState['role']>(['air-handler', 'outdoor-unit', 'heater-kit', 'other'])
const WITH_FIRMWARE = new Set<PartState['role']>(['air-handler', 'outdoor-unit', 'controller'])

/** One part: a line, opened to its fields. */
export function PartCard({ part }: { part: PartState }) {
  const { write, at, units } = useVisit()
  const [open, setOpen] = useState(part.model === '' && part.name === '')
  const set = async (body: object) => {
    const written = await write([
      { kind: 'part.set', body: { systemId: at.systemId, partId: part.id, role: part.role, ...body } },
    ])
    return refusalOf(written)
  }
  const grille = part.role === 'return-grille' || part.role === 'supply-grille'
  const inches = (value: number) => format('length', value, units, { bare: true }).replace(/\.0$/, '')
  const size =
    part.widthIn !== null && part.heightIn !== null ? `${inches(part.widthIn)}×${inches(part.heightIn)} ${units.length}` : ''
  return (
    <li className="py-1.5">
      <div className="flex items-center gap-2">
        <button
          type="button"
          className="flex-1 min-w-0 text-left min-h-11 leading-tight"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          <b>{PART_WORDS[part.role]}</b>
          <span className="soft block text-[14px] truncate">
            {[
              part.name,
              part.maker,
              part.model,
              part.serial && `serial ${part.serial}`,
              part.volts && `${part.volts} V`,
              part.amps && `${part.amps} A`,
              part.charge,
              part.firmware && `firmware ${part.firmware}`,
              size,
              part.freeArea !== null && `${Math.round(part.freeArea * 100)}% free`,
            ]
              .filter(Boolean)
              .join(' · ') || 'nothing noted yet'}
          </span>
        </button>
        <button
          type="button"
          className="btn btn-ghost btn-square"
          aria-label={`Take out ${PART_WORDS[part.role]} ${part.name || part.model}`}
          onClick={() => void write([{ kind: 'part.remove', body: { systemId: at.systemId, partId: part.id } }])}
        >
          <Trash2 size={17} />
        </button>
      </div>
      {open && (
        <div className="grid gap-3 sm:grid-cols-2 pb-3 pt-1">
          <TextField
            label="Name"
            value={part.name}
            hint={grille ? 'like desk; typed in the jot line' : ''}
            onSave={(name) => set({ name })}
          />
          {grille || part.role === 'filter' ? (
            <SizeFields of={part} units={units} onSave={set} />
          ) : (
            <>
              <TextField label="Maker" value={part.maker} onSave={(maker) => set({ maker })} />
              <TextField label="Model" value={part.model} onSave={(model) => set({ model })} />
              <TextField label="Serial" value={part.serial} onSave={(serial) => set({ serial })} />
              {ELECTRIC.has(part.role) && (
                <>
                  <TextField label="Volts on the plate" value={part.volts ?? ''} onSave={(volts) => set({ volts })} />
                  <TextField label="Amps on the plate" value={part.amps ?? ''} onSave={(amps) => set({ amps })} />
                </>
              )}
              {part.role === 'outdoor-unit' && (
                <TextField
                  label="Refrigerant and charge"
                  hint="as on the plate"
                  value={part.charge ?? ''}
                  onSave={(charge) => set({ charge })}
                />
              )}
              {WITH_FIRMWARE.has(part.role) && (
                <TextField label="Firmware" value={part.firmware ?? ''} onSave={(firmware) => set({ firmware })} />
              )}
            </>
          )}
          {grille && (
            <QuantityField
              label="Free area, %"
              quantity="percent"
              base={part.freeArea === null ? null : part.freeArea * 100}
              units={units}
              hint="maker’s figure, like 68"
              onSave={async (value) =>
                value >= 5 && value <= 100 ? set({ freeArea: value / 100 }) : 'Free area lies between 5 and 100%.'
              }
            />
          )}
          {part.role === 'filter' && (
            <>
              <QuantityField
                label="Clean drop printed"
                quantity="static"
                base={part.cleanDropInWc}
                units={units}
                onSave={(cleanDropInWc) => set({ cleanDropInWc })}
              />
              <QuantityField
                label="at a flow of"
                quantity="flow"
                base={part.cleanAtCfm}
                units={units}
                onSave={(cleanAtCfm) => set({ cleanAtCfm })}
              />
            </>
          )}
        </div>
      )}
    </li>
  )
}
