import {
  BASE_UNITS,
  DAY_TYPED,
  format,
  parseReading,
  type Quantity,
  readDays,
  readGroups,
  type SettingTie,
  type UnitChoice,
} from '@ingle/core'
import { PROFILE_FORMAT, type Profile, type ProfileSetting } from '@ingle/record'

/** A setting as a person types it: lists as lines, numbers as text. */
export interface SettingForm {
  role: string
  word: string
  code: string
  address: string
  label: string
  /** One a line: `value`, or `value = what it means`. */
  values: string
  min: string
  max: string
  step: string
  unit: string
  default: string
  home: string
  scope: string
  convention: string
  access: string
  open: boolean
  stopped: boolean
  powerOff: boolean
  restart: boolean
  waitS: string
  appearsAfter: string
  /** One a line: `sensor.source is wall or remote when off because …`. */
  requires: string
  excludes: string
  volatile: boolean
  /** Ids of profiles, by commas. */
  pairedWith: string
  caution: string
  note: string
  source: string
  /** What this form has no field for: a newer minor version's fields are kept, not dropped. */
  kept: object
}

export interface ProfileForm {
  maker: string
  family: string
  kind: string
  description: string
  plate: string
  looks: string
  wires: string
  cautions: string
  settings: SettingForm[]
  blower: Profile['blower'] | null
  /** What the plate of a furnace says; nothing typed: nothing known. */
  efficiency: string
  fires: [FireForm, FireForm]
  program: ProgramFields
}

/** How it holds times, as it is typed. */
export interface ProgramFields {
  shape: '' | 'periods' | 'timer' | 'actions'
  count: string
  /** Groups of days, like `mo-fr, sa-su`. */
  groups: string
  starts: '' | 'common' | 'separate'
  order: '' | 'sorted' | 'as-entered'
}

export interface FireForm {
  input: string
  from: string
  to: string
}

export const emptySetting = (): SettingForm => settingToForm({ label: '', values: [], access: '' } as ProfileSetting)

export function profileToForm(profile: Profile): ProfileForm {
  return {
    maker: profile.maker,
    family: profile.family,
    kind: profile.kind,
    description: profile.description,
    plate: (profile.seen?.plate ?? []).join(', '),
    looks: profile.seen?.looks ?? '',
    wires: profile.seen?.wires === undefined ? '' : String(profile.seen.wires),
    cautions: profile.cautions.join('\n'),
    settings: profile.settings.map(settingToForm),
    blower: profile.blower ?? null,
    efficiency: profile.furnace ? String(profile.furnace.efficiencyPct) : '',
    fires: [fireToForm(profile.furnace?.fires[0]), fireToForm(profile.furnace?.fires[1])],
    program: {
      shape: profile.program?.shape ?? '',
      count: profile.program ? String(profile.program.count) : '4',
      groups: profile.program
        ? (profile.program.groups ?? []).map(([a, b]) => `${DAY_TYPED[a]}-${DAY_TYPED[b]}`).join(', ')
        : 'mo-su',
      starts: profile.program ? (profile.program.starts ?? '') : 'common',
      order: profile.program ? (profile.program.order ?? '') : 'sorted',
    },
  }
}

const fireToForm = (fire: NonNullable<Profile['furnace']>['fires'][number] | undefined): FireForm =>
  fire
    ? {
        input: withUnit('heatRate', fire.inputBtuH),
        from: withUnit('temperatureDifference', fire.riseLowF),
        to: withUnit('temperatureDifference', fire.riseHighF),
      }
    : { input: '', from: '', to: '' }

/** As it is kept, with its unit: whatever units somebody reads, it means the same when it is saved again. */
const withUnit = (quantity: Quantity, base: number): string =>
  format(quantity, base, BASE_UNITS, { decimals: Number.isInteger(base) ? 0 : 1 })

/** A figure without a unit is in the reader's. What is no such figure stays none, for `parseProfile` to refuse. */
function readAs(quantity: Quantity, typed: string, units: UnitChoice): number {
  const read = parseReading(typed, quantity, units)
  return read.ok ? read.value.base : Number.NaN
}

/** The plate as it was typed: a field that is half typed stays as it is, for `parseProfile` to say what it lacks. */
function furnaceOfForm(form: ProfileForm, before: Profile['furnace'], units: UnitChoice): Profile['furnace'] | undefined {
  const typed = form.fires.filter((one) => Object.values(one).some((text) => text.trim() !== ''))
  if (form.efficiency.trim() === '' && typed.length === 0) return undefined
  return {
    ...before,
    efficiencyPct: numberOr(form.efficiency) ?? Number.NaN,
    fires: [
      ...typed.map((one, i) => ({
        ...before?.fires[i],
        inputBtuH: readAs('heatRate', one.input, units),
        riseLowF: readAs('temperatureDifference', one.from, units),
        riseHighF: readAs('temperatureDifference', one.to, units),
      })),
      ...(before?.fires.slice(2) ?? []),
    ],
    source: before?.source ?? 'plate of the furnace',
  }
}

