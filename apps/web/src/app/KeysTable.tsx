import { STAGE_NAMES } from '@ingle/bench'
import { JOT_COMMANDS } from '@ingle/core'
import { Dialog } from '../kit/Dialog.tsx'
import { usePrefs } from '../prefs/prefs.ts'

const KEYS: readonly (readonly [string, string])[] = [
  ['/', 'go to the jot line'],
  ['Enter', 'write the line down'],
  ['Tab', 'take the completion, or the way out that a refusal offers'],
  ['↑', 'the line before'],
  ['Esc', 'leave the jot line'],
  [
    `g then ${Object.values(STAGE_NAMES)
      .map((one) => one.key)
      .join(', ')}`,
    Object.values(STAGE_NAMES)
      .map((one) => one.label)
      .join(', '),
  ],
  ['g then r', 'Round'],
  ['arrows, Home, End', 'move in the ledger; Enter opens a cell, Esc leaves it'],
  ['space', 'next step, while a plan of keys is open'],
  ['?', 'this help'],
]

/** Every key and every line of the jot line. Loaded when somebody asks. */
export function KeysTable({ onClose }: { onClose: () => void }) {
  const { shortcuts, setShortcuts } = usePrefs()
  return (
    <Dialog title="Keys and the jot line" onClose={onClose}>
      <label className="flex items-center gap-3 min-h-11 mb-2">
        <input
          type="checkbox"
          className="checkbox"
          checked={shortcuts}
          onChange={(event) => setShortcuts(event.target.checked)}
        />
        Single keys act. Off: only the menus and the tab key do; turn it on again under your initials.
      </label>
      <table className="w-full text-[14px] mb-4">
        <tbody>
          {KEYS.map(([key, says]) => (
            <tr key={key}>
              <th scope="row" className="text-left font-normal pr-4 py-0.5 w-40">
                <kbd className="kbd kbd-sm">{key}</kbd>
              </th>
              <td>{says}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <table className="w-full text-[14px]">
        <thead>
          <tr className="text-left soft">
            <th scope="col">Type</th>
            <th scope="col">to write down</th>
          </tr>
        </thead>
        <tbody>
          {JOT_COMMANDS.map((one) => (
            <tr key={one.word} className="align-top">
              <td className="num pr-4 py-0.5">{one.examples[0]}</td>
              <td>{one.says}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Dialog>
  )
}
