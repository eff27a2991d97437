import { freeId } from '@ingle/catalog'
import { chosenUnit, counted, profileQuestions } from '@ingle/core'
import { type Profile, parseProfile } from '@ingle/record'
import { CirclePlus, ClipboardPaste } from 'lucide-react'
import { useEffect, useMemo, useState } from 'react'
import { FormProvider, useFieldArray, useForm, useFormContext } from 'react-hook-form'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { useTitle } from '../app/title.ts'
import { Empty, Notice } from '../kit/Notice.tsx'
import { useWrongFields } from '../kit/useWrongFields.ts'
import { usePrefs } from '../prefs/prefs.ts'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'
import { BlowerEditor } from './BlowerEditor.tsx'
import { FormLine, FormSelect, WrongAtFields } from './FormFields.tsx'
import { KIND_WORDS } from './kinds.ts'
import { PasteDialog } from './PasteDialog.tsx'
import { ProgramEditor } from './ProgramEditor.tsx'
import { emptySetting, fieldOfPath, formToProfile, type ProfileForm, profileToForm } from './profileForm.ts'
import { SettingEditor } from './SettingEditor.tsx'
import { useDraft } from './useDraft.ts'
import { useLibrary } from './useLibrary.ts'

const NEW: Profile = {
  format: 'ingle-profile/1',
  id: 'new',
  version: 1,
  maker: '',
  family: '',
  kind: 'air-handler',
  description: '',
  settings: [],
  cautions: [],
}

/** A profile in forms: a new one, or the next version of one that is there. */
export function EditProfile() {
  const { profileId } = useParams()
  const { profiles } = useLibrary()
  const before = profiles.find((one) => one.id === profileId)
  const [query] = useSearchParams()
  const like = profiles.find((one) => one.id === query.get('like'))?.content ?? null
  // A copy is nothing until it is saved: whoever leaves it leaves nothing behind.
  if (profileId === undefined) return <Editor key={`new ${like?.id ?? ''}`} before={null} like={like} />
  if (before) return <Editor key={before.id} before={before.content} like={null} />
  return (
    <main id="main" className="p-6 w-full">
      <Empty title="The library has no such family">
        <Link to="/library" className="btn btn-primary mt-4">
          To the library
        </Link>
      </Empty>
    </main>
  )
}

function Editor({ before, like }: { before: Profile | null; like: Profile | null }) {
  const desk = deskFor(useMe())
  const { profiles } = useLibrary()
  const navigate = useNavigate()
  const units = usePrefs((prefs) => prefs.units)
  const { kept, keep, drop } = useDraft<ProfileForm>(`profile.${before?.id ?? (like ? `like.${like.id}` : 'new')}`)
  const clean = useMemo(
    () => profileToForm(before ?? (like ? { ...like, family: `${like.family} copy`.slice(0, 60) } : NEW)),
    [before, like],
  )
  const form = useForm<ProfileForm>({ defaultValues: kept ?? clean })
  const wrong = useWrongFields((path) => fieldOfPath(path, form.getValues()))
  /** The setting that is open. */
  const [opened, setOpened] = useState<number | null>(null)
  /** What was asked before saving; saving once more says that it is meant so. */
  const [asked, setAsked] = useState<string[]>([])
  const [resumed, setResumed] = useState(kept !== null)
  const { clear } = wrong
  useEffect(() => {
    const watching = form.watch(() => {
      keep(form.getValues())
      clear()
    })
    return () => watching.unsubscribe()
  }, [form, keep, clear])
  useTitle(before ? `Edit ${before.family}` : 'New profile')
  const save = async (typed: ProfileForm) => {
    const last = profiles.find((one) => one.id === before?.id)
    const id = before?.id ?? freeId(`${typed.maker} ${typed.family}`, new Set(profiles.map((one) => one.id)))
    const profile = formToProfile(typed, before ?? like, id, (last?.version ?? 0) + 1, units)
    const parsed = parseProfile(JSON.parse(JSON.stringify(profile)))
    if (!parsed.ok) {
      const at = /^settings\.(\d+)/.exec(parsed.at?.find((one) => one.path.startsWith('settings.'))?.path ?? '')?.[1]
      if (at !== undefined) setOpened(Number(at))
      return wrong.refuse(parsed)
    }
    wrong.clear()
    const open = profileQuestions(parsed.value).map((one) => `${one.says} ${one.mend}`)
    if (open.some((one) => !asked.includes(one))) return setAsked(open)
    const saved = await desk.library.save('profile', profile)
    if (!saved.ok) return wrong.refuse(saved)
    drop()
    void navigate(`/library/${id}`)
  }
  const startOver = () => {
    drop()
    form.reset(clean)
    setResumed(false)
  }
  return (
    <FormProvider {...form}>
      <WrongAtFields value={wrong.at}>
        <main id="main" className="flex-1 w-full max-w-5xl mx-auto p-4 md:p-6">
          <form
            ref={wrong.form}
            className="flex flex-col gap-4"
            onSubmit={(event) => {
              event.preventDefault()
              void form.handleSubmit(save)(event)
            }}
          >
            <h1 className="text-2xl font-bold">{before ? `Edit ${before.maker} ${before.family}` : 'New profile'}</h1>
            {resumed && (
              <Notice kind="plain">
                This is what you had typed before.{' '}
                <button type="button" className="link" onClick={startOver}>
                  Start over
                </button>
              </Notice>
            )}
            <Identity />
            <BlowerEditor />
            <FurnacePlates />
            <SettingsEditor open={opened} onOpen={setOpened} />
            <FormLine name="cautions" label="Cautions, one a line" lines={3} />
            <div className="sticky bottom-0 bg-base-200 py-3 flex flex-col gap-2">
              {wrong.sentence && <Notice kind="wrong">{wrong.sentence}</Notice>}
              {asked.map((one) => (
                <Notice key={one} kind="watch">
                  {one}
                </Notice>
              ))}
              {asked.length > 0 && <p className="text-[14px]">Put it right, or save once more if it is meant so.</p>}
              <div className="flex gap-2">
                <button type="submit" className="btn btn-primary" disabled={form.formState.isSubmitting}>
                  Save {before ? `as version ${(profiles.find((one) => one.id === before.id)?.version ?? 0) + 1}` : 'the profile'}
                </button>
                <Link className="btn" to={before ? `/library/${before.id}` : '/library'}>
                  Leave it
                </Link>
                <span className="soft text-[13px] self-center">What you type is kept on this device until you save it.</span>
              </div>
            </div>
          </form>
        </main>
      </WrongAtFields>
    </FormProvider>
  )
}

