import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** Writes what is known of the unit, field by field. */
export function useRoofSet() {
  const { write, at } = useVisit()
  return async (body: object): Promise<string | null> =>
    refusalOf(await write([{ kind: 'roof.set', body: { systemId: at.systemId, ...body } }]))
}
