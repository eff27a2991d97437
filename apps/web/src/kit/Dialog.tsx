import { X } from 'lucide-react'
import type { ReactNode } from 'react'
import { useModal } from './useModal.ts'

/** A native dialog: focus stays in it, Escape closes it, focus goes back where it was. */
export function Dialog(props: { title: string; onClose: () => void; children: ReactNode; wide?: boolean }) {
  const { title, onClose, children, wide = false } = props
  const ref = useModal()
  return (
    <dialog
      ref={ref}
      onClose={onClose}
      className={`panel text-base-content m-auto ${wide ? 'w-[min(62rem,calc(100vw-1.5rem))]' : 'w-[min(34rem,calc(100vw-1.5rem))]'} max-h-[calc(100dvh-2rem)] overflow-auto p-5 backdrop:bg-black/50`}
      aria-label={title}
    >
      <div className="flex items-start gap-3 mb-3">
        <h2 className="text-lg font-bold leading-snug">{title}</h2>
        <button type="button" className="btn btn-ghost btn-square btn-quiet ml-auto" onClick={onClose} aria-label="Close">
          <X size={18} />
        </button>
      </div>
      {children}
    </dialog>
  )
}
