import { format, parseReading, type Quantity, type UnitChoice } from '@ingle/core'
import { type ReactNode, useEffect, useId, useRef, useState } from 'react'

interface Common {
  label: string
  hint?: string
  /** Only a screen reader reads the label: a column's head says it to the others. */
  quiet?: boolean
  /** What is saved is a new entry each time: the field is empty again for the next. */
  entry?: boolean
  /** Saves; returns what is wrong, or null. What was typed stays until it is right. */
  onSave: (value: string) => Promise<string | null>
}

/**
 * What is wrong with a field, under it; the field names it by `id`. Called out at once by one that saves itself; in a form that
 * is sent as a whole the sentence at its end is, and the first field that is wrong gets the focus.
 */
export const Wrong = ({ id, says, calls = false }: { id: string; says: string | null | undefined; calls?: boolean }) =>
  says ? (
    <p id={id} className="text-error text-[13px] mt-1" role={calls ? 'alert' : undefined}>
      {says}
    </p>
  ) : null

/** A field that saves itself when it is left or Enter is pressed, and keeps what was typed when that is refused. */
export function TextField({
  label,
  hint,
  quiet = false,
  entry = false,
  value,
  onSave,
  lines = 1,
  offers,
}: Common & { value: string; lines?: number; offers?: readonly string[] }) {
  const [typed, setTyped] = useState(value)
  const [wrong, setWrong] = useState<string | null>(null)
  const id = useId()
  useEffect(() => setTyped(value), [value])
  const saving = useRef(false)
  const save = async () => {
    if (typed === value) return setWrong(null)
    // Enter and then leaving the field is one save, not two.
    if (saving.current) return
    saving.current = true
    const refused = await onSave(typed)
    saving.current = false
    setWrong(refused)
    if (entry && refused === null) setTyped('')
  }
  // What was wrong is gone as soon as it is being put right.
  const type = (next: string) => {
    setTyped(next)
    setWrong(null)
  }
  const shared = {
    id,
    value: typed,
    placeholder: hint,
    'aria-invalid': wrong !== null,
    'aria-describedby': wrong ? `${id}-wrong` : undefined,
    onBlur: () => void save(),
  }
  return (
    <div className="min-w-0">
      <label htmlFor={id} className={quiet ? 'sr-only' : 'soft text-[13px] block mb-0.5'}>
        {label}
      </label>
      {lines > 1 ? (
        <textarea
          {...shared}
          rows={lines}
          className="textarea w-full text-[15px] leading-snug"
          onChange={(event) => type(event.target.value)}
        />
      ) : (
        <input
          {...shared}
          className="input w-full text-[15px]"
          onChange={(event) => type(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && void save()}
          {...(offers && { list: `${id}-offers` })}
        />
      )}
      {offers && (
        <datalist id={`${id}-offers`}>
          {offers.map((one) => (
            <option key={one} value={one} />
          ))}
        </datalist>
      )}
      <Wrong id={`${id}-wrong`} says={wrong} calls />
    </div>
  )
}

/** A measured or printed figure, typed in any of its units and shown in the chosen one. */
export function QuantityField({
  label,
  hint,
  quiet = false,
  entry = false,
  quantity,
  base,
  units,
  onSave,
  zero,
}: {
  label: string
  hint?: string
  quiet?: boolean
  entry?: boolean
  quantity: Quantity
  base: number | null
  units: UnitChoice
  /** A word typed for zero, like "none". */
  zero?: string
  onSave: (base: number) => Promise<string | null>
}) {
  const shown = base === null ? '' : zero && base === 0 ? zero : format(quantity, base, units)
  return (
    <TextField
      label={label}
      {...(hint && { hint })}
      quiet={quiet}
      entry={entry}
      value={shown}
      onSave={async (typed) => {
        if (zero && typed.trim().toLowerCase() === zero) return onSave(0)
        const read = parseReading(typed, quantity, units)
        return read.ok ? onSave(read.value.base) : `${read.reason} ${read.remedy}`
      }}
    />
  )
}

export function SelectField<V extends string>({
  label,
  value,
  options,
  onSave,
}: {
  label: string
  value: string
  options: readonly (readonly [V, string])[]
  onSave: (value: V) => void
}) {
  const id = useId()
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="soft text-[13px] block mb-0.5">
        {label}
      </label>
      <select id={id} className="select w-full text-[15px]" value={value} onChange={(event) => onSave(event.target.value as V)}>
        {options.map(([option, text]) => (
          <option key={option} value={option}>
            {text}
          </option>
        ))}
      </select>
    </div>
  )
}

/** A choice in a form that is sent as a whole; its options are the caller's. */
export function LabelledSelect(props: {
  label: string
  value: string
  wrong?: string | null
  onChange: (value: string) => void
  children: ReactNode
}) {
  const id = useId()
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="soft text-[13px] block mb-0.5">
        {props.label}
      </label>
      <select
        id={id}
        className="select w-full"
        value={props.value}
        aria-invalid={Boolean(props.wrong)}
        aria-describedby={props.wrong ? `${id}-wrong` : undefined}
        onChange={(event) => props.onChange(event.target.value)}
      >
        {props.children}
      </select>
      <Wrong id={`${id}-wrong`} says={props.wrong} />
    </div>
  )
}

/** A tick that shows at once and is written down behind it. */
export function CheckField(props: {
  label: string
  why?: string
  checked: boolean
  disabled?: boolean
  onSave: (checked: boolean) => void
}) {
  const { label, why, checked, disabled = false, onSave } = props
  const [shown, setShown] = useState(checked)
  useEffect(() => setShown(checked), [checked])
  return (
    <label className="flex items-center gap-3 min-h-11">
      <input
        type="checkbox"
        className="checkbox"
        disabled={disabled}
        checked={shown}
        onChange={(event) => {
          setShown(event.target.checked)
          onSave(event.target.checked)
        }}
      />
      <span className="leading-snug py-1">
        {label}
        {why && <span className="soft block text-[13px]">{why}</span>}
      </span>
    </label>
  )
}

/** A line in a form that is sent as a whole: what is typed is the caller's. */
export function LineField(props: {
  label: string
  hint?: string
  value: string
  onChange: (value: string) => void
  lines?: number
  numeric?: boolean
  wrong?: string | null
  /** It is checked while it is typed, not with the form. */
  calls?: boolean
}) {
  const id = useId()
  const shared = {
    id,
    value: props.value,
    placeholder: props.hint,
    'aria-invalid': Boolean(props.wrong),
    'aria-describedby': props.wrong ? `${id}-wrong` : undefined,
  }
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="soft text-[13px] block mb-0.5">
        {props.label}
      </label>
      {props.lines ? (
        <textarea
          {...shared}
          rows={props.lines}
          className={`textarea w-full leading-snug ${props.numeric ? 'num text-[13px] whitespace-pre overflow-x-auto' : 'text-[15px]'}`}
          onChange={(event) => props.onChange(event.target.value)}
        />
      ) : (
        <input
          {...shared}
          className={`input w-full text-[15px] ${props.numeric ? 'num' : ''}`}
          inputMode={props.numeric ? 'decimal' : undefined}
          onChange={(event) => props.onChange(event.target.value)}
        />
      )}
      <Wrong id={`${id}-wrong`} says={props.wrong} calls={props.calls ?? false} />
    </div>
  )
}
