import { type KeyEvent, type KeypadMachine, keyWords } from '@ingle/core'

export function KeyEvents({ machine, events }: { machine: KeypadMachine; events: readonly KeyEvent[] }) {
  return (
    <span className="flex flex-wrap gap-1.5">
      {keyWords(machine, events).map((text, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a key may be pressed twice in one step.
        <kbd key={i} className="num border border-base-300 border-b-3 rounded px-2 py-0.5 bg-base-200 text-[14px]">
          {text}
        </kbd>
      ))}
    </span>
  )
}
