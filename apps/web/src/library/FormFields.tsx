import { createContext, type ReactNode, useContext, useId } from 'react'
import { type FieldPath, useFormContext } from 'react-hook-form'
import { Wrong } from '../kit/Field.tsx'
import type { ProfileForm } from './profileForm.ts'

type Path = FieldPath<ProfileForm>

/** What is wrong with a field of the form around it, by its name. */
const WrongAt = createContext<(name: string) => string | null>(() => null)
export const useWrongAt = () => useContext(WrongAt)
export const WrongAtFields = WrongAt.Provider

/** What ties a field to what is wrong with it. */
function useTied(name: Path) {
  const id = useId()
  const wrong = useWrongAt()(name)
  return { id, wrong, tied: { id, 'aria-invalid': wrong !== null, 'aria-describedby': wrong ? `${id}-wrong` : undefined } }
}

/** A line or a box of text of the form around it. */
export function FormLine(props: { name: Path; label: string; hint?: string; lines?: number; numeric?: boolean }) {
  const { register } = useFormContext<ProfileForm>()
  const { id, wrong, tied } = useTied(props.name)
  const shared = { ...tied, placeholder: props.hint, ...register(props.name) }
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="soft text-[13px] block mb-0.5">
        {props.label}
      </label>
      {props.lines ? (
        <textarea {...shared} rows={props.lines} className="textarea w-full text-[15px] leading-snug" />
      ) : (
        <input
          {...shared}
          className={`input w-full text-[15px] ${props.numeric ? 'num' : ''}`}
          inputMode={props.numeric ? 'decimal' : undefined}
        />
      )}
      <Wrong id={`${id}-wrong`} says={wrong} />
    </div>
  )
}

export function FormSelect(props: {
  name: Path
  label: string
  options?: readonly (readonly [string, string])[]
  /** In place of plain options: groups of them. */
  children?: ReactNode
}) {
  const { register } = useFormContext<ProfileForm>()
  const { id, wrong, tied } = useTied(props.name)
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="soft text-[13px] block mb-0.5">
        {props.label}
      </label>
      <select {...tied} className="select w-full text-[15px]" {...register(props.name)}>
        {props.options?.map(([value, text]) => (
          <option key={value} value={value}>
            {text}
          </option>
        ))}
        {props.children}
      </select>
      <Wrong id={`${id}-wrong`} says={wrong} />
    </div>
  )
}

export function FormCheck({ name, label }: { name: Path; label: string }) {
  const { register } = useFormContext<ProfileForm>()
  return (
    <label className="flex items-center gap-2.5 min-h-11">
      <input type="checkbox" className="checkbox" {...register(name)} />
      {label}
    </label>
  )
}
