import { DataTable } from '../../kit/DataTable.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** Grilles read with a meter: face speed × area × free-area factor, with a running total of each side. */
export function Grilles() {
  const { picture, show, units, jot } = useVisit()
  const grilles = picture.current?.input.grilles ?? []
  const sides = (['return', 'supply'] as const).map((side) => {
    let total = 0
    const rows = grilles
      .filter((one) => one.side === side)
      .map((one) => {
        const flow = one.areaFt2 === null ? null : one.faceFpm * one.areaFt2 * (one.freeArea ?? 1)
        total += flow ?? 0
        return { ...one, flow, total }
      })
    return { side, rows }
  })
  return (
    <section aria-label="Grilles" className="panel p-4 flex flex-col gap-2.5">
      <div className="flex flex-wrap items-center gap-2">
        <h2 className="font-bold mr-auto">Grilles by face speed</h2>
        <button type="button" className="btn btn-quiet" onClick={() => jot('grille ')}>
          Read a grille
        </button>
      </div>
      {grilles.length === 0 && (
        <p className="soft text-[14px]">
          Type <span className="num">grille return 480 20x20 free 0.7</span>: speed, size and the maker’s free-area factor.
        </p>
      )}
      {sides
        .filter(({ rows }) => rows.length > 0)
        .map(({ side, rows }) => (
          <DataTable
            key={side}
            caption={`Grilles, ${side}`}
            columns={[
              { head: side === 'return' ? 'Return' : 'Supply' },
              { head: `Face ${units.velocity}`, figure: true },
              { head: 'Area ft²', figure: true },
              { head: 'Free', figure: true },
              { head: `Flow ${units.flow}`, figure: true },
              { head: 'Running total', figure: true },
            ]}
            rows={rows.map((one) => ({
              key: one.id,
              cells: [
                one.name,
                show('velocity', one.faceFpm, { bare: true }),
                one.areaFt2 === null ? 'size?' : one.areaFt2 === 0 ? 'no area' : one.areaFt2.toFixed(2),
                one.freeArea === null ? '1, taken' : one.freeArea.toFixed(2),
                one.flow === null ? '—' : show('flow', one.flow, { bare: true }),
                show('flow', one.total, { bare: true }),
              ],
            }))}
          />
        ))}
      <WorkedNote>
        <p>
          Flow = face speed × gross area × the maker’s free-area factor; without a factor 1 is taken, and too much comes out. ±
          8%. Source: continuity; ASHRAE Standard 111.
        </p>
      </WorkedNote>
    </section>
  )
}
