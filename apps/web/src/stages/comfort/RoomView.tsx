import { BUILDING_KINDS, BUILDING_WORDS, type BuildingKind, SUN_TIMES, type SunTime } from '@ingle/core'
import { useState } from 'react'
import { QuantityField, SelectField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { Calibrate } from './Calibrate.tsx'
import { Weather } from './Weather.tsx'

/** Which room it is: a named kind to begin with, or calibrated to how this one warms up. */
export function RoomView() {
  const { system, units, show, write, at } = useVisit()
  const { room } = system
  const [wrong, setWrong] = useState<string | null>(null)
  const set = async (body: object) => {
    const refused = refusalOf(await write([{ kind: 'room.set', body: { systemId: at.systemId, ...body } }]))
    setWrong(refused)
    return refused
  }
  const isCalibrated = room.uaBtuHPerF !== undefined && room.uaBtuHPerF > 0
  return (
    <div className="grid gap-3 md:gap-4 lg:grid-cols-2 items-start">
      <section aria-label="The room" className="panel p-4 flex flex-col gap-3">
        <h2 className="font-bold">The room</h2>
        <SelectField<BuildingKind | ''>
          label="Kind of room"
          value={room.kind ?? ''}
          options={[['', 'not said: usual'], ...BUILDING_KINDS.map((one) => [one, BUILDING_WORDS[one]] as const)]}
          onSave={(kind) => {
            if (kind !== '') void set({ kind })
          }}
        />
        <QuantityField
          label="Floor that it serves"
          quantity="floorArea"
          base={room.areaFt2 ?? null}
          units={units}
          hint={units.length === 'in' ? 'like 1200 ft²' : 'like 110 m²'}
          onSave={(areaFt2) => set({ areaFt2 })}
        />
        <Around set={set} />
        {wrong && <Notice kind="wrong">{wrong}</Notice>}
        {isCalibrated ? (
          <p>
            It loses <b className="num">{show('lossRate', room.uaBtuHPerF as number)}</b>
            {room.uaErrorBtuHPerF ? ` ± ${show('lossRate', room.uaErrorBtuHPerF)}` : ''} and holds{' '}
            <b className="num">{(room.holds ?? 1).toFixed(2)}</b>
            {room.holdsError ? ` ± ${room.holdsError.toFixed(2)}` : ''} times what its kind does.{' '}
            <button
              type="button"
              className="link"
              onClick={() => void set({ uaBtuHPerF: 0, uaErrorBtuHPerF: 0, holds: 0, holdsError: 0, from: 'kind' })}
            >
              Go back to its kind
            </button>
          </p>
        ) : (
          <p className="soft">
            Until it is calibrated, loss and capacity follow from its kind and its floor. House figures, to compare settings.
          </p>
        )}
      </section>
      <div className="flex flex-col gap-3 md:gap-4 min-w-0">
        <Calibrate />
        <Weather />
      </div>
    </div>
  )
}

const OTHER_WORDS = {
  none: 'nothing: one room',
  above: 'the storey above',
  below: 'the storey below',
  beside: 'a room beside',
} as const
const SUN_WORDS: Readonly<Record<SunTime, string>> = { none: 'never', morning: 'in the morning', afternoon: 'in the afternoon' }

/** What else tells on the room: another storey, the sun, a door, a furnace on another duct. */
function Around({ set }: { set: (body: object) => Promise<string | null> }) {
  const { system, units } = useVisit()
  const { room } = system
  const other = room.other ?? 'none'
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <SelectField
        label="Served, and not sensed"
        value={other}
        options={(Object.entries(OTHER_WORDS) as [keyof typeof OTHER_WORDS, string][]).map(
          ([one, words]) => [one, words] as const,
        )}
        onSave={(one) => void set({ other: one })}
      />
      <SelectField
        label="Sun on the sensor"
        value={room.sun ?? 'none'}
        options={SUN_TIMES.map((one) => [one, SUN_WORDS[one]] as const)}
        onSave={(sun) => void set({ sun })}
      />
      {other !== 'none' && (
        <>
          <QuantityField
            label="Its floor"
            quantity="floorArea"
            base={room.otherAreaFt2 ?? null}
            units={units}
            onSave={(otherAreaFt2) => set({ otherAreaFt2 })}
          />
          <NumberField label="Its share of the air, %" value={room.otherAirPct} onSave={(otherAirPct) => set({ otherAirPct })} />
        </>
      )}
      <SelectField
        label="Heat comes"
        value={room.furnace ?? 'here'}
        options={[
          ['here', 'by this duct'],
          ['other-duct', 'by another duct, with its own fan'],
        ]}
        onSave={(furnace) => void set({ furnace })}
      />
      <SelectField
        label="The equipment gives"
        value={room.output ?? 'steps'}
        options={[
          ['steps', 'all of it, in one step or two'],
          ['variable', 'as much as is needed'],
        ]}
        onSave={(output) => void set({ output })}
      />
      {room.output === 'variable' && (
        <NumberField label="Lowest output, % of full" value={room.lowestPct} onSave={(lowestPct) => set({ lowestPct })} />
      )}
      <NumberField label="Outer door open, min an hour" value={room.doorMin} zero onSave={(doorMin) => set({ doorMin })} />
    </div>
  )
}
