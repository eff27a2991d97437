import type { StageFinding } from '@ingle/bench'
import { Notice } from '../../kit/Notice.tsx'

const FIRST = 3

/** What is wrong with the settings, or will be once the aims are left. The rest folds away behind a count. */
export function Findings({ findings, onGo }: { findings: readonly StageFinding[]; onGo: (key: string) => void }) {
  if (findings.length === 0) return null
  const line = (finding: StageFinding) => (
    <li key={finding.id}>
      <Notice kind="watch">
        <b>{finding.says}</b> {finding.mend}{' '}
        {finding.row !== undefined && (
          <button type="button" className="link" onClick={() => onGo(finding.row ?? '')}>
            Show the setting
          </button>
        )}
      </Notice>
    </li>
  )
  const rest = findings.slice(FIRST)
  return (
    <section aria-label="What the settings do to one another">
      <ul className="flex flex-col gap-2">{findings.slice(0, FIRST).map(line)}</ul>
      {rest.length > 0 && (
        <details className="mt-2">
          <summary className="cursor-pointer soft py-2">{rest.length} more</summary>
          <ul className="flex flex-col gap-2">{rest.map(line)}</ul>
        </details>
      )}
    </section>
  )
}
