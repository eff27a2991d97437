import type { Refusal } from '@ingle/core'
import type { SiteId } from '@ingle/record'
import type { Me } from '@ingle/record/wire'
import { refuse } from '../refusals.ts'
import type { Desk } from './desk.ts'
import { firstLook } from './firstLook.ts'
import { theDesk } from './later.ts'
import { useSites } from './sites.ts'

/** How long until the desk is asked for again where the line broke over it, ms. */
const AGAIN_MS = 5000

/** Keeps a site open, from a first look on where the device has not held it. Returns how to let go. */
export function watchSite(me: Me, siteId: SiteId): () => void {
  let off = false
  let letGo = () => {}
  let timer: ReturnType<typeof setTimeout> | undefined
  const open = async () => {
    const own = await theDesk(me).catch(() => 'not there' as const)
    if (off) return
    if (own === 'not there') {
      if (useSites.getState()[siteId]?.status !== 'ready') useSites.setState({ [siteId]: { status: 'unreachable' } })
      timer = setTimeout(() => void open(), AGAIN_MS)
    } else if (own) letGo = own.desk.watch(siteId)
  }
  void firstLook(siteId).then(open)
  return () => {
    off = true
    clearTimeout(timer)
    letGo()
  }
}

/** The desk, for something that is written down now; a refusal where it has not come and cannot be fetched. */
async function deskNow(me: Me): Promise<Desk | Refusal> {
  const own = await theDesk(me).catch(() => null)
  return own?.desk ?? refuse('not-there-yet')
}

/** Writes changes down once the desk is there: see `Desk.write`. */
export async function writeAt(me: Me, ...[siteId, drafts]: Parameters<Desk['write']>): ReturnType<Desk['write']> {
  const desk = await deskNow(me)
  return 'ok' in desk ? desk : desk.write(siteId, drafts)
}

/** Takes back the newest change of a visit and system once the desk is there: see `Desk.undoLast`. */
export async function undoLastAt(me: Me, ...of: Parameters<Desk['undoLast']>): ReturnType<Desk['undoLast']> {
  const desk = await deskNow(me)
  return 'ok' in desk ? null : desk.undoLast(...of)
}
