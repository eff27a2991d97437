import { STAGE_IDS, type StageId } from '@ingle/bench'
import { type Completion, counted, type JotReading } from '@ingle/core'
import type { Change, ChangeId, RowColumn, TryId } from '@ingle/record'
import { Delete, Keyboard } from 'lucide-react'
import { type Ref, useId, useImperativeHandle, useMemo, useRef, useState } from 'react'
import { useLocation } from 'react-router'
import { useShortcut } from '../app/shortcuts.ts'
import { Heard } from '../kit/Heard.tsx'
import { newId } from '../kit/ids.ts'
import { useJotWords } from './useJotWords.ts'
import { useMeaning } from './useMeaning.ts'
import { useVisit } from './useVisit.ts'

export interface JotHandle {
  put: (text: string, correcting?: Change) => void
}

interface Said {
  kind: 'done' | 'wrong'
  text: string
  undo?: ChangeId
}

/** One line for everything that is read or set: typed shorthand, read back before it counts. */
export function JotLine({ ref }: { ref: Ref<JotHandle> }) {
  const visit = useVisit()
  const stage = useStage()
  const meaning = useMeaning()
  const words = useJotWords()
  const context = useMemo(
    () => words?.jotContextOf(visit, meaning ? meaning.jotLater(visit, stage) : null) ?? null,
    [words, visit, stage, meaning],
  )
  const [text, setText] = useState('')
  const [correcting, setCorrecting] = useState<Change | null>(null)
  const [said, setSaid] = useState<Said | null>(null)
  const [focused, setFocused] = useState(false)
  const [keypad, setKeypad] = useState(false)
  const input = useRef<HTMLInputElement>(null)
  const lines = useRef<string[]>([])
  const back = useRef(0)
  const readId = useId()

  const put = (next: string, change?: Change) => {
    setText(next)
    setCorrecting(change ?? null)
    setSaid(null)
    input.current?.focus()
  }
  useImperativeHandle(ref, () => ({ put }))
  useShortcut((event) => {
    if (event.key !== '/') return
    event.preventDefault()
    input.current?.focus()
  })

  const reading = useMemo(
    () => (words && context ? words.withAim(words.parseJot(text, context), visit) : notYet(text)),
    [text, words, context, visit],
  )
  const offers = useMemo(
    () => (words && context && focused && text !== '' ? words.completions(text, context) : []),
    [text, words, context, focused],
  )

  /** On a phone it is one slim line until it is touched or has something to say. */
  const isOpen = focused || keypad || text !== '' || said !== null

  /** What the writer of a setting had before their eyes. */
  const sawIn = ({ key, column }: { key: string; column: RowColumn }): ChangeId[] => {
    const row = visit.ledger.find((one) => one.key === key)
    return row && words ? words.sawOf(row, column) : []
  }

  const enter = async () => {
    if (reading.state !== 'ready' || !words) return
    const { intent } = reading
    lines.current.push(text)
    back.current = 0
    if (intent.kind === 'undo') {
      const taken = await visit.undoLast()
      setText('')
      return setSaid(
        taken
          ? { kind: 'done', text: `Taken back: ${words.describeChange(taken, visit.units)}` }
          : { kind: 'wrong', text: 'There is nothing to take back on this visit.' },
      )
    }
    const last = visit.here.tries.at(-1)
    const place = {
      ...visit.at,
      tryId: correctedTry(correcting) ?? last?.id ?? null,
      tap: last?.tap ?? null,
      adjustPct: words.nextAdjust(visit),
      filter: last?.filter ?? ('as-found' as const),
      ...(intent.kind === 'setting' && { saw: sawIn(intent) }),
    }
    const drafts = words.changesOf(intent, place, newId)
    const written = await visit.write(correcting ? drafts.map((draft) => ({ ...draft, replaces: correcting.id })) : drafts)
    if (!written.ok) return setSaid({ kind: 'wrong', text: `${written.reason} ${written.remedy}` })
    const undo = written.ids.at(-1)
    setSaid({
      kind: 'done',
      text: `${correcting ? 'Corrected' : 'Written'}: ${reading.reads}`,
      ...(undo && { undo }),
    })
    setText('')
    setCorrecting(null)
  }

  const onKey = (event: React.KeyboardEvent) => {
    if (event.key === 'Enter') void enter()
    else if (event.key === 'Tab' && !event.shiftKey && takeTab()) event.preventDefault()
    else if (event.key === 'Escape') {
      if (text === '' && !correcting) input.current?.blur()
      setText('')
      setCorrecting(null)
    } else if (event.key === 'ArrowUp' && lines.current.length > 0) {
      event.preventDefault()
      back.current = Math.min(back.current + 1, lines.current.length)
      setText(lines.current.at(-back.current) ?? '')
    }
  }
  /** Takes the way out that a refusal offers, or the first completion. An empty line lets Tab leave the field. */
  const takeTab = (): boolean => {
    if (text === '') return false
    const next = reading.state === 'wrong' && reading.instead ? reading.instead : offers[0]?.text
    if (!next) return false
    setText(next)
    return true
  }

  return (
    <div className="relative">
      {focused && offers.length > 0 && (
        <ul
          className="absolute bottom-full left-0 md:left-16 mb-1 panel shadow-lg py-1 min-w-72 max-w-[calc(100vw-1rem)] text-[14px]"
          aria-label="Completions"
        >
          {offers.map((offer) => (
            <li key={offer.text}>
              <button
                type="button"
                tabIndex={-1}
                className="w-full text-left px-3 py-1.5 flex gap-3 hover:bg-base-200"
                onPointerDown={(event) => event.preventDefault()}
                onClick={() => put(offer.text, correcting ?? undefined)}
              >
                <span className="num">{offer.text}</span>
                <span className="soft ml-auto">{offer.says}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="flex flex-wrap md:flex-nowrap items-center px-3 md:px-4 gap-x-3 gap-y-1 py-1.5 md:h-12 md:py-0">
        <label className="font-bold text-primary hidden md:block" htmlFor={`${readId}-in`}>
          {correcting ? 'Correct' : 'Jot'}
        </label>
        <input
          id={`${readId}-in`}
          ref={input}
          className="num flex-1 min-w-0 h-11 md:h-9 rounded border-2 border-primary/60 px-3 bg-base-100"
          value={text}
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          placeholder={`${(context?.wanted[0] ?? 'esp').trim()} …`}
          aria-label="Jot line"
          aria-describedby={readId}
          aria-invalid={reading.state === 'wrong'}
          onChange={(event) => {
            setText(event.target.value)
            setSaid(null)
          }}
          onKeyDown={onKey}
          onFocus={() => setFocused(true)}
          onBlur={() => setFocused(false)}
        />
        <button
          type="button"
          className={`btn btn-quiet md:hidden h-11 ${isOpen ? '' : 'btn-square'}`}
          aria-label="Keypad"
          aria-expanded={keypad}
          onClick={() => setKeypad(!keypad)}
        >
          <Keyboard size={18} aria-hidden="true" /> {isOpen && 'Keypad'}
        </button>
        <Heard says={said ? said.text : heardOf(reading, offers.length)} />
        <div
          id={readId}
          className={`text-[13px] leading-tight basis-full md:basis-[42%] md:max-h-11 overflow-auto ${isOpen ? '' : 'hidden md:block'}`}
        >
          {said ? (
            <SaidLine
              said={said}
              onUndo={(id) =>
                void visit
                  .write([{ kind: 'undo', body: { targetId: id } }])
                  .then(() => setSaid({ kind: 'done', text: 'Taken back.' }))
              }
            />
          ) : (
            <ReadBack reading={reading} />
          )}
        </div>
        <kbd className="kbd kbd-sm hidden md:inline-flex">/</kbd>
      </div>
      {keypad && (
        <Keypad
          offered={words && context ? words.completions(text, context) : []}
          text={text}
          onText={setText}
          onEnter={() => void enter()}
          ready={reading.state === 'ready'}
        />
      )}
    </div>
  )
}

/** The stage that is open, by the address. */
function useStage(): StageId {
  const parts = useLocation().pathname.split('/')
  return STAGE_IDS.find((one) => parts.includes(one)) ?? 'airflow'
}

/** A corrected reading stays with the try that it was taken on. */
const correctedTry = (change: Change | null): TryId | null => (change && 'tryId' in change.body ? change.body.tryId : null)

/** What was typed stays, and is read as soon as what reads it is there. */
const notYet = (text: string): JotReading =>
  text === '' ? { state: 'empty' } : { state: 'incomplete', needs: 'what reads the line is still on its way' }

/** What the ears are told of a line that is being typed. */
function heardOf(reading: JotReading, offers: number): string {
  const more = offers === 0 ? '' : ` ${counted(offers, 'completion')}, Tab takes the first.`
  switch (reading.state) {
    case 'empty':
      return ''
    case 'incomplete':
      return `${reading.needs}.${more}`
    case 'wrong':
      return `${reading.reason} ${reading.remedy}`
    case 'ready':
      return `It reads ${reading.reads}.${more}`
  }
}

function ReadBack({ reading }: { reading: JotReading }) {
  switch (reading.state) {
    case 'empty':
      return <span className="soft">Type a reading; it is read back here before Enter counts.</span>
    case 'incomplete':
      return <span className="soft">… {reading.needs}</span>
    case 'wrong':
      return (
        <span className="text-error">
          <b>{reading.reason}</b> {reading.remedy}
        </span>
      )
    case 'ready':
      return (
        <span>
          <span className="soft">reads as: </span>
          <b>{reading.reads}</b>
        </span>
      )
  }
}

function SaidLine({ said, onUndo }: { said: Said; onUndo: (id: ChangeId) => void }) {
  const { undo } = said
  return (
    <span className={said.kind === 'wrong' ? 'text-error' : ''}>
      {said.text}{' '}
      {undo && (
        <button type="button" className="link font-bold" onClick={() => onUndo(undo)}>
          Undo
        </button>
      )}
    </span>
  )
}

const KEYS = ['7', '8', '9', '+', '4', '5', '6', '-', '1', '2', '3', '.', 'space', '0', 'back', 'enter'] as const

/** Big keys for a thumb in a glove: the words that are wanted now, and figures. */
function Keypad({
  offered,
  text,
  onText,
  onEnter,
  ready,
}: {
  offered: readonly Completion[]
  text: string
  onText: (text: string) => void
  onEnter: () => void
  ready: boolean
}) {
  const press = (key: (typeof KEYS)[number]) => {
    if (key === 'enter') return onEnter()
    onText(key === 'back' ? text.slice(0, -1) : text + (key === 'space' ? ' ' : key))
  }
  return (
    <section className="md:hidden p-2 border-t border-base-300" aria-label="Keypad">
      <div className="flex gap-1.5 overflow-x-auto pb-2">
        {offered.map((word) => (
          <button key={word.text} type="button" className="btn btn-quiet num shrink-0" onClick={() => onText(word.text)}>
            {word.text}
          </button>
        ))}
      </div>
      <div className="grid grid-cols-4 gap-1.5">
        {KEYS.map((key) => (
          <button
            key={key}
            type="button"
            className={`btn num text-lg ${key === 'enter' ? 'btn-primary' : ''}`}
            disabled={key === 'enter' && !ready}
            aria-label={key === 'back' ? 'Delete' : key === 'enter' ? 'Enter: write it down' : key}
            onClick={() => press(key)}
          >
            {key === 'back' ? (
              <Delete size={20} aria-hidden="true" />
            ) : key === 'enter' ? (
              'Enter'
            ) : key === 'space' ? (
              '␣'
            ) : key === '-' ? (
              '−'
            ) : (
              key
            )}
          </button>
        ))}
      </div>
    </section>
  )
}
