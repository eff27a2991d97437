import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** Writes what is known of the times, field by field. */
export function useTimesSet() {
  const { write, at } = useVisit()
  return async (body: object): Promise<string | null> =>
    refusalOf(await write([{ kind: 'times.set', body: { systemId: at.systemId, ...body } }]))
}
