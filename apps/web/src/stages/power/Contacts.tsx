import { contactOf, inputRows, type LedgerRow } from '@ingle/bench'
import {
  PLACE_WORDS,
  SAFETY_ACTION_WORDS,
  SAFETY_KIND_IDS,
  SAFETY_RESET_WORDS,
  SAFETY_SCOPE_WORDS,
  type SafetyKindId,
  safetyKind,
} from '@ingle/core'
import { SelectField, TextField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { CarriedNote } from '../../visit/CarriedNote.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** What hangs on each input, what happens when it trips, and the test that proves it. */
export function Contacts() {
  const inputs = inputRows(useVisit())
  if (inputs.length === 0)
    return (
      <section aria-label="Contacts" className="panel p-4">
        <h2 className="font-bold mb-1">External inputs</h2>
        <p className="soft">
          No device here has inputs that its profile names. A float switch breaks R, so that all of it stops, or Y, so that
          cooling alone does; never the common.
        </p>
      </section>
    )
  return (
    <section aria-label="Contacts" className="panel p-4 flex flex-col gap-3">
      <h2 className="font-bold">External inputs</h2>
      <CarriedNote of="contacts" />
      {inputs.map((row) => (
        <Contact key={row.key} row={row} />
      ))}
    </section>
  )
}

function Contact({ row }: { row: LedgerRow }) {
  const visit = useVisit()
  const { write, at } = visit
  const { number, device, contact, guessed, judged } = contactOf(visit, row)
  const kind = contact.kind && safetyKind(contact.kind)
  const protects: SafetyKindId | 'nobody' | undefined = guessed ? undefined : (contact.kind ?? 'nobody')
  const save = (more: { device?: string; rests?: 'open' | 'closed' | null; protects?: SafetyKindId | 'nobody' }) => {
    const hung = { device, rests: contact.rests, ...(protects && { protects }), ...more }
    return write([{ kind: 'contact.set', body: { ...at, place: row.place, input: number, ...hung } }])
  }
  const prove = (value: string) =>
    void write([{ kind: 'setting.set', body: { ...at, role: row.id, place: row.place, column: 'proof', value } }])
  return (
    <fieldset className="border-t border-base-300 pt-2.5 flex flex-col gap-2">
      <legend className="sr-only">
        {row.setting.label} of the {PLACE_WORDS[row.place].toLowerCase()}
      </legend>
      <div className="grid gap-2.5 sm:grid-cols-2">
        <div className="sm:col-span-2">
          <span className="soft text-[13px] block">{PLACE_WORDS[row.place]}</span>
          <b>
            <span className="num">{row.setting.code}</span> {row.setting.label}
          </b>
        </div>
        <TextField
          label="What hangs on it"
          value={device}
          hint="float switch, window contact …"
          onSave={async (value) => {
            const written = await save({ device: value })
            return refusalOf(written)
          }}
        />
        <SelectField
          label="While all is well it is"
          value={contact.rests ?? ''}
          options={[
            ['', 'not looked at'],
            ['closed', 'closed'],
            ['open', 'open'],
          ]}
          onSave={(value) => void save({ rests: value === '' ? null : (value as 'open' | 'closed') })}
        />
        {device !== '' && (
          <div className="sm:col-span-2">
            <SelectField
              label={guessed && kind ? 'It protects, by its name' : 'It protects'}
              value={contact.kind ?? (guessed ? '' : 'nobody')}
              options={[
                ...(guessed && !contact.kind ? [['', 'not said'] as const] : []),
                ...SAFETY_KIND_IDS.map((id) => [id, safetyKind(id).name] as const),
                ['nobody', 'nobody: it only tells or switches'],
              ]}
              onSave={(value) => value !== '' && void save({ protects: value as SafetyKindId | 'nobody' })}
            />
          </div>
        )}
      </div>
      {kind && (
        <p className="soft text-[14px] leading-snug">
          {`Guards ${kind.guards}. When it trips: ${SAFETY_ACTION_WORDS[kind.action]}; it reaches ${SAFETY_SCOPE_WORDS[kind.scope]}; reset ${SAFETY_RESET_WORDS[kind.reset]}${kind.silence ? '; with an alarm' : ''}.`}
          <span className="block text-[13px]">{kind.basis}.</span>
        </p>
      )}
      {device === '' ? (
        <p className="soft text-[14px]">Say what hangs on it; nothing is an answer too.</p>
      ) : (
        <>
          <p className="font-bold leading-snug">{judged.says}</p>
          {judged.findings.map((one) => (
            <Notice key={one.says} kind="watch">
              <b>{one.says}</b> {one.mend}
            </Notice>
          ))}
          <div className="text-[14px] leading-snug">
            <b>The test that proves it.</b> {judged.test}
          </div>
          {row.proof ? (
            <p className="text-success text-[14px] font-bold">
              Proved: {row.proof.value} ({row.proof.by})
            </p>
          ) : (
            <button
              type="button"
              className="btn btn-quiet self-start"
              disabled={!judged.provable}
              onClick={() => prove(`${device} tripped, seen to act and to come back as it should`)}
            >
              Tripped, and it did
            </button>
          )}
        </>
      )}
    </fieldset>
  )
}
