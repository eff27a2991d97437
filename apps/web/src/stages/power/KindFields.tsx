import { isPump, SYSTEM_KIND_WORDS, SYSTEM_KINDS, type WiringSystem } from '@ingle/core'
import { SelectField } from '../../kit/Field.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** What is to be wired: the kind of system, its stages, its transformers, its controller and its cable. */
export function KindFields({ kind }: { kind: WiringSystem }) {
  const { write, at, here } = useVisit()
  const set = (body: object) => void write([{ kind: 'wiring.set', body: { ...at, ...body } }])
  const stages = [
    ['0', 'none'],
    ['1', 'one'],
    ['2', 'two'],
  ] as const
  return (
    <div className="grid gap-2.5 sm:grid-cols-2 lg:grid-cols-3">
      <SelectField
        label="Kind of system"
        value={kind.kind}
        options={SYSTEM_KINDS.map((one) => [one, SYSTEM_KIND_WORDS[one]] as const)}
        onSave={(value) => set({ kind: value })}
      />
      <SelectField
        label={
          isPump(kind) ? (kind.kind === 'dual-fuel' ? 'Stages of the furnace' : 'Stages of auxiliary heat') : 'Stages of heat'
        }
        value={String(kind.heatStages)}
        options={stages}
        onSave={(value) => set({ heatStages: Number(value) })}
      />
      <SelectField
        label="Stages of the compressor"
        value={String(kind.coolStages)}
        options={stages}
        onSave={(value) => set({ coolStages: Number(value) })}
      />
      <SelectField
        label="Transformers"
        value={String(kind.transformers)}
        options={[
          ['1', 'one for all'],
          ['2', 'heating and cooling apart'],
        ]}
        onSave={(value) => set({ transformers: Number(value), ...(value === '2' && { splitPower: true }) })}
      />
      {isPump(kind) && (
        <SelectField
          label="O/B reversing valve of the equipment"
          value={kind.reversing}
          options={[
            ['cool', 'live in cooling'],
            ['heat', 'live in heating'],
          ]}
          onSave={(value) => set({ reversing: value })}
        />
      )}
      <SelectField
        label="Power at the controller"
        value={kind.controller.splitPower ? 'split' : 'one'}
        options={[
          ['one', 'one terminal, R'],
          ['split', 'two terminals, Rc and Rh'],
        ]}
        onSave={(value) => set({ splitPower: value === 'split' })}
      />
      <SelectField
        label="The controller lives on"
        value={kind.controller.power}
        options={[
          ['common', 'the common conductor'],
          ['battery', 'its battery'],
        ]}
        onSave={(value) => set({ controllerPower: value })}
      />
      {isPump(kind) && (
        <SelectField
          label="Valve terminals at the controller"
          value={kind.controller.valve}
          options={[
            ['O and B', 'O and B apart'],
            ['O/B', 'one, O/B, that is set'],
          ]}
          onSave={(value) => set({ valve: value })}
        />
      )}
      {isPump(kind) && (
        <SelectField
          label="Auxiliary heat at the controller"
          value={kind.controller.aux ?? 'W'}
          options={[
            ['W', 'W1, W2'],
            ['AUX and E', 'AUX, with an E'],
          ]}
          onSave={(value) => set({ aux: value })}
        />
      )}
      <SelectField
        label="Conductors in the cable"
        value={here.wiring.set.cable === undefined ? '' : String(here.wiring.set.cable)}
        options={[['', 'not counted'], ...Array.from({ length: 11 }, (_, i): [string, string] => [String(i + 2), String(i + 2)])]}
        onSave={(value) => value !== '' && set({ cable: Number(value) })}
      />
    </div>
  )
}
