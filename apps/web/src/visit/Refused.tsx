import { type Refusal, said } from '@ingle/core'
import { useVisit } from './useVisit.ts'

/** A refusal, in the units of whoever reads it. */
export function Refused({ of }: { of: Refusal }) {
  const { show } = useVisit()
  const { reason, remedy } = said(of, show)
  return (
    <>
      <b>{reason}</b> {remedy}
    </>
  )
}
