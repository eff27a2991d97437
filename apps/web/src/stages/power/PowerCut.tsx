import type { SystemDevice } from '@ingle/bench'
import { PLACE_WORDS } from '@ingle/core'
import { CheckField } from '../../kit/Field.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** Batteries, and what is gone after the power was. */
export function PowerCut({ devices }: { devices: readonly SystemDevice[] }) {
  const { here, ledger, write, at } = useVisit()
  const rows = devices.map((device) => ({
    ...device,
    backup: device.profile.power?.backup ?? null,
    lost: ledger.filter((row) => row.place === device.place && row.setting.volatile),
  }))
  const telling = rows.filter((one) => one.backup || one.lost.length > 0 || one.profile.power?.mounting)
  return (
    <section aria-label="Power cut" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold">Lost at power failure</h2>
      {telling.length === 0 && (
        <p className="soft">
          Nothing that is known of: no device here says that it forgets. Program and clock are worth a look after one.
        </p>
      )}
      {telling.map(({ place, profile, backup, lost }) => (
        <div key={place} className="border-t border-base-300 pt-2 text-[14px] leading-snug">
          <b>
            {PLACE_WORDS[place]} {profile.family}.
          </b>{' '}
          {lost.length === 0
            ? 'Keeps all that it was told.'
            : `Loses ${lost.map((row) => row.setting.label.toLowerCase()).join(', ')}${backup ? ' once its reserve is gone' : ''}: set again after every cut.`}{' '}
          {backup &&
            `Reserve: ${backup.what}${backup.keepsH === undefined ? '' : `, for ${backup.keepsH < 1 ? `${Math.round(backup.keepsH * 60)} min` : `${backup.keepsH} h`}`}.`}{' '}
          {profile.power?.mounting}
          {backup?.change && (
            <CheckField
              label={`Changed today: ${backup.change}`}
              checked={here.checks[`battery.${place}`] === true}
              onSave={(done) => void write([{ kind: 'check.set', body: { ...at, checkId: `battery.${place}`, done } }])}
            />
          )}
        </div>
      ))}
    </section>
  )
}
