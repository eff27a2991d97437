import { budgetOf, filterFace, heldOf, pathKnown, remediesOf } from '@ingle/bench'
import { capital, fromChosen, list, PART_NAMES } from '@ingle/core'
import { useState } from 'react'
import { Choices } from '../../kit/Choices.tsx'
import { DataTable } from '../../kit/DataTable.tsx'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { StateMark } from '../../kit/StateMark.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** Every part of the air path against what it should take, and what each remedy would bring. */
export function AirPath() {
  const visit = useVisit()
  const { system } = visit
  if (!pathKnown(visit))
    return (
      <main id="main" className="p-3 md:p-4">
        <Empty title="The air path is not known yet">
          <p>
            Read the static on both sides of the cabinet, of the filter, and of a coil of its own if there is one, on one named
            tap: type <span className="num">esp +0.22 -0.30</span>, <span className="num">filter -0.04 -0.20</span>,{' '}
            <span className="num">static after-coil +0.08</span>, <span className="num">static trunk +0.06</span>.
          </p>
        </Empty>
      </main>
    )
  return (
    <main id="main" className="p-3 md:p-4 grid grid-cols-1 gap-3 md:gap-4 xl:grid-cols-2 items-start">
      <h1 className="sr-only">{system.name}: air path</h1>
      <div className="flex flex-col gap-3 md:gap-4 min-w-0">
        <Budget />
        <Filter />
      </div>
      <div className="flex flex-col gap-3 md:gap-4 min-w-0">
        <Remedies />
        <Held />
      </div>
    </main>
  )
}

function Budget() {
  const visit = useVisit()
  const { show, units } = visit
  const { basis, input } = visit.picture
  const [coil, setCoil] = useState<'wet' | 'dry'>('dry')
  const budget = budgetOf(visit, coil)
  if (!budget) return null
  const { parts: rows, soundInWc: total } = budget
  const over = rows.filter((one) => one.over)
  return (
    <section aria-label="Static by part" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">
        {over.length === 0
          ? 'No part takes more than it should'
          : `${capital(list(over.map((one) => list(one.parts.map((part) => PART_NAMES[part])))))} ${over.length === 1 ? 'takes' : 'take'} too much`}
      </h2>
      <Choices
        label="Coil"
        options={[
          ['dry', 'coil dry'],
          ['wet', 'coil wet'],
        ]}
        on={(one) => coil === one}
        onPick={setCoil}
      />
      <DataTable
        caption="Drop of each part against what it should take"
        columns={[
          { head: 'Part' },
          { head: `Takes ${units.static}`, figure: true },
          { head: 'Typical', figure: true },
          { head: 'Rated', figure: true },
          { head: <span className="sr-only">Stands</span> },
        ]}
        rows={rows.map((one) => ({
          key: one.parts.join(),
          cells: [
            capital(list(one.parts.map((part) => PART_NAMES[part]))),
            show('static', one.dropInWc, { bare: true }),
            show('static', one.typicalInWc, { bare: true }),
            one.ratedInWc === null ? '—' : show('static', one.ratedInWc, { bare: true }),
            <span key="m" className="pl-3 inline-block align-middle">
              <StateMark mark={one.over ? 'watch' : 'proved'} size={14} />
            </span>,
          ],
        }))}
      />
      <p className="text-[14px]">
        Together {show('static', basis?.externalInWc ?? 0)}; a duct of good make takes about {show('static', total)} at this flow
        {input.blower &&
          input.blower.ratedStaticInWc !== null &&
          `; the cabinet is rated for ${show('static', input.blower.ratedStaticInWc)}`}
        .
      </p>
      <WorkedNote>
        <p>
          Drop = difference of the probes on both sides. Typical figures are practice at the aimed flow, scaled by flow²; a part’s
          own print goes first. Parts without a probe between them stand together. A wet coil takes about a third more than a dry
          one.
        </p>
      </WorkedNote>
    </section>
  )
}

function Filter() {
  const visit = useVisit()
  const { show, units } = visit
  const face = filterFace(visit)
  // Filters are sold by whole numbers: no decimals that nobody wrote.
  const side = (inches: number) => String(Number(fromChosen('length', inches, units).toFixed(1)))
  return (
    <section aria-label="Filter" className="panel p-4 text-[14px]">
      <h2 className="font-bold text-[15px]">Filter</h2>
      {!face ? (
        <p className="soft">Enter the filter’s size on the Survey stage: then its face speed is known.</p>
      ) : (
        <>
          <p>
            {face.sizes.map((one) => `${side(one.widthIn)} × ${side(one.heightIn)} ${units.length}`).join(' and ')}:{' '}
            <b className="num">{show('velocity', face.faceFpm)}</b> at its face
            {face.byPrint
              ? `, rated to ${show('velocity', face.mostFpm)} by its print${face.wantsIn2 === null ? '' : ': too fast'}.`
              : face.wantsIn2 === null
                ? ', as it should be for a pleated filter of an inch.'
                : ', fast for a pleated filter of an inch.'}
          </p>
          {face.wantsIn2 !== null && (
            <Notice kind="watch">
              <b>{show('velocity', face.mostFpm)} is what such a filter takes well.</b> That is{' '}
              {Math.ceil(face.wantsIn2 * fromChosen('length', 1, units) ** 2)} {units.length}² of face
              {face.byPrint ? '.' : '; a deeper pleat takes more: its print says how much.'}
            </Notice>
          )}
        </>
      )}
    </section>
  )
}

