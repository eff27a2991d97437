import { inUse } from '@ingle/catalog'
import { INSTRUMENT_MEASURES, type InstrumentMeasure, instrumentDoubts, list, readingsBy } from '@ingle/core'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { SelectField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { accuracyWords } from '../../library/Instruments.tsx'
import { useLibrary } from '../../library/useLibrary.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** What this visit measures with: its accuracy goes into every flow, and what is overdue or out of its range is said. */
export function InstrumentsInUse() {
  const { here, write, at, picture, show, units } = useVisit()
  const entries = useLibrary((library) => library.instruments)
  const offered = useMemo(() => inUse(entries), [entries])
  const doubts = Object.values(here.instruments).flatMap((one) =>
    instrumentDoubts(
      one,
      // As of the visit: an old record is not doubted for what fell due since.
      picture.input.onDay ?? '',
      show,
      picture.tries.flatMap(({ input }) => readingsBy(input, one.measures)),
    ),
  )
  const measures = (Object.keys(INSTRUMENT_MEASURES) as InstrumentMeasure[]).filter((measure) =>
    offered.some((one) => one.measures === measure),
  )
  return (
    <section aria-label="Instruments" className="panel p-4 flex flex-col gap-2.5">
      <div className="flex items-baseline gap-2">
        <h2 className="font-bold mr-auto">Measured with</h2>
        <Link to="/library/instruments" className="link text-[14px]">
          All instruments
        </Link>
      </div>
      {measures.length === 0 && (
        <p className="soft text-[14px]">No instruments are entered yet: the usual uncertainties are taken.</p>
      )}
      <div className="grid gap-2.5 grid-cols-2">
        {measures.map((measure) => (
          <SelectField
            key={measure}
            label={INSTRUMENT_MEASURES[measure].words}
            value={here.instruments[measure]?.id ?? ''}
            options={[
              ['', 'not said'],
              ...offered
                .filter((one) => one.measures === measure)
                .map((one) => [one.id, `${one.name}, ${accuracyWords(one, units)}`] as const),
            ]}
            onSave={(id) => {
              const instrument = offered.find((one) => one.id === id)
              if (instrument) void write([{ kind: 'instrument.use', body: { ...at, instrument } }])
            }}
          />
        ))}
      </div>
      {doubts.map((one) => (
        <Notice key={one.says} kind="watch">
          <b>{one.says}</b> {one.mend}
        </Notice>
      ))}
      {measures.length > 0 && Object.keys(here.instruments).length === 0 && (
        <p className="soft text-[13px]">
          Until one is chosen for {list(measures.map((one) => INSTRUMENT_MEASURES[one].words))}, the usual uncertainties are
          taken.
        </p>
      )}
    </section>
  )
}
