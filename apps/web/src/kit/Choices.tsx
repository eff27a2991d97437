interface Props<T extends string> {
  label: string
  options: readonly (readonly [T, string])[]
  /** Whether an option is pressed: one of them, or several. */
  on: (option: T) => boolean
  onPick: (option: T) => void
  /** Shows the label above; else only a screen reader reads it. */
  titled?: boolean
}

/** Buttons of which one or several are pressed. */
export function Choices<T extends string>({ label, options, on, onPick, titled = false }: Props<T>) {
  return (
    <fieldset>
      <legend className={titled ? 'soft text-[13px] mb-0.5' : 'sr-only'}>{label}</legend>
      <div className="flex flex-wrap gap-1.5">
        {options.map(([option, words]) => (
          <button key={option} type="button" className="btn btn-quiet" aria-pressed={on(option)} onClick={() => onPick(option)}>
            {words}
          </button>
        ))}
      </div>
    </fieldset>
  )
}