function Remedies() {
  const visit = useVisit()
  const { show, units } = visit
  const made = remediesOf(visit)
  if (!made) return null
  const { all, flowCfm: flow, holdsFlow: held } = made
  const [best] = all
  return (
    <section aria-label="Remedies" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">
        {best
          ? held
            ? `Best first: ${best.does.charAt(0).toLowerCase()}${best.does.slice(1)}, ${show('static', best.offCoefficient * flow * flow)} off the static`
            : `Best first: ${best.does.charAt(0).toLowerCase()}${best.does.slice(1)}, ${show('flow', best.gainCfm ?? 0)} more air`
          : 'Remedies'}
      </h2>
      {all.length === 0 ? (
        <p className="soft text-[14px]">Read more ports, so that parts stand alone: then each remedy has its figure.</p>
      ) : (
        <DataTable
          caption="What each remedy would bring on this tap"
          columns={[
            { head: 'Remedy' },
            { head: `Flow ${units.flow}`, figure: true },
            { head: 'Gain', figure: true },
            { head: `Static ${units.static}`, figure: true },
            { head: 'Blower W', figure: true },
          ]}
          rows={all.map((one) => ({
            key: one.kind,
            marked: one === best,
            cells: [
              one.does,
              one.flowCfm === null ? 'off the table' : show('flow', one.flowCfm, { bare: true }),
              one.gainCfm === null ? '—' : show('flow', one.gainCfm, { bare: true, signed: true }),
              one.staticInWc === null ? '—' : show('static', one.staticInWc, { bare: true }),
              one.powerW === null ? '—' : `${one.powerPrinted ? '' : 'about '}${Math.round(one.powerW)}`,
            ],
          }))}
        />
      )}
      <WorkedNote>
        <p>
          The part’s share of the duct is scaled and the blower met with what is left, on the same tap. An opening of twice the
          area takes a quarter; dampers fully open about 60% and a cleaned coil about 70% of before, by practice. Power is what
          the maker’s table prints at that tap and static; “about” is flow × static at an efficiency of 20%, where it prints none.
          Sources: p = c·Q², fan curve ∩ duct curve.
        </p>
      </WorkedNote>
    </section>
  )
}

/** What a motor that holds its flow does when the filter clogs or grilles are shut. */
function Held() {
  const visit = useVisit()
  const { show, units } = visit
  const made = heldOf(visit)
  if (!made) return null
  const { setCfm, maxStaticInWc, rows, untilTimes: until } = made
  return (
    <section aria-label="A motor that holds its flow" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">
        {until <= 1
          ? 'The motor has no more to give: the flow falls already'
          : `It holds ${show('flow', setCfm)} until the duct takes ${until.toFixed(1)} times as much`}
      </h2>
      <DataTable
        caption="Against a dirty filter or shut grilles"
        columns={[
          { head: 'Resistance' },
          { head: `Static ${units.static}`, figure: true },
          { head: `Flow ${units.flow}`, figure: true },
          { head: 'Motor W', figure: true },
          { head: 'Louder dB', figure: true },
        ]}
        rows={rows.map((one) => ({
          key: String(one.times),
          cells: [
            one.times === 1 ? 'now' : `${one.times} times`,
            show('static', one.staticInWc, { bare: true }),
            <span key="f">
              {show('flow', one.flowCfm, { bare: true })}
              {one.runOut && <span className="soft"> falls</span>}
            </span>,
            Math.round(one.powerW).toString(),
            one.times === 1 ? '—' : `${one.louderDb < 0 ? '−' : '+'}${Math.abs(one.louderDb).toFixed(1)}`,
          ],
        }))}
      />
      <p className="text-[14px]">
        Such a motor speeds up against a clogged filter: nobody notices less air, but it gets louder, hotter, and lives shorter. A
        motor that holds torque would lose air instead.
      </p>
      <WorkedNote>
        <p>
          Flow held up to {show('static', maxStaticInWc)}, then Q = √(limit ÷ c). Power: flow × static ÷ 8.5 at an efficiency of
          40%, an estimate. Sound: 10·log Q + 20·log P of one fan, ASHRAE Applications.
        </p>
      </WorkedNote>
    </section>
  )
}
