import type { RowStanding } from '@ingle/bench'

export type Mark = RowStanding | 'temporary'

const MARK_SAYS: Record<Mark, string> = {
  'not-looked-at': 'not looked at',
  found: 'found',
  set: 'left set',
  proved: 'proved',
  watch: 'watch',
  temporary: 'temporary',
}

/** State by shape and colour together, so that it reads without either. */
export function StateMark({ mark, size = 16 }: { mark: Mark; size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 16 16" role="img" aria-label={MARK_SAYS[mark]} className="shrink-0">
      {SHAPES[mark]}
    </svg>
  )
}

const SHAPES: Record<Mark, React.ReactNode> = {
  'not-looked-at': (
    <circle cx="8" cy="8" r="5.5" fill="none" stroke="var(--tone-faint)" strokeWidth="1.6" strokeDasharray="2.4 2" />
  ),
  found: (
    <>
      <circle cx="8" cy="8" r="5.5" fill="none" stroke="currentColor" strokeWidth="1.6" />
      <path d="M8 2.5a5.5 5.5 0 0 0 0 11z" fill="currentColor" />
    </>
  ),
  set: <rect x="2.5" y="2.5" width="11" height="11" rx="2" fill="var(--color-secondary)" />,
  proved: (
    <>
      <rect x="2.2" y="2.2" width="11.6" height="11.6" rx="2" fill="var(--color-success)" />
      <path d="M5 8.3l2.2 2.2L11.2 6" stroke="var(--color-success-content)" strokeWidth="1.8" fill="none" />
    </>
  ),
  watch: (
    <>
      <path d="M8 1.8l6.4 11.6H1.6z" fill="var(--color-warning)" />
      <path d="M8 6v3.6" stroke="var(--color-warning-content)" strokeWidth="1.7" />
      <circle cx="8" cy="11.5" r=".95" fill="var(--color-warning-content)" />
    </>
  ),
  temporary: (
    <path d="M3 13.5V2.5h9.5l-2.4 3.3 2.4 3.3H4.6" fill="var(--color-accent)" stroke="var(--color-accent)" strokeWidth="1.2" />
  ),
}
