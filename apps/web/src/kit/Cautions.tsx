import { type Caution, cautionsAt } from '@ingle/catalog'
import { CautionNote } from './Notice.tsx'

/** Every caution of one place or of several, in one box where the danger is. */
export function Cautions({ at }: { at: Caution['at'] | readonly Caution['at'][] }) {
  const all = (typeof at === 'string' ? [at] : at).flatMap(cautionsAt)
  const [only, ...others] = all
  if (!only) return null
  return others.length === 0 ? <CautionNote text={only.text} /> : <CautionNote text={all.map((one) => one.text)} />
}
