import { type AnyId, idMaker, parseId } from '@ingle/record'
import { useParams } from 'react-router'

/** A new id. Made where the change is made, so that it works without a signal. */
export const newId = idMaker(() => crypto.randomUUID())

/** An id out of the address; null where the address holds none. */
export function useIdParam<T extends AnyId>(name: string): T | null {
  const id = parseId<T>(useParams()[name], name.replace(/Id$/, ''))
  return id.ok ? id.value : null
}
