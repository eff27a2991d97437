import { X } from 'lucide-react'

/** Title of a panel that was opened beside something, and the way to close it again. */
export function PanelHead({ title, closes, onClose }: { title: string; closes: string; onClose: () => void }) {
  return (
    <div className="flex items-start gap-2">
      <h2 className="font-bold text-[17px] leading-snug">{title}</h2>
      <button type="button" className="btn btn-ghost btn-square btn-quiet ml-auto -mt-1.5" aria-label={closes} onClick={onClose}>
        <X size={17} />
      </button>
    </div>
  )
}
