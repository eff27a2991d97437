import { inkOf, SIGN_HEIGHT, SIGN_WIDTH } from '@ingle/record'
import { signatureScene } from '@ingle/report'
import { useEffect, useRef, useState } from 'react'
import type SignaturePad from 'signature_pad'
import { Dialog } from '../../kit/Dialog.tsx'
import { Drawing } from '../../kit/Drawing.tsx'
import { LineField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'

const AS = { technician: 'Technician', customer: 'Customer' } as const
type As = keyof typeof AS

/** Signatures of the visit, drawn on the screen. */
export function Signatures() {
  const { visit, clock } = useVisit()
  const [signing, setSigning] = useState<As | null>(null)
  return (
    <section aria-label="Signatures" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">Signatures</h2>
      <div className="grid gap-3 sm:grid-cols-2">
        {(Object.keys(AS) as As[]).map((as) => {
          const there = visit.signed.find((one) => one.as === as)
          return (
            <div key={as} className="flex flex-col gap-1.5">
              {there ? (
                <>
                  <Drawing scene={signatureScene(there.strokes, `Signed by ${there.name}`)} />
                  <p className="text-[13.5px] leading-snug">
                    {AS[as]}: <b>{there.name}</b>, {clock.time(there.at)}
                  </p>
                </>
              ) : (
                <p className="soft text-[14px]">{AS[as]}: not signed.</p>
              )}
              <button type="button" className="btn" onClick={() => setSigning(as)}>
                {there ? 'Sign anew' : 'Sign'}
                <span className="sr-only"> as {AS[as].toLowerCase()}</span>
              </button>
            </div>
          )
        })}
      </div>
      {signing && <Sign as={signing} onClose={() => setSigning(null)} />}
    </section>
  )
}

function Sign({ as, onClose }: { as: As; onClose: () => void }) {
  const { write, visit, here, state, system } = useVisit()
  const canvas = useRef<HTMLCanvasElement>(null)
  const pad = useRef<SignaturePad | null>(null)
  const [name, setName] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  // What is drawn before the pad has come would be drawn for nothing.
  const [ready, setReady] = useState(false)
  useEffect(() => {
    const field = canvas.current
    if (!field) return
    let gone = false
    const arrived = ({ default: Pad }: typeof import('signature_pad')) => {
      if (gone) return
      const ratio = Math.max(window.devicePixelRatio, 1)
      field.width = field.offsetWidth * ratio
      field.height = field.offsetHeight * ratio
      field.getContext('2d')?.scale(ratio, ratio)
      pad.current = new Pad(field, { penColor: getComputedStyle(field).color, minWidth: 0.8, maxWidth: 2.4 })
      setReady(true)
    }
    import('signature_pad').then(arrived, () => {
      if (!gone) setWrong('The field to sign in did not load. Close this, and open it again once there is a signal.')
    })
    return () => {
      gone = true
      pad.current?.off()
    }
  }, [])
  const save = async () => {
    const field = canvas.current
    if (!field) return
    const scale = SIGN_WIDTH / field.offsetWidth
    const within = (value: number, most: number) => Math.round(Math.min(Math.max(value * scale, 0), most))
    const strokes = (pad.current?.toData() ?? [])
      .map(({ points }) => points.flatMap((point) => [within(point.x, SIGN_WIDTH), within(point.y, SIGN_HEIGHT)]))
      .filter((stroke) => stroke.length >= 2)
    if (name.trim() === '') return setWrong('Write the name beside the signature.')
    if (inkOf(strokes) === 0) return setWrong('Nothing was signed. Sign across the field with a finger, a pen or the mouse.')
    const written = await write([
      { kind: 'visit.sign', body: { visitId: visit.id, as, name: name.trim(), strokes: strokes.map(thinned) } },
    ])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    onClose()
  }
  return (
    <Dialog title={as === 'customer' ? 'The customer signs' : 'The technician signs'} onClose={onClose} wide>
      <div className="flex flex-col gap-3">
        <p className="text-[14px]">
          {state.name}, {system.name}. {here.complaint && `“${here.complaint}”`} Signed is what the record says now.
        </p>
        <canvas
          ref={canvas}
          aria-label="Field to sign in"
          aria-busy={!ready}
          className="w-full border-2 border-base-content/60 rounded-box bg-base-100 touch-none aria-busy:opacity-40"
          style={{ aspectRatio: `${SIGN_WIDTH} / ${SIGN_HEIGHT}` }}
        />
        <LineField label="Name" value={name} onChange={setName} />
        {wrong && <Notice kind="wrong">{wrong}</Notice>}
        <div className="flex flex-wrap gap-2">
          <button type="button" className="btn btn-primary" disabled={!ready} onClick={() => void save()}>
            Sign
          </button>
          <button type="button" className="btn" onClick={() => pad.current?.clear()}>
            Clear the field
          </button>
        </div>
      </div>
    </Dialog>
  )
}

/** No more points of a stroke than paper shows. */
function thinned(stroke: number[]): number[] {
  const points = stroke.length / 2
  const every = Math.ceil(points / 120)
  return stroke.filter((_, i) => Math.floor(i / 2) % every === 0 || Math.floor(i / 2) === points - 1)
}
