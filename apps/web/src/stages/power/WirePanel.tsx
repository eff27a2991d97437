import {
  type Board,
  type End,
  endWord,
  equipmentBoards,
  mended,
  SYSTEM_KIND_WORDS,
  SYSTEM_KINDS,
  TERMINAL_WORDS,
  type Terminal,
  terminalsOf,
  type Wire,
  type Wiring,
  type WiringFinding,
  type WiringSystem,
  wantedWires,
  wireRefusal,
} from '@ingle/core'
import type { Draft } from '@ingle/record'
import { wireMapScene } from '@ingle/report'
import { Trash2 } from 'lucide-react'
import { useMemo, useState } from 'react'
import type { Isolation } from '../../keys/isolation.ts'
import { Drawing } from '../../kit/Drawing.tsx'
import { SelectField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { useWidth } from '../../kit/useWidth.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { changesBetween } from './wiringChanges.ts'

const COLOURS = ['red', 'blue', 'green', 'yellow', 'white', 'orange', 'brown', 'black', 'grey', 'violet']

interface Props {
  kind: WiringSystem
  found: Wiring
  now: Wiring
  findings: readonly WiringFinding[]
  names: Partial<Record<Board, string>>
  isolation: Isolation
}

/** The terminal map: the conductors that are wanted, those that were found, and what is wrong between them. */
export function WirePanel({ kind, found, now, findings, names, isolation }: Props) {
  const { here } = useVisit()
  const [frame, width] = useWidth(680)
  const [open, setOpen] = useState(false)
  const mending = Object.keys(here.wiring.left.wires).length + here.wiring.left.bridges.length > 0
  const scene = useMemo(
    () => wireMapScene(kind, now, findings, names, Math.min(Math.max(width, 340), 760)),
    [kind, now, findings, names, width],
  )
  return (
    <section aria-label="Terminal map" className="panel p-4 flex flex-col gap-3">
      <div className="flex flex-wrap items-baseline gap-2">
        <h2 className="font-bold">Terminal map</h2>
        <span className="soft text-[14px] mr-auto">
          {SYSTEM_KIND_WORDS[kind.kind]}, {wantedWires(kind).length} conductors wanted
          {mending ? ', as it is after mending' : ''}
        </span>
        <button type="button" className="btn btn-quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
          Kind of system…
        </button>
      </div>
      {open && <KindFields kind={kind} />}
      <div ref={frame}>
        <Drawing scene={scene} />
      </div>
      <p className="soft text-[13px]">
        Broken lines are wanted and not there. The letters are those in common use; where a board prints others, its own diagram
        counts.
      </p>
      <Findings findings={findings} now={now} isolation={isolation} />
      <WireTable kind={kind} found={found} now={now} isolation={isolation} />
    </section>
  )
}

function KindFields({ kind }: { kind: WiringSystem }) {
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
        label={kind.kind === 'heat-pump' ? 'Stages of auxiliary heat' : 'Stages of heat'}
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
      {kind.kind === 'heat-pump' && (
        <SelectField
          label="Reversing valve of the equipment"
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
      {kind.kind === 'heat-pump' && (
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
      <SelectField
        label="Conductors in the cable"
        value={here.wiring.set.cable === undefined ? '' : String(here.wiring.set.cable)}
        options={[['', 'not counted'], ...Array.from({ length: 11 }, (_, i): [string, string] => [String(i + 2), String(i + 2)])]}
        onSave={(value) => value !== '' && set({ cable: Number(value) })}
      />
    </div>
  )
}

function Findings({ findings, now, isolation }: { findings: readonly WiringFinding[]; now: Wiring; isolation: Isolation }) {
  const { write, at } = useVisit()
  if (now.wires.length + now.bridges.length === 0)
    return <p className="soft">Enter below what is found, one conductor after another; the checks begin with the first.</p>
  if (findings.length === 0)
    return (
      <p className="text-success font-bold">
        Nothing found against it: each conductor that this kind of system wants is where it belongs.
      </p>
    )
  const mend = (finding: WiringFinding) => {
    const drafts: Draft[] = changesBetween(now, mended(now, finding.does), { ...at, column: 'left' })
    void write(drafts)
  }
  return (
    <ul className="flex flex-col gap-2" aria-label="Wiring findings">
      {findings.map((one) => (
        <li key={one.key}>
          <Notice kind={one.danger ? 'wrong' : 'watch'}>
            <b>{one.says}</b> {one.mend}
            {one.does.length > 0 && (
              <span className="block mt-1.5">
                <button type="button" className="btn btn-quiet" disabled={!isolation.isolated} onClick={() => mend(one)}>
                  Done so
                </button>{' '}
                {!isolation.isolated && (
                  <span className="soft text-[13px]">Make it dead first: {isolation.open.length} steps are not confirmed.</span>
                )}
              </span>
            )}
          </Notice>
        </li>
      ))}
    </ul>
  )
}

/** Conductors one by one, as found; a mended one says so. */
function WireTable({ kind, found, now, isolation }: Omit<Props, 'findings' | 'names'>) {
  const { write, at } = useVisit()
  const [id, setId] = useState('')
  const [controller, setController] = useState('')
  const [equipment, setEquipment] = useState('')
  const [column, setColumn] = useState<'found' | 'left'>('found')
  const [wrong, setWrong] = useState<string | null>(null)
  const ends: [string, string][] = equipmentBoards(kind).flatMap((board) =>
    terminalsOf(kind, board).map((terminal): [string, string] => [
      `${board} ${terminal}`,
      `${board === 'second' ? 'second ' : ''}${endWord({ board, terminal })}`,
    ]),
  )
  const typedEnd = (text: string): End | null => {
    const [board, terminal] = text.split(' ') as [Board, Terminal]
    return text === '' ? null : { board, terminal }
  }
  const keep = async () => {
    const wire: Wire = {
      id: id.trim().toLowerCase(),
      controller: (controller || null) as Terminal | null,
      equipment: typedEnd(equipment),
    }
    const refused = wireRefusal(kind, column === 'found' ? found : now, wire)
    if (refused) return setWrong(`${refused.reason} ${refused.remedy}`)
    const same = (column === 'found' ? found : now).wires.find((one) => one.id === wire.id)
    const whole = {
      ...wire,
      controller: wire.controller ?? same?.controller ?? null,
      equipment: wire.equipment ?? same?.equipment ?? null,
    }
    const written = await write([wireDraft(whole)])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    setWrong(null)
    setId('')
    setController('')
    setEquipment('')
  }
  const wireDraft = (wire: Wire): Draft => ({
    kind: 'wire.set',
    body: {
      ...at,
      column,
      wire: wire.id,
      controller: wire.controller,
      board: (wire.equipment?.board ?? null) as 'equipment' | 'second' | null,
      terminal: wire.equipment?.terminal ?? null,
    },
  })
  return (
    <div className="flex flex-col gap-2">
      {now.wires.length > 0 && (
        <table className="w-full text-[14px]" aria-label="Conductors">
          <thead>
            <tr className="text-left soft text-[13px]">
              <th className="font-normal py-1">Conductor</th>
              <th className="font-normal">Controller</th>
              <th className="font-normal">Equipment</th>
              <th className="font-normal hidden sm:table-cell">Carries</th>
              <th>
                <span className="sr-only">Take out</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {now.wires.map((wire) => {
              const before = found.wires.find((one) => one.id === wire.id)
              const moved = JSON.stringify(before) !== JSON.stringify(wire)
              return (
                <tr key={wire.id} className="border-t border-base-300">
                  <th scope="row" className="text-left font-bold py-1.5">
                    {wire.id}
                    {moved && <span className="soft font-normal text-[13px]"> mended</span>}
                  </th>
                  <td className="num">{wire.controller ?? '–'}</td>
                  <td className="num">{wire.equipment ? endWord(wire.equipment) : '–'}</td>
                  <td className="soft hidden sm:table-cell">
                    {wire.controller ? TERMINAL_WORDS[wire.controller] : 'nothing: spare'}
                  </td>
                  <td className="text-right">
                    <button
                      type="button"
                      className="btn btn-ghost btn-square btn-quiet"
                      aria-label={`${wire.id} is not there`}
                      onClick={() =>
                        void write([
                          { kind: 'wire.set', body: { ...at, column: moved ? 'left' : 'found', wire: wire.id, gone: true } },
                        ])
                      }
                    >
                      <Trash2 size={16} />
                    </button>
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      )}
      <form
        aria-label="A conductor"
        className="flex flex-wrap gap-2 items-end"
        onSubmit={(event) => {
          event.preventDefault()
          void keep()
        }}
      >
        <label className="block">
          <span className="soft text-[13px] block">Conductor</span>
          <input
            className="input w-32"
            list="conductor-names"
            placeholder="its colour"
            value={id}
            onChange={(event) => setId(event.target.value)}
          />
          <datalist id="conductor-names">
            {COLOURS.map((one) => (
              <option key={one} value={one} />
            ))}
          </datalist>
        </label>
        <EndSelect
          label="At the controller"
          value={controller}
          options={terminalsOf(kind, 'controller').map((one) => [one, one === 'OB' ? 'O/B' : one])}
          onPick={setController}
        />
        <EndSelect label="At the equipment" value={equipment} options={ends} onPick={setEquipment} />
        <label className="block">
          <span className="soft text-[13px] block">It was</span>
          <select className="select w-28" value={column} onChange={(event) => setColumn(event.target.value as 'found' | 'left')}>
            <option value="found">found so</option>
            <option value="left" disabled={!isolation.isolated}>
              moved so
            </option>
          </select>
        </label>
        <button type="submit" className="btn btn-neutral" disabled={id.trim() === ''}>
          Enter
        </button>
      </form>
      {kind.controller.splitPower && <BridgeTick now={now} isolation={isolation} />}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
    </div>
  )
}

function EndSelect(props: {
  label: string
  value: string
  options: readonly (readonly [string, string])[]
  onPick: (value: string) => void
}) {
  return (
    <label className="block">
      <span className="soft text-[13px] block">{props.label}</span>
      <select className="select num w-32" value={props.value} onChange={(event) => props.onPick(event.target.value)}>
        <option value="">on nothing</option>
        {props.options.map(([value, text]) => (
          <option key={value} value={value}>
            {text}
          </option>
        ))}
      </select>
    </label>
  )
}

/** The bridge between the two power terminals, found or not. */
function BridgeTick({ now, isolation }: { now: Wiring; isolation: Isolation }) {
  const { write, at } = useVisit()
  const there = now.bridges.some((one) => one.board === 'controller')
  const say = (column: 'found' | 'left', is: boolean) =>
    void write([{ kind: 'bridge.set', body: { ...at, column, board: 'controller', a: 'Rc', b: 'Rh', there: is } }])
  return (
    <div className="flex flex-wrap items-center gap-2 text-[14px]">
      <span>
        Bridge between <span className="num">Rc</span> and <span className="num">Rh</span>: <b>{there ? 'there' : 'not there'}</b>
      </span>
      <button type="button" className="btn btn-quiet" onClick={() => say('found', !there)}>
        Found {there ? 'none' : 'one'}
      </button>
      <button type="button" className="btn btn-quiet" disabled={!isolation.isolated} onClick={() => say('left', !there)}>
        {there ? 'Took it out' : 'Put one in'}
      </button>
    </div>
  )
}
