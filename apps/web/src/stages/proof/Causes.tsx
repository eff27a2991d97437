import { causesOf } from '@ingle/bench'
import type { JudgedCheck, TestForm } from '@ingle/core'
import { Link } from 'react-router'
import { useVisit } from '../../visit/useVisit.ts'

/** What a failure likely comes from, each with the way to the stage that mends it. */
export function Causes({ form, failed, className }: { form: TestForm; failed: readonly JudgedCheck[]; className: string }) {
  const { ledger, state, at } = useVisit()
  const base = `/sites/${state.id}/visits/${at.visitId}/systems/${at.systemId}`
  return (
    <ul aria-label="Likely causes" className={`leading-snug flex flex-col ${className}`}>
      {causesOf(form.causes, failed, ledger).map((cause) => (
        <li key={cause.says}>
          {cause.says}{' '}
          <Link className="link" to={`${base}/${cause.stage}${cause.role ? `#${cause.role}` : ''}`}>
            Mend it
          </Link>
        </li>
      ))}
    </ul>
  )
}
