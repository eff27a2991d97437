import { HOME_WORDS, needsOf, sayBoth, sayOffer } from '@ingle/core'
import type { ProfileSetting } from '@ingle/record'
import { usePrefs } from '../prefs/prefs.ts'
import { usePartnerNames } from './usePartnerNames.ts'

/** A setting of a profile in a row: its need, how the family spells it, and what has to be so. */
export function SettingLine({ setting, label }: { setting: ProfileSetting; label: string }) {
  const units = usePrefs((state) => state.units)
  const partners = usePartnerNames()
  const shipped = setting.default === undefined ? null : sayBoth(setting, setting.default, units)
  return (
    <tr className="align-top">
      <th scope="row" className="text-left font-normal px-3 py-1.5 min-w-36">
        {label}
      </th>
      <td className="num py-1.5 pr-3 whitespace-nowrap">
        {setting.code ?? '—'}
        {setting.address && <span className="soft block text-[12.5px]">at {setting.address}</span>}
      </td>
      <td className="py-1.5 pr-3">
        {setting.label}
        {setting.pairedWith && <span className="soft block text-[12.5px]">in front of {partners(setting.pairedWith)}</span>}
      </td>
      <td className="py-1.5 pr-3 max-w-72">{sayOffer(setting, units)}</td>
      <td className="py-1.5 pr-3">
        {shipped ? [shipped.means, shipped.shows && `(${shipped.shows})`].filter(Boolean).join(' ') : '—'}
      </td>
      <td className="py-1.5 pr-3 text-[13px] min-w-40">
        {setting.home && HOME_WORDS[setting.home]}
        <span className="soft block">{setting.access}</span>
        {needsOf({ setting }).map((one) => (
          <span key={one} className="soft block">
            {one}
          </span>
        ))}
        {setting.caution && <span className="block text-error">{setting.caution}</span>}
      </td>
    </tr>
  )
}
