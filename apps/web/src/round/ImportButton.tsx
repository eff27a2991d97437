import { ImportAnswer } from '@ingle/record/wire'
import { FileUp, TriangleAlert } from 'lucide-react'
import { useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { useMe } from '../session/useMe.ts'
import { api } from '../sync/api.ts'
import { theDesk } from '../sync/later.ts'

/** Takes a record file from another Ingle, whole or not at all. */
export function ImportButton({ onDone }: { onDone: () => void }) {
  const input = useRef<HTMLInputElement>(null)
  const me = useMe()
  const navigate = useNavigate()
  const [said, setSaid] = useState<string | null>(null)
  const take = async (file: File) => {
    setSaid('Reading the record …')
    const isArchive = file.name.toLowerCase().endsWith('.zip') || file.type === 'application/zip'
    let plain: unknown = file
    try {
      if (!isArchive) plain = JSON.parse(await file.text())
    } catch {
      return setSaid(
        'This file is not an Ingle record. Choose the .ingle.json that “Export the record” made, or the .ingle.zip of “Whole site as archive”. Nothing was taken from it.',
      )
    }
    const answer = await api('POST', isArchive ? '/api/import-archive' : '/api/import', ImportAnswer, plain)
    if (!answer.ok) return setSaid(`${answer.error.reason} ${answer.error.remedy}`)
    await (await theDesk(me))?.desk.outbox.catchUp(answer.value.siteId)
    onDone()
    void navigate(`/sites/${answer.value.siteId}`)
  }
  return (
    <div className="relative">
      <button type="button" className="btn" onClick={() => input.current?.click()}>
        <FileUp size={18} aria-hidden="true" /> Import a record
      </button>
      <input
        ref={input}
        type="file"
        accept=".json,.zip,application/json,application/zip"
        className="sr-only"
        aria-label="Record file"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0]
          event.target.value = ''
          if (file) void take(file)
        }}
      />
      {said && (
        <div role="status" className="panel absolute right-0 top-13 w-80 p-3 text-[14px] z-20 flex gap-2 shadow-lg">
          <TriangleAlert size={16} className="shrink-0 mt-0.5" aria-hidden="true" />
          <span>{said}</span>
          <button type="button" className="link ml-auto" onClick={() => setSaid(null)}>
            close
          </button>
        </div>
      )}
    </div>
  )
}
