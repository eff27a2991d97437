import { judgeZones, type Result, type ZoneCase, type ZoneJudgement, type ZoneMend, zoneMends } from '@ingle/core'
import { expose } from 'comlink'

export interface ZoneAnswer {
  judged: ZoneJudgement
  mends: ZoneMend[]
}

/** Solves and judges every combination, then every mend; away from the main thread. To stop it, it is ended. */
const api = {
  run(of: ZoneCase, progress: (share: number) => void): Result<ZoneAnswer> {
    const judged = judgeZones(of)
    if (!judged.ok) return judged
    let said = 0
    const mends = zoneMends(of, (share) => {
      // Each message costs more than a try: ten are enough to see it move.
      if (share - said >= 0.1 || share === 1) {
        said = share
        progress(share)
      }
      return true
    })
    return mends.ok ? { ok: true, value: { judged: judged.value, mends: mends.value } } : mends
  },
}
export type ZoneWorker = typeof api
expose(api)
