import { adjustChosen, ductFor, type Fire, firesOnTaps, fireTapAims, HEAT_SOURCE, unknownFires } from '@ingle/bench'
import { judgeRise, sensibleFactorAt, signedPct, type TapOutcome } from '@ingle/core'
import { DataTable } from '../../kit/DataTable.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { StateMark } from '../../kit/StateMark.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useAims } from '../../visit/useAims.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { useFiring } from './useFiring.tsx'

/** Every heating tap against the rise window, for each fire. */
export function FireTaps() {
  const visit = useVisit()
  const { picture, show, units, fires } = visit
  const { rowOf, valueFor, waiting, put } = useAims(HEAT_SOURCE)
  const { blower } = picture.input
  const unknown = unknownFires(visit)
  if (!blower || (!fires.high && !fires.low && unknown.length === 0)) return null
  if (ductFor(picture) === null)
    return (
      <section aria-label="Taps against the window" className="panel p-4">
        <h2 className="font-bold">Taps against the plate’s window</h2>
        <p className="soft text-[14px]">
          Read the static on both sides of the cabinet on one named tap: then every heating tap is held against the window.
        </p>
      </section>
    )
  const left = waiting(fireTapAims(visit))
  const adjustPct = adjustChosen(picture)
  return (
    <section aria-label="Taps against the window" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">Taps against the plate’s window</h2>
      {adjustPct !== 0 && (
        <p className="text-[14px]">
          All with the adjust at <b className="num">{signedPct(adjustPct)}</b>: it moves the heating taps too, and cooling is
          aimed at with it.
        </p>
      )}
      {unknown.map((one) => (
        <Notice key={one.says} kind="watch">
          <b>{one.says}</b> {one.mend}
        </Notice>
      ))}
      {firesOnTaps(visit).map(({ id, name, fire, choice, role }) => (
        <div key={id}>
          <p className="text-[14px] mb-0.5">
            <b>{name}</b> <span className="num">{show('heatRate', fire.heatBtuH)}</span> into the air, rise{' '}
            <span className="num">
              {show('temperatureDifference', fire.lowF)} to {show('temperatureDifference', fire.highF)}
            </span>
            {rowOf(role) === undefined && <span className="soft"> · no tap of its own</span>}
          </p>
          <DataTable
            caption={`${name}: flow and rise on every tap`}
            columns={[
              { head: 'Tap' },
              { head: `Flow ${units.flow}`, figure: true },
              { head: `Static ${units.static}`, figure: true },
              { head: `Rise ${units.temperature}`, figure: true },
              { head: <span className="pl-3">Stands</span> },
            ]}
            rows={choice.outcomes.map((one) => ({
              key: `${id}${one.tap}`,
              marked: one === choice.best,
              cells: [
                blower.table.taps[one.tap],
                one.point ? show('flow', one.point.flowCfm, { bare: true }) : '—',
                one.point ? show('static', one.point.staticInWc, { bare: true }) : '—',
                one.riseF === null ? '—' : show('temperatureDifference', one.riseF, { bare: true }),
                <span key="s" className="flex gap-1.5 items-center pl-3">
                  <StateMark mark={one.breaks.length > 0 ? 'watch' : one === choice.best ? 'proved' : 'found'} size={13} />
                  {standing(one, one === choice.best)}
                </span>,
              ],
            }))}
          />
          {id === 'low' && <LowFireRead fire={fire} />}
          {!choice.best && (
            <Notice kind="watch">
              <b>No tap keeps this fire inside its window.</b>{' '}
              {choice.outcomes.every((one) => one.breaks.includes('rise-high') || one.breaks.includes('off-table'))
                ? 'Too little air on all of them: filter, grilles, duct first; the input by a licensed hand.'
                : 'Look under “Combined selection” for what stands in the way.'}
            </Notice>
          )}
        </div>
      ))}
      {left.length > 0 && (
        <button type="button" className="btn btn-primary self-start" onClick={() => void put(left)}>
          Aim at {left.map((one) => `${rowOf(one.id)?.setting.code ?? one.id} ${valueFor(one.id, one.meaning)}`).join(', ')}
        </button>
      )}
      <WorkedNote>
        <p>
          Each tap met with the measured duct, p = c·Q²; rise = heat ÷ (60·ρ·cp × flow). Best: inside the window and the rated
          static, nearest its middle. Windows: {blower.name}’s plate, or as typed. Source: sensible heat balance.
        </p>
      </WorkedNote>
    </section>
  )
}

/** The low fire measured by itself. */
function LowFireRead({ fire }: { fire: Fire }) {
  const { picture, show } = useVisit()
  const { firing, temperature } = useFiring()
  const { lowReturnF, lowSupplyF } = firing
  const judged =
    lowReturnF === undefined || lowSupplyF === undefined
      ? null
      : judgeRise({
          ...fire,
          sensibleFactor: sensibleFactorAt(picture.air, lowReturnF),
          returnF: lowReturnF,
          supplyF: lowSupplyF,
        })
  return (
    <div className="grid gap-2.5 grid-cols-2 items-end mt-2">
      {temperature('lowReturnF', 'Return air, low fire')}
      {temperature('lowSupplyF', 'Supply air, low fire')}
      {judged && (
        <div className="col-span-2">
          {judged.ok && judged.value.standing === 'within' ? (
            <p className="text-success font-bold text-[14px]">
              Measured on low fire: a rise of {show('temperatureDifference', judged.value.riseF)}, within its window.
            </p>
          ) : (
            <Notice kind="watch">
              {judged.ok ? (
                <>
                  <b>
                    On low fire a rise of {show('temperatureDifference', judged.value.riseF)}. {judged.value.says}
                  </b>{' '}
                  {judged.value.mend}
                </>
              ) : (
                <Refused of={judged} />
              )}
            </Notice>
          )}
        </div>
      )}
    </div>
  )
}

function standing(one: TapOutcome, best: boolean): string {
  if (one.breaks.includes('off-table')) return 'outside the table'
  if (one.breaks.includes('rise-high')) return 'too hot'
  if (one.breaks.includes('rise-low')) return 'too cool'
  if (one.breaks.includes('static')) return 'over the rated static'
  return best ? 'the best' : 'within'
}