/** What somebody typed, over what was there: fields that the form does not show stay. Checked by `parseProfile`, not here. */
export function formToProfile(
  form: ProfileForm,
  before: Profile | null,
  id: string,
  version: number,
  units: UnitChoice,
): Profile {
  const plate = lines(form.plate.replaceAll(',', '\n'))
  const seen = {
    ...before?.seen,
    ...optional('plate', plate.length > 0 ? plate : undefined),
    ...optional('looks', form.looks.trim() || undefined),
    ...optional('wires', numberOr(form.wires)),
  }
  const { blower: _, furnace, program: programBefore, ...rest } = before ?? {}
  const program = programOfForm(form.program, programBefore)
  const plates = furnaceOfForm(form, furnace, units)
  return {
    ...rest,
    format: before?.format ?? PROFILE_FORMAT,
    id,
    version,
    maker: form.maker.trim(),
    family: form.family.trim(),
    kind: form.kind,
    description: form.description.trim(),
    ...(Object.values(seen).some((one) => one !== undefined) && { seen }),
    ...(form.blower && { blower: form.blower }),
    ...(plates && { furnace: plates }),
    ...(program && { program }),
    settings: form.settings.map(formToSetting),
    cautions: lines(form.cautions),
  } as Profile
}

/** As it was typed; groups that make no week are left for `parseProfile` to refuse. */
export function programOfForm(typed: ProgramFields, before: Profile['program']): Profile['program'] | undefined {
  if (typed.shape === '') return undefined
  const ranges = typed.groups.split(/[,;]/).map((one) => readDays(one.trim()))
  const groups = readGroups(ranges.map((one) => (one.ok ? one.days : [])))
  const { groups: _, starts: __, order: ___, ...kept } = before ?? {}
  return {
    ...kept,
    shape: typed.shape,
    count: numberOr(typed.count) ?? Number.NaN,
    ...(typed.starts !== '' && { starts: typed.starts }),
    ...(typed.order !== '' && { order: typed.order }),
    ...(typed.shape !== 'actions' && typed.groups.trim() !== '' && { groups: groups ?? [] }),
  }
}

const SHOWN: readonly (keyof ProfileSetting)[] = [
  'role',
  'word',
  'code',
  'address',
  'label',
  'values',
  'means',
  'range',
  'default',
  'home',
  'scope',
  'convention',
  'access',
  'open',
  'needs',
  'requires',
  'excludes',
  'volatile',
  'pairedWith',
  'caution',
  'note',
  'source',
]

export function settingToForm(setting: ProfileSetting): SettingForm {
  const kept = Object.fromEntries(Object.entries(setting).filter(([key]) => !SHOWN.includes(key as keyof ProfileSetting)))
  const { range, needs, means } = setting
  return {
    role: setting.role ?? '',
    word: setting.word ?? '',
    code: setting.code ?? '',
    address: setting.address ?? '',
    label: setting.label,
    values: setting.values.map((one) => (means?.[one] === undefined ? one : `${one} = ${means[one]}`)).join('\n'),
    min: range ? String(range.min) : '',
    max: range ? String(range.max) : '',
    step: range ? String(range.step) : '',
    unit: range?.unit ?? '',
    default: setting.default ?? '',
    home: setting.home ?? '',
    scope: setting.scope ?? '',
    convention: setting.convention ?? '',
    access: setting.access,
    open: setting.open ?? false,
    stopped: needs?.stopped ?? false,
    powerOff: needs?.powerOff ?? false,
    restart: needs?.restart ?? false,
    waitS: needs?.waitS === undefined ? '' : String(needs.waitS),
    appearsAfter: needs?.appearsAfter ?? '',
    requires: (setting.requires ?? []).map(tieText).join('\n'),
    excludes: (setting.excludes ?? []).map(tieText).join('\n'),
    volatile: setting.volatile ?? false,
    pairedWith: (setting.pairedWith ?? []).join(', '),
    caution: setting.caution ?? '',
    note: setting.note ?? '',
    source: setting.source ?? '',
    kept,
  }
}

