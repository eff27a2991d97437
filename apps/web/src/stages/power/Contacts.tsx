import { type InputContact, judgeContact, PLACE_WORDS, PROTECTS } from '@ingle/core'
import type { LedgerRow } from '@ingle/record'
import { SelectField, TextField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** What hangs on each input, what happens when it trips, and the test that proves it. */
export function Contacts() {
  const { ledger, state } = useVisit()
  const inputs = ledger.filter((one) => /^input\.function\.[\w-]+$/.test(one.id))
  if (inputs.length === 0)
    return (
      <section aria-label="Contacts" className="panel p-4">
        <h2 className="font-bold mb-1">Outside contacts</h2>
        <p className="soft">
          No device here has inputs that its profile names. A float switch in the common conductor stops all of it.
        </p>
      </section>
    )
  const twins = state.twins.find((group) => group.systemIds.length > 1)
  return (
    <section aria-label="Contacts" className="panel p-4 flex flex-col gap-3">
      <h2 className="font-bold">Outside contacts</h2>
      {inputs.map((row) => (
        <Contact key={row.key} row={row} units={Math.max(state.systems.length, twins?.systemIds.length ?? 1)} />
      ))}
    </section>
  )
}

function Contact({ row, units }: { row: LedgerRow; units: number }) {
  const { here, ledger, write, at } = useVisit()
  const number = row.id.split('.').at(-1) ?? '1'
  const hung = here.contacts[`${row.place} ${number}`]
  const device = hung?.device ?? ''
  const stands = (id: string): string | null => {
    const one = ledger.find((other) => other.id === id && other.place === row.place)
    const value = one?.left?.value ?? one?.found?.value
    return one && value !== undefined ? (one.setting.means?.[value] ?? value) : null
  }
  const scope = ledger.find((one) => one.id === `input.scope.${number}` && one.place === row.place)
  const contact: InputContact = {
    device: device || 'contact',
    rests: hung?.rests ?? null,
    does: stands(row.id) as InputContact['does'],
    acts: stands(`input.sense.${number}`) as InputContact['acts'],
    reach: scope ? (stands(scope.id) as InputContact['reach']) : 'one',
    safety: PROTECTS.test(device),
  }
  const judged = judgeContact(contact, units)
  const save = (more: { device?: string; rests?: 'open' | 'closed' | null }) =>
    write([{ kind: 'contact.set', body: { ...at, place: row.place, input: number, device, rests: contact.rests, ...more } }])
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
      </div>
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
              disabled={judged.missing.length > 0 || judged.findings.length > 0}
              onClick={() => prove(`${device} tripped, seen to act and to come back`)}
            >
              Tripped, and it did
            </button>
          )}
        </>
      )}
    </fieldset>
  )
}
