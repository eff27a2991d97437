import { capital } from '@ingle/core'
import type { Profile, ProfileSetting } from '@ingle/record'

interface Blowing extends Pick<Profile, 'kind'> {
  blower?: Profile['blower'] | null
  settings: readonly { role?: string }[]
}

/**
 * The rows that a blower table calls for where the list of settings has none for its taps: what blows has a tap, whether
 * somebody has written down how it is set or not. A furnace has one for each of heating and cooling; an air handler heats
 * with the cooling tap until its profile says otherwise.
 */
export function tapSettings({ blower, settings, kind }: Blowing): ProfileSetting[] {
  if (!blower) return []
  const row = (role: string, word: string, use: string): ProfileSetting => ({
    role,
    word,
    label: `${capital(blower.tapWord)} for ${use}`,
    values: [...blower.table.taps],
    home: 'indoor-board',
    access: 'Its profile does not say how: the board, its dial or the wiring diagram inside the cover shows it.',
    source: `Made from the blower table: ${blower.source}`,
  })
  return [row('airflow.cool', 'cool', 'cooling'), ...(kind === 'furnace' ? [row('airflow.heat', 'heat', 'heating')] : [])].filter(
    (made) => settings.every((one) => one.role !== made.role),
  )
}
