/** Names and what they stand at, one under another. */
export function Facts({ of, names = '6rem' }: { of: readonly (readonly [name: string, value: string])[]; names?: string }) {
  return (
    <dl className="grid gap-x-2 gap-y-1 text-[14px]" style={{ gridTemplateColumns: `${names} 1fr` }}>
      {of.map(([name, value]) => (
        <div key={name} className="contents">
          <dt className="soft">{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  )
}
