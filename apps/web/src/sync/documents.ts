import type { StoredDocument } from '@ingle/record/wire'
import { create } from 'zustand'

/** What the crew saved, as this device has it, also without a signal. `useLibrary` joins it with what ships. */
export const useDocuments = create<{ documents: readonly StoredDocument[] }>(() => ({ documents: [] }))
