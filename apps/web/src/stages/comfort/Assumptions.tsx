/** What a run rests on and nobody measured. */
export function Assumptions({ runs }: { runs: readonly { what: string; value: string; from: string }[] }) {
  if (runs.length === 0) return null
  return (
    <details className="text-[14px]">
      <summary className="link min-h-11 flex items-center">What is taken and not known: {runs.length}</summary>
      <ul className="divide-y divide-base-300">
        {runs.map((one) => (
          <li key={one.what} className="py-1.5">
            <b>{one.what}</b>: <span className="num">{one.value}</span> <span className="soft">({one.from})</span>
          </li>
        ))}
      </ul>
    </details>
  )
}
