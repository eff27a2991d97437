import { type Found, tapOnDuct } from '@ingle/core'
import { found } from '../../findingWords.ts'
import { rowFor } from '../../ledger/standsAt.ts'
import { plantOf } from '../../visit/plant.ts'
import type { VisitView } from '../../visit/visitView.ts'
import type { WorkedAim } from '../stage.ts'
import type { Fire } from './fires.ts'
import { adjustChosen, ductFor, fireTaps } from './heatingTap.ts'
import { HEAT_TAP_ROLE, LOW_FIRE_TAP_ROLE } from './roles.ts'
import { furnaceOf } from './views.ts'

/** A fire with the taps against its window. */
interface FireOnTaps {
  id: 'high' | 'low'
  name: string
  role: string
  fire: Fire
  choice: NonNullable<ReturnType<typeof fireTaps>>
}

/** Every fire of the furnace against every tap; empty until duct and table are known. */
export function firesOnTaps({ picture, fires }: VisitView): FireOnTaps[] {
  const both = [
    ['high', 'High fire', HEAT_TAP_ROLE, fires.high],
    ['low', 'Low fire', LOW_FIRE_TAP_ROLE, fires.low],
  ] as const
  return both.flatMap(([id, name, role, fire]) => {
    const choice = fire && fireTaps(picture, fire)
    return choice ? [{ id, name, role, fire, choice }] : []
  })
}

/** Fires that this furnace has a tap for and whose plate nobody knows. */
export const unknownFires = (v: VisitView): Found[] =>
  (['high', 'low'] as const).flatMap((fire) =>
    v.fires[fire] === null &&
    (rowFor(v.ledger, fire === 'high' ? HEAT_TAP_ROLE : LOW_FIRE_TAP_ROLE) || (fire === 'high' && firesBesideCooling(v)))
      ? [found('fire-unknown', { fire })]
      : [],
  )

/** A unit that has no tap for its fire and is known to burn, as a rooftop unit may: its plate is asked for as well. */
const firesBesideCooling = ({ devices, here, ledger }: VisitView): boolean => {
  const { kind, from } = plantOf(devices, here, ledger)
  return (
    from !== 'guess' && (kind === 'furnace' || kind === 'dual-fuel') && devices.some(({ profile }) => profile.kind === 'rooftop')
  )
}
/** Fires to judge: a furnace's, or those of another machine that burns. */
export const hasFire = (v: VisitView): boolean => furnaceOf(v) !== null || v.fires.high !== null || firesBesideCooling(v)

export function fireTapAims(v: VisitView): WorkedAim[] {
  const taps = v.picture.input.blower?.table.taps ?? []
  return firesOnTaps(v).flatMap(({ role, choice, name }) => {
    const label = choice.best ? taps[choice.best.tap] : undefined
    return label && rowFor(v.ledger, role)
      ? [
          {
            id: role,
            meaning: label,
            why: `${name.toLowerCase()} rises ${v.show('temperatureDifference', choice.best?.riseF ?? 0, { decimals: 0 })} on it`,
          },
        ]
      : []
  })
}

/** What every tap would blow on this duct, cfm; null where it does not meet it inside the table. */
export function flowsOnTaps(v: VisitView): (number | null)[] {
  const coefficient = ductFor(v.picture)
  const { blower } = v.picture.input
  return (blower?.table.taps ?? []).map((_, tap) =>
    blower && coefficient !== null ? (tapOnDuct(blower.table, tap, coefficient, adjustChosen(v.picture))?.flowCfm ?? null) : null,
  )
}

/** A heater of this power is fitted. Plates round to a tenth. */
export const isFitted = ({ system }: VisitView, powerKw: number): boolean =>
  system.heaterKw !== null && Math.abs(system.heaterKw - powerKw) < 0.05

/** A heat pump begins cold: where the fan can wait, it should. */
export const waitForWarm = (v: VisitView): WorkedAim[] =>
  rowFor(v.ledger, 'fan.wait-for-warm') && v.picture.input.blower
    ? [{ id: 'fan.wait-for-warm', meaning: 'yes', why: 'it does not blow cold before the coil is warm' }]
    : []
