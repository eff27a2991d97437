/** Our own sign: a hearth with its fire. */
export function NameMark({ size = 26, ink = '#f4f0e6' }: { size?: number; ink?: string }) {
  return (
    <svg width={size} height={size} viewBox="0 0 26 26" aria-hidden="true">
      <path d="M3 24V12a10 10 0 0 1 20 0v12" fill="none" stroke={ink} strokeWidth="2.4" strokeLinecap="round" />
      <path
        d="M13 24c-4 0-5.4-3-4.6-5.6.6-2 2.6-2.8 2.8-5.4 2.4 1.2 3 2.8 3 4.2.7-.4 1-1.1 1-1.9 2 1.5 2.6 3.1 2.4 4.8-.2 2.2-1.8 3.9-4.6 3.9z"
        fill="#e2763f"
      />
    </svg>
  )
}
