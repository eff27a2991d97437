import { format } from '@ingle/core'
import type { ProfileFurnace } from '@ingle/record'
import { Facts } from '../kit/Facts.tsx'
import { usePrefs } from '../prefs/prefs.ts'

/** What the plate of a furnace says of each fire, in the reader's units. */
export function FurnaceView({ furnace: { fires, efficiencyPct, source } }: { furnace: ProfileFurnace }) {
  const units = usePrefs((prefs) => prefs.units)
  const rise = (f: number) => format('temperatureDifference', f, units)
  const names = fires.length > 1 ? ['High fire', 'Low fire'] : ['The fire']
  return (
    <section aria-label="Plate of each fire" className="panel p-4">
      <h2 className="font-bold mb-1.5">
        Plate of each fire <span className="soft font-normal text-[13px]">{source}</span>
      </h2>
      <Facts
        names="7rem"
        of={[
          ...fires.map(
            (one, i) =>
              [
                names[i] ?? `Fire ${i + 1}`,
                `${format('heatRate', one.inputBtuH, units)}, rises ${rise(one.riseLowF)} to ${rise(one.riseHighF)}`,
              ] as const,
          ),
          ['Efficiency', `${efficiencyPct}%`],
        ]}
      />
    </section>
  )
}
