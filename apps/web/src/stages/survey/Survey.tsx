import { controllerLacks } from '@ingle/bench'
import { cautionsAt } from '@ingle/catalog'
import { COMPLAINTS, type ComplaintId } from '@ingle/core'
import { PART_WORDS, type PartRole } from '@ingle/record'
import { CirclePlus } from 'lucide-react'
import { useNavigate } from 'react-router'
import { QuantityField, TextField } from '../../kit/Field.tsx'
import { newId } from '../../kit/ids.ts'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { FirePlates } from '../airflow/FirePlates.tsx'
import { ChosenRules } from './ChosenRules.tsx'
import { Devices } from './Devices.tsx'
import { Notes } from './Notes.tsx'
import { PartCard } from './PartCard.tsx'

/** What the system is made of, what its plates say, in what condition it is, and what the occupant complains of. */
export function Survey() {
  const { system, here, units, write, at } = useVisit()
  const { systemId } = at
  const save = async (drafts: Parameters<typeof write>[0]) => {
    const written = await write(drafts)
    return refusalOf(written)
  }
  const set = (body: object) => save([{ kind: 'system.set', body: { systemId, ...body } }])
  const addPart = (role: PartRole) => void write([{ kind: 'part.set', body: { systemId, partId: newId(), role } }])
  return (
    <main id="main" className="p-3 md:p-4 grid grid-cols-1 gap-3 md:gap-4 lg:grid-cols-2 items-start">
      <h1 className="sr-only">Survey</h1>
      <div className="flex flex-col gap-3 md:gap-4 min-w-0">
        <section aria-label="System and nameplate" className="panel p-4">
          <h2 className="font-bold mb-3">System and nameplate</h2>
          <div className="grid gap-3 sm:grid-cols-2">
            <TextField label="System" value={system.name} onSave={(name) => set({ name })} />
            <TextField label="Serves" value={system.serves} onSave={(serves) => set({ serves })} />
            <QuantityField
              label="Capacity"
              quantity="capacity"
              base={system.capacityTons}
              units={units}
              hint="from the nameplate"
              onSave={(capacityTons) => set({ capacityTons })}
            />
            <QuantityField
              label="Heater kit"
              quantity="power"
              base={system.heaterKw}
              units={units}
              zero="none"
              hint="like 9 kW, or none"
              onSave={(heaterKw) => set({ heaterKw })}
            />
            <QuantityField
              label="Rated airflow"
              quantity="flow"
              base={system.ratedCfm ?? null}
              units={units}
              zero="not named"
              hint="from plate or sheet"
              onSave={(ratedCfm) => set({ ratedCfm })}
            />
          </div>
        </section>
        <Devices />
        <FirePlates />
        <ChosenRules />
        <section aria-label="Complaint" className="panel p-4">
          <h2 className="font-bold mb-2">What the occupant says</h2>
          <TextField
            label="Complaint"
            lines={3}
            value={here.complaint}
            hint="In their words; none is an answer too"
            onSave={(text) => save([{ kind: 'complaint.set', body: { ...at, text } }])}
          />
          <WaysIn />
        </section>
      </div>
      <div className="flex flex-col gap-3 md:gap-4 min-w-0">
        <OpeningCautions />
        <ControllerLacks />
        <section aria-label="Parts" className="panel p-4">
          <h2 className="font-bold mb-2">Parts</h2>
          {system.parts.length === 0 && (
            <p className="soft mb-3">
              Which parts make up the system, and what their plates say. Grilles with their size let their air speed count as
              flow.
            </p>
          )}
          <ul className="flex flex-col divide-y divide-base-300">
            {system.parts.map((part) => (
              <PartCard key={part.id} part={part} />
            ))}
          </ul>
          <fieldset className="flex flex-wrap gap-2 mt-3" aria-label="Add a part">
            {(Object.keys(PART_WORDS) as PartRole[]).map((role) => (
              <button key={role} type="button" className="btn btn-quiet" onClick={() => addPart(role)}>
                <CirclePlus size={15} aria-hidden="true" /> {PART_WORDS[role]}
              </button>
            ))}
          </fieldset>
        </section>
        <Notes />
      </div>
    </main>
  )
}

/** Complaints that have a way in of their own: a tap opens its likely causes. */
function WaysIn() {
  const { here, write, at } = useVisit()
  const navigate = useNavigate()
  const take = async (way: ComplaintId) => {
    if (way !== here.complaintWay) {
      const written = await write([{ kind: 'complaint.set', body: { ...at, text: here.complaint, way } }])
      if (!written.ok) return
    }
    void navigate('../comfort/complaint')
  }
  return (
    <fieldset className="mt-3">
      <legend className="soft text-[13px] mb-1">One of these? Its likely causes open, ranked for this system</legend>
      <div className="flex flex-wrap gap-1.5">
        {(Object.entries(COMPLAINTS) as [ComplaintId, string][]).map(([way, says]) => (
          <button
            key={way}
            type="button"
            className="btn btn-quiet"
            aria-pressed={way === here.complaintWay}
            onClick={() => void take(way)}
          >
            {says}
          </button>
        ))}
      </div>
    </fieldset>
  )
}

/** What this system has and the controller on its wall cannot serve. */
function ControllerLacks() {
  const lacks = controllerLacks(useVisit())
  if (lacks.length === 0) return null
  return (
    <Notice kind="watch">
      <b>The controller on the wall cannot serve: {lacks.join('; ')}.</b> As a stand-in it is a temporary fix: write it down under
      Hand over, with how to undo it.
    </Notice>
  )
}

/** What can hurt somebody who opens a cabinet: the first in sight, the others one tap away. */
function OpeningCautions() {
  const [first, ...others] = cautionsAt('open-cabinet')
  return (
    <div className="flex flex-col gap-2">
      {first && <CautionNote text={first.text} />}
      <details className="text-[14px]">
        <summary className="link min-h-11 flex items-center">{others.length} more cautions before a cabinet is opened</summary>
        <div className="flex flex-col gap-2">
          {others.map((one) => (
            <CautionNote key={one.id} text={one.text} />
          ))}
        </div>
      </details>
    </div>
  )
}
