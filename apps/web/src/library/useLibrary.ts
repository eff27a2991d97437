import { type Library, libraryOf } from '@ingle/catalog'
import type { StoredDocument } from '@ingle/record/wire'
import { useDocuments } from '../sync/documents.ts'

let joined: { documents: readonly StoredDocument[]; library: Library } | null = null

/** The library: what ships, and what the crew saved over it and beside it. Joined once for each change of it. */
export function libraryNow(documents: readonly StoredDocument[] = useDocuments.getState().documents): Library {
  if (joined?.documents !== documents) joined = { documents, library: libraryOf(documents) }
  return joined.library
}

export function useLibrary(): Library
export function useLibrary<T>(pick: (library: Library) => T): T
export function useLibrary<T>(pick?: (library: Library) => T): T | Library {
  const library = libraryNow(useDocuments((kept) => kept.documents))
  return pick ? pick(library) : library
}
