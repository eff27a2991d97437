import { Notice } from './Notice.tsx'

/** The end of a form that opens in its list: what is wrong with it, saving it, leaving it. */
export function FormFoot({ save, wrong, onLeave }: { save: string; wrong: string | null; onLeave: () => void }) {
  return (
    <>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <div className="flex gap-2">
        <button type="submit" className="btn btn-primary">
          {save}
        </button>
        <button type="button" className="btn btn-ghost" onClick={onLeave}>
          Leave it
        </button>
      </div>
    </>
  )
}
