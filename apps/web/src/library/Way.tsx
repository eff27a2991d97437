import { HOME_WORDS } from '@ingle/core'
import type { ProfileSetting } from '@ingle/record'

/** Code, address and home of a setting, in a line. */
export function Way({ setting }: { setting: ProfileSetting }) {
  return (
    <>
      {setting.code && <b className="num">{setting.code}</b>}
      <span className="soft">
        {setting.address && ` at ${setting.address}`}
        {setting.home && ` ${HOME_WORDS[setting.home]}`}
      </span>
    </>
  )
}
