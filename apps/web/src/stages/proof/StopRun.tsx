import type { RunState } from '@ingle/record'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { Dialog } from '../../kit/Dialog.tsx'
import { LineField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** Stopping a test: for now, or for good with a reason. Never taken for a result. */
export function StopRun({ run }: { run: RunState }) {
  const { write, at, state } = useVisit()
  const navigate = useNavigate()
  const [open, setOpen] = useState(false)
  const [why, setWhy] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const stop = async (how: 'pause' | 'given-up') => {
    const body = { ...at, runId: run.id }
    const refused = refusalOf(
      await write([
        how === 'pause'
          ? { kind: 'test.pause', body: { ...body, why } }
          : { kind: 'test.end', body: { ...body, how, reason: why } },
      ]),
    )
    if (refused) return setWrong(refused)
    setOpen(false)
    void navigate(`/sites/${state.id}/visits/${at.visitId}/systems/${at.systemId}/proof`)
  }
  return (
    <>
      <button type="button" className="btn min-h-14" onClick={() => setOpen(true)}>
        Stop the test…
      </button>
      {open && (
        <Dialog title="Stop the test" onClose={() => setOpen(false)}>
          <div className="flex flex-col gap-3">
            <LineField label="Why" hint="called away, rain, no key to the roof" value={why} onChange={setWhy} />
            {wrong && <Notice kind="wrong">{wrong}</Notice>}
            <button type="button" className="btn btn-primary min-h-14" onClick={() => void stop('pause')}>
              Stop for now: take it up later
            </button>
            <button type="button" className="btn min-h-14" onClick={() => void stop('given-up')}>
              Give it up
            </button>
            <p className="soft text-[13px]">What was read is kept either way. A test that did not run to its end is no pass.</p>
          </div>
        </Dialog>
      )}
    </>
  )
}
