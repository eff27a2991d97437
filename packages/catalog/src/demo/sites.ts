import type { Change, PhotoId, SiteId } from '@ingle/record'
import { BEACON_ID, beaconChanges } from './beaconMill.ts'
import { CALDER_ID, calderChanges } from './calderStreet.ts'
import { HARBOUR_ID, harbourChanges } from './harbourHall.ts'
import { LIBRARY_ID, libraryChanges } from './lendingLibrary.ts'
import { MARIGOLD_ID, marigoldChanges } from './marigold.ts'
import { OTTERHOLT_ID, otterholtChanges } from './otterholtRow.ts'
import { TIDEWELL_ID, TIDEWELL_PHOTOS, tidewellChanges } from './tidewell.ts'

interface DemoSite {
  id: SiteId
  changes: (now: Date) => Change[]
  photos: readonly { id: PhotoId; mediaType: string; base64: string }[]
}

/** The sites that Lantern Lane begins with. */
export const DEMO_SITES: readonly DemoSite[] = [
  { id: TIDEWELL_ID, changes: tidewellChanges, photos: TIDEWELL_PHOTOS },
  { id: BEACON_ID, changes: beaconChanges, photos: [] },
  { id: OTTERHOLT_ID, changes: otterholtChanges, photos: [] },
  { id: CALDER_ID, changes: calderChanges, photos: [] },
  { id: HARBOUR_ID, changes: harbourChanges, photos: [] },
  { id: LIBRARY_ID, changes: libraryChanges, photos: [] },
  { id: MARIGOLD_ID, changes: marigoldChanges, photos: [] },
]
