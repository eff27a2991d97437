import { BUILDING_KINDS, BUILDING_WORDS, type BuildingKind } from '@ingle/core'
import { QuantityField, SelectField } from '../../kit/Field.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { Calibrate } from './Calibrate.tsx'

/** Which room it is: a named kind to begin with, or calibrated to how this one warms up. */
export function RoomView() {
  const { system, units, show, write, at } = useVisit()
  const { room } = system
  const set = async (body: object) => refusalOf(await write([{ kind: 'room.set', body: { systemId: at.systemId, ...body } }]))
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
      <Calibrate />
    </div>
  )
}
