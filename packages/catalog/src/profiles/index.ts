import type { Profile } from '@ingle/record'
import aldergateGl95 from './aldergate-gl-95.json' with { type: 'json' }
import aldergateGx80 from './aldergate-gx-80.json' with { type: 'json' }
import aldergateH60 from './aldergate-h60.json' with { type: 'json' }
import fenwarmC3 from './fenwarm-c3.json' with { type: 'json' }
import fenwarmN1 from './fenwarm-n1.json' with { type: 'json' }
import fenwarmP2 from './fenwarm-p2.json' with { type: 'json' }
import fenwarmP7 from './fenwarm-p7.json' with { type: 'json' }
import fenwarmS0 from './fenwarm-s0.json' with { type: 'json' }
import hollinD7 from './hollin-d7.json' with { type: 'json' }
import hollinE2 from './hollin-e2.json' with { type: 'json' }
import hollinE7 from './hollin-e7.json' with { type: 'json' }
import hollinK1 from './hollin-k1.json' with { type: 'json' }
import hollinRv from './hollin-rv.json' with { type: 'json' }
import hollinT4 from './hollin-t4.json' with { type: 'json' }
import merrowbyHx36 from './merrowby-hx36.json' with { type: 'json' }
import merrowbyTx30 from './merrowby-tx-30.json' with { type: 'json' }
import merrowbyVx42 from './merrowby-vx42.json' with { type: 'json' }
import quernstoneC4 from './quernstone-c4.json' with { type: 'json' }
import quernstoneRl from './quernstone-rl.json' with { type: 'json' }
import quernstoneZ6 from './quernstone-z6.json' with { type: 'json' }
import skerrickDa from './skerrick-da.json' with { type: 'json' }
import skerrickDb from './skerrick-db.json' with { type: 'json' }
import skerrickH5 from './skerrick-h5.json' with { type: 'json' }
import skerrickM8 from './skerrick-m8.json' with { type: 'json' }
import skerrickQ1 from './skerrick-q1.json' with { type: 'json' }
import skerrickW2 from './skerrick-w2.json' with { type: 'json' }

/** Equipment families that ship with Ingle. All makers, models and figures are invented; a test reads each of them. */
export const PROFILES: readonly Profile[] = [
  aldergateGl95,
  aldergateGx80,
  aldergateH60,
  fenwarmC3,
  fenwarmN1,
  fenwarmP2,
  fenwarmP7,
  fenwarmS0,
  hollinD7,
  hollinE2,
  hollinE7,
  hollinK1,
  hollinRv,
  hollinT4,
  merrowbyHx36,
  merrowbyTx30,
  merrowbyVx42,
  quernstoneC4,
  quernstoneRl,
  quernstoneZ6,
  skerrickDa,
  skerrickDb,
  skerrickH5,
  skerrickM8,
  skerrickQ1,
  skerrickW2,
] as readonly object[] as readonly Profile[]

export function profileById(id: string): Profile {
  const profile = PROFILES.find((one) => one.id === id)
  if (!profile) throw new Error(`No shipped profile ${id}`)
  return profile
}
