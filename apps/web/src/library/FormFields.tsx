import { useId } from 'react'
import { type FieldPath, useFormContext } from 'react-hook-form'
import type { ProfileForm } from './profileForm.ts'

type Path = FieldPath<ProfileForm>

/** A line or a box of text of the form around it. */
export function FormLine(props: { name: Path; label: string; hint?: string; lines?: number; numeric?: boolean }) {
  const { register } = useFormContext<ProfileForm>()
  const id = useId()
  const shared = { id, placeholder: props.hint, ...register(props.name) }
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
    </div>
  )
}

export function FormSelect(props: { name: Path; label: string; options: readonly (readonly [string, string])[] }) {
  const { register } = useFormContext<ProfileForm>()
  const id = useId()
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="soft text-[13px] block mb-0.5">
        {props.label}
      </label>
      <select id={id} className="select w-full text-[15px]" {...register(props.name)}>
        {props.options.map(([value, text]) => (
          <option key={value} value={value}>
            {text}
          </option>
        ))}
      </select>
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
