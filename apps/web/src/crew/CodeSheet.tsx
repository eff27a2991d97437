import { Printer } from 'lucide-react'
import { useState } from 'react'
import { Dialog } from '../kit/Dialog.tsx'
import { hereClock } from '../kit/hereClock.ts'

/** A code that lets in, shown once: as a link to send, or on paper to hand over. */
export function CodeSheet(props: { made: { code: string; endsAt: string; for: string }; crewName: string; onClose: () => void }) {
  const { made, crewName, onClose } = props
  const [copied, setCopied] = useState(false)
  const link = `${window.location.origin}/join/${made.code}`
  const copy = async () => {
    await navigator.clipboard.writeText(link)
    setCopied(true)
  }
  return (
    <Dialog title={`A code for ${made.for}`} onClose={onClose}>
      <div className="flex flex-col gap-3">
        <p>
          {crewName}. Open <b className="num break-all">{window.location.origin}/join</b> and type this code; it is good once,
          until {hereClock().day(made.endsAt)}.
        </p>
        <p className="num text-3xl font-bold tracking-wider text-center py-3 border border-base-300 rounded-box">
          <output aria-label="Code">{made.code}</output>
        </p>
        <p className="soft text-[14px] no-print">It is not shown again: nobody, the server neither, keeps it.</p>
        <div className="flex flex-wrap gap-2 no-print">
          <button type="button" className="btn btn-primary" onClick={() => void copy()}>
            {copied ? 'The link is copied' : 'Copy it as a link'}
          </button>
          <button type="button" className="btn" onClick={() => window.print()}>
            <Printer size={16} aria-hidden="true" /> Print it
          </button>
        </div>
      </div>
    </Dialog>
  )
}