export function formToSetting(form: SettingForm): ProfileSetting {
  const parts = lines(form.values).map((line) => {
    // A value may itself hold "=" only without blanks around it: " = " parts value and meaning.
    const [value = '', ...means] = line.split(/\s+=\s+/)
    return { value: value.trim(), means: means.join(' = ').trim() }
  })
  const means = Object.fromEntries(parts.filter((one) => one.means !== '').map((one) => [one.value, one.means]))
  const ranged = [form.min, form.max, form.step].some((one) => one.trim() !== '')
  const needs = {
    ...(form.stopped && { stopped: true }),
    ...(form.powerOff && { powerOff: true }),
    ...(form.restart && { restart: true }),
    ...optional('waitS', numberOr(form.waitS)),
    ...optional('appearsAfter', form.appearsAfter.trim() || undefined),
  }
  const [requires, excludes] = [lines(form.requires).map(readTie), lines(form.excludes).map(readTie)]
  const pairedWith = lines(form.pairedWith.replaceAll(',', '\n'))
  return {
    ...form.kept,
    ...optional('role', form.role.trim() || undefined),
    ...optional('word', form.word.trim() || undefined),
    ...optional('code', form.code.trim() || undefined),
    ...optional('address', form.address.trim() || undefined),
    label: form.label.trim(),
    values: parts.map((one) => one.value),
    ...(Object.keys(means).length > 0 && { means }),
    ...(ranged && {
      range: {
        min: numberOr(form.min) ?? Number.NaN,
        max: numberOr(form.max) ?? Number.NaN,
        step: numberOr(form.step) ?? 1,
        unit: form.unit.trim() || 'count',
      },
    }),
    ...optional('default', form.default.trim() || undefined),
    ...optional('home', form.home || undefined),
    ...optional('scope', form.scope || undefined),
    ...optional('convention', form.convention || undefined),
    access: form.access.trim(),
    ...(form.open && { open: true }),
    ...(Object.keys(needs).length > 0 && { needs }),
    ...(requires.length > 0 && { requires }),
    ...(excludes.length > 0 && { excludes }),
    ...(form.volatile && { volatile: true }),
    ...(pairedWith.length > 0 && { pairedWith }),
    ...optional('caution', form.caution.trim() || undefined),
    ...optional('note', form.note.trim() || undefined),
    ...optional('source', form.source.trim() || undefined),
  } as ProfileSetting
}

/** "sensor.source is wall or remote when off because …", as it stands in the profile. */
export function readTie(line: string): SettingTie {
  const [head = '', ...whys] = line.split(/\s+because\s+/i)
  const [what = '', whens] = head.split(/\s+when\s+/i)
  const [of = '', is] = what.split(/\s+is\s+/i)
  const some = (text: string | undefined) => (text ?? '').split(/\s+or\s+/i).flatMap((one) => one.trim() || [])
  return {
    of: of.trim(),
    is: some(is),
    ...(whens !== undefined && { when: some(whens) }),
    why: whys.join(' because ').trim(),
  }
}

export const tieText = (tie: SettingTie): string =>
  `${tie.of} is ${tie.is.join(' or ')}${tie.when ? ` when ${tie.when.join(' or ')}` : ''} because ${tie.why}`

const NAMES: readonly (readonly [RegExp, string])[] = [
  [/^(maker|family|kind|description|cautions)(\.|$)/, '$1'],
  [/^seen\.(plate|looks|wires)(\.|$)/, '$1'],
  [/^furnace\.efficiencyPct$/, 'efficiency'],
  [/^program\.(count|groups|starts|order)(\.|$)/, 'program.$1'],
  [/^settings\.(\d+)\.range\.(min|max|step|unit)$/, 'settings.$1.$2'],
  [/^settings\.(\d+)\.needs\.(waitS|appearsAfter)$/, 'settings.$1.$2'],
  [/^settings\.(\d+)\.means(\.|$)/, 'settings.$1.values'],
  [
    /^settings\.(\d+)\.(role|word|code|address|label|values|default|home|scope|convention|access|requires|excludes|pairedWith|caution|note|source)(\.|$)/,
    'settings.$1.$2',
  ],
  [/^settings\.(\d+)$/, 'settings.$1'],
]
const FIRE = { inputBtuH: 'input', riseLowF: 'from', riseHighF: 'to' } as const

/** The field of the form that a path of the profile is typed in: see `Refusal.at`. Null where it has none of its own. */
export function fieldOfPath(path: string, form: Pick<ProfileForm, 'fires'>): string | null {
  const [, nth, figure] = /^furnace\.fires\.(\d+)\.(\w+)$/.exec(path) ?? []
  if (nth !== undefined && figure !== undefined && figure in FIRE) {
    // A fire of which nothing is typed is none of the profile's.
    const typed = form.fires.flatMap((one, i) => (Object.values(one).some((text) => text.trim() !== '') ? [i] : []))
    const at = typed[Number(nth)]
    return at === undefined ? null : `fires.${at}.${FIRE[figure as keyof typeof FIRE]}`
  }
  for (const [pattern, name] of NAMES) {
    const found = pattern.exec(path)
    if (found) return name.replace(/\$(\d)/g, (_, i: string) => found[Number(i)] ?? '')
  }
  return null
}

const lines = (text: string): string[] =>
  text
    .split('\n')
    .map((one) => one.trim())
    .filter((one) => one !== '')

const numberOr = (text: string): number | undefined => {
  const tidy = text.trim().replace('−', '-').replace(',', '.')
  return tidy !== '' && Number.isFinite(Number(tidy)) ? Number(tidy) : undefined
}

const optional = <K extends string, V>(key: K, value: V | undefined): Partial<Record<K, V>> =>
  value === undefined ? {} : ({ [key]: value } as Record<K, V>)
