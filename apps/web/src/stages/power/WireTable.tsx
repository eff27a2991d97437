import type { Isolation } from '@ingle/bench'
import {
  type Board,
  type End,
  endWord,
  equipmentBoards,
  TERMINAL_WORDS,
  type Terminal,
  terminalsOf,
  type Wire,
  type Wiring,
  type WiringSystem,
  wireRefusal,
} from '@ingle/core'
import type { Draft } from '@ingle/record'
import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'

const COLOURS = ['red', 'blue', 'green', 'yellow', 'white', 'orange', 'brown', 'black', 'grey', 'violet']

interface Props {
  kind: WiringSystem
  found: Wiring
  now: Wiring
  isolation: Isolation
}

/** Conductors one by one, as found; a mended one says so. */
export function WireTable({ kind, found, now, isolation }: Props) {
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
