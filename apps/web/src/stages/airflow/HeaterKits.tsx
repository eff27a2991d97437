import { ductFor, flowsOnTaps, HEAT_SOURCE, isFitted, waitForWarm } from '@ingle/bench'
import { floorBindsCooling, meaningAs, tapName } from '@ingle/core'
import { DataTable } from '../../kit/DataTable.tsx'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { StateMark } from '../../kit/StateMark.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { useAims } from '../../visit/useAims.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** Every heater kit of this cabinet against every tap: which taps give it enough air on this duct. */
export function HeaterKits() {
  const visit = useVisit()
  const { picture, show, units, system } = visit
  const { rowOf, waiting, put } = useAims(HEAT_SOURCE)
  const { blower } = picture.input
  const warm = rowOf('fan.wait-for-warm')
  if (!blower) return null
  const flows = flowsOnTaps(visit)
  const fitted = (powerKw: number) => isFitted(visit, powerKw)
  const wait = waiting(waitForWarm(visit))
  return (
    <section aria-label="Heater kits" className="panel p-4 flex flex-col gap-2.5 xl:col-span-2">
      <h2 className="font-bold">Heater kits against taps, on this duct</h2>
      {ductFor(picture) === null && (
        <p className="soft text-[14px]">Read the static on a named tap: then the flow of every tap on this duct is known.</p>
      )}
      <DataTable
        caption="Heater kits against taps"
        columns={[
          { head: 'Kit' },
          { head: 'kW', figure: true },
          { head: `Needs ${units.flow}`, figure: true },
          ...blower.table.taps.map((tap, i) => ({
            head: (
              <>
                {tapName(tap)}
                <br />
                {flows[i] == null ? '—' : show('flow', flows[i] as number, { bare: true })}
              </>
            ),
            figure: true,
          })),
        ]}
        rows={blower.heaterKits.map((kit) => ({
          key: kit.model,
          marked: fitted(kit.powerKw),
          cells: [
            <span key="k">
              {kit.model}
              {fitted(kit.powerKw) && <span className="soft font-normal"> · fitted</span>}
            </span>,
            String(kit.powerKw),
            kit.minFlowCfm === null ? 'not allowed' : show('flow', kit.minFlowCfm, { bare: true }),
            ...flows.map((flow, i) => {
              const enough = flow !== null && kit.minFlowCfm !== null && flow >= kit.minFlowCfm
              return flow === null || kit.minFlowCfm === null ? (
                '—'
              ) : (
                <span key={blower.table.taps[i]} className="inline-flex items-center gap-1 justify-end">
                  <StateMark mark={enough ? 'proved' : 'watch'} size={12} />
                  {enough ? 'enough' : 'too little'}
                </span>
              )
            }),
          ],
        }))}
      />
      {picture.floorCfm === null && (system.heaterKw ?? 0) > 0 && (
        <Notice kind="watch">
          <b>No kit of {system.heaterKw} kW is known for this cabinet.</b> Look at the kit’s plate, or find its least flow in the
          maker’s table before heat is called.
        </Notice>
      )}
      <p className="text-[14px]">
        {floorBindsCooling(picture.input)
          ? 'The heater blows with the cooling tap: the cooling tap has to give both what they need.'
          : picture.input.heaterOnThisTap
            ? 'While the heater blows with the cooling tap, that tap has to give both what they need. It can have a tap of its own: then cooling is free of its floor. Set that tap before it heats.'
            : 'The heater has a tap of its own: its floor holds there, and cooling is free of it.'}
      </p>
      {warm && (
        <div className="text-[14px] flex flex-wrap items-center gap-2">
          <p className="grow">
            The fan can wait for a warm coil: a heat pump begins cold, and without the wait the room gets a draught first.
            Electric strips need their air at once.
          </p>
          {wait.length > 0 ? (
            <button type="button" className="btn btn-quiet" onClick={() => void put(wait)}>
              Aim: waits for a warm coil
            </button>
          ) : (
            <span className="soft text-[13px]">
              {meaningAs('fan.wait-for-warm', warm.aim?.meaning) === 'yes' ? 'the aim' : ''}
            </span>
          )}
        </div>
      )}
      <CautionNote text="Strips without air glow, and their limits open. Prove the flow before heat is called; a limit is never bridged." />
      <WorkedNote>
        <p>
          Each tap met with the measured duct{picture.cleanCoefficient !== null && ' with a clean filter'}; least flow from{' '}
          {blower.source}.
        </p>
      </WorkedNote>
    </section>
  )
}
