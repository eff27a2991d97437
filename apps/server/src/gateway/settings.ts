import { type DeviceSetting, fromWord, liveValue, type RegisterOf, settingId, toWord } from '@ingle/core'
import type { Profile } from '@ingle/record'
import type { LiveEntry, ReadSetting, WriteOutcome, WrittenSetting } from '@ingle/record/wire'
import { LineError } from './lineError.ts'
import { type Address, type Line, onLine } from './modbus.ts'

/** Settings of the profile that stand in registers, as they are spelled beside these partners. */
function mapped(profile: Profile, partners: readonly string[]): { setting: DeviceSetting; at: RegisterOf }[] {
  const here = profile.settings.filter((one) => !one.pairedWith || one.pairedWith.some((id) => partners.includes(id)))
  return (profile.gateway?.registers ?? []).flatMap((at) => {
    const setting = here.find((one) => settingId(one) === at.id)
    return setting ? [{ setting, at }] : []
  })
}

/** The device must say that it is what the profile describes, before anything is believed of it or written to it. */
async function identify(line: Line, profile: Profile): Promise<void> {
  const identity = profile.gateway?.identity
  if (!identity) throw new LineError('garbage', `${profile.family} has no register map.`, 'Give its profile one.')
  const said = (await line.read([identity.register])).get(identity.register)
  if (said !== identity.value)
    throw new LineError(
      'garbage',
      `Another device answers: register ${identity.register} reads ${said}, and a ${profile.family} says ${identity.value}.`,
      'Look at the address, or choose the profile that fits. Nothing was read or written.',
    )
}

/** Reads every mapped setting. A register that makes no sense is named; the others count. */
export function readSettings(
  at: Address,
  timeoutMs: number,
  profile: Profile,
  partners: readonly string[],
): Promise<ReadSetting[]> {
  return onLine(at, timeoutMs, async (line) => {
    await identify(line, profile)
    const all = mapped(profile, partners)
    const words = await line.read(all.map((one) => one.at.register))
    return all.map(({ setting, at: { id, register }, at }) => {
      const read = fromWord(setting, words.get(register) ?? -1, at)
      return { id, register, value: read.ok ? read.value : null, reason: read.ok ? null : `${read.reason} ${read.remedy}` }
    })
  })
}

/** What the device says of itself now: every live register of its profile, in one go. */
export function readLive(at: Address, timeoutMs: number, profile: Profile): Promise<LiveEntry[]> {
  return onLine(at, timeoutMs, async (line) => {
    await identify(line, profile)
    const live = profile.gateway?.live ?? []
    const words = await line.read(live.map((one) => one.register))
    return live.map((one) => {
      const word = words.get(one.register) ?? 0
      return { id: one.id, register: one.register, word, value: liveValue(one, word) }
    })
  })
}

/** Puts a unit into test mode at a fan speed and a damper position, or takes it out again. The order keeps it safe: values first, then the mode. */
export function setTest(
  at: Address,
  timeoutMs: number,
  profile: Profile,
  wanted: { fanPct: number; damperPct: number } | null,
): Promise<void> {
  return onLine(at, timeoutMs, async (line) => {
    await identify(line, profile)
    const test = profile.gateway?.test
    if (!test) throw new LineError('refused', `A ${profile.family} has no test mode over the wire.`, 'Use its own menu.')
    if (!wanted) return line.write(test.on, 0)
    await line.write(test.fan, Math.round(wanted.fanPct))
    await line.write(test.damper, Math.round(wanted.damperPct * (test.damperScale ?? 1)))
    await line.write(test.on, 1)
  })
}

/**
 * Writes settings one after another, each looked at before and after. Stops at the first that does not go as it should, and
 * says of every one what became of it: nothing half done is left unsaid.
 * @param wanted from: what stood there when it was decided; null: nobody had looked
 */
export async function writeSettings(
  at: Address,
  timeoutMs: number,
  profile: Profile,
  partners: readonly string[],
  wanted: readonly { id: string; from: string | null; to: string }[],
): Promise<WrittenSetting[]> {
  const all = mapped(profile, partners)
  const out: WrittenSetting[] = []
  const rest = () =>
    wanted.slice(out.length).map((one): WrittenSetting => {
      const register = all.find((other) => other.at.id === one.id)?.at.register ?? 0
      return { id: one.id, register, outcome: 'not-tried', now: null, says: 'Not tried.' }
    })
  try {
    await onLine(at, timeoutMs, async (line) => {
      await identify(line, profile)
      for (const one of wanted) {
        const known = all.find((other) => other.at.id === one.id)
        const done = known
          ? await writeOne(line, known.setting, known.at, one)
          : { id: one.id, register: 0, outcome: 'refused' as const, now: null, says: 'It stands in no register of this device.' }
        out.push(done)
        if (done.outcome !== 'written' && done.outcome !== 'stood') return
      }
    })
  } catch (error) {
    if (!(error instanceof LineError)) throw error
    // Whatever broke after a value went out is told by `writeOne`: here it broke before the next one.
    const next = wanted[out.length]
    if (!next || out.length === 0) throw error
    const register = all.find((other) => other.at.id === next.id)?.at.register ?? 0
    out.push({ id: next.id, register, outcome: 'line-broke', now: null, says: `${error.reason} It was not written yet.` })
  }
  return [...out, ...rest()]
}

async function writeOne(
  line: Line,
  setting: DeviceSetting,
  at: RegisterOf,
  { id, from, to }: { id: string; from: string | null; to: string },
): Promise<WrittenSetting> {
  const { register } = at
  const told = (outcome: WriteOutcome, now: string | null, says: string): WrittenSetting => ({ id, register, outcome, now, says })
  if (at.readOnly) return told('refused', null, `Register ${register} can only be read: set it at the device.`)
  const word = toWord(setting, to, at)
  if (!word.ok) return told('refused', null, `${word.reason} ${word.remedy}`)
  const standing = await look(line, setting, at)
  if (standing === to) return told('stood', standing, 'It stood so already.')
  if (from !== null && standing !== from)
    return told(
      'changed-between',
      standing,
      `Somebody changed it in between: it was ${from}, and it reads ${standing ?? 'something unknown'} now. Nothing was written.`,
    )
  try {
    await line.write(register, word.value)
  } catch (error) {
    if (error instanceof LineError && error.kind === 'refused')
      return told('refused', standing, `${error.reason} ${error.remedy}`)
    if (error instanceof LineError)
      return told('line-broke', null, `${error.reason} Whether it was written is not known: read again.`)
    throw error
  }
  let now: string | null
  try {
    now = await look(line, setting, at)
  } catch (error) {
    if (error instanceof LineError)
      return told('line-broke', null, `${error.reason} It was sent, and could not be read back: read again.`)
    throw error
  }
  return now === to
    ? told('written', now, 'Written, and read back.')
    : told('not-kept', now, `It took ${to} and reads ${now ?? 'something unknown'}: look at it at the device.`)
}

async function look(line: Line, setting: DeviceSetting, at: RegisterOf): Promise<string | null> {
  const read = fromWord(setting, (await line.read([at.register])).get(at.register) ?? -1, at)
  return read.ok ? read.value : null
}