function Identity() {
  return (
    <section aria-label="What it is" className="panel p-4 grid gap-3 sm:grid-cols-3">
      <FormLine name="maker" label="Maker" />
      <FormLine name="family" label="Family" />
      <FormSelect name="kind" label="Kind" options={Object.entries(KIND_WORDS)} />
      <div className="sm:col-span-3">
        <FormLine name="description" label="What it is, in a sentence" lines={2} />
      </div>
      <FormLine name="plate" label="Parts of the model code, by commas" hint="SKW2, W2-" />
      <FormLine name="looks" label="What it looks like" />
      <FormLine name="wires" label="Wires to the controller" numeric />
    </section>
  )
}

/** What the plate says of each fire: without it no rise has a window. */
function FurnacePlates() {
  const { watch } = useFormContext<ProfileForm>()
  const units = usePrefs((prefs) => prefs.units)
  if (watch('kind') !== 'furnace') return null
  const input = chosenUnit('heatRate', units).symbol
  const rise = chosenUnit('temperatureDifference', units).symbol
  return (
    <section aria-label="Plate of each fire" className="panel p-4 grid gap-3 grid-cols-3 items-end">
      <h2 className="font-bold col-span-3">Plate of each fire</h2>
      <FormLine name="fires.0.input" label={`High fire, or the only one: ${input}`} numeric />
      <FormLine name="fires.0.from" label={`Rise from, ${rise}`} numeric />
      <FormLine name="fires.0.to" label={`Rise to, ${rise}`} numeric />
      <FormLine name="fires.1.input" label={`Low fire: ${input}`} numeric />
      <FormLine name="fires.1.from" label={`Low fire, rise from, ${rise}`} numeric />
      <FormLine name="fires.1.to" label={`Low fire, rise to, ${rise}`} numeric />
      <FormLine name="efficiency" label="Efficiency, %" numeric />
    </section>
  )
}

function SettingsEditor({ open, onOpen: setOpen }: { open: number | null; onOpen: (open: number | null) => void }) {
  const { control } = useFormContext<ProfileForm>()
  const { fields, append, remove } = useFieldArray({ control, name: 'settings' })
  const [pasting, setPasting] = useState(false)
  return (
    <>
      <ProgramEditor onPlaces={(places) => append(places)} />
      <section aria-label="Settings" className="panel p-4">
        <div className="flex flex-wrap items-center gap-2 mb-1">
          <h2 className="font-bold mr-auto">{counted(fields.length, 'setting')}</h2>
          <button type="button" className="btn btn-quiet" onClick={() => setPasting(true)}>
            <ClipboardPaste size={16} aria-hidden="true" /> Paste a list from a manual
          </button>
          <button
            type="button"
            className="btn btn-quiet"
            onClick={() => {
              append(emptySetting())
              setOpen(fields.length)
            }}
          >
            <CirclePlus size={16} aria-hidden="true" /> Add a setting
          </button>
        </div>
        {fields.length === 0 && <p className="soft">Type what you know, or paste the list from the manual.</p>}
        <ul className="divide-y divide-base-300">
          {fields.map((field, i) => (
            <SettingEditor
              key={field.id}
              index={i}
              open={open === i}
              onToggle={() => setOpen(open === i ? null : i)}
              onRemove={() => {
                remove(i)
                setOpen(null)
              }}
            />
          ))}
        </ul>
        {pasting && (
          <PasteDialog
            kind="settings"
            onClose={() => setPasting(false)}
            onSettings={(settings) => {
              append(settings)
              setPasting(false)
            }}
          />
        )}
      </section>
    </>
  )
}
