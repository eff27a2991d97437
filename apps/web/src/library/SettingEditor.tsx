import {
  CONVENTION_WORDS,
  DEVICE_UNITS,
  HOME_WORDS,
  NEEDS,
  type NeedId,
  ROLES,
  roleLabel,
  roleOf,
  SCOPE_WORDS,
} from '@ingle/core'
import { Trash2 } from 'lucide-react'
import { useFormContext, useWatch } from 'react-hook-form'
import { Wrong } from '../kit/Field.tsx'
import { FormCheck, FormLine, FormSelect, useWrongAt } from './FormFields.tsx'
import type { ProfileForm } from './profileForm.ts'

const NONE = [['', '—']] as const
const HOMES = [...NONE, ...Object.entries(HOME_WORDS)]
const SIDES = [...NONE, ...Object.entries(CONVENTION_WORDS)]
const SCOPES = [...NONE, ...Object.entries(SCOPE_WORDS)]
const UNITS = [...NONE, ...Object.keys(DEVICE_UNITS).map((one) => [one, one] as const)]
const MOST_NUMBER = 8

/** Every need that a setting can stand for, under its heading; numbered ones up to eight. */
const ROLE_GROUPS: readonly (readonly [string, readonly (readonly [string, string])[]])[] = (
  Object.keys(NEEDS) as NeedId[]
).flatMap((need) => {
  const roles = ROLES.filter((one) => one.need === need)
  if (roles.length === 0) return []
  const options = roles.flatMap((role) =>
    role.numbered
      ? Array.from({ length: MOST_NUMBER }, (_, i) => [`${role.id}.${i + 1}`, `${role.label} ${i + 1}`] as const)
      : [[role.id, role.label] as const],
  )
  return [[NEEDS[need], options] as const]
})

/** One setting of the form: a line, opened to everything that a profile can say of it. */
export function SettingEditor(props: { index: number; open: boolean; onToggle: () => void; onRemove: () => void }) {
  const { index, open } = props
  const { control } = useFormContext<ProfileForm>()
  const setting = useWatch({ control, name: `settings.${index}` })
  const at = <K extends keyof ProfileForm['settings'][number] & string>(key: K) => `settings.${index}.${key}` as const
  const role = setting?.role ? roleOf(setting.role) : null
  const wrong = useWrongAt()(`settings.${index}`)
  return (
    <li className="py-1">
      <div className="flex items-center gap-2">
        <button
          type="button"
          className="flex-1 min-w-0 text-left min-h-11 leading-tight"
          aria-expanded={open}
          data-wrong={wrong !== null || undefined}
          aria-describedby={wrong ? `setting-${index}-wrong` : undefined}
          onClick={props.onToggle}
        >
          <span className="num">{setting?.code}</span> <b>{setting?.label || 'New setting'}</b>
          <span className="soft block text-[13px]">{setting?.role ? roleLabel(setting.role) : 'no need named: left alone'}</span>
        </button>
        <button
          type="button"
          className="btn btn-ghost btn-square"
          aria-label={`Take out ${setting?.code} ${setting?.label || 'new setting'}`}
          onClick={props.onRemove}
        >
          <Trash2 size={17} />
        </button>
      </div>
      <Wrong id={`setting-${index}-wrong`} says={wrong} />
      {open && (
        <div className="grid gap-3 sm:grid-cols-3 pb-4 pt-1">
          <FormSelect name={at('role')} label="Need">
            <option value="">none: left alone</option>
            <RoleOptions />
          </FormSelect>
          <FormLine name={at('code')} label="Code" />
          <FormLine name={at('label')} label="The device calls it" />
          <div className="sm:row-span-2">
            <FormLine
              name={at('values')}
              label="Values, one a line: value = meaning"
              lines={5}
              hint={role?.values.kind === 'choice' ? `0 = ${Object.keys(role.values.options)[0]}` : '0'}
            />
            {role?.values.kind === 'choice' && (
              <p className="soft text-[12.5px]">Meanings: {Object.keys(role.values.options).join(', ')}</p>
            )}
          </div>
          <div className="grid grid-cols-2 gap-2 sm:row-span-2">
            <FormLine name={at('min')} label="From" numeric />
            <FormLine name={at('max')} label="To" numeric />
            <FormLine name={at('step')} label="Step" numeric />
            <FormSelect name={at('unit')} label="Unit" options={UNITS} />
          </div>
          <FormLine name={at('default')} label="Shipped at" />
          <FormSelect name={at('home')} label="Lives" options={HOMES} />
          <FormSelect name={at('scope')} label="One change reaches" options={SCOPES} />
          {setting?.role === 'control.differential' && (
            <FormSelect name={at('convention')} label="The differential lies" options={SIDES} />
          )}
          <FormLine name={at('address')} label="Address" />
          <FormLine name={at('pairedWith')} label="Only in front of (ids, by commas)" />
          <div className="sm:col-span-3">
            <FormLine name={at('access')} label="How it is reached" lines={2} />
          </div>
          <div className="sm:col-span-3 flex flex-wrap gap-x-6">
            <FormCheck name={at('stopped')} label="unit stopped" />
            <FormCheck name={at('powerOff')} label="power off" />
            <FormCheck name={at('restart')} label="takes effect after a power cycle" />
            <FormCheck name={at('open')} label="anyone at the wall can change it" />
            <FormCheck name={at('volatile')} label="lost when the power fails" />
          </div>
          <FormLine name={at('waitS')} label="Wait, s" numeric />
          <FormLine name={at('appearsAfter')} label="Appears once this was set" hint="role or code" />
          <FormLine name={at('word')} label="Jot word, if not the usual" />
          <div className="sm:col-span-3">
            <FormLine
              name={at('requires')}
              label="Requires, one a line"
              lines={2}
              hint="sensor.source is wall or remote when off because a stopped fan leaves the return in still air"
            />
          </div>
          <div className="sm:col-span-3">
            <FormLine name={at('excludes')} label="Excludes, one a line" lines={1} />
          </div>
          <FormLine name={at('caution')} label="Caution" />
          <FormLine name={at('note')} label="Note" />
          <FormLine name={at('source')} label="Source of the figure" />
        </div>
      )}
    </li>
  )
}

/** @param common only needs whose values mean the same on every device: what a house rule may aim at */
export const RoleOptions = ({ common = false }: { common?: boolean }) =>
  ROLE_GROUPS.map(([need, options]) => {
    const offered = common ? options.filter(([id]) => isForRules(id)) : options
    return (
      offered.length > 0 && (
        <optgroup key={need} label={need}>
          {offered.map(([id, label]) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </optgroup>
      )
    )
  })

const isForRules = (id: string): boolean => {
  const kind = roleOf(id)?.values.kind
  return kind === 'choice' || kind === 'number'
}
