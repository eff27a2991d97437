import type { DocumentContent } from '@ingle/record'
import { type ProofTest, parseTest } from '@ingle/record'
import { useState } from 'react'
import { LineField } from '../kit/Field.tsx'
import { FormFoot } from '../kit/FormFoot.tsx'
import { useWrongFields } from '../kit/useWrongFields.ts'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'

/** Changes a test: its words, waits and limits as fields, and all of it as text for the rest. Checked as an import is. */
export function EditTest({ of, onDone }: { of: ProofTest; onDone: () => void }) {
  const desk = deskFor(useMe())
  const [test, put] = useState<ProofTest>(() => JSON.parse(JSON.stringify(of)) as ProofTest)
  const [text, setText] = useState<string | null>(null)
  const wrong = useWrongFields(text === null ? fieldOf : () => null)
  const setTest = (next: ProofTest) => {
    put(next)
    wrong.clear()
  }
  const step = (i: number, more: object) =>
    setTest({ ...test, steps: test.steps.map((one, at) => (at === i ? { ...one, ...more } : one)) })
  const check = (i: number, side: 'low' | 'high' | 'within', figure: string) =>
    setTest({
      ...test,
      passes: test.passes.map((one, at) =>
        at === i ? { ...one, [side]: { ...one[side], ...figureOf(one[side], figure) } } : one,
      ),
    })
  const save = async () => {
    let plain: unknown = test
    if (text !== null) {
      try {
        plain = JSON.parse(text)
      } catch (error) {
        return wrong.refuse({ reason: `This is not JSON: ${(error as Error).message}.`, remedy: 'What you typed is kept.' })
      }
    }
    const parsed = parseTest({ ...(plain as object), id: of.id, version: of.version + 1 })
    if (!parsed.ok) return wrong.refuse(parsed)
    const saved = await desk.library.save('test', parsed.value as DocumentContent['test'])
    if (!saved.ok) return wrong.refuse(saved)
    onDone()
  }
  return (
    <form
      ref={wrong.form}
      aria-label={`Edit ${of.name}`}
      className="panel p-4 mb-3 flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        void save()
      }}
    >
      <div className="flex flex-wrap gap-2 items-center">
        <h2 className="font-bold text-lg mr-auto">{of.name}</h2>
        <button
          type="button"
          className="btn btn-quiet"
          onClick={() => setText(text === null ? JSON.stringify(test, null, 2) : null)}
        >
          {text === null ? 'Edit as text' : 'Back to the fields'}
        </button>
      </div>
      {text !== null ? (
        <LineField label="The whole test, as ingle-test/1" lines={24} numeric value={text} onChange={setText} />
      ) : (
        <>
          <LineField label="Name" value={test.name} wrong={wrong.at('name')} onChange={(name) => setTest({ ...test, name })} />
          <LineField
            label="What a pass shows"
            value={test.says}
            wrong={wrong.at('says')}
            onChange={(says) => setTest({ ...test, says })}
          />
          {test.steps.map((one, i) => (
            <fieldset key={one.id} className="border-t border-base-300 pt-2.5 grid gap-2.5 md:grid-cols-2">
              <legend className="font-bold text-[15px]">Step {i + 1}</legend>
              <LineField
                label="What to do"
                lines={2}
                value={one.do}
                wrong={wrong.at(`steps.${i}.do`)}
                onChange={(text) => step(i, { do: text })}
              />
              <LineField
                label="What to watch"
                lines={2}
                value={one.watch ?? ''}
                wrong={wrong.at(`steps.${i}.watch`)}
                onChange={(text) => step(i, { watch: text })}
              />
              <LineField
                label="Caution"
                lines={2}
                value={one.caution ?? ''}
                wrong={wrong.at(`steps.${i}.caution`)}
                onChange={(text) => step(i, { caution: text })}
              />
              <LineField
                label={one.waitS?.role ? `Wait, s, where ${one.waitS.role} is not known` : 'Wait, s'}
                numeric
                wrong={wrong.at(`steps.${i}.waitS`)}
                value={String((one.waitS?.role ? one.waitS.otherwise : one.waitS?.figure) ?? '')}
                onChange={(figure) =>
                  step(i, { waitS: figure.trim() === '' ? undefined : { ...one.waitS, ...figureOf(one.waitS, figure) } })
                }
              />
            </fieldset>
          ))}
          <fieldset className="border-t border-base-300 pt-2.5 grid gap-2.5 md:grid-cols-2">
            <legend className="font-bold text-[15px]">What counts as a pass, in base units</legend>
            {test.passes.flatMap((one, i) =>
              (['low', 'high', 'within'] as const).flatMap((side) =>
                one[side] === undefined
                  ? []
                  : [
                      <LineField
                        key={`${one.id} ${side}`}
                        label={`${one.says}: ${side === 'low' ? 'no less than' : side === 'high' ? 'no more than' : 'within, s'}${one[side]?.role ? ` (where ${one[side]?.role} is not known)` : ''}`}
                        numeric
                        wrong={wrong.at(`passes.${i}.${side}`)}
                        value={String((one[side]?.role ? one[side]?.otherwise : one[side]?.figure) ?? '')}
                        onChange={(figure) => check(i, side, figure)}
                      />,
                    ],
              ),
            )}
          </fieldset>
        </>
      )}
      <FormFoot save="Save test" wrong={wrong.sentence} onLeave={onDone} />
    </form>
  )
}

/** The field of this form that a path of the test is typed in. */
function fieldOf(path: string): string | null {
  const [limit] = /^(steps\.\d+\.waitS|passes\.\d+\.(low|high|within))(?=\.(figure|otherwise)$)/.exec(path) ?? []
  return limit ?? (/^(name|says|steps\.\d+\.(do|watch|caution))$/.test(path) ? path : null)
}

/** What a typed figure means for a limit: the figure itself, or what holds where its setting is not known. */
function figureOf(limit: { role?: string } | undefined, typed: string): { figure?: number; otherwise?: number } {
  const number = Number(typed.replace(',', '.'))
  // What is no number is kept as one that the check refuses, in words.
  return limit?.role ? { otherwise: number } : { figure: number }
}
