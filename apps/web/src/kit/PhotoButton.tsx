import { Camera } from 'lucide-react'

/** Takes or chooses photos; says how many go with what is being written. */
export function PhotoButton({ count, onTake }: { count: number; onTake: (files: readonly File[]) => void }) {
  return (
    <span className="flex items-center gap-2">
      <label className="btn focus-within:outline-3 outline-secondary">
        <Camera size={17} aria-hidden="true" /> Photo
        <input
          type="file"
          accept="image/*"
          multiple
          className="sr-only"
          onChange={(event) => {
            const files = [...(event.target.files ?? [])]
            event.target.value = ''
            onTake(files)
          }}
        />
      </label>
      {count > 0 && (
        <span className="soft text-[14px]">{count === 1 ? 'One photo goes with it.' : `${count} photos go with it.`}</span>
      )}
    </span>
  )
}
