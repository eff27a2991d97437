import { Problem } from '../http/problem.ts'
import { lookAt } from '../papers/pool.ts'
import { kindOfPicture } from './pictureKinds.ts'

/**
 * The kind of a picture that can be shown, believed because it was decoded once, whole, in a thread. One that is broken
 * off in the middle would else be found by every sheet that it stands on.
 */
export async function believedPicture(content: Uint8Array): Promise<string> {
  const kind = kindOfPicture(await lookAt(content))
  if ('mediaType' in kind) return kind.mediaType
  throw new Problem(kind.status, kind.code, kind.reason, kind.remedy)
}
