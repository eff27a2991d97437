import { isMetric, programPlaces } from '@ingle/core'
import type { ProfileSetting } from '@ingle/record'
import { CirclePlus } from 'lucide-react'
import { useState } from 'react'
import { useFormContext } from 'react-hook-form'
import { LineField, SelectField } from '../kit/Field.tsx'
import { Notice } from '../kit/Notice.tsx'
import { usePrefs } from '../prefs/prefs.ts'
import { FormLine, FormSelect } from './FormFields.tsx'
import { type ProfileForm, programOfForm, settingToForm } from './profileForm.ts'

/** How a family holds times: its starts and set points become settings like all others, and can be changed one by one. */
export function ProgramEditor({ onPlaces }: { onPlaces: (settings: ReturnType<typeof settingToForm>[]) => void }) {
  const { watch, getValues } = useFormContext<ProfileForm>()
  const metric = isMetric(usePrefs((prefs) => prefs.units))
  // As the reader counts, until something else is typed: the manual goes first.
  const usual = {
    step: '15',
    clock: metric ? '24 h clock' : '12 h clock',
    degrees: metric ? '°C' : '°F',
    stepDegrees: metric ? '0.5' : '1',
    heat: metric ? '8-28' : '45-85',
    cool: metric ? '18-32' : '65-95',
    off: '--:--',
  }
  const [touched, setTyped] = useState<Partial<typeof usual>>({})
  const typed = { ...usual, ...touched }
  const [wrong, setWrong] = useState<string | null>(null)
  const shape = watch('program.shape')
  const field = (name: keyof typeof typed, label: string, hint = '') => (
    <LineField label={label} hint={hint} value={typed[name]} onChange={(value) => setTyped({ ...touched, [name]: value })} />
  )
  const range = (text: string): [number, number] | null | undefined => {
    if (text.trim() === '') return null
    const [low, high] = text.split(/\s*(?:-|–|to)\s*/).map((one) => Number(one.replace(',', '.')))
    return low !== undefined && high !== undefined && low < high ? [low, high] : undefined
  }
  const make = () => {
    const form = programOfForm(getValues('program'), undefined)
    if (!form) return
    if (!(form.count >= 1 && form.count <= 40)) return setWrong('Say how many: a figure from 1 to 40.')
    if (form.shape !== 'actions' && form.groups?.length === 0)
      return setWrong('These groups of days do not make a week from Monday to Sunday, each day once: write mo-fr, sa-su.')
    const [heat, cool] = [range(typed.heat), range(typed.cool)]
    if (heat === undefined || cool === undefined)
      return setWrong('Write a range of set points from the lower to the higher, such as 10-28; empty: it has none.')
    const [stepMin, stepDegrees] = [Number(typed.step), Number(typed.stepDegrees.replace(',', '.'))]
    if (!(stepMin >= 1 && stepMin <= 720) || !(stepDegrees > 0))
      return setWrong('Say its steps of minutes and degrees in figures.')
    setWrong(null)
    const there = new Set(getValues('settings').map((one) => one.role))
    const places = programPlaces(form, {
      stepMin,
      clock: typed.clock as '12 h clock' | '24 h clock',
      degrees: typed.degrees as '°F' | '°C',
      stepDegrees,
      heat,
      cool,
      off: typed.off.trim(),
      access: 'Its program page.',
      source: 'its manual',
    })
    onPlaces(places.filter((one) => !there.has(one.role ?? '')).map((one) => settingToForm(one as ProfileSetting)))
  }
  return (
    <section aria-label="How it holds times" className="panel p-4 flex flex-col gap-3">
      <h2 className="font-bold">How it holds times</h2>
      <div className="grid gap-3 grid-cols-2 sm:grid-cols-4">
        <FormSelect
          name="program.shape"
          label="Program"
          options={[
            ['', 'none: it holds'],
            ['periods', 'periods of a day'],
            ['timer', 'a timer, on and off'],
            ['actions', 'a list of dated lines'],
          ]}
        />
        {shape !== '' && <FormLine name="program.count" label={shape === 'actions' ? 'Lines' : 'So many a day'} numeric />}
        {(shape === 'periods' || shape === 'timer') && (
          <FormLine name="program.groups" label="Days that share a program" hint="mo-fr, sa-su" />
        )}
        {shape === 'periods' && (
          <FormSelect
            name="program.starts"
            label="Heating and cooling"
            options={[
              ['', 'not said'],
              ['common', 'begin together'],
              ['separate', 'begin apart'],
            ]}
          />
        )}
        {shape === 'periods' && (
          <FormSelect
            name="program.order"
            label="Periods"
            options={[
              ['', 'not said'],
              ['sorted', 'are put in order by it'],
              ['as-entered', 'count as entered'],
            ]}
          />
        )}
      </div>
      {shape !== '' && (
        <>
          <div className="grid gap-3 grid-cols-2 sm:grid-cols-4">
            {field('step', 'Steps of minutes')}
            <SelectField
              label="Its clock"
              value={typed.clock}
              options={[
                ['24 h clock', '24 h'],
                ['12 h clock', '12 h'],
              ]}
              onSave={(clock) => setTyped({ ...touched, clock })}
            />
            {shape !== 'timer' && (
              <>
                <SelectField
                  label="Its degrees"
                  value={typed.degrees}
                  options={[
                    ['°C', '°C'],
                    ['°F', '°F'],
                  ]}
                  onSave={(degrees) => setTyped({ ...touched, degrees })}
                />
                {field('stepDegrees', 'Steps of degrees')}
                {field('heat', 'Heating, from-to', 'empty: none')}
                {field('cool', 'Cooling, from-to', 'empty: none')}
              </>
            )}
            {shape !== 'actions' && field('off', 'It shows for “off”', 'empty: never off')}
          </div>
          {wrong && <Notice kind="wrong">{wrong}</Notice>}
          <button type="button" className="btn self-start" onClick={make}>
            <CirclePlus size={16} aria-hidden="true" /> Make its places as settings
          </button>
        </>
      )}
    </section>
  )
}
